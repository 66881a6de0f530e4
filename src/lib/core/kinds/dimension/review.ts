/** Dimensions between lines that are not parallel any more; angles between lines that are. */
import type { Scope } from '../../document/kind';
import { angleNow } from './angles';
import { chainSizes } from './sizes';

export function findAskewDimensions({ project, storey, say, named }: Scope) {
  const report = (id: string, why: string) =>
    say('drawings', 'mark.askew', [id], {}, { thing: named(id), why });
  for (const { id, storey: own, form } of project.tables.dimension.values()) {
    if (own !== storey) continue;
    if (form.kind === 'chain' && !chainSizes(project, form.ends))
      report(id, 'what it lies between is not parallel any more');
    if (form.kind === 'angle' && !angleNow(project, form.arms)) report(id, 'its walls are parallel now');
  }
}
