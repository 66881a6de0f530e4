import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Call } from '../commands/register';
import { runScript } from '../commands/script';
import { meshVolume, openEdges } from '../geometry/mesh';
import { ringArea } from '../geometry/ring';
import { newProject } from '../kinds/new-project';
import type { Project } from '../document/kind';
import { judgeMesh, solidVolume, volumeWithin } from '../testing/oracle';
import { elementsOf } from './bodies';
import { Model } from './graph';
import { chimneyVoids, stackRing } from '../kinds/chimney/shape';
import { endOf } from '../kinds/column/cuts';
import { columnRing, topOfColumn } from '../kinds/column/shape';

import { chimneyTop } from '../kinds/chimney/cuts';
import { datumOf } from '../kinds/storey/record';

const runs = Number(process.env.LAW_RUNS ?? 40);

function built(...commands: Call[]): Project {
  const result = runScript({ commands }, newProject('Standing'));
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
}
const call = (name: string, args: object): Call => ({ name, args });

/** Two storeys of five-ply walls round a partition, slabs and a hipped roof. */
const house: Call[] = [
  call('drawRectangle', {
    storey: 'storey-1',
    corner: { x: 0, y: 0 },
    width: 8000,
    depth: 6000,
    buildUp: 'stone-cavity'
  }),
  call('drawWall', {
    storey: 'storey-1',
    a: { x: 4000, y: 0 },
    b: { x: 4000, y: 6000 },
    buildUp: 'bearing',
    settingOut: 'centre'
  }),
  call('addSlab', { storey: 'storey-1', face: 'outer', thickness: 150 }),
  call('copyStorey', { storey: 'storey-1', which: 'all', name: 'Upper', height: 2500, floorDepth: 300 }),
  call('addSlab', { storey: 'storey-2', face: 'structure', thickness: 300 }),
  call('addRoof', { storey: 'storey-2', pitch: 30, overhang: 400, plateLevel: 2200 })
];
const twoFires = (['front', 'back'] as const).map((side) => ({
  across: side === 'front' ? -230 : 230,
  width: 200,
  depth: 200,
  fire: { side, width: 800, height: 900, depth: 340, hearth: 400 }
}));
const stack = {
  storey: 'storey-1',
  at: { x: 4000, y: 3000 },
  angle: 90,
  width: 1500,
  depth: 900,
  base: -1050,
  gap: 50,
  flues: twoFires
};

const meshesOf = (project: Project, kind: string, id?: string) =>
  elementsOf(new Model(), project)
    .filter((one) => one.kind === kind && (id === undefined || one.id === id))
    .flatMap(({ parts }) => parts.map(({ mesh }) => mesh));
const volumeOf = (project: Project, kind: string) =>
  meshesOf(project, kind).reduce((sum, mesh) => sum + meshVolume(mesh), 0);

describe('a chimney through two storeys', () => {
  const project = built(...house, call('addChimney', { id: 'stack', ...stack }));
  const chimney = project.tables.chimney.get('stack')!;
  const model = new Model();

  it('is its masonry less its fires and flues, and ends above the ridge', () => {
    const top = chimneyTop(model.at(project), chimney.id)!;
    expect(top).toBeCloseTo(model.ridge(project) + 900, 6);
    const [masonry, cap, ...hearths] = meshesOf(project, 'chimney');
    const voids = chimneyVoids((id) => datumOf(project, id), chimney).map(({ ring, z0, z1 }) => ({
      rings: [ring],
      z0,
      z1: Math.min(z1, 20_000)
    }));
    const wanted = solidVolume({ rings: [stackRing(chimney)], z0: -1050, z1: top }, voids);
    expect(meshVolume(masonry!) / wanted).toBeCloseTo(1, 6);
    expect(meshVolume(cap!)).toBeCloseTo(75 * (1600 * 1000 - 2 * 200 * 200), -2);
    expect(hearths).toHaveLength(2);
    // In the fire opening as wide as it, in front wider.
    for (const hearth of hearths) expect(meshVolume(hearth)).toBeCloseTo(50 * (800 * 340 + 1100 * 400), -2);
  });

  it('cuts walls, slabs and the roof a gap clear of itself, and all stay closed', () => {
    const clear = [{ rings: [stackRing(chimney, 50)], z0: -1050, z1: 20_000 }];
    for (const kind of ['wall', 'slab', 'roof']) {
      const meshes = meshesOf(project, kind);
      for (const mesh of meshes) expect(openEdges(mesh)).toBe(0);
      const before = meshesOf(built(...house), kind);
      const taken = volumeWithin(before, clear);
      expect(taken).toBeGreaterThan(1e7);
      expect(volumeWithin(meshes, clear)).toBeLessThan(1e3);
      const left = before.reduce((sum, mesh) => sum + meshVolume(mesh), 0) - volumeOf(project, kind);
      expect(left / taken, kind).toBeCloseTo(1, 5);
    }
  });

  it('outside, its fire opening runs on through the wall', () => {
    const outside = {
      ...stack,
      at: { x: 2000, y: -600 },
      angle: 0,
      flues: [{ ...twoFires[1]!, fire: { ...twoFires[1]!.fire, reach: 150 + 425 } }]
    };
    const project = built(...house, call('addChimney', { id: 'out', ...outside }));
    const taken = volumeOf(built(...house), 'wall') - volumeOf(project, 'wall');
    expect(taken).toBeCloseTo(800 * 900 * 425, -3);
  });
});

describe('what cannot stand is refused', () => {
  const refusal = (args: object) => {
    const result = runScript(
      { commands: [...house, call('addChimney', { ...stack, ...args })] },
      newProject('R')
    );
    return result.ok ? 'stands' : `${result.problem.code}: ${result.problem.message}`;
  };
  const flue = twoFires[0]!;
  it.each([
    [{ flues: [] }, 'chimney.no-flue: Chimney 1 has no flue.'],
    [
      { depth: 600 },
      'chimney.flue-meets: Fire opening 1 of chimney 1 leaves 0\u00a0mm of masonry to fire opening 2'
    ],
    [
      { flues: [{ ...flue, across: -300 }] },
      'chimney.flue-outside: Flue 1 of chimney 1 leaves 50\u00a0mm of masonry'
    ],
    [
      { flues: [{ ...flue, across: 0 }] },
      'chimney.flue-off-fire: Flue 1 of chimney 1 reaches 210\u00a0mm past'
    ],
    [{ top: { kind: 'height', height: 800 } }, 'chimney.low: Chimney 1 would end at'],
    [{ flues: [{ ...flue, width: 0 }] }, 'length.not-positive: The width of the flue must be more than zero'],
    [{ flues: [{ ...flue, fire: { ...flue.fire, hearth: -50 } }] }, 'length.not-positive: The hearth of'],
    [
      { flues: [flue, { ...flue, storey: 'storey-2' }] },
      'chimney.flue-meets: Flue 1 of chimney 1 leaves 0\u00a0mm of masonry to fire opening 2'
    ]
  ])('%j', (args, said) => expect(refusal(args)).toContain(said));
});

describe('storeys and materials', () => {
  const upper = { ...twoFires[1]!, storey: 'storey-2', along: 500 };
  const wide = { ...stack, width: 2600, flues: [{ ...twoFires[0]!, along: -500 }, upper] };
  const post = call('addColumn', {
    ...{ id: 'post', storey: 'storey-1', at: { x: 1000, y: 1000 } },
    top: { kind: 'datum', storey: 'storey-2', offset: -300 }
  });
  it('a storey takes its flues along, the last flue the chimney; a top at its datum becomes a height', () => {
    const project = built(...house, post, call('addChimney', { id: 'stack', ...wide }));
    expect(topOfColumn(project, project.tables.column.get('post')!)).toBe(2400);
    const after = (...ids: string[]) =>
      built(...house, post, call('addChimney', { id: 'stack', ...wide }), call('deleteItems', { ids }));
    const left = after('storey-2').tables;
    expect(left.chimney.get('stack')!.flues).toHaveLength(1);
    expect(left.column.get('post')!.top).toEqual({ kind: 'height', height: 2400 });
    const both = after('storey-1').tables;
    expect([both.chimney.size, both.column.size]).toEqual([0, 0]);
    const only = built(
      ...house,
      call('addChimney', { id: 'stack', ...wide, flues: [upper] }),
      call('deleteItems', { ids: ['storey-2'] })
    );
    expect(only.tables.chimney.size).toBe(0);
  });
  it('a material in use stays; a storey copied whole has the columns too', () => {
    const tarred = call('setColumn', { id: 'post', material: 'membrane' });
    const result = runScript(
      { commands: [...house, post, tarred, call('deleteItems', { ids: ['membrane'] })] },
      newProject('M')
    );
    expect(result.ok ? '' : result.problem.message).toBe('Material "Membrane" is used by column post.');
    const copied = built(
      ...house,
      post,
      call('copyStorey', { storey: 'storey-1', which: 'all', name: 'Mezzanine', height: 2400 })
    );
    expect([...copied.tables.column.values()].map(({ top }) => top.kind)).toEqual(['datum', 'height']);
  });
});

describe('columns', () => {
  it('a round column of 300 in a wall of 425 takes its circle out of it', () => {
    const column = call('addColumn', {
      id: 'post',
      storey: 'storey-1',
      at: { x: 2000, y: 200 },
      profile: { kind: 'round', diameter: 300 },
      top: { kind: 'height', height: 2000 }
    });
    const project = built(...house, column);
    const area = ringArea(columnRing(project.tables.column.get('post')!));
    expect(area / (Math.PI * 150 ** 2)).toBeCloseTo(1, 2);
    const taken = volumeOf(built(...house), 'wall') - volumeOf(project, 'wall');
    expect(taken / (area * 2000)).toBeCloseTo(1, 5);
    expect(volumeOf(project, 'column') / (area * 2000)).toBeCloseTo(1, 9);
  });

  it('law: anywhere, at any angle, walls and columns are closed and share nothing', () => {
    const columnArb = fc.record({
      at: fc.record({ x: fc.integer({ min: -200, max: 8200 }), y: fc.integer({ min: -200, max: 6200 }) }),
      angle: fc.integer({ min: 0, max: 90 }),
      profile: fc.oneof(
        fc.record({
          kind: fc.constant('rectangle'),
          width: fc.integer({ min: 60, max: 700 }),
          depth: fc.integer({ min: 60, max: 700 })
        }),
        fc.record({ kind: fc.constant('round'), diameter: fc.integer({ min: 60, max: 700 }) })
      ),
      base: fc.integer({ min: -300, max: 600 }),
      top: fc.oneof(
        fc.record({ kind: fc.constant('height'), height: fc.integer({ min: 300, max: 3000 }) }),
        fc.constant({ kind: 'roof' })
      )
    });
    fc.assert(
      fc.property(columnArb, fc.constantFrom('storey-1', 'storey-2'), (column, storey) => {
        const project = built(...house, call('addColumn', { id: 'c', storey, ...column }));
        const [body] = meshesOf(project, 'column');
        if (!body) throw new Error('no column');
        const walls = meshesOf(project, 'wall');
        for (const mesh of [body, ...walls]) expect(openEdges(mesh)).toBe(0);
        expect(judgeMesh(body).status).toBe('NoError');
        const { base } = project.tables.column.get('c')!;
        const datum = project.tables.storey.get(storey)!.datum;
        const prism = {
          rings: [columnRing(project.tables.column.get('c')!)],
          z0: datum + base,
          // One that is carried up ends at its roof, or at the floor above.
          z1: datum + endOf(new Model().at(project), 'c')!
        };
        const taken = volumeWithin(meshesOf(built(...house), 'wall'), [prism]);
        expect(volumeWithin(walls, [prism])).toBeLessThan(1e3 + taken * 1e-5);
        const left = volumeOf(built(...house), 'wall') - volumeOf(project, 'wall');
        expect(Math.abs(left - taken)).toBeLessThan(1e4 + taken * 1e-4);
      }),
      { numRuns: runs }
    );
  });
});
