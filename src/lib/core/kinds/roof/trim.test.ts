/** Boards and cuts along the edges of roofs: volumes by hand, bodies that keep apart by the oracle. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { wallBodies } from '../wall/body';
import type { Part } from '../../kernels/solids/part';
import { act, built, call, example, refusal } from '../../testing/house';
import { commonVolume } from '../../testing/oracle';
import { newProject } from '../new-project';
import { degree } from '../../units/angle';
import { heightAt } from '../../geometry/plane';
import { roofBodies } from './body';
import { roofModels } from './stages';

const [wide, deep, over, thick, pitch] = [10_000, 6000, 500, 200, 30 * degree];
const slope = Math.tan(pitch);
const plumb = thick / Math.cos(pitch);

const roofed = (args: object, edges: readonly object[] = []) => {
  const house = built(
    call('drawRectangle', {
      ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: wide, depth: deep, thickness: 200 },
      settingOut: 'outer'
    }),
    call('addRoof', {
      ...{ storey: 'storey-1', pitch: 30, overhang: over, thickness: thick, plateLevel: 2400 },
      ...args
    })
  );
  return edges.reduce<Project>(
    (project, edge) => act(project, 'setRoofEdge', { roof: 'roof-1', ...edge }),
    house
  );
};
const partsOf = (project: Project, id = 'roof-1'): readonly Part[] =>
  new Model().at(project).get(roofBodies, id)!.parts;
const volume = (project: Project, role: Part['role']) =>
  partsOf(project).reduce((sum, part) => sum + (part.role === role ? meshVolume(part.mesh) : 0), 0);

/** Over a strip along a closed outline of right angles, of what is so high at a distance from it outwards. */
const along = (outline: number, from: number, to: number, height: (s: number) => number) => {
  const steps = 20_000;
  const step = (to - from) / steps;
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const s = from + (i + 0.5) * step;
    sum += (outline + 8 * s) * height(s) * step;
  }
  return sum;
};
const eaves = 2 * (wide + deep + 4 * over);

describe('along the edges of a roof', () => {
  it('boards are mitred round the house: so much as their section comes to along the outline', () => {
    const house = roofed({ fascia: 220 });
    expect(volume(house, 'fascia')).toBeCloseTo(
      along(eaves, 0, 25, (s) => 220 - s * slope),
      -1
    );
    expect(partsOf(house).map(({ role }) => role)).toEqual(['roof', 'fascia']);
  });

  it('a level soffit fills the overhang, at the foot of the eave or so high that the fascia covers its end', () => {
    const house = roofed({ soffit: 'level' });
    const area = (wide + 2 * over) * (deep + 2 * over) - wide * deep;
    expect(volume(house, 'soffit')).toBeCloseTo(area * 12, 0);
    const feet = (project: Project) => {
      const { positions } = partsOf(project).find(({ role }) => role === 'soffit')!.mesh;
      return Math.min(...positions.filter((_, i) => i % 3 === 2));
    };
    const foot = 2400 - over * slope;
    expect(feet(house)).toBeCloseTo(foot - 12, 4);
    expect(feet(roofed({ soffit: 'level', fascia: 300 }))).toBeCloseTo(foot + plumb - 300 + 10, 4);
    expect(volume(roofed({ soffit: 'sloped' }), 'soffit')).toBeCloseTo((area * 12) / Math.cos(pitch), 0);
  });

  it('an eave is cut square to its slope, or level at the plate; one that is too short for it stays plumb', () => {
    const whole = volume(roofed({}), 'roof');
    const run = thick * Math.sin(pitch);
    const square = along(eaves, -run, 0, (s) => plumb * (1 + s / run));
    expect(whole - volume(roofed({ eaveCut: 'square' }), 'roof')).toBeCloseTo(square, -2);
    // The top edge is under the plate: nothing of the end is upright.
    const low = 2400 - over * slope;
    const level = Math.min(2400, low + plumb) - low;
    const cut = along(eaves, -level / slope, 0, (s) => level + s * slope);
    expect(whole - volume(roofed({ eaveCut: 'level' }), 'roof')).toBeCloseTo(cut, -2);
    const short = { overhang: 80 };
    expect(volume(roofed({ ...short, eaveCut: 'square' }), 'roof')).toBe(volume(roofed(short), 'roof'));
  });

  it('edges have boards of their own, gables along their verge; what is bare has none', () => {
    const house = roofed({ fascia: 180 }, [
      { wall: 'wall-2', kind: 'gable', fascia: 240 },
      { wall: 'wall-4', kind: 'abutment' }
    ]);
    const { mesh } = partsOf(house).find(({ role }) => role === 'bargeBoard')!;
    expect(openEdges(mesh)).toBe(0);
    // Half of the gable is as long as half the house and its overhang; mitred at its feet.
    const half = deep / 2 + over;
    expect(meshVolume(mesh)).toBeCloseTo(2 * 240 * 25 * (half + 12.5), -3);
    expect(refusal(house, 'setRoofEdge', { roof: 'roof-1', wall: 'wall-1', fascia: -1 })).toContain('depth');
    const back = act(house, 'setRoofEdge', { roof: 'roof-1', wall: 'wall-2', fascia: null });
    expect(volume(back, 'bargeBoard')).toBeLessThan(volume(house, 'bargeBoard'));
  });

  it('eaves of unlike pitches come to one height by their overhangs: 500 at 45° and 866.03 at 30°', () => {
    const unlike = roofed({ pitch: 45 }, [
      { wall: 'wall-2', pitch: 30 },
      { wall: 'wall-4', pitch: 30 }
    ]);
    const feet = (project: Project) =>
      new Model()
        .at(project)
        .get(roofModels, 'roof-1')!
        .planes.map(({ ring, underside }) => Math.min(...ring.map((p) => heightAt(underside, p))).toFixed(2));
    expect([...new Set(feet(unlike))].sort()).toEqual(['1900.00', '2111.32']);
    const level = act(unlike, 'levelEaves', { roof: 'roof-1' });
    expect([...new Set(feet(level))]).toEqual(['1900.00']);
    expect(level.tables.roof.get('roof-1')!.edges.map(({ overhang }) => overhang)).toEqual([
      866.025, 866.025
    ]);
    const other = act(unlike, 'levelEaves', { roof: 'roof-1', wall: 'wall-2' });
    expect([...new Set(feet(other))]).toEqual(['2111.32']);
    const low = act(unlike, 'setRoofEdge', { roof: 'roof-1', wall: 'wall-2', plateLevel: 1500 });
    expect(refusal(low, 'levelEaves', { roof: 'roof-1' })).toMatch(/plate at .*1.500/);
    expect(refusal(low, 'levelEaves', { roof: 'roof-1', wall: 'wall-9' })).toMatch(/no such edge/);
  });

  it('on the demo houses, whichever way: closed, and no two bodies take the same room', () => {
    for (const name of ['gannet-house', 'plover-cabin', 'dunlin-net-stores'] as const)
      for (const [eaveCut, soffit] of [
        ['plumb', 'level'],
        ['square', 'sloped'],
        ['level', 'level']
      ]) {
        let house = example(name);
        for (const id of house.tables.roof.keys())
          house = act(house, 'setRoof', { id, eaveCut, soffit, fascia: 260 });
        const query = new Model().at(house);
        const parts = [...house.tables.roof.keys()].flatMap((id) => query.get(roofBodies, id)!.parts);
        for (const { mesh } of parts) expect(openEdges(mesh)).toBe(0);
        const boards = parts.filter(({ role }) => role !== 'roof');
        expect(boards.length).toBeGreaterThan(2);
        const walls = [...house.tables.wall.keys()].flatMap((id) => query.get(wallBodies, id)?.parts ?? []);
        const others = [...parts.filter(({ role }) => role === 'roof'), ...walls].map(({ mesh }) => mesh);
        for (const { role, mesh } of boards)
          // Where another roof goes on past its end, a board ends square, and may enter it by a corner.
          expect(commonVolume([mesh], others), `${name} ${role}`).toBeLessThan(0.01 * meshVolume(mesh));
      }
  });
});

describe('a roof of plies', () => {
  const plies = [
    { material: 'slate', thickness: 60, duty: 'cladding' },
    { material: 'studs', thickness: 180, duty: 'structure' },
    { material: 'plaster', thickness: 15, duty: 'finish' }
  ];
  const plied = (roof: object = {}) => {
    const bare = act(act(newProject('Plies'), 'drawRectangle', box), 'addBuildUp', {
      id: 'slated',
      name: 'Slated',
      plies
    });
    return act(bare, 'addRoof', { storey: 'storey-1', pitch: 35, overhang: 400, buildUp: 'slated', ...roof });
  };
  const box = { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 9000, depth: 6000, thickness: 300 };
  const partsOf = (project: Project) =>
    [...project.tables.roof.keys()].flatMap((id) =>
      new Model()
        .at(project)
        .get(roofBodies, id)!
        .parts.filter(({ role }) => role === 'roof')
    );

  it.each([
    ['plain', {}],
    ['cut square, with a rooflight', { eaveCut: 'square' }],
    ['cut level', { eaveCut: 'level', pitch: 50 }],
    ['of two pitches', { form: 'mansard', pitch: 60 }]
  ])('%s: one closed body a ply, as thick as it is, together the whole', (_, given) => {
    const whole = plied(given);
    const project =
      'eaveCut' in given && given.eaveCut === 'square'
        ? act(whole, 'addRooflight', { roof: 'roof-1', wall: 'wall-1', along: 4500, up: 900 })
        : whole;
    const parts = partsOf(project);
    expect(parts.map(({ ply, material }) => [ply, material])).toEqual([
      [0, 'slate'],
      [1, 'studs'],
      [2, 'plaster']
    ]);
    expect(project.tables.roof.get('roof-1')).toMatchObject({ thickness: 255, material: 'slate' });
    for (const { mesh } of parts) expect(openEdges(mesh)).toBe(0);
    const volumes = parts.map(({ mesh }) => meshVolume(mesh));
    const one = partsOf(act(project, 'setRoof', { id: 'roof-1', buildUp: null }));
    expect(one).toHaveLength(1);
    expect(volumes.reduce((sum, v) => sum + v, 0) / meshVolume(one[0]!.mesh)).toBeCloseTo(1, 6);
    // No ply lies in another; of a roof cut plumb all cover the same plan.
    const meshes = parts.map(({ mesh }) => mesh);
    expect(commonVolume([meshes[0]!], meshes.slice(1))).toBeLessThan(1e-6 * volumes[0]!);
    expect(commonVolume([meshes[1]!], [meshes[2]!])).toBeLessThan(1e-6 * volumes[1]!);
    if (Object.keys(given).length === 0) expect(volumes[0]! / volumes[1]!).toBeCloseTo(60 / 180, 6);
  });

  it('is as thick as its build-up becomes; a thickness of its own ends that; what it is made of is not deleted', () => {
    const thicker = act(plied(), 'setBuildUp', {
      ...{
        id: 'slated',
        plies: [
          { ...plies[0], material: 'brick' },
          { ...plies[1], thickness: 220 }
        ]
      }
    });
    expect(thicker.tables.roof.get('roof-1')).toMatchObject({ thickness: 280, material: 'brick' });
    const own = act(thicker, 'setRoof', { id: 'roof-1', thickness: 200 });
    expect(own.tables.roof.get('roof-1')).toMatchObject({ thickness: 200, buildUp: null });
    expect(refusal(thicker, 'deleteItems', { ids: ['slated'] })).toMatch(/roof 1/i);
  });
});
