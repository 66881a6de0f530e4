/**
 * Stage 3: outlines by walls: the outer line of the faces, of the structure, or the inner faces. Reads footprints of
 * exterior walls (of all walls where none is exterior).
 */
import { arrange, type Segment } from '../geometry/arrangement';
import { nearestOnSegment, distance, lerp, type Point } from '../geometry/point';
import { dropCollinear, ringArea, type Ring } from '../geometry/ring';
import { tolerances } from '../geometry/tolerances';
import type { SlabFace } from '../project/records';
import type { WallFootprint } from './1-footprints';

export interface Outline {
  /** Outer rings counter-clockwise, largest first. */
  readonly rings: readonly Ring[];
  /** For each ring and edge: the walls whose outline lies on it. */
  readonly walls: readonly (readonly (readonly string[])[])[];
}

function outerWalls(walls: readonly WallFootprint[]): WallFootprint[] {
  const outer = walls.filter(({ frame }) => frame.wall.role === 'exterior');
  return outer.length > 0 ? outer : [...walls];
}

const edges = (rings: readonly Ring[]): Segment[] =>
  rings.flatMap((ring) => ring.map((p, i): Segment => [p, ring[(i + 1) % ring.length]!]));

/** Smallest area that counts as enclosed, mm2. */
const leastRoom = 250_000;

/** Undefined when the walls enclose nothing. */
export function deriveOutline(all: readonly WallFootprint[], face: SlabFace): Outline | undefined {
  const walls = outerWalls(all).filter(({ bands }) => bands.length > 0);
  const ringsOf = ({ frame, bands }: WallFootprint): readonly Ring[] =>
    face === 'structure'
      ? bands[0]!.plies
          .filter((_, k) => frame.strips[k]!.y0 >= frame.core[0] && frame.strips[k]!.y1 <= frame.core[1])
          .flat()
      : bands[0]!.outline;
  const arrangement = arrange(walls.flatMap((wall) => edges(ringsOf(wall))));
  if (!arrangement) return undefined;
  const enclosing = arrangement.outlines.filter((outline) => {
    const solid = walls
      .flatMap(ringsOf)
      .filter((ring) => ring.length > 0 && isWithin(ring, outline))
      .reduce((sum, ring) => sum + ringArea(ring), 0);
    return ringArea(outline) > solid + leastRoom;
  });
  const found =
    face === 'inner'
      ? innerRings(
          arrangement.faces.map(({ outer }) => outer),
          walls
        )
      : enclosing;
  const rings = found
    .map((ring) => dropCollinear(ring, tolerances.coincident))
    .sort((p, q) => ringArea(q) - ringArea(p));
  if (rings.length === 0 || (face !== 'inner' && enclosing.length === 0)) return undefined;
  return {
    rings,
    walls: rings.map((ring) => ring.map((p, i) => wallsOn(walls, p, ring[(i + 1) % ring.length]!)))
  };
}

const isWithin = (ring: Ring, outline: Ring) => {
  const box = (r: Ring) =>
    [
      Math.min(...r.map((p) => p.x)),
      Math.max(...r.map((p) => p.x)),
      Math.min(...r.map((p) => p.y)),
      Math.max(...r.map((p) => p.y))
    ] as const;
  const [a, b] = [box(ring), box(outline)];
  return a[0] >= b[0] - 1 && a[1] <= b[1] + 1 && a[2] >= b[2] - 1 && a[3] <= b[3] + 1;
};

/** Faces between the walls, not of them. */
function innerRings(faces: readonly Ring[], walls: readonly WallFootprint[]): Ring[] {
  const solid = new Set(
    walls.flatMap(({ bands }) => bands[0]!.outline.map((ring) => Math.round(ringArea(ring))))
  );
  return faces.filter((face) => ringArea(face) > leastRoom && !solid.has(Math.round(ringArea(face))));
}

function wallsOn(walls: readonly WallFootprint[], p: Point, q: Point): string[] {
  const samples = [0.1, 0.3, 0.5, 0.7, 0.9].map((k) => lerp(p, q, k));
  return walls
    .filter(({ bands }) =>
      edges(bands[0]!.outline).some(([a, b]) =>
        samples.some((s) => distance(s, nearestOnSegment(s, a, b)) <= 10 * tolerances.coincident)
      )
    )
    .map(({ frame }) => frame.wall.id);
}
