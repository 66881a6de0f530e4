/** Stairs, clear spaces and the ground by hand: pointed at, and by keyboard alone. */
import { describe, expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { Drag, hitAt } from '../../pointing';
import { choose, readSentence, rectangle, startSession } from '../../testing/session';

const px = 10;
const storeys = (system: 'mm' | 'ft' = 'mm') =>
  startSession(
    [
      { name: 'setStorey', args: { id: 'storey-1', height: 2880 } },
      rectangle(9000, 7000),
      { name: 'copyStorey', args: { storey: 'storey-1' } },
      { name: 'addSlab', args: { storey: 'storey-2', face: 'outer', thickness: 330 } }
    ],
    system
  );
const stairOf = ({ editor }: ReturnType<typeof startSession>) =>
  [...editor.project.tables.stair.values()][0]!;
const field = ({ editor }: ReturnType<typeof startSession>, name: string) =>
  describeSelection(editor)!
    .groups.flatMap(({ fields }) => fields)
    .find((one) => one.name === name || one.label === name)!;

describe('the stair tool', () => {
  it('by two points: of all ways the one whose end is pointed at', () => {
    const session = storeys();
    const tool = session.take('stair');
    expect(readSentence(tool.sentence())).toContain('16 risers of 180, goings of 260, 3 900 long');
    tool.accept();
    expect(session.editor.message!.text).toBe('It is not said where the stair begins.');
    tool.click!({ x: 2000, y: 4000 }, px);
    tool.move!({ x: 6450, y: 4000 }, px);
    expect(tool.overlay!().labels!.filter(({ isChosen }) => isChosen)).toMatchObject([
      { text: '17: 4\u00a0496 long' }
    ]);
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 6450, y: 4000 }, px);
    expect(stairOf(session)).toMatchObject({ risers: 17, going: 281, width: 900, at: { x: 6496, y: 3550 } });
    expect(session.editor.selection.has('stair-1')).toBe(true);
    expect(field(session, 'Limits').value).toBe('kept');
    // What is typed in Details holds, and is told where it breaks a limit.
    expect(field(session, 'going').set!('240')).toBeUndefined();
    expect(stairOf(session)).toMatchObject({ risers: 17, going: 240, at: { x: 6496, y: 3550 } });
    expect(field(session, 'Limits').value).toContain('going 240');
    expect(field(session, 'first')).toBeUndefined();
    expect(field(session, 'form').set!('quarter')).toBeUndefined();
    expect(field(session, 'first').set!('40')).toContain('risers');
  });

  it('by keyboard alone, from a corner, turned to a side; Esc goes back a step', () => {
    const session = storeys();
    const tool = session.take('stair');
    expect(tool.back()).toBe(false);
    choose(tool, 'form', 'quarter turn with a landing');
    choose(tool, 'turn', 'to the right');
    choose(tool, 'line', 'middle');
    tool.fill('across', '2 m');
    tool.fill('up', '5 m');
    tool.fill('angle', '270');
    expect(tool.fill('width', '0')).toContain('more than zero');
    tool.fill('width', '1 m');
    tool.accept();
    expect(stairOf(session)).toMatchObject({ form: 'quarter', turn: 'right', width: 1000, risers: 16 });
    const again = session.take('stair');
    again.click!({ x: 500, y: 500 }, px);
    expect(again.back()).toBe(true);
    expect(again.back()).toBe(false);
  });

  it.each([
    ['quarter turn with a landing', 'by', 7, '2\u00a0460 by 2\u00a0980'],
    ['half turn with a landing', 'by', 7, '2\u00a0980 by 1\u00a0800'],
    ['quarter turn with winders', 'by', 3, ''],
    ['spiral', 'turning', undefined, 'turning 360°']
  ] as const)('of a %s: where it turns, then the way whose end is pointed at', (form, word, first, best) => {
    const session = storeys();
    const tool = session.take('stair');
    choose(tool, 'form', form);
    choose(tool, 'line', 'middle');
    tool.click!({ x: 2000, y: 2000 }, px);
    expect(tool.note).toContain(form === 'spiral' ? 'which way' : 'where it turns');
    // The middle of the landing after seven risers.
    tool.click!({ x: 2000 + 6 * 260 + 450, y: 2010 }, px);
    expect(tool.note).toBe('point where it leads');
    const { labels, lines } = tool.overlay!();
    expect(labels!.length).toBeGreaterThan(2);
    expect(labels![0]).toMatchObject({ isChosen: true });
    expect(labels![0]!.text).toContain(best);
    // The end of the second best is pointed at, and it comes there.
    const [p, q] = lines![1]!;
    const end = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
    tool.move!(end, px);
    const chosen = tool.overlay!().labels![1]!;
    expect(chosen.isChosen).toBe(true);
    expect(chosen.text).toContain(word);
    tool.click!(end, px);
    const stair = stairOf(session);
    expect(`${stair.risers}: `).toBe(chosen.text.slice(0, 4));
    expect(Math.hypot(stair.at.x - end.x, stair.at.y - end.y)).toBeLessThan(0.01);
    if (first !== undefined) expect(Math.abs(stair.first - first)).toBeLessThanOrEqual(1);
    // What is said in the sentence holds, wherever is pointed after.
    const again = session.take('stair');
    choose(again, 'form', form);
    again.click!({ x: 2000, y: 2000 }, px);
    again.fill('way', String(stair.risers));
    if (first !== undefined) again.fill('first', '5');
    again.click!({ x: 4000, y: 2010 }, px);
    again.click!({ x: 3000, y: 5200 }, px);
    const [, second] = [...session.editor.project.tables.stair.values()];
    expect(second).toMatchObject({ risers: stair.risers, ...(first !== undefined && { first: 5 }) });
    expect(again.fill('first', 'x')).toContain('whole number');
  });

  it('a key turns it the other way; in feet its steps are in eighths; from level to level of a storey', () => {
    const session = storeys('ft');
    const tool = session.take('stair');
    choose(tool, 'form', 'half turn with a landing');
    tool.click!({ x: 2000, y: 2000 }, px);
    tool.move!({ x: 4500, y: 2600 }, px);
    expect(tool.key!('x')).toBe(true);
    tool.accept();
    const { turn, going } = stairOf(session);
    expect(turn).toBe('right');
    expect((going * 8) / 25.4).toBeCloseTo(Math.round((going * 8) / 25.4), 6);
    const top = startSession([
      rectangle(),
      {
        name: 'addSlab',
        args: {
          storey: 'storey-1',
          offset: 240,
          points: [
            { x: 4000, y: 500 },
            { x: 8000, y: 500 },
            { x: 8000, y: 5000 }
          ]
        }
      }
    ]);
    // It begins on the finish of the slab that it stands on.
    const onSlab = top.take('stair');
    onSlab.click!({ x: 7000, y: 1500 }, px);
    expect(readSentence(onSlab.sentence())).toContain('from [240 above the datum] up to');
    const within = top.take('stair');
    // The slab that lies over its foot is where it leads to, unless another level is typed.
    expect(readSentence(within.sentence())).toContain('[a level of this storey] at [240 above the datum]');
    expect(within.fill('top', '540')).toBeUndefined();
    within.click!({ x: 2000, y: 2000 }, px);
    within.click!({ x: 2500, y: 2000 }, px);
    expect(stairOf(top)).toMatchObject({ to: 'storey-1', base: 0, top: 540, risers: 3 });
    expect(field(top, 'top').set!('0')).toContain('climb nothing');
  });
});

describe('the clear space tool', () => {
  it('stands with its back to a wall that is near, else where it is typed', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('clearSpace');
    choose(tool, 'use', 'bath');
    tool.move!({ x: 3010, y: 330 }, px);
    expect(readSentence(tool.sentence())).toContain('looking towards [90°]');
    tool.click!({ x: 3010, y: 330 }, px);
    tool.fill('across', '2 m');
    tool.fill('up', '2 m');
    tool.fill('angle', '180');
    tool.fill('depth', '900');
    expect(tool.fill('width', '-1')).toContain('more than zero');
    tool.accept();
    const [first, second] = [...session.editor.project.tables.clearSpace.values()];
    expect(first).toMatchObject({ use: 'bath', at: { x: 3000, y: 200 }, width: 1700, depth: 1400 });
    expect(second).toMatchObject({ at: { x: 2000, y: 2000 }, depth: 900 });
    expect(tool.back()).toBe(true);
    session.take('wallRun').back();
    session.editor.take(undefined);
    expect(hitAt(session.editor, { x: 3000, y: 900 }, px)).toBe('space-1');
    session.editor.select(['space-1']);
    expect(field(session, 'width').set!('1500')).toBeUndefined();
    expect(field(session, 'width').value).toBe('1\u00a0500');
  });
});

describe('the ground tool', () => {
  it('sets levels, lines and the plot; one is dragged and written in Details', () => {
    const session = startSession([rectangle(), { name: 'addSlab', args: { storey: 'storey-1' } }]);
    const tool = session.take('ground');
    tool.fill('z', '300 below zero');
    tool.click!({ x: -5000, y: -5000 }, px);
    choose(tool, 'what', 'a line of levels');
    tool.fill('z', '-200');
    tool.click!({ x: -8000, y: 9000 }, px);
    tool.fill('z', '-100');
    tool.click!({ x: 12_000, y: 9000 }, px);
    choose(tool, 'what', 'the plot');
    tool.click!({ x: -9000, y: -9000 }, px);
    // Its second corner is typed.
    expect(tool.fill('way', '24 m')).toBeUndefined();
    expect(tool.fill('turn', '0')).toBeUndefined();
    tool.accept();
    for (const [x, y] of [
      [15_000, 12_000],
      [-9000, 12_000],
      [-9000, -9000]
    ])
      tool.click!({ x: x!, y: y! }, px);
    const kinds = [...session.editor.project.tables.ground.values()].map(({ shape }) => shape.kind);
    expect(kinds).toEqual(['level', 'line', 'plot']);
    expect([...session.editor.project.tables.ground.values()].at(-1)!.shape).toMatchObject({
      points: [{}, { x: 15_000, y: -9000 }, {}, {}]
    });
    session.editor.take(undefined);
    expect(hitAt(session.editor, { x: -5000, y: -5000 }, px)).toBe('ground-1');
    const drag = Drag.begin(session.editor, { x: -5000, y: -5000 }, px)!;
    drag.move({ x: -5000, y: -6000 });
    drag.drop();
    session.editor.select(['ground-1']);
    expect(field(session, 'z').set!('-450')).toBeUndefined();
    expect(session.editor.project.tables.ground.get('ground-1')!.shape).toEqual({
      ...{ kind: 'level', at: { x: -5000, y: -6000 }, z: -450 }
    });
    session.editor.select(['slab-1']);
    expect(field(session, 'pad').set!('brought')).toBeUndefined();
    expect(field(session, 'run').set!('1 : 3')).toBeUndefined();
    expect(field(session, 'run').set!('steep')).toContain('Expected');
    expect(session.editor.project.tables.slab.get('slab-1')!.pad).toEqual({ drop: 150, run: 3 });
    session.editor.select(['ground-1']);
    expect(field(session, 'Fill').value).toContain('m³');
  });
});
