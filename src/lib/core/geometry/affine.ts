/** Maps of the plan that keep parallels: x' = a x + c y + e, y' = b x + d y + f; as SVG, PDF and canvases write them. */
import type { Point } from './point';

export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const sameAffine: Affine = [1, 0, 0, 1, 0, 0];

export const mappedBy = ([a, b, c, d, e, f]: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f
});

/** First `inner`, then `outer`. */
export const withinAffine = (outer: Affine, inner: Affine): Affine => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5]
];
