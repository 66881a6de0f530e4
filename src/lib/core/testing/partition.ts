/** The law of joints: rings simple and counter-clockwise, no two overlap, together they fill their outline. */
import { expect } from 'vitest';
import { arrange } from '../geometry/arrangement';
import { boxOf, isSimple, ringArea, type Ring } from '../geometry/ring';
import type { StoreyFootprints } from '../derive/1-footprints';
import { commonArea } from './oracle';

export interface NamedRing {
  readonly name: string;
  readonly ring: Ring;
  readonly z0: number;
  readonly z1: number;
}

export function plyRings(footprints: StoreyFootprints): NamedRing[] {
  return [...footprints.walls.values()].flatMap(({ frame, bands }) =>
    bands.flatMap(({ plies, z0, z1 }) =>
      plies.flatMap((rings, k) => rings.map((ring) => ({ name: `${frame.wall.id}/${k}`, ring, z0, z1 })))
    )
  );
}

/** Checks at height z; `gaps`: whether the outline may hold voids (rooms). Returns the area filled. */
export function expectPartition(footprints: StoreyFootprints, z = 1000, gaps = false): number {
  const rings = plyRings(footprints).filter(({ z0, z1 }) => z0 <= z && z <= z1);
  let sum = 0;
  rings.forEach(({ name, ring }, i) => {
    if (!isSimple(ring) || !(ringArea(ring) > 0))
      throw new Error(`${name} is not simple and counter-clockwise`);
    sum += ringArea(ring);
    const box = boxOf(ring);
    for (const other of rings.slice(i + 1)) {
      const far = boxOf(other.ring);
      if (far.minX > box.maxX || far.maxX < box.minX || far.minY > box.maxY || far.maxY < box.minY) continue;
      const common = commonArea([ring], [other.ring]);
      if (common > 0.5) throw new Error(`${name} and ${other.name} overlap by ${common} mm2`);
    }
  });
  const filled = arrange(
    rings.flatMap(({ ring }) => ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const))
  );
  expect(filled).toBeDefined();
  const outline = filled!.outlines.reduce((total, ring) => total + ringArea(ring), 0);
  if (!gaps) expect(Math.abs(outline - sum)).toBeLessThan(Math.max(1, outline * 1e-6));
  return sum;
}
