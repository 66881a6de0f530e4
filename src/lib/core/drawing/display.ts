/**
 * The display list: what a drawing is, before anything draws it. Model millimetres, y up; pens and text heights in
 * millimetres of paper. Renderers (canvas, SVG) share it, so the print equals the screen.
 */
import type { Point } from '../geometry/point';

/** Widths in mm of paper. */
export const pens = {
  cut: { width: 0.5, dash: [] },
  face: { width: 0.3, dash: [] },
  thin: { width: 0.13, dash: [] },
  fine: { width: 0.18, dash: [] },
  overhead: { width: 0.18, dash: [2, 1.2] },
  roof: { width: 0.25, dash: [4, 1.5] }
} as const satisfies Record<string, { width: number; dash: readonly number[] }>;
export type Pen = keyof typeof pens;

/** Colour roles of the drawing; the renderer gives them their colour. */
export type Ink = 'slate' | 'shale' | 'tide' | 'chalk' | 'lichen';

export interface PathMark {
  readonly kind: 'path';
  readonly subject: string;
  readonly layer: string;
  readonly points: readonly Point[];
  readonly closed: boolean;
  readonly pen?: Pen;
  readonly ink: Ink;
  /** #rrggbb of a material, or an ink. */
  readonly fill?: string;
}

/** Separate straight lines of one look: two points each. */
export interface LinesMark {
  readonly kind: 'lines';
  readonly subject: string;
  readonly layer: string;
  readonly points: readonly Point[];
  readonly pen: Pen;
  readonly ink: Ink;
}

/** Counter-clockwise from angle a0 to a1, radians. */
export interface ArcMark {
  readonly kind: 'arc';
  readonly subject: string;
  readonly layer: string;
  readonly centre: Point;
  readonly radius: number;
  readonly a0: number;
  readonly a1: number;
  readonly pen: Pen;
  readonly ink: Ink;
}

export interface TextMark {
  readonly kind: 'text';
  readonly subject: string;
  readonly layer: string;
  readonly at: Point;
  readonly angle: number;
  /** mm of paper. */
  readonly height: number;
  readonly text: string;
  readonly ink: Ink;
}

export type Mark = PathMark | LinesMark | ArcMark | TextMark;

/** Family that screen, SVG and PDF use, so that sizes agree. */
export const drawingFont = 'DejaVu Sans Condensed';
