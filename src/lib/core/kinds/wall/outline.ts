/**
 * Outlines by walls: the outer line of the faces, the outer line of the structure, or the inner faces. The exterior walls
 * give them, or all walls where none is exterior.
 */
import {
  boxOf,
  dropCollinear,
  edgesOf,
  ringArea,
  ringHolds,
  ringsArea,
  ringsHold,
  type Ring
} from '../../geometry/ring';
import { innerPoint } from '../../geometry/triangulate';
import { arrange } from '../../geometry/arrangement';
import { tolerances } from '../../geometry/tolerances';
import { cross, distance, dot, lerp, locate, nearestOnSegment, subtract, unit } from '../../geometry/point';
import type { StoreyFootprints, WallFootprint } from '../../kernels/joints/footprints';
import { fromFrame } from '../../kernels/joints/frame';
import type { WallFrame } from './frame';
import type { SlabFace } from '../slab/record';

export interface Outline {
  /** Counter-clockwise round what is enclosed, largest first; then, clockwise, round the courts within. */
  readonly rings: readonly Ring[];
  /** For each ring and edge: the walls whose outline lies on it. */
  readonly walls: readonly (readonly (readonly string[])[])[];
}

/** Smallest area that counts as enclosed, mm2. */
const leastRoom = 250_000;

/** Footprints of the outer walls that hang together by joints, in the order of their first wall's id. */
function connected(walls: readonly WallFootprint<WallFrame>[]): WallFootprint<WallFrame>[][] {
  const footprintOf = new Map(walls.map((wall) => [wall.frame.wall.id, wall]));
  const unseen = new Set(walls);
  return [...walls]
    .sort((p, q) => (p.frame.wall.id < q.frame.wall.id ? -1 : 1))
    .flatMap((seed) => {
      if (!unseen.delete(seed)) return [];
      const group = [seed];
      for (const wall of group)
        for (const { node } of wall.joints)
          for (const { frame } of node.members) {
            const next = footprintOf.get(frame.wall.id);
            if (next && unseen.delete(next)) group.push(next);
          }
      return [group];
    });
}

/** The outline of walls that hang together. `court`: where all that stand round it look inwards, what it is within another. */
interface GroupOutline {
  readonly own: Outline;
  readonly court: Outline | undefined;
}

interface KeptOutline {
  readonly group: readonly WallFootprint<WallFrame>[];
  readonly hasOuter: boolean;
  readonly found: GroupOutline;
}

interface KeptPart {
  readonly hasOuter: boolean;
  readonly groups: readonly GroupOutline[];
  /** Which of its groups lie as courts within others. */
  readonly courts: readonly boolean[];
  readonly found: Outline;
}

/**
 * Outlines of connected groups of walls from the last time. A group is kept under the bands of its first wall; while the
 * bands of all its walls are the same objects, none of them changed shape, and its outline is answered again.
 */
export class OutlineMemory {
  readonly parts = new WeakMap<Part, KeptPart>();
  readonly groups = new WeakMap<WallFootprint['bands'], Map<SlabFace, KeptOutline>>();
}

function outlineOfGroup(
  group: readonly WallFootprint<WallFrame>[],
  face: SlabFace,
  hasOuter: boolean,
  memory: OutlineMemory
): GroupOutline {
  const { groups } = memory;
  const shelf = groups.get(group[0]!.bands) ?? new Map<SlabFace, KeptOutline>();
  groups.set(group[0]!.bands, shelf);
  const old = shelf.get(face);
  const isSame = ({ bands, frame }: WallFootprint<WallFrame>, i: number) =>
    bands === group[i]?.bands &&
    frame.wall.outside === group[i].frame.wall.outside &&
    frame.wall.work === group[i].frame.wall.work;
  if (old?.group.length === group.length && old.hasOuter === hasOuter && old.group.every(isSame))
    return old.found;
  const round = face === 'outer' || !hasOuter ? undefined : outlineOfGroup(group, 'outer', hasOuter, memory);
  const found = deriveGroup(group, face, hasOuter, round);
  shelf.set(face, { group, hasOuter, found });
  return found;
}

/** Walls that meet nothing of the others, as the joints have them. */
type Part = Pick<StoreyFootprints<WallFrame>, 'walls'>;

const isOuter = ({ frame }: WallFootprint<WallFrame>) =>
  frame.wall.role === 'exterior' && frame.wall.work !== 'removed';

/** The outer walls of a part; all its walls where the storey has none, `hasOuter`. */
const outerWalls = ({ walls }: Part, hasOuter: boolean) =>
  [...walls.values()].filter((wall) => wall.bands.length > 0 && (!hasOuter || isOuter(wall)));

/** Whether any wall of a storey is an outer one. */
export const haveOuter = (parts: readonly Part[]) =>
  parts.some(({ walls }) => {
    for (const wall of walls.values()) if (isOuter(wall)) return true;
    return false;
  });

/**
 * The outline of the outer walls of each part, group by connected group; empty where they enclose nothing.
 * Cost: the arrangement of each group that changed; what did not change is answered from the last time.
 */
export function outlinesByPart(
  parts: readonly Part[],
  face: SlabFace,
  memory: OutlineMemory = new OutlineMemory()
): Outline[] {
  const hasOuter = haveOuter(parts);
  const found = parts.map((part) => {
    const kept = memory.parts.get(part);
    if (kept?.hasOuter === hasOuter) return kept.groups;
    return connected(outerWalls(part, hasOuter)).map((group) =>
      outlineOfGroup(group, face, hasOuter, memory)
    );
  });
  const houses = found.flat().flatMap(({ own, court }) => (court ? [] : own.rings));
  const isWithin = ({ court }: GroupOutline) => court?.rings.every(([p]) => ringsHold(houses, p!)) ?? false;
  return parts.map((part, i) => {
    const groups = found[i]!;
    const courts = groups.map(isWithin);
    const kept = memory.parts.get(part);
    if (kept?.groups === groups && courts.every((is, k) => is === kept.courts[k])) return kept.found;
    const outline = merged(groups.map(({ own, court }, k) => (courts[k] ? court! : own)));
    memory.parts.set(part, { hasOuter, groups, courts, found: outline });
    return outline;
  });
}

/** The outline of a storey from those of its parts; undefined where its walls enclose nothing. */
export function outlineOfParts(outlines: readonly Outline[]): Outline | undefined {
  const outline = merged(outlines);
  return outline.rings.length > 0 ? outline : undefined;
}

/** All rings of outlines, largest first. */
function merged(outlines: readonly Outline[]): Outline {
  const pairs = outlines
    .flatMap(({ rings, walls: on }) => rings.map((ring, i) => ({ ring, on: on[i]!, area: ringArea(ring) })))
    .sort((p, q) => q.area - p.area);
  return { rings: pairs.map(({ ring }) => ring), walls: pairs.map(({ on }) => on) };
}

/** The lines round one building: where its walls enclose nothing, round what they take of the plan, in as many pieces. */
export interface Surround extends Outline {
  readonly isClosed: boolean;
}

/** Every building of a part; `closed`: the outline of those that are closed. */
export function buildingsOfPart(part: Part, closed: Outline, hasOuter: boolean): Surround[] {
  const round = new Set(closed.walls.flat(2));
  const isOfClosed = ({ joints }: WallFootprint) =>
    joints.some(({ node }) => node.members.some(({ frame }) => round.has(frame.wall.id)));
  const groups = connected(
    outerWalls(part, hasOuter).filter(({ frame }) => !round.has(frame.wall.id))
  ).filter((group) => !group.some(isOfClosed));
  const open = groups.map((walls): Surround => {
    const outlines =
      arrange(walls.flatMap(({ bands }) => bands[0]!.outline.flatMap(edgesOf)))?.outlines ?? [];
    const rings = outlines.map((ring) => dropCollinear(ring, tolerances.coincident));
    return { rings, walls: rings.map((ring) => wallsOnRing(walls, ring)), isClosed: false };
  });
  return [
    ...closed.rings.flatMap((ring, i): Surround[] =>
      ringArea(ring) > 0 ? [{ rings: [ring], walls: [closed.walls[i]!], isClosed: true }] : []
    ),
    ...open.filter(({ rings }) => rings.length > 0)
  ];
}

const nothing: GroupOutline = { own: { rings: [], walls: [] }, court: undefined };

/** `round`: by its outer faces, which say what of it is a court; undefined while those are looked for. */
function deriveGroup(
  walls: readonly WallFootprint<WallFrame>[],
  face: SlabFace,
  hasOuter: boolean,
  round: GroupOutline | undefined
): GroupOutline {
  const ringsOf = ({ frame, bands }: WallFootprint<WallFrame>): readonly Ring[] =>
    face === 'structure'
      ? bands[0]!.plies.flatMap((rings, k) => {
          const { y0, y1 } = frame.strips[k]!;
          return y0 >= frame.core[0] && y1 <= frame.core[1] ? bridged(frame, rings, y0, y1) : [];
        })
      : bridged(frame, bands[0]!.outline, frame.y0, frame.y1);
  const arrangement = arrange(walls.flatMap((wall) => ringsOf(wall).flatMap(edgesOf)));
  if (!arrangement) return nothing;
  const solids = walls.flatMap(ringsOf).filter((ring) => ring.length > 0);
  const enclosing = arrangement.outlines.filter((outline) => {
    const solid = ringsArea(solids.filter((ring) => isWithin(ring, outline)));
    return ringArea(outline) > solid + leastRoom;
  });
  if (enclosing.length === 0) return nothing;
  const outlineBy = (found: readonly Ring[]): Outline => {
    const rings = found.map((ring) => dropCollinear(ring, tolerances.coincident));
    return { rings, walls: rings.map((ring) => wallsOnRing(walls, ring)) };
  };
  const rooms = innerRings(
    arrangement.faces.map(({ outer }) => outer),
    solids
  );
  const known = round && [round.own, round.court].flatMap((one) => one?.rings.filter(isHole) ?? []);
  const isCourt = (room: Ring) =>
    known
      ? known.some((ring) => ringHolds(room, innerPoint(ring)!))
      : hasOuter && looksInto(walls, outlineBy([room]));
  const courts = rooms.filter(isCourt);
  const holes = courts.map((ring) => [...ring].reverse());
  if (face === 'inner') {
    const own = outlineBy(rooms.filter((room) => !courts.includes(room)));
    return { own, court: round?.court && outlineBy(enclosing.map((ring) => [...ring].reverse())) };
  }
  const looksInwards = round
    ? round.court !== undefined
    : courts.length > 0 && looksInto(walls, outlineBy(enclosing));
  if (looksInwards) return { own: outlineBy(enclosing), court: outlineBy(holes) };
  return { own: outlineBy([...enclosing, ...holes]), court: undefined };
}

const isHole = (ring: Ring) => ringArea(ring) < 0;

/** Walls run along an edge that make no greater angle with it than this sine. */
const alongside = 0.1;

/** Whether all walls along counter-clockwise rings look into what those enclose. */
function looksInto(walls: readonly WallFootprint<WallFrame>[], { rings, walls: on }: Outline): boolean {
  const frameOf = new Map(walls.map(({ frame }) => [frame.wall.id, frame]));
  const looks = rings.flatMap((ring, r) =>
    edgesOf(ring).flatMap(([p, q], i) => {
      const way = unit(subtract(q, p));
      return on[r]![i]!.flatMap((id) => {
        const { direction, wall } = frameOf.get(id)!;
        if (Math.abs(cross(way, direction)) > alongside) return [];
        return [dot(way, direction) > 0 === (wall.outside === 'left')];
      });
    })
  );
  return looks.length > 0 && looks.every(Boolean);
}

/**
 * The rings of a strip of a wall, with what is between them where another wall passes through: the line along it goes on.
 *
 *      +-------+|  |+------+
 *      |       ||  ||      |      | |: a wall that crosses it
 *      +-------+|  |+------+
 */
function bridged(frame: WallFrame, rings: readonly Ring[], y0: number, y1: number): readonly Ring[] {
  if (rings.length < 2) return rings;
  const parts = rings
    .map((ring) => {
      const at = ring.map((p) => locate(p, frame.origin, frame.direction));
      const ends = [y0, y1].map((y) =>
        at.flatMap((p) => (Math.abs(p.y - y) < tolerances.joint ? [p.t] : []))
      ) as [number[], number[]];
      return {
        from: ends.map((list) => Math.min(...list)) as [number, number],
        to: ends.map((list) => Math.max(...list)) as [number, number]
      };
    })
    .filter(({ from, to }) => [...from, ...to].every(Number.isFinite))
    .sort((p, q) => p.from[0] - q.from[0]);
  const bridges = parts.slice(1).map(({ from }, i) => {
    const { to } = parts[i]!;
    return [
      fromFrame(frame, to[0], y0),
      fromFrame(frame, from[0], y0),
      fromFrame(frame, from[1], y1),
      fromFrame(frame, to[1], y1)
    ];
  });
  return [...rings, ...bridges.filter((ring) => ringArea(ring) > tolerances.scrap)];
}

function isWithin(ring: Ring, outline: Ring): boolean {
  const [a, b] = [boxOf(ring), boxOf(outline)];
  const slack = tolerances.joint;
  return (
    a.minX >= b.minX - slack &&
    a.maxX <= b.maxX + slack &&
    a.minY >= b.minY - slack &&
    a.maxY <= b.maxY + slack
  );
}

/** Faces between the walls, not of them. */
function innerRings(faces: readonly Ring[], solids: readonly Ring[]): Ring[] {
  const solid = new Set(solids.map((ring) => Math.round(ringArea(ring))));
  return faces.filter((face) => ringArea(face) > leastRoom && !solid.has(Math.round(ringArea(face))));
}

/** For each edge of the ring, the walls whose outline runs along it. */
function wallsOnRing(walls: readonly WallFootprint<WallFrame>[], ring: Ring): string[][] {
  const reach = 10 * tolerances.coincident;
  const sides = walls.map(({ frame, bands }) => ({
    id: frame.wall.id,
    box: boxOf(bands[0]!.outline.flat()),
    borders: bands[0]!.outline.flatMap(edgesOf)
  }));
  return ring.map((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const near = sides.filter(
      ({ box }) =>
        Math.max(p.x, q.x) >= box.minX - reach &&
        Math.min(p.x, q.x) <= box.maxX + reach &&
        Math.max(p.y, q.y) >= box.minY - reach &&
        Math.min(p.y, q.y) <= box.maxY + reach
    );
    const samples = [0.1, 0.3, 0.5, 0.7, 0.9].map((k) => lerp(p, q, k));
    return near
      .filter(({ borders }) =>
        borders.some(([a, b]) => samples.some((s) => distance(s, nearestOnSegment(s, a, b)) <= reach))
      )
      .map(({ id }) => id);
  });
}
