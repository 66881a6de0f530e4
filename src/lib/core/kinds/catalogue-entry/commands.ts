/** Making and changing what is in the catalogue. */
import { object } from 'yup';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, refuse } from '../../document/command';
import { plainEntries } from './plain';
import { doorForms, forms, leafStyles, lightWays, windowForms, type CatalogueEntry } from './record';

const whole = () => s.number().integer().min(0).max(12);
const trim = () => object({ width: s.mm().min(0), thickness: s.mm().min(0) }).default(undefined);
const ledge = () => object({ past: s.mm().min(0), thickness: s.mm().min(0) }).default(undefined);

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
    leaves: whole().min(1),
    share: s.number().min(0.1).max(0.9),
    lights: s.array(s.oneOf(lightWays).required()).min(1).max(12).default(undefined),
    leaf: object({
      style: s.oneOf(leafStyles),
      panels: whole().min(1),
      glazed: s.number().min(0).max(1),
      stile: s.mm().min(1),
      thickness: s.mm().min(1)
    }).default(undefined),
    bars: object({ upright: whole(), level: whole() }).default(undefined),
    glass: s.mm().min(1),
    frame: object({
      width: s.mm().min(1),
      depth: s.mm().min(1).nullable(),
      recess: s.mm().min(0).nullable()
    }).default(undefined),
    threshold: s.mm().min(0),
    casing: object({ outside: trim(), inside: trim() }).default(undefined),
    ledge: object({ outside: ledge(), inside: ledge() }).default(undefined),
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
    return done(project, `${old ? 'Change' : 'Make'} ${entry.name}`, [entry], [], [entry.id]);
  }
});

/** What is given over what there is, into groups too; lists as a whole. */
function merge(old: object, given: object): object {
  const result: Record<string, unknown> = { ...old };
  for (const [key, value] of Object.entries(given)) {
    if (value === undefined) continue;
    const was = result[key];
    const isGroup = typeof value === 'object' && value !== null && !Array.isArray(value);
    result[key] = isGroup && was ? merge(was, value as object) : value;
  }
  return result;
}
