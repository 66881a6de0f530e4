import { describe, expect, it } from 'vitest';
import type { Field } from '../details/card';
import { describeSelection } from '../details/describe';
import { Drag, hitAt, idsInBox, nudge, thingsOn } from '../pointing';
import { sentenceOfSelection } from '../selection-sentence';
import { choose, readSentence, rectangle, startSession } from '../testing/session';

const px = 10;
const columnsOf = ({ editor }: ReturnType<typeof startSession>) => [...editor.project.tables.column.values()];
const chimneysOf = ({ editor }: ReturnType<typeof startSession>) => [
  ...editor.project.tables.chimney.values()
];
const fieldsOf = ({ editor }: ReturnType<typeof startSession>) => {
  const fields = () => describeSelection(editor)!.groups.flatMap((group) => group.fields);
  const field = (name: string): Field => fields().find((one) => one.name === name)!;
  return {
    names: () => fields().map(({ name }) => name),
    set: (name: string, text: string) => field(name).set!(text)
  };
};

describe('the column tool', () => {
  it('stands one at typed offsets from a corner', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('column');
    choose(tool, 'profile', 'round');
    tool.fill('diameter', '400');
    tool.fill('across', '2 m');
    tool.fill('up', '1500');
    expect(readSentence(tool.sentence())).toMatch(
      /^Stand a \[round\] column of \[Concrete\], \[400\] across, .* \[2 000\] across and \[1 500\] up from \[project zero\]\.$/
    );
    tool.accept();
    expect(columnsOf(session)).toMatchObject([
      { at: { x: 2000, y: 1500 }, profile: { kind: 'round', diameter: 400 } }
    ]);
    expect(tool.fill('diameter', '0')).toContain('more than zero');
    tool.accept();
    expect(tool.back()).toBe(true);
    expect(tool.back()).toBe(false);
  });
  it('in a wall it snaps to the middle and turns with it; without a place it says so', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('column');
    tool.accept();
    expect(session.editor.message?.hint).toContain('Point at it');
    tool.move!({ x: 5960, y: 2030 }, px);
    expect(tool.overlay!().snap?.name).toBe('in the middle of the wall');
    tool.click!({ x: 5960, y: 2030 }, px);
    const [column] = columnsOf(session);
    expect(column!.at.x).toBeCloseTo(5900, 6);
    expect(column!.at.y).toBeCloseTo(2050, 6);
    expect(column!.angle).toBeCloseTo(Math.PI / 2, 9);
  });
});

describe('the chimney tool', () => {
  it.each([
    ['back to back in', 100, ['front', 'back'], 0],
    ['inside of', 200 + 50 + 300, ['back'], 0],
    ['outside of', -50 - 300, ['back'], 250]
  ] as const)('%s a wall', (arrangement, y, sides, reach) => {
    const session = startSession([rectangle()]);
    const tool = session.take('chimney');
    choose(tool, 'arrangement', arrangement);
    tool.click!({ x: 3040, y: 100 }, px);
    const [chimney] = chimneysOf(session);
    expect(chimney).toMatchObject({ at: { x: 3000 }, width: 1500, top: { kind: 'roof', above: 900 } });
    expect(chimney!.at.y).toBeCloseTo(y, 6);
    expect(chimney!.flues.map(({ fire }) => [fire!.side, fire!.reach])).toEqual(
      sides.map((side) => [side, reach])
    );
    expect([...session.editor.selection]).toEqual(['chimney-1']);
  });
  it('without a fire it has one flue in its middle, and ends at a typed height', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('chimney');
    choose(tool, 'fire', 'without a fire');
    choose(tool, 'top', 'above its foot');
    tool.fill('height', '7 m');
    tool.move!({ x: 3000, y: 100 }, px);
    tool.accept();
    expect(chimneysOf(session)[0]).toMatchObject({ top: { kind: 'height', height: 7000 } });
    expect(chimneysOf(session)[0]!.flues).toMatchObject([{ across: 0, fire: null }]);
    expect(readSentence(session.take('chimney').sentence())).toContain('flues of');
  });
  it('is set out by typing; what cannot stand is said and changes nothing', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('chimney');
    tool.accept();
    expect(session.editor.message?.text).toBe('No wall is chosen yet.');
    tool.fill('wall', 'wall-2');
    tool.fill('distance', '1.5 m');
    expect(tool.fill('base', '1 410 below')).toBeUndefined();
    expect(tool.fill('width', 'x')).toContain('not a length');
    tool.fill('depth', '600');
    tool.accept();
    expect(session.editor.message?.text).toContain('of masonry');
    expect(chimneysOf(session)).toHaveLength(0);
    tool.fill('depth', '900');
    expect(tool.overlay!().snap?.name).toBe('1\u00a0500\u00a0mm from the start');
    tool.accept();
    expect(chimneysOf(session)[0]).toMatchObject({ base: -1410 });
    expect(chimneysOf(session)[0]!.at.y).toBeCloseTo(1500, 6);
  });
});

describe('what stands by itself', () => {
  const post = { name: 'addColumn', args: { id: 'post', storey: 'storey-1', at: { x: 3000, y: 2000 } } };
  it('is hit before walls, boxed, dragged and nudged', () => {
    const session = startSession([rectangle(), post]);
    const { editor } = session;
    expect(hitAt(editor, { x: 3100, y: 2100 }, 5)).toBe('post');
    expect(hitAt(editor, { x: 3200, y: 2100 }, 5)).toBeUndefined();
    expect(idsInBox(editor, { x: 2500, y: 1500 }, { x: 3500, y: 2500 })).toEqual(['post']);
    expect(thingsOn(editor)).toContain('post');
    const drag = Drag.begin(editor, { x: 3000, y: 2000 }, px)!;
    drag.move({ x: 3484, y: 1492 });
    drag.drop();
    expect(columnsOf(session)[0]!.at).toEqual({ x: 3480, y: 1490 });
    editor.select(['post']);
    nudge(editor, { x: 0, y: 10 });
    expect(columnsOf(session)[0]!.at).toEqual({ x: 3480, y: 1500 });
  });
  it('a column has a card and a sentence', () => {
    const session = startSession([post]);
    session.editor.select(['post']);
    const { set, names } = fieldsOf(session);
    expect(readSentence(sentenceOfSelection(session.editor)!.sentence())).toBe(
      'Column “Column post”: width [300], depth [300], height [2 700], turned [0°].'
    );
    expect(set('profile', 'round')).toBeUndefined();
    expect(names()).toContain('diameter');
    expect(set('diameter', '250')).toBeUndefined();
    expect(set('x', '1 m')).toBeUndefined();
    expect(set('angle', '30')).toBeUndefined();
    expect(set('base', '100 below')).toBeUndefined();
    expect(set('top', 'datum storey-1')).toBeUndefined();
    expect(set('top', 'roof')).toBeUndefined();
    expect(set('material', 'brick')).toBeUndefined();
    expect(columnsOf(session)[0]).toMatchObject({
      at: { x: 1000, y: 2000 },
      base: -100,
      material: 'brick',
      profile: { kind: 'round', diameter: 250 }
    });
  });
  it('a chimney: its flues and fires one by one', () => {
    const session = startSession([rectangle()]);
    session.take('chimney').click!({ x: 3000, y: 100 }, px);
    const { set, names } = fieldsOf(session);
    const run = (label: string) =>
      describeSelection(session.editor)!
        .actions!.find((one) => one.label === label)!
        .run();
    expect(set('flue 1 fire width', '700')).toBeUndefined();
    expect(set('flue 2 fire', 'none')).toBeUndefined();
    expect(names()).not.toContain('flue 2 fire width');
    expect(set('flue 2 along', '900')).toContain('of masonry');
    run('Add a flue beside');
    expect(chimneysOf(session)[0]!.flues).toHaveLength(3);
    run('Take out the last flue');
    expect(set('top', 'height')).toBeUndefined();
    expect(set('height', '500')).toContain('would end at');
    expect(set('height', '6 m')).toBeUndefined();
    expect(set('capOverhang', '75')).toBeUndefined();
    expect(set('gap', '0')).toBeUndefined();
    expect(chimneysOf(session)[0]).toMatchObject({
      gap: 0,
      capOverhang: 75,
      top: { kind: 'height', height: 6000 },
      flues: [{ fire: { width: 700 } }, { fire: null }]
    });
  });
});
