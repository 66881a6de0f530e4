/** The record of a layer: what is stored of it, and what the reader lets in. */
import { array, boolean, object } from 'yup';
import * as f from '../../document/fields';

/** Things shown, hidden and locked together: all on a layer that kinds declare, or those that were put in. */
export interface Layer {
  readonly id: string;
  readonly kind: 'layer';
  readonly name: string;
  readonly holds:
    | { readonly by: 'kind'; readonly what: string }
    | { readonly by: 'items'; readonly items: readonly string[] };
  readonly shown: boolean;
  readonly locked: boolean;
}

export const layerHolds = {
  kind: object({ by: f.kind(), what: f.id() }),
  items: object({ by: f.kind(), items: array(f.id()).required() })
};

/** What a layer may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  holds: f.formed(layerHolds, 'by'),
  shown: boolean().required(),
  locked: boolean().required()
});

declare module '../../document/record' {
  interface Records {
    layer: Layer;
  }
}
