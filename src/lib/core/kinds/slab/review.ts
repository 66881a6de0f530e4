/** Slabs that have nothing to lie within, holes and heights that lie elsewhere, water that comes to the house. */
import { storeyModelIn } from '../storey/model';
import { isHoleOf, slabOutlines } from './rings';
import { slabParts } from './shape';
import { distance, lerp } from '../../geometry/point';
import { openEdges } from './guards';
import type { Repair, Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { slightFalls } from '../../kernels/falls/water';
import { degree, normaliseAngle } from '../../units/angle';
import { formatFall } from '../../units/fall';
import type { Falls } from './record';

/** One way, it can fall the other; heights are the designer's. */
function turnedRound(id: string, falls: Falls): Repair | undefined {
  if (falls.kind !== 'plane') return undefined;
  const direction = normaliseAngle(falls.direction + Math.PI) / degree;
  return { label: 'Let it fall the other way', call: { name: 'setFalls', args: { id, direction } } };
}

export function findSlabs({ project, say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  for (const slab of project.tables.slab.values()) {
    if (slab.storey !== model.storey.id) continue;
    const { id, holes, falls } = slab;
    const thing = named(id);
    const outline = query.get(slabOutlines, id);
    if (outline.length === 0) {
      say('floors', 'slab.no-outline', [id], {}, { thing });
      continue;
    }
    const kept = holes.filter((hole) => isHoleOf(outline, hole));
    if (kept.length < holes.length)
      say(
        'floors',
        'slab.hole-off',
        [id],
        {},
        { thing, count: String(holes.length - kept.length) },
        {
          label: 'Leave it out',
          call: { name: 'setSlab', args: { id, holes: kept } }
        }
      );
    const open = slab.guard ? [] : query.get(openEdges, id);
    if (open.length > 0) {
      const deepest = open.reduce((most, one) => (one.drop > most.drop ? one : most));
      const { x, y } = lerp(deepest.a, deepest.b, 0.5);
      const length = open.reduce((sum, { a, b }) => sum + distance(a, b), 0);
      const numbers = { drop: deepest.drop, x, y, length };
      const call = { name: 'setSlab', args: { id, guard: true } };
      say('floors', 'slab.no-guard', [id], numbers, { thing }, { label: 'Put guards along it', call });
    }
    if (!falls) continue;
    const surfaces = query.get(slabParts, id).map(({ surface }) => surface);
    for (const { x, y } of surfaces.flatMap(({ toHouse }) => toHouse).slice(0, 1))
      say('floors', 'slab.to-house', [id], { x, y }, { thing }, turnedRound(id, falls));
    const { leastFall, fallsAs } = settingsOf(project);
    const slight = surfaces.flatMap((surface) => slightFalls(surface, leastFall));
    for (const { at, fall } of slight.slice(0, 1))
      say(
        'floors',
        'slab.slight-fall',
        [id],
        { x: at.x, y: at.y },
        {
          thing,
          fall: fall < 1e-6 ? '0 %' : formatFall(fall, fallsAs),
          least: formatFall(leastFall, fallsAs)
        }
      );
    for (const { x, y } of surfaces.flatMap(({ pits }) => pits).slice(0, 1))
      say('floors', 'slab.pit', [id], { x, y }, { thing });
    const levels = falls.kind === 'levels' ? falls.levels : [];
    // Of a slab in several parts a height counts where it lies on any.
    const off = levels.filter((one) => surfaces.every((surface) => surface.off.includes(one)));
    for (const { at } of off.slice(0, 1))
      say(
        'floors',
        'slab.level-off',
        [id],
        { x: at.x, y: at.y },
        { thing },
        {
          label: 'Leave it out',
          call: { name: 'setFalls', args: { id, without: at } }
        }
      );
  }
}
