import { describe, expect, it } from 'vitest';
import { Model } from '../model/graph';
import type { Project } from '../document/kind';
import { act, built, call, refusal } from '../testing/house';
import { meshVolume } from '../geometry/mesh';
import { wallBodies } from '../kinds/wall/body';
import { reviewProject, type Finding } from './review';

const review = (project: Project) => reviewProject(new Model().at(project));
const of = (project: Project, code: string) => review(project).filter((one) => one.code === code);
const plain = (text: string) => text.replace(/\s/g, ' ');
const repaired = (project: Project, { repair }: Finding) =>
  act(project, repair!.call.name, repair!.call.args);
const volume = (project: Project, id: string) =>
  new Model()
    .at(project)
    .get(wallBodies, id)!
    .parts.reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);

const box = (ids: string, more: object = {}) =>
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 8000, depth: 6000, thickness: 300 },
    ...{ ids: ['s', 'e', 'n', 'w'].map((side) => `${ids}${side}`), ...more }
  });
const partition = (more: object = {}) =>
  call('drawWall', {
    ...{ id: 'p', storey: 'storey-1', a: { x: 3000, y: 0 }, b: { x: 3000, y: 6000 }, role: 'partition' },
    ...{ thickness: 100, settingOut: 'centre', ...more }
  });
const upper = call('copyStorey', {
  storey: 'storey-1',
  which: 'outer',
  id: 'up',
  name: 'Upper',
  floorDepth: 330
});

describe('walls at unlike heights in one storey', () => {
  const foundation = { role: 'foundation', base: -900, height: 900 };
  const house = built(box('g'), partition(), box('f', foundation));

  it('foundation walls lie under the walls of their storey, each layer joined by itself', () => {
    const [alone, below] = [built(box('g'), partition()), built(box('f', foundation))];
    for (const id of ['gs', 'ge', 'gn', 'gw', 'p']) expect(volume(house, id)).toBe(volume(alone, id));
    for (const id of ['fs', 'fe', 'fn', 'fw']) expect(volume(house, id)).toBe(volume(below, id));
    expect(review(house)).toEqual([]);
    // Moving a wall takes along what joins it at its height, and nothing below.
    const moved = act(house, 'moveWalls', { ids: ['gn'], by: { x: 0, y: 500 } });
    expect(moved.tables.wall.get('ge')!.b.y).toBe(6500);
    expect(moved.tables.wall.get('fe')).toBe(house.tables.wall.get('fe'));
  });
  it('they may not reach into one another, drawn or changed', () => {
    expect(refusal(house, 'setWalls', { ids: ['fs'], height: 1000 })).toMatch(
      /^wall.duplicate: Wall fs would/
    );
    expect(refusal(house, 'drawRectangle', box('h', { ...foundation, height: 950 }).args as object)).toMatch(
      /^rectangle.stands: .* wall (fs|gs) among them/
    );
    expect(refusal(house, 'setWalls', { ids: ['fs'], height: 800 })).toBe('');
  });
});

describe('what takes the same room in height is found, with its numbers and the repair', () => {
  it("walls of 9' in a storey of 2 700 run into the walls above", () => {
    const house = built(box('g', { height: 2743.2 }), upper);
    const found = of(house, 'wall.into-storey');
    expect(found).toHaveLength(4);
    expect(plain(found[0]!.message)).toMatch(/^Wall g. runs 43 mm up into .* wall \d+ of Upper\.$/);
    const mended = found.reduce(repaired, house);
    expect(of(mended, 'wall.into-storey')).toEqual([]);
    expect(mended.tables.wall.get('gs')!.top).toEqual({ kind: 'datum', storey: 'up', offset: 0 });
  });
  it('partitions run into the floor above, where there is one', () => {
    const house = built(box('g'), partition(), upper);
    const [found, ...more] = of(house, 'wall.into-floor');
    expect(more).toEqual([]);
    expect(plain(found!.message)).toBe('Wall p runs 330 mm up into the floor of Upper.');
    const mended = repaired(house, found!);
    expect(of(mended, 'wall.into-floor')).toEqual([]);
    // The outer walls that it meets are as high as before: one body, without a line at its top.
    expect(new Model().at(mended).get(wallBodies, 'gs')!.parts).toHaveLength(1);
    expect(of(built(box('g'), partition({ height: 2370 }), upper), 'wall.into-floor')).toEqual([]);
    // New ones end under it by themselves.
    const later = act(built(box('g'), upper), 'drawWall', partition().args as object);
    expect(later.tables.wall.get('p')!.top).toEqual({ kind: 'height', height: 2370 });
  });
  it('a slab in walls, and how much counts twice', () => {
    const walls = box('g', { base: -150, height: 2850 });
    const house = built(
      walls,
      call('addSlab', { id: 'slab', storey: 'storey-1', face: 'outer', thickness: 150 })
    );
    const [found] = of(house, 'slab.in-walls');
    const volume = ((8 * 6 - 7.4 * 5.4) * 0.15).toFixed(2);
    expect(plain(found!.message)).toBe(
      `Slab slab and 4 walls take the same room, 150 mm in height: ${volume} m³ count twice.`
    );
    expect(of(repaired(house, found!), 'slab.in-walls')).toEqual([]);
  });
  it('walls end under a slab above that covers them; one over a part of them is cut back to them instead', () => {
    const slabOver = (x1: number) =>
      call('addSlab', {
        ...{ id: 'slab', storey: 'up', thickness: 150 },
        points: [
          [-10, -10],
          [x1, -10],
          [x1, 6010],
          [-10, 6010]
        ].map(([x, y]) => ({ x, y }))
      });
    const [whole] = of(built(box('g'), upper, slabOver(8010)), 'slab.in-walls');
    expect(whole!.repair!.label).toBe('End the walls under it');
    const half = built(box('g'), upper, slabOver(4000));
    const [found] = of(half, 'slab.in-walls');
    expect(found!.repair!.label).toBe('Cut it back to the walls');
    const mended = repaired(half, found!);
    expect(of(mended, 'slab.in-walls')).toEqual([]);
    expect([...mended.tables.wall.values()].filter(({ top }) => top.kind === 'datum')).toEqual([]);
  });
  it('a roof through the storey above, and one close over another', () => {
    const roof = (id: string, storey: string, plateLevel: number) =>
      call('addRoof', { id, storey, pitch: 30, overhang: 300, plateLevel });
    const house = built(box('g'), upper, roof('low', 'storey-1', 2700), roof('high', 'up', 2700));
    expect(plain(of(house, 'roof.hidden')[0]!.message)).toMatch(
      /^Of the \d+\.\d+ m² of roof low \d\.\d+ m² are built: the rest lies within other roofs/
    );
    expect(of(house, 'roof.near')).toEqual([]);
    const near = act(house, 'setRoof', { id: 'high', plateLevel: 250 });
    const [found] = of(near, 'roof.near');
    expect(found!.numbers.gap).toBeGreaterThan(0);
    expect(plain(found!.message)).toMatch(
      /^Roof low and roof high are \d+(\.\d)? mm apart over \d+\.\d\d m²/
    );
  });
  it('walls carried up with no roof above', () => {
    const house = built(
      box('g'),
      call('addRoof', { id: 'roof', storey: 'storey-1', pitch: 30, overhang: 0 })
    );
    const bare = act(house, 'deleteItems', { ids: ['roof'] });
    const [found] = of(bare, 'wall.no-roof');
    if ([...bare.tables.wall.values()].some(({ top }) => top.kind === 'roof')) {
      expect(plain(found!.message)).toMatch(
        /^4 walls of Ground are carried up to a roof, but none is above: 2 700 mm/
      );
      expect(of(repaired(bare, found!), 'wall.no-roof')).toEqual([]);
    }
  });
});
