/** Sizes to be measured again: whatever has one that is assumed or not known. */
import type { Scope } from '../document/kind';
import { sizesToMeasure } from './to-measure';

export function findUnsure({ query, storey, say, named }: Scope) {
  const told = new Map<string, string>();
  for (const { id, known, now, storey: on } of sizesToMeasure(query))
    // What is not measured at all hinders otherwise, and is told there.
    if (on === storey && now !== '' && !told.has(id)) told.set(id, known);
  for (const [id, known] of told)
    say('measure', 'size.assumed', [id], {}, { thing: named(id), sure: `are ${known}` });
}
