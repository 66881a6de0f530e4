import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  composed,
  inverted,
  mirrorIn,
  motionBetween,
  moved,
  stay,
  turnAbout,
  type Motion
} from '../../geometry/motion';
import { distance, locate, subtract, unit } from '../../geometry/point';
import { applyPatch, invertPatch } from '../../document/patch';
import type { Project } from '../../document/kind';
import type { Twins } from './record';
import { placeOf } from '../opening/checks';
import { built, call, refusal } from '../../testing/house';
import { perform } from '../../commands/register';

const runs = Number(process.env.LAW_RUNS ?? 60);
/** Act, and see that it can be undone. */
const act = (project: Project, name: string, args: object) => {
  const result = perform(project, { name, args });
  if (!result.ok) throw new Error(`${result.problem.code}: ${result.problem.message}`);
  const after = applyPatch(project, result.patch);
  expect(applyPatch(after, invertPatch(result.patch)).tables).toEqual(project.tables);
  return after;
};
const wall = (id: string, x0: number, y0: number, x1: number, y1: number) =>
  call('drawWall', {
    ...{ id, storey: 'storey-1', a: { x: x0, y: y0 }, b: { x: x1, y: y1 } },
    ...{ buildUp: 'partition', settingOut: 'centre', role: 'partition' }
  });
const theTwins = (project: Project): Twins => [...project.tables.twins.values()][0]!;

/** Three walls, a door, a column; then a mirrored and a turned twin of them. */
const cell = () => {
  const one = built(
    ...[wall('p', 0, 0, 3000, 0), wall('q', 3000, 0, 3000, 2600), wall('r', 3000, 2600, 200, 2600)],
    call('addOpening', { id: 'door', wall: 'q', filling: 'door', distance: 700, width: 800 }),
    call('addColumn', {
      id: 'post',
      storey: 'storey-1',
      at: { x: 1200, y: 1300 },
      angle: 20,
      profile: { kind: 'rectangle', width: 200, depth: 300 }
    })
  );
  return act(one, 'mirrorItems', {
    ...{ ids: ['p', 'q', 'r', 'post'], a: { x: 6000, y: -500 }, b: { x: 7000, y: 4000 } },
    ...{ copy: true, twins: true }
  });
};

/** Each set is the image of the first by its motion; ends joined elsewhere only on their line. */
function expectAlike(project: Project, joined: ReadonlySet<string> = new Set()) {
  const { sets } = theTwins(project);
  const { wall: walls, opening, column } = project.tables;
  for (const { items, motion } of sets)
    items.forEach((id, i) => {
      const from = sets[0]!.items[i]!;
      const [p, q] = [walls.get(from), walls.get(id)];
      if (p && q) {
        expect({ ...q, id: '', a: 0, b: 0, outside: 0, name: '' }).toEqual({
          ...p,
          id: '',
          a: 0,
          b: 0,
          outside: 0,
          name: ''
        });
        for (const end of ['a', 'b'] as const) {
          const image = moved(motion, p[end]);
          const off = joined.has(id)
            ? Math.abs(locate(image, q.a, unit(subtract(q.b, q.a))).y)
            : distance(image, q[end]);
          expect(off).toBeLessThan(0.02);
        }
      }
      const [d, e] = [opening.get(from), opening.get(id)];
      if (d && e) {
        const along = (one: typeof d) => placeOf(project, one, walls.get(one.wall)!).t0;
        expect([e.width, e.height, e.sill, e.filling]).toEqual([d.width, d.height, d.sill, d.filling]);
        if (!joined.has(e.wall)) expect(along(e)).toBeCloseTo(along(d), 1);
      }
      const [c, f] = [column.get(from), column.get(id)];
      if (c && f) expect(distance(moved(motion, c.at), f.at)).toBeLessThan(0.02);
      expect(!!p || !!d || !!c).toBe(!!q || !!e || !!f);
    });
}

describe('motions', () => {
  const motions = fc.record({
    angle: fc.double({ min: -3, max: 3, noNaN: true }),
    flips: fc.boolean(),
    x: fc.integer({ min: -9000, max: 9000 }),
    y: fc.integer({ min: -9000, max: 9000 })
  });
  it('compose, invert, and are found again from a stretch', () =>
    fc.assert(
      fc.property(motions, motions, (m, n) => {
        const [p, q] = [m, n].map(({ angle, flips, x, y }): Motion => ({ angle, flips, by: { x, y } }));
        const at = { x: 1234, y: -567 };
        expect(distance(moved(composed(p!, q!), at), moved(q!, moved(p!, at)))).toBeLessThan(1e-6);
        expect(distance(moved(composed(p!, inverted(p!)), at), at)).toBeLessThan(1e-6);
        const stretch = [at, { x: 4000, y: 90 }] as const;
        const found = motionBetween(stretch, [moved(p!, stretch[0]), moved(p!, stretch[1])], p!.flips);
        expect(distance(moved(found, { x: 5, y: 7 }), moved(p!, { x: 5, y: 7 }))).toBeLessThan(1e-6);
      })
    ));
  it('turn about a point and mirror in a line', () => {
    expect(moved(turnAbout({ x: 1, y: 1 }, Math.PI / 2), { x: 2, y: 1 })).toMatchObject({
      x: expect.closeTo(1, 9),
      y: expect.closeTo(2, 9)
    });
    expect(moved(mirrorIn({ x: 5, y: 0 }, { x: 5, y: 9 }), { x: 2, y: 3 })).toMatchObject({
      x: expect.closeTo(8, 9),
      y: expect.closeTo(3, 9)
    });
    expect(moved(stay, { x: 2, y: 1 })).toEqual({ x: 2, y: 1 });
  });
});

describe('twins', () => {
  it('any edit of one shows in all, in one step that can be undone', () => {
    let project = cell();
    expect(theTwins(project).sets).toHaveLength(2);
    const [, other] = theTwins(project).sets;
    project = act(project, 'moveWalls', { ids: ['q'], by: { x: 400, y: 0 } });
    expectAlike(project);
    project = act(project, 'setWalls', { ids: [other!.items[0]!], thickness: 210 });
    expect(project.tables.wall.get('p')!.buildUp).toBe(project.tables.wall.get(other!.items[0]!)!.buildUp);
    project = act(project, 'addOpening', { id: 'hatch', wall: 'p', distance: 500, width: 600 });
    expect(project.tables.opening.size).toBe(4);
    project = act(project, 'splitWall', { id: 'r', at: 1100 });
    expect(project.tables.wall.size).toBe(8);
    expectAlike(project);
    project = act(project, 'deleteItems', { ids: ['hatch'] });
    expect(project.tables.opening.size).toBe(2);
    project = act(project, 'moveItems', { ids: ['post'], by: { x: -150, y: 90 } });
    expectAlike(project);
    expect(theTwins(project).sets[0]!.items).toHaveLength(6);
  });
  it('how a joint within one is cut shows in all', () => {
    const start = cell();
    const [, other] = theTwins(start).sets;
    const [p, q] = other!.items;
    let project = act(start, 'setJoint', {
      storey: 'storey-1',
      at: { x: 3000, y: 0 },
      cut: 'square',
      through: 'q'
    });
    const cuts = () => [...project.tables.joint.values()].map(({ cut, through }) => [cut, through]);
    expect(cuts()).toEqual([
      ['square', 'q'],
      ['square', q]
    ]);
    const corner = project.tables.wall.get(p!)!.b;
    project = act(project, 'setJoint', { storey: 'storey-1', at: corner, cut: 'through', through: p });
    expect(cuts()).toEqual([
      ['through', 'p'],
      ['through', p]
    ]);
    project = act(project, 'moveWalls', { ids: ['q'], by: { x: 400, y: 0 } });
    expect(cuts()).toHaveLength(2);
    expect(theTwins(project).sets).toHaveLength(2);
    project = act(project, 'resetJoint', { storey: 'storey-1', at: project.tables.wall.get(p!)!.b });
    expect(cuts()).toEqual([]);
  });
  it('a set moved as a whole takes the others nowhere; later edits go by its new place', () => {
    const first = cell();
    const { items } = theTwins(first).sets[1]!;
    const ids = items.filter((id) => !first.tables.opening.has(id));
    let project = act(first, 'turnItems', { ids, about: { x: 9000, y: 0 }, angle: 33 });
    expect(project.tables.wall.get('p')).toBe(first.tables.wall.get('p'));
    expectAlike(project);
    project = act(project, 'moveWalls', { ids: ['p'], by: { x: 0, y: -350 } });
    expectAlike(project);
    project = act(project, 'turnItems', { ids: ['p', 'q', 'r', 'post'], about: { x: 0, y: 0 }, angle: -20 });
    expectAlike(project);
    expectAlike(act(project, 'setOrigin', { at: { x: 500, y: 300 } }));
  });
  it('released ones are independent', () => {
    const twinned = cell();
    const before = theTwins(twinned).sets[1]!.items.map((id) => twinned.tables.wall.get(id));
    let project = act(twinned, 'releaseTwins', { ids: ['door'] });
    expect(project.tables.twins.size).toBe(0);
    project = act(project, 'moveWalls', { ids: ['q'], by: { x: 400, y: 0 } });
    expect(theTwins(twinned).sets[1]!.items.map((id) => project.tables.wall.get(id))).toEqual(before);
    expect(refusal(project, 'releaseTwins', { ids: ['q'] })).toMatch(/Wall q has no twins/);
  });
  it('one of three released leaves the others', () => {
    let project = built(wall('p', 0, 0, 3000, 0), wall('q', 3000, 0, 3000, 2000));
    project = act(project, 'copyItems', { ids: ['p', 'q'], by: { x: 0, y: 4000 }, count: 2, twins: true });
    expect(refusal(project, 'copyItems', { ids: ['p'], by: { x: 9000, y: 0 }, twins: true })).toMatch(
      /has twins already/
    );
    project = act(project, 'releaseTwins', { ids: ['p'] });
    expect(theTwins(project).sets).toHaveLength(2);
    const [one, two] = theTwins(project).sets;
    project = act(project, 'moveWalls', { ids: [one!.items[1]!], by: { x: 300, y: 0 } });
    expect(project.tables.wall.get(two!.items[1]!)!.a.x).toBe(3300);
    expect(project.tables.wall.get('q')!.a.x).toBe(3000);
  });
  /** Two bathrooms back to back in one house, each set joined to outer walls. */
  const joinedHouse = () => {
    const shell = built(
      call('drawRun', {
        storey: 'storey-1',
        points: [
          [0, 0],
          [9000, 0],
          [9000, 6000],
          [0, 6000]
        ].map(([x, y]) => ({ x, y })),
        ...{ close: true, ids: ['south', 'east', 'north', 'west'], thickness: 300 }
      }),
      ...[wall('p', 2400, 0, 2400, 2500), wall('q', 0, 2500, 2400, 2500)],
      call('addOpening', {
        id: 'door',
        wall: 'p',
        filling: 'door',
        end: 'b',
        origin: { kind: 'face', wall: 'q', side: 'right' },
        distance: 100,
        width: 800
      })
    );
    return act(shell, 'mirrorItems', {
      ids: ['p', 'q'],
      a: { x: 4500, y: 0 },
      b: { x: 4500, y: 9 },
      twins: true
    });
  };
  it('ends that are joined outside the set stay joined there', () => {
    let project = joinedHouse();
    const [, other] = theTwins(project).sets;
    const joined = new Set(theTwins(project).sets.flatMap(({ items }) => items));
    project = act(project, 'moveWalls', { ids: ['west'], by: { x: -500, y: 0 } });
    expect(project.tables.wall.get('q')!.a.x).toBe(-500);
    expect(project.tables.wall.get(other!.items[1]!)!.a.x).toBe(9000);
    project = act(project, 'moveWalls', { ids: ['p'], by: { x: 300, y: 0 } });
    expect(project.tables.wall.get(other!.items[0]!)).toMatchObject({
      a: { x: 6300, y: 0 },
      b: { x: 6300, y: 2500 }
    });
    project = act(project, 'moveWalls', { ids: ['south'], by: { x: 0, y: -700 } });
    expect(project.tables.wall.get(other!.items[0]!)!.a.y).toBe(-700);
    expectAlike(project, joined);
  });
  it('what a twin cannot follow is refused, named, and changes nothing', () => {
    const project = act(joinedHouse(), 'drawWall', {
      ...{ id: 'bar', storey: 'storey-1', a: { x: 5600, y: 0 }, b: { x: 5600, y: 6000 } },
      thickness: 100
    });
    const message = refusal(project, 'moveWalls', { ids: ['p'], by: { x: 1000, y: 0 } });
    expect(message).toMatch(/twin cannot follow: wall \d+ would lie on wall bar|bar/i);
  });
  /** A wall with a gate that have no twins. */
  const withGate = (project: Project) =>
    act(act(project, 'drawWall', wall('free', -2000, -3000, -2000, 1000).args as object), 'addOpening', {
      ...{ id: 'gate', wall: 'free', filling: 'none', distance: 500, width: 900 }
    });
  it('an opening leaves its set for no other wall; one that comes into a set comes into all', () => {
    const project = withGate(cell());
    const [first, second] = theTwins(project).sets;
    const image = second!.items.find((id) => project.tables.opening.has(id))!;
    for (const to of ['free', second!.items[0]!])
      expect(refusal(project, 'setOpening', { id: 'door', wall: to, distance: 1700 })).toMatch(
        /twins.refused: Its twin cannot follow: The 800\s*mm wide door D01 in wall q would leave its set for/
      );
    for (const to of ['free', first!.items[0]!])
      expect(refusal(project, 'setOpening', { id: image, wall: to, distance: 1700 })).toMatch(
        /leave its set/
      );
    const grown = act(project, 'setOpening', { id: 'gate', wall: 'p', distance: 900 });
    expect(theTwins(grown).sets.map(({ items }) => items.length)).toEqual([6, 6]);
    expect(grown.tables.opening.size).toBe(4);
    expectAlike(grown);
    expectAlike(act(project, 'setOpening', { id: 'door', wall: 'p', distance: 900 }));
  });
  it('random edits leave all sets alike', () => {
    const edit = fc.record({
      what: fc.nat(6),
      pick: fc.nat(99),
      x: fc.integer({ min: -9, max: 9 }),
      y: fc.integer({ min: -9, max: 9 })
    });
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 8 }), fc.boolean(), (edits, third) => {
        let project = withGate(cell());
        if (third) {
          project = act(project, 'releaseTwins', { ids: ['p'] });
          project = act(project, 'turnItems', {
            ids: ['p', 'q', 'r', 'post'],
            about: { x: -4000, y: -4000 },
            angle: 140,
            copy: true,
            twins: true
          });
        }
        let accepted = 0;
        for (const { what, pick, x, y } of edits) {
          const ids = theTwins(project)?.sets.flatMap(({ items }) => items) ?? [];
          const walls = ids.filter((id) => project.tables.wall.has(id));
          const doors = ids.filter((id) => project.tables.opening.has(id));
          const one = walls[pick % Math.max(1, walls.length)]!;
          const { wall: allWalls, opening } = project.tables;
          const anyDoor = [...opening.keys()][pick % Math.max(1, opening.size)];
          const anyWall = [...allWalls.keys()][(pick + x + 9) % allWalls.size];
          const args: [string, object][] = [
            ['moveWalls', { ids: [one], by: { x: x * 60, y: y * 60 } }],
            ['setWalls', { ids: [one], thickness: 80 + Math.abs(x) * 20 }],
            ['addOpening', { wall: one, distance: 400 + Math.abs(x) * 90, width: 500 }],
            ['setOpening', { id: doors[pick % Math.max(1, doors.length)], distance: 300 + Math.abs(y) * 80 }],
            ['splitWall', { id: one, at: 600 + Math.abs(y) * 100 }],
            ['setOpening', { id: anyDoor, wall: anyWall, distance: 300 + Math.abs(y) * 80, width: 600 }],
            ['deleteItems', { ids: [doors[pick % Math.max(1, doors.length)] ?? one] }]
          ];
          const result = perform(project, call(...args[what]!));
          if (!result.ok) continue;
          accepted += 1;
          const after = applyPatch(project, result.patch);
          expect(applyPatch(after, invertPatch(result.patch)).tables).toEqual(project.tables);
          project = after;
          if (theTwins(project)) expectAlike(project);
        }
        return accepted >= 0;
      }),
      { numRuns: runs }
    );
  });
});
