/** The edges of a roof as they are pointed at, named and changed. */
import type { Project } from '../../../core/document/kind';
import { nameElement, nameOf } from '../../../core/document/names';
import type { Point } from '../../../core/geometry/point';
import type { MadeEdge } from '../../../core/kinds/roof/edges';
import type { RoofModel } from '../../../core/kinds/roof/planes';
import type { Roof, RoofEdgeKind } from '../../../core/kinds/roof/record';
import { slopeAt, type SlopePlace } from '../../../core/kinds/roof/slope';
import { drawnRoof } from '../../../core/kinds/roof/stages';
import { ringHolds } from '../../../core/geometry/ring';
import type { Editor } from '../../editor';

/** `named`: how a command names it. The stretch of its eaves, from and to. */
export interface HeldEdge {
  readonly key: string;
  readonly roof: Roof;
  readonly edge: MadeEdge;
  readonly named: {
    readonly roof: string;
    readonly wall?: string;
    readonly side?: number;
    readonly all?: RoofEdgeKind;
  };
  readonly from: Point;
  readonly to: Point;
}

/** How a command names an edge; undefined where it cannot. */
export function namedBy(roof: Roof, { walls: [wall], side }: MadeEdge): HeldEdge['named'] | undefined {
  if (side !== null) return { roof: roof.id, side };
  return wall === undefined ? undefined : { roof: roof.id, wall };
}

/** Those that a command can name: over a wall, or a side of the roof's own outline. */
export function edgesIn(roof: Roof, solved: RoofModel | undefined): HeldEdge[] {
  return (solved?.eaves ?? []).flatMap(({ ring, of }, r) =>
    ring.flatMap((from, k): HeldEdge[] => {
      const edge = solved!.edges[r]![of[k]!];
      const named = edge && namedBy(roof, edge);
      if (!named) return [];
      const to = ring[(k + 1) % ring.length]!;
      return [{ key: `${r} ${of[k]!} ${roof.id}`, roof, edge, named, from, to }];
    })
  );
}

/** By the wall under it, or by its number. */
export function edgeName(project: Project, roof: Roof, { walls: [wall], side }: MadeEdge): string {
  return wall === undefined
    ? `side ${(side ?? 0) + 1} of ${nameOf(project, roof)}`
    : nameElement(project, wall);
}

/** The slope of one of these roofs that is pointed at, where nothing of another lies over it. */
export function slopeUnder(
  editor: Editor,
  roofs: readonly Roof[],
  point: Point
): (SlopePlace & { readonly roof: Roof }) | undefined {
  const query = editor.model.at(editor.project);
  for (const roof of roofs) {
    const seen = editor.model.roof(editor.project, roof)?.planes.some(({ ring }) => ringHolds(ring, point));
    const drawn = seen ? drawnRoof(query, roof.id) : undefined;
    const place = drawn && slopeAt(drawn, point);
    if (place) return { ...place, roof };
  }
  return undefined;
}

/** How a command names the eave under it. */
export const eaveUnder = ({ roof, wall, side }: SlopePlace & { readonly roof: Roof }) => ({
  roof: roof.id,
  ...(wall !== null ? { wall } : side !== null ? { side } : {})
});
