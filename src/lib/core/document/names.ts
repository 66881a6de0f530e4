/** Names of things as messages and other programs show them, from the words that their kinds declare. */
import { declarationOf, findRecord } from './project';
import type { Project } from './kind';
import type { Rec } from './record';

/** Its name, else the mark that the plan shows, else the number of its id. */
function toldApart(record: Rec): string {
  const name = 'name' in record && record.name;
  const mark = 'mark' in record && record.mark;
  return name || mark || (/\d+$/.exec(record.id)?.[0] ?? record.id);
}

/** As a title: "Wall north", "Door D03"; the id itself where there is no such thing. */
export function nameElement(project: Project, id: string): string {
  const record = findRecord(project, id);
  if (!record) return id;
  const title = declarationOf(project, record).words.title(record);
  return `${title} ${toldApart(record)}`;
}

/** `word` with the name of a record, or its mark or number where it has none. */
export function withName(word: string, record: Rec): string {
  return 'name' in record && record.name ? `${word} "${record.name}"` : `${word} ${toldApart(record)}`;
}

/** Within a sentence, as it is seen in the plan: 'wall "kitchen"', "north wall 3", "the 910 mm wide door in partition 7". */
export function nameOf(project: Project, record: Rec | undefined): string {
  if (!record) return 'it';
  const { words, called } = declarationOf(project, record);
  if (called) return called(record, project);
  return withName(words.one, record);
}
