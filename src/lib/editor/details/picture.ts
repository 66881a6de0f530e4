/**
 * The thing in hand as a small dimensioned drawing: lengths in mm, y upwards. Its values are written where they measure,
 * each by the name of its field in the card; what no field sets is told as a fact.
 */
import type { Point } from '../../core/geometry/point';

export type PictureInk = 'slate' | 'shale' | 'heather' | 'lichen' | 'tide' | 'kelp' | 'rust';

export interface PictureShape {
  readonly points: readonly Point[];
  readonly closed?: boolean;
  /** A colour of a material, or a role of the tokens. */
  readonly fill?: string;
  readonly ink?: PictureInk;
  readonly pen?: 'cut' | 'face' | 'fine';
  readonly line?: 'dashes' | 'dash-dot';
}

/** A size, as a line with ticks beside the drawing: upright ones to its right or left, level ones below it. */
export interface PictureSize {
  readonly from: Point;
  readonly to: Point;
  /** How far out, in lanes; below nought: to the left, or above. */
  readonly lane: number;
  readonly field?: string;
  readonly text?: string;
}

export interface PictureWord {
  readonly at: Point;
  readonly text?: string;
  /** A value that can be set, after the text. */
  readonly field?: string;
  readonly to: 'left' | 'right' | 'middle';
  readonly ink?: PictureInk;
  /** Rows down from the place. */
  readonly row?: number;
}

/** One of several ways, chosen by pointing at where it is drawn. */
export interface PictureChoice {
  readonly label: string;
  readonly shape: readonly Point[];
  readonly chosen: boolean;
  readonly run: () => void;
}

export interface Picture {
  /** What it is, for those who do not see it. */
  readonly label: string;
  /** So high at most, pixels. */
  readonly height: number;
  /** Room for words to the left of it, pixels. */
  readonly left?: number;
  readonly shapes: readonly PictureShape[];
  readonly sizes: readonly PictureSize[];
  readonly words: readonly PictureWord[];
  readonly choices?: readonly PictureChoice[];
}

/** The fields that a card's pictures hold. */
export const fieldsInPictures = (pictures: readonly Picture[]): ReadonlySet<string> =>
  new Set(
    pictures.flatMap(({ sizes, words }) =>
      [...sizes, ...words].flatMap(({ field }) => (field ? [field] : []))
    )
  );

export const rectangleOf = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 }
];

export const segment = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { x: x0, y: y0 },
  { x: x1, y: y1 }
];
