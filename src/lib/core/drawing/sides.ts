/**
 * What there is to tell on the sides of a building, and the room there is for it. Directions follow the longest face, so
 * that a turned house is dimensioned square to itself.
 */
import { RingIndex } from '../geometry/ring-index';
import {
  add,
  along,
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  scale,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import {
  boxHolds,
  boxOf,
  boxesMeet,
  edgesOf,
  ringHolds,
  segmentsCross,
  type Box,
  type Ring
} from '../geometry/ring';
import { tolerances } from '../geometry/tolerances';
import { fromFrame } from '../kernels/joints/frame';
import { paperGaps, textHeight } from '../display/dimension';
import type { DimensionString } from '../display/marks';
import { setOutStops, type OpeningPlace } from '../kinds/opening/place';
import type { StoreyModel } from '../kinds/storey/model';
import type { Surround } from '../kinds/wall/outline';

export interface Building extends Surround {
  readonly axis: Point;
  /** Round all of it, square to the axis. */
  readonly rectangle: Ring;
  readonly box: Box;
  /** The ids of the walls round it. */
  readonly ids: ReadonlySet<string>;
}

/** A part of the plan that no strings may run over. */
export interface Taken {
  readonly ring: Ring;
  readonly box: Box;
}

export function buildingOf(surround: Surround): Building {
  const points = surround.rings.flat();
  const longest = surround.rings
    .flatMap(edgesOf)
    .reduce((best, edge) => (distance(...edge) > distance(...best) + tolerances.coincident ? edge : best));
  const axis = squareAxis(unit(subtract(longest[1], longest[0])));
  const [x, y] = [points.map((p) => dot(p, axis)), points.map((p) => dot(p, leftOf(axis)))];
  const corner = (u: number, v: number) => add(scale(axis, u), scale(leftOf(axis), v));
  const [x0, x1, y0, y1] = [Math.min(...x), Math.max(...x), Math.min(...y), Math.max(...y)];
  const rectangle = [corner(x0, y0), corner(x1, y0), corner(x1, y1), corner(x0, y1)];
  return { ...surround, axis, rectangle, box: boxOf(rectangle), ids: new Set(surround.walls.flat(2)) };
}

export interface Side {
  readonly slant: 1 | -1;
  readonly along: Point;
  readonly out: Point;
  /** How far out the building reaches, and from where to where it goes along. */
  readonly from: number;
  readonly ends: readonly [number, number];
  /** What can be told. */
  readonly stops: Readonly<Record<What, readonly number[]>>;
  /** Strings by hand outside this side. */
  readonly beside: ReturnType<typeof placedBeside>;
}

/** From the coarse to the fine. */
export const whats = ['overall', 'faces', 'openings'] as const;

export type What = (typeof whats)[number];

/** The sides of a building as if it stood alone. */
export function sidesOf(model: StoreyModel, building: Building): Side[] {
  const { rings, walls: round, axis } = building;
  const points = rings.flat();
  const directions = [
    [axis, -1],
    [scale(leftOf(axis), -1), 1],
    [scale(axis, -1), 1],
    [leftOf(axis), -1]
  ] as const;
  return directions.map(([direction, slant]): Side => {
    const out = scale(leftOf(direction), -1);
    const along = scale(direction, -slant);
    const at = (p: Point) => dot(p, along);
    const facing = rings.flatMap((ring, r) =>
      edgesOf(ring).flatMap(([p, q], i) => {
        if (dot(unit(subtract(q, p)), direction) <= 1 - tolerances.sameSide) return [];
        // The inner face of a wall looks out too where nothing is closed: across the building, though.
        return building.isClosed || !isBehind(rings, lerp(p, q, 0.5), out)
          ? [{ p, q, walls: round[r]![i]! }]
          : [];
      })
    );
    const overall = sorted(points.map(at));
    const corners = sorted(facing.flatMap(({ p, q }) => [at(p), at(q)]));
    const walls = new Set(facing.flatMap((edge) => edge.walls));
    const jambs = [...walls].flatMap((wall) =>
      (model.places.get(wall) ?? []).flatMap((place) => {
        const frame = model.frames.get(wall)!;
        // The end of a line is no edge that one sees.
        const stops =
          place.opening.origin.kind === 'face'
            ? setOutStops(frame, place, namedBy(model, place))
            : [place.t0, place.t1];
        return stops.map((t) => at(fromFrame(frame, t, 0)));
      })
    );
    const faces = sorted([...corners, ...crossFaces(model, walls, along)]);
    const ends = [overall[0]!, overall.at(-1)!] as const;
    return {
      ...{ slant, along, out, ends },
      from: farthest(points, out),
      stops: {
        overall: ends,
        faces,
        openings: jambs.length > 0 ? sorted([...corners, ...jambs]) : []
      },
      beside: []
    };
  });
}

/** A side with what strings must keep clear of: it reaches as far out as that, and has strings by hand beside it. */
export function sideBeyond(
  side: Side,
  stray: RingIndex,
  placed: readonly DimensionString[],
  paper: number
): Side {
  const from = reachOf(side, stray, paper);
  return { ...side, from, beside: placedBeside(placed, side.along, side.out, from) };
}

/** The wall that an opening is set out from. */
export const namedBy = ({ frames }: StoreyModel, { opening: { origin } }: OpeningPlace) =>
  origin.kind === 'face' ? frames.get(origin.wall) : undefined;

/** Whether something of the rings lies beyond a point in a direction. */
const isBehind = (rings: readonly Ring[], p: Point, out: Point) => {
  const from = along(p, out, tolerances.joint);
  return rings.some((ring) =>
    edgesOf(ring).some(([a, b]) => segmentsCross(from, along(p, out, farOff), a, b))
  );
};

/** Past any building, mm. */
const farOff = 1e6;

/** What the walls take of the plan that neither go round a building nor lie within one. */
export function strayWalls(model: StoreyModel, buildings: readonly Building[]): Ring[] {
  const round = new Set<string>();
  for (const { ids } of buildings) for (const id of ids) round.add(id);
  const closed = buildings.flatMap(({ isClosed, rings, box }) =>
    isClosed ? rings.map((ring) => ({ ring, box })) : []
  );
  const stray: Ring[] = [];
  // Walls of one building mostly follow one another: where the last one lay is looked at first.
  let home = closed[0];
  for (const { frame, bands } of model.walls) {
    if (round.has(frame.wall.id)) continue;
    const middle = fromFrame(frame, frame.length / 2, (frame.y0 + frame.y1) / 2);
    const holds = ({ ring, box }: Taken) => boxHolds(box, middle) && ringHolds(ring, middle);
    if (home && holds(home)) continue;
    const within = closed.find(holds);
    if (within) home = within;
    else for (const { outline } of bands) stray.push(...outline);
  }
  return stray;
}

const farthest = (ring: Ring, out: Point) => Math.max(...ring.map((p) => dot(p, out)));

/** How far out a building reaches on a side, with what lies outside it that its strings would run over. */
function reachOf(side: Side, stray: RingIndex, paper: number): number {
  let { from } = side;
  for (;;) {
    const band = bandOf({ ...side, from }, deepest, paper);
    const met = stray
      .near(boxOf(band))
      .map((i) => stray.rings[i]!)
      .filter((ring) => farthest(ring, side.out) > from && ringsMeet(ring, band));
    if (met.length === 0) return from;
    from = Math.max(...met.map((ring) => farthest(ring, side.out)));
  }
}

function ringsMeet(p: Ring, q: Ring): boolean {
  if (!boxesMeet(boxOf(p), boxOf(q))) return false;
  const isCrossed = edgesOf(p).some(([a, b]) => edgesOf(q).some(([c, d]) => segmentsCross(a, b, c, d)));
  return isCrossed || ringHolds(p, q[0]!) || ringHolds(q, p[0]!);
}

/** As deep as three strings with rows are, mm of paper. */
const deepest = paperGaps.first + 2 * (paperGaps.next + paperGaps.row) + paperGaps.row + textHeight;

/** The part of the plan that strings so deep take on a side. */
export function bandOf(
  { along, out, from, ends }: Pick<Side, 'along' | 'out' | 'from' | 'ends'>,
  depth: number,
  paper: number
): Ring {
  const past = paperGaps.beside * paper;
  const corner = (t: number, o: number) => add(scale(along, t), scale(out, o));
  const [t0, t1, far] = [ends[0] - past, ends[1] + past, from + depth * paper];
  return [corner(t0, from), corner(t1, from), corner(t1, far), corner(t0, far)];
}

/** How deep strings may be on a side: all that is asked for, or what keeps clear of all others; 0 for none. */
export function roomOf(
  side: Side,
  taken: readonly Taken[],
  own: number,
  room: number,
  paper: number
): number {
  const least = paperGaps.first + paperGaps.row;
  const metBy = (depth: number) => {
    const ring = bandOf(side, depth, paper);
    const box = boxOf(ring);
    return taken.filter((one, k) => k !== own && boxesMeet(one.box, box) && ringsMeet(one.ring, ring));
  };
  const met = metBy(Math.min(room, deepest));
  if (met.length === 0) return room;
  const far = met.flatMap(({ ring }) => ring.map((p) => (dot(p, side.out) - side.from) / paper));
  const gap = Math.min(room, ...far.filter((depth) => depth > least)) - 1;
  return gap > least && metBy(gap).length === 0 ? gap : 0;
}

/** The nearest of the four turns that points mostly to the right. */
function squareAxis(d: Point): Point {
  const turns = [d, leftOf(d), scale(d, -1), scale(leftOf(d), -1)];
  return turns.reduce((best, turn) => (turn.x > best.x + tolerances.sameTurn ? turn : best));
}

/** Strings by hand outside the building on one side, as that side measures. */
function placedBeside(
  placed: readonly DimensionString[],
  along: Point,
  out: Point,
  from: number
): { level: number; depth: number; stops: readonly number[] }[] {
  return placed.flatMap((one) => {
    if (Math.abs(cross(one.along, along)) > tolerances.sameDirection) return [];
    const level = dot(scale(one.out, one.level), out);
    const turn = dot(one.along, along);
    const stops = one.stops.map((stop) => stop * turn).sort((p, q) => p - q);
    const depth = Math.max(0, ...one.sizes.map(({ row }) => row));
    return level > from ? [{ level, depth, stops }] : [];
  });
}

/** Ascending, each place once. */
export function sorted(values: readonly number[]): number[] {
  const list = [...values].sort((p, q) => p - q);
  return list.filter((v, i) => i === 0 || v - list[i - 1]! > tolerances.coincident);
}

/** Faces of the walls that stand square to the side and meet one of its walls. */
function crossFaces(model: StoreyModel, walls: ReadonlySet<string>, along: Point): number[] {
  const joints = new Set([...walls].flatMap((wall) => model.footprints.walls.get(wall)?.joints ?? []));
  return [...joints].flatMap(({ node }) =>
    node.members.flatMap(({ frame }) =>
      !walls.has(frame.wall.id) && Math.abs(dot(frame.direction, along)) < tolerances.sameDirection
        ? [frame.y0, frame.y1].map((y) => dot(fromFrame(frame, 0, y), along))
        : []
    )
  );
}
