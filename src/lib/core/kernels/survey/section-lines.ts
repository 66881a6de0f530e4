/** What a level plane cuts of solids: pieces of lines as a plan shows them. */
import type { Point } from '../../geometry/point';

/** Corners of three a triangle, three numbers each: east, north, up. */
export type Triangles = ArrayLike<number>;

/** Where triangles pass through a height, each a piece; what lies in the plane itself gives none. */
export function cutAt(triangles: Triangles, height: number, put: (p: Point, q: Point) => void) {
  const corner = (k: number) => ({ x: triangles[k]!, y: triangles[k + 1]!, z: triangles[k + 2]! - height });
  for (let at = 0; at + 8 < triangles.length; at += 9) {
    const list = [corner(at), corner(at + 3), corner(at + 6)];
    const ends: Point[] = [];
    list.forEach((p, i) => {
      const q = list[(i + 1) % 3]!;
      // A corner in the plane counts as above it.
      if (p.z < 0 === q.z < 0) return;
      const t = p.z / (p.z - q.z);
      ends.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t });
    });
    if (ends.length === 2) put(ends[0]!, ends[1]!);
  }
}
