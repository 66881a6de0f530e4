/**
 * The display list: what a drawing is, before anything draws it. Model millimetres, y up; pens and text heights in
 * millimetres of paper. Renderers (canvas, SVG) share it, so the print equals the screen.
 */
import { along, fromAngle, type Point } from '../geometry/point';

export const hatches = [
  'none',
  'stone',
  'block',
  'brick',
  'insulation',
  'timber',
  'concrete',
  'board'
] as const;

export type Hatch = (typeof hatches)[number];

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

/** What every mark says of itself. `group`: marks that print together, as a group in SVG. */
interface MarkBase {
  readonly subject: string;
  readonly group: string;
  readonly ink: Ink;
  /** Left out at small scales. */
  readonly isDetail?: true;
}

/** A filled part of the drawing: an outer ring, then its holes. */
export interface RegionMark extends MarkBase {
  readonly kind: 'region';
  readonly rings: readonly (readonly Point[])[];
  readonly pen?: Pen;
  /** #rrggbb of a material, or an ink. */
  readonly fill: string;
  /** Drawn over the fill; how close its lines lie, says `hatchAt`. */
  readonly hatch?: Hatch;
}

/** A line through points, closed on its start when it says so. */
export interface StrokeMark extends MarkBase {
  readonly kind: 'stroke';
  readonly points: readonly Point[];
  readonly closed: boolean;
  readonly pen: Pen;
}

/** Lines of one square repeat of a hatch, in shares of its side; `size`: the side, mm of the building. */
export interface HatchTile {
  readonly size: number;
  readonly lines: readonly (readonly [number, number, number, number])[];
}

export const slanted = (size: number): HatchTile => ({
  size,
  lines: [
    [0, 0, 1, 1],
    [-0.1, 0.9, 0.1, 1.1],
    [0.9, -0.1, 1.1, 0.1]
  ]
});

const hatchTiles: Readonly<Record<Exclude<Hatch, 'none'>, HatchTile>> = {
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

/** At this scale, mm of the building to a mm of paper, tiles have the size that they are given. */
const hatchScale = 30;

/**
 * A hatch at a scale: its tile is halved or doubled, so that its lines lie as close on paper at 1 : 1 as at 1 : 100.
 * Within a factor of two it keeps its true size, and so does not swim as one zooms.
 */
export function hatchAt(hatch: Exclude<Hatch, 'none'>, paper: number): HatchTile {
  const { size, lines } = hatchTiles[hatch];
  return { size: size * 2 ** Math.round(Math.log2(paper / hatchScale)), lines };
}

/** Separate straight lines of one look: two points each. */
export interface LinesMark extends MarkBase {
  readonly kind: 'lines';
  readonly points: readonly Point[];
  readonly pen: Pen;
}

/** Counter-clockwise from angle a0 to a1, radians. */
export interface ArcMark extends MarkBase {
  readonly kind: 'arc';
  readonly centre: Point;
  readonly radius: number;
  readonly a0: number;
  readonly a1: number;
  readonly pen: Pen;
}

export interface TextMark extends MarkBase {
  readonly kind: 'text';
  readonly at: Point;
  readonly angle: number;
  /** mm of paper. */
  readonly height: number;
  readonly text: string;
}

/** A string of sizes as what it is, so that each form of drawing can tell it in its own way. */
export interface DimensionMark extends MarkBase {
  readonly kind: 'dimension';
  readonly string: DimensionString;
}

export interface DimensionString {
  /** Which way its ticks slant. */
  readonly slant: 1 | -1;
  readonly what: 'openings' | 'faces' | 'overall' | 'placed';
  /** Unit vector along the string, and outwards from the building. */
  readonly along: Point;
  readonly out: Point;
  /** Positions along, ascending; and how far out the string lies, mm of model. */
  readonly stops: readonly number[];
  readonly level: number;
  /** Where the extension line of each stop begins: at the building, or at an inner string that has the stop too. */
  readonly froms: readonly number[];
  /** Sizes of the stretches, placed so that none overlap. */
  readonly sizes: readonly SizeText[];
}

export interface SizeText {
  /** The stretch it tells, as its middle, and where along it is written. */
  readonly middle: number;
  readonly at: number;
  /** 0: on the line; 1: in a row outside it, for sizes wider than their stretch. */
  readonly row: 0 | 1;
  /** On the other side of its line: under it as it reads, or in a row inside it. */
  readonly other?: boolean;
  readonly text: string;
  /** Assumed or unknown: drawn dotted. */
  readonly unsure?: boolean;
  /** Must stay as it is: drawn framed. */
  readonly locked?: boolean;
}

/** Marks that are drawn as they are. */
export type PlainMark = RegionMark | StrokeMark | LinesMark | ArcMark | TextMark;

/** Width of a character by its height, a little generous. */
export const characterWidth = 0.58;

/** Half the width and height of a text, at so many mm a mm of paper. */
export const halfOfText = (text: string, height: number, paper: number): Point => ({
  x: (text.length * height * characterWidth * paper) / 2,
  y: (height * paper) / 2
});

/** Where a text begins and ends, at so many mm a mm of paper. */
export function textEnds({ at, angle, text, height }: TextMark, paper: number): [Point, Point] {
  const half = halfOfText(text, height, paper).x;
  return [along(at, fromAngle(angle), -half), along(at, fromAngle(angle), half)];
}

export type Mark = PlainMark | DimensionMark;

/** Family that screen, SVG and PDF use, so that sizes agree. */
export const drawingFont = 'DejaVu Sans Condensed';

/** Usual height of the cut above the datum, mm. */
export const cutHeight = 1200;
