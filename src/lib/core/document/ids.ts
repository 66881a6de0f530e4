/** Ids such as `wall-17`: a prefix and a number that is given once in the life of a project. */
import type { Tabled } from './record';

const numbered = /^(.+)-(\d{1,9})$/;

/** The last number of each prefix, raised by ids that were seen; the same object when none is higher. */
export function raised(last: Tabled['lastIds'], ids: Iterable<string>): Tabled['lastIds'] {
  let now: Record<string, number> | undefined;
  for (const id of ids) {
    const [, prefix, digits] = numbered.exec(id) ?? [];
    if (prefix === undefined) continue;
    const number = Number(digits);
    if (number > ((now ?? last)[prefix] ?? 0)) (now ??= { ...last })[prefix] = number;
  }
  return now ?? last;
}
