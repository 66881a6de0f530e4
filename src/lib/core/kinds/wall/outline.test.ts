import { describe, expect, it } from 'vitest';
import { ringArea } from '../../geometry/ring';
import type { Wall } from './record';
import { at, framesOf, projectWith, stoneCavity, wallOf } from '../../testing/build';
import { deriveFootprints } from '../../kernels/joints/footprints';
import { outlineOfParts, outlinesByPart } from './outline';

const box = (name: string, x: number, y: number, w: number, d: number, more: Partial<Wall> = {}) => {
  const corners = [at(x, y), at(x + w, y), at(x + w, y + d), at(x, y + d)];
  return corners.map((p, i) =>
    wallOf(`${name}${i}`, p, corners[(i + 1) % 4]!, 'stone', {
      settingOut: 'outer',
      outside: 'right',
      ...more
    })
  );
};
const outline = (walls: Wall[], face: 'outer' | 'structure' | 'inner') =>
  outlineOfParts(outlinesByPart([deriveFootprints(framesOf(projectWith(stoneCavity, ...walls)))], face));
const areas = (walls: Wall[], face: 'outer' | 'structure' | 'inner') =>
  outline(walls, face)?.rings.map((ring) => Math.round(ringArea(ring)));

describe('outlines by walls', () => {
  const house = box('w', 0, 0, 8000, 6000);
  it('outer, structure and inner face of one house', () => {
    expect(areas(house, 'outer')).toEqual([8000 * 6000]);
    expect(areas(house, 'structure')).toEqual([(8000 - 540) * (6000 - 540)]);
    expect(areas(house, 'inner')).toEqual([(8000 - 850) * (6000 - 850)]);
  });
  it('names the walls on every edge', () => {
    const found = outline(house, 'outer')!;
    expect(found.walls[0]!.map((on) => on.join())).toEqual(expect.arrayContaining(['w0', 'w1', 'w2', 'w3']));
    expect(found.walls[0]).toHaveLength(4);
  });
  it('partitions do not count where outer walls are', () => {
    const partition = wallOf('p', at(4000, 0), at(4000, 6000), 'stone', { role: 'partition' });
    expect(areas([...house, partition], 'outer')).toEqual([48e6]);
  });
  it('two houses apart give two outlines, the larger first', () => {
    const both = [...box('v', 20000, 0, 3000, 3000), ...house];
    expect(areas(both, 'outer')).toEqual([48e6, 9e6]);
  });
  it('a lean-to shares its wall with the house: one outline with both', () => {
    const lean = [
      [at(8000, 1000), at(10000, 1000)],
      [at(10000, 1000), at(10000, 5000)],
      [at(10000, 5000), at(8000, 5000)]
    ].map(([a, b], i) => wallOf(`l${i}`, a!, b!, 'stone', { settingOut: 'outer', outside: 'right' }));
    expect(areas([...house, ...lean], 'outer')).toEqual([48e6 + 8e6]);
  });
  it('an open run encloses nothing; nor does nothing', () => {
    expect(outline(house.slice(0, 3), 'outer')).toBeUndefined();
    expect(outline([], 'outer')).toBeUndefined();
  });
});
