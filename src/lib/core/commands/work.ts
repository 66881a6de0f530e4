/** Saying what stands already, what is new, and what is taken away. */
import { command, done, needAny, refuse } from '../document/command';
import { nameOf } from '../document/names';
import { ridingWith } from '../document/copies';
import * as s from '../document/schemas';
import { atWork, hasWork, workOf, works, workWords, type Work } from '../document/work';

export const setWork = command({
  name: 'setWork',
  about:
    'Say at which stage of work things are: existing, new, or to be removed. What rides on them (openings in walls) goes along, where it was at the same stage. Walls to be removed join no others.',
  args: s.object({ ids: s.ids().required(), work: s.oneOf(works).required() }),
  example: { ids: ['wall-1'], work: 'existing' },
  run: (project, { ids, work }) => {
    const records = [...new Set(ids)].map((id) => needAny(project, id));
    for (const record of records)
      if (!hasWork(project, record.kind))
        refuse(project, 'work.none', { subjects: [record.id], texts: { thing: nameOf(project, record) } });
    const named = new Set(records.map(({ id }) => id));
    const before = new Set(records.map(workOf));
    const riding = ridingWith(project, ids).filter(
      (one) => hasWork(project, one.kind) && !named.has(one.id) && before.has(workOf(one))
    );
    const puts = [...records, ...riding].map((record) => atWork(record, work as Work));
    return done(
      project,
      `Make ${puts.length === 1 ? 'a thing' : `${puts.length} things`} ${workWords[work as Work]}`,
      puts
    );
  }
});
