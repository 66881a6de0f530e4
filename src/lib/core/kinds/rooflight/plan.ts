/** Rooflights in the plan: dashed over it; where roofs are worked on, with the line that they turn about. */
import type { Mark, Pen } from '../../display/marks';
import { lerp, type Point } from '../../geometry/point';
import { edgesOf } from '../../geometry/ring';
import { result, stage } from '../../document/stage';
import type { Query, WorkStage } from '../../document/kind';
import { lightPlaces } from './place';
import { lightMade, type LightOpens } from './record';

/** Lines from its lower edge to where it hangs; across, where it turns. By its corners from the lower left one. */
export function signOf(opens: LightOpens, [a, b, c, d]: readonly Point[]): (readonly [Point, Point])[] {
  if (opens === 'fixed') return [];
  if (opens === 'pivot') return [[lerp(b!, c!, 0.5), lerp(a!, d!, 0.5)]];
  const hung = lerp(c!, d!, 0.5);
  return [
    [a!, hung],
    [hung, b!]
  ];
}

const lightsOver = stage('rooflights over the plan', { place: result(lightPlaces) }, ({ place }, id) => {
  if (!place?.fits) return undefined;
  const { ring, light } = place;
  const line = (points: readonly Point[], pen: Pen): Mark => ({
    ...{ kind: 'lines', group: 'roof', ink: 'shale', subject: id, points, pen }
  });
  const glass = place.inset(lightMade.face);
  const sign = signOf(light.opens, glass);
  return {
    below: [line(edgesOf(ring).flat(), 'overhead')],
    wholly: [
      line(edgesOf(ring).flat(), 'face'),
      line(edgesOf(glass).flat(), 'thin'),
      ...(sign.length > 0 ? [line(sign.flat(), 'overhead')] : [])
    ]
  };
});

/** Rooflights of the roofs of a storey. */
export const planOfLights = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  [...query.project.tables.rooflight.values()].flatMap(({ id, roof }) => {
    const isHere = query.project.tables.roof.get(roof)?.storey === storey;
    const lines = isHere ? query.get(lightsOver, id) : undefined;
    return lines ? [at === 'roof' ? lines.wholly : lines.below] : [];
  });
