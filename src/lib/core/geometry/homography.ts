/**
 * Plane projective maps, as a photo of a sheet of paper makes them. Matrices of nine numbers, row by row. The map of the unit
 * square on four corners in closed form: P. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, 2.2.
 */
import { cross, subtract, type Point } from './point';

export type Homography = readonly number[];

const times = (m: Homography, n: Homography): number[] =>
  m.map((_, k) => {
    const [row, column] = [3 * Math.floor(k / 3), k % 3];
    return m[row]! * n[column]! + m[row + 1]! * n[column + 3]! + m[row + 2]! * n[column + 6]!;
  });

/** The map back, but for a factor, which maps do not have. */
export function inverse([a, b, c, d, e, f, g, h, i]: Homography): number[] {
  const [A, B, C, D, E, F, G, H, I] = [a!, b!, c!, d!, e!, f!, g!, h!, i!];
  return [
    ...[E * I - F * H, C * H - B * I, B * F - C * E],
    ...[F * G - D * I, A * I - C * G, C * D - A * F],
    ...[D * H - E * G, B * G - A * H, A * E - B * D]
  ];
}

/** Whether four corners in order go round without a turn back, and no three of them lie on a line: to `least`, a share of the longest side squared. */
export function isConvex(corners: readonly Point[], least = 1e-3): boolean {
  const turns = corners.map((p, k) => {
    const [q, r] = [corners[(k + 1) % 4]!, corners[(k + 2) % 4]!];
    return cross(subtract(q, p), subtract(r, q));
  });
  const size = Math.max(
    ...corners.map((p, k) => {
      const q = corners[(k + 1) % 4]!;
      return (q.x - p.x) ** 2 + (q.y - p.y) ** 2;
    })
  );
  return corners.length === 4 && Math.abs(turns.reduce((sum, t) => sum + Math.sign(t), 0)) === 4
    ? turns.every((t) => Math.abs(t) > least * size)
    : false;
}

/** (0, 0), (1, 0), (1, 1), (0, 1) to four corners that go round convexly. */
function fromSquare(corners: readonly Point[]): number[] {
  const [p, q, r, s] = corners as [Point, Point, Point, Point];
  const sum = { x: p.x - q.x + r.x - s.x, y: p.y - q.y + r.y - s.y };
  const [d, e] = [subtract(q, r), subtract(s, r)];
  const size = cross(d, e);
  const [g, h] = [cross(sum, e) / size, cross(d, sum) / size];
  return [
    ...[q.x - p.x + g * q.x, s.x - p.x + h * s.x, p.x],
    ...[q.y - p.y + g * q.y, s.y - p.y + h * s.y, p.y],
    ...[g, h, 1]
  ];
}

/**
 * The map of four points on four others, both going round convexly (`isConvex`). Points are taken from their middle and by
 * their size first, so that large numbers lose nothing.
 */
export function homography(from: readonly Point[], to: readonly Point[]): Homography {
  const [m, n] = [normal(from), normal(to)];
  const map = times(
    fromSquare(to.map((p) => mapped(n, p))),
    inverse(fromSquare(from.map((p) => mapped(m, p))))
  );
  return times(inverse(n), times(map, m));
}

function normal(points: readonly Point[]): number[] {
  const middle = (of: (p: Point) => number) => points.reduce((sum, p) => sum + of(p), 0) / points.length;
  const [x, y] = [middle((p) => p.x), middle((p) => p.y)];
  const size = Math.max(...points.map((p) => Math.abs(p.x - x) + Math.abs(p.y - y)), 1e-9);
  return [1 / size, 0, -x / size, 0, 1 / size, -y / size, 0, 0, 1];
}

/** Where a point comes to lie; far beyond all sizes on the line that goes to infinity. */
export function mapped(m: Homography, { x, y }: Point): Point {
  const w = m[6]! * x + m[7]! * y + m[8]!;
  return { x: (m[0]! * x + m[1]! * y + m[2]!) / w, y: (m[3]! * x + m[4]! * y + m[5]!) / w };
}
