/**
 * The display list: what a drawing is, before anything draws it. Model millimetres, y up; pens and text heights in
 * millimetres of paper. Renderers (canvas, SVG) share it, so the print equals the screen.
 */
import { along, fromAngle, type Point } from '../geometry/point';
import type { Hatch } from '../project/records';

/** Widths in mm of paper. */
export const pens = {
  cut: { width: 0.5, dash: [] },
  face: { width: 0.3, dash: [] },
  thin: { width: 0.13, dash: [] },
  fine: { width: 0.18, dash: [] },
  dotted: { width: 0.35, dash: [0.35, 1.1] },
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
  /** Drawn over the fill, at true size. */
  readonly hatch?: Hatch;
}

/** Lines of one square repeat of a hatch, in shares of its side; `size`: the side, mm of the building. */
export interface HatchTile {
  readonly size: number;
  readonly lines: readonly (readonly [number, number, number, number])[];
}

const slanted = (size: number): HatchTile => ({
  size,
  lines: [
    [0, 0, 1, 1],
    [-0.1, 0.9, 0.1, 1.1],
    [0.9, -0.1, 1.1, 0.1]
  ]
});
export const hatchTiles: Readonly<Record<Exclude<Hatch, 'none'>, HatchTile>> = {
  brick: slanted(70),
  block: {
    size: 140,
    lines: [...slanted(140).lines, [0.12, 0, 1, 0.88], [0, 0.88, 0.12, 1]]
  },
  stone: {
    size: 220,
    lines: [
      [0, 0.2, 0.3, 0.45],
      [0.3, 0.45, 0.62, 0.3],
      [0.62, 0.3, 1, 0.55],
      [0.3, 0.45, 0.24, 0.9],
      [0.24, 0.9, 0.7, 0.78],
      [0.7, 0.78, 0.62, 0.3]
    ]
  },
  insulation: {
    size: 60,
    lines: [
      [0, 0, 0.5, 1],
      [0.5, 1, 1, 0]
    ]
  },
  timber: {
    size: 110,
    lines: [
      [0, 1, 1, 0],
      [-0.1, 0.1, 0.1, -0.1],
      [0.9, 1.1, 1.1, 0.9]
    ]
  },
  concrete: {
    size: 180,
    lines: [
      [0.1, 0.2, 0.16, 0.24],
      [0.45, 0.1, 0.49, 0.17],
      [0.8, 0.3, 0.87, 0.28],
      [0.25, 0.6, 0.3, 0.55],
      [0.6, 0.55, 0.7, 0.63],
      [0.85, 0.8, 0.88, 0.88],
      [0.4, 0.85, 0.47, 0.83]
    ]
  },
  board: {
    size: 40,
    lines: [[0, 0, 0, 1]]
  }
};

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

/** Width of a character by its height, a little generous. */
export const characterWidth = 0.58;

/** Where a text begins and ends, at so many mm a mm of paper. */
export function textEnds({ at, angle, text, height }: TextMark, paper: number): [Point, Point] {
  const half = (text.length * height * characterWidth * paper) / 2;
  return [along(at, fromAngle(angle), -half), along(at, fromAngle(angle), half)];
}

export type Mark = PathMark | LinesMark | ArcMark | TextMark;

/** Family that screen, SVG and PDF use, so that sizes agree. */
export const drawingFont = 'DejaVu Sans Condensed';
