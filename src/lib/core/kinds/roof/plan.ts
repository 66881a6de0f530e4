/** Roofs in the plan: eaves over every plan; hips, valleys and ridges where roofs are worked on. */
import type { RoofModel } from './planes';
import type { Mark, Pen } from '../../display/marks';
import type { Point } from '../../geometry/point';
import { result, stage } from '../../document/stage';
import { edgesOf } from '../../geometry/ring';
import { liesAlong } from '../../kernels/roof/overlay';
import { roofModels } from './stages';
import type { Query } from '../../document/kind';

/** The lines of a roof: `eaves` and verges are its own outline, `within` are between planes and where others meet it. */
function linesOf({ planes, eaves }: RoofModel): { eaves: Point[]; within: Point[] } {
  const seen = new Map<string, { ends: readonly [Point, Point]; names: string[] }>();
  const key = (p: Point, q: Point) =>
    [p, q]
      .map((v) => `${v.x.toFixed(1)},${v.y.toFixed(1)}`)
      .sort()
      .join(' ');
  for (const { ring, name } of planes)
    ring.forEach((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      const known = seen.get(key(p, q));
      if (known) known.names.push(name);
      else seen.set(key(p, q), { ends: [p, q], names: [name] });
    });
  // Parts of one plane have no line between them.
  const all = [...seen.values()].filter(({ names: [first, second] }) => first !== second);
  const outline = eaves.flatMap(({ ring }) => edgesOf(ring));
  const isOuter = ({ ends: [p, q], names }: (typeof all)[number]) =>
    names.length === 1 && liesAlong(p, q, outline);
  return {
    eaves: all.flatMap((line) => (isOuter(line) ? line.ends : [])),
    within: all.flatMap((line) => (isOuter(line) ? [] : line.ends))
  };
}

const roofsOver = stage('roofs over the plan', { model: result(roofModels) }, ({ model }) => {
  if (!model) return undefined;
  const { eaves, within } = linesOf(model);
  const line = (points: readonly Point[], pen: Pen): Mark => ({
    ...{ kind: 'lines', group: 'roof', ink: 'shale', subject: model.roof.id, points, pen }
  });
  return { eaves: [line(eaves, 'overhead')], wholly: [line(eaves, 'roof'), line(within, 'face')] };
});

/** Lines of the roofs of a storey, over its plan. */
export const planOfRoofs = (query: Query, storey: string, wholly: boolean): (readonly Mark[])[] =>
  [...query.project.tables.roof.values()].flatMap((roof) => {
    const lines = roof.storey === storey ? query.get(roofsOver, roof.id) : undefined;
    return lines ? [wholly ? lines.wholly : lines.eaves] : [];
  });
