/** Which walls cover the edge of the floor that they stand on, where nobody says. */
import { expect, it } from 'vitest';
import { meshVolume } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call } from '../../testing/house';
import type { Project } from '../../document/kind';
import { wallBodies } from './body';

const walls = (storey: string, height: number, ids: string[]) =>
  call('drawRectangle', {
    ...{ storey, corner: { x: 0, y: 0 }, width: 8000, depth: 6000, ids, height },
    ...{ buildUp: 'brick-cavity', settingOut: 'outer' }
  });
const ground = ['s', 'e', 'n', 'w'];
const upper = ground.map((id) => `upper-${id}`);
const house = (height: number) =>
  built(
    call('setStorey', { id: 'storey-1', height: 2880 }),
    walls('storey-1', height, ground),
    call('addStorey', { id: 'storey-2', height: 2460, floorDepth: 330 }),
    walls('storey-2', 2460, upper)
  );
const covers = (project: Project, id: string) => project.tables.wall.get(id)!.coversFloor;
const codes = (project: Project) => reviewProject(new Model().at(project)).map(({ code }) => code);

it('outer walls over a floor do; those below it, and partitions, do not', () => {
  const project = act(house(2550), 'drawWall', {
    ...{ id: 'p', storey: 'storey-2', a: { x: 3000, y: 400 }, b: { x: 3000, y: 5600 } },
    ...{ buildUp: 'partition', settingOut: 'centre', role: 'partition' }
  });
  expect([...ground, 'p'].some((id) => covers(project, id))).toBe(false);
  expect(upper.every((id) => covers(project, id))).toBe(true);
  expect(codes(project)).not.toContain('wall.into-storey');
});

it('nor where the walls beneath run up past the floor; asked for there, they are found in one another', () => {
  const project = house(2880);
  expect(upper.some((id) => covers(project, id))).toBe(false);
  const asked = act(project, 'setWalls', { ids: upper, coversFloor: true });
  expect(codes(asked)).toContain('wall.into-storey');
});

it('it follows the depth of the floor, and what is said holds', () => {
  const volumeOf = (project: Project, id = 'upper-s') =>
    new Model()
      .at(project)
      .get(wallBodies, id)!
      .parts.reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);
  const at = (floorDepth: number) => volumeOf(act(house(2550), 'setStorey', { id: 'storey-2', floorDepth }));
  expect(at(300) - at(200)).toBeCloseTo(at(200) - at(100), -2);
  expect(at(300)).toBeGreaterThan(at(200));
  const bare = act(house(2550), 'setWalls', { ids: upper, coversFloor: false });
  expect(volumeOf(bare)).toBeCloseTo(at(0), -2);
});

it('a storey that is copied up covers too', () => {
  const project = act(
    built(call('setStorey', { id: 'storey-1', height: 2880 }), walls('storey-1', 2550, ground)),
    'copyStorey',
    { storey: 'storey-1', id: 'storey-2', which: 'outer', name: 'Upper', height: 2460, floorDepth: 330 }
  );
  const copied = [...project.tables.wall.values()].filter(({ storey }) => storey === 'storey-2');
  expect(copied.map(({ coversFloor }) => coversFloor)).toEqual([true, true, true, true]);
});
