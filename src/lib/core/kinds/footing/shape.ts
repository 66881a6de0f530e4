/** Where footings lie: their outlines, strips and steps. All that a plan shows of them. Heights above project zero. */
import type { Query } from '../../document/kind';
import { sameValue } from '../../document/patch';
import { settingsOf } from '../../document/project';
import { own, result, stage } from '../../document/stage';
import { flat } from '../../geometry/plane';
import { fromAngle, leftOf, locate } from '../../geometry/point';
import { boxOf, type Ring } from '../../geometry/ring';
import type { Lying } from '../../kernels/joints/frame';
import { footingOutline, type Borne } from '../../kernels/footings/outline';
import { footingSteps, lapOf, type Stretch } from '../../kernels/footings/steps';
import {
  armsOf,
  crossingsOf,
  type Bearing,
  type Strip,
  type StripHeights
} from '../../kernels/footings/strips';
import { lowestGround } from '../../kernels/ground/shaped';
import type { WallFootprint } from '../../kernels/joints/footprints';
import type { Column } from '../column/record';
import { columnRing } from '../column/shape';
import { groundAsItIs, pads } from '../ground/stages';
import { datumOf } from '../storey/record';
import { coreOf, type WallFrame } from '../wall/frame';
import { footprintOf } from '../wall/stages';
import type { Footing, FootingBreadth } from './record';

/** One over a footing, with what of the plan it takes, and how it lies. */
export interface Standing extends Borne {
  readonly of: string;
  readonly frame: Lying;
  readonly isPad: boolean;
  /** Where it begins, above its storey's datum. */
  readonly base: number;
}

/** The lowest part of a wall, all of it or its structure. */
function wallOver(
  { bands, frame }: WallFootprint<WallFrame>,
  breadth: FootingBreadth,
  projection: number
): Standing[] {
  const band = bands[0];
  if (!band) return [];
  const core = coreOf(frame, band);
  const rings = breadth === 'wall' || core.length === 0 ? band.outline : core;
  return rings.length > 0
    ? [{ of: frame.wall.id, frame, rings, projection, isPad: false, base: frame.base }]
    : [];
}

function columnOver(column: Column, projection: number): Standing {
  const { profile, at, base, id } = column;
  // Round ones stand on a square.
  const ring =
    profile.kind === 'round'
      ? columnRing({
          ...column,
          profile: { kind: 'rectangle', width: profile.diameter, depth: profile.diameter }
        })
      : columnRing(column);
  const direction = fromAngle(column.angle);
  const frame = { origin: at, direction, left: leftOf(direction) };
  return { of: id, frame, rings: [ring], projection, isPad: true, base };
}

/** The walls and columns over a footing that are there. */
const wallsOver = (query: Query, { walls }: Pick<Footing, 'walls'>) =>
  walls.flatMap(({ of }) => footprintOf(query, of) ?? []);
const columnsOver = ({ project }: Query, { columns }: Pick<Footing, 'columns'>) =>
  columns.flatMap(({ of }) => project.tables.column.get(of) ?? []);

function standingsOf(
  { walls, columns, breadth, projection }: Footing,
  footprints: readonly WallFootprint<WallFrame>[],
  standing: readonly Column[]
): Standing[] {
  const own = new Map([...walls, ...columns].map((one) => [one.of, one.projection]));
  const reach = (id: string) => own.get(id) ?? projection;
  return [
    ...footprints.flatMap((one) => wallOver(one, breadth, reach(one.frame.wall.id))),
    ...standing.map((one) => columnOver(one, reach(one.id)))
  ];
}

export const standingOn = (query: Query, footing: Footing): Standing[] =>
  standingsOf(footing, wallsOver(query, footing), columnsOver(query, footing));

const nothing = { walls: [], columns: [] };

/** What stands over a footing, by its id. */
export const footingStandings = stage(
  'what stands on footings',
  {
    footing: own('footing'),
    walls: (query, id) => wallsOver(query, query.project.tables.footing.get(id) ?? nothing),
    columns: (query, id) => columnsOver(query, query.project.tables.footing.get(id) ?? nothing)
  },
  ({ footing, walls, columns }): readonly Standing[] => (footing ? standingsOf(footing, walls, columns) : []),
  sameValue
);

/** Rings round all that it covers, by its id; grown by so much more. */
export const outlineWith = (standing: readonly Standing[], more: number): Ring[] =>
  footingOutline(standing.map(({ rings, projection }) => ({ rings, projection: projection + more })));

export const footingOutlines = stage(
  'outlines of footings',
  { standing: result(footingStandings) },
  ({ standing }): readonly Ring[] => outlineWith(standing, 0),
  sameValue
);

/** One straight strip for each, as long and as wide as what stands on it and the projection beyond. */
export const stripsUnder = (standing: readonly Standing[]): Strip[] =>
  standing.map(({ frame, rings, projection, isPad }) => {
    const places = rings.flat().map((p) => locate(p, frame.origin, frame.direction));
    const box = boxOf(places.map(({ t, y }) => ({ x: t, y })));
    return {
      ...{ frame, isPad },
      ...{ t0: box.minX - projection, t1: box.maxX + projection },
      ...{ y0: box.minY - projection, y1: box.maxY + projection }
    };
  });

/** The ground that footings have to reach under, as it is and as it is made; by an empty key. Of none: level everywhere. */
export const groundOverFootings = stage(
  'ground over footings',
  {
    surface: result(groundAsItIs, () => ''),
    pads: result(pads, () => ''),
    usual: ({ project }) => settingsOf(project).ground
  },
  ({ surface, pads: given, usual }): readonly Bearing[] =>
    surface ? lowestGround(surface.facets, given) : [{ ring: everywhere, planes: [flat(usual)] }],
  sameValue
);

/** Farther than anything can be drawn. */
const far = 2_000_000;

const everywhere: Ring = [
  { x: -far, y: -far },
  { x: far, y: -far },
  { x: far, y: far },
  { x: -far, y: far }
];

/** The strips of a footing, and the stretches of each. */
export interface FootingLevels extends StripHeights {
  readonly strips: readonly Strip[];
  readonly steps: readonly (readonly Stretch[])[];
}

/** Strips of a footing with their steps, which nothing is known of but how it is to be. */
export function levelsOf(
  { top, thickness, step, depth }: Pick<Footing, 'top' | 'thickness' | 'step' | 'depth'>,
  standing: readonly Standing[],
  ground: readonly Bearing[],
  datum: number
): FootingLevels {
  const strips = stripsUnder(standing);
  const rules = { bottom: datum + top - thickness, step, lap: lapOf(step, thickness) };
  const arms = armsOf(strips, depth > 0 && step > 0 ? ground : [], depth);
  return { strips, steps: footingSteps(arms, crossingsOf(strips), rules), thickness, ...rules };
}

export const footingLevels = stage(
  'levels of footings',
  {
    footing: own('footing'),
    standing: result(footingStandings),
    ground: result(groundOverFootings, () => ''),
    datum: ({ project }, id) => datumOf(project, project.tables.footing.get(id)?.storey ?? '')
  },
  ({ footing, standing, ground, datum }): FootingLevels | undefined =>
    footing && standing.length > 0 ? levelsOf(footing, standing, ground, datum) : undefined,
  sameValue
);

/** The undersides of a footing, the highest first. */
export const undersidesOf = ({ steps, bottom, step }: FootingLevels): number[] =>
  [...new Set(steps.flat().map(({ level }) => level))]
    .sort((p, q) => p - q)
    .map((level) => bottom - level * step);
