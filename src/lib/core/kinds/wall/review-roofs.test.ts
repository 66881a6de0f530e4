/** Walls and roofs that do not go together: told, and mended in one action. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { act, built, call, refusal } from '../../testing/house';
import { commonVolume } from '../../testing/oracle';
import { roofBodies } from '../roof/body';
import { wallBodies } from './body';
import { ringArea } from '../../geometry/ring';
import { outlineOn } from './stages';

/** A house of 8 by 6 m with a wall that runs on 3 m past its corner, carried up with the others. */
const house = built(
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 8000, depth: 6000, thickness: 200 },
    ...{ height: 2700, settingOut: 'outer' }
  }),
  call('drawWall', {
    ...{
      storey: 'storey-1',
      id: 'screen',
      role: 'partition',
      a: { x: 4000, y: 3000 },
      b: { x: 11_000, y: 3000 }
    },
    ...{ thickness: 200, height: 2700 }
  }),
  call('addRoof', { storey: 'storey-1', pitch: 30, overhang: 450, plateLevel: 2700, form: 'gable' })
);
const found = (project: Project, code: string) =>
  reviewProject(new Model().at(project)).filter((one) => one.code === code);
const words = (text: string) => text.replace(/\s/g, ' ');

describe('a wall that is carried up to a roof along a part', () => {
  const carried = act(house, 'setWalls', { ids: ['screen'], top: { kind: 'roof' } });

  it('is told how much of it is under none, and ends at the edge of the roof in one action', () => {
    const [one] = found(carried, 'wall.part-roof');
    // The verge is 450 past the wall at 8 000.
    expect(words(one!.message)).toContain('none is above 2 550 mm of it, which are 2 700 mm high');
    const ways = [one!.repair!, ...one!.others!];
    expect(ways.map(({ label }) => words(label))).toEqual([
      "End it at the roof's edge, 4 450 mm long",
      "Cut it in two at the roof's edge"
    ]);
    const [ended, cut] = ways.map(({ call: { name, args } }) => act(carried, name, args));
    expect(ended!.tables.wall.get('screen')!.b).toEqual({ x: 8450, y: 3000 });
    expect(found(ended!, 'wall.part-roof')).toEqual([]);
    expect([...cut!.tables.wall.values()].filter(({ a }) => a.x === 8450)).toHaveLength(1);
    expect(found(cut!, 'wall.part-roof')).toEqual([]);
  });

  it('is none where a storey goes on above it, nor where the roof ends at its own outer face', () => {
    expect(found(house, 'wall.part-roof')).toEqual([]);
    const upper = act(act(carried, 'addStorey', {}), 'drawRectangle', {
      ...{ storey: 'storey-2', corner: { x: 7000, y: 1000 }, width: 6000, depth: 4000, thickness: 200 }
    });
    expect(found(upper, 'wall.part-roof')).toEqual([]);
  });
});

describe('a wall in a roof', () => {
  it('is told how far it stands up into it; carried up, or made as low', () => {
    // At the ridge the underside is 2 700 + 3 000 tan 30; along the eave a wall of 3 500 comes up to 800 over it.
    const tall = act(house, 'drawWall', {
      ...{
        storey: 'storey-1',
        id: 'tall',
        role: 'partition',
        a: { x: 1000, y: 400 },
        b: { x: 3000, y: 400 }
      },
      ...{ thickness: 200, height: 3500, settingOut: 'centre' }
    });
    const [one] = found(tall, 'wall.in-roof');
    expect(words(one!.message)).toMatch(/would stand 62\d mm up into roof 1/i);
    expect([one!.repair!, ...one!.others!].map(({ label }) => words(label))).toEqual([
      'Carry it up to the roof',
      'Let it pass through the roof',
      expect.stringMatching(/^Make it 2 87\d mm high$/)
    ]);
    for (const {
      call: { name, args }
    } of [one!.repair!, ...one!.others!])
      expect(found(act(tall, name, args), 'wall.in-roof')).toEqual([]);
    expect(found(house, 'wall.in-roof')).toEqual([]);
  });
});

describe('a wall through a roof', () => {
  it('is cut out of it, closed on both sides, and no finding; carried up it passes no more', () => {
    const tall = act(house, 'drawWall', {
      ...{
        storey: 'storey-1',
        id: 'between',
        role: 'partition',
        a: { x: 5000, y: 200 },
        b: { x: 5000, y: 5800 }
      },
      ...{ thickness: 200, height: 6000, settingOut: 'centre' }
    });
    const bodies = (project: Project) => {
      const query = new Model().at(project);
      const mesh = (of: typeof roofBodies, id: string) => query.get(of, id)!.parts[0]!.mesh;
      return { roof: mesh(roofBodies, 'roof-1'), wall: mesh(wallBodies, 'between') };
    };
    const [before, after] = [tall, act(tall, 'setWalls', { ids: ['between'], throughRoofs: true })].map(
      bodies
    );
    // Else it ends under the roof, whatever height was typed.
    expect(meshVolume(after!.wall) / (200 * 5600 * 6000)).toBeCloseTo(1, 6);
    expect(meshVolume(before!.wall)).toBeLessThan(0.8 * meshVolume(after!.wall));
    expect(commonVolume([after!.roof], [after!.wall])).toBeLessThan(1000);
    expect(openEdges(after!.roof)).toBe(0);
    const lost = meshVolume(before!.roof) - meshVolume(after!.roof);
    expect(lost / ((200 * 5600 * 200) / Math.cos(Math.PI / 6))).toBeCloseTo(1, 3);
    const through = act(tall, 'setWalls', { ids: ['between'], throughRoofs: true });
    expect(found(through, 'wall.in-roof')).toEqual([]);
    const carried = act(through, 'setWalls', { ids: ['between'], top: { kind: 'roof' } });
    expect(carried.tables.wall.get('between')!.throughRoofs).toBe(false);
    expect(refusal(carried, 'setWalls', { ids: ['between'], throughRoofs: true })).toMatch(
      /carried up to the roof/
    );
  });
});

describe('an outer wall that a partition passes through', () => {
  it.each([90, 89.7, 60])('at %d degrees: the outlines of the house go on as without it', (angle) => {
    const lean = 3000 / Math.tan((angle * Math.PI) / 180);
    const walls = [
      call('drawRectangle', {
        ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 8000, depth: 6000, thickness: 200 }
      }),
      call('drawWall', {
        ...{ storey: 'storey-1', role: 'partition', thickness: 120, settingOut: 'centre' },
        ...{ a: { x: 6000 - lean, y: -3000 }, b: { x: 6000 + lean, y: 3000 } }
      })
    ];
    const [without, crossed] = [built(walls[0]!), built(...walls)].map((one) => new Model().at(one));
    for (const face of ['outer', 'structure', 'inner'] as const) {
      const [p, q] = [without!, crossed!].map((one) => outlineOn(one, 'storey-1', face));
      expect(q!.rings.map((ring) => Math.round(ringArea(ring)))).toEqual(
        p!.rings.map((ring) => Math.round(ringArea(ring)))
      );
      expect(q!.walls).toEqual(p!.walls);
    }
  });
});
