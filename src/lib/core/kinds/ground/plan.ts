/** The ground in the plan of the lowest storey: levels, lines, the plot, and contours of the ground as it is. */
import type { Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { own, result, stage } from '../../document/stage';
import { heightAt } from '../../geometry/plane';
import { lerp, type Point } from '../../geometry/point';
import type { GroundFacet } from '../../kernels/ground/surface';
import { formatLength } from '../../units/length';
import { storeysInOrder } from '../storey/record';
import { groundAsItIs } from './stages';

/** Contours stand this far apart, mm. */
const interval = 250;
/** mm of paper. */
const letters = 1.8;
/** Of a cross at a level, mm. */
const arm = 150;

const mark = (subject: string) => ({ subject, group: 'ground', ink: 'lichen' }) as const;

const recordPlans = stage(
  'plans of the ground',
  { ground: own('ground'), units: ({ project }) => settingsOf(project).units },
  ({ ground, units }): readonly Mark[] => {
    if (!ground) return [];
    const { shape, id } = ground;
    const level = (at: Point, z: number): Mark[] => [
      {
        ...{ ...mark(id), kind: 'lines', pen: 'face' },
        points: [
          { x: at.x - arm, y: at.y },
          { x: at.x + arm, y: at.y },
          { x: at.x, y: at.y - arm },
          { x: at.x, y: at.y + arm }
        ]
      },
      {
        ...{ ...mark(id), kind: 'text', height: letters, angle: 0 },
        ...{ at: { x: at.x, y: at.y + 2.2 * arm }, text: `${z > 0 ? '+' : ''}${formatLength(z, units)}` }
      }
    ];
    if (shape.kind === 'level') return level(shape.at, shape.z);
    if (shape.kind === 'line')
      return [
        { ...mark(id), kind: 'lines', points: [shape.a, shape.b], pen: 'face' },
        ...level(shape.a, shape.za),
        ...level(shape.b, shape.zb)
      ];
    return [{ ...mark(id), kind: 'stroke', points: shape.points, closed: true, pen: 'roof' }];
  }
);

/** Where a facet crosses the heights of contours. */
function contoursOf({ ring, plane }: GroundFacet): Point[] {
  const heights = ring.map((p) => heightAt(plane, p));
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const points: Point[] = [];
  for (let n = Math.ceil(low / interval + 1e-9); n * interval < high - 1e-6; n++) {
    const crossed = ring.flatMap((p, i) => {
      const j = (i + 1) % ring.length;
      const [from, to] = [heights[i]! - n * interval, heights[j]! - n * interval];
      return from > 0 !== to > 0 ? [lerp(p, ring[j]!, from / (from - to))] : [];
    });
    if (crossed.length === 2) points.push(...crossed);
  }
  return points;
}

const contours = stage('contours', { surface: result(groundAsItIs) }, ({ surface }): readonly Mark[] => {
  const points = (surface?.facets ?? []).flatMap(contoursOf);
  return points.length > 0
    ? [{ ...mark('project'), kind: 'lines', points, pen: 'thin', isDetail: true }]
    : [];
});

/** Contours where ground is worked on: elsewhere they would cross the house. */
export function planOfGround(query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] {
  const { ground } = query.project.tables;
  if (storeysInOrder(query.project)[0]?.id !== storey) return [];
  const own = [...ground.keys()].map((id) => query.get(recordPlans, id));
  return at === 'floors' || at === 'measure' ? [query.get(contours, ''), ...own] : own;
}
