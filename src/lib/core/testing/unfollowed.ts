/** Whether a model that knew a project follows every change of a field. */
import type { Project } from '../document/kind';
import { usesOf } from '../kinds/catalogue-entry/uses';
import { Model } from '../model/graph';
import { differenceOf, everything, fromScratch } from './everything';
import { fieldChanges } from './fields';

/** The first field whose change a model that knew the project before does not follow. */
export function unfollowed(project: Project, share: (i: number, id: string) => boolean): string | undefined {
  const model = new Model();
  everything(model.at(project));
  // Of the entries that fill nothing one stands for all, and of the others a few.
  const uses = usesOf(project);
  const entries = [...project.tables.catalogueEntry.keys()];
  const [used, idle] = [true, false].map((is) => entries.filter((id) => uses.has(id) === is));
  const alike = new Set([...used!.slice(4), ...idle!.slice(1)]);
  let i = 0;
  for (const { id, path, project: changed } of fieldChanges(project)) {
    if (alike.has(id) || !share((i += 1), id)) continue;
    const found = differenceOf(everything(model.at(changed)), fromScratch(changed));
    if (found) return `${id} ${path}: ${found}`;
  }
  return undefined;
}
