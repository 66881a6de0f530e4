/** Curves of drawings as points, near enough that none is told from the curve. Angles in radians. */
import { add, distance, fromAngle, lerp, scale, type Point } from '../geometry/point';

/** Steps for a whole turn; the arrow of a step is an 1 800th of the radius. */
const steps = 96;

/** Counter-clockwise from one angle to another; the same angle twice is a whole turn. */
export function arcPoints(middle: Point, radius: number, from: number, to: number): Point[] {
  const turn = 2 * Math.PI;
  let sweep = (((to - from) % turn) + turn) % turn;
  if (sweep < 1e-9) sweep = turn;
  const count = Math.max(2, Math.ceil((steps * sweep) / turn));
  return Array.from({ length: count + 1 }, (_, k) =>
    add(middle, scale(fromAngle(from + (sweep * k) / count), radius))
  );
}

/** `major`: the longer half axis as a vector; `share`: the other one of it, negative where it is seen from behind. */
export function ellipsePoints(middle: Point, major: Point, share: number, from: number, to: number): Point[] {
  const minor = { x: -major.y * share, y: major.x * share };
  return arcPoints({ x: 0, y: 0 }, 1, from, to).map(({ x, y }) => ({
    x: middle.x + major.x * x + minor.x * y,
    y: middle.y + major.y * x + minor.y * y
  }));
}

/** Stretches between corners; with a bulge (the tangent of a quarter of its angle, to the left) an arc. */
export function bulgePoints(
  corners: readonly { readonly x: number; readonly y: number; readonly bulge: number }[],
  isClosed: boolean
): Point[] {
  const [first] = corners;
  if (!first) return [];
  const points: Point[] = [{ x: first.x, y: first.y }];
  const count = isClosed ? corners.length : corners.length - 1;
  for (let k = 0; k < count; k++) {
    const [p, q] = [corners[k]!, corners[(k + 1) % corners.length]!];
    if (p.bulge !== 0) points.push(...arcBetween(p, q, p.bulge));
    points.push({ x: q.x, y: q.y });
  }
  return points;
}

function arcBetween(p: Point, q: Point, bulge: number): Point[] {
  const sweep = 4 * Math.atan(bulge);
  const half = distance(p, q) / 2;
  const radius = half / Math.sin(sweep / 2);
  const across = Math.atan2(q.y - p.y, q.x - p.x) + Math.PI / 2 - sweep / 2;
  const middle = add(p, scale(fromAngle(across), radius));
  const from = Math.atan2(p.y - middle.y, p.x - middle.x);
  const count = Math.max(2, Math.ceil((steps * Math.abs(sweep)) / (2 * Math.PI)));
  return Array.from({ length: count - 1 }, (_, k) =>
    add(middle, scale(fromAngle(from + (sweep * (k + 1)) / count), Math.abs(radius)))
  );
}

/** Of one, two or three bends, by its ends and the places that bend it (de Casteljau), without where it begins. */
export const bendPoints = (places: readonly Point[], pieces: number): Point[] =>
  Array.from({ length: pieces }, (_, k) => onBend(places, (k + 1) / pieces));

const onBend = (places: readonly Point[], t: number): Point =>
  places.length === 1
    ? places[0]!
    : onBend(
        places.slice(1).map((q, i) => lerp(places[i]!, q, t)),
        t
      );

interface Spline {
  readonly degree: number;
  readonly closed: boolean;
  readonly knots: readonly number[];
  readonly weights: readonly number[];
  readonly control: readonly Point[];
  readonly through: readonly Point[];
}

/** By its control points (de Boor 1972, rational); where it has none the points that it goes through, straight between them. */
export function splinePoints({ degree, closed, knots, weights, control, through }: Spline): Point[] {
  const isWhole = degree >= 1 && control.length > degree && knots.length >= control.length + degree + 1;
  if (!isWhole) {
    const points = through.length > 1 ? through : control;
    return closed && points.length > 2 ? [...points, points[0]!] : [...points];
  }
  const [from, to] = [knots[degree]!, knots[control.length]!];
  const count = Math.min(400, 24 * (control.length - degree));
  return Array.from({ length: count + 1 }, (_, k) => {
    const t = from + ((to - from) * k) / count;
    let span = degree;
    while (span < control.length - 1 && knots[span + 1]! <= t) span += 1;
    const d = Array.from({ length: degree + 1 }, (__, j) => {
      const i = span - degree + j;
      const w = weights[i] ?? 1;
      return [control[i]!.x * w, control[i]!.y * w, w] as [number, number, number];
    });
    for (let r = 1; r <= degree; r++)
      for (let j = degree; j >= r; j--) {
        const i = span - degree + j;
        const wide = knots[i + degree - r + 1]! - knots[i]!;
        const s = wide === 0 ? 0 : (t - knots[i]!) / wide;
        d[j] = d[j]!.map((v, n) => d[j - 1]![n]! * (1 - s) + v * s) as [number, number, number];
      }
    const [x, y, w] = d[degree]!;
    return { x: x / w, y: y / w };
  });
}
