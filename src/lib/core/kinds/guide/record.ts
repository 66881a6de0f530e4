/** The record of a guide: what is stored of it, and what the reader lets in. */
import { number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';
import type { Side } from '../../kernels/joints/frame';
import { end, type SizeEnd } from '../dimension/record';

/** `face`: so far off a face, away from its wall; `division`: parts of equal size between two parallel lines. */
export type GuideLine =
  | { readonly kind: 'points'; readonly a: Point; readonly b: Point }
  | { readonly kind: 'face'; readonly wall: string; readonly side: Side; readonly distance: number }
  | { readonly kind: 'division'; readonly from: SizeEnd; readonly to: SizeEnd; readonly parts: number };

/** Construction lines, endless, that print nowhere. */
export interface Guide {
  readonly id: string;
  readonly kind: 'guide';
  readonly name: string;
  readonly storey: string;
  readonly line: GuideLine;
}

export const lineForms = {
  points: object({ kind: f.kind(), a: f.point(), b: f.point() }),
  face: object({ kind: f.kind(), wall: f.id(), side: f.side(), distance: f.mm() }),
  division: object({
    kind: f.kind(),
    from: end(),
    to: end(),
    parts: number().integer().min(2).max(200).required()
  })
};

/** What a guide may be in a file, besides its id and kind. */
export const schema = object({ name: f.text(), storey: f.id(), line: f.formed(lineForms) });

declare module '../../document/record' {
  interface Records {
    guide: Guide;
  }
}
