/** Lines of roofs by kind: worked lengths, and sums that must hold. */
import { describe, expect, it } from 'vitest';
import { Model } from '../../model/graph';
import { act, built, call, example } from '../../testing/house';
import { roofLengths } from './lines';
import { linesOfRoofs } from './line-stages';
import { roofModels } from './stages';
import type { Project } from '../../document/kind';

const lengths = (project: Project, id: string) => roofLengths(new Model().at(project).get(linesOfRoofs, id));
const block = (corner: { x: number; y: number }, width: number, depth: number) =>
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner, width, depth, thickness: 200, height: 2500, settingOut: 'outer' }
  });
const box = (x0: number, y0: number, x1: number, y1: number) =>
  [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1]
  ].map(([x, y]) => ({ x: x!, y: y! }));

describe('lines of a roof', () => {
  it('worked: a hip of 11 400 x 7 800 at 30 degrees', () => {
    const { ridge, hip, eave, valley, verge } = lengths(example('gannet-house'), 'main-roof');
    expect([ridge, eave, valley, verge]).toEqual([
      expect.closeTo(3600, 6),
      expect.closeTo(2 * (12300 + 8700), 6),
      0,
      0
    ]);
    const run = 4350;
    expect(hip).toBeCloseTo(4 * run * Math.sqrt(2 + Math.tan(Math.PI / 6) ** 2), 3);
  });

  it('worked: a wing of 3 000 at 45 degrees into a roof of 45: two valleys of 1 500 by the root of three', () => {
    let house = built(block({ x: 0, y: 0 }, 8000, 6000));
    const common = { storey: 'storey-1', pitch: 45, overhang: 0, thickness: 150, plateLevel: 2500 };
    house = act(house, 'addRoof', { ...common, id: 'a', form: 'gable', corners: box(0, 0, 8000, 6000) });
    house = act(house, 'addRoof', { ...common, id: 'b', form: 'gable', corners: box(2000, -2000, 5000, 0) });
    for (const [side, kind] of [
      [0, 'gable'],
      [1, 'eave'],
      [2, 'meeting'],
      [3, 'eave']
    ] as const)
      house = act(house, 'setRoofEdge', { roof: 'b', side, kind });
    const wing = lengths(house, 'b');
    expect(wing.valley).toBeCloseTo(2 * 1500 * Math.sqrt(3), 1);
    expect(wing.ridge).toBeCloseTo(2000 + 1500, 1);
    expect(wing.eave).toBeCloseTo(2 * 2000, 1);
    // Told once: of the two by the later.
    expect(lengths(house, 'a').valley).toBe(0);
    const storeyUp = act(house, 'setRoof', { id: 'b', plateLevel: 1000 });
    expect(lengths(storeyUp, 'b').valley).toBeLessThan(wing.valley);
  });

  it('a veranda that continues a foot has a change of pitch there, and what bounds a roof is told once', () => {
    const house = example('plover-cabin');
    const { break: breaks, valley } = lengths(house, 'veranda-south');
    expect(breaks).toBeGreaterThan(9500);
    expect(valley).toBeLessThan(600);
    const query = new Model().at(house);
    for (const id of house.tables.roof.keys()) {
      const { planes } = query.get(roofModels, id)!;
      const outer = query
        .get(linesOfRoofs, id)
        .filter(({ kind }) => ['eave', 'verge'].includes(kind))
        .every(({ from, to }) =>
          planes.some(({ ring }) =>
            [from, to].every((p) => ring.some((q) => Math.hypot(p.x - q.x, p.y - q.y) < 0.1))
          )
        );
      expect(outer).toBe(true);
    }
  });
});
