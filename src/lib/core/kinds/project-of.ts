/** Projects of our kinds from records. */
import type { Project } from '../document/kind';
import { projectFrom } from '../document/project';
import type { Rec, Tabled } from '../document/record';
import { kinds } from './register';

/** A project from loose records; later records of an id replace earlier ones. */
export const projectOf = (records: Iterable<Rec>, lastIds?: Tabled['lastIds']): Project =>
  projectFrom(kinds, records, lastIds);
