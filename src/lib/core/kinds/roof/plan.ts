/** Roofs in the plan: eaves over every plan; hips, valleys and ridges where roofs are worked on. */
import type { RoofModel } from './planes';
import type { Mark, Pen } from '../../display/marks';
import type { Point } from '../../geometry/point';
import { result, stage } from '../../document/stage';
import { edgesOf, liesAlong } from '../../geometry/ring';
import { bordersOf, type Border } from './borders';
import { roofModels } from './stages';
import type { Query, WorkStage } from '../../document/kind';

/** The lines of a roof: `eaves` and verges are its own outline, `within` are between planes and where others meet it. */
function linesOf({ planes, eaves }: RoofModel): { eaves: Point[]; within: Point[] } {
  const borders = bordersOf(planes);
  const outline = eaves.flatMap(({ ring }) => edgesOf(ring));
  const isOuter = ({ from, to, planes: beside }: Border) =>
    beside.length === 1 && liesAlong(from, to, outline);
  return {
    eaves: borders.flatMap((one) => (isOuter(one) ? [one.from, one.to] : [])),
    within: borders.flatMap((one) => (isOuter(one) ? [] : [one.from, one.to]))
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
export const planOfRoofs = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  [...query.project.tables.roof.values()].flatMap((roof) => {
    const lines = roof.storey === storey ? query.get(roofsOver, roof.id) : undefined;
    return lines ? [at === 'roof' ? lines.wholly : lines.eaves] : [];
  });
