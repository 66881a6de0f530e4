/** Where slabs lie. */
import { own, stage } from '../../document/stage';
import { segmentsCross, edgesOf, ringArea, ringHolds, ringsHold, type Ring } from '../../geometry/ring';
import { outlineOn } from '../wall/stages';

/** Whether a hole lies wholly in what rings enclose. */
export const isHoleOf = (rings: readonly Ring[], hole: Ring): boolean =>
  hole.every((p) => ringsHold(rings, p)) &&
  rings.every((ring) =>
    edgesOf(ring).every(([a, b]) => edgesOf(hole).every(([c, d]) => !segmentsCross(a, b, c, d)))
  ) &&
  rings.every((ring) => ring.every((p) => !ringHolds(hole, p)));

/** What a slab lies over without its own holes, by its id: drawn, or as the walls run. */
export const slabOutlines = stage(
  'outlines of slabs',
  {
    slab: own('slab'),
    outline: (query, id) => {
      const slab = query.project.tables.slab.get(id);
      return slab?.outline.kind === 'walls' ? outlineOn(query, slab.storey, slab.outline.face) : undefined;
    }
  },
  ({ slab, outline }): readonly Ring[] =>
    slab?.outline.kind === 'drawn' ? [slab.outline.points] : (outline?.rings ?? [])
);

/** The rings that a slab covers, by its id, clockwise round courts and its own holes; a hole that lies elsewhere is none. */
export const slabRings = stage(
  'rings of slabs',
  { slab: own('slab'), outline: (query, id) => query.get(slabOutlines, id) },
  ({ slab, outline }): readonly Ring[] => {
    const holes = (slab?.holes ?? []).filter((hole) => isHoleOf(outline, hole));
    return holes.length === 0
      ? outline
      : [...outline, ...holes.map((hole) => (ringArea(hole) > 0 ? [...hole].reverse() : hole))];
  }
);
