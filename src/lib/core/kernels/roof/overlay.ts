/**
 * Roofs laid over each other in plan: one arrangement of the borders of all their planes, of their bearings and of the
 * storeys over them, and of the lines where two surfaces are level. In a cell each roof has one top and one underside, and
 * the order of their heights is the same all over it.
 *
 *      +-------------------+
 *      |         |\ a,b /| |      a, b: planes of two roofs; \ and /: where their tops are level
 *      |    a    | \   / | |
 *      |         |  \ /  | |      level lines overshoot their ends by `overshoot`, and the stubs are dropped: cut exactly,
 *      +---------|   b   |-+      a rounded end falls short, and the line would be dropped whole
 *                +-------+
 *
 * Cost: every two planes of different roofs whose boxes meet, then the arrangement. Source: own, after the envelope of
 * Boissonnat & Dobrindt 1996 done by arrangement.
 */
import Flatbush from 'flatbush';
import { simpleFaces, type Segment } from '../../geometry/arrangement';
import { heightAt, type Plane } from '../../geometry/plane';
import { along, leftOf, length, scale, type Point } from '../../geometry/point';
import {
  boxOf,
  boxesMeet,
  crossingsOf,
  edgesOf,
  ringArea,
  ringHolds,
  ringsHold,
  type Box,
  type Ring
} from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { bordersFrom } from './borders';

/** A plane of a solved roof, its heights over project zero. */
export interface Facet {
  readonly ring: Ring;
  readonly underside: Plane;
  readonly top: Plane;
}

/** One roof among those that meet. Rings counter-clockwise, holes of bearings clockwise; heights over project zero, mm. */
export interface MeetingRoof {
  readonly id: string;
  readonly bearing: readonly Ring[];
  readonly facets: readonly Facet[];
  /** Of its storey; what is under its bearing it owns from there up, if walls close it. */
  readonly base: number;
  readonly isEnclosed: boolean;
  /** Of a roof that runs into others: its bearing as it was before it was drawn on; counts only where joined to that. */
  readonly front: readonly Ring[] | undefined;
  /** The edges of its eaves outline that end on other roofs' slopes. */
  readonly ends: readonly Segment[];
}

/** A storey over roofs: from its floor up its outline is not theirs. */
export interface StoreyOver {
  readonly floor: number;
  readonly rings: readonly Ring[];
}

/** What a roof is in a cell; heights at the point inside it. */
export interface Layer {
  readonly facet: number;
  readonly top: number;
  readonly underside: number;
  readonly isInBearing: boolean;
}

export interface OverlayCell {
  readonly ring: Ring;
  /** A point inside it. */
  readonly middle: Point;
  /** By roof; undefined where it is not. */
  readonly layers: readonly (Layer | undefined)[];
  /** The floor of the lowest storey over each roof's own here; Infinity: none. */
  readonly floors: readonly number[];
  /** By edge of the ring: the cell beyond it, -1 for none. */
  readonly beyond: readonly number[];
}

/** How far lines where planes are level run on past their ends, mm. */
const overshoot = 0.001;

/** Where two planes are of one height within both rings. */
export function levelLines(p: Plane, q: Plane, within: readonly [Ring, Ring]): Segment[] {
  const normal = { x: p.a - q.a, y: p.b - q.b };
  const steep = length(normal);
  if (steep < tolerances.parallel) return [];
  // From a point near the rings, so that nothing is lost where they lie far from zero.
  const near = within[0][0]!;
  const gap = heightAt(p, near) - heightAt(q, near);
  const through = along(near, normal, -gap / (steep * steep));
  const direction = scale(leftOf(normal), 1 / steep);
  const [one, other] = within.map((ring) => crossingsOf(ring, through, direction));
  const found: Segment[] = [];
  for (let i = 0; i + 1 < one!.length; i += 2)
    for (let j = 0; j + 1 < other!.length; j += 2) {
      const [from, to] = [Math.max(one![i]!, other![j]!), Math.min(one![i + 1]!, other![j + 1]!)];
      if (to - from > tolerances.coincident)
        found.push([along(through, direction, from - overshoot), along(through, direction, to + overshoot)]);
    }
  return found;
}

interface Boxed extends Facet {
  readonly box: Box;
}

function levelSegments(roofs: readonly MeetingRoof[], storeys: readonly StoreyOver[]): Segment[] {
  const boxed = roofs.map(({ facets }) => facets.map((one): Boxed => ({ ...one, box: boxOf(one.ring) })));
  const found: Segment[] = [];
  for (const [r, list] of boxed.entries())
    for (const one of list) {
      for (const others of boxed.slice(r + 1))
        for (const other of others)
          if (boxesMeet(one.box, other.box))
            for (const p of [one.top, one.underside])
              for (const q of [other.top, other.underside])
                found.push(...levelLines(p, q, [one.ring, other.ring]));
      const floors = [
        ...roofs.flatMap(({ base, bearing }, s) =>
          s === r ? [] : bearing.map((ring) => ({ z: base, ring }))
        ),
        ...storeys.flatMap(({ floor, rings }) => rings.map((ring) => ({ z: floor, ring })))
      ];
      const heights = one.ring.map((p) => heightAt(one.top, p));
      const [low, high] = [Math.min(...heights), Math.max(...heights)];
      for (const { z, ring } of floors)
        if (low < z && z < high && boxesMeet(one.box, boxOf(ring)))
          found.push(...levelLines(one.top, { a: 0, b: 0, c: z }, [one.ring, ring]));
    }
  return found;
}

/**
 * The cells over which any of the roofs lies.
 * Degenerate: cells narrower than a point within them can be found belong to no roof. Undefined: no arrangement settled.
 */
export function overlay(
  roofs: readonly MeetingRoof[],
  storeys: readonly StoreyOver[]
): OverlayCell[] | undefined {
  const rings = [
    ...roofs.flatMap(({ facets, bearing }) => [...facets.map(({ ring }) => ring), ...bearing]),
    ...storeys.flatMap((storey) => storey.rings)
  ];
  const found = simpleFaces([...rings.flatMap(edgesOf), ...levelSegments(roofs, storeys)]);
  if (!found) return undefined;
  const look = roofs.map((roof) => new Finder(roof));
  const made = found.flatMap((ring) => {
    const middle = ringArea(ring) > tolerances.scrap ? innerPoint(ring) : undefined;
    const layers = look.map((finder) => middle && finder.at(middle));
    if (!middle || layers.every((layer) => !layer)) return [];
    const over = storeys.filter((storey) => ringsHold(storey.rings, middle));
    const floors = roofs.map(({ base }) =>
      Math.min(Infinity, ...over.flatMap(({ floor }) => (floor > base ? [floor] : [])))
    );
    return [{ ring, middle, layers, floors }];
  });
  return withNeighbours(made);
}

class Finder {
  private readonly index: Flatbush | undefined;

  constructor(private readonly roof: MeetingRoof) {
    if (roof.facets.length === 0) return;
    this.index = new Flatbush(roof.facets.length);
    for (const { ring } of roof.facets) {
      const { minX, minY, maxX, maxY } = boxOf(ring);
      this.index.add(minX, minY, maxX, maxY);
    }
    this.index.finish();
  }

  at(p: Point): Layer | undefined {
    const near = this.index?.search(p.x, p.y, p.x, p.y).sort((a, b) => a - b) ?? [];
    const facet = near.find((i) => ringHolds(this.roof.facets[i]!.ring, p));
    if (facet === undefined) return undefined;
    const { top, underside } = this.roof.facets[facet]!;
    return {
      facet,
      top: heightAt(top, p),
      underside: heightAt(underside, p),
      isInBearing: ringsHold(this.roof.bearing, p)
    };
  }
}

/** Faces of one arrangement share their corners as objects. */
function withNeighbours(cells: readonly Omit<OverlayCell, 'beyond'>[]): OverlayCell[] {
  const borders = bordersFrom(cells.map(({ ring }) => ring));
  return cells.map((cell) => ({
    ...cell,
    beyond: edgesOf(cell.ring).map(([p, q]) => borders.get(q)?.get(p) ?? -1)
  }));
}
