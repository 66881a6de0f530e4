/** What tables say of alignments; mm. */
import type { Query } from '../../document/kind';

export const alignmentRows = ({ project }: Query) =>
  [...project.tables.alignment.values()].map(({ id, upper, upperLine, lower, lowerLine, offset }) => ({
    ...{ id, upper, upperLine, lower, lowerLine, offset }
  }));
