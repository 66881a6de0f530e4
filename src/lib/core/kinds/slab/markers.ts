/** The facets of a slab as one sees them: those of one plane together, each with the place in it that is farthest from its borders. */
import { heightAt, type Plane } from '../../geometry/plane';
import { distance, nearestOnSegment, type Point } from '../../geometry/point';
import { boxOf, edgesOf, ringHolds, type Ring } from '../../geometry/ring';
import type { Facet, Surface } from '../../kernels/falls/surface';

export interface SeenFacet {
  readonly rings: readonly Ring[];
  readonly plane: Plane;
  readonly at: Point;
  /** From there to its nearest border, mm. */
  readonly reach: number;
}

/** Facets farther off one plane than this have a fold between them, mm. */
const fold = 1;
/** Squares that a facet is looked through by, and how often the best is looked through again. */
const [squares, rounds] = [12, 6];

export function facetsSeen({ facets }: Pick<Surface, 'facets'>): SeenFacet[] {
  const left = new Set(facets);
  return [...facets].flatMap((first): SeenFacet[] => {
    if (!left.delete(first)) return [];
    const group = [first];
    for (const one of group)
      for (const other of left)
        if (isBeside(one, other) && isOfPlane(first.plane, other)) {
          left.delete(other);
          group.push(other);
        }
    const rings = group.map(({ ring }) => ring);
    return [{ rings, plane: first.plane, ...innermost(rings) }];
  });
}

const isOfPlane = (plane: Plane, { ring, plane: own }: Facet) =>
  ring.every((p) => Math.abs(heightAt(plane, p) - heightAt(own, p)) < fold);

const isBeside = (p: Facet, q: Facet) =>
  p.ring.filter((a) => q.ring.some((b) => distance(a, b) < fold)).length >= 2;

/** The place in rings that is farthest from the borders that they do not share. */
function innermost(rings: readonly Ring[]): { at: Point; reach: number } {
  const all = rings.flatMap(edgesOf);
  const borders = all.filter(
    ([a, b]) => !all.some(([c, d]) => distance(a, d) < fold && distance(b, c) < fold)
  );
  const reachAt = (p: Point) =>
    rings.some((ring) => ringHolds(ring, p))
      ? Math.min(...borders.map(([a, b]) => distance(p, nearestOnSegment(p, a, b))))
      : -1;
  const { minX, minY, maxX, maxY } = boxOf(rings.flat());
  let best = { at: rings[0]![0]!, reach: -1 };
  let [wide, high] = [maxX - minX, maxY - minY];
  let middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  for (let round = 0; round < rounds; round++) {
    for (let i = 0; i <= squares; i++)
      for (let k = 0; k <= squares; k++) {
        const at = { x: middle.x + wide * (i / squares - 0.5), y: middle.y + high * (k / squares - 0.5) };
        const reach = reachAt(at);
        // Of places as good as each other the first, so that rounding does not choose.
        if (reach > best.reach + 1e-6) best = { at, reach };
      }
    [wide, high, middle] = [wide / 4, high / 4, best.at];
  }
  return best;
}
