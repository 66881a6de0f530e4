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
import {
  add,
  along,
  cross,
  distance,
  fromAngle,
  leftOf,
  lerp,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { dropCollinear, type Ring } from '../../geometry/ring';

export const stairForms = ['straight', 'quarter', 'half', 'winding', 'spiral', 'ladder'] as const;

export type StairForm = (typeof stairForms)[number];

/**
 * `first`: steps before the turn: of landings the risers up to it, of winders the straight steps. `winders`: how many turn
 * the corner, an even number, so that a nosing meets it. `gap`: between the flights of a half turn. `post`: radius of a
 * spiral's.
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
  /** Going of its narrowest tread beside the inner string; undefined without winders. */
  readonly narrowest?: number | undefined;
}

/** A walking line this far from the inner string, in the middle of what is narrower than twice that. */
export const walkingOffset = (width: number): number => Math.min(305, width / 2);

const east: Point = { x: 1, y: 0 };

/** Pitch through three places, heights in risers. */
const pitchOver = (ring: readonly Point[], heights: readonly number[]): Plane =>
  planeThrough(ring, heights) ?? flat(heights[0]!);

/** The pitch between two nosings, the second a riser up: one plane where they run alike, else triangles. */
function pitchBetween([l, r]: Nosing, [m, s]: Nosing, z: number, corner?: Point): PitchPiece[] {
  const isParallel = Math.abs(cross(unit(subtract(l, r)), unit(subtract(m, s)))) < 1e-9;
  if (isParallel && !corner) return [{ ring: [r, s, m, l], plane: pitchOver([l, r, s], [z, z, z + 1]) }];
  const border: [Point, number][] = corner
    ? [
        [r, z],
        [corner, z + distance(r, corner) / (distance(r, corner) + distance(corner, s))],
        [s, z + 1]
      ]
    : [
        [r, z],
        [s, z + 1]
      ];
  const over = (places: [Point, number][]): PitchPiece => {
    const [ring, heights] = [places.map(([p]) => p), places.map(([, h]) => h)];
    return { ring, plane: pitchOver(ring, heights) };
  };
  const fan = border.slice(1).map((one, i) => over([[l, z], border[i]!, one]));
  // Steps that come to a point at the inner string have no second piece there.
  return distance(l, m) < 1e-9
    ? fan
    : [
        ...fan,
        over([
          [l, z],
          [s, z + 1],
          [m, z + 1]
        ])
      ];
}

/** A straight flight from the middle of its first nosing: `risers` of them, the last at what it comes to. */
function flight(from: Point, way: Point, { width, going }: StairShape, risers: number, up: number) {
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

type Flight = ReturnType<typeof flight>;

const levelAlong = (points: readonly Point[], up: number): SideStretch[] =>
  points.slice(1).flatMap((b, i) => {
    const a = points[i]!;
    return distance(a, b) < 1e-9 ? [] : [{ a, b, from: up, to: up }];
  });

/** Round an arc in steps of at most 6 degrees, its first point left out. */
function arc(centre: Point, radius: number, from: number, by: number): Point[] {
  const n = Math.max(1, Math.ceil(Math.abs(by) / (Math.PI / 30) - 1e-9));
  return Array.from({ length: n }, (_, i) => along(centre, fromAngle(from + ((i + 1) * by) / n), radius));
}

/** Two flights with a landing between them, the second a quarter or a half turn to the left of the first. */
function withLanding(shape: StairShape): StairLayout {
  const { width: w, risers, going, first, gap, form } = shape;
  const lower = flight({ x: 0, y: 0 }, east, shape, first, 0);
  const x = (first - 1) * going;
  const isHalf = form === 'half';
  const top = isHalf ? 1.5 * w + gap : w / 2;
  const landing: Ring = [
    { x, y: -w / 2 },
    { x: x + w, y: -w / 2 },
    { x: x + w, y: top },
    { x, y: top }
  ];
  const upper: Flight = isHalf
    ? flight({ x, y: w + gap }, { x: -1, y: 0 }, shape, risers - first, first)
    : flight({ x: x + w / 2, y: w / 2 }, { x: 0, y: 1 }, shape, risers - first, first);
  const middle: Step = {
    ring: landing,
    up: first,
    kind: 'landing',
    pitch: [{ ring: landing, plane: { a: 0, b: 0, c: first } }]
  };
  const d = walkingOffset(w);
  const inner = { x, y: w / 2 };
  const turned = isHalf
    ? [
        ...arc(inner, d, -Math.PI / 2, Math.PI / 2),
        ...arc({ x, y: w / 2 + gap }, d, 0, Math.PI / 2),
        along({ x, y: w / 2 + gap + d }, { x: -1, y: 0 }, (risers - first - 1) * going)
      ]
    : [...arc(inner, d, -Math.PI / 2, Math.PI / 2), { x: x + d, y: w / 2 + (risers - first - 1) * going }];
  const [l, r] = upper.nosings[0]!;
  const left = [...lower.left, ...levelAlong([lower.nosings.at(-1)![0], l], first), ...upper.left];
  const right = [
    ...lower.right,
    ...levelAlong([landing[0]!, landing[1]!, ...(isHalf ? [landing[2]!] : []), r], first),
    ...upper.right
  ];
  return {
    steps: [...lower.steps, middle, ...upper.steps],
    nosings: [...lower.nosings, ...upper.nosings],
    walk: [{ x: 0, y: w / 2 - d }, { x, y: w / 2 - d }, ...turned],
    ...{ left, right },
    outline: outlineBetween(left, right, lower.nosings[0]!, upper.nosings.at(-1)!),
    arrival: isHalf ? { x: -1, y: 0 } : { x: 0, y: 1 }
  };
}

/** Up the right side and down the left. */
function outlineBetween(
  left: readonly SideStretch[],
  right: readonly SideStretch[],
  [l, r]: Nosing,
  [m, s]: Nosing
): Ring {
  const up = [r, ...right.map(({ b }) => b), s];
  const down = [m, ...left.map(({ a }) => a).reverse(), l];
  return dropCollinear([...up, ...down], 1e-6);
}

/** How much shorter the inner string is than the walking line round a quarter turn. */
const savedInTurn = (width: number): number => (Math.PI / 2) * walkingOffset(width);

/** Going of the narrowest of balanced winders, beside the inner string. */
export const narrowestWinder = (going: number, width: number, winders: number): number =>
  going - savedInTurn(width) / (winders / 2 + 1);

/** How many turn a corner at least, so that the narrowest is as wide as asked; undefined where none is. */
export function windersFor(going: number, width: number, narrow: number): number | undefined {
  for (let n = 2; n <= 40; n += 2) if (narrowestWinder(going, width, n) >= narrow - 1e-9) return n;
  return undefined;
}

/** Goings of balanced winders beside the inner string: less and less to the corner, and back. */
function innerGoings({ going, winders, width }: StairShape): number[] {
  const saved = savedInTurn(width);
  const weights = Array.from({ length: winders }, (_, i) => Math.min(i + 1, winders - i));
  const sum = weights.reduce((all, one) => all + one, 0);
  return weights.map((one) => going - (saved * one) / sum);
}

/**
 * A quarter turn without a landing: equal goings on the walking line, and beside the inner string goings that lessen evenly
 * to the corner; nosings are the lines through both, prolonged to the outer string.
 */
function winding(shape: StairShape): StairLayout {
  const { width: w, risers, going, first, winders } = shape;
  const d = walkingOffset(w);
  const goings = innerGoings(shape);
  const half = goings.slice(0, winders / 2).reduce((sum, one) => sum + one, 0);
  const x = first * going + half;
  const corner = { x, y: w / 2 };
  const outer = { x: x + w, y: -w / 2 };
  const turned = savedInTurn(w);
  const onInner = (s: number): Point => (s <= x ? { x: s, y: w / 2 } : { x, y: w / 2 + s - x });
  const onWalk = (s: number): Point => {
    if (s <= x) return { x: s, y: w / 2 - d };
    if (s >= x + turned) return { x: x + d, y: w / 2 + s - x - turned };
    return along(corner, fromAngle(-Math.PI / 2 + (s - x) / d), d);
  };
  const toOuter = (from: Point, through: Point): Point => {
    const way = subtract(through, from);
    const below = way.y < -1e-9 ? (-w / 2 - from.y) / way.y : Infinity;
    const beside = way.x > 1e-9 ? (outer.x - from.x) / way.x : Infinity;
    return add(from, { x: way.x * Math.min(below, beside), y: way.y * Math.min(below, beside) });
  };
  let inner = 0;
  const nosings = Array.from({ length: risers }, (_, i): Nosing => {
    if (i > 0) inner += goings[i - 1 - first] ?? going;
    const from = onInner(inner);
    return [from, toOuter(from, onWalk(i * going))];
  });
  const isBelow = (p: Point) => p.y <= -w / 2 + 1e-9 && p.x < outer.x - 1e-9;
  const steps = nosings.slice(1).map(([m, s], i): Step => {
    const [l, r] = nosings[i]!;
    const turns = isBelow(r) && s.y > outer.y + 1e-9 && s.x > outer.x - 1e-9;
    return {
      ring: dropCollinear(turns ? [r, outer, s, m, l] : [r, s, m, l], 1e-6),
      up: i + 1,
      kind: i >= first && i < first + winders ? 'winder' : 'step',
      pitch: pitchBetween([l, r], [m, s], i + 1, turns ? outer : undefined)
    };
  });
  const side = (k: 0 | 1): SideStretch[] =>
    nosings.slice(1).flatMap((one, i): SideStretch[] => {
      const [a, b] = [nosings[i]![k], one[k]];
      const from = i + 1;
      const turns = k === 1 && isBelow(a) && b.y > outer.y + 1e-9 && b.x > outer.x - 1e-9;
      if (!turns) return [{ a, b, from, to: from + 1 }];
      const part = distance(a, outer) / (distance(a, outer) + distance(outer, b));
      return [
        { a, b: outer, from, to: from + part },
        { a: outer, b, from: from + part, to: from + 1 }
      ];
    });
  const [left, right] = [side(0), side(1)];
  const end = onWalk((risers - 1) * going);
  return {
    ...{ steps, nosings, left, right },
    walk: [{ x: 0, y: w / 2 - d }, { x, y: w / 2 - d }, ...arc(corner, d, -Math.PI / 2, Math.PI / 2), end],
    outline: outlineBetween(left, right, nosings[0]!, nosings.at(-1)!),
    arrival: { x: 0, y: 1 },
    narrowest: goings[winders / 2 - 1]
  };
}

/** Angle that each step of a spiral takes, by its going on the walking line. */
export const spiralAngle = ({ post, width, going }: Pick<StairShape, 'post' | 'width' | 'going'>): number =>
  2 * Math.asin(Math.min(1, going / (2 * (post + walkingOffset(2 * width)))));

function spiral(shape: StairShape): StairLayout {
  const { width: w, risers, post } = shape;
  const angle = spiralAngle(shape);
  const centre = { x: 0, y: post + w / 2 };
  const outer = post + w;
  const from = -Math.PI / 2;
  const parts = Math.max(1, Math.ceil(angle / (Math.PI / 30) - 1e-9));
  const at = (radius: number, turn: number) => along(centre, fromAngle(from + turn), radius);
  const nosings = Array.from({ length: risers }, (_, i): Nosing => [
    at(post, i * angle),
    at(outer, i * angle)
  ]);
  const steps = Array.from({ length: risers - 1 }, (_, i): Step => {
    const turns = Array.from({ length: parts + 1 }, (_, k) => (i + k / parts) * angle);
    const pitch = turns.slice(1).flatMap((turn, k) => {
      const z = i + 1 + k / parts;
      const [a, b] = [turns[k]!, turn];
      const ring = [at(post, a), at(outer, a), at(outer, b)];
      const rest = [at(post, a), at(outer, b), at(post, b)];
      const up = z + 1 / parts;
      return [
        { ring, plane: pitchOver(ring, [z, z, up]) },
        { ring: rest, plane: pitchOver(rest, [z, up, up]) }
      ];
    });
    const ring = [...turns.map((t) => at(outer, t)), ...turns.map((t) => at(post, t)).reverse()];
    return { ring, up: i + 1, kind: 'step', pitch };
  });
  const whole = (risers - 1) * angle;
  const turns = Array.from({ length: (risers - 1) * parts + 1 }, (_, k) => (k * angle) / parts);
  const side = (radius: number): SideStretch[] =>
    turns.slice(1).map((turn, k) => ({
      ...{ a: at(radius, turns[k]!), b: at(radius, turn) },
      ...{ from: 1 + k / parts, to: 1 + (k + 1) / parts }
    }));
  const round = whole > 2 * Math.PI - angle / 2;
  const circle = Array.from({ length: 60 }, (_, k) => at(outer, (k * Math.PI) / 30));
  const sector = [...turns.map((t) => at(outer, t)), ...turns.map((t) => at(post, t)).reverse()];
  const walking = post + walkingOffset(2 * w);
  return {
    ...{ steps, nosings, left: side(post), right: side(outer) },
    walk: turns.map((turn) => at(walking, turn)),
    outline: round ? circle : sector,
    arrival: fromAngle(whole)
  };
}

function straight(shape: StairShape): StairLayout {
  const { nosings, steps, left, right, end } = flight({ x: 0, y: 0 }, east, shape, shape.risers, 0);
  return {
    ...{ nosings, steps, left, right, arrival: east },
    walk: [{ x: 0, y: 0 }, end],
    outline: outlineBetween(left, right, nosings[0]!, nosings.at(-1)!)
  };
}

/** Mirrored in the line of its first flight: what was left is right. */
function mirrored(layout: StairLayout): StairLayout {
  const flip = ({ x, y }: Point): Point => ({ x, y: -y });
  const ring = (points: Ring) => points.map(flip).reverse();
  const side = (stretches: readonly SideStretch[]) =>
    stretches.map(({ a, b, ...rest }) => ({ ...rest, a: flip(a), b: flip(b) }));
  return {
    ...layout,
    steps: layout.steps.map((step) => ({
      ...step,
      ring: ring(step.ring),
      pitch: step.pitch.map((piece) => ({
        ring: ring(piece.ring),
        plane: { ...piece.plane, b: -piece.plane.b }
      }))
    })),
    nosings: layout.nosings.map(([l, r]): Nosing => [flip(r), flip(l)]),
    walk: layout.walk.map(flip),
    left: side(layout.right),
    right: side(layout.left),
    outline: ring(layout.outline),
    arrival: flip(layout.arrival)
  };
}

/** The steps of a shape; two risers at least on each side of a landing's turn must be given by who asks. */
export function layoutOf(shape: StairShape): StairLayout {
  const { form, turn } = shape;
  const made =
    form === 'quarter' || form === 'half'
      ? withLanding(shape)
      : form === 'winding'
        ? winding(shape)
        : form === 'spiral'
          ? spiral(shape)
          : straight(shape);
  return turn === 'right' && form !== 'straight' && form !== 'ladder' ? mirrored(made) : made;
}

/** The middle of a nosing. */
export const middleOfNosing = ([l, r]: Nosing): Point => lerp(l, r, 0.5);
