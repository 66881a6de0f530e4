/** Slabs with holes, plies and falls: by numbers worked by hand, and by the oracle. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { planDrawing } from '../../drawing/plan-drawing';
import { distance, fromAngle, scale, type Point } from '../../geometry/point';
import { isSimple, ringsArea } from '../../geometry/ring';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { judgeMesh } from '../../testing/oracle';
import { degree } from '../../units/angle';
import { formatFall } from '../../units/fall';
import { mirrorIn, turnAbout, type Motion } from '../../geometry/motion';
import { declarationOf } from '../../document/project';
import type { Slab } from './record';
import { slabBodies } from './body';
import { slabRings } from './rings';
import { slabRows } from './schedule';

const ring = (...list: [number, number][]): Point[] => list.map(([x, y]) => ({ x, y }));
/** South of a house, which stands along its north edge; corners SW, SE, NE, NW. */
const patio = ring([0, -3300], [5400, -3300], [5400, 0], [0, 0]);
const house = call('drawRun', {
  ...{ storey: 'storey-1', close: true, thickness: 300, height: 2600, settingOut: 'outer' },
  points: ring([0, 0], [8000, 0], [8000, 6000], [0, 6000])
});
const laid = (...more: ReturnType<typeof call>[]): Project =>
  built(house, call('addSlab', { storey: 'storey-1', points: patio, thickness: 120, offset: -140 }), ...more);
const query = (project: Project) => new Model().at(project);
const meshes = (project: Project, id = 'slab-1') =>
  query(project)
    .get(slabBodies, id)!
    .parts.map(({ mesh }) => mesh);
const volume = (project: Project) => meshes(project).reduce((sum, mesh) => sum + meshVolume(mesh), 0) / 1e9;
const row = (project: Project) => slabRows(query(project))[0]!;
const codes = (project: Project) =>
  reviewProject(query(project))
    .map(({ code }) => code)
    .filter((code) => code.startsWith('slab'));
const heights = (list: readonly number[]) => ({ levels: list.map((z, i) => ({ at: patio[i]!, z })) });

describe('a patio that falls', () => {
  it('tilted as a whole it keeps its volume; over a flat underside it is thinner outside', () => {
    const level = laid();
    expect(volume(level)).toBeCloseTo(5.4 * 3.3 * 0.12, 9);
    const tilted = act(level, 'setFalls', { id: 'slab-1', edge: 2, slope: 1 / 60 });
    expect(volume(tilted)).toBeCloseTo(5.4 * 3.3 * 0.12, 9);
    const flat = act(tilted, 'setSlab', { id: 'slab-1', underside: 'flat', least: 60 });
    expect(volume(flat)).toBeCloseTo(1.64835, 6);
    for (const one of [level, tilted, flat]) {
      expect(meshes(one).map(openEdges)).toEqual([0]);
      // Paving beside a house is to fall away by 2 in 100, unless the project says otherwise.
      expect(codes(one)).toEqual(one === level ? [] : ['slab.slight-fall']);
      expect(codes(act(one, 'setProject', { leastFall: 1 / 60 }))).toEqual([]);
    }
    expect(row(flat).falls).toEqual([
      { gradient: expect.closeTo(0.016667, 5), direction: expect.closeTo(270, 3) }
    ]);
    expect(row(flat).least).toBeCloseTo(65, 3);
    expect([
      formatFall(1 / 60, 'percent'),
      formatFall(1 / 60, 'ratio'),
      formatFall(1 / 60, 'degrees')
    ]).toEqual(['1.67 %', '1 : 60', '0.95°']);
  });
  it('one corner lower: facets, their volume by hand; one more height changes no other', () => {
    const project = act(laid(), 'setFalls', { id: 'slab-1', ...heights([-55, -95, 0, 0]) });
    const flat = act(project, 'setSlab', { id: 'slab-1', underside: 'flat' });
    expect(volume(flat)).toBeCloseTo(1.41075, 6);
    expect(row(flat).least).toBeCloseTo(25, 6);
    expect(row(flat).falls).toHaveLength(2);
    const from = act(laid(), 'setFalls', { id: 'slab-1', edge: 2, slope: 1 / 60 });
    const moved = act(from, 'setFalls', { id: 'slab-1', level: { at: patio[1]!, z: -95 } });
    expect(volume(act(moved, 'setSlab', { id: 'slab-1', underside: 'flat' }))).toBeCloseTo(1.41075, 6);
  });
  it('too thin is refused with the place, what is lacking, and the nearest that would do', () => {
    const project = act(laid(), 'setFalls', { id: 'slab-1', edge: 2, slope: 1 / 60 });
    const text = refusal(project, 'setSlab', { id: 'slab-1', underside: 'flat', least: 75 });
    expect(text).toContain('slab.thin');
    for (const said of ['65 mm', '10 mm', '75 mm', '130 mm', '45 mm'])
      expect(text.replaceAll('\u00a0', ' ')).toContain(said);
    const flat = act(project, 'setSlab', { id: 'slab-1', underside: 'flat', least: 65 });
    expect(refusal(flat, 'setFalls', { id: 'slab-1', slope: 1 / 50 })).toContain('slab.thin');
  });
  it('towards the house, and where water stands, are findings; a gully takes it', () => {
    const towards = act(laid(), 'setFalls', { id: 'slab-1', direction: 90, slope: 0.02 });
    expect(codes(towards)).toEqual(['slab.to-house']);
    const { name, args } = reviewProject(query(towards))[0]!.repair!.call;
    expect(codes(act(towards, name, args))).toEqual([]);
    const line = { from: { at: { x: 1000, y: -1650 }, z: -30 }, to: { at: { x: 4400, y: -1650 }, z: -60 } };
    const eased = act(laid(), 'setProject', { leastFall: 0.01 });
    const pit = act(eased, 'setFalls', { id: 'slab-1', ...heights([0, 0, 0, 0]), lines: [line] });
    expect(codes(pit)).toEqual(['slab.pit']);
    const gully = act(pit, 'setFalls', { id: 'slab-1', level: { at: { x: 4400, y: -1650 }, z: -60 } });
    expect(codes(gully)).toEqual([]);
    expect(row(gully).falls.length).toBeGreaterThan(3);
    expect(row(act(gully, 'setFalls', { id: 'slab-1', none: true })).falls).toEqual([]);
  });
  it('what is not possible is refused', () => {
    const project = laid();
    const says = (args: object) => refusal(project, 'setFalls', { id: 'slab-1', ...args });
    expect(says({ level: { at: { x: 9000, y: 0 }, z: -20 } })).toContain('slab.off');
    expect(says({ edge: 7, slope: 0.02 })).toContain('slab.edge: Slab 1 has no edge 8: it has 4.');
    expect(says({ slope: 0.02 })).toContain('slab.half-fall');
    expect(refusal(project, 'setSlab', { id: 'slab-1', varies: 1 })).toContain('slab.no-ply');
    const hole = (...list: [number, number][]) =>
      refusal(project, 'setSlab', { id: 'slab-1', holes: [ring(...list)] });
    expect(hole([5000, -500], [6000, -500], [6000, -200])).toContain('slab.hole');
    expect(hole([500, -500], [1500, -1500], [1500, -500], [500, -1500])).toContain('outline.crosses');
  });
  it('turned and mirrored it falls the way it did', () => {
    const project = act(laid(), 'setFalls', { id: 'slab-1', edge: 2, slope: 1 / 60 });
    const own = project.tables.slab.get('slab-1')!;
    const about = { x: 0, y: 0 };
    const way = (motion: Motion) => (declarationOf(project, own).moved!(own, motion) as Slab).falls;
    expect(way(turnAbout(about, 30 * degree))).toMatchObject({
      direction: expect.closeTo(-60 * degree, 6) as number
    });
    expect(way(mirrorIn(about, { x: 1, y: 0 }))).toMatchObject({
      direction: expect.closeTo(90 * degree, 6) as number
    });
  });
});

describe('holes and plies', () => {
  it('a hole is left out of area, body and weight; when the outline leaves it, it is a finding', () => {
    const opening = ring([1000, -2000], [1000, -1000], [2200, -1000], [2200, -2000]);
    const project = act(laid(), 'setSlab', { id: 'slab-1', holes: [opening] });
    expect(row(project).area).toBe(5400 * 3300 - 1200 * 1000);
    expect(volume(project)).toBeCloseTo((5.4 * 3.3 - 1.2) * 0.12, 9);
    expect(row(project).weight).toBeCloseTo((5.4 * 3.3 - 1.2) * 0.12 * 2400, -2);
    expect(meshes(project).map(openEdges)).toEqual([0]);
    const away = act(project, 'setSlab', {
      id: 'slab-1',
      points: patio.map(({ x, y }) => ({ x: x + 2000, y }))
    });
    expect(codes(away)).toEqual(['slab.hole-off']);
    const { call: repair } = reviewProject(query(away)).find(({ code }) => code === 'slab.hole-off')!.repair!;
    expect(codes(act(away, repair.name, repair.args))).toEqual([]);
  });
  it('of plies: as thick as these, one body each, the varying one takes up the fall', () => {
    const plies = [
      { material: 'stone', thickness: 30, duty: 'finish' },
      { material: 'concrete', thickness: 90, duty: 'structure' },
      { material: 'foam', thickness: 100, duty: 'insulation' }
    ];
    const project = laid(
      call('addBuildUp', { id: 'terrace', name: 'Terrace', plies }),
      call('setSlab', { id: 'slab-1', buildUp: 'terrace' }),
      call('setFalls', { id: 'slab-1', edge: 2, slope: 1 / 60 }),
      call('setSlab', { id: 'slab-1', underside: 'flat', varies: 1 })
    );
    expect(row(project).thickness).toBe(220);
    const area = 5.4 * 3.3;
    expect(row(project).plies.map(({ volume }) => volume / 1e9)).toEqual([
      expect.closeTo(area * 0.03, 6),
      expect.closeTo(area * (0.09 - 0.0275), 6),
      expect.closeTo(area * 0.1, 6)
    ]);
    expect(meshes(project).map(openEdges)).toEqual([0, 0, 0]);
    expect(refusal(project, 'setFalls', { id: 'slab-1', slope: 0.03 })).toContain('slab.thin');
  });
});

it('law: with any falls and holes the volume is that of the oracle, and nothing is open', () => {
  const outlines = fc
    .array(fc.integer({ min: 3000, max: 7000 }), { minLength: 4, maxLength: 9 })
    .map((radii) => radii.map((r, i) => scale(fromAngle((2 * Math.PI * (i + 0.2)) / radii.length), r)))
    .filter(isSimple);
  fc.assert(
    fc.property(
      outlines,
      fc.array(fc.integer({ min: -90, max: 40 }), { minLength: 9, maxLength: 9 }),
      fc.boolean(),
      fc.boolean(),
      fc.integer({ min: 0, max: 359 }),
      (outline, list, isFlat, hasHole, turn) => {
        const points = outline.map(({ x, y }) => ({ x: Math.round(x), y: Math.round(y) }));
        const hole = [0, 1, 2].map((i) => scale(fromAngle((turn + 120 * i) * degree), 700));
        const project = built(
          call('addSlab', { storey: 'storey-1', points, thickness: 200, ...(hasHole && { holes: [hole] }) }),
          call('setFalls', {
            id: 'slab-1',
            levels: [
              ...points.map((at, i) => ({ at, z: list[i]! })),
              { at: { x: 1500, y: 0 }, z: -95 }
            ].filter((_, i) => i < points.length || turn % 2 === 0)
          }),
          call('setSlab', { id: 'slab-1', underside: isFlat ? 'flat' : 'tilted' })
        );
        const own = meshes(project);
        expect(own.map(openEdges)).toEqual([0]);
        const { volume: oracle } = judgeMesh(own[0]!);
        expect(Math.abs(meshVolume(own[0]!) - oracle)).toBeLessThan(1e-5 * oracle);
        const area = ringsArea(query(project).get(slabRings, 'slab-1'));
        if (!isFlat) expect(meshVolume(own[0]!) / (area * 200)).toBeCloseTo(1, 5);
      }
    ),
    { numRuns: 60 }
  );
});

describe('a slab that is deeper along its edge', () => {
  const edged = (points: { x: number; y: number }[], edge = { width: 300, depth: 300 }) =>
    act(built(call('addSlab', { id: 'slab', storey: 'storey-1', thickness: 150, points })), 'setSlab', {
      id: 'slab',
      edge
    });
  const box = [
    { x: 0, y: 0 },
    { x: 10_000, y: 0 },
    { x: 10_000, y: 8000 },
    { x: 0, y: 8000 }
  ];

  it('has the concrete worked out by hand, in closed bodies', () => {
    const project = edged(box);
    const row = slabRows(query(project))[0]!;
    expect(row.edgeVolume / 1e9).toBeCloseTo(3.132 + 1.476, 6);
    expect(row.volume / 1e9).toBeCloseTo(12 + 4.608, 6);
    const body = new Model().at(project).get(slabBodies, 'slab')!;
    for (const { mesh } of body.parts) expect(judgeMesh(mesh).status).toBe('NoError');
  });

  it('has it mitred at re-entrant corners, and as far as there is room', () => {
    const ell = [
      box[0]!,
      { x: 10_000, y: 0 },
      { x: 10_000, y: 3000 },
      { x: 4000, y: 3000 },
      { x: 4000, y: 8000 },
      box[3]!
    ];
    // Along 36 m of border: five corners shorten it inwards, one lengthens it.
    const [b, e] = [300, 300];
    const strip = 36_000 * b - 4 * b * b;
    const side = (36_000 * e * e) / 2 - 8 * ((b * e * e) / 2 + (e * e * e) / 6);
    expect(slabRows(query(edged(ell)))[0]!.edgeVolume / 1e9).toBeCloseTo((strip * e + side) / 1e9, 6);
    const small = [box[0]!, { x: 500, y: 0 }, { x: 500, y: 500 }, { x: 0, y: 500 }];
    expect(slabRows(query(edged(small)))[0]!.edgeVolume).toBeCloseTo(500 * 500 * 300, 0);
  });

  it('has the inner line of its foot dashed where floors are worked on, and only there', () => {
    const drawn = (at: 'floors' | 'walls', width = 300) =>
      planDrawing(query(edged(box, { width, depth: 300 })), 'storey-1', { paper: 50, at })
        .over.flat()
        .flatMap((mark) => (mark.subject === 'slab' && mark.kind === 'lines' ? [mark.points] : []));
    expect(drawn('walls')).toEqual([]);
    const [points] = drawn('floors');
    const length = points!.reduce((sum, p, i) => (i % 2 ? sum + distance(points![i - 1]!, p) : sum), 0);
    expect(length).toBeCloseTo(2 * (9400 + 7400), 3);
    // All of it is foot: no line.
    expect(drawn('floors', 4000)).toEqual([]);
  });

  it('asks for real sizes and a flat underside', () => {
    const project = edged(box);
    expect(refusal(project, 'setSlab', { id: 'slab', edge: { width: 0, depth: 300 } })).toMatch(
      /^length.not-positive/
    );
    expect(refusal(project, 'setFalls', { id: 'slab', edge: 2, slope: 0.01 })).toMatch(/^slab.edge-tilts/);
    const flat = act(project, 'setSlab', { id: 'slab', underside: 'flat' });
    expect(refusal(flat, 'setFalls', { id: 'slab', edge: 2, slope: 0.01 })).toBe('');
  });
});
