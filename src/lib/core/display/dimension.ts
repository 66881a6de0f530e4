/** Dimension strings as marks: what is measured, where it is written, and the lines and texts that tell it at a scale. */
import { add, angleOf, dot, leftOf, scale, subtract, type Point } from '../geometry/point';
import { readable } from './arrows';
import {
  characterWidth,
  type DimensionMark,
  type DimensionString,
  type Mark,
  type Pen,
  type PlainMark,
  type SizeText
} from './marks';

/** Of dimension strings, mm of paper. */
export const paperGaps = {
  /** From the building to the first string, from one to the next, and so much more over a row of sizes. */
  first: 6,
  next: 6.2,
  row: 4.3,
  /** Extension lines: from the building, from under a line that is not the first, and past the line. */
  house: 1.5,
  stub: 1.6,
  over: 1.2,
  /** Half a tick, along and across; a text on the line stands above that, and so much within its stretch. */
  tick: 0.8,
  above: 0.9,
  within: 0.3,
  /** A leader goes straight out by so much before it turns to its text. */
  straight: 3.3,
  /** In the outer row: between texts, past the ends of the string, and away from the middle of a stretch. */
  between: 0.8,
  past: 3,
  farthest: 7,
  /** The longest text of a side may be so much wider than the building at each end. */
  beside: 5,
  leastStretch: 1,
  outsideShare: 0.6
} as const;

export const textHeight = 2.3;

/** A string of sizes as a mark; `subject`: the dimension that it is, where it was placed by hand. */
export const dimensionMark = (string: DimensionString, subject = ''): DimensionMark => ({
  ...{ kind: 'dimension', subject, group: `dimensions ${string.what}`, ink: 'tide', string }
});

/**
 * Marks with every dimension told by plain ones: line, extension lines, slanted ticks, sizes. `paper`: mm a mm of paper;
 * `known`: where what was made of a dimension at this scale is kept for the next time.
 */
export const plainMarks = (
  marks: readonly Mark[],
  paper: number,
  known?: WeakMap<DimensionMark, readonly PlainMark[]>
): PlainMark[] => {
  const plain: PlainMark[] = [];
  for (const mark of marks) {
    if (mark.kind !== 'dimension') {
      plain.push(mark);
      continue;
    }
    let made = known?.get(mark);
    if (!made) {
      made = drawString(mark.string, paper, mark.subject);
      known?.set(mark, made);
    }
    plain.push(...made);
  }
  return plain;
};

/** Texts along a string read from below or from the right. */
const readingAngle = (along: Point) => angleOf(readable(along));

/** How far out of its line the middle of a size is, mm of paper: over the line as it reads, the row beyond it. */
export function awayOf(along: Point, out: Point, { row, other }: Pick<SizeText, 'row' | 'other'>): number {
  const side = other ? -1 : 1;
  if (row > 0) return side * (paperGaps.row + textHeight / 2);
  const angle = readingAngle(along);
  const outwards = dot({ x: -Math.sin(angle), y: Math.cos(angle) }, out) > 0;
  return (outwards ? side : -side) * (paperGaps.above + textHeight / 2);
}

function drawString(string: DimensionString, paper: number, subject: string): PlainMark[] {
  const { along, out, stops, level, froms, what, slant, sizes } = string;
  const point = (t: number, o: number): Point => ({
    x: along.x * t + out.x * o,
    y: along.y * t + out.y * o
  });
  const group = `dimensions ${what}`;
  const tick = scale(add(along, scale(out, slant)), paperGaps.tick * paper);
  const angle = readingAngle(along);
  const [thin, ticks, sure, unsure]: [Point[], Point[], Point[], Point[]] = [[], [], [], []];
  stops.forEach((t, i) => {
    const at = point(t, level);
    thin.push(point(t, froms[i]!), point(t, level + paperGaps.over * paper));
    ticks.push(subtract(at, tick), add(at, tick));
  });
  const marks: PlainMark[] = [];
  const draw = (points: readonly Point[], pen: Pen) =>
    marks.push({ kind: 'lines', subject, group, points, ink: 'tide', pen });
  const texts: PlainMark[] = [];
  sizes.forEach((size, i) => {
    const { middle, row, other, text } = size;
    if (row > 0) {
      const side = other ? -paper : paper;
      const turn = point(middle, level + paperGaps.straight * side);
      thin.push(point(middle, level), turn, turn, point(size.at, level + paperGaps.row * side));
    }
    if (size.locked) thin.push(...frameLines(placeOfSize(string, size, paper)));
    (size.unsure ? unsure : sure).push(point(stops[i]!, level), point(stops[i + 1]!, level));
    const at = point(size.at, level + awayOf(along, out, size) * paper);
    texts.push({ kind: 'text', subject, group, at, angle, height: textHeight, text, ink: 'tide' });
  });
  draw(sure, 'fine');
  if (unsure.length > 0) draw(unsure, 'dotted');
  draw(thin, 'thin');
  draw(ticks, 'face');
  return [...marks, ...texts];
}

/** A frame round a size. */
export function frameLines({ at, along, reach, height }: ReturnType<typeof placeOfSize>): Point[] {
  const [u, v] = [scale(along, reach * 1.12), scale(leftOf(along), height * 0.52)];
  const corners = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1]
  ].map(([i, j]) => add(at, add(scale(u, i!), scale(v, j!))));
  return corners.flatMap((corner, i) => [corner, corners[(i + 1) % 4]!]);
}

/** Where a size is written, and how far along and across its text reaches from there, mm of the model. */
export function placeOfSize(
  { along, out, level }: DimensionString,
  size: SizeText,
  paper: number
): { at: Point; along: Point; reach: number; height: number } {
  const height = textHeight * paper;
  const away = level + awayOf(along, out, size) * paper;
  const point = { x: along.x * size.at + out.x * away, y: along.y * size.at + out.y * away };
  return { at: point, along, reach: (size.text.length * height * characterWidth) / 2, height: 1.4 * height };
}
