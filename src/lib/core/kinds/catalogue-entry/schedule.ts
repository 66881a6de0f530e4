/** What tables say of the catalogue. */
import type { Query } from '../../document/kind';
import { usesOf } from './uses';

export const catalogueRows = ({ project }: Query) => {
  const uses = usesOf(project);
  return [...project.tables.catalogueEntry.values()].map(({ id, name, filling, form, size }) => ({
    ...{ id, name, filling, form, ...size },
    usedBy: uses.get(id) ?? 0
  }));
};
