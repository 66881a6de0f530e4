/** What the review finds of doors and windows, with its numbers, and that its repairs mend it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model } from '../../model/graph';
import { reviewProject, type Finding } from '../../review/review';
import { act, built, call, refusal, twoRooms } from '../../testing/house';
import { fromAngle, type Point } from '../../geometry/point';
import { ringHolds } from '../../geometry/ring';
import type { Project } from '../../document/kind';
import { opensTo, type Sweep } from './swing';

const review = (project: Project) => reviewProject(new Model().at(project));
const found = (project: Project, ...codes: string[]) =>
  review(project).filter(({ code }) => codes.includes(code));
const words = ({ message }: Finding) => message.replace(/\s/g, ' ');
const mended = (project: Project, { repair }: Finding) => act(project, repair!.call.name, repair!.call.args);
const door = (id: string, wall: string, distance: number, more: object = {}) =>
  call('addOpening', { id, wall, filling: 'door', distance, width: 900, height: 2100, ...more });
const add = (project: Project, ...calls: ReturnType<typeof call>[]) =>
  calls.reduce((now, { name, args }) => act(now, name, args as object), project);

describe('swings', () => {
  // Wall r meets q at (5600, 3000): its left side is north.
  const near = () =>
    add(
      twoRooms(),
      door('a', 'q', 1900, { handing: { hinge: 'far', opens: 'inside' } }),
      door('b', 'r', 300, { handing: { hinge: 'near', opens: 'outside' } })
    );
  it('two doors in a corner swing into each other, said once; the repair parts them', () => {
    const sides = (['inside', 'outside'] as const).flatMap((opens) =>
      (['near', 'far'] as const).map((hinge) =>
        act(near(), 'setOpenings', { ids: ['a'], handing: { hinge, opens } })
      )
    );
    const clashing = sides.filter((project) => found(project, 'opening.swings').length > 0);
    expect(clashing.length).toBeGreaterThan(0);
    for (const project of clashing) {
      const [one, ...more] = found(project, 'opening.swings');
      expect(more).toEqual([]);
      expect(one!.subjects).toEqual(['a', 'b']);
      expect(words(one!)).toMatch(/swing into each other over \d\.\d\d m²/);
      expect(found(mended(project, one!), 'opening.swings', 'opening.stopped')).toEqual([]);
    }
  });
  it('a door hung away from the wall beside it opens wide; towards a column, as far as that lets it', () => {
    const house = add(
      twoRooms(),
      call('addColumn', {
        id: 'c',
        storey: 'storey-1',
        at: { x: 4500, y: 1900 },
        profile: { kind: 'round', diameter: 300 }
      })
    );
    // The door of p: from 1 500 to 2 400 up the wall, in a lining of 30.
    const ways = (['near', 'far'] as const).flatMap((hinge) =>
      (['inside', 'outside'] as const).map((opens) =>
        act(house, 'setOpening', { id: 'door', handing: { hinge, opens } })
      )
    );
    const stopped = ways.map((project) => found(project, 'opening.stopped'));
    expect(stopped.map((list) => list.length).sort()).toEqual([0, 0, 1, 1]);
    for (const [one] of stopped.filter((list) => list.length > 0)) {
      expect(words(one!)).toMatch(/^The 900 mm wide door .* opens \d+(\.\d)?° only/);
      expect(found(mended(house, one!), 'opening.stopped')).toEqual([]);
    }
  });
  it('the angle is that of the first place of a leaf in something: by trying many angles', () => {
    const sweep: Sweep = {
      ...{ centre: { x: 0, y: 0 }, radius: 900, shut: { x: 1, y: 0 }, open: { x: 0, y: 1 }, z0: 0, z1: 2000 }
    };
    const ringArb = fc
      .record({
        x: fc.integer({ min: -600, max: 1000 }),
        y: fc.integer({ min: 40, max: 1100 }),
        w: fc.integer({ min: 30, max: 500 }),
        h: fc.integer({ min: 30, max: 500 }),
        turn: fc.double({ min: 0, max: 3, noNaN: true })
      })
      .map(({ x, y, w, h, turn }) => {
        const [u, v] = [fromAngle(turn), fromAngle(turn + Math.PI / 2)];
        const at = (s: number, t: number): Point => ({ x: x + u.x * s + v.x * t, y: y + u.y * s + v.y * t });
        return [at(0, 0), at(w, 0), at(w, h), at(0, h)];
      })
      .filter((ring) => ring.every((p) => p.y > 20) && !ringHolds(ring, { x: 0, y: 0 }));
    fc.assert(
      fc.property(ringArb, (ring) => {
        const free = opensTo(sweep, [{ ring, z0: 0, z1: 2500 }]);
        const hits = (angle: number) =>
          Array.from({ length: 446 }, (_, i) => 2 * i).some((r) => {
            const { x, y } = fromAngle(angle);
            return ringHolds(ring, { x: x * r, y: y * r });
          });
        const angles = Array.from({ length: 180 }, (_, i) => ((i + 0.5) * Math.PI) / 360);
        const first = angles.find(hits) ?? Math.PI / 2;
        expect(Math.abs(first - free)).toBeLessThan(0.06);
        expect(opensTo(sweep, [{ ring, z0: 2100, z1: 2500 }])).toBe(Math.PI / 2);
      })
    );
  });
});

describe('ways out', () => {
  const window = (more: object) =>
    add(twoRooms(), call('setOpening', { id: 'window', entry: 'window-one-light', escape: true, ...more }));
  const code = (project: Project) =>
    review(project)
      .filter((one) => one.code.startsWith('opening.escape'))
      .map((one) => words(one).replace(/^.* is wanted as a way out[;,] /, ''));
  it('are measured where they open: width, height, area, sill', () => {
    // Between frames of 60, less a leaf of 60 that stands open: 620 wide leaves 440.
    expect(code(window({ width: 620 }))).toEqual(['its clear width is 440 mm, and 508 mm is asked for.']);
    expect(code(window({ width: 900, height: 700, sill: 900 }))).toEqual([
      'its clear height is 580 mm, and 610 mm is asked for.'
    ]);
    expect(code(window({ width: 900, height: 800, sill: 900 }))).toEqual([
      'it opens over 0.490 m², and 0.530 m² are asked for.'
    ]);
    expect(code(window({ width: 900, height: 1200, sill: 1200 }))).toEqual([
      'its sill is 1 200 mm up, and 1 118 mm is the most.'
    ]);
    expect(code(window({ entry: 'window-fixed' }))).toEqual(['and no part of it opens.']);
    expect(code(window({ width: 900, height: 1200, sill: 900 }))).toEqual([]);
    expect(code(act(window({ width: 620 }), 'setOpening', { id: 'window', escape: false }))).toEqual([]);
  });
  it('repairs make them just enough; limits are the project’s', () => {
    const small = window({ width: 620, height: 1200, sill: 1200 });
    const wide = mended(small, found(small, 'opening.escape')[0]!);
    expect(wide.tables.opening.get('window')!.width).toBe(688);
    const low = mended(wide, found(wide, 'opening.escape-sill')[0]!);
    expect(low.tables.opening.get('window')).toMatchObject({ sill: 1118, height: 1282 });
    expect(code(low)).toEqual([]);
    const less = act(small, 'setProject', {
      openingLimits: { escapeWidth: 400, escapeArea: 0.4e6, escapeSill: 1300 }
    });
    expect(code(less)).toEqual([]);
    expect(refusal(small, 'setProject', { openingLimits: { escapeWidth: 0 } })).toMatch(/least clear width/);
  });
});

describe('doors to the outside', () => {
  const front = (more: object) =>
    add(twoRooms(), door('f', 'south', 1200, { entry: 'door-half-glazed', ...more }));
  it('with glass low down or near the lock are told of it, and made safe', () => {
    const clear = (glazed: number) => front({ overrides: { glazing: 'clear', leaf: { glazed } } });
    expect(found(front({}), 'opening.glass-low', 'opening.glass-lock')).toEqual([]);
    const [low] = found(clear(1), 'opening.glass-low');
    // A threshold of 20 and a stile of 95.
    expect(low!.numbers).toMatchObject({ low: 115 });
    const [lock] = found(clear(0.5), 'opening.glass-lock');
    expect(lock!.numbers.near).toBeLessThan(600);
    for (const [glazed, one] of [
      [1, low],
      [0.5, lock]
    ] as const)
      expect(found(mended(clear(glazed), one!), 'opening.glass-low', 'opening.glass-lock')).toEqual([]);
    // A door between rooms may have any.
    const inner = act(clear(1), 'setOpening', {
      id: 'door',
      entry: 'door-half-glazed',
      overrides: { glazing: 'clear' }
    });
    expect(found(inner, 'opening.glass-low')).toHaveLength(1);
  });
  it('meet the floor inside', () => {
    const floor = call('addSlab', { storey: 'storey-1', face: 'inner', thickness: 150 });
    const off = (sill: number) => add(front({ sill }), floor);
    expect(found(off(0), 'opening.threshold')).toEqual([]);
    const [up] = found(off(80), 'opening.threshold');
    expect(words(up!)).toMatch(/lies 100 mm above the floor inside; the most is 20 mm/);
    expect(found(mended(off(80), up!), 'opening.threshold')).toEqual([]);
    expect(mended(off(80), up!).tables.opening.get('f')).toMatchObject({ sill: 0, height: 2180 });
    expect(found(act(off(80), 'setProject', { openingLimits: { step: 100 } }), 'opening.threshold')).toEqual(
      []
    );
  });
  it('are wanted in a house that has openings, and have room for their casing', () => {
    const bare = twoRooms();
    expect(found(bare, 'house.no-door')).toHaveLength(1);
    expect(found(front({}), 'house.no-door')).toEqual([]);
    expect(found(built(), 'house.no-door')).toEqual([]);
    // The inner face of the corner is 400 or so along; a nib of 30 has no room for a casing of 60.
    const [first] = found(front({ distance: 100 }), 'opening.casing', 'opening.near-joint');
    const gap = first!.numbers.gap!;
    const close = front({ distance: 100 + 30 - gap });
    const [tight] = found(close, 'opening.casing');
    expect(tight!.numbers).toMatchObject({ gap: 30, wide: 60 });
    expect(found(mended(close, tight!), 'opening.casing')).toEqual([]);
  });
  it('lie under the roof that ends their wall', () => {
    const carried = add(
      twoRooms(),
      call('addRoof', { id: 'roof', storey: 'storey-1', pitch: 40, overhang: 300, plateLevel: 2300 }),
      call('setRoofEdge', { roof: 'roof', wall: 'west', kind: 'gable' }),
      call('setWalls', { ids: ['west'], top: { kind: 'roof' } })
    );
    const window = (distance: number, height: number) =>
      add(
        carried,
        call('addOpening', {
          id: 'g',
          wall: 'west',
          filling: 'window',
          distance,
          width: 1000,
          height,
          sill: 900
        })
      );
    // Under the ridge there is room for it, beside it there is not.
    expect(found(window(2500, 1800), 'opening.above-roof')).toEqual([]);
    const [high] = found(window(700, 2200), 'opening.above-roof');
    expect(high!.numbers.over).toBeGreaterThan(100);
    const low = mended(window(700, 2200), high!);
    expect(found(low, 'opening.above-roof')).toEqual([]);
    expect(low.tables.opening.get('g')!.height).toBeCloseTo(2200 - high!.numbers.over!, -1);
  });
  it('that slide into their wall have as much of it beside them', () => {
    const pocket = (distance: number, hinge: string) =>
      add(
        twoRooms(),
        door('s', 'p', distance, { entry: 'door-pocket', width: 900, handing: { hinge, opens: 'inside' } })
      );
    // Beside the door of p, from 1 500 to 2 400: a leaf of 840 between linings of 30.
    expect(found(pocket(3300, 'far'), 'opening.no-room')).toEqual([]);
    expect(found(pocket(3300, 'near'), 'opening.no-room')).toEqual([]);
    const [close] = found(pocket(2700, 'near'), 'opening.no-room');
    expect(close!.numbers).toEqual({ room: 300, need: 840 });
    expect(found(mended(pocket(2700, 'near'), close!), 'opening.no-room')).toEqual([]);
  });
  it('open into a room with a way out, where the project asks for it', () => {
    const asked = (opens: string, inwards = true) =>
      add(
        twoRooms(),
        call('setOpening', { id: 'window', escape: true }),
        // From the passage into the room of the window; that of p leads from the passage the other way.
        door('bed', 'q', 4000, { handing: { hinge: 'near', opens } }),
        call('setProject', { openingLimits: { inwards } })
      );
    const told = ['inside', 'outside'].map((opens) => found(asked(opens), 'opening.outwards'));
    expect(told.map((list) => list.length).sort()).toEqual([0, 1]);
    const [one] = told.flat();
    expect(one!.subjects).toEqual(['bed', 'window']);
    const wrong = told[0]!.length > 0 ? 'inside' : 'outside';
    expect(found(asked(wrong, false), 'opening.outwards')).toEqual([]);
    expect(found(mended(asked(wrong), one!), 'opening.outwards')).toEqual([]);
  });
});

describe('bays', () => {
  const bay = (id: string, wall: string, distance: number, end: 'a' | 'b') =>
    call('addOpening', {
      ...{ id, wall, end, distance, filling: 'window', width: 1200, height: 1200, sill: 900 },
      overrides: { bay: { depth: 600, splay: 0, boards: 50 } }
    });
  /** Its outer corner that turns in lies at (3000, 3000). */
  const corner = built(
    call('drawRun', {
      storey: 'storey-1',
      points: [
        [0, 0],
        [6000, 0],
        [6000, 3000],
        [3000, 3000],
        [3000, 6000],
        [0, 6000]
      ].map(([x, y]) => ({ x, y })),
      ...{ close: true, thickness: 200, settingOut: 'outer' }
    })
  );
  it('two that stand out into one corner take the same room; apart they do not', () => {
    const near = add(corner, bay('a', 'wall-3', 300, 'b'), bay('b', 'wall-4', 300, 'a'));
    const [one, ...more] = found(near, 'opening.bay');
    expect([one!.subjects, more]).toEqual([['a', 'b'], []]);
    // 300 by 300 of it.
    expect(words(one!)).toMatch(/0.09 m²/);
    expect(found(act(near, 'setOpening', { id: 'b', distance: 600 }), 'opening.bay')).toEqual([]);
    expect(found(act(near, 'setOpening', { id: 'b', sill: 2150, height: 300 }), 'opening.bay')).toEqual([]);
  });
  it('one that stands in a wall before the house, unless that ends below it', () => {
    const screen = call('drawWall', {
      ...{ id: 'screen', storey: 'storey-1', a: { x: 2000, y: -900 }, b: { x: 2000, y: -200 }, role: 'nib' },
      ...{ thickness: 100, settingOut: 'centre', height: 2000 }
    });
    const house = add(corner, bay('a', 'wall-1', 1400, 'a'), screen);
    expect(found(house, 'opening.bay').map(({ subjects }) => subjects)).toEqual([['a', 'screen']]);
    expect(found(act(house, 'setWalls', { ids: ['screen'], height: 800 }), 'opening.bay')).toEqual([]);
  });
});
