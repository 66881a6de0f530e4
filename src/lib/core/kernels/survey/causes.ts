/**
 * What a run of measured pieces may have gone wrong by, when it does not add up to its overall length. Each cause has a
 * weight, shared over its cases; a case has the change that it would make, and scores its weight by the normal density of
 * what of the error that leaves. Shares are of all scores with that of a cause not known. Lengths in mm.
 */
import { inch } from '../../units/length';

/** A stretch of a measured wall; `kind` tells pieces that are alike from others. */
export interface MeasuredPiece {
  readonly kind: string;
  readonly length: number;
}

export const slipCauses = [
  'leftOut',
  'off',
  'swap',
  'fraction',
  'thickness',
  'face',
  'unit',
  'twice'
] as const;

export type SlipCause = (typeof slipCauses)[number];

/** A cause with the change that it would make; `pieces`: which it could be in, none where that cannot be told. */
export interface CauseLine {
  readonly cause: SlipCause;
  readonly change: number;
  readonly pieces: readonly number[];
  readonly share: number;
}

export interface RunMeasured {
  readonly pieces: readonly MeasuredPiece[];
  readonly overall: number;
  /** How far a length by tape is off, one standard deviation; 0: exact. */
  readonly tape: number;
  /** What lengths are read to. */
  readonly fineness: number;
  readonly inches: boolean;
  /** Of walls that may have been left out or counted twice. */
  readonly thicknesses: readonly number[];
}

const weights: Readonly<Record<SlipCause | 'unknown', number>> = {
  ...{ leftOut: 0.22, off: 0.17, swap: 0.14, fraction: 0.14, thickness: 0.12, face: 0.1, unit: 0.1 },
  ...{ twice: 0.07, unknown: 0.1 }
};
/** The error of evenly rounded values is so much of their step. */
const rounding = 1 / Math.sqrt(12);
/** Errors of an unknown cause lie evenly within this. */
const unknownWithin = (inches: boolean) => (inches ? 40 * inch : 1000);
/** What is left out is longer than this, and any size up to 200 times as long. */
const leastLeftOut = 30;
const sizesOver = Math.log(200);
/** Lengths that a wrong unit may make. */
const lengths = { least: 20, most: 12_000 } as const;

const commonWidths = (inches: boolean): readonly number[] =>
  inches
    ? [24, 28, 30, 32, 34, 36, 48, 60, 72].map((one) => one * inch)
    : [600, 700, 750, 800, 900, 1000, 1200, 1500, 1800, 2000, 2100, 2400];

/** Overall less the sum of the pieces. */
export const closingError = ({ pieces, overall }: Pick<RunMeasured, 'pieces' | 'overall'>): number =>
  overall - pieces.reduce((sum, { length }) => sum + length, 0);

/** One standard deviation of a closing error where nothing went wrong. */
export function closingScatter({ pieces, tape, fineness }: RunMeasured): number {
  if (tape === 0) return fineness / 4;
  return Math.sqrt(pieces.length + 1) * Math.hypot(tape, fineness * rounding);
}

export type Closing = 'closes' | 'within' | 'off';

/** What is said of a closing error: nothing, that the tape allows it, or that it is more. */
export function closingOf(run: RunMeasured): Closing {
  const error = Math.abs(closingError(run));
  if (error < run.fineness / 2) return 'closes';
  return error <= 2.5 * closingScatter(run) ? 'within' : 'off';
}

interface Case {
  readonly cause: SlipCause;
  readonly change: number;
  readonly piece: number | undefined;
  /** Among the cases of its cause. */
  readonly part: number;
  /** What a reading in the wrong unit is fine to, in steps. */
  readonly coarse?: number;
}

const signed = (value: number) => [value, -value];

/** Neighbouring digits of the whole number the other way round; in inches feet with inches too. */
function swapped(value: number, inches: boolean): number[] {
  const unit = inches ? inch : 1;
  const whole = Math.floor(value / unit + 1e-6);
  const rest = value - whole * unit;
  const digits = String(whole);
  const found = new Set<number>();
  for (let i = 0; i + 1 < digits.length; i++) {
    const [a, b] = [digits[i]!, digits[i + 1]!];
    if (a !== b) found.add(Number(digits.slice(0, i) + b + a + digits.slice(i + 2)) * unit + rest);
  }
  const [feet, over] = [Math.floor(whole / 12), whole % 12];
  if (inches && feet > 0 && over > 0 && feet !== over) found.add((over * 12 + feet) * unit + rest);
  return [...found].filter((one) => one > 0);
}

/** What may have been misread as an eighth that stands there: its other side, one eighth more or less, or any that was dropped. */
function eighths(value: number): number[] {
  const all = Math.round((value / inch) * 8);
  const [whole, k] = [Math.floor(all / 8), ((all % 8) + 8) % 8];
  const others = new Set(k === 0 ? [1, 2, 3, 4, 5, 6, 7] : [k - 1, k + 1, 8 - k]);
  others.delete(k);
  return [...others].map((one) => ((whole * 8 + one) * inch) / 8).filter((one) => one > 0);
}

/** The same figure read in another unit, with how coarse it then is. */
function otherUnits(value: number, inches: boolean): { length: number; coarse: number }[] {
  const factors = inches ? [12, 1 / 2.54] : [10, 0.1, 2.54, 1 / 2.54];
  const found = factors.map((factor) => ({ length: value * factor, coarse: factor }));
  if (inches) {
    // Tenths of a foot written as inches: 7.5 feet as 7 feet 5.
    const feet = Math.floor(value / inch / 12 + 1e-9);
    const rest = value / inch - 12 * feet;
    found.push({ length: (feet + rest / 10) * 12 * inch, coarse: 1.2 });
  }
  return found.filter(({ length }) => length >= lengths.least && length < lengths.most);
}

function casesOf({ pieces, inches, thicknesses }: RunMeasured): Case[] {
  const all: Case[] = [];
  const put = (cause: SlipCause, change: number, piece?: number, part = 1, coarse?: number) =>
    all.push({ cause, change, piece, part, ...(coarse !== undefined && { coarse }) });
  const steps = inches ? [inch, 10 * inch, 12 * inch] : [10, 100, 1000];
  for (const change of steps.flatMap(signed)) put('off', change);
  for (const thickness of thicknesses)
    for (const sign of [1, -1]) {
      put('thickness', sign * thickness, undefined, 0.7);
      put('thickness', 2 * sign * thickness, undefined, 0.3);
      put('face', (sign * thickness) / 2);
    }
  pieces.forEach(({ length }, i) => {
    for (const one of swapped(length, inches)) put('swap', one - length, i);
    if (inches) for (const one of eighths(length)) put('fraction', one - length, i);
    for (const { length: one, coarse } of otherUnits(length, inches)) put('unit', one - length, i, 1, coarse);
    const isAlike = i > 0 && Math.abs(pieces[i - 1]!.length - length) < 1e-6;
    if (i > 0) put('twice', -length, i, isAlike ? 1 : 0.12);
  });
  return all;
}

const density = (off: number, scatter: number): number =>
  Math.exp(-0.5 * (off / scatter) ** 2) / (scatter * Math.sqrt(2 * Math.PI));

/** Two pieces of one kind side by side: something stood between them. */
const hasPair = (pieces: readonly MeasuredPiece[]): boolean =>
  pieces.some(({ kind }, i) => i > 0 && pieces[i - 1]!.kind === kind);

/** The score of a piece left out: of a size in the run, a common width, or any. */
function leftOutScore({ pieces, inches }: RunMeasured, error: number, scatter: number): number {
  if (error <= leastLeftOut) return 0;
  const isPaired = hasPair(pieces);
  const common = commonWidths(inches);
  const near = (sizes: readonly number[]) =>
    sizes.reduce((sum, size) => sum + density(error - size, scatter), 0) / Math.max(1, sizes.length);
  const any = (isPaired ? 3 : 1) / (error * sizesOver);
  const shared = 0.45 * near(pieces.map(({ length }) => length)) + 0.25 * near(common) + 0.3 * any;
  return weights.leftOut * (isPaired ? 2.5 : 0.6) * shared;
}

export interface Causes {
  /** The likeliest first; what a piece left out would explain is kept, last where it is no likelier. */
  readonly lines: readonly CauseLine[];
  /** Whether a cause that is not known is likelier than each of them. */
  readonly isUnclear: boolean;
}

/** Changes this near each other are one, mm. */
const sameChange = 0.01;
/** Lines of less are none. */
const leastShare = 0.005;

/** Causes of a closing error, each with its share; none of an error that nothing is said of. */
export function causesOf(run: RunMeasured): Causes {
  const error = closingError(run);
  if (run.pieces.length === 0 || closingOf(run) === 'closes') return { lines: [], isUnclear: false };
  const scatter = closingScatter(run);
  const cases = casesOf(run);
  const parts = new Map<SlipCause, number>();
  for (const { cause, part } of cases) parts.set(cause, (parts.get(cause) ?? 0) + part);
  const scored = cases.map((one) => {
    const wide =
      one.coarse === undefined ? scatter : Math.hypot(scatter, run.fineness * one.coarse * rounding);
    const weight = (weights[one.cause] * one.part) / parts.get(one.cause)!;
    return { ...one, score: weight * density(error - one.change, wide) };
  });
  const leftOut = leftOutScore(run, error, scatter);
  const unknown = weights.unknown / (2 * unknownWithin(run.inches));
  const sum = scored.reduce((all, { score }) => all + score, leftOut + unknown);
  const lines: { cause: SlipCause; change: number; pieces: number[]; share: number }[] = [];
  for (const { cause, change, piece, score } of scored) {
    const known = lines.find((one) => one.cause === cause && Math.abs(one.change - change) < sameChange);
    const line = known ?? { cause, change, pieces: [], share: 0 };
    line.share += score / sum;
    if (piece !== undefined) line.pieces.push(piece);
    if (!known) lines.push(line);
  }
  const likely = lines.filter(({ share }) => share >= leastShare);
  const left = { cause: 'leftOut' as const, change: error, pieces: [], share: leftOut / sum };
  const ranked = [...likely, ...(left.share >= leastShare ? [left] : [])].sort((p, q) => q.share - p.share);
  return {
    lines: left.share < leastShare && error > leastLeftOut ? [...ranked, left] : ranked,
    isUnclear: ranked.every(({ share }) => share <= unknown / sum)
  };
}

/** Certain enough to say so: a share of nine in ten of an error that no tape makes. */
export const isSure = (run: RunMeasured, { share }: CauseLine): boolean =>
  share >= 0.9 && closingOf(run) === 'off';
