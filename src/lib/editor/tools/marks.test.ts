import { describe, expect, it } from 'vitest';
import { Drag, hitAt, idsInBox, thingsOn } from '../pointing';
import { describeSelection } from '../details/describe';
import { placedOf, sizeAt } from '../sizes';
import { placeOfSize } from '../../core/display/dimension';
import { choose, readSentence, rectangle, startSession } from '../testing/session';

const px = 10;
const partition = {
  name: 'drawWall',
  args: {
    ...{ id: 'p', storey: 'storey-1', a: { x: 2000, y: 0 }, b: { x: 2000, y: 4000 } },
    ...{ thickness: 100, settingOut: 'centre', role: 'partition' }
  }
};
const door = {
  name: 'addOpening',
  args: { id: 'door', wall: 'p', filling: 'door', distance: 1000, width: 900 }
};
const start = () => startSession([rectangle(), partition, door]);
const only = <T>(table: ReadonlyMap<string, T>): T => [...table.values()][0]!;
const fieldsOf = (session: ReturnType<typeof start>) =>
  describeSelection(session.editor)!.groups.flatMap(({ fields }) => fields);

describe('the guide tool', () => {
  it('off a face: point at it, pull, or type the distance', () => {
    const session = start();
    const tool = session.take('guide');
    expect(readSentence(tool.sentence())).toBe(
      'Lay a guide [off a face] : [1 000] off the [what you point at].'
    );
    tool.click!({ x: 3000, y: 205 }, px);
    tool.move!({ x: 3000, y: 1500 }, px);
    expect(readSentence(tool.sentence())).toMatch(/\[1 300\] off the \[inner face of Wall 1\]/);
    tool.fill('distance', '1200');
    tool.accept();
    expect(only(session.editor.project.tables.guide).line).toEqual({
      kind: 'face',
      wall: 'wall-1',
      side: 'left',
      distance: 1200
    });
    expect(tool.fill('distance', 'wide')).toContain('not a length');
  });
  it('through two points, by snaps; and in equal parts between two faces', () => {
    const session = start();
    const tool = session.take('guide');
    choose(tool, 'way', 'through two points');
    tool.accept();
    expect(session.editor.message!.text).toBe('The guide has no place yet.');
    tool.click!({ x: 20, y: 10 }, px);
    tool.move!({ x: 5990, y: 4010 }, px);
    expect(tool.overlay!().snap!.name).toMatch(/^joint/);
    tool.click!({ x: 5990, y: 4010 }, px);
    choose(tool, 'way', 'in equal parts');
    expect(tool.fill('parts', '1')).toMatch(/2 or more/);
    tool.fill('parts', '4');
    choose(tool, 'from', 'inner face of Wall 4');
    tool.click!({ x: 1949, y: 3500 }, px);
    const lines = [...session.editor.project.tables.guide.values()].map(({ line }) => line);
    expect(lines[0]).toEqual({ kind: 'points', a: { x: 0, y: 0 }, b: { x: 6000, y: 4000 } });
    expect(lines[1]).toMatchObject({ kind: 'division', parts: 4, to: { wall: 'p' } });
    expect(tool.back()).toBe(false);
  });
  it('guides are hit, dragged and described; nothing is a guide twice', () => {
    const session = start();
    session.editor.perform({
      name: 'addGuide',
      args: { storey: 'storey-1', wall: 'wall-1', side: 'left', distance: 1000 }
    });
    const id = hitAt(session.editor, { x: 9000, y: 1230 }, px)!;
    expect(id).toBe('guide-1');
    const drag = Drag.begin(session.editor, { x: 9000, y: 1200 }, px)!;
    drag.move({ x: 9100, y: 1500 });
    drag.drop();
    expect(only(session.editor.project.tables.guide).line).toMatchObject({ distance: 1300 });
    session.editor.select([id]);
    const [, distance, off] = fieldsOf(session);
    expect([distance!.value, off!.value]).toEqual([
      '1 300'.replace(' ', '\u00a0'),
      'the inner face of Wall 1'
    ]);
    expect(distance!.set!('800')).toBeUndefined();
  });
});

describe('the dimension tool', () => {
  it('a chain: point at the lines, then beside them', () => {
    const session = start();
    const tool = session.take('dimension');
    tool.click!({ x: 203, y: 3000 }, px);
    tool.click!({ x: 2000, y: 3005 }, px);
    tool.move!({ x: 5797, y: 3000 }, px);
    tool.click!({ x: 5797, y: 3000 }, px);
    expect(readSentence(tool.sentence())).toMatch(
      /^Place \[a size or a chain\] between \[inner face of Wall 4\] and \[middle of Wall p\] on to \[inner face of Wall 2\], its string/
    );
    tool.move!({ x: 3000, y: 2600 }, px);
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 3000, y: 2600 }, px);
    const { form } = only(session.editor.project.tables.dimension);
    expect(form).toMatchObject({
      kind: 'chain',
      locked: null,
      ends: [{ wall: 'wall-4' }, { side: 'centre' }, { wall: 'wall-2' }]
    });
    expect(placedOf(session.editor, px)[0]!.sizes.map(({ text }) => text)).toEqual([
      '1\u00a0800',
      '3\u00a0800'
    ]);
  });
  it('locked by choice; its size is there to be pointed at, and is refused', () => {
    const session = start();
    const tool = session.take('dimension');
    choose(tool, 'end 0', 'inner face of Wall 4');
    choose(tool, 'end 1', 'first jamb of Door D01');
    tool.accept();
    expect(session.editor.message!.text).toMatch(/not parallel/);
    choose(tool, 'end 1', 'outer face of Wall p');
    choose(tool, 'as', 'locked');
    tool.fill('place', '2000');
    tool.accept();
    const { editor } = session;
    const [string] = placedOf(editor, px);
    expect(string!.sizes[0]).toMatchObject({ locked: true });
    const { at } = placeOfSize(string!, string!.sizes[0]!, 4.3 * px);
    expect(sizeAt(editor, at, px)).toEqual(string!.ends);
    expect(editor.perform({ name: 'moveWalls', args: { ids: ['p'], by: { x: 100, y: 0 } } })).toBeUndefined();
    expect(editor.message!.text).toMatch(/is locked/);
    editor.select([string!.dimension]);
    const locked = fieldsOf(session).find(({ name }) => name === 'locked')!;
    expect(locked.set!('no')).toBeUndefined();
    expect(editor.perform({ name: 'moveWalls', args: { ids: ['p'], by: { x: 100, y: 0 } } })).toBeDefined();
  });
  it('angles between faces, notes with their leader; both are hit, dragged and described', () => {
    const session = start();
    const { editor } = session;
    const tool = session.take('dimension');
    choose(tool, 'way', 'an angle');
    choose(tool, 'end 0', 'inner face of Wall 1');
    choose(tool, 'end 1', 'inner face of Wall 2');
    tool.click!({ x: 5200, y: 800 }, px);
    choose(tool, 'way', 'a note');
    tool.accept();
    expect(editor.message!.text).toBe('The note has no words yet.');
    tool.fill('text', 'Reuse these bricks');
    tool.click!({ x: 3000, y: 100 }, px);
    tool.click!({ x: 3600, y: -1500 }, px);
    tool.back();
    editor.take(undefined);
    const [angle, note] = [...editor.project.tables.dimension.values()];
    expect([angle!.form.kind, note!.form]).toMatchObject([
      'angle',
      { tip: { kind: 'wall', wall: 'wall-1' }, text: 'Reuse these bricks' }
    ]);
    expect(hitAt(editor, { x: 5800 - 600 * Math.SQRT1_2 * Math.SQRT2, y: 800 }, px)).toBe('dimension-1');
    expect(hitAt(editor, { x: 3300, y: -700 }, px)).toBe('dimension-2');
    const drag = Drag.begin(editor, { x: 3300, y: -700 }, px)!;
    drag.move({ x: 3400, y: -900 });
    drag.drop();
    expect(editor.project.tables.dimension.get('dimension-2')!.form).toMatchObject({
      offset: { x: 700, y: -1700 }
    });
    editor.select(['dimension-1']);
    expect(fieldsOf(session).map(({ value }) => value)).toEqual(['90°', 'Wall 2 and Wall 1', 'measured']);
    editor.select(['dimension-2']);
    expect(fieldsOf(session)[0]!.set!('Clean these bricks')).toBeUndefined();
  });
});

describe('what is shown', () => {
  it('alone, by layer, in a box that touches or encloses', () => {
    const { editor } = start();
    const box = () => idsInBox(editor, { x: 1500, y: 4500 }, { x: -500, y: -500 });
    expect(box()).toEqual(['wall-4']);
    editor.selectByBox('touched');
    expect(box()).toEqual(['wall-1', 'wall-3', 'wall-4']);
    editor.select(['p']);
    editor.isolate();
    expect([editor.isHidden('wall-1'), editor.isHidden('p'), editor.isHidden('door')]).toEqual([
      true,
      false,
      false
    ]);
    expect(thingsOn(editor)).toEqual(['p', 'door']);
    expect(box()).toEqual([]);
    editor.isolate();
    editor.perform({ name: 'setLayer', args: { what: 'dimension', shown: false } });
    expect(editor.hidesKind('dimension')).toBe(true);
    expect(editor.anyHidden && editor.isHidden('p')).toBe(false);
  });
  it('selection by kind, build-up or storey; a set of its own; its twins', () => {
    const session = start();
    const { editor } = session;
    editor.select(['p']);
    const run = (label: RegExp) =>
      describeSelection(editor)!
        .actions!.find((one) => label.test(one.label))!
        .run();
    run(/Select all on this storey/);
    expect(editor.selection.size).toBe(5);
    editor.select(['door']);
    run(/Select all doors/);
    expect([...editor.selection]).toEqual(['door']);
    run(/this size/);
    expect([...editor.selection]).toEqual(['door']);
    editor.select(['wall-1', 'wall-2', 'wall-3', 'wall-4', 'p']);
    run(/Make a layer/);
    expect(only(editor.project.tables.layer)).toMatchObject({
      name: 'Set 1',
      holds: { items: { length: 5 } }
    });
    editor.select(['p']);
    editor.perform({ name: 'copyItems', args: { ids: ['p'], by: { x: 1500, y: 0 }, twins: true } });
    run(/Select its 2 twins/);
    expect([...editor.selection]).toEqual(['p', 'wall-5']);
    run(/Release/);
    expect(editor.project.tables.twins.size).toBe(0);
  });
  it('another like this: a tool takes its settings from a wall or a preset', () => {
    const session = start();
    const { editor, style } = session;
    style.take(editor.project.tables.wall.get('p')!);
    expect(style.args).toMatchObject({
      settingOut: 'centre',
      role: 'partition',
      buildUp: editor.project.tables.wall.get('p')!.buildUp
    });
    expect(style.key('p')).toBe(true);
    expect(editor.message!.text).toMatch(/no preset yet/);
    editor.perform({ name: 'savePreset', args: { name: 'Thin', ...style.settings } });
    style.flip();
    style.key('p');
    expect(style.preset).toBe('preset-1');
    expect(style.outside).toBe('right');
    expect(style.key('q')).toBe(false);
  });
});
