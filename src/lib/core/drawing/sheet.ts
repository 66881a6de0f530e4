/**
 * A drawing on a sheet of paper: its frame, its title block, where north is and a bar of true lengths. All of it is marks
 * in millimetres of the model, so that each form of drawing tells it in its own way.
 */
import type { PlainMark } from '../display/marks';
import type { Point } from '../geometry/point';
import type { Box } from '../geometry/ring';
import { formatLength, inch, type LengthUnits } from '../units/length';
import { scaleName } from '../units/scale';

/** ISO 216, lying, mm. */
const papers = [
  ['A4', 297, 210],
  ['A3', 420, 297],
  ['A2', 594, 420],
  ['A1', 841, 594],
  ['A0', 1189, 841]
] as const;

/** mm of paper: round the frame, wider where a sheet is bound; of the title block; round the drawing within the frame. */
const border = 10;
const bound = 20;
const blockHeight = 16;
const air = 4;

export interface Sheet {
  /** "A3", or its sizes where the drawing is larger than any. */
  readonly name: string;
  /** mm of paper. */
  readonly width: number;
  readonly height: number;
  readonly scale: number;
  /** All of the paper, as the model lies on it. */
  readonly box: Box;
}

/** The smallest sheet that holds what lies in a box at a scale, with the drawing in the middle of what its frame leaves. */
export function sheetFor(drawn: Box, scale: number): Sheet {
  const [wide, high] = [(drawn.maxX - drawn.minX) / scale, (drawn.maxY - drawn.minY) / scale];
  const around = { x: bound + border + 2 * air, y: 2 * border + blockHeight + 2 * air };
  const [least, tall] = [wide + around.x, high + around.y];
  const fits = papers.find(([, width, height]) => least <= width && tall <= height);
  const [width, height] = fits ? [fits[1], fits[2]] : [Math.ceil(least), Math.ceil(tall)];
  const left = bound + air + (width - least) / 2;
  const low = border + blockHeight + air + (height - tall) / 2;
  const [minX, minY] = [drawn.minX - left * scale, drawn.minY - low * scale];
  return {
    name: fits?.[0] ?? `${width} × ${height} mm`,
    ...{ width, height, scale },
    box: { minX, minY, maxX: minX + width * scale, maxY: minY + height * scale }
  };
}

/** The largest drafting scale of those offered at which a drawing fits a lying A4; the last of them where none does. */
export const scaleForPage = (scales: readonly number[], boxAt: (scale: number) => Box): number =>
  scales.find((scale) => sheetFor(boxAt(scale), scale).name === 'A4') ?? scales.at(-1)!;

export interface TitleBlock {
  readonly project: string;
  /** "Plan of Ground". */
  readonly drawing: string;
  /** Its level, or whatever else stands under it. */
  readonly note: string;
}

/** Frame, title block, north and the bar of lengths of a sheet. */
export function sheetMarks(sheet: Sheet, title: TitleBlock, units: LengthUnits): PlainMark[] {
  const { width, height, scale, box, name } = sheet;
  const base = { subject: '', group: 'sheet', ink: 'slate' } as const;
  const at = (x: number, y: number): Point => ({ x: box.minX + x * scale, y: box.minY + y * scale });
  const line = (pen: 'face' | 'thin', ...points: Point[]): PlainMark => ({
    ...base,
    kind: 'lines',
    points,
    pen
  });
  const text = (x: number, y: number, size: number, words: string): PlainMark => ({
    ...{ ...base, kind: 'text', at: at(x, y), angle: 0, height: size, text: words }
  });
  const [x0, x1, y0, y1] = [bound, width - border, border, border + blockHeight];
  const top = height - border;
  const corners = [at(x0, y0), at(x1, y0), at(x1, top), at(x0, top)];
  // From the right: the sheet, the scale with its bar, north; the rest is the house and what of it is drawn.
  const cells = [x1 - 22, x1 - 92, x1 - 108];
  const wide = cells[2]! - x0;
  const middle = (y0 + y1) / 2;
  return [
    line('face', ...corners.flatMap((p, i) => [p, corners[(i + 1) % 4]!])),
    line('face', at(x0, y1), at(x1, y1)),
    line('thin', ...cells.flatMap((x) => [at(x, y0), at(x, y1)])),
    text(x0 + wide / 2, middle + 3.2, 3.5, title.project),
    text(x0 + wide / 2, middle - 3.4, 2.6, [title.drawing, title.note].filter(Boolean).join(', ')),
    ...northMarks((cells[1]! + cells[2]!) / 2, middle, at, base),
    text((cells[0]! + cells[1]!) / 2, middle + 4, 2.6, scaleName(scale, units.system)),
    ...barMarks(cells[1]! + 6, middle - 3.6, sheet, units, at, base),
    text((cells[0]! + x1) / 2, middle, 2.6, name)
  ];
}

type Base = Pick<PlainMark, 'subject' | 'group' | 'ink'>;
type At = (x: number, y: number) => Point;

/** An arrow upwards, the half of it that is filled to the east. */
const northMarks = (x: number, y: number, at: At, base: Base): PlainMark[] => [
  {
    ...{ ...base, kind: 'region', fill: 'slate', pen: 'thin' },
    rings: [[at(x, y - 4.5), at(x + 2.4, y - 6), at(x, y + 2.6)]]
  },
  {
    ...{ ...base, kind: 'stroke', closed: true, pen: 'thin' },
    points: [at(x, y - 4.5), at(x - 2.4, y - 6), at(x, y + 2.6)]
  },
  { ...{ ...base, kind: 'text', at: at(x, y + 5), angle: 0, height: 2.3, text: 'N' } }
];

/** Stretches of a bar, one filled and one not in turn. */
const stretches = 4;

/**
 * As long a stretch of a bar as is round in the units of the drawing and does not take more than so much paper (or so many
 * pixels, where `scale` is mm to a pixel), mm of the model.
 */
export function barStretch(scale: number, { system }: LengthUnits, most: number): number {
  const unit = system === 'ft' ? 12 * inch : 1;
  const steps = system === 'ft' ? [0.25, 0.5, 1, 2, 5, 10, 20, 50, 100] : decades;
  return unit * (steps.filter((step) => (step * unit) / scale <= most).at(-1) ?? steps[0]!);
}

const decades = [1, 10, 100, 1000, 10_000].flatMap((ten) => [10 * ten, 20 * ten, 50 * ten]);

function barMarks(
  x: number,
  y: number,
  { scale }: Sheet,
  units: LengthUnits,
  at: At,
  base: Base
): PlainMark[] {
  const stretch = barStretch(scale, units, 13);
  const wide = stretch / scale;
  return Array.from({ length: stretches + 1 }, (_, i): PlainMark[] => {
    const from = x + i * wide;
    const ring = [at(from, y), at(from + wide, y), at(from + wide, y + 1.2), at(from, y + 1.2)];
    const told = i === 0 ? '0' : formatLength(i * stretch, units);
    return [
      ...(i < stretches
        ? [
            {
              ...base,
              kind: 'region',
              rings: [ring],
              fill: i % 2 === 0 ? 'slate' : 'chalk',
              pen: 'thin'
            } as const
          ]
        : []),
      ...(i === 0 || i === 2 || i === stretches
        ? [{ ...base, kind: 'text', at: at(from, y + 3), angle: 0, height: 1.8, text: told } as const]
        : [])
    ];
  }).flat();
}
