import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { elementsOf } from '../model/bodies';
import { Model } from '../model/graph';
import { sizeNow } from '../kinds/dimension/sizes';
import { fromFrame } from '../kernels/joints/frame';
import { applyPatch, invertPatch } from '../document/patch';
import { allRecords } from '../document/project';
import type { Project } from '../document/kind';
import { editsArb, playEdits } from '../testing/edits';
import { thicknessOf } from '../kernels/joints/frame';
import { needFrame } from '../kinds/wall/checks';
import { placeOf } from '../kinds/opening/checks';
import { act, built, call, refusal, twoRooms } from '../testing/house';
import { perform } from './register';

const runs = Number(process.env.LAW_RUNS ?? 40);
const ask = (project: Project, name: string, args: object) => {
  const result = perform(project, call(name, args));
  if (!result.ok) throw new Error(`${result.problem.code}: ${result.problem.message}`);
  return { project: applyPatch(project, result.patch), made: result.made };
};
const house = [
  call('drawRun', {
    storey: 'storey-1',
    points: [
      { x: 0, y: 0 },
      { x: 9000, y: 0 },
      { x: 9000, y: 6000 },
      { x: 0, y: 6000 }
    ],
    close: true,
    ids: ['south', 'east', 'north', 'west'],
    buildUp: 'stone-cavity'
  }),
  ...[3000, 6000].map((x, i) =>
    call('drawWall', {
      ...{ id: `p${i}`, storey: 'storey-1', a: { x, y: 0 }, b: { x, y: 6000 } },
      ...{ buildUp: 'wet-room', settingOut: 'centre', role: 'partition' }
    })
  ),
  call('setJoint', { storey: 'storey-1', at: { x: 9000, y: 0 }, cut: 'through', through: 'south' }),
  call('addOpening', { id: 'near', wall: 'south', filling: 'door', distance: 800, width: 900 }),
  call('addOpening', {
    ...{ id: 'far', wall: 'south', filling: 'window', end: 'b', width: 1200, sill: 900, distance: 500 },
    origin: { kind: 'face', wall: 'east', side: 'left' }
  })
];
/** Where every opening is in the world, and how far up. */
const holes = (project: Project) =>
  [...project.tables.opening.values()]
    .map((opening) => {
      const wall = project.tables.wall.get(opening.wall)!;
      const frame = needFrame(project, wall);
      const { t0, t1, z0, z1 } = placeOf(project, opening, wall);
      const [p, q] = [t0, t1].map((t) => fromFrame(frame, t, (frame.y0 + frame.y1) / 2));
      return [p!, q!]
        .map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`)
        .sort()
        .concat(`${z0} ${z1}`)
        .join(' ');
    })
    .sort();
const volume = (project: Project) =>
  new Model()
    .storey(project, 'storey-1')!
    .walls.flatMap(({ bands }) => bands.flatMap(({ outline }) => outline))
    .reduce((sum, ring) => sum + area(ring), 0);
const area = (ring: readonly { x: number; y: number }[]) =>
  ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return sum + (p.x * q.y - q.x * p.y) / 2;
  }, 0);

describe('stretches of a wall', () => {
  const project = built(...house);
  it('cut in two, openings and joints stay; joined again it is the same wall', () => {
    const { project: split, made } = ask(project, 'splitWall', { id: 'south', at: 4500 });
    expect(holes(split)).toEqual(holes(project));
    expect(volume(split)).toBeCloseTo(volume(project), 0);
    expect(split.tables.opening.get('far')).toMatchObject({
      wall: made[1],
      origin: { kind: 'face', wall: 'east' }
    });
    expect([...split.tables.joint.values()]).toMatchObject([{ through: made[1], cut: 'through' }]);
    const { project: again } = ask(split, 'joinWalls', { ids: ['south', made[1]] });
    expect(again.tables.wall.get('south')).toEqual(project.tables.wall.get('south'));
    expect(holes(again)).toEqual(holes(project));
    expect([...again.tables.joint.values()]).toMatchObject([{ through: 'south', cut: 'through' }]);
  });
  it('the stretch between two crossings is a wall of its own', () => {
    const { project: parted, made } = ask(project, 'splitAtJoints', { id: 'north', at: 4500 });
    const stretch = parted.tables.wall.get(made[0]!)!;
    expect([stretch.a.x, stretch.b.x]).toEqual([6000, 3000]);
    const { project: thinned } = ask(parted, 'setWalls', { ids: made, buildUp: 'partition' });
    expect(ask(thinned, 'deleteItems', { ids: made }).project.tables.wall.size).toBe(8 - 1);
    const { made: end } = ask(project, 'splitAtJoints', { id: 'north', at: 500 });
    expect(end).toEqual(['north']);
  });
  it('the stretch between two crossings becomes an opening, a low wall or a gap in one step', () => {
    const height = { height: 2550 };
    const walls = ask(project, 'setWalls', { ids: ['north', 'p0'], ...height }).project;
    const { project: open, made } = ask(walls, 'changeStretch', { id: 'north', at: 4500, to: 'opening' });
    const hole = open.tables.opening.get(made[0]!)!;
    // From face to face of the partitions, which are as thick as their build-up says.
    const thick = thicknessOf(open.tables.buildUp.get('wet-room')!);
    expect(hole).toMatchObject({ filling: 'none', sill: 0, height: 2550 });
    expect([hole.distance, hole.width]).toEqual([3000 + thick / 2, 3000 - thick]);
    const low = ask(walls, 'changeStretch', { id: 'north', at: 4500, to: 'low', height: 800 });
    expect(low.project.tables.wall.get(low.made[0]!)).toMatchObject({
      ...{ role: 'low', top: { kind: 'height', height: 800 } },
      ...{ a: { x: 6000 }, b: { x: 3000 } }
    });
    const gap = ask(walls, 'changeStretch', { id: 'north', at: 4500, to: 'gap' });
    expect(gap.project.tables.wall.size).toBe(walls.tables.wall.size + 1);
    // Nothing meets p0 on its way: it is one stretch.
    expect(ask(walls, 'changeStretch', { id: 'p0', at: 900, to: 'gap' }).project.tables.wall.has('p0')).toBe(
      false
    );
    expect(refusal(walls, 'changeStretch', { id: 'north', at: 3000, to: 'opening' })).toMatch(
      /^stretch.none/
    );
    expect(refusal(open, 'changeStretch', { id: 'north', at: 4500, to: 'opening' })).toMatch(
      /^opening.overlaps/
    );
  });
  it('carried to another wall, longer or shorter', () => {
    const free = call('drawWall', {
      id: 'f',
      storey: 'storey-1',
      a: { x: 1000, y: 3000 },
      b: { x: 2000, y: 3000 },
      thickness: 100
    });
    const start = built(...house, free);
    expect(ask(start, 'reachWall', { id: 'f', end: 'b', to: 'p0' }).project.tables.wall.get('f')!.b).toEqual({
      x: 3000,
      y: 3000
    });
    expect(ask(start, 'reachWall', { id: 'f', end: 'b', to: 'p1' }).project.tables.wall.get('f')!.b.x).toBe(
      6000
    );
    expect(refusal(start, 'reachWall', { id: 'f', end: 'a', to: 'south' })).toMatch(/^reach.parallel/);
    expect(refusal(start, 'reachWall', { id: 'f', end: 'a', to: 'p1' })).toMatch(/^wall.reversed/);
  });
  it('what cannot be is refused and says so', () => {
    expect(refusal(project, 'splitWall', { id: 'south', at: 1000 })).toMatch(/^split.opening/);
    expect(refusal(project, 'splitWall', { id: 'south', at: 9500 })).toMatch(/^wall.too-short/);
    expect(refusal(project, 'splitAtJoints', { id: 'p0', at: 1000 })).toMatch(/^split.no-joint/);
    expect(refusal(project, 'joinWalls', { ids: ['south', 'p0'] })).toMatch(/^join.unlike/);
    expect(refusal(project, 'joinWalls', { ids: ['p1', 'p0'] })).toMatch(/^join.apart/);
    expect(refusal(project, 'joinWalls', { ids: ['p1'] })).toMatch(/^join.two/);
    expect(refusal(project, 'offsetWalls', { ids: ['p0'], distance: -5, side: 'inside' })).toMatch(
      /^length.not-positive/
    );
    expect(refusal(project, 'copyItems', { ids: ['near'], by: { x: 0, y: 900 } })).toMatch(
      /^opening.no-wall/
    );
    expect(refusal(project, 'copyItems', { ids: ['p0'], by: { x: 0, y: 0 } })).toMatch(/^transform.nowhere/);
    expect(refusal(project, 'copyItems', { ids: ['p0'], by: { x: 900, y: 0 }, spacing: 0 })).toMatch(
      /^transform.nowhere/
    );
  });
});

describe('offset', () => {
  it('at a clear distance or line to line; a ring stays joined', () => {
    const project = built(house[0]!);
    const ids = ['south', 'east', 'north', 'west'];
    const { project: out, made } = ask(project, 'offsetWalls', { ids, distance: 1200, side: 'outside' });
    expect(sizeNow(out, { wall: 'south', side: 'right' }, { wall: made[0]!, side: 'left' })).toBeCloseTo(
      1200,
      6
    );
    expect(new Model().storey(out, 'storey-1')!.footprints.nodes).toHaveLength(8);
    const { project: inside, made: inner } = ask(project, 'offsetWalls', {
      ids: ['west'],
      distance: 900,
      side: 'inside',
      measure: 'line'
    });
    expect(inside.tables.wall.get(inner[0]!)!.a.x).toBe(900);
  });
});

describe('carrying', () => {
  const project = built(...house);
  it('a row: by steps, or at a spacing with the last one at the end', () => {
    const free = built(
      call('drawWall', {
        id: 'f',
        storey: 'storey-1',
        a: { x: 0, y: 0 },
        length: 2000,
        angle: 90,
        thickness: 100
      })
    );
    const xs = (made: readonly string[], one: Project) => made.map((id) => one.tables.wall.get(id)!.a.x);
    const steps = ask(free, 'copyItems', { ids: ['f'], by: { x: 600, y: 0 }, count: 3 });
    expect(xs(steps.made, steps.project)).toEqual([600, 1200, 1800]);
    const fitted = ask(free, 'copyItems', { ids: ['f'], by: { x: 2000, y: 0 }, spacing: 600 });
    expect(xs(fitted.made, fitted.project)).toEqual([600, 1200, 1800, 2000]);
  });
  it('a copy fits itself to the walls it meets: an end inside a body is carried to its line', () => {
    const start = act(twoRooms(), 'drawWall', {
      ...{ id: 'stub', storey: 'storey-1', a: { x: 1500, y: 9000 }, b: { x: 1500, y: 11_900 } },
      ...{ buildUp: 'partition', settingOut: 'centre', role: 'partition' }
    });
    const { project: more, made } = ask(start, 'copyItems', { ids: ['stub'], by: { x: 0, y: -8800 } });
    const copy = more.tables.wall.get(made[0]!)!;
    expect([copy.a, copy.b]).toEqual([
      { x: 1500, y: 0 },
      { x: 1500, y: 3100 }
    ]);
    const keys = new Model().storey(more, 'storey-1')!.footprints.nodes.map(({ key }) => key);
    expect(keys).toContain(`south:body ${made[0]}:a`);
  });
  it('a copy brings openings, what they are set out from, and cuts of joints', () => {
    const ids = ['south', 'east', 'north', 'west'];
    const { project: two, made } = ask(project, 'copyItems', { ids, by: { x: 20000, y: 0 } });
    const far = [...two.tables.opening.values()].find(
      (one) => one.wall === made[0] && one.filling === 'window'
    )!;
    expect(far.origin).toMatchObject({ kind: 'face', wall: made[1] });
    expect([...two.tables.joint.values()].map(({ through }) => through)).toEqual(['south', made[0]]);
    expect(volume(two)).toBeGreaterThan(1.8 * volume(built(house[0]!)));
  });
  it('mirrored twice, and turned there and back, it is where it was; the outside stays outside', () => {
    const ids = [...project.tables.wall.keys()];
    const line = { a: { x: 2000, y: -3000 }, b: { x: 2500, y: 9000 } };
    const once = ask(project, 'mirrorItems', { ids, ...line, copy: false }).project;
    expect(once.tables.wall.get('south')!.outside).toBe('left');
    expect(volume(once)).toBeCloseTo(volume(project), -1);
    const twice = ask(once, 'mirrorItems', { ids, ...line, copy: false }).project;
    expect(holes(twice).map((text) => text.split(' ').map((v) => Math.round(Number(v))))).toEqual(
      holes(project).map((text) => text.split(' ').map((v) => Math.round(Number(v))))
    );
    const turned = ask(project, 'turnItems', { ids, about: { x: 100, y: 50 }, angle: 37 }).project;
    const back = ask(turned, 'turnItems', { ids, about: { x: 100, y: 50 }, angle: -37 }).project;
    for (const { id, a, b } of project.tables.wall.values()) {
      const wall = back.tables.wall.get(id)!;
      expect(Math.hypot(wall.a.x - a.x, wall.a.y - a.y, wall.b.x - b.x, wall.b.y - b.y)).toBeLessThan(0.005);
    }
  });
  it('a turned set stays joined to the walls outside it, by any angle that lets it', () => {
    const start = twoRooms();
    const keys = (one: Project) =>
      new Set(new Model().storey(one, 'storey-1')!.footprints.nodes.map(({ key }) => key));
    let accepted = 0;
    for (const ids of [['p'], ['q'], ['p', 'q'], ['south', 'west'], ['q', 'r']])
      for (const angle of [-40, -12, -3, 4, 9, 25]) {
        const result = perform(start, call('turnItems', { ids, about: { x: 4800, y: 3000 }, angle }));
        if (!result.ok) continue;
        accepted += 1;
        const after = applyPatch(start, result.patch);
        for (const key of keys(start)) expect(keys(after)).toContain(key);
        for (const id of ids) {
          const [p, q] = [start, after].map((one) => one.tables.wall.get(id)!);
          const turn =
            Math.atan2(q!.b.y - q!.a.y, q!.b.x - q!.a.x) - Math.atan2(p!.b.y - p!.a.y, p!.b.x - p!.a.x);
          expect(Math.cos(turn - (angle * Math.PI) / 180)).toBeCloseTo(1, 8);
        }
      }
    expect(accepted).toBeGreaterThan(15);
    expect(refusal(start, 'turnItems', { ids: ['q'], about: { x: 5600, y: 3000 }, angle: 88 })).toMatch(
      /wall.acute: .*at 2°/
    );
  });
  it('a mirrored chimney keeps its front in front of it', () => {
    const stack = call('addChimney', {
      ...{
        id: 'c',
        storey: 'storey-1',
        at: { x: 20000, y: 0 },
        width: 1800,
        depth: 600,
        top: { kind: 'height', height: 6000 }
      },
      flues: [
        {
          along: 300,
          across: -80,
          width: 200,
          depth: 200,
          fire: { side: 'front', width: 700, height: 800, depth: 340 }
        }
      ]
    });
    const start = built(stack);
    const { project: both, made } = ask(start, 'mirrorItems', {
      ids: ['c'],
      a: { x: 22000, y: 0 },
      b: { x: 22000, y: 1 }
    });
    const bodies = elementsOf(new Model(), both).filter(({ kind }) => kind === 'chimney');
    const [p, q] = bodies.map(({ parts }) => parts[0]!.mesh.positions);
    // The same points, mirrored: as many corners, their middle as far from the line.
    const mean = (points: Float64Array, axis: number) => {
      let sum = 0;
      for (let i = axis; i < points.length; i += 3) sum += points[i]!;
      return sum / (points.length / 3);
    };
    expect(made).toHaveLength(1);
    expect(mean(p!, 0) + mean(q!, 0)).toBeCloseTo(44000, 3);
    expect(mean(p!, 1)).toBeCloseTo(mean(q!, 1), 3);
  });
  it('another point becomes project zero', () => {
    const moved = ask(project, 'setOrigin', { at: { x: 9000, y: 6000 } }).project;
    expect(moved.tables.wall.get('north')!.a).toEqual({ x: 0, y: 0 });
    expect(volume(moved)).toBeCloseTo(volume(project), 0);
  });
});

describe('law: on any plan, undo restores identity and openings stay within their walls', () => {
  const argsArb = fc.record({
    which: fc.nat(5),
    pick: fc.nat(99),
    also: fc.nat(99),
    at: fc.integer({ min: -200, max: 6000 }),
    by: fc.integer({ min: -3000, max: 3000 })
  });
  it('split, part, join, reach, offset, copy, mirror, turn', () => {
    fc.assert(
      fc.property(editsArb(14), argsArb, (edits, { which, pick, also, at, by }) => {
        const project = playEdits(edits, () => undefined);
        const ids = [...project.tables.wall.keys()];
        if (ids.length === 0) return;
        const [id, to] = [ids[pick % ids.length]!, ids[also % ids.length]!];
        const list = [
          call('splitWall', { id, at }),
          call('splitAtJoints', { id, at }),
          call('reachWall', { id, end: at % 2 ? 'a' : 'b', to }),
          call('offsetWalls', {
            ids: [...new Set([id, to])],
            distance: Math.abs(by) + 1,
            side: at % 2 ? 'outside' : 'inside'
          }),
          call('mirrorItems', {
            ids: [...new Set([id, to])],
            a: { x: by, y: 0 },
            b: { x: by + at, y: 5000 }
          }),
          call('turnItems', { ids, about: { x: by, y: at }, angle: at % 360 })
        ];
        const asked = list[which]!;
        const before = allRecords(project);
        const result = perform(project, asked);
        expect(allRecords(project)).toEqual(before);
        if (!result.ok) {
          expect(result.problem.hint).not.toBe('');
          return;
        }
        const grown = applyPatch(project, result.patch);
        for (const opening of grown.tables.opening.values()) {
          const wall = grown.tables.wall.get(opening.wall)!;
          const { t0, t1 } = placeOf(grown, opening, wall);
          const { length } = needFrame(grown, wall);
          const old = project.tables.opening.get(opening.id);
          const fitted =
            !old ||
            placeOf(project, old, project.tables.wall.get(old.wall)!).t1 <=
              needFrame(project, project.tables.wall.get(old.wall)!).length + 0.02;
          if (fitted) expect(t0 > -0.02 && t1 < length + 0.02).toBe(true);
        }
        if (which < 2) expect(holes(grown)).toEqual(holes(project));
        expect(allRecords(applyPatch(grown, invertPatch(result.patch)))).toEqual(before);
      }),
      { numRuns: runs }
    );
  });
});
