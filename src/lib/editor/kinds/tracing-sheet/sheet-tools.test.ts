import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { readDxf } from '../../../core/exchange/dxf-read';
import { DrawnLines, type LineDrawing } from '../../../core/kernels/survey/line-drawing';
import { seekWalls } from '../../../core/kernels/walls-found/seek';
import { residualsOf } from '../../../core/kinds/tracing-sheet/place';
import { describeNow, describeSelection } from '../../details/describe';
import { choose, readSentence, startSession, type Session } from '../../testing/session';

const px = 5;
const at = (x: number, y: number) => ({ x, y });

/** A drawing of two rooms, 300 and 100 thick, with a door. */
function twoRooms(): LineDrawing {
  const ring = (x: number, y: number, w: number, d: number) => [
    [x, y, x + w, y],
    [x + w, y, x + w, y + d],
    [x + w, y + d, x, y + d],
    [x, y + d, x, y]
  ];
  const walls = [
    ...ring(0, 0, 6000, 4000),
    ...[
      [300, 300, 3000, 300],
      [3100, 300, 5700, 300],
      [5700, 300, 5700, 3700],
      [5700, 3700, 3100, 3700]
    ],
    ...[
      [3000, 3700, 300, 3700],
      [300, 3700, 300, 300],
      [3000, 300, 3000, 1000],
      [3000, 1000, 3100, 1000]
    ],
    ...[
      [3100, 1000, 3100, 300],
      [3000, 3700, 3000, 1900],
      [3000, 1900, 3100, 1900],
      [3100, 1900, 3100, 3700]
    ]
  ];
  const shelf = ring(1200, 1800, 300, 1200);
  return {
    ...{ width: 6000, height: 4000, texts: [], sizes: [], leftOut: [], isCut: false },
    unit: { mm: 1, name: 'millimetres', isSaid: true },
    lines: Float64Array.from([...walls, ...shelf].flat()),
    layerOf: Uint16Array.from([...walls.map(() => 0), ...shelf.map(() => 1)]),
    layers: [
      { name: 'walls', count: walls.length, isOff: false },
      { name: 'shelves', count: shelf.length, isOff: false }
    ]
  };
}

function withDrawing(more: object = {}): Session {
  const drawing = twoRooms();
  const session = startSession([
    {
      name: 'addTracingSheet',
      args: {
        ...{ id: 'plan', storey: 'storey-1', name: 'plan', blob: 'b', mime: 'image/vnd.dxf' },
        ...{ widthPx: drawing.width, heightPx: drawing.height, mmPerPixel: 1, ...more }
      }
    }
  ]);
  session.editor.drawings.set('b', new DrawnLines(drawing));
  return session;
}
const sheetOf = ({ editor }: Session) => editor.project.tables.tracingSheet.get('plan')!;

describe('a sheet of lines', () => {
  it('is snapped to by its ends, crossings and lines, not on layers that are hidden', () => {
    const session = withDrawing();
    const tool = session.take('wallRun');
    const name = (x: number, y: number) => {
      tool.move!(at(x, y), px);
      return tool.overlay!().snap?.name ?? '';
    };
    expect(name(298, 303)).toContain('end of a drawn line');
    expect(name(1702, 302)).toMatch(/middle of a drawn line|on a drawn line/);
    expect(name(1504, 3004)).toContain('end of a drawn line');
    session.editor.perform({ name: 'setTracingSheet', args: { id: 'plan', hidden: ['shelves'] } });
    expect(name(1504, 3004)).not.toContain('drawn');
  });
  it('gives its walls: sure ones at once, others by pointing, all as one step that undo takes back', () => {
    const session = withDrawing();
    const { editor } = session;
    const tool = session.take('foundWalls');
    expect(readSentence(tool.sentence())).toContain('walls of [300, 100');
    // How thick they are is guessed until it is said: nothing is sure, and nothing is built.
    expect(tool.note).toContain('0 sure, 5 doubtful');
    expect(tool.overlay!().bands!.some(({ isChosen }) => isChosen)).toBe(false);
    tool.accept();
    expect(editor.project.tables.wall.size).toBe(0);
    tool.sentence();
    expect(tool.note).toContain('5 sure');
    tool.fill('layers', 'shown');
    tool.sentence();
    expect(tool.note).toContain('5 sure, 1 doubtful; 5 to build with 1 openings');
    expect(tool.overlay!().labels!.map(({ text }) => text)).toContain('6: stands alone');
    const listed = () =>
      describeNow(editor)!.groups.map(({ title, fields }) => [title, ...fields.map(({ value }) => value)]);
    expect(listed()).toEqual([
      ['Sure (5)', 'yes', 'yes', 'yes', 'yes', 'yes'],
      ['Doubtful (1)', 'no']
    ]);
    expect(describeNow(editor)!.groups[1]!.fields[0]!.also).toBe('stands alone');
    // Without the partition, with the shelf: by pointing, and in the list.
    tool.click!(at(3050, 3000), px);
    describeNow(editor)!.groups[1]!.fields[0]!.set!('yes');
    expect(tool.note).toContain('5 to build with 0 openings');
    expect(listed()[1]).toEqual(['Doubtful (1)', 'yes']);
    expect(tool.overlay!().bands!.filter(({ isChosen }) => isChosen)).toHaveLength(5);
    expect(tool.back()).toBe(true);
    expect(tool.fill('thicknesses', '300, x')).toMatch(/is not a length/);
    expect(tool.fill('thicknesses', '5')).toMatch(/is not sought/);
    tool.accept();
    const { wall, opening } = editor.project.tables;
    expect([...wall.values()].map(({ role }) => role).sort()).toEqual([
      ...Array<string>(4).fill('exterior'),
      'partition'
    ]);
    expect([...opening.values()].map(({ width }) => Math.round(width))).toEqual([900]);
    editor.undo();
    expect(editor.project.tables.wall.size).toBe(0);
  });
  it('is left with the layers that build walls when that is chosen, and says which; scaled wrong it says so and is as it was', async () => {
    const leave = async (session: Session) => {
      const { editor } = session;
      editor.seekWalls = (seek) => Promise.resolve(seekWalls(seek));
      editor.select(['plan']);
      const fields = describeNow(editor)!.groups.flatMap((group) => group.fields);
      expect(fields.find(({ label }) => label === 'All of them')!.set!('walls')).toBeUndefined();
      await Promise.resolve();
      await Promise.resolve();
    };
    const session = withDrawing();
    await leave(session);
    expect(sheetOf(session).hidden).toEqual(['shelves']);
    expect(session.editor.message?.text).toContain('Left on “plan”: walls; 1 hidden');
    session.editor.undo();
    expect(sheetOf(session).hidden).toEqual([]);
    const tiny = withDrawing({ mmPerPixel: 0.02 });
    await leave(tiny);
    expect(sheetOf(tiny).hidden).toEqual([]);
    expect(tiny.editor.message).toMatchObject({
      kind: 'problem',
      text: expect.stringContaining('walls') as string
    });
  });
  it('gives stretches of walls between those that meet them, side by side as one', () => {
    const session = withDrawing();
    const tool = session.take('foundWalls');
    tool.fill('layers', 'shown');
    tool.sentence();
    choose(tool, 'take', 'the stretches you point at');
    expect(tool.note).toContain('0 to build');
    // West of the partition alone; then east of it too.
    tool.click!(at(1500, 150), px);
    tool.accept();
    const walls = () => [...session.editor.project.tables.wall.values()];
    const long = () => walls().map(({ a, b }) => Math.round(Math.hypot(b.x - a.x, b.y - a.y)));
    expect(long()).toEqual([2900]);
    session.editor.undo();
    const again = session.take('foundWalls');
    again.fill('layers', 'shown');
    again.sentence();
    again.fill('take', 'stretch');
    again.click!(at(1500, 150), px);
    again.click!(at(4500, 150), px);
    again.accept();
    expect(long()).toEqual([5700]);
  });
  it('gives the wall between two lines that one points between: its thickness, its openings, one after another', () => {
    const session = withDrawing();
    const { editor } = session;
    const tool = session.take('foundWalls');
    tool.fill('layers', 'shown');
    tool.sentence();
    tool.fill('take', 'between');
    expect(tool.note).toBe('point between the two faces of a wall');
    tool.move!(at(3050, 2500), px);
    expect(tool.note).toMatch(/^100.mm thick, 3.700.mm long, openings of 900.mm$/);
    expect(tool.overlay!().bands).toMatchObject([{ isChosen: true }]);
    tool.click!(at(3050, 2500), px);
    const walls = () => [...editor.project.tables.wall.values()];
    expect([walls().length, editor.project.tables.opening.size]).toEqual([1, 1]);
    expect(editor.tool).toBe(tool);
    tool.click!(at(2000, 150), px);
    expect(walls()[1]).toMatchObject({ role: 'exterior' });
    // No wall was found between the shelf and the wall: it is as thick as it is drawn.
    tool.move!(at(750, 2400), px);
    expect(tool.note).toMatch(/^900.mm thick, .*no openings$/);
    expect(readSentence(tool.sentence())).toContain('one ply, as thick as it is drawn');
    tool.move!(at(-4000, 600), px);
    expect(tool.note).toBe('point between the two faces of a wall');
    editor.undo();
    expect(walls()).toHaveLength(1);
  });
  it('says what it has, and what its own sizes are off by', () => {
    const session = startSession([
      {
        name: 'addTracingSheet',
        args: {
          ...{ id: 'plan', storey: 'storey-1', blob: 'b', mime: 'image/vnd.dxf' },
          widthPx: 10,
          heightPx: 8,
          mmPerPixel: 1000
        }
      }
    ]);
    const read = readDxf(
      gunzipSync(readFileSync('src/lib/core/testing/dxf/curves-m.dxf.gz')).toString('latin1')
    );
    if (!read.ok) throw new Error(read.code);
    session.editor.drawings.set('b', new DrawnLines(read.drawing));
    session.editor.select(['plan']);
    const fields = describeSelection(session.editor)!.groups.flatMap((group) => group.fields);
    expect(fields.find(({ label }) => label === 'Its own sizes')!.value).toMatch(
      /1 of 3 .* 50\\u00a0mm at most|1 of 3 .* by 50/
    );
    expect(fields.find(({ label }) => label === 'Its file')!.value).toBe('says metres');
    // Its unit may be told otherwise than it says.
    fields.find(({ label }) => label === 'Its unit is')!.set!('10');
    expect(sheetOf(session).mmPerPixel).toBe(10);
    fields.find(({ label }) => /^arcs/.test(label))!.set!('no');
    expect(sheetOf(session).hidden).toEqual(['arcs']);
  });
});

describe('the tool of tracing sheets', () => {
  it('stretches, checks again and again, squares up, places; each by pointing and typing', () => {
    const session = withDrawing({ mime: 'image/png', widthPx: 800, heightPx: 600, mmPerPixel: 10 });
    const pick = (way: string, ...points: { x: number; y: number }[]) => {
      const tool = session.take('trueUp');
      tool.fill('way', way);
      for (const p of points) tool.click!(p, px);
      return tool;
    };
    let tool = pick('scale', at(1000, 1000), at(6000, 1000));
    tool.fill('length', '5 m');
    tool.accept();
    tool = pick('across', at(1000, 1000), at(1000, 5000));
    tool.fill('length', '4 005');
    expect(tool.note).toContain('it needs no stretch');
    tool.fill('length', '4 100');
    expect(tool.note).toContain('more than picking explains');
    tool.accept();
    expect(sheetOf(session).stretch).toBeCloseTo(1.025, 9);
    tool = pick('check', at(1000, 1000), at(4000, 1000));
    tool.fill('length', '3 010');
    tool.accept();
    tool.click!(at(1000, 1000), px);
    tool.click!(at(1000, 3000), px);
    tool.fill('length', '2 000');
    tool.accept();
    expect(residualsOf(sheetOf(session)).map(({ use }) => use)).toEqual([
      'scale',
      'across',
      'check',
      'check'
    ]);
    // Two of one length are told apart.
    session.editor.perform({
      name: 'checkTracingSheet',
      args: { id: 'plan', p: at(1000, 1000), q: at(1000, 3000), length: 2000 }
    });
    session.editor.select(['plan']);
    const labels = describeSelection(session.editor)!.groups.flatMap(({ fields }) =>
      fields.map(({ label }) => label)
    );
    expect(new Set(labels).size).toBe(labels.length);
    tool = pick('square', at(1000, 1000), at(6000, 1100));
    expect(readSentence(tool.sentence())).toContain('at [0°]');
    tool.accept();
    tool = pick('place', at(1000, 1000));
    tool.fill('corner', 'zero');
    tool.fill('across', '250');
    tool.accept();
    expect(session.editor.message).toBeUndefined();
    const before = sheetOf(session);
    session.editor.undo();
    expect(sheetOf(session).origin).not.toEqual(before.origin);
  });
  it('puts a photo right, and says what is wrong with corners', () => {
    const session = withDrawing({ mime: 'image/jpeg', widthPx: 800, heightPx: 600, mmPerPixel: 10 });
    const tool = session.take('trueUp');
    tool.fill('way', 'photo');
    for (const p of [at(500, 500), at(7000, 700), at(6000, 5200), at(1400, 5000)]) tool.click!(p, px);
    tool.fill('width', '8 m');
    tool.fill('height', '6 m');
    tool.accept();
    expect(sheetOf(session).rectangle).toMatchObject({ width: 8000, height: 6000 });
    const again = session.take('trueUp');
    again.fill('way', 'photo');
    for (const p of [at(0, 0), at(5000, 4000), at(5000, 0), at(0, 4000)]) again.click!(p, px);
    again.accept();
    expect(session.editor.message?.text).toContain('no corners of a rectangle');
  });
});
