/** Roofs without an outline, without a plane somewhere, or over the limit of height. */
import { storeyModelIn } from '../storey/model';
import { settingsOf } from '../../document/project';
import { waysUnder } from './limit';
import { atParapets, plateWithin } from './parapet';
import { roofModels } from './stages';
import { ringArea, ringsArea } from '../../geometry/ring';
import { formatArea } from '../../units/area';
import { formatLengthWithUnit } from '../../units/length';
import { tolerances } from '../../geometry/tolerances';
import type { Scope } from '../../document/kind';

/** Less of a roof than this is built: it was not meant so. */
const mostlyHidden = 0.25;

export function findRoofs({ project, say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  const { ground, heightLimit, units } = settingsOf(project);
  const area = (size: number) => formatArea(size, units);
  for (const roof of project.tables.roof.values()) {
    if (roof.storey !== model.storey.id) continue;
    const solved = query.get(roofModels, roof.id);
    if (!solved) say('roof', 'roof.no-outline', [roof.id], {}, { thing: named(roof.id) });
    else {
      for (const ring of solved.unsolved)
        say('roof', 'roof.unsolved', [roof.id], {}, { thing: named(roof.id), area: area(ringArea(ring)) });
      if (solved.lidArea > 1e4)
        say('roof', 'roof.no-plane', [roof.id], {}, { thing: named(roof.id), area: area(solved.lidArea) });
      const asked = Math.max(0, ...solved.edges.flat().map(({ overhang }) => overhang));
      if (asked > solved.overhang + tolerances.coincident)
        say(
          'roof',
          'roof.overhang',
          [roof.id],
          { asked, made: solved.overhang },
          { thing: named(roof.id) },
          {
            label: `Overhang of ${formatLengthWithUnit(solved.overhang, units)}`,
            call: { name: 'setRoof', args: { id: roof.id, overhang: solved.overhang } }
          }
        );
      const parapets = atParapets(query, solved);
      const plateLevel = plateWithin(roof, parapets) ?? roof.plateLevel;
      for (const { wall, over } of parapets) {
        if (over <= tolerances.coincident) continue;
        say(
          'roof',
          'roof.over-parapet',
          [roof.id, wall],
          { over },
          { thing: named(roof.id), wall: named(wall) },
          [
            {
              label: `Plate at ${formatLengthWithUnit(plateLevel, units)}`,
              call: { name: 'setRoof', args: { id: roof.id, plateLevel } }
            }
          ]
        );
      }
      const built = ringsArea(solved.planes.map(({ ring }) => ring));
      if (built < mostlyHidden * solved.whole)
        say(
          'roof',
          'roof.hidden',
          [roof.id],
          {},
          { thing: named(roof.id), whole: area(solved.whole), area: area(built) }
        );
      const height = model.storey.datum + solved.ridge - ground;
      if (heightLimit !== null && height > heightLimit + tolerances.coincident)
        say(
          'roof',
          'limit.height',
          [roof.id],
          { height, limit: heightLimit },
          {},
          waysUnder(query, roof, ground + heightLimit - model.storey.datum)
        );
    }
  }
}
