/**
 * The body of a wall by the 2D way: each ply is a column solid over its footprint, cut by jamb lines and, where it
 * is carried up, by the planes of the roof above. Heights in the results are above project zero.
 */
import { returnedStrips, returnsOf, type Stretch } from '../opening/place';
import { cellsUnder, flatCell, intervalsBetween, liftCells, middleOf } from '../../kernels/solids/cells';
import { cutVoid, isOnCut, piecesOf, type Void } from '../../kernels/solids/pieces';
import { flat, heightAt } from '../../geometry/plane';
import { buildColumns, type Cell } from '../../geometry/columns';
import { buildPierced } from '../../kernels/solids/pierced';
import { dropCollinear, ringsArea, ringsHold, type Ring } from '../../geometry/ring';
import { frameRectangle, fromFrame, type Frame } from '../../kernels/joints/frame';
import { cutAtJambs, jambLines } from '../opening/jambs';
import {
  along,
  cross,
  dot,
  length,
  locate,
  sameNode,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { result, stage } from '../../document/stage';
import { footprintOf, frames } from './stages';
import { cutsOfWall, wallBoxes } from './cuts';
import { outsideStrips } from './frame';

import { datumOf, heightWithoutRoof } from '../storey/record';
import { type Cut } from '../../kernels/solids/cut';
import { holesIn } from '../opening/stages';
import { indexedRoofsFrom, planesOver } from '../roof/stages';
import { undersideOver } from '../slab/under';
import type { Mesh } from '../../geometry/mesh';
import type { RoofPlane } from '../../kernels/roof/planes';
import type { WallFootprint } from '../../kernels/joints/footprints';
import type { Segment } from '../../geometry/arrangement';
import type { ElementBody } from '../../document/kind';
import type { Part } from '../../kernels/solids/part';

export interface PlySolid {
  /** Index into the build-up's plies. */
  readonly ply: number;
  readonly mesh: Mesh;
}

/** `height`: the top of a carried-up wall where no roof is over it, above the datum. */
export interface SolidContext {
  readonly datum: number;
  readonly height: number;
  readonly openings: readonly Stretch[];
  /** Planes of roofs over the wall. */
  readonly planes: readonly RoofPlane[];
  /** What stands in the wall. */
  readonly cuts: readonly Cut[];
  /** Where what lies outside the structure begins, above the datum. */
  readonly foot: number;
}

/** All that the body reads of a footprint. */
export type WallShape<F extends Frame = Frame> = Pick<WallFootprint<F>, 'frame' | 'bands'>;

/** One mesh per ply and piece; bands that are unlike, and what is returned at jambs, are separate closed bodies. */
export function deriveWallSolids({ frame, bands }: WallShape, context: SolidContext): PlySolid[] {
  const holes = context.openings.map(({ t0, t1, z0, z1 }) => ({ t0, t1, z0, z1 }));
  const { sides, wide } = returnsOf(frame, holes);
  const { outer, covered } = returnedStrips(frame);
  const cutVoids = context.cuts.map((cut) => cutVoid(cut, frame.left, context.datum));
  const over = planesThatCut(context.planes, { frame, bands });
  const nameSide = (p: Point, q: Point) =>
    isOnCut(context.cuts, p, q) ? 'cut' : sideName(frame, [...holes, ...sides], p, q);
  const t = (p: Point) => locate(p, frame.origin, frame.direction).t;
  const isFlat = (z1: number) => over.length === 0 && z1 !== Infinity;
  const cellsOf = (ring: Ring, taken: readonly Stretch[], z0: number, z1: number): Cell[] => {
    const voids = () => [...taken.map((hole) => holeVoid(frame, hole)), ...cutVoids];
    if (!isFlat(z1)) return cellsUnder(ring, voids(), { base: frame.base, z0, z1 }, over, context.height);
    if (cutVoids.length === 0) return flatCells(frame, ring, taken, z0, z1);
    const all = voids();
    return piecesOf(ring, all).map((piece) => flatCell(piece, all, z0, z1));
  };
  const shortWay = (ring: Ring, taken: readonly Stretch[], z0: number, z1: number): Mesh | undefined => {
    if (cutVoids.length > 0) return undefined;
    const cells = isFlat(z1)
      ? [{ ring, intervals: intervalsBetween(z0, flat(z1), 'top', [], ring[0]!, z1) }]
      : cellsUnder(ring, [], { base: frame.base, z0, z1 }, over, context.height);
    return buildPierced(ring, z0, cells, taken, t, nameSide, context.datum);
  };
  const solid = (
    strip: number,
    ring: Ring,
    taken: readonly Stretch[],
    z0: number,
    z1: number
  ): PlySolid[] => {
    const { ply } = frame.strips[strip]!;
    const short = shortWay(ring, taken, z0, z1);
    if (short) return [{ ply, mesh: short }];
    const lifted = liftCells(cellsOf(ring, taken, z0, z1), context.datum);
    return lifted.length === 0 ? [] : [{ ply, mesh: buildColumns(lifted, nameSide) }];
  };
  return [
    ...frame.strips.flatMap((_, strip) => {
      const taken = covered.has(strip) && sides.length > 0 ? wide : holes;
      return stacked(strip, bands, skirtOf({ frame, bands }, context.foot)).flatMap(({ rings, z0, z1 }) =>
        rings.flatMap((ring) => solid(strip, ring, taken, z0, z1))
      );
    }),
    ...bands.flatMap(({ z0, z1, plies }) =>
      sides.flatMap((side) =>
        returnedAt(frame, side, plies, covered).flatMap((piece) =>
          solid(outer, piece, [], Math.max(z0, side.z0), Math.min(z1, side.z1))
        )
      )
    )
  ];
}

interface Stack {
  readonly rings: readonly Ring[];
  readonly z0: number;
  readonly z1: number;
}

/**
 * What a wall has below its base, over the edge of the floor: its plies outside the structure, cut at joints as they are
 * at its base. Undefined where it has nothing there.
 */
export function skirtOf({ frame, bands }: WallShape, foot: number): Skirt | undefined {
  const [lowest] = bands;
  const strips = outsideStrips(frame);
  if (!lowest || strips.length === 0 || lowest.z0 - foot <= tolerances.coincident) return undefined;
  const isOutside = new Set(strips);
  return { z0: foot, z1: lowest.z0, plies: lowest.plies.map((rings, i) => (isOutside.has(i) ? rings : [])) };
}

export type Skirt = Pick<WallShape['bands'][number], 'z0' | 'z1' | 'plies'>;

/** A ply from band to band; one body where it is the same in both: a lower wall that joins it leaves no line on it. */
function stacked(strip: number, bands: readonly Skirt[], skirt: Skirt | undefined): Stack[] {
  const stacks: Stack[] = [];
  for (const { z0, z1, plies } of skirt ? [skirt, ...bands] : bands) {
    const rings = plies[strip]!;
    if (rings.length === 0) continue;
    const last = stacks.at(-1);
    if (last && last.z1 === z0 && sameOutlines(last.rings, rings))
      stacks[stacks.length - 1] = { ...last, z1 };
    else stacks.push({ rings, z0, z1 });
  }
  return stacks;
}

/** The same but for points on straight edges, and where the ring begins. */
function sameOutlines(p: readonly Ring[], q: readonly Ring[]): boolean {
  if (p.length !== q.length) return false;
  return p.every((ring, i) => {
    const [r, s] = [ring, q[i]!].map((one) => dropCollinear(one, tolerances.nodeGrid));
    const shift = s!.findIndex((point) => sameNode(point, r![0]!));
    return (
      r!.length === s!.length &&
      shift >= 0 &&
      r!.every((point, k) => sameNode(point, s![(k + shift) % s!.length]!))
    );
  });
}

/** What the outer ply fills beside a jamb: one piece clear of joints, else piece by piece. */
function returnedAt(
  frame: Frame,
  side: Stretch,
  plies: readonly (readonly Ring[])[],
  covered: ReadonlySet<number>
): Ring[] {
  const strips = [...covered].map((strip) => frame.strips[strip]!);
  const [y0, y1] = [Math.min(...strips.map((one) => one.y0)), Math.max(...strips.map((one) => one.y1))];
  const pieces = [...covered].flatMap((strip) => plies[strip]!.flatMap((ring) => within(frame, ring, side)));
  const whole = (side.t1 - side.t0) * (y1 - y0);
  const filled = ringsArea(pieces);
  if (Math.abs(whole - filled) > whole * tolerances.share) return pieces;
  return [frameRectangle(frame, side.t0, side.t1, y0, y1)];
}

/** The pieces of a ring in a stretch of the wall. */
function within(frame: Frame, ring: Ring, stretch: Stretch): Ring[] {
  return cutAtJambs(frame, ring, [stretch.t0, stretch.t1]).filter((piece) => {
    const { t } = locate(middleOf(piece), frame.origin, frame.direction);
    return stretch.t0 < t && t < stretch.t1;
  });
}

function holeVoid(frame: Frame, { t0, t1, z0, z1 }: Stretch): Void {
  const jamb = (t: number): Segment => [
    fromFrame(frame, t, frame.y0 - 10),
    fromFrame(frame, t, frame.y1 + 10)
  ];
  return {
    z0,
    z1,
    borders: [jamb(t0), jamb(t1)],
    holds: (p) => {
      const { t } = locate(p, frame.origin, frame.direction);
      return t0 < t && t < t1;
    },
    clip: (line) => clipToRange(frame, line, t0, t1)
  };
}

/** The planes that matter to a wall: it is carried up, or its top stands above the lowest underside over it. */
function planesThatCut(planes: readonly RoofPlane[], { frame, bands }: WallShape): readonly RoofPlane[] {
  const points = bands.flatMap(({ outline }) => outline.flat());
  const middle = fromFrame(frame, frame.length / 2, (frame.y0 + frame.y1) / 2);
  // A corner of a wall that is flush with a storey over it lies on that one's outline: looked at just within.
  const isHidden = ({ except = [] }: RoofPlane) =>
    except.length > 0 &&
    points.every((p) => {
      const inner = along(p, unit(subtract(middle, p)), tolerances.joint);
      return ringsHold(except, inner);
    });
  const over = planes.filter(
    (plane) => points.some((p) => heightAt(plane.underside, p) > frame.base) && !isHidden(plane)
  );
  if (frame.top === Infinity) return over;
  const isCut = points.some((p) =>
    over.some(({ underside }) => heightAt(underside, p) < frame.top - tolerances.coincident)
  );
  return isCut ? over : [];
}

/** Cells of a flat-topped ply: the footprint cut at the jambs. */
function flatCells(frame: Frame, ring: Ring, holes: readonly Stretch[], z0: number, z1: number): Cell[] {
  const cutting = holes.filter((hole) => hole.z1 > z0 && hole.z0 < z1);
  return cutAtJambs(frame, ring, jambLines(cutting)).map((piece) => {
    const middle = middleOf(piece);
    const t = locate(middle, frame.origin, frame.direction).t;
    const within = cutting.filter((hole) => hole.t0 < t && t < hole.t1);
    return { ring: piece, intervals: intervalsBetween(z0, flat(z1), 'top', within, middle, z1) };
  });
}

function clipToRange(frame: Frame, [p, q]: Segment, t0: number, t1: number): Segment[] {
  const at = (v: Point) => dot(subtract(v, frame.origin), frame.direction);
  const [tp, tq] = [at(p), at(q)];
  if (Math.abs(tp - tq) < tolerances.sameLine) return tp > t0 && tp < t1 ? [[p, q]] : [];
  const [k0, k1] = [(t0 - tp) / (tq - tp), (t1 - tp) / (tq - tp)].sort((a, b) => a - b) as [number, number];
  const [from, to] = [Math.max(0, k0), Math.min(1, k1)];
  if (from >= to) return [];
  const mix = (k: number): Point => ({ x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k });
  return [[mix(from), mix(to)]];
}

/** Names of vertical faces: outer, inner, jamb, end. */
function sideName(frame: Frame, holes: readonly Stretch[], p: Point, q: Point): string {
  const d = subtract(q, p);
  const size = length(d);
  const sine = Math.abs(cross(d, frame.direction)) / (size || 1);
  if (sine < tolerances.square) {
    const left = dot(d, frame.direction) < 0;
    return left === (frame.wall.outside === 'left') ? 'outer' : 'inner';
  }
  const t = locate(p, frame.origin, frame.direction).t;
  const jamb = holes.findIndex((hole) =>
    [hole.t0, hole.t1].some((side) => Math.abs(side - t) < tolerances.coincident)
  );
  if (jamb >= 0 && sine > 1 - tolerances.sameTurn) return `jamb ${jamb}`;
  return t < frame.length / 2 ? 'end a' : 'end b';
}

const noPlanes: readonly RoofPlane[] = [];

const noRoofs: ReturnType<typeof indexedRoofsFrom> = [];

/** Planes of roofs over a wall, none over one that stands up through them: the same list as long as neither its box nor the planes changed. */
const planesOverWalls = stage(
  'planes over walls',
  {
    box: result(wallBoxes),
    roofs: (query, id) => {
      const wall = query.project.tables.wall.get(id);
      return wall && !wall.throughRoofs ? indexedRoofsFrom(query, wall.storey) : noRoofs;
    },
    slab: (query, id) => {
      const wall = query.project.tables.wall.get(id);
      return wall ? undersideOver(query, wall.top, wall.storey) : noPlanes;
    }
  },
  ({ box, roofs, slab }): readonly RoofPlane[] => (box ? [...planesOver(roofs, box), ...slab] : [])
);

export const wallBodies = stage(
  'bodies of walls',
  {
    frame: result(frames),
    bands: (query, id) => footprintOf(query, id)?.bands,
    openings: result(holesIn),
    planes: result(planesOverWalls),
    cuts: cutsOfWall,
    storey: ({ project: { tables } }, id) => tables.wall.get(id)?.storey,
    datum: ({ project }, id) => datumOf(project, project.tables.wall.get(id)?.storey ?? ''),
    height: ({ project }, id) => heightWithoutRoof(project, project.tables.wall.get(id)?.storey ?? '')
  },
  ({ frame, bands, storey, height, ...context }, id): ElementBody | undefined =>
    frame && bands && storey !== undefined
      ? {
          id,
          kind: 'wall',
          storey,
          parts: deriveWallSolids({ frame, bands }, { ...context, height, foot: frame.foot }).map(
            ({ ply, mesh }): Part => ({
              role: 'ply',
              ply,
              material: frame.buildUp.plies[ply]!.material,
              mesh
            })
          )
        }
      : undefined
);
