/**
 * Lengths as people type and read them. A length is a number of millimetres; text is a sum of terms such as
 * `7'2 + 5 1/2"`, `4.2m - 425` or `3 400 / 2`. A bare number is in the project's own unit (inches where that is
 * feet-inches-fractions). Our own grammar; the inch is 25.4 mm exactly (international yard and pound, 1959).
 */
import { tolerances } from '../geometry/tolerances';

export type UnitSystem = 'mm' | 'cm' | 'm' | 'ft';

/** `fineness`: smallest step shown, in millimetres; for feet and inches the denominator of an inch. */
export interface LengthUnits {
  readonly system: UnitSystem;
  readonly fineness: number;
  /** Of the planning grid, mm: what `mod` stands for. */
  readonly module?: number;
}

export const defaultUnits: Record<UnitSystem, LengthUnits> = {
  mm: { system: 'mm', fineness: 1 },
  cm: { system: 'cm', fineness: 1 },
  m: { system: 'm', fineness: 1 },
  ft: { system: 'ft', fineness: 16 }
};

export type Parsed<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly at: number; readonly expected: string };

export const inch = 25.4;
const unitSizes: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  ft: 12 * inch,
  feet: 12 * inch,
  in: inch,
  "'": 12 * inch,
  '"': inch
};
const bareSizes: Record<UnitSystem, number> = { mm: 1, cm: 10, m: 1000, ft: inch };
const vulgar: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8'
};
/** No length in a building is longer; it also keeps coordinates far inside exact double range. */
export const longest = 10_000_000;

class Fault extends Error {
  constructor(
    readonly at: number,
    readonly expected: string
  ) {
    super(expected);
  }
}

/** Recursive descent over one line of text; `at` is the index of the character looked at. */
class LengthReader {
  private at = 0;
  constructor(
    private readonly text: string,
    private readonly bare: number,
    private readonly module: number | undefined
  ) {}

  read(): number {
    const value = this.sum();
    this.spaces();
    if (this.at < this.text.length) throw new Fault(this.at, 'a unit (mm, cm, m, \', "), + or -');
    return value;
  }

  private spaces() {
    while (this.text[this.at] === ' ') this.at += 1;
  }

  private match(pattern: RegExp): RegExpExecArray | null {
    pattern.lastIndex = this.at;
    const found = pattern.exec(this.text);
    if (found) this.at += found[0].length;
    return found;
  }

  private sum(): number {
    this.spaces();
    const first = this.match(/[-−+]/y);
    let value = this.product() * (first && first[0] !== '+' ? -1 : 1);
    for (;;) {
      this.spaces();
      const sign = this.match(/[-−+]/y);
      if (!sign) return value;
      value += this.product() * (sign[0] === '+' ? 1 : -1);
    }
  }

  /** A length times or by numbers, on whichever side of it they stand: `8'6" * 3` and `3 * 8'6"`. */
  private product(): number {
    let { size, factor } = this.term();
    for (;;) {
      this.spaces();
      const sign = this.match(/[*×/÷]/y);
      if (!sign) return size;
      this.spaces();
      const at = this.at;
      const next = this.term('a number to multiply or divide by');
      const isTimes = sign[0] === '*' || sign[0] === '×';
      if (next.factor === undefined) {
        // Two lengths make an area, and a length in another is no length.
        if (!isTimes || factor === undefined) throw new Fault(at, 'a number to multiply or divide by');
        [size, factor] = [factor * next.size, undefined];
      } else if (!isTimes && next.factor === 0) throw new Fault(at, 'a number other than zero to divide by');
      else {
        const by = isTimes ? next.factor : 1 / next.factor;
        size = isTimes ? size * next.factor : size / next.factor;
        if (factor !== undefined) factor *= by;
      }
    }
  }

  /** Its size in mm, and the number that it is where it has no unit. */
  private term(expected = 'a number'): { size: number; factor: number | undefined } {
    this.spaces();
    if (this.match(/\(/y)) {
      const size = this.sum();
      this.spaces();
      if (!this.match(/\)/y)) throw new Fault(this.at, 'a closing bracket');
      return { size, factor: undefined };
    }
    const read = this.quantity();
    if (read === undefined) throw new Fault(this.at, expected);
    const [size, unit, value] = read;
    if (unit === undefined) return { size, factor: value };
    const isFeet = unit === "'" || unit === 'ft' || unit === 'feet';
    return { size: isFeet ? size + this.inchesAfterFeet() : size, factor: undefined };
  }

  /** `7'2`, `7' 2 1/2"` and `7'-2"`: a dash joins when it touches both; with a space before it, it is a minus. */
  private inchesAfterFeet(): number {
    const start = this.at;
    if (!this.match(/-(?=[\d.])/y)) this.spaces();
    const at = this.at;
    const value = this.number();
    if (value === undefined) {
      this.at = start;
      return 0;
    }
    this.spaces();
    const unit = this.unit();
    if (unit !== undefined && unit !== '"' && unit !== 'in') throw new Fault(at, 'inches after the feet');
    return value * inch;
  }

  /** Its size in mm, its unit, and the number itself. */
  private quantity(): [number, string | undefined, number] | undefined {
    const value = this.number();
    if (value === undefined) return undefined;
    const after = this.at;
    this.spaces();
    const start = this.at;
    const unit = this.unit();
    if (unit === undefined) this.at = after;
    if (unit === 'mod') {
      if (this.module === undefined) throw new Fault(start, 'a planning grid, whose module this is,');
      return [value * this.module, unit, value];
    }
    return [value * (unit === undefined ? this.bare : unitSizes[unit]!), unit, value];
  }

  private unit(): string | undefined {
    const found = this.match(/(mm|cm|mod|m|feet|ft|in|'|")(?![a-z])/y);
    return found?.[1];
  }

  /** `3 400.5`, `5 1/2`, `1/2`, `.5`. Spaces group thousands; a comma is refused as it means two things. */
  private number(): number | undefined {
    const start = this.at;
    const mixed = this.match(/(\d+|\d{1,3}(?: \d{3})+)[ -](\d+)\/(\d+)(?![\d.])/y);
    if (mixed && Number(mixed[2]) < Number(mixed[3]))
      return toNumber(mixed[1]!) + Number(mixed[2]) / Number(mixed[3]);
    this.at = start;
    const fraction = this.match(/(\d+)\/(\d+)(?![\d.])/y);
    if (fraction) {
      if (Number(fraction[2]) === 0)
        throw new Fault(this.at - 1, 'a fraction whose lower number is not zero');
      return Number(fraction[1]) / Number(fraction[2]);
    }
    const whole = this.match(/\d{1,3}( \d{3})+(?!\d)(\.\d*)?|\d+\.?\d*|\.\d+/y);
    if (!whole) return undefined;
    if (this.text[this.at] === ',')
      throw new Fault(this.at, 'a point for decimals, or a space between thousands,');
    return toNumber(whole[0]);
  }
}

const toNumber = (digits: string) => Number(digits.replaceAll(' ', ''));

function tidy(text: string): string {
  return text
    .replace(/[\u00a0\u2009\u202f\t]/g, ' ')
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => ` ${vulgar[c]}`)
    .replace(/[′’]/g, "'")
    .replace(/[″”“]|''/g, '"')
    .toLowerCase();
}

/**
 * Read a length. Returns millimetres, or where reading stopped (index into the text) and what was expected there.
 * Refused: nothing typed, anything not understood, lengths beyond 10 km. Negative results are allowed here;
 * commands decide where a length must be positive.
 */
export function parseLength(text: string, units: LengthUnits): Parsed<number> {
  const line = tidy(text);
  if (line.trim() === '') return { ok: false, at: 0, expected: 'a length' };
  try {
    const value = new LengthReader(line, bareSizes[units.system], units.module).read();
    if (!(Math.abs(value) <= longest)) return { ok: false, at: 0, expected: 'a length of at most 10 km' };
    return { ok: true, value };
  } catch (fault) {
    if (!(fault instanceof Fault)) throw fault;
    return { ok: false, at: fault.at, expected: fault.expected };
  }
}

/** One sentence for a length that could not be read, quoting the spot. */
export function explainFault(text: string, fault: { at: number; expected: string }): string {
  const rest = text.slice(fault.at).trim();
  const word = /^[\p{L}²³]+/u.exec(rest)?.[0];
  if (word && /angle|slope/.test(fault.expected)) return `“${word}” is not ${fault.expected}`;
  if (word) return `“${word}” is not a length; try 3.4 m or 11'2"`;
  const where = rest === '' ? (text.trim() === '' ? '' : ' at the end') : ` at "${rest.slice(0, 12)}"`;
  return `Expected ${fault.expected}${where}`;
}

const space = '\u00a0';
function group(digits: string): string {
  return digits.replace(/\B(?=(\d{3})+(?!\d))/g, space);
}

/** `places` after the point, the thousands apart. */
export function formatDecimal(value: number, places: number): string {
  const [whole, part] = Math.abs(value).toFixed(places).split('.');
  const text = group(whole!) + (part ? `.${part}` : '');
  return value < 0 && /[1-9]/.test(text) ? `-${text}` : text;
}

function formatFeet(value: number, denominator: number): string {
  let parts = Math.round((Math.abs(value) / inch) * denominator);
  const sign = value < 0 && parts > 0 ? '-' : '';
  const feet = Math.floor(parts / (12 * denominator));
  parts -= feet * 12 * denominator;
  const whole = Math.floor(parts / denominator);
  let over = parts - whole * denominator;
  let under = denominator;
  while (over > 0 && over % 2 === 0 && under % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  const fraction = over > 0 ? `${over}/${under}` : '';
  const inches = fraction === '' ? `${whole}` : whole > 0 || feet > 0 ? `${whole} ${fraction}` : fraction;
  return feet > 0 ? `${sign}${feet}'-${inches}"` : `${sign}${inches}"`;
}

const placesOf = (fineness: number, unit: number) =>
  Math.max(0, Math.min(6, Math.ceil(-Math.log10(fineness / unit) - tolerances.share)));

/** The length as drawings write it: no unit sign for metric systems; rounded to the fineness. */
export function formatLength(value: number, units: LengthUnits): string {
  if (units.system === 'ft') return formatFeet(value, units.fineness);
  const unit = bareSizes[units.system];
  const rounded = Math.round(value / units.fineness) * units.fineness;
  return formatDecimal(rounded / unit, placesOf(units.fineness, unit));
}

/** The same with the unit's sign, for running text. */
export function formatLengthWithUnit(value: number, units: LengthUnits): string {
  const text = formatLength(value, units);
  return units.system === 'ft' ? text : `${text}${space}${units.system}`;
}

/** Closer than this the shown length is the kept one, mm: the document itself rounds no finer. */
const exactEnough = tolerances.storedGrid / 2;

/** "exactly 304.8 mm" where a length is not the one that is shown. */
export function exactLength(value: number, units: LengthUnits): string | undefined {
  const shown = parseLength(formatLength(value, units), units);
  if (shown.ok && Math.abs(shown.value - value) <= exactEnough) return undefined;
  const text = formatDecimal(value, 3).replace(/\.?0+$/, '');
  return `exactly ${text}${space}mm`;
}

/** What is told beside a length: what it is in the second unit, and how it was rounded where neither shows it. */
export function besideLength(
  value: number,
  units: LengthUnits,
  second: LengthUnits | null
): string | undefined {
  const parts = [
    second && !exactLength(value, second) ? undefined : exactLength(value, units),
    second ? formatLengthWithUnit(value, second) : undefined
  ].filter((part) => part !== undefined);
  return parts.length > 0 ? parts.join(' · ') : undefined;
}
