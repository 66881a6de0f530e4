/** Dimension strings as marks: what is measured, where it is written, and the lines and texts that tell it at a scale. */
import { add, dot, leftOf, scale, subtract, type Point } from '../geometry/point';
import {
  characterWidth,
  type DimensionMark,
  type DimensionString,
  type Mark,
  type PlainMark,
  type SizeText
} from './marks';

/** mm of paper: from the building to the first string, between strings, for each row of sizes that stand outside. */
export const paperGaps = { first: 6, next: 6.2, row: 2.3, past: 1.5 } as const;

export const textHeight = 2.3;

export const smallText = 2;

/** A string of sizes as a mark; `subject`: the dimension that it is, where it was placed by hand. */
export const dimensionMark = (string: DimensionString, subject = ''): DimensionMark => ({
  ...{ kind: 'dimension', subject, group: `dimensions ${string.what}`, ink: 'tide', string }
});

/** Marks with every dimension told by plain ones: line, extension lines, slanted ticks, sizes. `paper`: mm a mm of paper. */
export const plainMarks = (marks: readonly Mark[], paper: number): PlainMark[] =>
  marks.flatMap((mark) =>
    mark.kind === 'dimension' ? drawString(mark.string, paper, mark.subject) : [mark]
  );

/** Texts along a string read from below or from the right. */
export const readingAngle = (along: Point) =>
  Math.abs(along.y) > Math.abs(along.x)
    ? Math.atan2(Math.abs(along.y), along.x * Math.sign(along.y))
    : Math.atan2(along.y, along.x);

/** How far out of its line a size is written, mm of paper: over the line as it reads, rows beyond it. */
export function awayOf(along: Point, out: Point, row: number): number {
  const angle = readingAngle(along);
  const outwards = dot({ x: -Math.sin(angle), y: Math.cos(angle) }, out) > 0;
  return row === 0 ? (outwards ? 1.8 : -1.8) : (outwards ? 1.9 : 0) + paperGaps.row * row;
}

function drawString(string: DimensionString, paper: number, subject: string): PlainMark[] {
  const { along, out, stops, level, froms, what, slant, sizes } = string;
  const point = (t: number, o: number): Point => ({
    x: along.x * t + out.x * o,
    y: along.y * t + out.y * o
  });
  const base = { subject, group: `dimensions ${what}`, ink: 'tide' as const };
  const tick = add(scale(along, 1.1 * paper), scale(out, slant * 1.1 * paper));
  const angle = readingAngle(along);
  const thin: Point[] = [];
  const ticks: Point[] = [];
  stops.forEach((t, i) => {
    const at = point(t, level);
    thin.push(point(t, froms[i]!), point(t, level + paperGaps.past * paper));
    ticks.push(subtract(at, tick), add(at, tick));
  });
  const texts = sizes.map(({ middle, at, row, text }): PlainMark => {
    const away = awayOf(along, out, row);
    if (at !== middle) thin.push(point(middle, level), point(at, level + (away - smallText / 2) * paper));
    const height = row === 0 ? textHeight : smallText;
    return { ...base, kind: 'text', at: point(at, level + away * paper), angle, height, text };
  });
  const stretch = (i: number) => [point(stops[i]!, level), point(stops[i + 1]!, level)];
  const unsure = sizes.flatMap((size, i) => (size.unsure ? stretch(i) : []));
  const sure = sizes.flatMap((size, i) => (size.unsure ? [] : stretch(i)));
  for (const size of sizes) if (size.locked) thin.push(...frameLines(placeOfSize(string, size, paper)));
  return [
    { ...base, kind: 'lines', points: sure, pen: 'fine' },
    ...(unsure.length > 0 ? [{ ...base, kind: 'lines', points: unsure, pen: 'dotted' } as const] : []),
    { ...base, kind: 'lines', points: thin, pen: 'thin' },
    { ...base, kind: 'lines', points: ticks, pen: 'face' },
    ...texts
  ];
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
  { at, row, text }: SizeText,
  paper: number
): { at: Point; along: Point; reach: number; height: number } {
  const height = (row === 0 ? textHeight : smallText) * paper;
  const away = level + awayOf(along, out, row) * paper;
  const point = { x: along.x * at + out.x * away, y: along.y * at + out.y * away };
  return { at: point, along, reach: (text.length * height * characterWidth) / 2, height: 1.4 * height };
}
