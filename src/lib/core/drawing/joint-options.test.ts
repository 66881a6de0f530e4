import { describe, expect, it } from 'vitest';
import { type Call } from '../commands/register';
import { runScript } from '../commands/script';
import { Model } from '../model/graph';
import { nameElement } from '../document/names';
import { jointOptions } from './joint-options';

const wall = (id: string, x0: number, y0: number, x1: number, y1: number, buildUp: string): Call => ({
  name: 'drawWall',
  args: { id, storey: 'storey-1', a: { x: x0, y: y0 }, b: { x: x1, y: y1 }, buildUp, settingOut: 'centre' }
});
const model = new Model();
const options = (x: number, y: number, ...commands: Call[]) => {
  const result = runScript({ commands });
  if (!result.ok) throw new Error(result.problem.message);
  const storey = model.storey(result.project, 'storey-1')!;
  const node = storey.footprints.nodes.find(({ point }) => Math.hypot(point.x - x, point.y - y) < 2)!;
  return jointOptions(storey, node.key, result.project.tables.material, (id) =>
    nameElement(result.project, id)
  );
};

describe('ways to cut a joint', () => {
  const cross = [wall('p', -3000, 0, 3000, 0, 'bearing'), wall('q', 0, -3000, 0, 3000, 'partition')];
  it('a crossing: the stronger through, either through, or stopped at its faces', () => {
    const ways = options(0, 0, ...cross);
    expect(ways.map(({ label }) => label)).toEqual([
      'the stronger through',
      'Wall p runs through',
      'Wall q runs through',
      'stopped at its faces'
    ]);
    // The pictures differ where the cuts do.
    const drawn = ways.map(({ marks }) => JSON.stringify(marks));
    expect(drawn[0]).toBe(drawn[1]);
    expect(drawn[2]).not.toBe(drawn[0]);
    expect(drawn[3]).not.toBe(drawn[0]);
  });
  it('a star: any of its walls through or past the others; a splice only as usual; a free end has no ways', () => {
    const star = [
      wall('a', 0, 0, 3000, 0, 'partition'),
      wall('b', 0, 0, -1500, 2600, 'partition'),
      wall('c', 0, 0, -1500, -2600, 'partition')
    ];
    const ways = options(0, 0, ...star);
    expect(ways.map(({ label }) => label)).toEqual([
      'meeting in the middle, as usual',
      ...['a', 'b', 'c'].map((id) => `Wall ${id} runs through`),
      ...['a', 'b', 'c'].map((id) => `square, Wall ${id} runs past`)
    ]);
    expect(new Set(ways.map(({ marks }) => JSON.stringify(marks))).size).toBe(7);
    expect(options(3000, 0, ...star)).toEqual([]);
    expect(
      options(0, 0, wall('a', -2000, 0, 0, 0, 'partition'), wall('b', 0, 0, 2000, 0, 'bearing'))
    ).toHaveLength(1);
  });
  it('the picture lies around where the walls are cut', () => {
    const corner = options(
      0,
      0,
      wall('a', -3000, 0, 0, 0, 'stone-cavity'),
      wall('b', 0, 0, 0, 3000, 'stone-cavity')
    );
    for (const { box } of corner) {
      expect(box.maxX - box.minX).toBeCloseTo(box.maxY - box.minY, 6);
      expect((box.minX + box.maxX) / 2).toBeCloseTo(0, 6);
    }
  });
});
