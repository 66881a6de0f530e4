/** What an opening can be filled by, as the sentence and Details offer it. */
import type { Project } from '../../../core/document/kind';
import { plainEntries } from '../../../core/kinds/catalogue-entry/plain';
import type { Choice } from '../../sentence';

/** The plain one first; its value is empty. */
export const entryChoices = ({ tables }: Project, filling: 'door' | 'window'): Choice[] => [
  { value: '', label: plainEntries[filling].name.toLowerCase() },
  ...[...tables.catalogueEntry.values()]
    .filter((entry) => entry.filling === filling)
    .map(({ id, name }) => ({ value: id, label: name }))
];
