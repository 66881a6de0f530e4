/** The record of a tracing sheet: what is stored of it, and what the reader lets in. */
import { boolean, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

/** A picture under the plan. `origin`: where its lower left corner lies; never scales the model. */
export interface TracingSheet {
  readonly id: string;
  readonly kind: 'tracingSheet';
  readonly name: string;
  readonly storey: string;
  readonly blob: string;
  readonly mime: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly origin: Point;
  readonly angle: number;
  readonly mmPerPixel: number;
  readonly fade: number;
  readonly locked: boolean;
}

/** What a tracing sheet may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  blob: f.id(),
  mime: f.choice(['image/png', 'image/jpeg']),
  widthPx: f.size(),
  heightPx: f.size(),
  origin: f.point(),
  angle: number().required(),
  mmPerPixel: f.size(),
  fade: number().min(0).max(1).required(),
  locked: boolean().required()
});

declare module '../../document/record' {
  interface Records {
    tracingSheet: TracingSheet;
  }
}
