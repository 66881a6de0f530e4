import { describe, expect, it } from 'vitest';
import { BuildUpBench } from './kinds/build-up/bench';
import { describeSelection } from './details/describe';
import { sentenceOfSelection } from './selection-sentence';
import { besideBlank, isBlank } from './sentence';
import { choose, readSentence, rectangle, startSession } from './testing/session';
import { JointTool } from './kinds/joint/tool';

const px = 10;
const house = [
  {
    name: 'drawRectangle',
    args: {
      storey: 'storey-1',
      corner: { x: 0, y: 0 },
      width: 6000,
      depth: 4000,
      buildUp: 'stone-cavity',
      settingOut: 'outer'
    }
  },
  {
    name: 'drawWall',
    args: {
      id: 'p',
      storey: 'storey-1',
      a: { x: 3000, y: 0 },
      b: { x: 3000, y: 4000 },
      buildUp: 'partition',
      settingOut: 'centre',
      role: 'partition'
    }
  }
];
const jointTool = (session: ReturnType<typeof startSession>) => session.take('joint') as JointTool;
const joints = ({ editor }: ReturnType<typeof startSession>) => [...editor.project.tables.joint.values()];

describe('cutting joints', () => {
  it('a corner is pointed at; its ways are mitre, either through, either square', () => {
    const session = startSession(house);
    const tool = jointTool(session);
    expect(readSentence(tool.sentence())).toBe('Cut the joint of [the walls you point at].');
    tool.click({ x: 5950, y: 40 }, px);
    expect(tool.options.options.map(({ cut, through }) => [cut, through])).toEqual([
      ['mitre', null],
      ['through', 'wall-1'],
      ['through', 'wall-2'],
      ['square', 'wall-1'],
      ['square', 'wall-2']
    ]);
    choose(tool, 'cut', 'Wall 2 runs through');
    expect(joints(session)).toMatchObject([{ cut: 'through', through: 'wall-2' }]);
    expect(readSentence(tool.sentence())).toContain('[Wall 2 runs through]');
    choose(tool, 'cut', 'mitred, as usual');
    expect(joints(session)).toEqual([]);
  });
  it('at all alike; every picture shows the very joint', () => {
    const session = startSession(house);
    const tool = jointTool(session);
    tool.click({ x: 6000, y: 0 }, px);
    for (const { marks, box } of tool.options.options) {
      expect(marks.length).toBeGreaterThan(5);
      expect(box.minX).toBeGreaterThan(5000);
    }
    choose(tool, 'alike', 'at all joints alike');
    tool.choose(1);
    expect(joints(session)).toHaveLength(4);
  });
  it('a tee goes to the structure or to the face', () => {
    const session = startSession(house);
    const tool = jointTool(session);
    tool.click({ x: 3000, y: 0 }, px);
    expect(tool.options.options.map(({ label }) => label)).toEqual([
      'to the structure, as usual',
      'to the face'
    ]);
    tool.choose(1);
    expect(joints(session)).toMatchObject([{ cut: 'square' }]);
  });
  it('one ply is pulled through, or stopped, and Esc lets go', () => {
    const session = startSession(house);
    const tool = jointTool(session);
    tool.click({ x: 6000, y: 0 }, px);
    // The block of the south wall lies 270 to 410 in from its outer face.
    tool.press({ x: 5200, y: 340 });
    tool.move({ x: 5600, y: 340 }, px);
    expect(session.editor.isTrial).toBe(true);
    expect(tool.overlay().snap?.name).toBe('this ply runs through');
    expect(tool.back()).toBe(true);
    expect(session.editor.isTrial).toBe(false);
    tool.press({ x: 5200, y: 340 });
    tool.move({ x: 4800, y: 340 }, px);
    tool.click({ x: 4800, y: 340 }, px);
    expect(joints(session)[0]!.plies).toEqual([{ wall: 'wall-1', ply: 3, runs: false }]);
    expect(readSentence(tool.sentence())).toContain('[ply by ply]');
    expect([tool.back(), tool.back()]).toEqual([true, false]);
  });
  it('says what is missing', () => {
    const session = startSession();
    expect(readSentence(jointTool(session).sentence())).toContain('No walls meet');
    const other = startSession(house);
    jointTool(other).accept();
    expect(other.editor.message?.text).toContain('No joint is chosen');
  });
});

describe('the bench of build-ups', () => {
  const open = () => {
    const session = startSession(house);
    return { ...session, bench: new BuildUpBench(session.editor) };
  };
  it('lists them with thickness and how many walls have them', () => {
    const { bench } = open();
    expect(bench.rows.find(({ id }) => id === 'stone-cavity')).toMatchObject({
      thickness: '425\u00a0mm',
      used: 4
    });
    expect(bench.tableOf('nothing')).toBeUndefined();
    expect(bench.tableOf('stone-cavity')).toMatchObject({ uValue: '0.25', mass: '445' });
  });
  it('thickness in any unit, order, material, duty, a ply more and less', () => {
    const { bench, editor } = open();
    const plies = () =>
      editor.project.tables.buildUp
        .get('partition')!
        .plies.map(({ material, thickness, duty }) => `${material} ${thickness} ${duty}`);
    expect(bench.setThickness('partition', 1, '3 1/2"')).toBeUndefined();
    expect(plies()[1]).toBe('studs 88.9 structure');
    expect(bench.setPly('partition', 0, { material: 'board' })).toBeUndefined();
    expect(bench.movePly('partition', 0, 2)).toBeUndefined();
    expect(plies()).toEqual(['studs 88.9 structure', 'plaster 15 finish', 'board 15 finish']);
    expect(bench.addPly('partition')).toBeUndefined();
    expect(bench.removePly('partition', 1)).toBeUndefined();
    expect(plies()).toHaveLength(3);
    expect(bench.setThickness('partition', 0, 'thick')).toContain('is not a length');
    expect(bench.setThickness('partition', 0, '0')).toContain('more than zero');
  });
  it('copies, renames, rates, deletes what is not used, and is given to the walls selected', () => {
    const { bench, editor } = open();
    const copy = bench.copy('partition')!;
    expect(bench.rename(copy, 'Thin')).toBeUndefined();
    expect(bench.rate(copy, { soundRating: '43 dB' })).toBeUndefined();
    expect(bench.give(copy)).toContain('Select walls');
    editor.select(['p']);
    expect(bench.give(copy)).toBeUndefined();
    expect(editor.project.tables.wall.get('p')!.buildUp).toBe(copy);
    expect(bench.remove(copy)).toContain('is used by');
    expect(bench.remove('partition')).toBeUndefined();
    const made = bench.addMaterial()!;
    expect(bench.setMaterial(made, { name: 'Clay board', conductivity: 0.2 })).toBeUndefined();
    expect(bench.materials.at(-1)).toMatchObject({ name: 'Clay board', conductivity: 0.2 });
  });
});

describe('cards of the project and its storeys', () => {
  const open = (id: string) => {
    const session = startSession([rectangle()]);
    session.editor.select([id]);
    const card = () => describeSelection(session.editor)!;
    const set = (name: string, text: string) =>
      card()
        .groups.flatMap(({ fields }) => fields)
        .find((one) => one.name === name)!.set!(text);
    const value = (name: string) =>
      card()
        .groups.flatMap(({ fields }) => fields)
        .find((one) => one.name === name)!;
    return { ...session, card, set, value };
  };
  it('units, fineness and a second unit change at any time', () => {
    const { set, value, editor } = open('project');
    expect(set('units', 'ft')).toBeUndefined();
    expect(set('fineness', '8')).toBeUndefined();
    expect(set('secondUnits', 'mm')).toBeUndefined();
    expect(editor.settings).toMatchObject({
      units: { system: 'ft', fineness: 8 },
      secondUnits: { system: 'mm' }
    });
    editor.select(['wall-1']);
    expect(value('length')).toMatchObject({ value: `19'-8 1/4"`, also: '6\u00a0000\u00a0mm' });
    const length = sentenceOfSelection(editor)!.sentence().filter(isBlank)[0]!;
    expect(besideBlank(length, editor.settings)).toBe('6\u00a0000\u00a0mm');
    expect(besideBlank({ ...length, typed: true }, { ...editor.settings, secondUnits: null })).toBe(
      'exactly 6\u00a0000\u00a0mm'
    );
    expect(besideBlank({ name: 'a', label: 'a', kind: 'text', value: '' }, editor.settings)).toBeUndefined();
    editor.select(['project']);
    expect(set('secondUnits', 'none')).toBeUndefined();
  });
  it('ground is said below zero; limits are set and taken away', () => {
    const { set, value, editor } = open('project');
    expect(set('ground', '360 below')).toBeUndefined();
    expect(value('ground').value).toBe('360 below zero');
    expect(set('heightLimit', '8.2 m')).toBeUndefined();
    expect(set('areaLimit', '120 m²')).toBeUndefined();
    expect(editor.settings).toMatchObject({ ground: -360, heightLimit: 8200, areaLimit: 120e6 });
    expect(set('areaLimit', '1000 sq ft')).toBeUndefined();
    expect(editor.settings.areaLimit).toBeCloseTo(1000 * 304.8 ** 2, 3);
    expect(set('areaLimit', 'big')).toContain('Expected an area');
    expect(set('heightLimit', 'none')).toBeUndefined();
    expect(editor.settings.heightLimit).toBeNull();
  });
  it('a storey offers what can be done with it, and which storey lies under the plan', () => {
    const { card, set, editor } = open('storey-1');
    expect(card().actions!.map(({ label }) => label)).toEqual([
      'Add above',
      'Add below',
      'Copy outer walls up',
      'Copy outer walls down'
    ]);
    card().actions![2]!.run();
    expect(editor.project.tables.storey.size).toBe(2);
    expect(editor.storey).not.toBe('storey-1');
    editor.select([editor.storey]);
    expect(card().actions!.map(({ label }) => label)).toContain('Move down');
    expect(set('ghost', 'none')).toBeUndefined();
    expect(editor.ghost).toBe('none');
  });
  it('a wall ends at a datum, so much above it', () => {
    const { set, value, editor } = open('wall-1');
    expect(set('top', 'datum storey-1')).toContain('high');
    editor.perform({ name: 'addStorey', args: { id: 'up', height: 2400 } });
    editor.select(['wall-1']);
    expect(set('top', 'datum up')).toBeUndefined();
    expect(set('topOffset', '100 below')).toBeUndefined();
    expect(value('topOffset').value).toBe('100 below that datum');
    expect(set('base', '300 below')).toBeUndefined();
    expect(editor.project.tables.wall.get('wall-1')).toMatchObject({
      base: -300,
      top: { kind: 'datum', storey: 'up', offset: -100 }
    });
    expect(set('settingOut', 'offset')).toBeUndefined();
    expect(set('settingOutOffset', '60')).toBeUndefined();
    expect(set('returnEnds', 'yes')).toBeUndefined();
  });
});
