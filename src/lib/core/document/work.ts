/** Stages of work: what stands already, what is built, what is taken away. Of every kind whose schema has the field. */
import { string } from 'yup';
import { applyPatch, composePatches, patchOf, sameValue, type Patch } from './patch';
import { settingsOf } from './project';
import { stage } from './stage';
import type { Project, Query } from './kind';
import type { Kind, Rec } from './record';

export const works = ['existing', 'new', 'removed'] as const;

export type Work = (typeof works)[number];

/** Left out: new. */
export interface Worked {
  readonly work?: Exclude<Work, 'new'>;
}

export const workWords: Readonly<Record<Work, string>> = {
  existing: 'existing',
  new: 'new',
  removed: 'to be removed'
};

/** The field in a file. */
export const workField = () => string().oneOf(['existing', 'removed']);

export const workOf = (record: Rec): Work => (record as Worked).work ?? 'new';

/** Whether records of a kind are built, and so have a stage of work. */
export const hasWork = ({ kinds }: Pick<Project, 'kinds'>, kind: Kind): boolean =>
  'work' in kinds[kind].schema.fields;

/** The record at a stage; the same one where it is that already. */
export function atWork<R extends Rec>(record: R, work: Work): R {
  if (workOf(record) === work) return record;
  const rest = { ...record } as { work?: Worked['work'] };
  delete rest.work;
  return (work === 'new' ? rest : { ...rest, work }) as R;
}

/** All that is not new, by id; by an empty key. */
export const worksOf = stage(
  'stages of work',
  {
    tables: ({ project }: Query) =>
      (Object.keys(project.kinds) as Kind[]).flatMap((kind) =>
        hasWork(project, kind) ? [project.tables[kind] as ReadonlyMap<string, Rec>] : []
      )
  },
  ({ tables }): ReadonlyMap<string, Work> => {
    const found = new Map<string, Work>();
    for (const table of tables)
      for (const record of table.values()) if (workOf(record) !== 'new') found.set(record.id, workOf(record));
    return found;
  },
  (p, q) => p.size === q.size && sameValue([...p], [...q])
);

/** The law: what comes into a project is at the stage that the project draws at. */
export function drawnAtStage({ project }: Query, patch: Patch): Patch {
  const changed = patch.get('project')?.after;
  const { drawnAs } = changed?.kind === 'project' ? changed : settingsOf(project);
  if (drawnAs === 'new') return patch;
  const puts = [...patch.values()].flatMap(({ before, after }) =>
    after && !before && hasWork(project, after.kind) && workOf(after) === 'new'
      ? [atWork(after, drawnAs)]
      : []
  );
  return puts.length > 0 ? composePatches(patch, patchOf(applyPatch(project, patch), puts)) : patch;
}
