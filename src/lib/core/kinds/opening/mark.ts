/**
 * Marks of doors and windows (D01, W01; D101 on the next storey up): given when an opening comes, each once in a house,
 * and kept when others go. What is typed in place of one stays as long as no other has it.
 */
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import type { Project, Query } from '../../document/kind';
import { storeysInOrder } from '../storey/record';
import type { Filling, Opening } from './record';

const letters: Readonly<Record<Filling, string>> = { none: '', door: 'D', window: 'W' };

/** How many marks of a letter a storey has before they run on into those of the next. */
const ofStorey = 100;

const givenMark = /^([DW])(\d{2,})$/;

/** A door made into a window gets a window's mark; a bare opening has none but what is typed. */
function isFit({ mark, filling }: Opening): boolean {
  if (mark === '') return filling === 'none';
  const letter = givenMark.exec(mark)?.[1];
  return letter === undefined || letter === letters[filling];
}

/** Those of a list with marks that are theirs alone, in a house that has these others. */
export function withMarks(
  project: Project,
  openings: readonly Opening[],
  others: Iterable<Opening>
): Opening[] {
  const used = new Set([...others].flatMap(({ mark }) => (mark ? [mark] : [])));
  const storeys = storeysInOrder(project).map(({ id }) => id);
  // The highest number of each letter among those of each storey.
  const highest = new Map<string, number>();
  const key = (letter: string, base: number) => `${letter} ${base}`;
  const count = (mark: string) => {
    const [, letter, digits] = givenMark.exec(mark) ?? [];
    if (letter === undefined) return;
    const base = Math.floor(Number(digits) / ofStorey) * ofStorey;
    highest.set(key(letter, base), Math.max(highest.get(key(letter, base)) ?? base, Number(digits)));
  };
  for (const mark of used) count(mark);
  const next = ({ wall, filling }: Opening): string => {
    const letter = letters[filling];
    if (!letter) return '';
    const base = ofStorey * Math.max(0, storeys.indexOf(project.tables.wall.get(wall)?.storey ?? ''));
    let n = highest.get(key(letter, base)) ?? base;
    const written = () => letter + String(n).padStart(2, '0');
    do n += 1;
    while (used.has(written()));
    return written();
  };
  return openings.map((opening) => {
    const mark = isFit(opening) && !used.has(opening.mark) ? opening.mark : next(opening);
    if (mark) used.add(mark);
    count(mark);
    return mark === opening.mark ? opening : { ...opening, mark };
  });
}

/** The patch with a mark for each opening that has none of its own yet; of two with one mark, the newer gets another. */
export function keepMarks({ project: before }: Query, patch: Patch): Patch {
  const after = applyPatch(before, patch);
  const seen = new Set<string>();
  const [fresh, fit]: [Opening[], Opening[]] = [[], []];
  const all = [...after.tables.opening.values()];
  // Those that were there come first, and so keep what they have.
  const isNew = ({ id, mark }: Opening) => before.tables.opening.get(id)?.mark !== mark;
  for (const one of [...all.filter((opening) => !isNew(opening)), ...all.filter(isNew)]) {
    if (isFit(one) && !seen.has(one.mark)) fit.push(one);
    else fresh.push(one);
    if (one.mark) seen.add(one.mark);
  }
  return fresh.length === 0 ? patch : composePatches(patch, patchOf(after, withMarks(after, fresh, fit)));
}
