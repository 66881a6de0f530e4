/** Rooflights: closed bodies in a hole of their size, set out from their eave through every change under them. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { commonVolume } from '../../testing/oracle';
import { degree } from '../../units/angle';
import { roofBodies } from '../roof/body';
import { wallBodies } from '../wall/body';
import { lightBodies } from './body';
import { lightPlaces } from './place';
import { rooflightRows } from './schedule';

/** A house of 10 by 8 m under a roof of 40° with eaves at its long sides. */
const house = (roof: object = { form: 'gable' }) =>
  built(
    call('drawRectangle', {
      ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 10_000, depth: 8000, thickness: 200 },
      ...{ height: 2400, settingOut: 'outer' }
    }),
    call('addRoof', { storey: 'storey-1', pitch: 40, overhang: 450, thickness: 200, ...roof })
  );
const light = (more: object = {}) => ({
  ...{ roof: 'roof-1', wall: 'wall-1', along: 4000, up: 1500, width: 780, height: 1180, upstand: 80, ...more }
});
const query = (project: Project) => new Model().at(project);
const roofVolume = (project: Project) => meshVolume(query(project).get(roofBodies, 'roof-1')!.parts[0]!.mesh);
const placeOf = (project: Project) => query(project).get(lightPlaces, 'rooflight-1');
const codes = (project: Project) => reviewProject(query(project)).map(({ code }) => code);

describe('a rooflight', () => {
  it.each([
    ['in a gable roof', {}, light(), 40],
    ['in the upper slope of a mansard', { form: 'mansard', pitch: 60 }, light({ up: 3000, height: 700 }), 30],
    ['beside a hip', { form: 'hip' }, light({ along: 2500, up: 1000 }), 40]
  ])(
    '%s: its hole is as large as it is on the slope, its parts are closed and in nothing',
    (_, roof, given, pitch) => {
      const before = house({ form: 'gable', ...roof });
      const made = act(before, 'addRooflight', given);
      const place = placeOf(made)!;
      expect(place.plane.pitch / degree).toBeCloseTo(pitch, 6);
      // Cut plumb, a roof so thick square to its slope loses what lies over the hole's plan.
      const flat = given.width * given.height * Math.cos(pitch * degree);
      expect((roofVolume(before) - roofVolume(made)) / ((flat * 200) / Math.cos(pitch * degree))).toBeCloseTo(
        1,
        5
      );
      const { parts } = query(made).get(lightBodies, 'rooflight-1')!;
      expect(parts.map(({ role }) => role)).toEqual(['lining', 'frame', 'glass']);
      const frame = given.width * given.height - (given.width - 120) * (given.height - 120);
      expect(meshVolume(parts[1]!.mesh) / (frame * 80)).toBeCloseTo(1, 5);
      const glass = (given.width - 120) * (given.height - 120) * 24;
      expect(meshVolume(parts[2]!.mesh) / glass).toBeCloseTo(1, 5);
      const rest = [
        query(made).get(roofBodies, 'roof-1')!.parts,
        ...[...made.tables.wall.keys()].map((id) => query(made).get(wallBodies, id)!.parts)
      ].flat();
      for (const part of parts) {
        expect(openEdges(part.mesh)).toBe(0);
        const others = [...parts, ...rest].filter((one) => one !== part).map(({ mesh }) => mesh);
        expect(commonVolume([part.mesh], others)).toBeLessThan(1e-6 * meshVolume(part.mesh));
      }
      for (const { mesh } of rest) expect(openEdges(mesh)).toBe(0);
      expect(codes(made)).not.toContain('rooflight.off');
    }
  );

  it('is so far up and along, in numbers worked by hand', () => {
    const [row] = rooflightRows(query(act(house(), 'addRooflight', light())));
    // The underside is at the plate over the line of the bearing: 2 400 + up sin 40.
    expect(row!.sillOverFloor).toBeCloseTo(2400 + 1500 * Math.sin(40 * degree), 2);
    expect(row!.headOverFloor).toBeCloseTo(2400 + 2680 * Math.sin(40 * degree), 2);
    expect([row!.area, row!.glass]).toEqual([780 * 1180, 660 * 1060]);
  });

  it('is refused beside its plane, over another, over a chimney, too small; with the numbers', () => {
    const made = act(house(), 'addRooflight', light());
    const say = (more: object) => refusal(made, 'addRooflight', light(more));
    expect(say({ up: 4500 })).toMatch(/780.*by 1.180.*4.500.*does not lie within.*goes up 5.222/);
    expect(say({ along: 10_400 })).toMatch(/does not lie within/);
    expect(say({ up: -10 })).toMatch(/does not lie within/);
    // Half of it over the verge.
    expect(say({ along: 100 })).toMatch(/does not lie within/);
    expect(say({ along: 4700 })).toMatch(/Rooflight 1 is there already/);
    expect(say({ wall: 'wall-2' })).toMatch(/no slope over that edge/);
    expect(say({ width: 200, along: 7000 })).toMatch(/width.*200.*at least 220/);
    expect(say({ upstand: 30, along: 7000 })).toMatch(/upstand.*30.*at least 40/);
    const stack = act(made, 'addChimney', {
      ...{ storey: 'storey-1', at: { x: 7000, y: 2000 }, width: 900, depth: 900 },
      ...{ top: { kind: 'height', height: 9000 }, flues: [{ width: 200, depth: 200, fire: null }] }
    });
    expect(refusal(stack, 'addRooflight', light({ along: 7000 }))).toMatch(/Chimney 1 is there already/);
  });

  it('stays on its slope when the house is pulled; is a finding once its plane is gone, and back with it', () => {
    const made = act(house(), 'addRooflight', light());
    const pulled = act(made, 'moveWalls', { ids: ['wall-1'], by: { x: 0, y: -600 } });
    const [was, now] = [placeOf(made)!, placeOf(pulled)!];
    expect(now.ring.map(({ x }) => x)).toEqual(was.ring.map(({ x }) => x));
    now.ring.forEach(({ y }, i) => expect(y).toBeCloseTo(was.ring[i]!.y - 600, 2));
    const gable = act(made, 'setRoofEdge', { roof: 'roof-1', wall: 'wall-1', kind: 'gable' });
    expect(codes(gable)).toContain('rooflight.off');
    expect(query(gable).get(lightBodies, 'rooflight-1')?.parts ?? []).toEqual([]);
    const back = act(gable, 'setRoofEdge', { roof: 'roof-1', wall: 'wall-1', kind: 'eave' });
    expect(placeOf(back)!.ring).toEqual(was.ring);
  });

  it('follows walls that are split and joined, and sides that get other numbers', () => {
    const made = act(house(), 'addRooflight', light({ wall: 'wall-1' }));
    const split = act(made, 'splitWall', { id: 'wall-1', at: 3000 });
    expect(placeOf(split)!.ring).toEqual(placeOf(made)!.ring);
    const [other] = [...split.tables.wall.keys()].filter((id) => !made.tables.wall.has(id));
    const over = act(split, 'setRooflight', { id: 'rooflight-1', wall: other! });
    const joined = act(over, 'joinWalls', { ids: ['wall-1', other!] });
    expect(joined.tables.rooflight.get('rooflight-1')!.wall).toBe('wall-1');
    placeOf(joined)!.ring.forEach((p, i) => expect(p.x).toBeCloseTo(placeOf(over)!.ring[i]!.x, 2));
    // A lean-to over one wall and drawn lines.
    const sides = act(house({ walls: ['wall-2', 'wall-1', 'wall-4'] }), 'addRooflight', {
      ...light(),
      ...{ wall: undefined, side: 1 }
    });
    const again = act(sides, 'splitWall', { id: 'wall-2', at: 3000 });
    expect(placeOf(again)!.ring).toEqual(placeOf(sides)!.ring);
  });

  it('goes with its roof, and stays where it is when the wall under it is deleted and a line takes its place', () => {
    const made = act(house(), 'addRooflight', light());
    expect(act(made, 'deleteItems', { ids: ['roof-1'] }).tables.rooflight.size).toBe(0);
    const walls = ['wall-1', 'wall-2', 'wall-3', 'wall-4'];
    const own = act(house({ walls, form: 'gable' }), 'addRooflight', light());
    const left = act(own, 'deleteItems', { ids: ['wall-1'] });
    expect(left.tables.rooflight.get('rooflight-1')).toMatchObject({
      wall: null,
      side: expect.any(Number) as number
    });
    placeOf(left)!.ring.forEach((p, i) => expect(p.y).toBeCloseTo(placeOf(own)!.ring[i]!.y, 2));
  });
});
