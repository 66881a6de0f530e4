/** The difference of two projects as a patch: what the worker has not seen yet. */
import type { Change, Patch } from '../core/project/patch';
import { kinds, type Project } from '../core/project/records';

/** What turns one project into another; tables that are the same object are skipped. */
export function diffProjects(from: Project, to: Project): Patch {
  const patch = new Map<string, Change>();
  for (const kind of kinds) {
    const [p, q] = [from.tables[kind], to.tables[kind]];
    if (p === q) continue;
    for (const [id, before] of p) {
      const after = q.get(id);
      if (after !== before) patch.set(id, after ? { before, after } : { before });
    }
    for (const [id, after] of q) if (!p.has(id)) patch.set(id, { after });
  }
  return patch;
}
