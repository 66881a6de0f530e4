/** What tables say of dimensions by hand: their sizes as they are now, mm. */
import type { Query } from '../../document/kind';
import { chainSizes } from './sizes';

export const dimensionRows = ({ project }: Query) =>
  [...project.tables.dimension.values()].flatMap(({ id, storey, form, certainty }) =>
    form.kind === 'chain'
      ? [{ id, storey, sizes: chainSizes(project, form.ends) ?? [], locked: form.locked !== null, certainty }]
      : []
  );
