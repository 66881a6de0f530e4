/** The sentence: what is being done, as words with blanks. Blanks read any unit; choices open a short list. */
import { formatAngle, formatPitch, parseAngle, parsePitch } from '../core/units/angle';
import { formatHeight, parseHeight } from '../core/units/height';
import {
  besideLength,
  explainFault,
  formatLength,
  formatLengthWithUnit,
  parseLength,
  type LengthUnits
} from '../core/units/length';
import type { Point } from '../core/geometry/point';
import type { Settings } from '../core/kinds/project/record';

export interface Choice {
  readonly value: string;
  readonly label: string;
}

export interface Blank {
  readonly name: string;
  /** Spoken name, for screen readers and error messages. */
  readonly label: string;
  readonly kind: 'length' | 'height' | 'angle' | 'pitch' | 'text' | 'choice';
  readonly value: string;
  readonly choices?: readonly Choice[];
  /** A length as it is kept, mm. */
  readonly mm?: number;
  /** Typed by the person, so it holds and wins over the pointer; false: proposed. Left out: as it is kept. */
  readonly typed?: boolean;
}

export type SentencePart = string | Blank;

export const isBlank = (part: SentencePart): part is Blank => typeof part !== 'string';

export const lengthBlank = (
  name: string,
  label: string,
  value: number,
  units: LengthUnits,
  typed = false
): Blank => ({
  name,
  label,
  kind: 'length',
  value: formatLength(value, units),
  mm: value,
  typed
});
/** A place of the plan, "[x] across and [y] up"; `typed`: what of it was typed. */
export const placeBlanks = (
  { x, y }: Point,
  typed: { readonly x?: number; readonly y?: number },
  units: LengthUnits
): SentencePart[] => [
  lengthBlank('x', 'Across from project zero', typed.x ?? x, units, typed.x !== undefined),
  'across and',
  lengthBlank('y', 'Up from project zero', typed.y ?? y, units, typed.y !== undefined)
];
/** So much above or below `what`. */
export const heightBlank = (
  name: string,
  label: string,
  value: number,
  units: LengthUnits,
  typed = false,
  what = 'the datum'
): Blank => ({ name, label, kind: 'height', value: formatHeight(value, units, what), typed });
export const angleBlank = (name: string, label: string, value: number, typed = false): Blank => ({
  name,
  label,
  kind: 'angle',
  value: formatAngle(value, 1),
  typed
});
export const pitchBlank = (
  name: string,
  label: string,
  value: number,
  units: LengthUnits,
  typed = false
): Blank => ({ name, label, kind: 'pitch', value: formatPitch(value, units), typed });
export const textBlank = (name: string, label: string, value: string, typed = false): Blank => ({
  name,
  label,
  kind: 'text',
  value,
  typed
});
export const choiceBlank = (
  name: string,
  label: string,
  value: string,
  choices: readonly Choice[]
): Blank => ({ name, label, kind: 'choice', value, choices });

/** Characters of a choice that are shown whole, and of its beginning where that is cut. */
const [mostShown, leastShown] = [44, 12];

/** Choices as they are shown: of a long one that begins as another does, the part that differs, after a few letters. */
export function shownChoices(choices: readonly Choice[]): readonly (Choice & { readonly shown: string })[] {
  const shared = (p: string, q: string) => {
    let n = 0;
    while (n < p.length && p[n] === q[n]) n += 1;
    return n;
  };
  return choices.map((choice) => {
    const { label } = choice;
    if (label.length <= mostShown) return { ...choice, shown: label };
    const alike = Math.max(0, ...choices.map((other) => (other === choice ? 0 : shared(label, other.label))));
    const from = label.lastIndexOf(' ', alike) + 1;
    const shown =
      from > leastShown ? `${label.slice(0, leastShown).trimEnd()} … ${label.slice(from)}` : label;
    return { ...choice, shown };
  });
}

/**
 * The blank at which a refusal is said: the one that its numbers are of, else the one that was typed into last; none where
 * the pointer led there.
 */
export function blankAtFault(
  parts: readonly SentencePart[],
  about: readonly string[],
  typedLast: string | undefined
): string | undefined {
  const blanks = parts.filter(isBlank);
  const named = blanks.find(({ name, kind }) => kind !== 'choice' && about.includes(name));
  return (named ?? blanks.find(({ name }) => name === typedLast))?.name;
}

/** What stands beside a blank: a typed length that was rounded as it is kept; any length in the second unit. */
export function besideBlank({ mm, typed }: Blank, { units, secondUnits }: Settings): string | undefined {
  if (mm === undefined) return undefined;
  if (typed) return besideLength(mm, units, secondUnits);
  return secondUnits ? formatLengthWithUnit(mm, secondUnits) : undefined;
}

export type Read =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string };

/** Read what was typed in a blank, mm or radians; or say where it went wrong and what was expected. */
export function readBlank(
  kind: 'length' | 'height' | 'angle' | 'pitch',
  text: string,
  units: LengthUnits
): Read {
  const parsed = {
    length: parseLength,
    height: parseHeight,
    angle: parseAngle,
    pitch: parsePitch
  }[kind](text, units);
  return parsed.ok ? parsed : { ok: false, message: `${explainFault(text, parsed)}.` };
}
