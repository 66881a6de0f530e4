/** The ground in the plan of the lowest storey: levels, lines, the plot, and contours of the ground as it is. */
import { readable } from '../../display/arrows';
import type { Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { own, result, stage } from '../../document/stage';
import { heightAt } from '../../geometry/plane';
import { angleOf, lerp, subtract, unit, type Point } from '../../geometry/point';
import { gapToBorders, ringsHold, type Ring } from '../../geometry/ring';
import type { GroundFacet } from '../../kernels/ground/surface';
import { formatLength, type LengthUnits } from '../../units/length';
import { usualSizes } from '../../units/usual';
import { storeysInOrder } from '../storey/record';
import { outlineOn } from '../wall/stages';
import { groundAsItIs } from './stages';

/** Where a contour is written it lies so far from the house, mm: beyond what is written round that. */
const besideHouse = 2400;
/** Places that a piece of a contour is looked through by. */
const shares = 96;
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
        ...{ ...mark(id), ink: 'shale', kind: 'text', height: letters, angle: 0 },
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

/** Where a contour crosses a facet. */
interface Crossing {
  readonly z: number;
  readonly a: Point;
  readonly b: Point;
}

/** Where a facet crosses the heights of contours, so far apart. */
function contoursOf({ ring, plane }: GroundFacet, interval: number): Crossing[] {
  const heights = ring.map((p) => heightAt(plane, p));
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const found: Crossing[] = [];
  for (let n = Math.ceil(low / interval + 1e-9); n * interval < high - 1e-6; n++) {
    const crossed = ring.flatMap((p, i) => {
      const j = (i + 1) % ring.length;
      const [from, to] = [heights[i]! - n * interval, heights[j]! - n * interval];
      return from > 0 !== to > 0 ? [lerp(p, ring[j]!, from / (from - to))] : [];
    });
    const [a, b] = crossed;
    if (a && b && crossed.length === 2) found.push({ z: n * interval, a, b });
  }
  return found;
}

/** What a contour is, written once on it: where it comes nearest to the house outside of what is written round that. */
function written(crossings: readonly Crossing[], house: readonly Ring[], units: LengthUnits): Mark[] {
  const all = crossings.flatMap(({ a, b }) =>
    Array.from({ length: shares - 1 }, (_, i) => {
      const at = lerp(a, b, (i + 1) / shares);
      const gap = ringsHold(house, at) ? 0 : gapToBorders(house, at);
      return { at, way: readable(unit(subtract(b, a))), off: Math.abs(gap - besideHouse) };
    })
  );
  const z = crossings[0]!.z;
  const [first, ...others] = all;
  const { at, way } = others.reduce((best, one) => (one.off < best.off ? one : best), first!);
  const text = `${z > 0 ? '+' : ''}${formatLength(z, units)}`;
  return [{ ...mark('project'), ink: 'shale', kind: 'text', height: letters, angle: angleOf(way), at, text }];
}

const contours = stage(
  'contours',
  {
    surface: result(groundAsItIs),
    units: ({ project }) => settingsOf(project).units,
    house: (query: Query, storey) => outlineOn(query, storey, 'outer')?.rings
  },
  ({ surface, units, house = [] }): readonly Mark[] => {
    const interval = usualSizes(units).contour;
    const all = (surface?.facets ?? []).flatMap((facet) => contoursOf(facet, interval));
    if (all.length === 0) return [];
    const points = all.flatMap(({ a, b }) => [a, b]);
    const heights = [...new Set(all.map(({ z }) => z))];
    return [
      { ...mark('project'), kind: 'lines', points, pen: 'thin', isDetail: true },
      ...heights.flatMap((z) =>
        written(
          all.filter((one) => one.z === z),
          house,
          units
        )
      )
    ];
  }
);

/** Contours where ground is worked on: elsewhere they would cross the house. */
export function planOfGround(query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] {
  const { ground } = query.project.tables;
  if (storeysInOrder(query.project)[0]?.id !== storey) return [];
  const own = [...ground.keys()].map((id) => query.get(recordPlans, id));
  return at === 'floors' || at === 'measure' ? [query.get(contours, storey), ...own] : own;
}
