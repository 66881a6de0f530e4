/** Stairs in houses: by numbers worked by hand, by random ones and by the oracle. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges, type Mesh } from '../../geometry/mesh';
import { heightAt } from '../../geometry/plane';
import { along, fromAngle, lerp, type Point } from '../../geometry/point';
import { gapToBorder, ringHolds, ringsArea } from '../../geometry/ring';
import { middleOf } from '../../kernels/solids/cells';
import { elementsOf } from '../../model/bodies';
import { Model } from '../../model/graph';
import { perform } from '../../commands/register';
import { degree } from '../../units/angle';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { commonVolume, judgeMesh } from '../../testing/oracle';
import { planDrawing } from '../../drawing/plan-drawing';
import { stairForms } from '../../kernels/stairs/pieces';
import { slabRings } from '../slab/rings';
import { stairBodies } from './body';
import { schema } from './record';
import { formsOffered } from './choose';
import { headroomOver } from './headroom';
import { footOf, stairPitch } from './shape';
import { stairRows } from './schedule';

const house = (height: number, ...more: ReturnType<typeof call>[]): Project =>
  built(
    call('setStorey', { id: 'storey-1', height: height }),
    call('drawRectangle', {
      storey: 'storey-1',
      corner: { x: 0, y: 0 },
      width: 9000,
      depth: 7000,
      thickness: 300
    }),
    call('copyStorey', { storey: 'storey-1' }),
    call('addSlab', { storey: 'storey-2', face: 'outer', thickness: 330 }),
    ...more
  );
const stair = (given: object = {}) =>
  call('addStair', { storey: 'storey-1', foot: { x: 2000, y: 3000 }, angle: 0, width: 900, ...given });
const query = (project: Project) => new Model().at(project);
const row = (project: Project) => stairRows(query(project))[0]!;
const found = (project: Project) =>
  reviewProject(query(project))
    .filter(({ code }) => code.startsWith('stair'))
    .map(({ code }) => code);

describe('a stair between two storeys', () => {
  const straight = house(2880, stair());

  it('has the steps that the limits let be best, its hole as headroom asks, and breaks none', () => {
    expect(row(straight)).toMatchObject({
      ...{ risers: 16, riser: 180, going: 260, run: 3900, limits: [], to: 'storey-2' }
    });
    expect(row(straight).hole).toBeCloseTo((3900 - 488.222) * 900, -2);
    expect(row(straight).headroom).toBeCloseTo(2032, 0);
    const floor = ringsArea(query(straight).get(slabRings, 'slab-1'));
    expect((9000 * 7000 - floor) / 1e6).toBeCloseTo(0.9 * 3.411778, 4);
    expect(found(straight)).toEqual([]);
  });

  it('opens no more than is told: without a hole the floor is in the way, and the repair opens it', () => {
    const shut = act(straight, 'setStair', { id: 'stair-1', hole: 'none' });
    expect(found(shut)).toEqual(['stair.headroom']);
    const whole = act(shut, 'setStair', { id: 'stair-1', hole: 'whole' });
    expect(row(whole).hole).toBeCloseTo(3900 * 900, -1);
  });

  it('an upper wall that stands over its hole takes its headroom, and so does a low head over its steps', () => {
    const wall = (storey: string, x: number, more: object = {}) =>
      call('drawWall', { id: 'over', storey, a: { x, y: 1000 }, b: { x, y: 5000 }, thickness: 100, ...more });
    const over = house(2880, stair(), wall('storey-2', 4000, { settingOut: 'centre' }));
    const told = (project: Project) =>
      reviewProject(query(project)).find(({ code }) => code === 'stair.headroom')!.numbers;
    // The twelfth nosing is under its far face: 2 880 less the pitch at x 4 050.
    expect(told(over).clear).toBeCloseTo(2880 - (180 + (2050 * 180) / 260), 0);
    const under = act(
      house(2880, stair()),
      'drawWall',
      wall('storey-1', 3000, { height: 2600 }).args as object
    );
    const pierced = act(under, 'addOpening', {
      ...{ wall: 'over', filling: 'none', distance: 1200, width: 2000, height: 2100, sill: 0 }
    });
    expect(found(pierced)).toEqual(['stair.headroom']);
    expect(told(pierced).clear).toBeLessThan(2100 - 180 - (900 * 180) / 260);
  });

  it('leads from level to level of one storey, opens nothing there, and is drawn once', () => {
    const within = built(
      call('addStair', { storey: 'storey-1', to: 'storey-1', foot: { x: 0, y: 0 }, base: 150, top: 690 })
    );
    expect(row(within)).toMatchObject({
      risers: 3,
      riser: 180,
      to: 'storey-1',
      from: 150,
      head: 690,
      hole: 0
    });
    expect(found(within)).toEqual([]);
    expect(refusal(within, 'setStair', { id: 'stair-1', top: 100 })).toContain('stair.no-height');
    const marks = planDrawing(query(within), 'storey-1', { paper: 50 }).things.flat();
    expect(marks.filter(({ subject }) => subject === 'stair-1').length).toBeGreaterThan(0);
    // A single step has no way to walk, and is drawn without.
    for (const form of stairForms.filter((one) => one === 'straight' || one === 'spiral')) {
      const step = built(
        call('addStair', { storey: 'storey-1', to: 'storey-1', form, foot: { x: 0, y: 0 }, top: 90 })
      );
      expect(() => planDrawing(query(step), 'storey-1', { paper: 50 })).not.toThrow();
    }
  });

  it('in a corner of the house its hole runs into the edge of the floor', () => {
    const corner = house(
      2880,
      call('setSlab', { id: 'slab-1', face: 'inner' }),
      stair({ foot: { x: 2000, y: 750 } })
    );
    const [ring, ...more] = query(corner).get(slabRings, 'slab-1');
    expect(more).toEqual([]);
    expect(ring).toHaveLength(8);
    expect(found(corner)).toEqual([]);
  });

  it('is solved again when the storey grows: its head stays, its foot moves, and it is said', () => {
    const result = perform(straight, { name: 'setStorey', args: { id: 'storey-1', height: 3200 } });
    expect(result.ok && result.also).toContain('17 risers of 188');
    expect(result.ok && result.also).toContain('1 riser more');
    expect(result.ok && result.also).not.toContain('in the way');
    // A wall before its old foot stands in the new steps.
    const walled = act(straight, 'drawWall', {
      ...{ storey: 'storey-1', a: { x: 1860, y: 2000 }, b: { x: 1860, y: 4000 }, thickness: 90 },
      ...{ settingOut: 'centre', role: 'partition', name: 'Hall' }
    });
    const met = perform(walled, { name: 'setStorey', args: { id: 'storey-1', height: 3200 } });
    expect(met.ok && met.also).toMatch(
      /1 riser more, 260 longer, its head stays, the hole over it 149 shorter; .*Hall.* is in the way by 90/
    );
    const now = act(straight, 'setStorey', { id: 'storey-1', height: 3200 });
    expect(row(now)).toMatchObject({ risers: 17, going: 260, run: 4160 });
    expect(footOf(now.tables.stair.get('stair-1')!).at).toEqual({ x: 1740, y: 3000 });
    const same = act(straight, 'setStorey', { id: 'storey-1', height: 2980 });
    expect(row(same)).toMatchObject({ risers: 16, going: 260 });
    // What was typed holds, and is found fault with.
    const steep = act(straight, 'setStair', { id: 'stair-1', risers: 14, going: 240 });
    expect(row(steep)).toMatchObject({ risers: 14, going: 240, limits: ['riser', 'going', 'stride'] });
    expect(found(steep)).toEqual(['stair.limit', 'stair.limit', 'stair.limit']);
  });

  it('whatever its storey becomes, of any form it can be drawn, and limits that cannot be kept are told', () => {
    for (const form of stairForms) {
      const whole = house(2700, stair({ form }));
      for (const height of [60, 100, 190, 380, 700, 1400, 6000]) {
        const now = act(whole, 'setStorey', { id: 'storey-1', height });
        const { first, winders, risers } = now.tables.stair.get('stair-1')!;
        expect(planDrawing(query(now), 'storey-1', { paper: 100 }).things, `${form} ${height}`).toBeDefined();
        if (risers * 100 > height + 100) expect(row(now).limits, `${form} ${height}`).toContain('riser');
        if (form.startsWith('wind')) expect(first + winders).toBeLessThan(risers);
      }
    }
    // A file is held to the same.
    const kept = JSON.parse(
      JSON.stringify({ ...straight.tables.stair.get('stair-1')!, form: 'half', first: 16 })
    ) as object;
    expect(schema.isValidSync(kept)).toBe(false);
    expect(schema.isValidSync({ ...kept, first: 15 })).toBe(true);
  });

  it('a floor that is thicker opens sooner', () => {
    const deep = act(straight, 'setSlab', { id: 'slab-1', thickness: 430 });
    expect(row(deep).hole).toBeCloseTo((3900 - 343.778) * 900, -2);
    const deepen = { name: 'setSlab', args: { id: 'slab-1', thickness: 430 } };
    const said = perform(straight, deepen);
    expect(said.ok && said.also).toContain('The hole over Stair 1 is 144 longer now.');
    const turned = perform(house(2880, stair({ form: 'quarter' })), deepen);
    expect(turned.ok && turned.also).toMatch(/The hole over Stair 1 is 0\.\d+.m² larger now/);
    // What is named itself is not told besides.
    const wider = perform(straight, { name: 'setStair', args: { id: 'stair-1', width: 1000 } });
    expect(wider.ok && (wider.also ?? '')).not.toContain('hole');
  });

  it('refuses what cannot be, with the numbers', () => {
    expect(refusal(straight, 'addStair', { storey: 'storey-2', foot: { x: 0, y: 0 } })).toContain(
      'No storey lies over'
    );
    const room = { storey: 'storey-1', foot: { x: 0, y: 0 }, within: 3400 };
    expect(refusal(straight, 'addStair', room)).toMatch(
      /3.556.mm long.*room for 3.400.mm; a going of 243.mm/
    );
    expect(refusal(straight, 'setStair', { id: 'stair-1', form: 'quarter', first: 16 })).toContain(
      '16 risers'
    );
    expect(refusal(straight, 'setStair', { id: 'stair-1', form: 'winding', winders: 5 })).toContain(
      '5 winders'
    );
    expect(refusal(straight, 'setStair', { id: 'stair-1', top: -3000 })).toContain('climb nothing');
    expect(refusal(straight, 'setStair', { id: 'stair-1', width: 0 })).toContain('more than zero');
  });

  it('winders about a newel say which limits they break, and need a newel that fits', () => {
    const turned = act(straight, 'setStair', { id: 'stair-1', form: 'radiating', post: 50 });
    expect(row(turned)).toMatchObject({ narrowest: 28.868, limits: ['winders', 'narrow'] });
    const [one, two] = reviewProject(query(turned)).filter(({ code }) => code === 'stair.limit');
    expect(one!.message).toMatch(/going of its winders.*158.*254/);
    expect(two!.message).toMatch(/narrow end of its winders.*29.*152/);
    const half = { id: 'stair-1', form: 'radiatingHalf', gap: 120 };
    expect(refusal(straight, 'setStair', { ...half, post: 50 })).toMatch(/100.mm thick.*120.mm apart/);
    expect(refusal(straight, 'setStair', { ...half, post: 300 })).toMatch(/300.mm thick.*260/);
    // Limits that let them be give as many as keep the going.
    const low = { going: 150, narrow: 20 };
    const let_ = act(straight, 'setProject', { stairLimits: { stair: low } });
    expect(formsOffered(straight)).not.toContain('radiating');
    expect(formsOffered(let_)).toContain('radiating');
    const kept = act(let_, 'setStair', { ...half, post: 60, going: 260, risers: 16 });
    expect(kept.tables.stair.get('stair-1')).toMatchObject({ winders: 6, first: 4 });
    expect(row(kept).limits).toEqual([]);
    // The newel comes through the floor, and no piece of that stays over it.
    expect(query(kept).get(slabRings, 'slab-1')).toHaveLength(2);
  });

  it('whose head comes to no floor is found, where floors are laid there', () => {
    const half = (x0: number) => ({
      points: [
        [x0, 0],
        [9000, 0],
        [9000, 7000],
        [x0, 7000]
      ].map(([x, y]) => ({ x, y }))
    });
    expect(found(act(straight, 'setSlab', { id: 'slab-1', ...half(5800) }))).toEqual([]);
    const off = act(straight, 'setSlab', { id: 'slab-1', ...half(6300) });
    expect(found(off)).toEqual(['stair.head-off']);
    const [one] = reviewProject(query(off)).filter(({ code }) => code === 'stair.head-off');
    expect(one!.numbers.gap).toBeCloseTo(300, 6);
    expect(found(act(off, 'deleteItems', { ids: ['slab-1'] }))).toEqual([]);
    // A spiral that turns full round comes out over its own foot: opened over all of it nothing is left to step on.
    const nowhere = formsOffered(straight).flatMap((form) =>
      ['headroom', 'whole'].flatMap((hole) =>
        found(house(2880, stair({ form, hole }))).includes('stair.head-off') ? [`${form} ${hole}`] : []
      )
    );
    expect(nowhere).toEqual(['spiral whole']);
  });

  it('a wall that stands in it is found, by how much', () => {
    const walled = act(straight, 'drawWall', {
      ...{ storey: 'storey-1', a: { x: 3000, y: 3400 }, b: { x: 5000, y: 3400 }, thickness: 100 },
      settingOut: 'centre'
    });
    const [one] = reviewProject(query(walled)).filter(({ code }) => code === 'stair.in-wall');
    expect(one?.message).toContain('100');
  });

  it('a door that swings against its steps is stopped by them, and not under its upper end', () => {
    const doored = (fromStart: number) =>
      act(house(2880, stair({ foot: { x: 2000, y: 780 } })), 'addOpening', {
        ...{ wall: 'wall-1', width: 910, height: 2110, filling: 'door', distance: fromStart },
        handing: { hinge: 'near', opens: 'inside' }
      });
    const stopped = (project: Project) =>
      reviewProject(query(project)).some(({ code }) => code === 'opening.stopped');
    expect(stopped(doored(2200))).toBe(true);
    expect(stopped(doored(7000))).toBe(false);
  });

  it('without its upper storey it comes to none, which is found', () => {
    const alone = act(straight, 'deleteItems', { ids: ['storey-2'] });
    expect(alone.tables.stair.get('stair-1')?.to).toBe(null);
    expect(found(alone)).toContain('stair.no-floor');
  });

  it('is drawn on both storeys, cut on its own', () => {
    const draw = (storey: string) =>
      planDrawing(query(straight), storey, { paper: 50, units: { system: 'mm', fineness: 1 } } as never);
    const own = draw('storey-1')
      .things.flat()
      .filter(({ subject }) => subject === 'stair-1');
    expect(own.map((mark) => 'pen' in mark && mark.pen)).toEqual([
      ...['face', 'overhead', 'face', 'overhead', 'face', 'fine']
    ]);
    expect(
      draw('storey-2')
        .things.flat()
        .some(({ subject }) => subject === 'stair-1')
    ).toBe(true);
    const texts = draw('storey-1').tags.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []));
    expect(texts).toContain('16 × 180 / 260');
    expect(texts).toContain('15');
  });

  it('has its steps told where nothing is drawn: before its foot, else beside it, wherever its foot stands', () => {
    const told = (x: number, more: object = {}) =>
      planDrawing(query(house(2880, stair({ foot: { x, y: 3000 }, ...more }))), 'storey-1', { paper: 50 })
        .tags.flatMap((mark) => (mark.kind === 'text' && mark.text.includes('×') ? [mark] : []))
        .map(({ at, angle }) => [at.x, at.y, angle / degree].map((value) => Math.round(value) + 0));
    const [free] = told(2500);
    expect(free!.slice(1)).toEqual([3000, 0]);
    expect(free![0]).toBeLessThan(2500);
    // By the wall: over its first steps, on the side away from it clear of its outline.
    const [moved] = told(320);
    expect(moved![0]).toBeGreaterThan(320);
    expect(Math.abs(moved![1]! - 3000)).toBeGreaterThan(450);
    expect(told(2500, { angle: 90.3 })[0]![2]).toBe(90);
  });
});

/** The least height straight up from a place to any of some meshes. */
function rayUp(meshes: readonly Mesh[], { x, y }: Point, from: number): number {
  let least = Infinity;
  for (const { positions: at, indices } of meshes)
    for (let i = 0; i < indices.length; i += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => 3 * indices[i + k]!) as [number, number, number];
      const side = (p: number, q: number) =>
        (at[q]! - at[p]!) * (y - at[p + 1]!) - (at[q + 1]! - at[p + 1]!) * (x - at[p]!);
      const [u, v, w] = [side(b, c), side(c, a), side(a, b)];
      if ((u < 0 || v < 0 || w < 0) && (u > 0 || v > 0 || w > 0)) continue;
      const sum = u + v + w;
      if (Math.abs(sum) < 1e-9) continue;
      const z = (u * at[a + 2]! + v * at[b + 2]! + w * at[c + 2]!) / sum;
      if (z > from + 0.01) least = Math.min(least, z - from);
    }
  return least;
}

it('no ray up from any stair meets a floor, a wall or a roof sooner than its headroom tells, and one meets it then', () => {
  const shapes = fc.record({
    form: fc.constantFrom('straight', 'quarter', 'half', 'winding', 'radiating', 'radiatingHalf'),
    turn: fc.constantFrom('left', 'right'),
    hole: fc.constantFrom('headroom', 'whole'),
    angle: fc.constantFrom(0, 30, 90),
    x: fc.integer({ min: 25, max: 40 }),
    wall: fc.integer({ min: 20, max: 70 }),
    pitch: fc.integer({ min: 12, max: 40 })
  });
  fc.assert(
    fc.property(shapes, ({ x, wall, pitch, ...given }) => {
      const project = house(
        2880,
        call('drawWall', {
          ...{ id: 'over', storey: 'storey-2', a: { x: 100 * wall, y: 1000 }, b: { x: 100 * wall, y: 6000 } },
          ...{ thickness: 100, settingOut: 'centre', height: 2000 }
        }),
        call('addRoof', {
          storey: 'storey-2',
          form: 'hip',
          pitch,
          overhang: 300,
          thickness: 200,
          plateLevel: 400
        }),
        stair({ ...given, foot: { x: 100 * x, y: 2600 } })
      );
      const model = new Model();
      const meshes = elementsOf(model, project).flatMap(({ kind, storey, parts }) =>
        kind === 'slab' || kind === 'roof' || (kind === 'wall' && storey === 'storey-2')
          ? parts.map(({ mesh }) => mesh)
          : []
      );
      const at = model.at(project);
      const told = headroomOver(at, project.tables.stair.get('stair-1')!);
      let least = Infinity;
      for (const { ring, plane } of at.get(stairPitch, 'stair-1')) {
        const middle = middleOf(ring);
        const corners = ring.flatMap((p, i) => [p, lerp(p, ring[(i + 1) % ring.length]!, 0.5)]);
        for (const p of corners)
          for (const k of [0.02, 0.35, 0.7]) {
            const place = lerp(p, middle, k);
            least = Math.min(least, rayUp(meshes, place, heightAt(plane, place)));
          }
      }
      if (told) {
        expect(least).toBeGreaterThan(told.clear - 1);
        // Where flights lie beside each other the place is on both; corners of walls are on none.
        const beside = at
          .get(stairPitch, 'stair-1')
          .filter(({ ring }) => ringHolds(ring, told.at) || gapToBorder(ring, told.at) < 2);
        const near = beside.flatMap(({ plane }) =>
          [0, 1, 2, 3, 4, 5, 6, 7].map((k) => {
            const place = along(told.at, fromAngle((k * Math.PI) / 4), 3);
            return rayUp(meshes, place, heightAt(plane, told.at));
          })
        );
        expect(Math.min(...near)).toBeLessThan(told.clear + 20);
      } else expect(least).toBe(Infinity);
    }),
    { numRuns: 40, seed: 3 }
  );
});

it('bodies of any stair are closed, lie between foot and rail, and no two of its parts share room', () => {
  const shapes = fc.record({
    form: fc.constantFrom(...stairForms),
    turn: fc.constantFrom('left', 'right'),
    body: fc.constantFrom('strings', 'solid'),
    width: fc.integer({ min: 800, max: 1300 }),
    angle: fc.constantFrom(0, 0.3, 17.3, 90, 200),
    open: fc.boolean(),
    height: fc.integer({ min: 2500, max: 3100 })
  });
  fc.assert(
    fc.property(shapes, ({ height, ...given }) => {
      const project = house(height, stair(given));
      const body = query(project).get(stairBodies, 'stair-1')!;
      const roles = new Set(body.parts.map(({ role }) => role));
      expect(roles.has(given.body === 'solid' ? 'flight' : 'tread')).toBe(true);
      for (const { mesh } of body.parts) {
        expect(openEdges(mesh)).toBe(0);
        expect(meshVolume(mesh)).toBeGreaterThan(0);
      }
      const one = project.tables.stair.get('stair-1')!;
      const { at } = footOf(one);
      expect(Math.hypot(at.x - 2000, at.y - 3000)).toBeLessThan(0.01);
      const of = (...wanted: string[]) =>
        body.parts.filter(({ role }) => wanted.includes(role)).map(({ mesh }) => mesh);
      for (const mesh of of('flight', 'string'))
        expect(judgeMesh(mesh).volume / meshVolume(mesh)).toBeCloseTo(1, 4);
      // cm3
      expect(commonVolume(of('tread', 'flight'), of('string', 'riserBoard', 'baluster')) / 1000).toBeLessThan(
        1
      );
      expect(commonVolume(of('string'), of('riserBoard', 'baluster', 'handrail')) / 1000).toBeLessThan(1);
      // A post is told in fewer corners than the ends of treads at it.
      const isSquare = given.form !== 'spiral';
      if (isSquare)
        expect(
          commonVolume(of('newel'), of('tread', 'riserBoard', 'flight', 'handrail')) / 1000
        ).toBeLessThan(1);
      expect(commonVolume(of('handrail'), of('baluster', 'tread', 'flight')) / 1000).toBeLessThan(1);
    }),
    { numRuns: 40 }
  );
}, 120_000);
