/** What tables say of site notes. */
import type { Query } from '../../document/kind';
import { degree } from '../../units/angle';
import { round } from '../../units/round';

export const noteRows = ({ project }: Query) =>
  [...project.tables.siteNote.values()].map(({ id, storey, at, height, looks, text, photo, by, on }) => ({
    ...{ id, storey, at: [at.x, at.y], height, text, by, on },
    looks: looks === null ? null : round(looks / degree),
    photo: photo?.name ?? null
  }));
