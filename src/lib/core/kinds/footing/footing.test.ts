/** Footings of a project: where they lie, what they take, what becomes of them when walls change. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { planDrawing } from '../../drawing/plan-drawing';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal, twoRooms } from '../../testing/house';
import { commonVolume, judgeMesh } from '../../testing/oracle';
import { slabBodies } from '../slab/body';
import { slabLevel } from '../slab/level';
import { footingBodies } from './body';
import { diggingOf, footingRows } from './schedule';

const query = (project: Project) => new Model().at(project);
/** Its repairs, the best first. */
const mends = ({ repair, others }: ReturnType<typeof found>[number]) => [repair!, ...(others ?? [])];
const under = (...ids: string[]) => ids.map((of) => ({ of }));
const rowOf = (project: Project, id = 'strip') => footingRows(query(project)).find((row) => row.id === id)!;
const found = (project: Project) =>
  reviewProject(query(project)).filter(({ code }) => code.startsWith('footing'));
/** 11 400 by 7 800, walls of 425; a floor of 150. */
const house = built(
  call('setProject', { ground: 0 }),
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 11_400, depth: 7800, buildUp: 'stone-cavity' },
    ids: ['south', 'east', 'north', 'west']
  }),
  call('addSlab', { id: 'floor', storey: 'storey-1', face: 'outer', thickness: 150 })
);
const strip = {
  ...{ id: 'strip', storey: 'storey-1', walls: under('south', 'east', 'north', 'west') },
  ...{ projection: 162.5, thickness: 300, depth: 1050 }
};
const laid = act(house, 'addFooting', { ...strip, wallTop: -150 });
/** Falls to the east by 1 in 20 from 300 under the floor. */
const falling = [
  [-20_000, -20_000, 700],
  [-20_000, 30_000, 700],
  [30_000, -20_000, -1800],
  [30_000, 30_000, -1800]
].reduce((project, [x, y, z]) => act(project, 'addGround', { at: { x, y }, z }), house);

describe('a strip footing', () => {
  it('has the concrete and the digging worked out by hand', () => {
    expect(rowOf(laid)).toMatchObject({
      ...{ length: 36_700, area: 27_525_000, volume: 8_257_500_000, levels: [-1050] },
      ...{ wallTop: -150, wallVolume: 36_700 * 425 * 600 }
    });
    // Level ground at the floor: to be filled in again is all but strip and wall.
    const { dug, backfill } = diggingOf(query(act(laid, 'setFooting', { id: 'strip', wallTop: 0 })));
    expect(dug / 1e9).toBeCloseTo(40.46175, 6);
    expect(backfill / 1e9).toBeCloseTo(20.506125, 6);
  });

  it('lies as high as its depth under the ground lets it, in steps where asked for', () => {
    const level = act(falling, 'addFooting', { ...strip, wallTop: -150 });
    // The lowest ground over it is at the outer edge of the east wall: -300 - 11 562.5 / 20.
    expect(rowOf(level).levels).toEqual([-1929]);
    const stepped = act(falling, 'addFooting', { ...strip, step: 225, wallTop: -150 });
    const { levels, volume } = rowOf(stepped);
    expect(levels[0]).toBeGreaterThan(-1400);
    expect(levels.length).toBeGreaterThan(2);
    levels.slice(1).forEach((z, i) => expect(levels[i]! - z).toBeCloseTo(225, 9));
    expect(volume).toBeGreaterThan(rowOf(level).volume);
    expect(found(level)).toEqual([]);
    expect(found(stepped)).toEqual([]);
    const body = query(stepped).get(footingBodies, 'strip')!;
    expect(body.parts.map(({ role }) => role)).toEqual(['footing', 'foundationWall']);
    for (const { mesh } of body.parts) expect(judgeMesh(mesh)).toMatchObject({ status: 'NoError' });
    expect(judgeMesh(body.parts[0]!.mesh).volume / 1e9).toBeCloseTo(volume / 1e9, 6);
    const floor = query(stepped)
      .get(slabBodies, 'floor')!
      .parts.map(({ mesh }) => mesh);
    expect(
      commonVolume(
        body.parts.map(({ mesh }) => mesh),
        floor
      ) / 1e9
    ).toBeCloseTo(0, 9);
  });

  it('is dashed where floors are worked on, with its steps', () => {
    const stepped = act(falling, 'addFooting', { ...strip, step: 225 });
    const marks = (at: 'floors' | 'walls') =>
      planDrawing(query(stepped), 'storey-1', { paper: 50, at })
        .over.flat()
        .filter(({ subject }) => subject === 'strip');
    expect(marks('walls')).toEqual([]);
    expect(marks('floors').map(({ kind }) => kind)).toEqual(['lines', 'lines', 'lines']);
  });

  it('gives what another takes already to the first', () => {
    const both = act(laid, 'addFooting', {
      ...{
        id: 'other',
        storey: 'storey-1',
        walls: under('south'),
        projection: 300,
        thickness: 300,
        top: -850
      }
    });
    const meshes = (id: string) =>
      query(both)
        .get(footingBodies, id)!
        .parts.map(({ mesh }) => mesh);
    expect(commonVolume(meshes('strip'), meshes('other')) / 1e9).toBeCloseTo(0, 6);
    expect(rowOf(both).volume).toBe(rowOf(laid).volume);
  });

  it('follows its walls when they move, are cut, joined and deleted', () => {
    const wider = act(laid, 'moveWalls', { ids: ['east'], by: { x: 1000, y: 0 } });
    expect(rowOf(wider).length).toBeCloseTo(38_700, 6);
    const cut = act(laid, 'splitWall', { id: 'south', at: 4000 });
    expect(rowOf(cut).walls).toHaveLength(5);
    expect(rowOf(cut).volume).toBeCloseTo(rowOf(laid).volume, 0);
    const [first, second] = rowOf(cut).walls.filter(
      (id) => id === 'south' || !strip.walls.some(({ of }) => of === id)
    );
    const whole = act(cut, 'joinWalls', { ids: [first, second] });
    expect(rowOf(whole).walls).toHaveLength(4);
    expect(rowOf(whole).volume).toBeCloseTo(rowOf(laid).volume, 0);
    const three = act(laid, 'deleteItems', { ids: ['west'] });
    expect(rowOf(three).walls).toEqual(['south', 'east', 'north']);
    expect(act(laid, 'deleteItems', { ids: ['south', 'east', 'north', 'west'] }).tables.footing.size).toBe(0);
  });

  it('keeps a projection of its own of a wall', () => {
    const wide = act(laid, 'setFooting', {
      id: 'strip',
      walls: [{ of: 'south', projection: 262.5 }, ...under('east', 'north', 'west')]
    });
    expect((rowOf(wide).area - rowOf(laid).area) / 1e6).toBeCloseTo(
      0.1 * (11.4 + 0.325 + 11.4 - 0.85 - 0.325),
      6
    );
  });

  it('is refused with what is wrong', () => {
    const given = (more: object) => refusal(house, 'addFooting', { ...strip, ...more });
    expect(given({ walls: [] })).toMatch(/^footing.nothing: Nothing stands on/);
    expect(given({ step: 350 })).toMatch(/^footing.step: .*350.*300/);
    expect(given({ top: -750, wallTop: -800 })).toMatch(/^footing.wall-top: .*-800.*-750/);
    expect(given({ thickness: 0 })).toMatch(/^length.not-positive/);
    expect(given({ walls: under('nowhere') })).toMatch(/^record.missing/);
    const upper = act(house, 'addStorey', {});
    expect(refusal(upper, 'addFooting', { ...strip, storey: 'storey-2' })).toMatch(/^footing.storey/);
  });
});

describe('the top of a foundation', () => {
  const on = act(laid, 'setSlab', { id: 'floor', from: 'strip' });
  const level = (project: Project) => slabLevel(project, project.tables.slab.get('floor')!);

  it('carries slabs that are measured from it', () => {
    expect([level(laid), level(on), on.tables.slab.get('floor')!.offset]).toEqual([0, 0, 150]);
    const lower = act(on, 'setFooting', { id: 'strip', wallTop: -350 });
    expect(level(lower)).toBe(-200);
    expect(level(act(lower, 'deleteItems', { ids: ['strip'] }))).toBe(-200);
    expect(level(act(lower, 'setSlab', { id: 'floor', from: null, offset: -20 }))).toBe(-20);
  });

  it('stays while something is measured from it, and is none without a wall', () => {
    expect(refusal(on, 'setFooting', { id: 'strip', wallTop: null })).toMatch(/^footing.held: .*floor|slab/);
    const bare = act(house, 'addFooting', strip);
    expect(refusal(bare, 'setSlab', { id: 'floor', from: 'strip' })).toMatch(/^footing.no-wall/);
  });
});

describe('pads', () => {
  const posts = built(
    call('setProject', { ground: 0 }),
    ...[0, 3000, 6000].map((x, i) =>
      call('addColumn', {
        ...{ id: `post-${i}`, storey: 'storey-1', at: { x, y: 0 }, base: -200 },
        profile: i === 1 ? { kind: 'round', diameter: 300 } : { kind: 'rectangle', width: 300, depth: 300 }
      })
    )
  );
  const pads = act(posts, 'addFooting', {
    ...{ id: 'strip', storey: 'storey-1', columns: under('post-0', 'post-1', 'post-2') },
    ...{ projection: 150, thickness: 250, depth: 900 }
  });

  it('stand under columns, each at one level, with piers where asked for', () => {
    expect(rowOf(pads)).toMatchObject({
      area: 3 * 600 * 600,
      volume: 3 * 600 * 600 * 250,
      levels: [-900],
      length: 0
    });
    expect(found(pads).map(({ code }) => code)).toEqual(['footing.gap', 'footing.gap', 'footing.gap']);
    const { call: mend } = mends(found(pads)[0]!)[0]!;
    const mended = act(pads, mend.name, mend.args);
    expect(found(mended)).toEqual([]);
    expect(rowOf(mended).wallVolume).toBe(3 * 300 * 300 * 450);
  });

  it('have piers up to the underside of the slab that their column stands on; through one that lies lower', () => {
    const slabAt = (offset: number) =>
      act(act(pads, 'setFooting', { id: 'strip', wallTop: -200 }), 'addSlab', {
        ...{ id: 'floor', storey: 'storey-1', thickness: 120, offset },
        points: [
          [-400, -400],
          [3400, -400],
          [3400, 400],
          [-400, 400]
        ].map(([x, y]) => ({ x, y }))
      });
    // Two of three columns stand on it.
    expect(rowOf(slabAt(-200)).wallVolume).toBe(300 * 300 * (450 + 2 * 330));
    expect(rowOf(slabAt(-280)).wallVolume).toBe(3 * 300 * 300 * 450);
    for (const offset of [-200, -280]) expect(found(slabAt(offset))).toEqual([]);
    // One whose column stands beside another slab follows that column into it: what would change nothing is not offered.
    const beside = act(act(pads, 'setFooting', { id: 'strip', wallTop: -300 }), 'addSlab', {
      ...{ id: 'beside', storey: 'storey-1', thickness: 200, offset: -100 },
      points: [
        [6050, -400],
        [7400, -400],
        [7400, 400],
        [6050, 400]
      ].map(([x, y]) => ({ x, y }))
    });
    const [into, ...more] = found(beside);
    expect(more).toEqual([]);
    expect(into).toMatchObject({ code: 'footing.in-slab', numbers: { by: 100 } });
    expect(into!.repair).toBeUndefined();
  });
});

describe('what is found of footings', () => {
  it('one that lies too high in the ground, with the place', () => {
    const high = act(falling, 'addFooting', { ...strip, top: -1000 });
    const shallow = found(high).find(({ code }) => code === 'footing.shallow')!;
    expect(shallow.numbers).toMatchObject({ depth: 1050 });
    // Underside -1 300 under ground at -300 - 11 562.5 / 20.
    expect(shallow.numbers.under).toBeCloseTo(1300 - 300 - 11_562.5 / 20, 3);
    for (const { call: mend } of mends(shallow))
      expect(found(act(high, mend.name, mend.args)).filter(({ code }) => code === 'footing.shallow')).toEqual(
        []
      );
  });

  it('a wall of the house on none, one that stands into a slab, a gap under a wall', () => {
    const three = act(house, 'addFooting', {
      ...strip,
      walls: under('south', 'east', 'north'),
      wallTop: -150
    });
    expect(found(three).map(({ code, subjects }) => [code, subjects[0]])).toEqual([
      ['footing.missing', 'west']
    ]);
    const high = act(laid, 'setFooting', { id: 'strip', wallTop: -50 });
    expect(found(high).map(({ code, numbers }) => [code, numbers.by])).toEqual([['footing.in-slab', 100]]);
    const bare = act(act(laid, 'deleteItems', { ids: ['floor'] }), 'setFooting', { id: 'strip' });
    expect(found(bare).map(({ code, numbers }) => [code, numbers.gap])).toEqual(
      Array.from({ length: 4 }, () => ['footing.gap', 150])
    );
    // A slab between, but lower than the walls begin: they can stand on it.
    const low = act(act(laid, 'setSlab', { id: 'floor', offset: -32 }), 'setFooting', {
      ...{ id: 'strip', wallTop: -182 }
    });
    expect(found(low).map(({ code, subjects, numbers }) => [code, subjects[1], numbers.gap])).toEqual(
      Array.from({ length: 4 }, () => ['footing.gap', 'floor', 32])
    );
    const cases = [three, high, bare, low].flatMap((project) =>
      found(project).map((one) => [project, one] as const)
    );
    for (const [project, one] of cases) {
      const { name, args } = mends(one)[0]!.call;
      expect(found(act(project, name, args)).map(({ id }) => id)).not.toContain(one.id);
    }
  });

  it('nothing where partitions stand on a strip of their own', () => {
    const both = act(twoRooms(0.3), 'addFooting', {
      ...strip,
      wallTop: 0,
      walls: under('south', 'east', 'north', 'west', 'p', 'q', 'r')
    });
    expect(found(both)).toEqual([]);
    const body = query(both).get(footingBodies, 'strip')!;
    for (const { mesh } of body.parts) expect(judgeMesh(mesh)).toMatchObject({ status: 'NoError' });
  });
});
