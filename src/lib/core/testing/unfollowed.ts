/** Whether a model that knew a project follows every change of a field. */
import type { Project } from '../document/kind';
import { groupedBy } from '../document/grouped';
import { usesOf } from '../kinds/catalogue-entry/uses';
import { Model } from '../model/graph';
import { differenceOf, everything, fromScratch } from './everything';
import { fieldsOf, withOther, type Field } from './fields';

/** Fields of a kind in an order in which the first few are far from each other. */
function scattered(fields: readonly Field[]): Field[] {
  const step = [7, 11, 13].find((prime) => fields.length % prime !== 0) ?? 1;
  return fields.map((_, i) => fields[(i * step) % fields.length]!);
}

/**
 * The first field whose change a model that knew the project before does not follow. Of fields of one kind (`pitch` of
 * any edge of any roof) `few` stand for all, those of records in use before others; how many were tried is told too.
 */
export function unfollowed(
  project: Project,
  few: number,
  wanted: (id: string) => boolean = () => true
): { readonly tried: number; readonly found: string | undefined } {
  const model = new Model();
  everything(model.at(project));
  const uses = usesOf(project);
  const isIdle = ({ record }: Field) => record.kind === 'catalogueEntry' && !uses.has(record.id);
  const fields = fieldsOf(project).filter(({ record }) => wanted(record.id));
  let tried = 0;
  for (const group of groupedBy(fields, kindOfField).values()) {
    let left = few;
    for (const field of [false, true].flatMap((is) => scattered(group.filter((one) => isIdle(one) === is)))) {
      const changed = left > 0 && withOther(project, field);
      if (!changed) continue;
      left -= 1;
      tried += 1;
      const difference = differenceOf(everything(model.at(changed)), fromScratch(changed));
      if (difference) return { tried, found: `${field.record.id} ${field.path}: ${difference}` };
    }
  }
  return { tried, found: undefined };
}

const kindOfField = ({ record, path }: Field): string =>
  `${record.kind} ${path.replace(/\d+/g, 'n')}${record.kind === 'opening' ? record.filling : ''}`;
