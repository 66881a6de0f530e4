/** What fills openings: door sets and window units of the catalogue, and plain ones. */
import { fromFrame } from '../../kernels/joints/frame';
import { addBars, addPrism, type Placing, type Spot } from '../../kernels/solids/bars';
import { FaceMesh } from '../../kernels/solids/face-mesh';
import { result, sameInput, stageWithMemory } from '../../document/stage';
import { frames } from '../wall/stages';
import { entries, places } from './stages';
import { placeAfter, type Turn } from '../catalogue-entry/turns';
import { piecesOf } from '../catalogue-entry/pieces';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { datumOf } from '../storey/record';
import type { Part, PartRole } from '../../kernels/solids/part';
import type { FillingHost } from './host';
import { holeOf, type FilledPlace } from './place';
import type { ElementBody } from '../../document/kind';

/** What fills an opening: one part for each role. A bare opening has none. */
export function fillingParts(
  frame: FillingHost,
  place: FilledPlace,
  datum: number,
  entry: CatalogueEntry | undefined
): Part[] {
  if (!entry) return [];
  const meshes = new Map<PartRole, FaceMesh>();
  const pieces = piecesOf(entry, holeOf(frame, place), place.opening.ajar ?? 0);
  for (const { role, shape, bar, base, turns, t0, t1, z0, z1, y0, y1 } of pieces) {
    const mesh = meshes.get(role) ?? new FaceMesh(datum);
    meshes.set(role, mesh);
    const at = placing(frame, turns);
    if (base) {
      if (shape === 'prism') addPrism(mesh, base, at, z0, z1);
      else addPrism(mesh, base, (y, z, t) => at(t, y, z), t0, t1);
      continue;
    }
    // Corners going round against the clock, each with the inner one across a bar.
    const foot = shape === 'ring' ? bar : 0;
    const pairs: [Spot, Spot][] =
      shape === 'box'
        ? [
            [
              [t1, z0],
              [t0, z0]
            ],
            [
              [t1, z1],
              [t0, z1]
            ]
          ]
        : [
            [
              [t1, z0],
              [t1 - bar, z0 + foot]
            ],
            [
              [t1, z1],
              [t1 - bar, z1 - bar]
            ],
            [
              [t0, z1],
              [t0 + bar, z1 - bar]
            ],
            [
              [t0, z0],
              [t0 + bar, z0 + foot]
            ]
          ];
    addBars(mesh, pairs, shape === 'ring', at, y0, y1);
  }
  return [...meshes].map(([role, mesh]) => ({ role, ply: null, material: null, mesh: mesh.build()! }));
}

/** What stands along and across a wall, turned and moved with its leaf. */
const placing =
  (frame: FillingHost, turns: readonly Turn[] = []): Placing =>
  (...place) => {
    const [t, y, z] = placeAfter(place, turns);
    return { plan: fromFrame(frame, t, y), z };
  };

interface Filled {
  readonly values: readonly unknown[];
  readonly body: ElementBody;
}

/** The last body with all that it was made from, by value: a wall that only grew at its far end leaves its doors as they are. */
class FillingMemory {
  private last: Filled | undefined;

  bodyOf(values: readonly unknown[], make: () => ElementBody): ElementBody {
    if (!this.last || !sameInput(this.last.values, values)) this.last = { values, body: make() };
    return this.last.body;
  }
}

export const openingBodies = stageWithMemory(
  'fillings of openings',
  {
    frame: (query, id) => query.get(frames, query.project.tables.opening.get(id)?.wall ?? ''),
    place: result(places),
    entry: result(entries),
    datum: ({ project }, id) => {
      const { wall, opening } = project.tables;
      return datumOf(project, wall.get(opening.get(id)?.wall ?? '')?.storey ?? '');
    }
  },
  () => new FillingMemory(),
  ({ frame, place, entry, datum }, id, memory): ElementBody | undefined => {
    if (!frame || !place) return undefined;
    const { t0, t1, z0, z1, opening, round } = place;
    const { origin, direction, y0, y1, core, wall } = frame;
    const values = [
      ...[
        t0,
        t1,
        z0,
        z1,
        entry,
        opening.handing.opens,
        opening.handing.hinge,
        opening.end,
        opening.ajar,
        ...(round ? [round.frame, round.t0, round.t1] : []),
        datum,
        wall.storey
      ],
      ...[origin.x, origin.y, direction.x, direction.y, y0, y1, ...core, wall.outside]
    ];
    return memory.bodyOf(values, () => ({
      id,
      kind: 'opening',
      storey: wall.storey,
      parts: fillingParts(frame, place, datum, entry)
    }));
  }
);
