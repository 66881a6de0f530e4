/** Guides between lines that are not parallel any more. */
import type { Scope } from '../../document/kind';
import { guideLines } from './lines';

export function findAskewGuides({ project, storey, say, named }: Scope) {
  const why = 'what it lies between is not parallel any more';
  for (const guide of project.tables.guide.values())
    if (guide.storey === storey && guideLines(project, guide).length === 0)
      say('measure', 'mark.askew', [guide.id], {}, { thing: named(guide.id), why });
}
