/** The ground of a project: levels, pads, findings, its body and its plan. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { planDrawing } from '../../drawing/plan-drawing';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { groundBody } from './body';
import { groundSummary } from './schedule';

const query = (project: Project) => new Model().at(project);
const found = (project: Project) =>
  reviewProject(query(project)).filter(({ code }) => code.startsWith('ground'));
const house = built(
  call('setProject', { ground: -360 }),
  call('drawRectangle', {
    ...{
      storey: 'storey-1',
      corner: { x: 0, y: 0 },
      width: 11_400,
      depth: 7800,
      thickness: 300,
      height: 2600
    }
  }),
  call('addSlab', { storey: 'storey-1', face: 'outer', thickness: 150 }),
  call('addSlab', {
    ...{ storey: 'storey-1', thickness: 120, offset: -620 },
    points: [
      { x: 500, y: -3300 },
      { x: 5900, y: -3300 },
      { x: 5900, y: 0 },
      { x: 500, y: 0 }
    ]
  })
);
const level = (project: Project, x: number, y: number, z: number) =>
  act(project, 'addGround', { at: { x, y }, z });
/** Falls to the south: 360 under the floor at y 12 000, 840 at y -12 000. */
const falling = [
  [-9000, 12_000, -360],
  [20_000, 12_000, -360],
  [-9000, -12_000, -840],
  [20_000, -12_000, -840]
].reduce((project, [x, y, z]) => level(project, x!, y!, z!), house);

describe('the ground of a project', () => {
  it('is flat and no body where nothing is told', () => {
    expect(query(house).get(groundBody, 'project')).toBeUndefined();
    expect(groundSummary(query(house))).toMatchObject({ cut: 0, fill: 0, lowest: -360, highest: -360 });
  });

  it('flat as it is told for the project it stands over a patio, and over the floor of no cellar', () => {
    const [one, ...more] = found(house);
    expect(more).toEqual([]);
    expect(one).toMatchObject({ code: 'ground.over-slab', subjects: ['slab-2'] });
    expect(one!.numbers.most).toBeCloseTo(260, 6);
    expect(found(act(house, one!.repair!.call.name, one!.repair!.call.args))).toEqual([]);
    // A floor that is a little too low is told, one that is meant to be deep is not.
    const at = (ground: number) =>
      found(act(house, 'setProject', { ground })).map(({ subjects }) => subjects[0]);
    expect(at(-700)).toEqual([]);
    expect(at(60)).toEqual(['slab-1', 'slab-2']);
    expect(at(1600)).toEqual(['slab-2']);
  });

  it('a bank that does not meet the ground before the plot ends is told, with what it has to go', () => {
    const padded = act(falling, 'setSlab', { id: 'slab-1', pad: { drop: 0, run: 2 } });
    expect(found(padded).map(({ code }) => code)).not.toContain('ground.over-plot');
    const plot = { x: -400, y: -20_000 };
    const narrow = act(padded, 'addGround', {
      points: [plot, { x: 30_000, y: -20_000 }, { x: 30_000, y: 20_000 }, { x: -400, y: 20_000 }]
    });
    const told = found(narrow).find(({ code }) => code === 'ground.over-plot')!;
    expect(told.subjects).toEqual(['slab-1']);
    // 400 out from the slab a bank of 1 in 2 has fallen or risen by 200.
    expect(told.numbers.x).toBeCloseTo(-400, 3);
    expect(told.numbers.size).toBeGreaterThan(100);
  });

  it('pokes through a patio by 20 mm over 9.26 m2, and is put right by bringing it there', () => {
    const patio = act(falling, 'setFalls', { id: 'slab-2', edge: 2, slope: 1 / 120 });
    const [one, ...more] = found(patio);
    expect(more).toEqual([]);
    expect(one).toMatchObject({ code: 'ground.over-slab', subjects: ['slab-2'] });
    expect(one!.numbers.most).toBeCloseTo(20, 6);
    expect(one!.numbers.y).toBeCloseTo(0, 6);
    expect(one!.message).toContain('9.26');
    const mended = act(patio, one!.repair!.call.name, one!.repair!.call.args);
    expect(found(mended)).toEqual([]);
    const { cut, banks } = groundSummary(query(mended));
    expect(cut).toBeGreaterThan(0);
    expect(banks).toBeGreaterThan(0);
    expect(found(act(mended, 'setSlab', { id: 'slab-2', pad: null }))).toHaveLength(1);
  });

  it('over the foot of a door is found with its depth', () => {
    const high = level(level(house, 0, -200, 150), 11_400, -200, 150);
    const doored = act(high, 'addOpening', {
      ...{ wall: 'wall-1', filling: 'door', distance: 3000, width: 1000, height: 2100 }
    });
    const sill = found(doored).find(({ code }) => code === 'ground.over-sill');
    expect(sill?.numbers.most).toBeCloseTo(150, 6);
  });

  it('cannot be brought where another slab holds it up: that is offered once, and not again', () => {
    const floor = act(house, 'setSlab', { id: 'slab-1', pad: { drop: 150 } });
    const points = [
      { x: 2000, y: 2000 },
      { x: 5000, y: 2000 },
      { x: 5000, y: 5000 },
      { x: 2000, y: 5000 }
    ];
    const pit = act(floor, 'addSlab', { storey: 'storey-1', thickness: 120, offset: -700, points });
    const one = found(pit).find(({ subjects }) => subjects[0] === 'slab-3')!;
    const brought = act(pit, one.repair!.call.name, one.repair!.call.args);
    const still = found(brought).find(({ subjects }) => subjects[0] === 'slab-3')!;
    expect(still.numbers.most).toBeCloseTo(one.numbers.most!, 6);
    expect(still.repair).toBeUndefined();
  });

  it('has a closed body, with pads and without', () => {
    const padded = act(falling, 'setSlab', { id: 'slab-1', pad: { drop: 150 } });
    for (const project of [falling, padded]) {
      const { mesh } = query(project).get(groundBody, 'project')!.parts[0]!;
      expect(openEdges(mesh)).toBe(0);
      expect(meshVolume(mesh)).toBeGreaterThan(0);
    }
  });

  it('is drawn on the lowest storey only, with its contours where floors are worked on', () => {
    const storeys = act(falling, 'addStorey', {});
    const marks = (storey: string, at: 'floors' | 'walls' = 'floors') =>
      planDrawing(query(storeys), storey, { paper: 100, at })
        .over.flat()
        .filter(({ group }) => group === 'ground');
    const texts = marks('storey-1').flatMap((mark) => (mark.kind === 'text' ? [mark] : []));
    // Of four levels told, and of the contours between them.
    expect(texts.filter(({ subject }) => subject !== 'project')).toHaveLength(4);
    expect(texts.filter(({ subject }) => subject === 'project').map(({ text }) => text)).toEqual([
      '-750',
      '-500'
    ]);
    expect(marks('storey-1').some(({ subject }) => subject === 'project')).toBe(true);
    expect(marks('storey-2')).toEqual([]);
    // Elsewhere they would cross the house.
    expect(marks('storey-1', 'walls').some(({ subject }) => subject === 'project')).toBe(false);
  });

  it('refuses a second level of one place, a second plot, and what tells nothing', () => {
    expect(refusal(falling, 'addGround', { at: { x: -9000, y: 12_000 }, z: 0 })).toContain('already');
    const square = [
      { x: -20_000, y: -20_000 },
      { x: 30_000, y: -20_000 },
      { x: 30_000, y: 30_000 },
      { x: -20_000, y: 30_000 }
    ];
    const plotted = act(falling, 'addGround', { points: square });
    expect(refusal(plotted, 'addGround', { points: square })).toContain('drawn already');
    expect(refusal(falling, 'addGround', {})).toContain('Nothing');
    expect(groundSummary(query(plotted)).assumed).toHaveLength(4);
    expect(refusal(house, 'setSlab', { id: 'slab-1', pad: { run: 0 } })).toContain('0.1');
  });
});
