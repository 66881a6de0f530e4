/** Where slabs lie. */
import type { Query } from '../../document/kind';
import { own, result, sameInput, stage } from '../../document/stage';
import {
  counterClockwise,
  edgesOf,
  gapToBorder,
  ringHolds,
  ringsHold,
  segmentsCross,
  type Ring
} from '../../geometry/ring';
import { areaWithin, sharedArea } from '../../geometry/common-area';
import { tolerances } from '../../geometry/tolerances';
import { withoutRings } from '../../geometry/union';
import { stairHolesOn } from '../stair/shape';
import { roomAt } from '../wall/rooms';
import { outlineOn } from '../wall/stages';
import type { Slab } from './record';

/** Whether a hole lies wholly in what rings enclose. */
export const isHoleOf = (rings: readonly Ring[], hole: Ring): boolean =>
  hole.every((p) => ringsHold(rings, p)) &&
  rings.every((ring) =>
    edgesOf(ring).every(([a, b]) => edgesOf(hole).every(([c, d]) => !segmentsCross(a, b, c, d)))
  ) &&
  rings.every((ring) => ring.every((p) => !ringHolds(hole, p)));

/** Whether borders come so near each other that what is between them is nothing. */
const touch = (p: Ring, q: Ring): boolean =>
  p.some((at) => gapToBorder(q, at) < tolerances.joint) ||
  q.some((at) => gapToBorder(p, at) < tolerances.joint);

/** What a slab lies over without its own holes: drawn, as the walls run, or what they leave clear. */
export function outlineOfSlab(query: Query, { outline, storey }: Slab): readonly Ring[] {
  if (outline.kind === 'drawn') return [outline.points];
  if (outline.kind === 'room') return roomAt(query, storey, outline.at) ?? none;
  return outlineOn(query, storey, outline.face)?.rings ?? none;
}

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
  {
    slab: own('slab'),
    outline: result(slabOutlines),
    stairs: (query, id) => {
      const slab = query.project.tables.slab.get(id);
      return slab ? stairHolesOn(query, slab.storey) : none;
    }
  },
  ({ slab, outline, stairs }): readonly Ring[] => {
    const open = stairs.filter((ring) => areaWithin([ring], outline) > tolerances.scrap);
    const isApart = open.every(
      (ring, i) =>
        isHoleOf(outline, ring) &&
        outline.every((border) => !touch(border, ring)) &&
        open.every((other, k) => k === i || sharedArea(ring, other) === 0)
    );
    const own = (slab?.holes ?? []).filter((hole) => isHoleOf(outline, hole));
    const holes = isApart ? [...own, ...open] : own;
    const rings =
      holes.length === 0
        ? outline
        : [...outline, ...holes.map((hole) => [...counterClockwise(hole)].reverse())];
    // Where a stair comes up beside a wall or another stair, its hole is no ring of its own.
    return isApart ? rings : withoutRings(rings, open);
  }
);
