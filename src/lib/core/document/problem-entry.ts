/** What a problem or a finding says of itself, and how that is told. */
import { degree } from '../units/angle';
import { exactLength, formatLengthWithUnit, type LengthUnits } from '../units/length';

/** How a message writes the numbers and texts that it is given. */
export interface Words {
  /** A length with its unit. */
  l(name: string): string;
  /** A text. */
  t(name: string): string;
  /** An angle in degrees. */
  a(name: string): string;
}

export interface Entry {
  readonly message: (w: Words) => string;
  readonly hint: string;
}

/** `numbers` in mm (radians where the entry says an angle), `texts` as names and words. */
export interface Given {
  readonly subjects?: readonly string[];
  readonly numbers?: Record<string, number>;
  readonly texts?: Record<string, string>;
}

export interface Told {
  readonly subjects: readonly string[];
  readonly numbers: Readonly<Record<string, number>>;
  readonly message: string;
  readonly hint: string;
}

/** An entry with what is given, in the units of a project. Throws where something is not given that it tells. */
export function told(code: string, entry: Entry, units: LengthUnits, given: Given): Told {
  const numbers = given.numbers ?? {};
  const need = <T>(value: T | undefined, name: string): T => {
    if (value === undefined) throw new Error(`${code} lacks "${name}"`);
    return value;
  };
  const words: Words = {
    l: (name) => {
      const value = need(numbers[name], name);
      const text = formatLengthWithUnit(value, units);
      // Two numbers that are told apart are not written alike: a limit of 3 000 is not broken by 3 000.
      const isTold = Object.values(numbers).some(
        (other) => other !== value && formatLengthWithUnit(other, units) === text
      );
      const exact = isTold ? exactLength(value, units) : undefined;
      return exact ? `${text} (${exact})` : text;
    },
    t: (name) => need(given.texts?.[name], name),
    a: (name) => `${Number((need(numbers[name], name) / degree).toFixed(1))}°`
  };
  const message = entry.message(words);
  return {
    subjects: given.subjects ?? [],
    numbers,
    message: message.charAt(0).toUpperCase() + message.slice(1),
    hint: entry.hint
  };
}
