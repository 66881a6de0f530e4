/** The record of a twins: what is stored of it, and what the reader lets in. */
import { array, boolean, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Motion } from '../../geometry/motion';

/** `items`: walls, openings, columns, chimneys, in the order of the first set; `motion`: from the first set to this. */
export interface TwinSet {
  readonly items: readonly string[];
  readonly motion: Motion;
}

/** Mirrored or repeated sets that stay alike until they are released. */
export interface Twins {
  readonly id: string;
  readonly kind: 'twins';
  readonly sets: readonly TwinSet[];
}

/** What a twins may be in a file, besides its id and kind. */
export const schema = object({
  sets: array(
    object({
      items: array(f.id()).min(1).required(),
      motion: object({ angle: number().required(), flips: boolean().required(), by: f.point() }).required()
    }).required()
  )
    .min(2)
    .required()
});

declare module '../../document/record' {
  interface Records {
    twins: Twins;
  }
}
