import { describe, expect, it } from 'vitest';
import { describeSelection } from '../details/describe';
import { readClip, writeClip } from '../../core/exchange/clip';
import { takePaste } from '../take-tool';
import { choose, readSentence, rectangle, startSession } from '../testing/session';
import { Model } from '../../core/model/graph';

const px = 20;
const free = {
  name: 'drawWall',
  args: { id: 'f', storey: 'storey-1', a: { x: 1000, y: 1000 }, b: { x: 1000, y: 3000 }, thickness: 100 }
};
const start = (...ids: string[]) => {
  const session = startSession([rectangle(), free]);
  session.editor.select(ids);
  const tool = session.take('shape');
  const walls = () => [...session.editor.project.tables.wall.values()];
  const last = () => walls().at(-1)!;
  return { ...session, tool, walls, last };
};

describe('shaping what is selected', () => {
  it('copies by a typed vector, so many times; the copies are selected', () => {
    const { tool, editor, walls, operations } = start('f');
    tool.fill('across', '600');
    tool.fill('times', '3');
    expect(readSentence(tool.sentence())).toBe(
      '[Copy] Wall f, [600] across and [0] up each time, [3] times, as [plain copies].'
    );
    expect(tool.fill('times', 'x')).toContain('whole number');
    expect(editor.isTrial).toBe(true);
    tool.accept();
    expect(
      walls()
        .slice(-3)
        .map(({ a }) => a.x)
    ).toEqual([1600, 2200, 2800]);
    expect(operations).toHaveLength(1);
    expect(editor.selection.size).toBe(3);
    expect(editor.tool).toBeUndefined();
  });
  it('copies by pointing: taken hold of at a point, put down at another', () => {
    const { tool, last } = start('f');
    tool.click!({ x: 1000, y: 1000 }, px);
    tool.move!({ x: 3500, y: 2120 }, px);
    expect(tool.overlay!().lines).toHaveLength(1);
    tool.click!({ x: 3500, y: 2120 }, px);
    expect(last().a.x).toBeGreaterThan(3400);
    expect(last().b.y - last().a.y).toBeCloseTo(2000, 6);
  });
  it('a row with the last one at its end; mirrored; turned; set beside', () => {
    const row = start('f');
    choose(row.tool, 'way', 'Make a row of');
    row.tool.fill('across', '2 m');
    row.tool.fill('spacing', '0.8 m');
    row.tool.accept();
    expect(
      row
        .walls()
        .slice(-3)
        .map(({ a }) => a.x)
    ).toEqual([1800, 2600, 3000]);

    const mirrored = start('f');
    choose(mirrored.tool, 'way', 'Mirror');
    mirrored.tool.move!({ x: 3000, y: 2000 }, px);
    mirrored.tool.fill('across', '3 m');
    expect(mirrored.tool.overlay!().lines).toHaveLength(1);
    mirrored.tool.accept();
    expect(mirrored.last().a).toEqual({ x: 5000, y: 1000 });

    const turned = start('f');
    choose(turned.tool, 'way', 'Turn');
    turned.tool.fill('angle', '90');
    turned.tool.fill('across', '1000');
    turned.tool.fill('up', '1000');
    turned.tool.accept();
    expect(turned.walls().find(({ id }) => id === 'f')!.b).toEqual({ x: -1000, y: 1000 });

    const beside = start('f');
    choose(beside.tool, 'way', 'Set walls beside');
    beside.tool.fill('distance', '900');
    choose(beside.tool, 'side', 'inside');
    choose(beside.tool, 'measure', 'from line to line');
    beside.tool.accept();
    expect(beside.last().a.x).toBe(100);
  });
  it('moves the things themselves by a typed vector; pulls a wall square to itself', () => {
    const moved = start('f');
    choose(moved.tool, 'way', 'Move');
    moved.tool.fill('across', '250');
    expect(readSentence(moved.tool.sentence())).toBe('[Move] Wall f, [250] across and [0] up.');
    moved.tool.accept();
    expect(moved.last()).toMatchObject({ id: 'f', a: { x: 1250, y: 1000 } });
    const pulled = start('wall-1');
    choose(pulled.tool, 'way', 'Pull');
    pulled.tool.move!({ x: 2000, y: -633 }, px);
    expect(readSentence(pulled.tool.sentence())).toBe(
      '[Pull] Wall 1, [630] square to its line, to its [outside].'
    );
    pulled.tool.fill('distance', '1.2 m');
    pulled.tool.accept();
    expect(pulled.walls()[0]!.a).toEqual({ x: 0, y: -1200 });
    expect(pulled.walls()).toHaveLength(5);
  });
  it('a stretch of a wall becomes what is chosen, in one step', () => {
    const { tool, walls, operations } = start('wall-1');
    choose(tool, 'way', 'Change a stretch of');
    choose(tool, 'form', 'a low wall');
    tool.move!({ x: 1520, y: 0 }, px);
    expect(readSentence(tool.sentence())).toBe(
      '[Change a stretch of] Wall 1, at [1 500] from its start, into [a low wall] [900] high.'
    );
    tool.accept();
    expect(walls()[0]!.top).toEqual({ kind: 'height', height: 900 });
    expect(operations).toHaveLength(1);
  });
  it('split, parted, joined, carried, squared up', () => {
    const split = start('wall-1');
    choose(split.tool, 'way', 'Split');
    split.tool.move!({ x: 2520, y: 100 }, px);
    split.tool.accept();
    expect(split.walls().find(({ id }) => id === 'wall-1')!.b.x).toBe(2500);
    const again = split.take('shape');
    choose(again, 'way', 'Join');
    again.accept();
    expect(split.walls().find(({ id }) => id === 'wall-1')!.b.x).toBe(6000);

    const carried = start('f');
    choose(carried.tool, 'way', 'Carry an end of');
    carried.tool.accept();
    expect(carried.editor.message?.text).toBe('No wall is chosen yet.');
    carried.tool.move!({ x: 2000, y: 3990 }, px);
    carried.tool.accept();
    expect(carried.walls().find(({ id }) => id === 'f')!.b.y).toBe(4000);

    const squared = start('f');
    squared.editor.perform({
      name: 'moveCorner',
      args: { storey: 'storey-1', from: { x: 1000, y: 3000 }, to: { x: 1200, y: 3000 } }
    });
    squared.editor.select(['f']);
    const tool = squared.take('shape');
    choose(tool, 'way', 'Square up');
    choose(tool, 'target', 'Wall 1');
    tool.accept();
    expect(squared.walls().find(({ id }) => id === 'f')!.b.x).toBeCloseTo(1000, 3);
  });
  it('without a selection the first point chooses; refusals say why and change nothing', () => {
    const { tool, editor, operations } = start();
    tool.accept();
    expect(editor.message?.text).toBe('Nothing is chosen yet.');
    tool.click!({ x: 1040, y: 2000 }, px);
    expect(readSentence(tool.sentence())).toMatch(/^\[Copy\] Wall f/);
    choose(tool, 'way', 'Part at its joints');
    tool.fill('at', '500');
    tool.accept();
    expect(editor.message?.text).toContain('one stretch already');
    choose(tool, 'way', 'Set project zero');
    tool.fill('across', '6 m');
    tool.fill('up', '4 m');
    tool.accept();
    expect(editor.project.tables.wall.get('wall-3')!.a).toEqual({ x: 0, y: 0 });
    expect(operations).toHaveLength(1);
  });
  it('what was copied follows the pointer until it is put down', () => {
    const { editor, last } = start('f');
    takePaste(editor, readClip(writeClip(new Model().at(editor.project), ['f']))!);
    const tool = editor.tool!;
    // Where it was it would be refused: it lies beside that at first.
    expect(readSentence(tool.sentence())).toMatch(
      /^Paste a thing, \[\d ?\d*\] across and \[0\] up from where/
    );
    expect(editor.isTrial).toBe(true);
    expect(editor.message).toBeUndefined();
    tool.move!({ x: 3000, y: 1990 }, px);
    tool.fill('across', '2500');
    tool.accept();
    expect(last().a.x).toBe(3500);
    expect([...editor.selection]).toEqual([last().id]);
  });
  it('what is like a selected wall is selected from its card', () => {
    const { editor } = start();
    editor.take(undefined);
    editor.select(['f']);
    const run = (label: string) =>
      describeSelection(editor)!
        .actions!.find((one) => one.label === label)!
        .run();
    run('Select all of this build-up');
    expect(editor.selection.size).toBe(1);
    run('Select all of this kind');
    expect(editor.selection.size).toBe(5);
  });
});
