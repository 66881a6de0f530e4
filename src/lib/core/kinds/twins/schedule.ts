/** What tables say of twins: the things of each set. */
import type { Query } from '../../document/kind';

export const twinRows = ({ project }: Query) =>
  [...project.tables.twins.values()].map(({ id, sets }) => ({ id, sets: sets.map(({ items }) => items) }));
