/** The record of a tracing sheet: what is stored of it, and what the reader lets in. */
import { array, boolean, number, object, string } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

/** Pictures by their standard names; drawings of lines after them. */
export const sheetMimes = [
  'image/png',
  'image/jpeg',
  'image/webp',
  'image/svg+xml',
  'image/vnd.dxf',
  'application/pdf',
  'application/x-step'
] as const;

export type SheetMime = (typeof sheetMimes)[number];

/** What a known length was given for: to scale the sheet, to stretch it across, or only to be held against it. */
export const lengthUses = ['scale', 'across', 'check'] as const;

export interface KnownLength {
  /** On the sheet itself: right and up from its lower left corner, in its own units. */
  readonly p: Point;
  readonly q: Point;
  readonly length: number;
  readonly use: (typeof lengthUses)[number];
}

/** Corners of a rectangle as a photo shows them, counter-clockwise from the lower left, and its true sides, mm. */
export interface KnownRectangle {
  readonly corners: readonly Point[];
  readonly width: number;
  readonly height: number;
}

/**
 * A picture or a drawing of lines under the plan. `widthPx`, `heightPx` in its own units: pixels, or those of the drawing.
 * `origin`: where its lower left corner lies (of a photo put right the first corner of its rectangle); never scales the model.
 * `stretch`: how much longer a unit up the sheet is than one along it. Sheets lie in the order of `order`.
 */
export interface TracingSheet {
  readonly id: string;
  readonly kind: 'tracingSheet';
  readonly name: string;
  readonly storey: string;
  readonly blob: string;
  readonly mime: SheetMime;
  /** Of a PDF; of everything else the first. */
  readonly page: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly origin: Point;
  readonly angle: number;
  readonly mmPerPixel: number;
  readonly stretch: number;
  readonly rectangle: KnownRectangle | null;
  readonly lengths: readonly KnownLength[];
  readonly fade: number;
  readonly locked: boolean;
  readonly shown: boolean;
  readonly greys: boolean;
  readonly clearPaper: boolean;
  readonly order: number;
  /** What of it is seen, in its own units; null: all. */
  readonly crop: {
    readonly minX: number;
    readonly minY: number;
    readonly maxX: number;
    readonly maxY: number;
  } | null;
  /** Names of its layers that are not seen. */
  readonly hidden: readonly string[];
}

export const mostLengths = 40;
export const mostLayers = 2000;

/** Whether a sheet is of lines, which can be met exactly. */
export const isLines = ({ mime }: Pick<TracingSheet, 'mime'>): boolean =>
  mime === 'image/vnd.dxf' || mime === 'image/svg+xml' || mime === 'application/x-step';

/** What a tracing sheet may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  blob: f.id(),
  mime: f.choice(sheetMimes),
  page: number().integer().min(1).max(100_000).required(),
  widthPx: f.size(),
  heightPx: f.size(),
  origin: f.point(),
  angle: number().required(),
  mmPerPixel: f.size(),
  stretch: number().min(0.1).max(10).required(),
  rectangle: object({
    corners: array(f.point()).length(4).required(),
    width: f.size(),
    height: f.size()
  })
    .nullable()
    .defined()
    .default(undefined),
  lengths: array(
    object({ p: f.point(), q: f.point(), length: f.size(), use: f.choice(lengthUses) }).required()
  )
    .max(mostLengths)
    .required(),
  fade: number().min(0).max(1).required(),
  locked: boolean().required(),
  shown: boolean().required(),
  greys: boolean().required(),
  clearPaper: boolean().required(),
  order: number().integer().min(-f.most).max(f.most).required(),
  crop: object({ minX: f.mm(), minY: f.mm(), maxX: f.mm(), maxY: f.mm() })
    .nullable()
    .defined()
    .default(undefined),
  hidden: array(string().max(300).defined()).max(mostLayers).required()
});

declare module '../../document/record' {
  interface Records {
    tracingSheet: TracingSheet;
  }
}
