/** A foot continued without a step, and a ridge under its limit: worked numbers, and what the solver makes of them. */
import { describe, expect, it } from 'vitest';
import { heightAt } from '../../geometry/plane';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { openEdges } from '../../geometry/mesh';
import { ringArea, ringHolds, ringsArea } from '../../geometry/ring';
import { act, built, call, refusal } from '../../testing/house';
import { newProject } from '../new-project';
import { inch } from '../../units/length';
import { pitchFor, plateFor } from './fit';
import { roofBodies } from './body';
import { linesOfRoofs } from './line-stages';
import { roofLengths } from './lines';
import { roofModels } from './stages';
import { volumeUnder } from './under';
import type { Project } from '../../document/kind';

const rectangle = {
  ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 11400, depth: 7800 },
  ...{ thickness: 200, height: 2700, settingOut: 'outer' }
};
const house = () => act(newProject('House'), 'drawRectangle', rectangle);
const modelOf = (project: Project, id: string) => new Model().at(project).get(roofModels, id)!;

describe('a foot continued', () => {
  it('worked: 109 1/8 in at 9:12, 96 in out at 4:12', () => {
    const foot = { ring: 0, edge: 0, run: 96 * inch, height: 109.125 * inch };
    expect(plateFor(foot, { pitch: Math.atan2(4, 12), seat: 0, thickness: 0 }) / inch).toBeCloseTo(77.125, 9);
    expect(12 * Math.tan(pitchFor(foot, { plateLevel: 84 * inch, seat: 0, thickness: 0 })!)).toBeCloseTo(
      3.14,
      2
    );
    const pitch = pitchFor(foot, { plateLevel: 84 * inch, seat: 0, thickness: 100 })!;
    expect(plateFor(foot, { pitch: pitch, seat: 0, thickness: 100 })).toBeCloseTo(84 * inch, 6);
    expect(pitchFor(foot, { plateLevel: 120 * inch, seat: 0, thickness: 0 })).toBeUndefined();
  });
  it('both tops are of one height at the eave of the upper, by plate and by pitch; refused where there is none', () => {
    let project = act(house(), 'addRoof', { storey: 'storey-1', pitch: 35, overhang: 450, thickness: 200 });
    const corners = [
      { x: 0, y: -2400 },
      { x: 11400, y: -2400 },
      { x: 11400, y: 0 },
      { x: 0, y: 0 }
    ];
    const lower = { storey: 'storey-1', corners, form: 'mono', pitch: 15, overhang: 300, thickness: 120 };
    project = act(project, 'addRoof', { id: 'lean', ...lower, plateLevel: 1500 });
    for (const by of ['plate', 'pitch']) {
      const fitted = act(project, 'fitRoof', { roof: 'lean', to: 'roof-1', by });
      const at = { x: 5000, y: -450 };
      const [own, upper] = ['lean', 'roof-1'].map((id) => {
        // The one that rises northwards.
        return heightAt(modelOf(fitted, id).planes.find(({ top }) => top.b > 0.1)!.top, at);
      });
      expect(own).toBeCloseTo(upper!, 2);
      // It ends there; past the hips of the upper its verges run on over that one's eaves.
      const within = { x: 5000, y: -300 };
      expect(modelOf(fitted, 'lean').planes.some(({ ring }) => ringHolds(ring, within))).toBe(false);
    }
    expect(refusal(project, 'fitRoof', { roof: 'roof-1', to: 'lean', by: 'plate' })).toMatch(/no eave below/);
    const high = act(project, 'setRoof', { id: 'lean', plateLevel: 4000 });
    expect(refusal(high, 'fitRoof', { roof: 'lean', to: 'roof-1', by: 'pitch' })).toMatch(/starts too high/);
  });
});

describe('a ridge over its limit', () => {
  it('worked: half a span of 3 900 under 2 500: 32.661 degrees, with 200 of thickness 30.186; each offer keeps it', () => {
    for (const [thickness, steepest] of [
      [1, 32.66],
      [200, 30.186]
    ] as const) {
      let project = act(house(), 'addRoof', {
        storey: 'storey-1',
        pitch: 40,
        overhang: 0,
        thickness,
        plateLevel: 2700
      });
      project = act(project, 'setProject', { ground: 0, heightLimit: 5200 });
      const found = reviewProject(new Model().at(project)).find(({ code }) => code === 'limit.height')!;
      const ways = [found.repair!, ...found.others!];
      expect(ways.map(({ label }) => label.replace(/\s/g, ' '))).toEqual([
        `${Math.floor(steepest)}°`,
        expect.stringMatching(/^Steepest: \d+\.\d+°$/),
        expect.stringMatching(/^Plate at \d \d{3} mm$/),
        'Cut off at 5 200 mm'
      ]);
      const pitch = (ways[1]!.call.args as { pitch: number }).pitch;
      expect(Math.abs(pitch - steepest)).toBeLessThan(0.03);
      const ridges = ways.map(({ call }) => modelOf(act(project, call.name, call.args), 'roof-1').ridge);
      for (const ridge of ridges) expect(ridge).toBeLessThanOrEqual(2500 + 2700 + 0.002);
      expect(ridges[1]).toBeCloseTo(5200, 2);
      expect(ridges[2]).toBeGreaterThan(5198.9);
    }
  });
});

describe('a ridge that is cut off', () => {
  /** 12 by 8 m at 45 degrees, no thickness to speak of: tops are plate + run. */
  const roofed = (roof: object) =>
    built(
      call('drawRectangle', {
        ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 12_000, depth: 8000, settingOut: 'outer' }
      }),
      call('addRoof', {
        ...{ storey: 'storey-1', pitch: 45, overhang: 0, plateLevel: 2700, thickness: 0.01, ...roof }
      })
    );
  const modelOf = (project: Project) => new Model().at(project).get(roofModels, 'roof-1')!;

  it('is level at its height, over what was over it; by numbers worked by hand', () => {
    const cut = modelOf(act(roofed({}), 'setRoof', { id: 'roof-1', cutOff: 5700 }));
    expect(cut.ridge).toBeCloseTo(5700, 6);
    expect([cut.lidArea, cut.unsolved]).toEqual([0, []]);
    // 3 000 in from every side: 6 000 by 2 000 are left.
    const flat = cut.planes.find(({ name }) => name.startsWith('flat'))!;
    expect(ringArea(flat.ring) / 1e6).toBeCloseTo(12, 2);
    expect(cut.planes).toHaveLength(5);
    expect(ringsArea(cut.planes.map(({ ring }) => ring)) / 1e6).toBeCloseTo(96, 2);
    const lengths = roofLengths(
      new Model().at(act(roofed({}), 'setRoof', { id: 'roof-1', cutOff: 5700 })).get(linesOfRoofs, 'roof-1')
    );
    expect(lengths.ridge).toBe(0);
    expect(lengths.break).toBeCloseTo(16_000, -1);
    // Over the ridge nothing is cut.
    expect(modelOf(act(roofed({}), 'setRoof', { id: 'roof-1', cutOff: 6800 })).planes).toHaveLength(4);
    // Of a gable the flat goes from wall to wall.
    const gable = modelOf(act(roofed({ form: 'gable' }), 'setRoof', { id: 'roof-1', cutOff: 5700 }));
    expect(ringArea(gable.planes.find(({ name }) => name.startsWith('flat'))!.ring) / 1e6).toBeCloseTo(24, 2);
  });

  it('is refused at its eaves, also by a plate that is raised over it; and is offered where a limit is passed', () => {
    const cut = act(roofed({}), 'setRoof', { id: 'roof-1', cutOff: 5700 });
    expect(refusal(cut, 'setRoof', { id: 'roof-1', cutOff: 2600 })).toMatch(
      /cannot be cut off at 2.600.*2.700/
    );
    expect(refusal(cut, 'setRoof', { id: 'roof-1', plateLevel: 5800 })).toMatch(/cannot be cut off at 5.700/);
    expect(act(cut, 'setRoof', { id: 'roof-1', cutOff: null }).tables.roof.get('roof-1')!.cutOff).toBeNull();
    const limited = act(roofed({}), 'setProject', { ground: 0, heightLimit: 6000 });
    const others = reviewProject(new Model().at(limited)).flatMap((found) => found.others ?? []);
    const off = others.find(({ label }) => label.startsWith('Cut off'))!;
    expect(off.label.replace(/\s/g, ' ')).toBe('Cut off at 6 000 mm');
    const kept = act(limited, off.call.name, off.call.args);
    expect(modelOf(kept).ridge).toBeCloseTo(6000, 3);
    expect(
      new Model()
        .at(kept)
        .get(roofBodies, 'roof-1')!
        .parts.map(({ mesh }) => openEdges(mesh))
    ).toEqual([0]);
  });
});

describe('a seat further in', () => {
  const roofed = (roof: object) =>
    act(act(newProject('House'), 'drawRectangle', rectangle), 'addRoof', {
      ...{ storey: 'storey-1', pitch: 45, overhang: 400, plateLevel: 2700, thickness: 200, ...roof }
    });

  it('the underside is at the plate over the line of the seat; by roof and by edge, also in second slopes and feet', () => {
    const under = (project: Project, x: number, y: number) => {
      const planes = modelOf(project, 'roof-1').planes;
      return heightAt(planes.find(({ ring }) => ringHolds(ring, { x, y }))!.underside, { x, y });
    };
    expect(under(roofed({}), 5000, 150)).toBeCloseTo(2850, 6);
    const seated = roofed({ seat: 150 });
    expect(under(seated, 5000, 150)).toBeCloseTo(2700, 6);
    // The whole of it lies lower, and its eave further down.
    expect(modelOf(roofed({}), 'roof-1').ridge - modelOf(seated, 'roof-1').ridge).toBeCloseTo(150, 3);
    const one = act(roofed({}), 'setRoofEdge', { roof: 'roof-1', wall: 'wall-1', seat: 100 });
    expect([under(one, 5000, 150), under(one, 5000, 7650)].map(Math.round)).toEqual([2750, 2850]);
    const bent = act(seated, 'setRoofEdge', {
      ...{ roof: 'roof-1', wall: 'wall-1', second: { above: 1000, pitch: 20 } }
    });
    expect(under(bent, 5000, 900)).toBeCloseTo(3450, 3);
    expect(under(bent, 5000, 2150)).toBeCloseTo(3700 + 1000 * Math.tan((20 * Math.PI) / 180), 3);
    const foot = { ring: 0, edge: 0, run: 2000, height: 3000 };
    const plate = plateFor(foot, { pitch: 0.3, seat: 140, thickness: 120 });
    expect(pitchFor(foot, { plateLevel: plate, seat: 140, thickness: 120 })).toBeCloseTo(0.3, 9);
    expect(refusal(seated, 'setRoof', { id: 'roof-1', seat: -5 })).toMatch(/seat.*-5/);
  });

  it('the room under it, by formula: over a bearing of 11 400 by 7 800 at 45 degrees', () => {
    // A wedge over the middle and a pyramid of its ends.
    const half = 3900;
    const wedge = ((11_400 - 7800) * 7800 * half) / 2 + (7800 * 7800 * half) / 3;
    expect(volumeUnder(modelOf(roofed({ thickness: 0.01 }), 'roof-1')) / wedge).toBeCloseTo(1, 5);
  });

  it('all edges of a kind at once; refused where there is none', () => {
    const all = act(roofed({ form: 'gable' }), 'setRoofEdge', { roof: 'roof-1', all: 'eave', overhang: 650 });
    const made = modelOf(all, 'roof-1').edges.flat();
    expect(made.map(({ kind, overhang }) => `${kind} ${overhang}`).sort()).toEqual(
      ['eave 650', 'eave 650', 'gable 400', 'gable 400'].sort()
    );
    const none = { roof: 'roof-1', all: 'abutment', overhang: 0 };
    expect(refusal(all, 'setRoofEdge', none)).toMatch(/No edge of roof 1 is an abutment/i);
  });

  it('an overhang that a notch has no room for is told, with what is made, and taken over in one action', () => {
    const points = [
      [0, 0],
      [9000, 0],
      [9000, 6000],
      [5200, 6000],
      [5200, 3000],
      [4000, 3000],
      [4000, 6000],
      [0, 6000]
    ].map(([x, y]) => ({ x: x!, y: y! }));
    const notched = act(
      act(newProject('House'), 'drawRun', {
        ...{ storey: 'storey-1', points, close: true, thickness: 200, settingOut: 'outer', outside: 'right' }
      }),
      'addRoof',
      { storey: 'storey-1', pitch: 30, overhang: 700 }
    );
    const tell = (project: Project) =>
      reviewProject(new Model().at(project)).find(({ code }) => code === 'roof.overhang');
    const { message, repair } = tell(notched)!;
    expect(message.replace(/\s/g, ' ')).toMatch(/overhangs by 59\d mm and not by 700 mm/);
    expect(tell(act(notched, repair!.call.name, repair!.call.args))).toBeUndefined();
  });
});
