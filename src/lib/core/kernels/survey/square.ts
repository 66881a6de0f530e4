/** Rooms that are declared square: what their sides give when every corner turns by a right angle. mm. */
import {
  angleOf,
  cross,
  distance,
  dot,
  meanOf,
  rotate,
  scale,
  subtract,
  type Point
} from '../../geometry/point';
import type { CornerLength } from './adjust';
import { closedLegs, endsOf, leftOver } from './traverse';

/** Sides as quarter turns from the first; undefined where corners as they are drawn do not go round by right angles. */
export function quartersOf(corners: readonly Point[]): number[] | undefined {
  const n = corners.length;
  const ways = corners.map((p, i) => angleOf(subtract(corners[(i + 1) % n]!, p)));
  const quarters = ways.map((way) => Math.round((way - ways[0]!) / (Math.PI / 2)) & 3);
  const turns = quarters.map((q, i) => ((((quarters[(i + 1) % n]! - q) & 3) + 1) % 4) - 1);
  // Two quarters at once would be a way back.
  const isRound = turns.every((turn) => turn < 2) && turns.reduce((sum, turn) => sum + turn, 0) === 4;
  return isRound ? quarters : undefined;
}

export type SquareShape =
  | {
      readonly state: 'open';
      /** Sides of which one has to be measured, by their first corner. */
      readonly sides: readonly number[];
    }
  | {
      readonly state: 'solved';
      readonly corners: readonly Point[];
      /** Left over along the first side and square to it, before it was taken away. */
      readonly over: Point;
      /** Of each length that was given: measured less what the square room has. */
      readonly left: readonly number[];
    };

const unitOf = [
  { x: 1, y: 0 },
  { x: 0, y: 1 },
  { x: -1, y: 0 },
  { x: 0, y: -1 }
] as const;

/**
 * Corners from the lengths of sides, `quarters` as `quartersOf` tells them. Of the sides along each axis one need not be
 * measured; what is left over goes to the sides along the axis, in proportion. The first corner lies at zero, the first
 * side runs east. Diagonals are held against it only.
 */
export function squareShape(quarters: readonly number[], lengths: readonly CornerLength[]): SquareShape {
  const n = quarters.length;
  const sides = quarters.map((_, i) => {
    const k = (i + 1) % n;
    return lengths.find(({ a, b }) => (a === i && b === k) || (a === k && b === i))?.length;
  });
  for (const axis of [0, 1]) {
    const along = quarters.flatMap((q, i) => (q % 2 === axis ? [i] : []));
    const unknown = along.filter((i) => sides[i] === undefined);
    if (unknown.length > 1) return { state: 'open', sides: unknown };
    const own = unknown[0];
    if (own === undefined) continue;
    const sign = (i: number) => (quarters[i]! < 2 ? 1 : -1);
    const rest = along.reduce((sum, i) => (i === own ? sum : sum + sign(i) * sides[i]!), 0);
    if (-rest * sign(own) <= 0) return { state: 'open', sides: unknown };
    sides[own] = -rest * sign(own);
  }
  const legs = quarters.map((q, i) => scale(unitOf[q]!, sides[i]!));
  const ends = endsOf(closedLegs(legs, 'square'));
  const corners = [{ x: 0, y: 0 }, ...ends.slice(0, -1)];
  return {
    state: 'solved',
    ...{ corners, over: leftOver(legs) },
    left: lengths.map(({ a, b, length }) => length - distance(corners[a]!, corners[b]!))
  };
}

/** How far corners lie apart at most when two shapes are laid over each other as well as can be, without reflecting. */
export function apart(one: readonly Point[], other: readonly Point[]): number {
  const [p, q] = [meanOf(one), meanOf(other)];
  const pairs = one.map((at, i) => [subtract(at, p), subtract(other[i]!, q)] as const);
  const turn = Math.atan2(
    pairs.reduce((sum, [u, v]) => sum + cross(v, u), 0),
    pairs.reduce((sum, [u, v]) => sum + dot(v, u), 0)
  );
  return Math.max(...pairs.map(([u, v]) => distance(u, rotate(v, turn))));
}
