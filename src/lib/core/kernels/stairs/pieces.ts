/**
 * Where the steps of a stair lie, in coordinates of its own: the middle of the first nosing at zero, the way up of its
 * first flight to the east. Rings counter-clockwise, mm. Flights turn left; a stair that turns right is the mirror of one.
 *
 *      left string          a nosing is told from left to right; the last one is the floor's edge,
 *    0-+--+--+--+ n-1       so n risers have n nosings and n - 1 steps
 *      |  |  |  |
 *      right string
 */
import { flat, planeThrough, type Plane } from '../../geometry/plane';
import { along, cross, distance, fromAngle, leftOf, subtract, unit, type Point } from '../../geometry/point';
import { dropCollinear, type Ring } from '../../geometry/ring';

export const stairForms = [
  'straight',
  'quarter',
  'half',
  'winding',
  'radiating',
  'radiatingHalf',
  'spiral',
  'ladder'
] as const;

export type StairForm = (typeof stairForms)[number];

/** Two flights with a landing between them. */
export const hasLanding = (form: StairForm): boolean => form === 'quarter' || form === 'half';

/**
 * `first`: steps before the turn: of landings the risers up to it, of winders the straight steps. `winders`: how many turn
 * the corner, an even number of those that lessen, so that a nosing meets it. `gap`: between the flights of a half turn.
 * `post`: radius of a spiral's, half the side of the newel that winders radiate from.
 */
export interface StairShape {
  readonly form: StairForm;
  readonly turn: 'left' | 'right';
  readonly width: number;
  readonly risers: number;
  readonly going: number;
  readonly first: number;
  readonly winders: number;
  readonly gap: number;
  readonly post: number;
}

export type Nosing = readonly [left: Point, right: Point];

/** A piece of the pitch surface, which runs over the nosings: level in risers, up from the foot. */
export interface PitchPiece {
  readonly ring: Ring;
  readonly plane: Plane;
}

export interface Step {
  readonly ring: Ring;
  /** Risers from the foot to its top. */
  readonly up: number;
  readonly kind: 'step' | 'landing' | 'winder';
  readonly pitch: readonly PitchPiece[];
}

/** A stretch of a side along which the pitch rises evenly; `from`, `to` in risers. */
export interface SideStretch {
  readonly a: Point;
  readonly b: Point;
  readonly from: number;
  readonly to: number;
}

export interface StairLayout {
  readonly steps: readonly Step[];
  readonly nosings: readonly Nosing[];
  readonly walk: readonly Point[];
  readonly left: readonly SideStretch[];
  readonly right: readonly SideStretch[];
  readonly outline: Ring;
  /** The way up over the last nosing. */
  readonly arrival: Point;
  /** Going of its narrowest tread beside the inner string or the newel; undefined without winders. */
  readonly narrowest?: number | undefined;
  /** Going of winders that radiate, straight from nosing to nosing on the walking line. */
  readonly turning?: number | undefined;
  /** What its winders radiate from. */
  readonly newel?: Ring | undefined;
}

/** A walking line this far from the inner string, in the middle of what is narrower than twice that. */
export const walkingOffset = (width: number): number => Math.min(305, width / 2);

export const east: Point = { x: 1, y: 0 };

/** Pitch through three places, heights in risers. */
export const pitchOver = (ring: readonly Point[], heights: readonly number[]): Plane =>
  planeThrough(ring, heights) ?? flat(heights[0]!);

/** A way in several stretches from a height to a riser above it, heights by how far along it a place lies. */
function risingAlong(points: readonly Point[], z: number): [Point, number][] {
  const far = points.map((p, i) => (i === 0 ? 0 : distance(points[i - 1]!, p)));
  const whole = far.reduce((sum, one) => sum + one, 0);
  let gone = 0;
  return points.map((p, i): [Point, number] => {
    gone += far[i]!;
    return [p, i === points.length - 1 ? z + 1 : z + (whole > 0 ? gone / whole : 0)];
  });
}

/**
 * The pitch between two nosings, the second a riser up: one plane where they run alike, else triangles. `outer`, `inner`:
 * corners that its right and its left side go round on the way up.
 */
export function pitchBetween(
  [l, r]: Nosing,
  [m, s]: Nosing,
  z: number,
  outer: readonly Point[] = [],
  inner: readonly Point[] = []
): PitchPiece[] {
  const isParallel = Math.abs(cross(unit(subtract(l, r)), unit(subtract(m, s)))) < 1e-9;
  if (isParallel && outer.length + inner.length === 0)
    return [{ ring: [r, s, m, l], plane: pitchOver([l, r, s], [z, z, z + 1]) }];
  const right = risingAlong([r, ...outer, s], z);
  // Steps that come to a point at the inner string have one place there.
  const left = distance(l, m) < 1e-9 ? [[l, z] as [Point, number]] : risingAlong([l, ...inner, m], z);
  const pieces: PitchPiece[] = [];
  for (let i = 0, k = 0; i + 1 < right.length || k + 1 < left.length;) {
    const [next, other] = [right[i + 1], left[k + 1]];
    const isRight = next !== undefined && (other === undefined || next[1] <= other[1]);
    const places = [left[k]!, right[i]!, isRight ? next : other!];
    const [ring, heights] = [places.map(([p]) => p), places.map(([, h]) => h)];
    pieces.push({ ring, plane: pitchOver(ring, heights) });
    if (isRight) i += 1;
    else k += 1;
  }
  return pieces;
}

/** One side from nosing to nosing, round the corners of a step; heights in risers from `from` on. */
export function sideAlong(points: readonly Point[], from: number): SideStretch[] {
  const places = risingAlong(points, from);
  return places.slice(1).map(([b, to], i) => ({ a: places[i]![0], b, from: places[i]![1], to }));
}

/** A straight flight from the middle of its first nosing: `risers` of them, the last at what it comes to. */
export function flight(from: Point, way: Point, { width, going }: StairShape, risers: number, up: number) {
  const side = leftOf(way);
  const nosings = Array.from({ length: risers }, (_, i): Nosing => {
    const middle = along(from, way, i * going);
    return [along(middle, side, width / 2), along(middle, side, -width / 2)];
  });
  const steps = nosings.slice(1).map(([m, s], i): Step => {
    const [l, r] = nosings[i]!;
    const pitch = pitchBetween([l, r], [m, s], up + i + 1);
    return { ring: [r, s, m, l], up: up + i + 1, kind: 'step', pitch };
  });
  const sideOf = (k: 0 | 1): SideStretch[] =>
    risers > 1 ? [{ a: nosings[0]![k], b: nosings[risers - 1]![k], from: up + 1, to: up + risers }] : [];
  return { nosings, steps, left: sideOf(0), right: sideOf(1), end: along(from, way, (risers - 1) * going) };
}

export type Flight = ReturnType<typeof flight>;

export const levelAlong = (points: readonly Point[], up: number): SideStretch[] =>
  points.slice(1).flatMap((b, i) => {
    const a = points[i]!;
    return distance(a, b) < 1e-9 ? [] : [{ a, b, from: up, to: up }];
  });

/** Round an arc in steps of at most 6 degrees, its first point left out. */
export function arc(centre: Point, radius: number, from: number, by: number): Point[] {
  const n = Math.max(1, Math.ceil(Math.abs(by) / (Math.PI / 30) - 1e-9));
  return Array.from({ length: n }, (_, i) => along(centre, fromAngle(from + ((i + 1) * by) / n), radius));
}

/** Up the right side and down the left. */
export function outlineBetween(
  left: readonly SideStretch[],
  right: readonly SideStretch[],
  [l, r]: Nosing,
  [m, s]: Nosing
): Ring {
  const up = [r, ...right.map(({ b }) => b), s];
  const down = [m, ...left.map(({ a }) => a).reverse(), l];
  return dropCollinear([...up, ...down], 1e-6);
}
