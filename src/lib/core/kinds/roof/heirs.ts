/** What becomes of roofs when walls under them are parted, joined or deleted, and what of walls when their roof is. */
import { baseOf } from '../wall/standing';
import { storedPoint } from '../../document/command';
import type { Loss, Project } from '../../document/kind';
import { wallsOf, type Wall } from '../wall/record';
import { wallsIn } from './edges';
import type { Roof, RoofSide } from './record';
import { roofOutlines } from './stages';

const roofsOf = ({ tables }: Project) => [...tables.roof.values()];

/** After a wall was cut in two: `id` is the part from there to its end b. */
export function roofsAfterSplit(project: Project, wall: Wall, id: string): Roof[] {
  return roofsOf(project).flatMap((roof): Roof[] => {
    const edges = roof.edges.filter((edge) => edge.wall === wall.id);
    const isSide = roof.sides?.some((side) => side.wall === wall.id) ?? false;
    if (edges.length === 0 && !isSide) return [];
    // Sides run with the house on their left, a wall from a to b.
    const parts = (side: RoofSide) =>
      wall.outside === 'left' ? [{ ...side, wall: id }, side] : [side, { ...side, wall: id }];
    return [
      {
        ...roof,
        edges: [...roof.edges, ...edges.map((edge) => ({ ...edge, wall: id }))],
        sides: roof.sides?.flatMap((side) => (side.wall === wall.id ? parts(side) : [side])) ?? null
      }
    ];
  });
}

/** After `gone` became a part of `kept`. */
export function roofsAfterJoin(project: Project, kept: string, gone: string): Roof[] {
  const joined = <T extends { readonly wall: string | null }>(list: readonly T[]): T[] => {
    const isThere = list.some(({ wall }) => wall === kept);
    return list.flatMap((one) => (one.wall !== gone ? [one] : isThere ? [] : [{ ...one, wall: kept }]));
  };
  return roofsOf(project).flatMap((roof): Roof[] => {
    const lists = [...roof.edges, ...(roof.sides ?? [])];
    if (!lists.some(({ wall }) => wall === gone)) return [];
    return [{ ...roof, edges: joined(roof.edges), sides: roof.sides && joined(roof.sides) }];
  });
}

/** Where a wall is gone, a line in its place: the roof stays as it was. */
export function withoutWalls(roof: Roof, { before, gone }: Pick<Loss, 'before' | 'gone'>): Roof {
  const outline = before.get(roofOutlines, roof.id);
  const lineOf = (side: number) => {
    for (const [r, edges] of (outline?.edges ?? []).entries()) {
      const at = edges.findIndex((edge) => edge.side === side);
      const ring = outline!.rings[r]!;
      if (at >= 0) return { from: storedPoint(ring[at]!), to: storedPoint(ring[(at + 1) % ring.length]!) };
    }
    return null;
  };
  const sides = roof.sides?.map((side, i) =>
    side.wall !== null && gone.has(side.wall) ? { ...side, wall: null, line: lineOf(i) } : side
  );
  return { ...roof, sides: sides ?? null };
}

/** Without its roof a wall that is carried up to it, and to no other, ends at the plate level again. */
export function lowersWalls(roof: Roof, { before, after }: Loss): Wall[] {
  const carried = new Set(wallsIn(before.get(roofOutlines, roof.id)));
  const others = roofsOf(after.project).filter(({ storey }) => storey === roof.storey);
  const kept = new Set(others.flatMap(({ id }) => wallsIn(after.get(roofOutlines, id))));
  return wallsOf(after.project, roof.storey).flatMap((wall): Wall[] => {
    const isOwn = others.length === 0 || (carried.has(wall.id) && !kept.has(wall.id));
    return wall.top.kind === 'roof' && isOwn
      ? [
          {
            ...wall,
            top: { kind: 'height', height: Math.max(100, roof.plateLevel - baseOf(after.project, wall)) }
          }
        ]
      : [];
  });
}
