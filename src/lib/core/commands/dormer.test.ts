/** Dormers: bodies that keep apart and leave no gap, where they can be and where not. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../document/kind';
import { meshVolume, openEdges } from '../geometry/mesh';
import { Model } from '../model/graph';
import { roofBodies } from '../kinds/roof/body';
import { roofModels } from '../kinds/roof/stages';
import { wallBodies } from '../kinds/wall/body';
import { reviewProject } from '../review/review';
import { act, built, call, refusal } from '../testing/house';
import { commonVolume } from '../testing/oracle';
import { degree } from '../units/angle';
import { dormerForms } from './dormer-forms';
import { perform } from './register';

/** A house of 12 by 9 m under a gabled roof of 40°, its plate at 2 400. */
const house = built(
  call('drawRectangle', {
    ...{
      storey: 'storey-1',
      corner: { x: 0, y: 0 },
      width: 12_000,
      depth: 9000,
      thickness: 200,
      height: 2400
    },
    settingOut: 'outer'
  }),
  call('addRoof', { storey: 'storey-1', form: 'gable', pitch: 40, overhang: 450, thickness: 200 })
);
const dormer = (more: object = {}) => ({
  ...{ roof: 'roof-1', wall: 'wall-1', distance: 6000, width: 2000, height: 1200, setback: 1000, ...more }
});
const bodiesOf = (project: Project) => {
  const query = new Model().at(project);
  return [
    ...[...project.tables.roof.keys()].flatMap((id) => query.get(roofBodies, id)!.parts),
    ...[...project.tables.wall.keys()].flatMap((id) => query.get(wallBodies, id)!.parts)
  ];
};

describe('a dormer', () => {
  it.each(dormerForms)('%s: a front, a window, a roof; closed, and none in another', (form) => {
    const made = act(house, 'addDormer', dormer({ form }));
    expect([made.tables.wall.size, made.tables.opening.size, made.tables.roof.size]).toEqual([5, 1, 2]);
    const parts = bodiesOf(made);
    for (const part of parts) {
      expect(openEdges(part.mesh)).toBe(0);
      const others = parts.filter((one) => one !== part).map(({ mesh }) => mesh);
      expect(commonVolume([part.mesh], others)).toBeLessThan(1e-6 * meshVolume(part.mesh));
    }
    const codes = reviewProject(new Model().at(made)).map(({ code }) => code);
    expect(codes).toEqual(['house.no-door']);
  });

  it('its cheeks go from the underside of the plane up to its own, behind the front', () => {
    const made = act(house, 'addDormer', dormer());
    const slope = Math.tan(40 * degree);
    const plate = 2400 + 1000 * slope + 200 / Math.cos(40 * degree) + 1200;
    // Both roofs are as thick and as steep: where the one dips under the other, so do their undersides.
    // So high behind the front at its outer face, and falling to nothing along the plane.
    const high = plate - 2400 - 1200 * slope;
    const each = ((high + 150 * slope) ** 3 - high ** 3) / (6 * slope * slope);
    const cheeks = bodiesOf(made).find(({ role }) => role === 'cheek')!;
    expect(meshVolume(cheeks.mesh) / (2 * each)).toBeCloseTo(1, 6);
    // The front stands on the underside of the plane.
    expect(made.tables.wall.get('wall-5')!.base).toBeCloseTo(2400 + 1000 * slope, 1);
  });

  it('is as high as the plane lets it be where nothing is said; its window keeps clear of plane, plate and cheeks', () => {
    const low = act(house, 'setRoof', { id: 'roof-1', pitch: 25 });
    const made = act(low, 'addDormer', { roof: 'roof-1', wall: 'wall-1', distance: 6000, width: 2000 });
    const model = new Model().at(made).get(roofModels, 'roof-2')!;
    const host = new Model().at(made).get(roofModels, 'roof-1')!;
    expect(model.ridge).toBeLessThan(host.ridge);
    expect(model.ridge).toBeGreaterThan(host.ridge - 120);
    const [window] = act(house, 'addDormer', dormer()).tables.opening.values();
    expect(window!.width).toBe(2000 - 2 * (150 + 100));
    const blind = perform(house, call('addDormer', dormer({ height: 400 })));
    expect(blind.ok && blind.also).toContain('no room for a window');
    expect(act(house, 'addDormer', dormer({ window: false })).tables.opening.size).toBe(0);
  });

  it('is refused with the numbers where it does not fit, and changes nothing', () => {
    const no = (more: object) => refusal(house, 'addDormer', dormer(more));
    expect(no({ height: 4000 })).toMatch(/would go .* in/);
    expect(no({ distance: 100 })).toMatch(/wide whose middle is .*100.* along/);
    expect(no({ wall: 'wall-2' })).toMatch(/no plane that rises/);
    expect(no({ form: 'shed', pitch: 45 })).toMatch(/never comes back to a plane of 40°/);
    expect(no({ width: 350 })).toMatch(/no room between its cheeks/);
    expect(no({ height: -5 })).toMatch(/height/);
    expect(no({ roof: 'roof-9' })).toMatch(/no roof/);
    const one = act(house, 'addDormer', dormer());
    expect(refusal(one, 'addDormer', dormer({ distance: 7500 }))).toMatch(/stands there already/);
    expect(act(one, 'addDormer', dormer({ distance: 8500 })).tables.roof.size).toBe(3);
  });

  it('follows its front: moved out, the roof and its cheeks grow; deleted, a line stays in its place', () => {
    const made = act(house, 'addDormer', dormer());
    const area = (project: Project) =>
      new Model()
        .at(project)
        .get(roofModels, 'roof-2')!
        .planes.reduce((sum, one) => sum + one.area, 0);
    const moved = act(made, 'moveWalls', { ids: ['wall-5'], by: { x: 0, y: -200 } });
    expect(area(moved)).not.toBeCloseTo(area(made), 0);
    const without = act(made, 'deleteItems', { ids: ['wall-5'] });
    expect(area(without)).toBeCloseTo(area(made), 0);
    // Without its host a dormer stands by itself: nothing is there that its cheeks could stand on.
    const alone = act(made, 'deleteItems', { ids: ['roof-1'] });
    expect(bodiesOf(alone).some(({ role }) => role === 'cheek')).toBe(false);
  });

  it('has cheeks as thick as they are made later; no other roof has any', () => {
    const made = act(act(house, 'addDormer', dormer()), 'setRoof', { id: 'roof-2', cheeks: 220 });
    expect(made.tables.roof.get('roof-2')!.cheeks!.thickness).toBe(220);
    expect(refusal(made, 'setRoof', { id: 'roof-1', cheeks: 100 })).toMatch(/no cheeks/);
  });
});
