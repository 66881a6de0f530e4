/** Rings found by place, in the order in which they were given; looked up in about the logarithm of how many there are. */
import Flatbush from 'flatbush';
import type { Point } from './point';
import { boxOf, ringHolds, type Box, type Ring } from './ring';

export class RingIndex {
  private readonly index: Flatbush | undefined;

  constructor(readonly rings: readonly Ring[]) {
    if (rings.length === 0) return;
    this.index = new Flatbush(rings.length);
    for (const ring of rings) {
      const { minX, minY, maxX, maxY } = boxOf(ring);
      this.index.add(minX, minY, maxX, maxY);
    }
    this.index.finish();
  }

  /** Those whose boxes meet a box. */
  near({ minX, minY, maxX, maxY }: Box): number[] {
    return this.index?.search(minX, minY, maxX, maxY).sort((p, q) => p - q) ?? [];
  }

  /** Those that hold a place. */
  holding(p: Point): number[] {
    const { x, y } = p;
    return this.near({ minX: x, minY: y, maxX: x, maxY: y }).filter((i) => ringHolds(this.rings[i]!, p));
  }
}
