/** Roofs without an outline, without a plane somewhere, or over the limit of height. */
import { storeyModelIn } from '../storey/model';
import { settingsOf } from '../../document/project';
import { roofModels } from './stages';
import { ringArea } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { Scope } from '../../document/kind';

export function findRoofs({ project, say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  const { ground, heightLimit } = settingsOf(project);
  for (const roof of project.tables.roof.values()) {
    if (roof.storey !== model.storey.id) continue;
    const solved = query.get(roofModels, roof.id);
    if (!solved) say('roof', 'roof.no-outline', [roof.id], {}, { thing: named(roof.id) });
    else {
      for (const ring of solved.unsolved)
        say(
          'roof',
          'roof.unsolved',
          [roof.id],
          {},
          { thing: named(roof.id), area: `${(ringArea(ring) / 1e6).toFixed(2)} m²` }
        );
      if (solved.lidArea > 1e4)
        say(
          'roof',
          'roof.no-plane',
          [roof.id],
          {},
          { thing: named(roof.id), area: `${(solved.lidArea / 1e6).toFixed(2)} m²` }
        );
      const height = model.storey.datum + solved.ridge - ground;
      if (heightLimit !== null && height > heightLimit + tolerances.coincident)
        say('roof', 'limit.height', [roof.id], { height, limit: heightLimit });
    }
  }
}
