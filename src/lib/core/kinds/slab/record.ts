/** The record of a slab: what is stored of it, and what the reader lets in. */
import { array, mixed, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

export const slabFaces = ['outer', 'structure', 'inner'] as const;

export type SlabFace = (typeof slabFaces)[number];

export type SlabOutline =
  | { readonly kind: 'walls'; readonly face: SlabFace }
  | { readonly kind: 'drawn'; readonly points: readonly Point[] };

/** `offset`: top of the slab above the storey's datum. */
export interface Slab {
  readonly id: string;
  readonly kind: 'slab';
  readonly name: string;
  readonly storey: string;
  readonly outline: SlabOutline;
  readonly thickness: number;
  readonly material: string;
  readonly offset: number;
}

export const outline = () =>
  mixed()
    .required()
    .test('outline', '${path} must name a face of the walls, or list at least three points', (value) => {
      const given = value as { kind?: unknown; face?: unknown; points?: unknown };
      if (given.kind === 'walls') return slabFaces.includes(given.face as never);
      return given.kind === 'drawn' && array(f.point()).min(3).isValidSync(given.points);
    });

/** What a slab may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  outline: outline(),
  material: f.id(),
  thickness: f.size(),
  offset: f.mm()
});

declare module '../../document/record' {
  interface Records {
    slab: Slab;
  }
}
