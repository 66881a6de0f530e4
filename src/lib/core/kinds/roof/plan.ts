/** Roofs in the plan: eaves, hips, valleys and ridges as lines. */
import type { RoofModel } from './planes';
import type { Mark } from '../../display/marks';
import type { Point } from '../../geometry/point';
import { result, stage } from '../../document/stage';
import { roofModels } from './stages';
import type { Query } from '../../document/kind';

/** Eaves, hips, valleys and ridges of a roof over the plan. */
function drawRoof(model: RoofModel): Mark[] {
  const points: Point[] = [];
  const seen = new Set<string>();
  const key = (p: Point, q: Point) =>
    [p, q]
      .map((v) => `${v.x.toFixed(1)},${v.y.toFixed(1)}`)
      .sort()
      .join(' ');
  for (const { ring } of model.planes)
    ring.forEach((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      if (seen.has(key(p, q))) return;
      seen.add(key(p, q));
      points.push(p, q);
    });
  return [{ kind: 'lines', subject: model.roof.id, group: 'roof', points, pen: 'roof', ink: 'shale' }];
}

const roofPlans = stage('plans of roofs', { model: result(roofModels) }, ({ model }): readonly Mark[] =>
  model ? drawRoof(model) : []
);

/** Lines of the roofs of a storey, over its plan. */
export const planOfRoofs = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.roof.values()].flatMap((roof) =>
    roof.storey === storey ? [query.get(roofPlans, roof.id)] : []
  );
