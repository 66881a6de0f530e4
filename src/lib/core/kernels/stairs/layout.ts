/** The steps of a stair of any form, in coordinates of its own: those of the pieces that it is put together from. */
import { along, fromAngle, lerp, type Point } from '../../geometry/point';
import { moved, stay, turnedVector, type Motion } from '../../geometry/motion';
import type { Plane } from '../../geometry/plane';
import type { Ring } from '../../geometry/ring';
import {
  arc,
  east,
  flight,
  hasLanding,
  levelAlong,
  outlineBetween,
  pitchOver,
  walkingOffset,
  type Flight,
  type Nosing,
  type SideStretch,
  type StairLayout,
  type StairShape,
  type Step
} from './pieces';
import { beforeWinders, hasWinders, isRadiating, radiating, winding } from './winders';

/** How far along its first flight a stair turns: to its landing, or to the corner about which its winders turn. */
export const beforeTurn = (shape: StairShape): number =>
  hasWinders(shape.form) ? beforeWinders(shape) : (shape.first - 1) * shape.going;

/** Two flights with a landing between them, the second a quarter or a half turn to the left of the first. */
function withLanding(shape: StairShape): StairLayout {
  const { width: w, risers, going, first, gap, form } = shape;
  const lower = flight({ x: 0, y: 0 }, east, shape, first, 0);
  const x = beforeTurn(shape);
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

/** A layout moved; turned over, what was left is right. */
export function movedLayout(layout: StairLayout, motion: Motion): StairLayout {
  const { flips } = motion;
  const move = (p: Point): Point => moved(motion, p);
  const ring = (points: Ring): Ring => (flips ? points.map(move).reverse() : points.map(move));
  const side = (stretches: readonly SideStretch[]) =>
    stretches.map(({ a, b, ...rest }) => ({ ...rest, a: move(a), b: move(b) }));
  const plane = ({ a, b, c }: Plane): Plane => {
    const { x, y } = turnedVector(motion, { x: a, y: b });
    return { a: x, b: y, c: c - x * motion.by.x - y * motion.by.y };
  };
  const [left, right] = flips ? [layout.right, layout.left] : [layout.left, layout.right];
  return {
    ...layout,
    steps: layout.steps.map((step) => ({
      ...step,
      ring: ring(step.ring),
      pitch: step.pitch.map((piece) => ({ ring: ring(piece.ring), plane: plane(piece.plane) }))
    })),
    nosings: layout.nosings.map(([l, r]): Nosing => (flips ? [move(r), move(l)] : [move(l), move(r)])),
    walk: layout.walk.map(move),
    ...{ left: side(left), right: side(right) },
    outline: ring(layout.outline),
    arrival: turnedVector(motion, layout.arrival),
    ...(layout.newel && { newel: ring(layout.newel) })
  };
}

/** In the line of its first flight. */
const mirror: Motion = { ...stay, flips: true };

/** The steps of a shape; two risers at least on each side of a landing's turn must be given by who asks. */
export function layoutOf(shape: StairShape): StairLayout {
  const { form, turn } = shape;
  const made = hasLanding(form)
    ? withLanding(shape)
    : form === 'winding'
      ? winding(shape)
      : isRadiating(form)
        ? radiating(shape)
        : form === 'spiral'
          ? spiral(shape)
          : straight(shape);
  return turn === 'right' && form !== 'straight' && form !== 'ladder' ? movedLayout(made, mirror) : made;
}

/** The middle of a nosing. */
export const middleOfNosing = ([l, r]: Nosing): Point => lerp(l, r, 0.5);
