/** Deleting things. What hangs on them is seen to afterwards, as its kinds declare: see `healed` in document/references. */
import * as s from '../document/schemas';
import { command, done, needAny, refuse } from '../document/command';
import { nameOf } from '../document/names';
import { declarationOf } from '../document/project';

export const deleteItems = command({
  name: 'deleteItems',
  about: 'Delete things by id. Openings go with their wall; joints, roofs and set-outs heal.',
  args: s.object({ ids: s.ids().required() }),
  example: { ids: ['opening-1'] },
  run: (project, { ids }) => {
    const going = new Set(ids);
    const records = ids.map((id) => needAny(project, id));
    for (const record of records) {
      const why = declarationOf(project, record).keeps?.(record, project, going);
      if (why) refuse(project, why.code, { subjects: [record.id], texts: why.texts });
    }
    const label = ids.length === 1 ? nameOf(project, records[0]) : `${ids.length} things`;
    return done(project, `Delete ${label}`, [], ids);
  }
});
