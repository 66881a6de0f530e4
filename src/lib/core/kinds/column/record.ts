/** The record of a column: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { mixed, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';
import { top, type WallTop } from '../wall/record';

/** Round: as a prism of many sides. */
export type Profile =
  | { readonly kind: 'rectangle'; readonly width: number; readonly depth: number }
  | { readonly kind: 'round'; readonly diameter: number };

/** A column or pier, free or in walls, which are cut round it. `at`: its middle; `base`: above the datum. */
export interface Column extends Worked {
  readonly id: string;
  readonly kind: 'column';
  readonly name: string;
  readonly storey: string;
  readonly at: Point;
  readonly angle: number;
  readonly profile: Profile;
  readonly material: string;
  readonly base: number;
  readonly top: WallTop;
}

export const profile = () =>
  mixed()
    .required()
    .test(
      'profile',
      '${path} must be a rectangle with width and depth, or round with a diameter',
      (value) => {
        const given = value as { kind?: unknown; width?: unknown; depth?: unknown; diameter?: unknown };
        const sizes = given.kind === 'round' ? [given.diameter] : [given.width, given.depth];
        return (
          (given.kind === 'round' || given.kind === 'rectangle') &&
          sizes.every((one) => typeof one === 'number' && one > 0 && one <= f.most)
        );
      }
    );

/** What a column may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  at: f.point(),
  angle: number().required(),
  profile: profile(),
  material: f.id(),
  base: f.mm(),
  top: top()
});

declare module '../../document/record' {
  interface Records {
    column: Column;
  }
}
