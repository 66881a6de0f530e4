/** Where what is on a tracing sheet lies in the plan, and how well known lengths are met by it. One place says how sheets lie. */
import { distance, rotate, subtract, add, type Point } from '../../geometry/point';
import { homography, inverse, mapped, type Homography } from '../../geometry/homography';
import { isLines, type KnownLength, type KnownRectangle, type TracingSheet } from './record';

type Placed = Pick<TracingSheet, 'origin' | 'angle' | 'mmPerPixel' | 'stretch' | 'rectangle'>;

/** From the sheet itself to what it shows put right, in the units that it is scaled from. */
export const flattening = ({ corners, width, height }: KnownRectangle): Homography =>
  homography(corners, [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height }
  ]);

/** A point of the sheet in its own units, put right but not yet scaled. */
export const flatOf = ({ rectangle }: Pick<Placed, 'rectangle'>, p: Point): Point =>
  rectangle ? mapped(flattening(rectangle), p) : p;

/** From there into the plan. */
export const laid = (
  { origin, angle, mmPerPixel, stretch }: Omit<Placed, 'rectangle'>,
  { x, y }: Point
): Point => add(origin, rotate({ x: x * mmPerPixel, y: y * mmPerPixel * stretch }, angle));

export const inPlan = (sheet: Placed, p: Point): Point => laid(sheet, flatOf(sheet, p));

/** What of a sheet's look makes it another picture: so is it called. */
export const lookOf = ({ blob, greys, clearPaper, rectangle }: TracingSheet): string =>
  JSON.stringify([blob, greys, clearPaper, rectangle]);

/** A place of the plan put right, and on the sheet itself. */
export function flatAt({ origin, angle, mmPerPixel, stretch }: Placed, p: Point): Point {
  const { x, y } = rotate(subtract(p, origin), -angle);
  return { x: x / mmPerPixel, y: y / (mmPerPixel * stretch) };
}

export function onSheet(sheet: Placed, p: Point): Point {
  const flat = flatAt(sheet, p);
  return sheet.rectangle ? mapped(inverse(flattening(sheet.rectangle)), flat) : flat;
}

/**
 * What of the sheet is seen, as a ring in the plan. Of a photo put right, not more than half as much again round its known
 * rectangle: further out a photo runs away without end.
 */
export function outlineOf(sheet: TracingSheet): Point[] {
  return shownCorners(sheet).map((p) => laid(sheet, p));
}

/** The same, not yet scaled; counter-clockwise from the lower left. */
export function shownCorners(sheet: TracingSheet): Point[] {
  const { crop, widthPx, heightPx, rectangle } = sheet;
  const { minX, minY, maxX, maxY } = crop ?? { minX: 0, minY: 0, maxX: widthPx, maxY: heightPx };
  const corners = [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY }
  ];
  if (!rectangle) return corners;
  const [w, h] = [rectangle.width, rectangle.height];
  return [
    { x: -w / 2, y: -h / 2 },
    { x: 1.5 * w, y: -h / 2 },
    { x: 1.5 * w, y: 1.5 * h },
    { x: -w / 2, y: 1.5 * h }
  ];
}

/** Pixels of a page as it is shown, the longer way. */
export const pagePixels = 4000;

/** How far a length on the sheet is off by picking alone, mm: each end is picked to a pixel; lines are met. */
export function pickError(sheet: TracingSheet, { p, q }: Pick<KnownLength, 'p' | 'q'>): number {
  if (isLines(sheet)) return 0;
  const { mime, widthPx, heightPx } = sheet;
  // The units of a page are points.
  const pixel = mime === 'application/pdf' ? Math.max(widthPx, heightPx) / pagePixels : 1;
  const long = distance(p, q);
  return long > 0 ? (Math.SQRT2 * pixel * distance(inPlan(sheet, p), inPlan(sheet, q))) / long : 0;
}

export interface Residual extends KnownLength {
  /** As the sheet has it now, mm. */
  readonly is: number;
  readonly off: number;
  /** Of the length. */
  readonly share: number;
  /** What picking explains, mm. */
  readonly picks: number;
}

/** Each known length against the sheet. */
export const residualsOf = (sheet: TracingSheet): Residual[] =>
  sheet.lengths.map((known) => {
    const is = distance(inPlan(sheet, known.p), inPlan(sheet, known.q));
    const off = is - known.length;
    return { ...known, is, off, share: off / known.length, picks: pickError(sheet, known) };
  });

export type SheetState = 'unchecked' | 'good' | 'scale' | 'stretch' | 'bow' | 'unlike';

/** Lengths that are off by less are good whatever they were picked on, mm and as a share. */
const [leastOff, leastShare] = [1, 2e-4];
/** Pick errors that a good sheet may be off by. */
const sure = 3;

/**
 * What the lengths that were held against a sheet say of it: good within three pick errors; all off by one share: its scale;
 * by their direction: it is stretched; growing outwards: it is bowed, as a lens does.
 */
export function stateOf(sheet: TracingSheet): SheetState {
  const rows = residualsOf(sheet).filter(({ use }) => use === 'check');
  if (rows.length === 0) return 'unchecked';
  const allowed = ({ picks, length }: Residual) => sure * picks + Math.max(leastOff, leastShare * length);
  if (rows.every((row) => Math.abs(row.off) <= allowed(row))) return 'good';
  const slack = (row: Residual) => allowed(row) / row.length;
  const isOne = (list: readonly Residual[]) => {
    const mean = list.reduce((sum, { share }) => sum + share, 0) / list.length;
    return list.every((row) => Math.abs(row.share - mean) <= slack(row));
  };
  if (isOne(rows)) return 'scale';
  const flat = ({ p, q }: Residual) => subtract(flatOf(sheet, q), flatOf(sheet, p));
  const isAlong = (row: Residual) => Math.abs(flat(row).x) >= Math.abs(flat(row).y);
  const [along, up] = [rows.filter(isAlong), rows.filter((row) => !isAlong(row))];
  if (along.length > 0 && up.length > 0 && isOne(along) && isOne(up)) return 'stretch';
  const middle = { x: sheet.widthPx / 2, y: sheet.heightPx / 2 };
  const out = rows
    .map((row) => ({ row, from: Math.max(distance(row.p, middle), distance(row.q, middle)) }))
    .sort((a, b) => a.from - b.from);
  const shares = out.map(({ row }) => row.share);
  const grows = (sign: number) => shares.every((one, i) => i === 0 || sign * (one - shares[i - 1]!) >= 0);
  return rows.length > 2 && (grows(1) || grows(-1)) ? 'bow' : 'unlike';
}
