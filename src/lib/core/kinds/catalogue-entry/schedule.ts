/** What tables say of the catalogue. */
import type { Query } from '../../document/kind';

export const catalogueRows = ({ project }: Query) => {
  const used = new Map<string, number>();
  for (const { entry } of project.tables.opening.values())
    if (entry !== null) used.set(entry, (used.get(entry) ?? 0) + 1);
  return [...project.tables.catalogueEntry.values()].map(({ id, name, filling, form, size }) => ({
    ...{ id, name, filling, form, ...size },
    usedBy: used.get(id) ?? 0
  }));
};
