/** A house round a court: its outline has a hole, which roof, slab and walls leave open. Numbers worked by hand. */
import { describe, expect, it } from 'vitest';
import type { Call } from '../../commands/register';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { heightAt } from '../../geometry/plane';
import { ringHolds, ringsArea, ringsHold } from '../../geometry/ring';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { commonVolume } from '../../testing/oracle';
import { degree } from '../../units/angle';
import { slabBodies } from '../slab/body';
import { slabRings } from '../slab/rings';
import { wallBodies } from '../wall/body';
import { outlineOn } from '../wall/stages';
import { roofBodies } from './body';
import { roofModels } from './stages';
import { volumeUnder } from './under';

/** Walls along corners, as a hand leaves them, to 0.1 mm; their outsides to the right of the way round. */
const walls = (turn: number, ...corners: readonly [number, number][]): Call => {
  const [c, s] = [Math.cos(turn * degree), Math.sin(turn * degree)];
  const kept = (n: number) => Math.round(n * 10) / 10;
  const points = corners.map(([x, y]) => ({ x: kept(x * c - y * s), y: kept(x * s + y * c) }));
  return call('drawRun', {
    ...{ storey: 'storey-1', points, close: true, thickness: 200, height: 2700 },
    ...{ settingOut: 'outer', outside: 'right' }
  });
};

/** 16 by 12 m round a court of 6 by 4 m, its wings 5 and 4 m wide. */
const round = (turn = 0): Call[] => [
  walls(turn, [0, 0], [16_000, 0], [16_000, 12_000], [0, 12_000]),
  walls(turn, [5000, 4000], [5000, 8000], [11_000, 8000], [11_000, 4000])
];
const roof = (more: object = {}): Call =>
  call('addRoof', {
    ...{ storey: 'storey-1', pitch: 30, overhang: 400, plateLevel: 2700, thickness: 200 },
    ...more
  });

const query = (project: Project) => new Model().at(project);
const model = (project: Project) => query(project).get(roofModels, 'roof-1')!;
const partsOf = (project: Project) => [
  ...[...project.tables.roof.keys()].flatMap((id) => query(project).get(roofBodies, id)!.parts),
  ...[...project.tables.wall.keys()].flatMap((id) => query(project).get(wallBodies, id)!.parts)
];

function isSound(project: Project) {
  const parts = partsOf(project);
  for (const part of parts) {
    expect(openEdges(part.mesh)).toBe(0);
    const others = parts.filter((one) => one !== part).map(({ mesh }) => mesh);
    expect(commonVolume([part.mesh], others)).toBeLessThan(1e-5 * meshVolume(part.mesh));
  }
  expect(reviewProject(query(project)).map(({ code }) => code)).toEqual([]);
}

describe('a house round a court', () => {
  it.each([0, 0.3, 17.3])('turned by %d degrees is roofed on both sides of its ridges', (turn) => {
    const project = built(...round(turn), roof());
    const { planes, bearing, lidArea, unsolved, ridge } = model(project);
    expect([lidArea, unsolved, bearing.length, planes.length]).toEqual([0, [], 2, 8]);
    expect(ringsArea(planes.map(({ ring }) => ring)) / 1e6).toBeCloseTo(16.8 * 12.8 - 5.2 * 3.2, 2);
    // Over the wings of 5 m, which are the widest.
    expect(ridge).toBeCloseTo(2700 + 2500 * Math.tan(30 * degree) + 200 / Math.cos(30 * degree), 1);
    expect([...project.tables.wall.values()].every(({ top }) => top.kind === 'roof')).toBe(true);
    isSound(project);
  });

  it('the room under it, on a grid of 50 mm', () => {
    const { bearing, planes, ...rest } = model(built(...round(), roof()));
    let sum = 0;
    for (let x = 24; x < 16_000; x += 50)
      for (let y = 23; y < 12_000; y += 50)
        if (ringsHold(bearing, { x, y })) {
          const over = planes.find(({ ring }) => ringHolds(ring, { x, y }))!;
          sum += Math.max(0, heightAt(over.underside, { x, y }) - 2700) * 2500;
        }
    expect(volumeUnder({ bearing, planes, ...rest }) / sum).toBeCloseTo(1, 3);
  });

  it.each(['gable', 'mansard', 'gambrel', 'saltbox', 'halfHip'])('%s: eaves all round', (form) => {
    const project = built(...round(0.3), roof({ form }));
    const { lidArea, unsolved, edges, planes } = model(project);
    expect([lidArea, unsolved]).toEqual([0, []]);
    expect(edges.flat().every(({ kind }) => kind === 'eave')).toBe(true);
    expect(planes).toHaveLength(form === 'mansard' || form === 'gambrel' ? 16 : 8);
    isSound(project);
  });

  it.each([
    { form: 'mono', pitch: 5 },
    { form: 'flat', pitch: 2 },
    { cutOff: 3500 },
    { form: 'mansard', cutOff: 3400 }
  ])('a plane that lies round the court is one; where nothing falls to that, it is cut out: %j', (more) => {
    const project = built(...round(17.3), roof({ ...more, overhang: 0 }));
    const { lidArea, unsolved, planes } = model(project);
    expect([lidArea, unsolved]).toEqual([0, []]);
    expect(ringsArea(planes.map(({ ring }) => ring)) / 1e6).toBeCloseTo(16 * 12 - 6 * 4, 2);
    const names = new Set(planes.map(({ name }) => name));
    expect(names.size).toBe('cutOff' in more ? ('form' in more ? 17 : 9) : 1);
    isSound(project);
  });

  it('outer walls drawn within the house look outwards until they are turned: a finding, with its repair', () => {
    const drawn = call('drawRectangle', {
      ...{ storey: 'storey-1', corner: { x: 5000, y: 4000 }, width: 6000, depth: 4000 },
      ...{ thickness: 200, height: 2700, settingOut: 'outer' }
    });
    const project = built(round()[0]!, drawn);
    const found = reviewProject(query(project)).find(({ code }) => code === 'walls.within-house')!;
    expect(found.subjects).toHaveLength(4);
    const repaired = (k: number) => {
      const { name, args } = [found.repair!, ...found.others!][k]!.call;
      return act(project, name, args);
    };
    const area = (one: Project) => ringsArea(outlineOn(query(one), 'storey-1', 'outer')!.rings) / 1e6;
    expect([area(project), area(repaired(0)), area(repaired(1))].map(Math.round)).toEqual([216, 168, 192]);
    for (const k of [0, 1]) expect(reviewProject(query(repaired(k))).map(({ code }) => code)).toEqual([]);
  });

  it('two roofs side by side cannot go round it', () => {
    const text = refusal(built(...round()), 'addRoof', { storey: 'storey-1', pitch: 30, form: 'mRoof' });
    expect(text).toContain('roof.no-pair');
  });

  it('a slab by any face of the walls leaves the court open; a second storey over it does too', () => {
    const upper = call('copyStorey', {
      ...{ storey: 'storey-1', id: 'storey-2', which: 'outer', name: 'Upper' },
      ...{ height: 2700, floorDepth: 300 }
    });
    const project = built(...round(), call('addSlab', { storey: 'storey-1', thickness: 150 }), upper);
    const slab = (one: Project) => query(one).get(slabBodies, 'slab-1')!.parts;
    const volume = (one: Project) => slab(one).reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);
    expect(volume(project) / 1e9).toBeCloseTo((16 * 12 - 6 * 4) * 0.15, 6);
    expect(slab(project).map(({ mesh }) => openEdges(mesh))).toEqual([0]);
    const inner = act(project, 'setSlab', { id: 'slab-1', face: 'inner' });
    expect(ringsArea(query(inner).get(slabRings, 'slab-1')) / 1e6).toBeCloseTo(15.6 * 11.6 - 6.4 * 4.4, 6);
    const [, above] = [...project.tables.storey.keys()];
    expect(ringsArea(outlineOn(query(project), above!, 'outer')!.rings) / 1e6).toBeCloseTo(
      16 * 12 - 6 * 4,
      6
    );
    expect(reviewProject(query(project)).map(({ code }) => code)).toEqual([]);
  });

  it('a wall of the court is moved and the roof follows; an edge of it alone is made a gable', () => {
    const project = built(...round(), roof());
    const court = [...project.tables.wall.values()].slice(4);
    const south = court.find(({ a, b }) => Math.max(a.y, b.y) < 4500)!;
    const moved = act(project, 'moveWalls', { ids: [south.id], by: { x: 0, y: -600 } });
    expect(ringsArea(model(moved).bearing)).not.toBeCloseTo(ringsArea(model(project).bearing), -4);
    expect(model(moved).unsolved).toEqual([]);
    isSound(moved);
    const gabled = act(project, 'setRoofEdge', { roof: 'roof-1', wall: south.id, kind: 'gable' });
    expect(model(gabled).unsolved).toEqual([]);
    isSound(gabled);
  });
});
