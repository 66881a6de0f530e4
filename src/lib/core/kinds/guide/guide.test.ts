import { describe, expect, it } from 'vitest';
import { guideLines, stretchOf } from './lines';
import { layerThat, layersOf } from '../layer/layers';
import { settingsOf } from '../../document/project';
import type { Project } from '../../document/kind';
import { act, refusal, twoRooms } from '../../testing/house';
import { parseLength } from '../../units/length';

const lines = (project: Project, id = 'guide-1') =>
  guideLines(project, project.tables.guide.get(id)!).map(({ point, direction }) =>
    [point.x, point.y, direction.x, direction.y].map((v) => Math.round(v * 1000) / 1000 + 0)
  );

describe('guides', () => {
  const house = twoRooms();
  it('lie at a distance from a face, away from its wall, and follow it', () => {
    let project = act(house, 'addGuide', { storey: 'storey-1', wall: 'south', side: 'left', distance: 1200 });
    expect(lines(project)).toEqual([[0, 1625, 1, 0]]);
    project = act(project, 'moveWalls', { ids: ['south'], by: { x: 0, y: -300 } });
    expect(lines(project)).toEqual([[0, 1325, 1, 0]]);
    project = act(project, 'setGuide', { id: 'guide-1', side: 'right', distance: 500, name: 'Path' });
    expect(lines(project)).toEqual([[0, -800, 1, 0]]);
    project = act(project, 'deleteItems', { ids: ['south'] });
    expect(project.tables.guide.get('guide-1')).toMatchObject({ name: 'Path', line: { kind: 'points' } });
    expect(lines(project)).toEqual([[0, -800, 1, 0]]);
    expect(lines(act(project, 'setOrigin', { at: { x: 0, y: 200 } }))).toEqual([[0, -1000, 1, 0]]);
  });
  it('go through points, and divide the room between two faces', () => {
    let project = act(house, 'addGuide', {
      storey: 'storey-1',
      a: { x: 1000, y: 0 },
      b: { x: 1000, y: 5000 }
    });
    expect(lines(project)).toEqual([[1000, 0, 0, 1]]);
    expect(stretchOf({ point: { x: 1000, y: 0 }, direction: { x: 0, y: 1 } }, { x: 5, y: 40 }, 10)).toEqual([
      { x: 1000, y: 30 },
      { x: 1000, y: 50 }
    ]);
    const ends = { from: { wall: 'west', side: 'left' }, to: { wall: 'p', side: 'left' } };
    project = act(project, 'addGuide', { storey: 'storey-1', ...ends, parts: 3 });
    expect(lines(project, 'guide-2').map(([x]) => x)).toEqual(
      [425 + 3515 / 3, 425 + (2 * 3515) / 3].map((x) => Math.round(x * 1000) / 1000)
    );
    project = act(project, 'setGuide', { id: 'guide-2', parts: 2 });
    expect(lines(project, 'guide-2').map(([x]) => x)).toEqual([425 + 3515 / 2]);
    expect(act(project, 'deleteItems', { ids: ['p'] }).tables.guide.size).toBe(1);
    const ask = (args: object) => refusal(project, 'addGuide', { storey: 'storey-1', ...args });
    expect(ask({})).toMatch(/guide.nothing/);
    expect(ask({ a: { x: 0, y: 0 }, b: { x: 1, y: 0 } })).toMatch(/1\s*mm apart; at least 10/);
    expect(ask({ from: ends.from, to: { wall: 'south', side: 'left' } })).toMatch(/not parallel/);
  });
});

describe('the planning grid', () => {
  it('gives lengths their module, keeps what is not said, and goes again', () => {
    let project = act(twoRooms(), 'setGrid', { module: 450, angle: 30 });
    project = act(project, 'setGrid', { origin: { x: 100, y: 50 }, shown: false });
    expect(settingsOf(project).grid).toEqual({
      module: 450,
      origin: { x: 100, y: 50 },
      angle: expect.closeTo(Math.PI / 6),
      shown: false
    });
    expect(refusal(project, 'setGrid', { module: -3 })).toMatch(/module of the planning grid/);
    project = act(project, 'setGrid', { module: null });
    expect(settingsOf(project).grid).toBeNull();
    expect(refusal(project, 'setGrid', { shown: true })).toMatch(/no planning grid yet/);
  });
  it.each([
    ['3 mod', 1350],
    ['2.5mod + 10', 1135],
    ['1/2 mod', 225]
  ])('%s', (text, mm) =>
    expect(parseLength(text, { system: 'mm', fineness: 1, module: 450 })).toEqual({ ok: true, value: mm })
  );
  it('without one, modules are not understood', () =>
    expect(parseLength('3 mod', { system: 'mm', fineness: 1 })).toMatchObject({ ok: false, at: 2 }));
});

describe('layers', () => {
  it('are there for every kind; what is on a locked one is not changed, hidden or named ones hold what they should', () => {
    let project = twoRooms();
    expect(layersOf(project)).toHaveLength(19);
    project = act(project, 'setLayer', { what: 'exterior', locked: true });
    expect(refusal(project, 'moveWalls', { ids: ['p'], by: { x: 100, y: 0 } })).toBe('');
    expect(refusal(project, 'moveWalls', { ids: ['south'], by: { x: 0, y: 100 } })).toMatch(
      /the layer Outer walls is locked/
    );
    expect(refusal(project, 'deleteItems', { ids: ['north'] })).toMatch(/locked/);
    project = act(project, 'setLayer', { what: 'exterior', locked: false });
    project = act(project, 'setLayer', { name: 'Bathroom', put: ['p', 'q'], shown: false });
    const hidden = (id: string) =>
      layerThat(project, 'hidden', project.tables.wall.get(id) ?? project.tables.opening.get(id)!)?.name;
    expect([hidden('p'), hidden('door'), hidden('r')]).toEqual(['Bathroom', 'Bathroom', undefined]);
    project = act(project, 'setLayer', { id: 'layer-1', take: ['q'], put: ['r'] });
    project = act(project, 'deleteItems', { ids: ['p'] });
    expect(project.tables.layer.get('layer-1')!.holds).toEqual({ by: 'items', items: ['r'] });
    expect(refusal(project, 'setLayer', { what: 'roof', put: ['r'] })).toMatch(
      /holds all things of its kind/
    );
    expect(refusal(project, 'setLayer', { what: 'stairs', shown: false })).toMatch(
      /^layer.unknown: There is no layer of "stairs"; there are exterior, partition,/
    );
    expect(refusal(project, 'setLayer', { name: 'Odd', put: ['gone'] })).toMatch(/no thing "gone"/);
  });
});

describe('presets and certainty', () => {
  it('a preset keeps what walls are to be; its build-up cannot go', () => {
    let project = act(twoRooms(), 'savePreset', {
      name: 'Inner',
      thickness: 90,
      settingOut: 'centre',
      role: 'partition',
      height: 2400
    });
    project = act(project, 'savePreset', { id: 'preset-1', name: 'Inner wall', height: null });
    const preset = project.tables.preset.get('preset-1')!;
    expect(preset).toMatchObject({
      name: 'Inner wall',
      settingOut: 'centre',
      height: null,
      role: 'partition'
    });
    expect(refusal(project, 'savePreset', { name: 'Inner wall' })).toMatch(/already a preset "Inner wall"/);
    expect(refusal(project, 'deleteItems', { ids: [preset.buildUp] })).toMatch(
      /is used by preset "Inner wall"/i
    );
    expect(act(project, 'deleteItems', { ids: ['preset-1', preset.buildUp] }).tables.preset.size).toBe(0);
  });
  it('walls and openings carry how sure they are', () => {
    let project = act(twoRooms(), 'setWalls', { ids: ['p'], certainty: 'assumed' });
    project = act(project, 'setOpening', { id: 'door', certainty: 'unknown' });
    expect([project.tables.wall.get('p')!.certainty, project.tables.opening.get('door')!.certainty]).toEqual([
      'assumed',
      'unknown'
    ]);
  });
});
