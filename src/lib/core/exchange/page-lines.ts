/** The lines of a page that is drawn step by step: states kept and taken back, transformed, paths. As pages of PDF are (ISO 32000-1, 8.4, 8.5). */
import type { DrawnText, LineDrawing } from '../kernels/survey/line-drawing';
import { lerp, type Point } from '../geometry/point';
import { mostPieces } from './dxf-read';

/** x' = a x + c y + e, y' = b x + d y + f. */
export type PageMatrix = readonly [number, number, number, number, number, number];

/** Of a path: 0 to a place, 1 a line, 2 a bend by two places, 3 by one, 4 back to where it began; each with its places. */
export type PageStep =
  | { readonly kind: 'save' | 'restore' }
  | { readonly kind: 'transform'; readonly by: PageMatrix }
  | { readonly kind: 'path'; readonly data: ArrayLike<number> };

const places = [1, 1, 3, 2, 0] as const;
/** Pieces of a bend. */
const bends = 12;

const within = (p: PageMatrix, q: PageMatrix): PageMatrix => [
  p[0] * q[0] + p[2] * q[1],
  p[1] * q[0] + p[3] * q[1],
  p[0] * q[2] + p[2] * q[3],
  p[1] * q[2] + p[3] * q[3],
  p[0] * q[4] + p[2] * q[5] + p[4],
  p[1] * q[4] + p[3] * q[5] + p[5]
];
const apply = ([a, b, c, d, e, f]: PageMatrix, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f
});
const bezier = (points: readonly Point[], t: number): Point =>
  points.length === 1
    ? points[0]!
    : bezier(
        points.slice(1).map((q, i) => lerp(points[i]!, q, t)),
        t
      );

/**
 * Lines within the page, from its lower left corner; `onPage` takes what is drawn onto the page, up being up. Undefined where
 * nothing is drawn by lines (a page that is a picture), or more than can be shown.
 */
export function linesOfPage(
  steps: Iterable<PageStep>,
  onPage: PageMatrix,
  size: { readonly width: number; readonly height: number },
  texts: readonly DrawnText[]
): LineDrawing | undefined {
  const numbers: number[] = [];
  const kept: PageMatrix[] = [];
  let now = onPage;
  let [at, start]: Point[] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 }
  ];
  const line = (to: Point) => {
    if (Number.isFinite(to.x + to.y) && (to.x !== at!.x || to.y !== at!.y))
      numbers.push(at!.x, at!.y, to.x, to.y);
    at = to;
  };
  for (const step of steps) {
    if (step.kind === 'transform') now = within(now, step.by);
    else if (step.kind !== 'path') {
      if (step.kind === 'save') kept.push(now);
      else now = kept.pop() ?? now;
    } else {
      const { data } = step;
      for (let k = 0; k < data.length;) {
        const what = data[k]!;
        const count = places[what];
        if (count === undefined) break;
        const points = Array.from({ length: count }, (_, i) =>
          apply(now, { x: data[k + 1 + 2 * i]!, y: data[k + 2 + 2 * i]! })
        );
        k += 1 + 2 * count;
        if (what === 0) at = start = points[0]!;
        else if (what === 1) line(points[0]!);
        else if (what === 4) line(start!);
        else {
          const from = at!;
          for (let n = 1; n <= bends; n++) line(bezier([from, ...points], n / bends));
        }
      }
      if (numbers.length > 4 * mostPieces) return undefined;
    }
  }
  if (numbers.length === 0) return undefined;
  return {
    ...size,
    lines: Float64Array.from(numbers),
    layerOf: new Uint16Array(numbers.length / 4),
    unit: { mm: 25.4 / 72, name: 'points of the page', isSaid: false },
    layers: [{ name: 'page', count: numbers.length / 4, isOff: false }],
    texts,
    sizes: [],
    leftOut: []
  };
}
