/** What the tape measured: in space where heights are known; and lengths that are kept by a name, to be summed. */
import { distance, type Point } from '../../core/geometry/point';
import { letterName } from '../../core/units/letters';
import { parseLength, type LengthUnits } from '../../core/units/length';

/** `z`: above project zero, where it is known; `on`: of the thing that it was met on. */
export interface Place extends Point {
  readonly z?: number;
  readonly on?: string | undefined;
}

/** In space where both heights are known, else in plan. */
export const far = (p: Place, q: Place): number =>
  Math.hypot(distance(p, q), p.z === undefined || q.z === undefined ? 0 : q.z - p.z);

/** What is told of two places whose heights are known. */
export function heightsOf(
  p: Place,
  q: Place,
  level: (z: number) => string,
  words: (size: number) => string
): string[] {
  if (p.z === undefined || q.z === undefined) return [];
  const rise = q.z - p.z;
  const way =
    Math.abs(rise) < 0.5 ? 'level with it' : `${words(Math.abs(rise))} ${rise > 0 ? 'higher' : 'lower'}`;
  return [`${words(far(p, q))} in space`, `${way}, at ${level(q.z)}; in plan`];
}

/** Names of lengths are capital letters, with a number from the second round on. */
const named = /^([A-Z]\d*) = (.+)$/;

/** Lengths that notes keep. */
export const keptIn = (notes: readonly string[], units: LengthUnits): Map<string, number> =>
  new Map(
    notes.flatMap((text) => {
      const [, name, length] = named.exec(text) ?? [];
      const read = length === undefined ? undefined : parseLength(length, units);
      return name !== undefined && read?.ok ? [[name, read.value] as const] : [];
    })
  );

export function nextName(kept: ReadonlyMap<string, number>): string {
  for (let i = 0; ; i++) {
    const name = letterName(i);
    if (!kept.has(name)) return name;
  }
}

/** A sum with lengths for the names of those that are kept. */
export const withKept = (text: string, kept: ReadonlyMap<string, number>): string =>
  text.replace(/\b[A-Z]\d*\b/g, (name) => {
    const length = kept.get(name);
    return length === undefined ? name : `${length} mm`;
  });
