/** Where slabs lie. */
import type { Query } from '../../document/kind';
import { own, result, sameInput, stage } from '../../document/stage';
import {
  counterClockwise,
  edgesOf,
  ringHolds,
  ringsHold,
  segmentsCross,
  type Ring
} from '../../geometry/ring';
import { outlineOn } from '../wall/stages';
import type { Slab } from './record';

/** Whether a hole lies wholly in what rings enclose. */
export const isHoleOf = (rings: readonly Ring[], hole: Ring): boolean =>
  hole.every((p) => ringsHold(rings, p)) &&
  rings.every((ring) =>
    edgesOf(ring).every(([a, b]) => edgesOf(hole).every(([c, d]) => !segmentsCross(a, b, c, d)))
  ) &&
  rings.every((ring) => ring.every((p) => !ringHolds(hole, p)));

/** What a slab lies over without its own holes: drawn, or as the walls run. */
export const outlineOfSlab = (query: Query, { outline, storey }: Slab): readonly Ring[] =>
  outline.kind === 'drawn' ? [outline.points] : (outlineOn(query, storey, outline.face)?.rings ?? none);

const none: readonly Ring[] = [];

/** By its id. */
export const slabOutlines = stage(
  'outlines of slabs',
  {
    rings: (query: Query, id): readonly Ring[] => {
      const slab = query.project.tables.slab.get(id);
      return slab ? outlineOfSlab(query, slab) : none;
    }
  },
  ({ rings }) => rings,
  sameInput
);

/** The rings that a slab covers, by its id, clockwise round courts and its own holes; a hole that lies elsewhere is none. */
export const slabRings = stage(
  'rings of slabs',
  { slab: own('slab'), outline: result(slabOutlines) },
  ({ slab, outline }): readonly Ring[] => {
    const holes = (slab?.holes ?? []).filter((hole) => isHoleOf(outline, hole));
    return holes.length === 0
      ? outline
      : [...outline, ...holes.map((hole) => [...counterClockwise(hole)].reverse())];
  }
);
