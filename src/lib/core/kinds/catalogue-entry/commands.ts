/** Making and changing what is in the catalogue. */
import { object } from 'yup';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, refuse } from '../../document/command';
import { merge } from '../../document/merge';
import { sameValue } from '../../document/patch';
import { findRecord, idMaker } from '../../document/project';
import { faultIn } from '../../document/read';
import type { Project } from '../../document/kind';
import { glazingBar } from './parts';
import { plainEntries } from './plain';
import { bodyArgs } from './args';
import { doorForms, forms, windowForms, type CatalogueEntry } from './record';

export const saveEntry = command({
  name: 'saveEntry',
  about:
    'Put a door set or a window unit into the catalogue, or change one: all that is filled by it follows. What is not said is as `like` has it, or as in a plain one.',
  args: s.object({
    id: s.id(),
    like: s.id(),
    name: s.name().min(1),
    filling: s.oneOf(['door', 'window'] as const),
    form: s.oneOf(forms),
    ...bodyArgs(),
    size: object({ width: s.mm(), height: s.mm(), sill: s.mm() }).default(undefined)
  }),
  example: { name: 'Narrow panelled door', filling: 'door', leaf: { style: 'panelled', panels: 2 } },
  run: (project, { id, like, ...given }) => {
    const old = id === undefined ? undefined : project.tables.catalogueEntry.get(id);
    const model =
      old ??
      (like === undefined ? plainEntries[given.filling ?? 'door'] : need(project, 'catalogueEntry', like));
    const merged = merge(model, given) as CatalogueEntry;
    const entry: CatalogueEntry = { ...merged, id: old?.id ?? freshOrGiven(project, 'catalogueEntry', id) };
    const taken = [...project.tables.catalogueEntry.values()].find(
      (one) => one.name === entry.name && one.id !== entry.id
    );
    if (taken) refuse(project, 'entry.taken', { subjects: [taken.id], texts: { name: entry.name } });
    const known: readonly string[] = entry.filling === 'door' ? doorForms : windowForms;
    if (!known.includes(entry.form))
      refuse(project, 'entry.form', { texts: { form: entry.form, what: entry.filling } });
    if (old && old.filling !== entry.filling)
      refuse(project, 'entry.filling', { subjects: [old.id], texts: { name: old.name, what: old.filling } });
    if (entry.bay.depth > 0 && entry.corner.width > 0)
      refuse(project, 'entry.bent', { texts: { name: entry.name } });
    checkPanes(project, entry);
    return done(project, `${old ? 'Change' : 'Make'} ${entry.name}`, [entry], [], [entry.id]);
  }
});

/** Narrower or lower than this a pane is none, mm. */
const leastPane = 20;

/** Refuses an entry whose frames, posts, stiles and bars leave its panes no room at the size of a new one. */
function checkPanes(
  project: Project,
  { name, filling, form, size, frame, leaf, lights, rows, bars, bay }: CatalogueEntry
) {
  if (filling === 'door' && leaf.style !== 'glazed') return;
  const isGrid = form === 'casement';
  const columns = isGrid ? Math.ceil(lights.length / Math.min(rows, lights.length)) : 1;
  const levels = isGrid ? Math.min(rows, lights.length) : form === 'sash' ? 2 : 1;
  const front = size.width - (isGrid && bay.depth > 0 ? 2 * bay.splay : 0);
  const left = (whole: number, parts: number, count: number) =>
    ((whole - frame.width * (parts + 1)) / parts - 2 * leaf.stile - glazingBar * count) / (count + 1);
  for (const [what, whole, pane] of [
    ['width', front, left(front, columns, bars.upright)],
    ['height', size.height, left(size.height, levels, bars.level)]
  ] as const)
    if (pane < leastPane)
      refuse(project, 'entry.panes', {
        numbers: { whole, pane: Math.max(0, pane), least: leastPane, frame: frame.width, stile: leaf.stile },
        texts: { name, what }
      });
}

export const bringEntries = command({
  name: 'bringEntries',
  about:
    'Bring door sets and window units of another project into the catalogue, as a catalogue file holds them. What is here already is passed over; what is called as another one is here gets a name of its own.',
  args: s.object({ entries: s.array(s.mixed<object>().required()).min(1).max(2000).required() }),
  example: { entries: [{ ...plainEntries.window, id: 'brought', name: 'Porch window' }] },
  run: (project, { entries }) => {
    const here = [...project.tables.catalogueEntry.values()];
    const bare = (entry: CatalogueEntry) => ({ ...entry, id: '', name: '' });
    const names = new Set(here.map(({ name }) => name));
    const next = idMaker(project);
    const puts: CatalogueEntry[] = [];
    for (const [i, given] of entries.entries()) {
      const fault = faultIn(project.kinds, 'catalogueEntry', given);
      if (fault !== undefined) refuse(project, 'entry.foreign', { texts: { which: String(i + 1), fault } });
      const entry = given as CatalogueEntry;
      const like = here.find((one) => one.name === entry.name && sameValue(bare(one), bare(entry)));
      if (like) continue;
      const taken = findRecord(project, entry.id) ?? puts.find(({ id }) => id === entry.id);
      const name = freeName(entry.name, names);
      names.add(name);
      puts.push({ ...entry, kind: 'catalogueEntry', id: taken ? next('catalogueEntry') : entry.id, name });
    }
    if (puts.length === 0) refuse(project, 'entry.here', { texts: { count: String(entries.length) } });
    const label =
      puts.length === 1 ? `Bring ${puts[0]!.name}` : `Bring ${puts.length} entries of the catalogue`;
    return done(
      project,
      label,
      puts,
      [],
      puts.map(({ id }) => id)
    );
  }
});

/** "Porch window", "Porch window, brought", "Porch window, brought 2". */
function freeName(name: string, taken: ReadonlySet<string>): string {
  let free = name;
  for (let n = 1; taken.has(free); n++) free = `${name}, brought${n > 1 ? ` ${n}` : ''}`;
  return free;
}
