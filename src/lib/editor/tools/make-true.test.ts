import { describe, expect, it } from 'vitest';
import { takeSize } from '../take-tool';
import { sizeEndAt } from '../size-ends';
import { sizeAt } from '../sizes';
import { choose, readSentence, rectangle, startSession } from '../testing/session';

const px = 20;
const east = (session: ReturnType<typeof startSession>) =>
  session.editor.project.tables.wall.get('wall-2')!.a.x;

describe('make true', () => {
  it('a size that is pointed at in the plan is typed over, and the tool is left', () => {
    const session = startSession([rectangle()]);
    const { editor } = session;
    // The overall size under the house, in the middle of its string.
    const places = Array.from({ length: 300 }, (_, i) => ({ x: 3000, y: -10 * i }));
    const found = places.map((p) => sizeAt(editor, p, px)).filter((ends) => ends !== undefined);
    const overall = found.at(-1)!;
    expect(overall).toEqual([
      { wall: 'wall-4', side: 'right' },
      { wall: 'wall-2', side: 'right' }
    ]);
    takeSize(editor, overall);
    const tool = editor.tool!;
    expect(readSentence(tool.sentence())).toBe(
      'Make [6 000] true between [outer face of Wall 4] and [outer face of Wall 2], moving [outer face of Wall 2].'
    );
    tool.accept();
    expect(editor.message?.text).toBe('No other size is written yet.');
    expect(tool.fill('size', '-5')).toContain('less than zero');
    expect(tool.fill('size', `20'`)).toBeUndefined();
    expect(editor.isTrial).toBe(true);
    expect(tool.overlay!().label?.text).toBe('6\u00a0096\u00a0mm');
    tool.accept();
    expect(east(session)).toBe(6096);
    expect(editor.tool).toBeUndefined();
    expect(session.operations).toHaveLength(1);
  });
  it('two faces are pointed at, or chosen; the other side may move', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('makeTrue');
    tool.accept();
    expect(session.editor.message?.text).toBe('No size is chosen yet.');
    tool.move!({ x: 210, y: 2000 }, px);
    expect(tool.overlay!().lines).toHaveLength(1);
    tool.click!({ x: 210, y: 2000 }, px);
    tool.click!({ x: 5790, y: 2000 }, px);
    tool.fill('size', '5 m');
    choose(tool, 'moves', 'inner face of Wall 4');
    tool.accept();
    expect(session.editor.project.tables.wall.get('wall-4')!.a.x).toBe(600);
    expect(east(session)).toBe(6000);
    choose(tool, 'from', 'inner face of Wall 1');
    choose(tool, 'to', 'inner face of Wall 2');
    expect(readSentence(tool.sentence())).toMatch(/^Make a size true between/);
    expect(tool.back()).toBe(true);
    expect(tool.back()).toBe(false);
  });
  it('a jamb is found inside the wall, a face on it', () => {
    const door = {
      name: 'addOpening',
      args: { id: 'o', wall: 'wall-1', filling: 'door', distance: 2000, width: 900 }
    };
    const { editor } = startSession([rectangle(), door]);
    expect(sizeEndAt(editor, { x: 2890, y: 100 }, px)).toEqual({ opening: 'o', jamb: 'high' });
    expect(sizeEndAt(editor, { x: 1000, y: 190 }, px)).toEqual({ wall: 'wall-1', side: 'left' });
    expect(sizeEndAt(editor, { x: 3000, y: 2000 }, px)).toBeUndefined();
  });
});
