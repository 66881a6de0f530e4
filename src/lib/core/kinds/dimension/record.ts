/** The record of a dimension: what is stored of it, and what the reader lets in. */
import { array, boolean, mixed, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Side } from '../../kernels/joints/frame';
import type { Point } from '../../geometry/point';
import type { Certainty } from '../../units/certainty';

/** A face or the middle of a wall, a jamb or the middle of an opening; `low`: the jamb nearer end a of its wall. */
export type SizeEnd =
  | { readonly wall: string; readonly side: Side | 'centre' }
  | { readonly opening: string; readonly jamb: 'low' | 'high' | 'centre' };

/** A ray from where the two lines meet: along the face of a wall as it runs, or against it. */
export interface AngleArm {
  readonly wall: string;
  readonly side: Side;
  readonly reverse: boolean;
}

/** What a note points at: a place in a wall (from its start, to the left of its line), or of the storey. */
export type NoteTip =
  | { readonly kind: 'wall'; readonly wall: string; readonly t: number; readonly y: number }
  | { readonly kind: 'point'; readonly at: Point };

/**
 * `chain`: parallel lines in order; `place`: where the string lies, along the first of them from its start; `locked`:
 * sizes of the stretches that must stay. `angle`: counter-clockwise from the first arm to the second. `note`: a text at
 * an offset from its tip.
 */
export type DimensionForm =
  | {
      readonly kind: 'chain';
      readonly ends: readonly SizeEnd[];
      readonly place: number;
      readonly locked: readonly number[] | null;
    }
  | { readonly kind: 'angle'; readonly arms: readonly [AngleArm, AngleArm]; readonly radius: number }
  | { readonly kind: 'note'; readonly tip: NoteTip; readonly offset: Point; readonly text: string };

/** A dimension or note placed by hand. */
export interface Dimension {
  readonly id: string;
  readonly kind: 'dimension';
  readonly storey: string;
  readonly form: DimensionForm;
  readonly certainty: Certainty;
}

export const end = () =>
  mixed()
    .required()
    .test('end', '${path} must name a wall and its side, or an opening and its jamb', (value) => {
      const given = value as { wall?: unknown; side?: unknown; opening?: unknown; jamb?: unknown };
      return typeof given.wall === 'string'
        ? ['left', 'right', 'centre'].includes(given.side as string)
        : typeof given.opening === 'string' && ['low', 'high', 'centre'].includes(given.jamb as string);
    });

export const arm = () => object({ wall: f.id(), side: f.side(), reverse: boolean().required() }).required();

export const tips = {
  wall: object({ kind: f.kind(), wall: f.id(), t: f.mm(), y: f.mm() }),
  point: object({ kind: f.kind(), at: f.point() })
};

export const dimensionForms = {
  chain: object({
    kind: f.kind(),
    ends: array(end()).min(2).required(),
    place: f.mm(),
    locked: array(number().required()).nullable().defined()
  }),
  angle: object({ kind: f.kind(), arms: array(arm()).length(2).required(), radius: f.size() }),
  note: object({ kind: f.kind(), tip: f.formed(tips), offset: f.point(), text: f.text() })
};

/** What a dimension may be in a file, besides its id and kind. */
export const schema = object({ storey: f.id(), form: f.formed(dimensionForms), certainty: f.certainty() });

declare module '../../document/record' {
  interface Records {
    dimension: Dimension;
  }
}
