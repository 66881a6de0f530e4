/** The record of what is known of the ground: a level, a line of levels, or the outline of the plot. */
import { array, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

/** Heights above project zero. */
export type GroundShape =
  | { readonly kind: 'level'; readonly at: Point; readonly z: number }
  | { readonly kind: 'line'; readonly a: Point; readonly za: number; readonly b: Point; readonly zb: number }
  | { readonly kind: 'plot'; readonly points: readonly Point[] };

export interface Ground {
  readonly id: string;
  readonly kind: 'ground';
  readonly name: string;
  readonly shape: GroundShape;
}

export const mostCorners = 500;

/** What a piece of ground may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  shape: f.formed({
    level: object({ kind: f.kind(), at: f.point(), z: f.mm() }),
    line: object({ kind: f.kind(), a: f.point(), za: f.mm(), b: f.point(), zb: f.mm() }),
    plot: object({ kind: f.kind(), points: array(f.point()).min(3).max(mostCorners).required() })
  })
});

declare module '../../document/record' {
  interface Records {
    ground: Ground;
  }
}
