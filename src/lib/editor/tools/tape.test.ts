import { describe, expect, it } from 'vitest';
import { readSentence, rectangle, startSession } from '../testing/session';

const px = 5;
const at = (x: number, y: number) => ({ x, y });

describe('the tape', () => {
  it('tells lengths, angles and areas between places that are met, and begins anew', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('tape');
    expect(readSentence(tool.sentence())).toContain('Measure from');
    // The inner corners of a house of 6 by 4 m with walls of 200: each is met.
    for (const p of [at(205, 196), at(5803, 203), at(5798, 3803)]) tool.click!(p, px);
    expect(tool.note).toContain(
      '3\u00a0600\u00a0mm; 0\u00a0mm across, 3\u00a0600\u00a0mm up; at 90°; 90° between the last two'
    );
    expect(tool.note).toContain('9\u00a0200\u00a0mm in all; 10.08 m² within');
    expect(tool.overlay!().lines).toHaveLength(2);
    expect(tool.back()).toBe(true);
    expect(tool.note).toBeUndefined();
    expect(tool.back()).toBe(false);
  });
  it('reads typed places, and keeps a stretch as a note that undo takes back', () => {
    const session = startSession([], 'ft');
    const { editor } = session;
    const tool = session.take('tape');
    expect(tool.key!('k')).toBe(true);
    expect(editor.message!.text).toContain('Nothing is measured');
    for (const [x, y] of [
      ['0', '0'],
      ["3'", "4'"]
    ] as const) {
      tool.fill('x', x);
      expect(tool.fill('y', y)).toBeUndefined();
      tool.accept();
    }
    expect(tool.note).toContain('5\'-0"');
    expect(tool.fill('x', 'far')).toContain('far');
    tool.key!('k');
    const [note] = [...editor.project.tables.dimension.values()];
    expect(JSON.stringify(note)).toContain("5'-0");
    editor.undo();
    expect(editor.project.tables.dimension.size).toBe(0);
  });
  it('keeps lengths by their names, and sums what is typed of them', () => {
    const session = startSession([]);
    const tool = session.take('tape');
    for (const p of [at(0, 0), at(3400, 0), at(3400, 2200)]) {
      tool.click!(p, px);
      if (p.x > 0) tool.key!('k');
    }
    expect(readSentence(tool.sentence())).toContain('Sum of what is kept');
    expect(tool.fill('sum', 'A + 2 B - 100')).toContain('Expected names');
    expect(tool.fill('sum', 'A + B + B - 100')).toBeUndefined();
    expect(tool.note).toBe('A + B + B - 100 = 7\u00a0700\u00a0mm');
    tool.move!(at(0, 0), px);
    expect(tool.note).toContain('2\u00a0200');
  });
  it('in the model tells heights and lengths in space', () => {
    const session = startSession([]);
    const tool = session.take('tape');
    expect(tool.surfaces).toBe('all');
    tool.click!(at(0, 0), px, 300);
    expect(tool.note).toMatch(/^level 300 above project zero$/);
    tool.move!(at(3000, 4000), px, 12_300, 'roof');
    expect(tool.note).toMatch(
      /^13.000.mm in space; 12.000.mm higher, at 12.300 above project zero; in plan; 5.000.mm/
    );
    expect(tool.overlay!().inSpace).toEqual([
      [
        { x: 0, y: 0, z: 300 },
        { x: 3000, y: 4000, z: 12_300, on: 'roof' }
      ]
    ]);
    // Straight up there is a length as well.
    tool.click!(at(3000, 4000), px, 12_300);
    tool.move!(at(3000, 4000), px, 9300);
    expect(tool.note).toMatch(/^3.000.mm in space; 3.000.mm lower/);
    expect(tool.key!('k')).toBe(true);
    expect(JSON.stringify([...session.editor.project.tables.dimension.values()])).toContain('A = 3');
  });
});
