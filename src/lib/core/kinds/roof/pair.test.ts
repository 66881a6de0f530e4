/** Forms by name that are two roofs, or have unlike sides: by numbers worked by hand, closed, none in another. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { heightAt } from '../../geometry/plane';
import { ringHolds, ringsArea } from '../../geometry/ring';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { commonVolume } from '../../testing/oracle';
import { degree } from '../../units/angle';
import { wallBodies } from '../wall/body';
import { roofBodies } from './body';
import { roofModels } from './stages';

/** 12 by 8 m, walls 2 700 high, turned. */
const house = (turn = 0, roof: object = {}): Project => {
  const way = (x: number, y: number) => ({
    x: x * Math.cos(turn * degree) - y * Math.sin(turn * degree),
    y: x * Math.sin(turn * degree) + y * Math.cos(turn * degree)
  });
  const corners = [way(0, 0), way(12_000, 0), way(12_000, 8000), way(0, 8000)];
  return built(
    call('drawRun', {
      ...{ storey: 'storey-1', points: corners, close: true, thickness: 200, height: 2700 },
      ...{ settingOut: 'outer', outside: 'right' }
    }),
    call('addRoof', {
      storey: 'storey-1',
      pitch: 30,
      overhang: 400,
      plateLevel: 2700,
      thickness: 200,
      ...roof
    })
  );
};
const query = (project: Project) => new Model().at(project);
const models = (project: Project) =>
  [...project.tables.roof.keys()].map((id) => query(project).get(roofModels, id)!);

describe('two roofs side by side', () => {
  it.each([
    ['mRoof', 0],
    ['mRoof', 17.3],
    ['butterfly', 0],
    ['butterfly', 0.3]
  ])(
    '%s turned by %d degrees: halves of the house, closed, nothing in another, walls up to them',
    (form, turn) => {
      const project = house(turn, { form });
      const [own, other] = models(project);
      for (const one of [own!, other!]) {
        expect([one.lidArea, one.unsolved]).toEqual([0, []]);
        // Over the ends and the outer side it projects, over the middle not.
        expect(ringsArea(one.planes.map(({ ring }) => ring)) / 1e6).toBeCloseTo(12.8 * 4.4, 2);
      }
      const ridge = form === 'mRoof' ? 2000 : 4400;
      expect(own!.ridge).toBeCloseTo(2700 + ridge * Math.tan(30 * degree) + 200 / Math.cos(30 * degree), 1);
      const parts = [
        ...[...project.tables.roof.keys()].flatMap((id) => query(project).get(roofBodies, id)!.parts),
        ...[...project.tables.wall.keys()].flatMap((id) => query(project).get(wallBodies, id)!.parts)
      ];
      for (const part of parts) {
        expect(openEdges(part.mesh)).toBe(0);
        const others = parts.filter((one) => one !== part).map(({ mesh }) => mesh);
        expect(commonVolume([part.mesh], others)).toBeLessThan(1e-5 * meshVolume(part.mesh));
      }
      expect([...project.tables.wall.values()].every(({ top }) => top.kind === 'roof')).toBe(true);
      expect(reviewProject(query(project)).map(({ code }) => code)).toEqual([]);
    }
  );

  it('what else is said holds for both: where they are cut off, an edge by its wall, parapets that they lie within', () => {
    const cut = house(0, { form: 'mRoof', cutOff: 3500, edges: [{ wall: 'wall-1', overhang: 650 }] });
    expect([...cut.tables.roof.values()].map(({ cutOff }) => cutOff)).toEqual([3500, 3500]);
    const [own, other] = models(cut);
    expect([own!.ridge, other!.ridge].map(Math.round)).toEqual([3500, 3500]);
    const overhangs = [own!, other!]
      .flatMap(({ edges }) => edges.flat())
      .map(({ walls: [wall], overhang }) => `${wall} ${overhang}`);
    expect(overhangs).toContain('wall-1 650');
    const walls = ['wall-1', 'wall-2', 'wall-3', 'wall-4'];
    const within = house(0, {
      form: 'mRoof',
      walls,
      within: true,
      pitch: 5,
      overhang: 0,
      plateLevel: undefined
    });
    expect(models(within).map(({ bearing }) => Math.round(ringsArea(bearing) / 1e4) / 100)).toEqual([
      11.6 * 3.8,
      11.6 * 3.8
    ]);
    expect([...within.tables.wall.values()].every(({ top }) => top.kind === 'height')).toBe(true);
    expect(reviewProject(query(within)).map(({ code }) => code)).toEqual([]);
  });

  it('is refused over what has not four sides, with how many it has; the outline may be drawn', () => {
    const ell = built(
      call('drawRun', {
        storey: 'storey-1',
        points: [
          { x: 0, y: 0 },
          { x: 9000, y: 0 },
          { x: 9000, y: 4000 },
          { x: 4000, y: 4000 },
          { x: 4000, y: 8000 },
          { x: 0, y: 8000 }
        ],
        ...{ close: true, thickness: 200, outside: 'right' }
      })
    );
    const args = { storey: 'storey-1', pitch: 30, form: 'mRoof' };
    expect(refusal(ell, 'addRoof', args)).toMatch(/outline of four sides.*has 6 corners/);
    const corners = [
      { x: 0, y: 20_000 },
      { x: 9000, y: 20_000 },
      { x: 9000, y: 25_000 },
      { x: 0, y: 25_000 }
    ];
    expect(act(ell, 'addRoof', { ...args, corners }).tables.roof.size).toBe(2);
  });
});

describe('a saltbox', () => {
  it('has a side half as steep over the wall that is named; its ridge stands a third of the way in', () => {
    const [far] = models(house(0, { form: 'saltbox' }));
    const [near] = models(house(0, { form: 'saltbox', low: 'wall-1' }));
    const flatter = Math.atan(Math.tan(30 * degree) / 2);
    const pitchOver = (model: typeof far, wall: string) =>
      model!.planes.find(({ walls }) => walls.includes(wall))!.pitch;
    expect([pitchOver(far, 'wall-1'), pitchOver(far, 'wall-3')]).toEqual([30 * degree, flatter]);
    expect([pitchOver(near, 'wall-1'), pitchOver(near, 'wall-3')]).toEqual([flatter, 30 * degree]);
    const thick = house(0, { form: 'saltbox', thickness: 0.01, overhang: 0 });
    expect(models(thick)[0]!.ridge).toBeCloseTo(2700 + (8000 / 3) * Math.tan(30 * degree), 0);
  });
});

describe('a gable at a reflex corner, as one outline or as two roofs', () => {
  const ell = [
    [0, 0],
    [10_000, 0],
    [10_000, 4000],
    [4000, 4000],
    [4000, 10_000],
    [0, 10_000]
  ].map(([x, y]) => ({ x: x!, y: y! }));
  const walls = call('drawRun', {
    ...{ storey: 'storey-1', points: ell, close: true, thickness: 200, height: 2700 },
    ...{ settingOut: 'outer', outside: 'right' }
  });
  const box = (x0: number, x1: number, y1: number) => [
    { x: x0, y: 0 },
    { x: x1, y: 0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 }
  ];

  it.each([0, 450])(
    'with overhangs of %d has the same top, and under the verge what goes on beneath it',
    (overhang) => {
      const common = { storey: 'storey-1', pitch: 45, plateLevel: 2700, thickness: 0.01, overhang };
      const one = built(
        walls,
        call('addRoof', { ...common, corners: ell }),
        call('setRoofEdge', { roof: 'roof-1', side: 3, kind: 'gable' })
      );
      const two = built(
        walls,
        call('addRoof', { ...common, corners: box(0, 4000, 10_000) }),
        call('setRoofEdge', { roof: 'roof-1', side: 1, kind: 'gable' }),
        call('addRoof', { ...common, corners: box(4000, 10_000, 4000) }),
        call('setRoofEdge', { roof: 'roof-2', side: 3, kind: 'abutment' })
      );
      const topAt = (all: ReturnType<typeof models>, p: { x: number; y: number }) => {
        const tops = all.flatMap(({ planes }) =>
          planes.flatMap(({ ring, top }) => (ringHolds(ring, p) ? [heightAt(top, p)] : []))
        );
        return { highest: Math.max(-Infinity, ...tops), count: tops.length };
      };
      const [single, pair] = [models(one), models(two)];
      let layered = 0;
      for (let i = 0; i < 63; i++)
        for (let j = 0; j < 63; j++) {
          const p = { x: -437.7 + i * 173.3, y: -441.3 + j * 172.1 };
          const [a, b] = [topAt(single, p), topAt(pair, p)];
          expect(b.count > 0).toBe(a.count > 0);
          if (a.count > 0) expect(Math.abs(a.highest - b.highest)).toBeLessThan(0.05);
          if (b.count > 1) layered += 1;
        }
      // 450 by 2 450 lie in two layers, which one outline leaves out.
      expect(layered * 173.3 * 172.1).toBeGreaterThan(overhang === 0 ? -1 : 0.8e6);
      expect(layered * 173.3 * 172.1).toBeLessThan(overhang === 0 ? 1 : 1.4e6);
    }
  );
});

it('a gable wall under a flush verge has no fin beside the roof, however the house is turned', () => {
  const t = 45 * degree;
  const at = (x: number, y: number) => ({
    x: x * Math.cos(t) - y * Math.sin(t),
    y: x * Math.sin(t) + y * Math.cos(t)
  });
  const project = built(
    call('drawRun', {
      ...{ storey: 'storey-1', points: [at(0, 0), at(4200, 0), at(4200, 3300), at(0, 3300)], close: true },
      ...{ thickness: 100, height: 2400, settingOut: 'outer', outside: 'right' }
    }),
    call('addRoof', { storey: 'storey-1', form: 'gambrel', pitch: 28, overhang: 0, thickness: 200 })
  );
  const roof = query(project)
    .get(roofBodies, 'roof-1')!
    .parts.map(({ mesh }) => mesh);
  for (const id of project.tables.wall.keys()) {
    const walls = query(project)
      .get(wallBodies, id)!
      .parts.map(({ mesh }) => mesh);
    expect(commonVolume(roof, walls)).toBeLessThan(1000);
  }
});
