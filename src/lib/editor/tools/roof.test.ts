import { describe, expect, it } from 'vitest';
import { DormerTool } from '../kinds/roof/dormer-tool';
import { describeSelection } from '../details/describe';
import { Drag, hitAt } from '../pointing';
import { heldValues, roofValueAt } from '../roof-values';
import { takeRoofValue } from '../take-tool';
import { lightPlaces } from '../../core/kinds/rooflight/place';
import { choose, readSentence, rectangle, startSession } from '../testing/session';

const px = 10;

describe('the roof tool', () => {
  it('a roof over walls that are pointed at, one alone for all round; over drawn corners; edges of any of them', () => {
    const session = startSession([rectangle()]);
    const roofs = () => [...session.editor.project.tables.roof.values()];
    const tool = session.take('roof');
    choose(tool, 'over', 'walls you point at');
    tool.accept();
    expect(session.editor.message!.text).toBe('No wall is chosen yet.');
    tool.move!({ x: 3000, y: 100 }, px);
    expect(tool.overlay!().lines).toHaveLength(4);
    tool.click!({ x: 3000, y: 100 }, px);
    tool.click!({ x: 5900, y: 2000 }, px);
    tool.click!({ x: 3000, y: 3900 }, px);
    tool.click!({ x: 3000, y: 3900 }, px);
    expect(tool.note).toContain('2 walls');
    tool.click!({ x: 3000, y: 3900 }, px);
    expect(tool.back!()).toBe(true);
    tool.click!({ x: 3000, y: 3900 }, px);
    choose(tool, 'form', 'mono-pitch');
    tool.fill('pitch', '15');
    tool.accept();
    expect(roofs()[0]!.sides!.map(({ wall, kind }) => [wall, kind])).toEqual([
      ['wall-1', 'eave'],
      ['wall-2', 'gable'],
      ['wall-3', 'gable'],
      [null, 'gable']
    ]);
    const drawn = session.take('roof');
    choose(drawn, 'over', 'corners you point at');
    for (const [x, y] of [
      [8000, 0],
      [11000, 0],
      [11000, 3000],
      [8000, 3000],
      [8000, 0]
    ] as const)
      drawn.click!({ x, y }, px);
    expect(roofs()[1]!.sides!.map(({ line }) => line!.from)).toEqual([
      { x: 8000, y: 0 },
      { x: 11000, y: 0 },
      { x: 11000, y: 3000 },
      { x: 8000, y: 3000 }
    ]);
    const edge = session.take('roofEdge');
    edge.click!({ x: 11200, y: 1500 }, px);
    expect(roofs()[1]!.sides!.map(({ kind }) => kind)).toEqual(['eave', 'gable', 'eave', 'eave']);
    const sides = readSentence(edge.sentence());
    expect(sides).toContain('the edge you point at');
    const again = session.take('roof');
    choose(again, 'over', 'all outer walls');
    again.accept();
    expect(roofs()).toHaveLength(3);
    session.take('roof').fill('over', 'all');
    session.editor.tool!.accept();
    expect(session.editor.message!.text).toContain('over all its outer walls');
  });
  it('over a slab, its plate over what is chosen; the foot of another continued in Details', () => {
    const session = startSession([
      rectangle(6000, 4000),
      { name: 'addRoof', args: { storey: 'storey-1', pitch: 30, overhang: 400, plateLevel: 2700 } },
      {
        name: 'addSlab',
        args: {
          storey: 'storey-1',
          points: [
            { x: 0, y: -2000 },
            { x: 6000, y: -2000 },
            { x: 6000, y: 0 },
            { x: 0, y: 0 }
          ]
        }
      }
    ]);
    const { editor } = session;
    const tool = session.take('roof');
    expect(readSentence(tool.sentence())).toContain('[walls you point at]');
    tool.fill('over', 'slab-1');
    choose(tool, 'form', 'mono-pitch');
    tool.fill('pitch', '15');
    tool.fill('plateLevel', '1800');
    tool.accept();
    expect([...editor.selection]).toEqual(['roof-2']);
    const field = () =>
      describeSelection(editor)!
        .groups.flatMap(({ fields }) => fields)
        .find(({ name }) => name === 'foot roof-1')!;
    expect(field().choices!.map(({ label }) => label.replace(/\s/g, ' '))).toEqual([
      'no: with a step',
      expect.stringMatching(/^by its plate at 2 \d{3} mm$/),
      expect.stringMatching(/^by its pitch of \d+(\.\d+)?°$/)
    ]);
    field().set!('plate');
    expect(field().value).toBe('met');
    editor.undo();
    field().set!('pitch');
    expect(field().value).toBe('met');
    expect(editor.project.tables.roof.get('roof-2')!.plateLevel).toBe(1800);
  });
  it('walls left out keep their tops; what parapets enclose; a flat one falls by two degrees', () => {
    const session = startSession([rectangle()]);
    const walls = () => [...session.editor.project.tables.wall.values()].map(({ top }) => top.kind);
    const tool = session.take('roof');
    choose(tool, 'carry', 'all but Wall 2');
    tool.accept();
    expect(walls()).toEqual(['roof', 'height', 'roof', 'roof']);
    session.editor.undo();
    const flat = session.take('roof');
    choose(flat, 'over', 'what parapets enclose');
    choose(flat, 'form', 'flat, with a fall');
    expect(readSentence(flat.sentence())).not.toContain('carrying up');
    flat.click!({ x: 3000, y: 100 }, px);
    flat.accept();
    const [roof] = session.editor.project.tables.roof.values();
    expect([roof!.overhang, Math.round((roof!.pitch * 180) / Math.PI)]).toEqual([0, 2]);
    expect(walls()).toEqual(['height', 'height', 'height', 'height']);
    expect(roof!.sides!.every(({ inner }) => inner)).toBe(true);
  });

  it('a dormer by pointing at the plane; what is typed holds while the pointer moves on', () => {
    const session = startSession([
      rectangle(9000, 8000),
      { name: 'addRoof', args: { storey: 'storey-1', pitch: 45, form: 'gable', overhang: 300 } }
    ]);
    const tool = new DormerTool(session.editor);
    session.editor.hold(tool);
    tool.accept();
    expect(session.editor.message!.text).toBe('No plane of a roof is pointed at yet.');
    tool.move({ x: 4503, y: 904 });
    expect(readSentence(tool.sentence())).toContain('[4 500] from the left, [900] back from the wall');
    tool.fill('into', '1 200');
    tool.fill('width', '1500');
    tool.move({ x: 3000, y: 2000 });
    expect(readSentence(tool.sentence())).toContain(
      '[3 000] from the left, [1 200] back from the wall, [1 500] wide'
    );
    tool.accept();
    const made = [...session.editor.project.tables.roof.values()][1]!;
    expect(made.sides!.map(({ kind }) => kind)).toEqual(['gable', 'eave', 'gable', 'eave']);
    expect(session.editor.project.tables.wall.get('wall-5')!.a).toEqual({ x: 2250, y: 1200 });
    // On a gable no plane rises from an eave.
    expect(session.editor.project.tables.opening.size).toBe(1);
  });

  it('a rooflight by pointing at the slope; an edge by a value that is written at it', () => {
    const session = startSession([
      rectangle(9000, 8000),
      { name: 'addRoof', args: { storey: 'storey-1', pitch: 45, form: 'gable', overhang: 300 } }
    ]);
    const { editor } = session;
    const tool = session.take('rooflight');
    tool.accept();
    expect(editor.message!.text).toBe('No slope of a roof is pointed at yet.');
    // 1 900 in at 45 degrees is 2 687 up; its lower edge half its height below the middle.
    tool.move!({ x: 3003, y: 1900 }, 10);
    expect(readSentence(tool.sentence())).toContain(
      'middle [3 000] from the left, its lower edge [2 100] up'
    );
    tool.fill('up', '1 500');
    tool.fill('height', '980');
    tool.move!({ x: 4000, y: 2500 }, 10);
    expect(readSentence(tool.sentence())).toContain('[980] high');
    tool.accept();
    const [light] = editor.project.tables.rooflight.values();
    expect(light).toMatchObject({ wall: 'wall-1', along: 4000, up: 1500, height: 980, opens: 'pivot' });
    // Where roofs are worked on it is pointed at before what lies under it, and pulled along its slope.
    editor.open('roof');
    const [ring] = [editor.model.at(editor.project).get(lightPlaces, light!.id)!.ring];
    const middle = { x: (ring[0]!.x + ring[2]!.x) / 2, y: (ring[0]!.y + ring[2]!.y) / 2 };
    expect(hitAt(editor, middle, 10)).toBe(light!.id);
    const drag = Drag.begin(editor, middle, 10)!;
    drag.move({ x: middle.x + 504, y: middle.y });
    drag.drop();
    expect(editor.project.tables.rooflight.get(light!.id)).toMatchObject({ along: 4500, up: 1500 });
    // Its planes are picked beside it; the slope pointed at is told first.
    expect(hitAt(editor, { x: 1500, y: 6000 }, 10)).toBe('roof-1');
    editor.select(['roof-1'], { x: 1500, y: 6000 });
    expect(describeSelection(editor)!.groups[0]).toMatchObject({ title: 'Over Wall 3' });
    const value = heldValues(editor, 20).find(({ text, at }) => text.startsWith('overhang') && at.y < 2000)!;
    expect(roofValueAt(editor, value.at, 20)).toBe(value);
    takeRoofValue(editor, session.style, value);
    expect(readSentence(editor.tool!.sentence())).toContain('Make the roof edge over [Wall 1] [an eave]');
    expect(editor.tool!.present).toBe('overhang');
    editor.tool!.fill('overhang', '650');
    editor.tool!.accept();
    const [edge] = editor.project.tables.roof.get('roof-1')!.edges.filter(({ wall }) => wall === 'wall-1');
    expect([edge!.kind, edge!.overhang]).toEqual(['eave', 650]);
  });
});
