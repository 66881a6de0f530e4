/** Releasing twins, and finding the twins of a thing. */
import * as s from '../../document/schemas';
import { command, done, refuse } from '../../document/command';
import { composed, inverted } from '../../geometry/motion';
import { nameOf } from '../../document/names';
import { findRecord } from '../../document/project';
import type { Rec } from '../../document/record';
import type { Project } from '../../document/kind';
import type { TwinSet, Twins } from './record';

export const releaseTwins = command({
  name: 'releaseTwins',
  about:
    'Release from their twins the sets that hold one of these things: from then on they change by themselves.',
  args: s.object({ ids: s.ids().required() }),
  example: { ids: ['wall-1'] },
  run: (project, { ids }) => {
    const puts: Rec[] = [];
    const removes: string[] = [];
    for (const twins of project.tables.twins.values()) {
      const kept = twins.sets.filter(({ items }) => !items.some((id) => ids.includes(id)));
      if (kept.length === twins.sets.length) continue;
      if (kept.length < 2) removes.push(twins.id);
      else {
        const back = inverted(kept[0]!.motion);
        puts.push({ ...twins, sets: kept.map((set) => ({ ...set, motion: composed(back, set.motion) })) });
      }
    }
    if (puts.length + removes.length === 0)
      refuse(project, 'twins.none', {
        subjects: ids,
        texts: { thing: nameOf(project, findRecord(project, ids[0]!)) }
      });
    return done(project, 'Release twins', puts, removes);
  }
});

/** The set of twins that holds a thing, and all of its siblings. */
export function twinsOf(project: Project, id: string): { twins: Twins; set: TwinSet } | undefined {
  for (const twins of project.tables.twins.values()) {
    const set = twins.sets.find(({ items }) => items.includes(id));
    if (set) return { twins, set };
  }
  return undefined;
}
