/** A project as it stands before or after the work. */
import type { Project, Query } from './kind';
import { applyPatch, patchOf } from './patch';
import { allRecords } from './project';
import type { Rec } from './record';
import { healed } from './references';
import { hasWork, workOf, type Work } from './work';

/** Which stages of work are shown: all, what stands before the work, what stands after it. */
export type WorksShown = 'all' | 'before' | 'after';

/** What is new is not there before the work, what is to be removed not after it. */
export const isOut = (shown: WorksShown, work: Work): boolean =>
  (shown === 'before' && work === 'new') || (shown === 'after' && work === 'removed');

/**
 * The project without what does not stand then, and without what goes with that: where an opening is still to be made, or
 * was closed, its wall is whole. The same one where all of it stands.
 */
export function projectAt(query: Query, shown: WorksShown): Project {
  const { project } = query;
  if (shown === 'all') return project;
  const isGone = (record: Rec) => hasWork(project, record.kind) && isOut(shown, workOf(record));
  const gone = allRecords(project).filter(isGone);
  if (gone.length === 0) return project;
  const patch = patchOf(
    project,
    [],
    gone.map(({ id }) => id)
  );
  return applyPatch(project, healed(query, patch));
}
