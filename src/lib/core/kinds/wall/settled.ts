/** The answer of commands that put walls somewhere. */
import { after, done, storedPoint } from '../../document/command';
import type { Project, Result } from '../../document/kind';
import type { Rec } from '../../document/record';
import { checkOpenings } from '../opening/checks';
import { checkAgainst, checkWall, settleEnd } from './checks';

/** Walls that were put somewhere fit themselves to the walls they meet there. */
export function settled(
  project: Project,
  label: string,
  given: readonly Rec[],
  made: readonly string[] = []
): Result {
  const ids = new Set(given.flatMap((one) => (one.kind === 'wall' ? [one.id] : [])));
  const there = after(project, given);
  const puts = given.map((one): Rec => {
    if (one.kind !== 'wall') return one;
    const fit = (part: 'a' | 'b') => storedPoint(settleEnd(there, one, part, ids));
    return { ...one, a: fit('a'), b: fit('b') };
  });
  const walls = puts.flatMap((one) => (one.kind === 'wall' ? [one] : []));
  const grown = after(project, puts);
  for (const wall of walls) {
    checkWall(grown, wall);
    checkAgainst(grown, wall, grown.tables.wall.values());
  }
  checkOpenings(grown, ids, ids);
  return done(project, label, puts, [], made);
}
