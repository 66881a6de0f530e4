import { describe, expect, it } from 'vitest';
import { perform, type Call } from '../commands/register';
import { runScript } from '../commands/script';
import { Model } from '../model/graph';
import { applyPatch, patchOf } from '../document/patch';
import type { Project } from '../document/kind';
import { inspectProject } from '../takeoff/inspect';
import { reviewProject } from './review';
import type { wallRows } from '../kinds/wall/schedule';
import type { roofRows } from '../kinds/roof/schedule';

const build = (...commands: Call[]): Project => {
  const result = runScript({ commands });
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const rectangle: Call = {
  name: 'drawRectangle',
  args: { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 6000, depth: 4000, thickness: 200 }
};
const wall = (id: string, x0: number, y0: number, x1: number, y1: number, more = {}): Call => ({
  name: 'drawWall',
  args: { id, storey: 'storey-1', a: { x: x0, y: y0 }, b: { x: x1, y: y1 }, thickness: 200, ...more }
});
/** That a house of a few walls has no door to the outside is looked at with the openings. */
const findings = (project: Project) =>
  reviewProject(new Model().at(project)).filter(({ code }) => code !== 'house.no-door');
const codes = (project: Project) => findings(project).map(({ code }) => code);

/** What `inspect` says, as far as it is looked at here. */
interface Report {
  readonly storeys: readonly object[];
  readonly walls: readonly ReturnType<typeof wallRows>[number][];
  readonly openings: readonly object[];
  readonly slabs: readonly object[];
  readonly roofs: readonly ReturnType<typeof roofRows>[number][];
  readonly findings: readonly object[];
}

describe('findings', () => {
  it('a closed house has none', () => expect(codes(build(rectangle))).toEqual([]));
  it('a run that is not closed says its gap at both ends', () => {
    const list = findings(
      build(wall('w1', 0, 0, 5000, 0), wall('w2', 5000, 0, 5000, 4000), wall('w3', 5000, 4000, 0, 4000))
    );
    expect(list.map(({ code }) => code)).toEqual(['run.open', 'run.open']);
    expect(new Set(list.map(({ id }) => id)).size).toBe(2);
    expect(list[0]!.numbers.gap).toBeCloseTo(4000, 6);
    expect(list[0]!.stage).toBe('walls');
  });
  it('an end that stops short of a wall says by how much', () => {
    const list = findings(
      build(rectangle, wall('p', 2000, 3780, 2000, 245, { role: 'partition', settingOut: 'centre' }))
    );
    expect(list.map(({ code }) => code)).toEqual(['wall.near-miss', 'wall.near-miss']);
    expect(list.map(({ numbers }) => Math.round(numbers.gap!)).sort()).toEqual([20, 45]);
    expect(list[0]!.message).toMatch(/short of (north|south) wall [13]/);
  });
  it('walls that overlap say over which area', () => {
    const project = build(
      rectangle,
      wall('p', 1000, 150, 5000, 150, { settingOut: 'centre', role: 'partition' })
    );
    const overlap = findings(project).find(({ code }) => code === 'walls.overlap')!;
    expect(overlap.subjects).toEqual(['p', 'wall-1']);
    expect(overlap.numbers.area).toBeGreaterThan(0.3);
  });
  it('a column in an opening, and one in another, are said once each', () => {
    const column = (id: string, x: number, more = {}): Call => ({
      name: 'addColumn',
      args: { id, storey: 'storey-1', at: { x, y: 100 }, ...more }
    });
    const door: Call = {
      name: 'addOpening',
      args: { id: 'o', wall: 'wall-1', filling: 'door', distance: 2000, width: 900 }
    };
    expect(codes(build(rectangle, door, column('c', 2300))).sort()).toEqual([
      ...['item.in-opening', 'opening.stopped']
    ]);
    expect(codes(build(rectangle, door, column('c', 1800), column('d', 3100)))).toEqual([]);
    expect(codes(build(rectangle, door, column('c', 2300, { base: 2200 })))).toEqual([]);
    const both = findings(build(rectangle, column('c', 4000), column('d', 4200)));
    expect(both.map(({ message }) => message)).toEqual(['Column c and column d stand in each other.']);
  });
  it('an opening too near a joint says its nib; at a free end there is no joint', () => {
    const near: Call = {
      name: 'addOpening',
      args: { wall: 'wall-1', filling: 'door', distance: 260, width: 900 }
    };
    const [first] = findings(build(rectangle, near));
    expect(first).toMatchObject({
      code: 'opening.near-joint',
      stage: 'openings',
      numbers: { gap: 60, least: 100 }
    });
    const free: Call = {
      name: 'addOpening',
      args: { wall: 'alone', filling: 'door', distance: 10, width: 900 }
    };
    expect(codes(build(wall('alone', 0, 0, 4000, 0, { role: 'partition' }), free))).toEqual([]);
  });
  it('a head a little off those of the others is a slip, with its repair; far off it is meant', () => {
    const window = (id: string, at: number, height: number) => ({
      name: 'addOpening',
      args: { id, wall: 'wall-1', filling: 'window', distance: at, width: 600, height, sill: 900 }
    });
    const others = [window('a', 1000, 1210), window('b', 2000, 1210)];
    expect(codes(build(rectangle, ...others, window('c', 3000, 1100)))).toEqual([]);
    const project = build(rectangle, ...others, window('c', 3000, 1190));
    const [found, ...more] = findings(project);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ code: 'opening.head', subjects: ['c'], numbers: { off: 20 } });
    expect(found!.message).toMatch(/W03 in .* lies 20\s*mm below the 2\s110\s*mm that 2 others have/);
    const repaired = perform(project, found!.repair!.call);
    if (!repaired.ok) throw new Error(repaired.problem.message);
    expect(codes(applyPatch(project, repaired.patch))).toEqual([]);
  });
  it('an opening across a wall that runs through or ends there is refused; where the wall came later, found', () => {
    const door = (distance: number, more = {}): Call => ({
      name: 'addOpening',
      args: { id: 'o', wall: 'across', filling: 'door', distance, width: 900, ...more }
    });
    const across = wall('across', 0, 2000, 6000, 2000, { role: 'partition', settingOut: 'centre' });
    const through = wall('through', 3000, 0, 3000, 4000, { role: 'partition', thickness: 100 });
    const ends = wall('ends', 3000, 2000, 3000, 4000, { role: 'partition', thickness: 100 });
    for (const later of [through, ends]) {
      const refused = runScript({ commands: [rectangle, across, later, door(2500)] });
      expect(refused).toMatchObject({ ok: false, problem: { code: 'opening.crossed' } });
      const found = findings(build(rectangle, across, door(2500), later)).filter(
        ({ code }) => code === 'opening.crossed'
      );
      expect(found).toMatchObject([{ code: 'opening.crossed', numbers: { over: 100 } }]);
      expect(codes(build(rectangle, across, later, door(1500)))).toEqual([]);
      // Low walls and openings over them are clear of each other.
      const low = { ...later, args: { ...(later.args as object), height: 900 } };
      const window = door(2500, { filling: 'window', sill: 1000, height: 900 });
      expect(codes(build(rectangle, across, low, window))).not.toContain('opening.crossed');
    }
  });
  it('a wall that touches another does not end short of it', () => {
    const beam = wall('beam', 0, 0, 6000, 0, { role: 'partition', settingOut: 'centre', thickness: 200 });
    const post = (gap: number) =>
      wall('post', 3000, 100 + gap, 3000, 3000, {
        role: 'partition',
        settingOut: 'centre'
      });
    expect(codes(build(beam, post(0)))).not.toContain('wall.near-miss');
    expect(codes(build(beam, post(5)))).toContain('wall.near-miss');
  });
  it('an opening that a thicker neighbour pushed off its wall is found, not lost', () => {
    const project = build(rectangle, {
      name: 'addOpening',
      args: { id: 'o', wall: 'wall-1', distance: 5000, width: 900 }
    });
    const opening = project.tables.opening.get('o')!;
    const pushed = applyPatch(project, patchOf(project, [{ ...opening, distance: 5400 }]));
    expect(codes(pushed)).toEqual(['opening.lost']);
  });
  it('a roof higher than the limit, and one with a lid', () => {
    const limit: Call = { name: 'setProject', args: { heightLimit: 3000 } };
    const roof: Call = { name: 'addRoof', args: { storey: 'storey-1', pitch: 40 } };
    expect(codes(build(rectangle, limit, roof))).toEqual(['limit.height']);
    const gables = [1, 2, 3, 4].map((i) => ({ wall: `wall-${i}`, kind: 'gable' }));
    const flat: Call = { name: 'addRoof', args: { storey: 'storey-1', pitch: 40, edges: gables } };
    expect(codes(build(rectangle, flat))).toEqual(['roof.no-plane']);
  });
  it('a number that breaks a limit is written fine enough to see it', () => {
    const limits = (height: number, area: number): Call => ({
      name: 'setProject',
      args: { heightLimit: height, areaLimit: area }
    });
    const roof: Call = { name: 'addRoof', args: { storey: 'storey-1', pitch: 40 } };
    const found = findings(build(rectangle, limits(1, 1e6), roof));
    const { height } = found.find(({ code }) => code === 'limit.height')!.numbers;
    const close = findings(build(rectangle, limits(height! - 0.3, 23.96e6), roof)).map(
      ({ message }) => message
    );
    expect(close.join()).toMatch(/exactly/);
    expect(close.join()).toMatch(/cover 24\.00 m² together; the limit is 23\.96 m²/);
  });
  it('what a change does besides is said: walls carried up, slabs and roofs that follow another kind of wall', () => {
    const slab: Call = { name: 'addSlab', args: { id: 'floor', storey: 'storey-1' } };
    const roof: Call = { name: 'addRoof', args: { storey: 'storey-1', pitch: 40 } };
    const project = build(rectangle, slab);
    const carried = perform(project, roof);
    expect(carried).toMatchObject({
      also: '4 walls are carried up to it, 2 700 high until now.'.replace(' 700', '\u00a0700')
    });
    const within = wall('within', 2000, 0, 2000, 4000, { role: 'partition' });
    const halved = perform(build(rectangle, within, slab), {
      name: 'setWalls',
      args: { ids: ['wall-4'], role: 'partition' }
    });
    expect(halved.ok && halved.also).toMatch(/^Slab floor follows: [\d.]+ m² becomes [\d.]+ m²\.$/);
    expect(
      perform(project, { name: 'moveWalls', args: { ids: ['wall-1'], by: { x: 0, y: -100 } } })
    ).not.toHaveProperty('also');
  });
  it('a slab and a roof whose outline was opened', () => {
    const project = build(
      rectangle,
      { name: 'addSlab', args: { storey: 'storey-1' } },
      { name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } },
      { name: 'deleteItems', args: { ids: ['wall-2'] } }
    );
    expect(new Set(codes(project))).toEqual(new Set(['run.open', 'slab.no-outline', 'roof.no-outline']));
  });
});

describe('findings about walls among each other', () => {
  const corner = (id: string, more = {}) => wall(id, 6000, 0, 6000, 3000, more);
  it('tops a little out of step at a joint; a clear step is meant', () => {
    const at = (height: number) =>
      findings(
        build(rectangle, wall('p', 2000, 0, 2000, 4000, { role: 'partition', settingOut: 'centre', height }))
      );
    expect(at(2650).map(({ code, numbers }) => [code, numbers.gap])).toEqual([
      ['wall.tops', 50],
      ['wall.tops', 50]
    ]);
    expect(at(2000)).toEqual([]);
  });
  it('nearly square and nearly in line, with how far off at the end', () => {
    const skew = findings(build(wall('a', 0, 0, 6000, 0), wall('b', 6000, 0, 6060, 3000)));
    const found = skew.find(({ code }) => code === 'wall.not-square')!;
    expect(found.numbers.gap).toBeCloseTo(60, 0);
    expect(found.message).toMatch(/meets wall a at 88.9°, 60\s*mm off square/);
    const bent = findings(build(wall('a', 0, 0, 6000, 0), wall('b', 6000, 0, 9000, 40)));
    expect(bent.find(({ code }) => code === 'wall.not-square')!.message).toContain('in line');
    expect(codes(build(wall('a', 0, 0, 6000, 0), corner('b')))).not.toContain('wall.not-square');
  });
  it('a slot between walls that cannot be built into', () => {
    const slot = (gap: number) =>
      codes(build(wall('a', 0, 0, 6000, 0), wall('b', 1000, 200 + gap, 5000, 200 + gap)));
    expect(slot(30)).toContain('wall.gap');
    expect(slot(80)).not.toContain('wall.gap');
  });
  it('an outer wall left behind by the wall below says how much of it hangs over; its own slab does not bear it', () => {
    const house: Call[] = [
      rectangle,
      { name: 'copyStorey', args: { storey: 'storey-1', which: 'outer', aligned: false } }
    ];
    const move: Call = { name: 'moveWalls', args: { ids: ['wall-1'], by: { x: 0, y: -650 } } };
    const floor: Call = { name: 'addSlab', args: { storey: 'storey-2' } };
    expect(codes(build(...house))).toEqual([]);
    const found = findings(build(...house, floor, move));
    // The walls below are as high as the storey: they run into its floor.
    expect(found.some(({ code }) => code === 'slab.in-walls')).toBe(true);
    expect(
      found.filter(({ code }) => code !== 'slab.in-walls').map(({ code, numbers }) => [code, numbers.over])
    ).toEqual([['wall.overhangs', 4800]]);
    const left = findings(build(...house, move))[0]!;
    expect(left.repair?.label.replace(/\s/g, ' ')).toBe('Bring it 650 mm outwards, over south wall 1');
    expect(codes(build(...house, move, left.repair!.call))).toEqual([]);
    const aslant: Call = {
      name: 'moveCorner',
      args: { storey: 'storey-1', from: { x: 0, y: 0 }, to: { x: 0, y: -1500 } }
    };
    const partly = findings(build(...house, aslant)).find(({ code }) => code === 'wall.overhangs')!;
    expect(partly.numbers.over).toBeGreaterThan(1000);
    expect(partly.numbers.over).toBeLessThan(partly.numbers.length!);
  });
  it('an outer wall whose outer side faces a room', () => {
    const turned = (outside: string): Call => ({ name: 'setWalls', args: { ids: ['wall-3'], outside } });
    const [right, left] = ['right', 'left'].map((side) => codes(build(rectangle, turned(side))));
    expect([...right!, ...left!]).toEqual(['wall.inside-out']);
    const [found] = findings(build(rectangle, turned('left')));
    expect(codes(build(rectangle, turned('left'), found!.repair!.call))).toEqual([]);
  });
  it('an upper wall that stands on nothing', () => {
    const upper = (x: number): Call => ({
      name: 'drawWall',
      args: {
        id: 'u',
        storey: 'up',
        a: { x, y: 500 },
        b: { x, y: 3500 },
        thickness: 100,
        settingOut: 'centre',
        role: 'partition',
        height: 2000
      }
    });
    const house: Call[] = [rectangle, { name: 'addStorey', args: { id: 'up', height: 2400 } }];
    expect(codes(build(...house, upper(3000)))).toEqual(['wall.unsupported']);
    expect(codes(build(...house, upper(5900)))).toEqual([]);
    const slab: Call = {
      name: 'addSlab',
      args: {
        storey: 'up',
        points: [
          { x: 0, y: 0 },
          { x: 6000, y: 0 },
          { x: 6000, y: 4000 },
          { x: 0, y: 4000 }
        ]
      }
    };
    expect(codes(build(...house, upper(3000), slab))).toEqual(['slab.no-guard', 'slab.in-walls']);
  });
  it('more floor than the limit allows', () => {
    const limit: Call = { name: 'setProject', args: { areaLimit: 20e6 } };
    expect(findings(build(rectangle, limit))[0]!.message).toBe(
      'The storeys cover 24.0 m² together; the limit is 20.0 m².'
    );
  });
  it('what was put off is still told, with the reason', () => {
    const open = [wall('w1', 0, 0, 5000, 0), wall('w2', 5000, 0, 5000, 4000)];
    const [first] = findings(build(...open));
    const [put] = findings(
      build(...open, { name: 'deferFinding', args: { finding: first!.id, reason: 'a screen wall' } })
    );
    expect(put).toMatchObject({ code: 'run.open', deferred: 'a screen wall' });
  });
});

describe('inspect', () => {
  it('prints every derived number', () => {
    const project = build(
      rectangle,
      {
        name: 'addOpening',
        args: {
          id: 'o',
          wall: 'wall-1',
          filling: 'window',
          distance: 1000,
          width: 1200,
          height: 1200,
          sill: 900
        }
      },
      { name: 'addSlab', args: { storey: 'storey-1', thickness: 150 } }
    );
    const report = inspectProject(new Model().at(project)) as unknown as Report;
    expect(report.storeys).toMatchObject([{ id: 'storey-1', datum: 0, footprintArea: 24e6 }]);
    expect(
      report.walls.map(({ length, clearLength, thickness }) => [length, clearLength, thickness])
    ).toEqual([
      [6000, 5600, 200],
      [4000, 3600, 200],
      [6000, 5600, 200],
      [4000, 3600, 200]
    ]);
    const [south] = report.walls;
    expect(south!.footprintArea).toBe(200 * 5800);
    expect(south!.volume).toBeCloseTo(200 * 5800 * 2700 - 200 * 1200 * 1200, 0);
    expect(south!.plies).toEqual([
      { material: 'plain', duty: 'structure', area: 200 * 5800, top: { low: 2700, high: 2700 } }
    ]);
    expect(report.openings).toMatchObject([{ id: 'o', from: 1000, to: 2200, sill: 900, head: 2100 }]);
    expect(report.slabs).toMatchObject([{ area: 24e6, perimeter: 20000, volume: 24e6 * 150 }]);
    expect(report.findings).toMatchObject([{ code: 'house.no-door' }]);
  });
  it('tells roof planes with corners, area and pitch', () => {
    const project = build(rectangle, {
      name: 'addRoof',
      args: { storey: 'storey-1', pitch: 45, overhang: 0, thickness: 100 }
    });
    const [roof] = (inspectProject(new Model().at(project)) as unknown as Report).roofs;
    expect(roof!.planes).toHaveLength(4);
    const total = roof!.planes.reduce((sum, { area }) => sum + area, 0);
    expect(total).toBeCloseTo(24e6 / Math.cos(Math.PI / 4), -1);
    expect(roof!.planes[0]!.pitchDeg).toBe(45);
    expect(Math.max(...roof!.planes.flatMap(({ corners }) => corners.map(({ z }) => z)))).toBeCloseTo(
      2700 + 2000,
      2
    );
    expect(roof!.ridge).toBeCloseTo(4700 + 100 * Math.SQRT2, 2);
  });
});
