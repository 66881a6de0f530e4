/**
 * Roofs within parapets: walls that they lie between, and that stand up past them to a height of their own.
 *
 *      |#|                |#|  top of the parapet
 *      |#|_______________-|#|    upstand: from the highest place of the roof at it, where nothing else is said
 *      |#|                |#|
 */
import type { Query } from '../../document/kind';
import { heightAt } from '../../geometry/plane';
import { distance, nearestOnSegment } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { frames } from '../wall/stages';
import type { RoofModel } from './planes';
import type { Roof } from './record';

/** How far a parapet stands up at least over the roof that is put within it, mm. */
const upstand = 150;

/** How far the roof lies over the top of a parapet; below nought: under it. */
export interface AtParapet {
  readonly wall: string;
  readonly over: number;
}

export function atParapets(query: Query, { roof, eaves, edges, planes }: RoofModel): AtParapet[] {
  return eaves.flatMap(({ ring, of }, r) =>
    ring.flatMap((from, k): AtParapet[] => {
      const edge = edges[r]![of[k]!];
      const isInner = edge?.side != null && roof.sides?.[edge.side]?.inner;
      const frame = isInner ? query.get(frames, edge.walls[0] ?? '') : undefined;
      if (!frame || !Number.isFinite(frame.top)) return [];
      const to = ring[(k + 1) % ring.length]!;
      const tops = planes.flatMap((plane) =>
        plane.ring
          .filter((p) => distance(p, nearestOnSegment(p, from, to)) <= tolerances.joint)
          .map((p) => heightAt(plane.top, p))
      );
      return tops.length > 0 ? [{ wall: frame.wall.id, over: Math.max(...tops) - frame.top }] : [];
    })
  );
}

/** The plate level, in whole mm, at which they stand up enough over the roof; undefined without any. */
export const plateWithin = ({ plateLevel }: Roof, parapets: readonly AtParapet[]): number | undefined =>
  parapets.length > 0
    ? Math.floor(plateLevel - Math.max(...parapets.map(({ over }) => over)) - upstand)
    : undefined;
