/** Two rooms tied by pointing and typing: by a doorway, by a length outside, and by keyboard alone. */
import { expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { Drag, hitAt, nudge } from '../../pointing';
import { choose, readSentence, startSession } from '../../testing/session';

const px = 10;
const roomAt = (x: number, name: string) => ({
  name: 'addSurveyRoom',
  args: {
    ...{ storey: 'storey-1', square: true, name },
    corners: [
      { x, y: 0 },
      { x: x + 3900, y: 0 },
      { x: x + 3900, y: 3100 },
      { x, y: 3100 }
    ]
  }
});
const measured = (id: string) =>
  [1, 2].map((from) => ({
    name: 'measureRoom',
    args: { id, from, to: from + 1, length: from === 1 ? 4000 : 3000 }
  }));
const twoRooms = () =>
  startSession([
    roomAt(0, 'Hall'),
    roomAt(6000, 'Kitchen'),
    ...measured('room-survey-1'),
    ...measured('room-survey-2')
  ]);
const fieldsOf = ({ editor }: ReturnType<typeof startSession>) =>
  describeSelection(editor)!.groups.flatMap(({ fields }) => fields);
const value = (session: ReturnType<typeof startSession>, label: string) =>
  fieldsOf(session).find((one) => one.label === label)?.value;

it('a doorway: two sides are pointed at, then it asks for what ties them, and for what makes it surer', () => {
  const session = twoRooms();
  const { editor } = session;
  editor.open('measure');
  const tool = session.take('roomTie');
  expect(tool.note).toBe('point at a side of a room');
  tool.accept();
  expect(editor.message!.text).toBe('No side of a room is there.');
  tool.click!({ x: 4010, y: 1500 }, px);
  expect(readSentence(tool.sentence())).toContain('from B–C of Hall to [the side you point at]');
  tool.move!({ x: 5990, y: 1500 }, px);
  expect(tool.overlay!().labels!.map(({ text }) => text)).toHaveLength(2);
  tool.click!({ x: 5990, y: 1500 }, px);
  expect(tool.note).toBe('5 more lengths tie the rooms');
  tool.accept();
  expect(editor.message!.text).toMatch(/^The B to the doorway, in .* is not typed yet\.$/);
  const type = (length: string) => {
    expect(tool.fill('length', length)).toBeUndefined();
    tool.accept();
  };
  ['800', '900', '1300', '900', '120'].forEach(type);
  expect(tool.note).toContain('tied: the wall is 120');
  const query = () => editor.model.at(editor.project);
  // The kitchen lies beside the hall.
  expect(hitAt(editor, { x: 6120, y: 10 }, px)).toBe('room-survey-2');
  expect(hitAt(editor, { x: 4060, y: 800 }, px)).toBe('tie-1');
  expect(query().project.tables.roomTie.size).toBe(1);
  // Across a wall that is thinner than what is met: the nearer of both.
  expect([4040, 4080].map((x) => hitAt(editor, { x, y: 2500 }, 20))).toEqual([
    'room-survey-1',
    'room-survey-2'
  ]);
  // Dragged, both go along.
  const drag = Drag.begin(editor, { x: 6120, y: 10 }, px)!;
  drag.move({ x: 6620, y: 10 });
  drag.drop();
  expect(hitAt(editor, { x: 6620, y: 10 }, px)).toBe('room-survey-2');
  expect(hitAt(editor, { x: 1500, y: 0 }, px)).toBe('room-survey-1');
  expect(hitAt(editor, { x: 100, y: 1500 }, px)).not.toBe('room-survey-1');
  editor.undo();
  editor.select(['room-survey-2', 'room-survey-1']);
  nudge(editor, { x: 0, y: 10 });
  expect(editor.project.tables.surveyRoom.get('room-survey-1')!.corners[0]).toEqual({ x: 0, y: 10 });
  expect(editor.project.tables.surveyRoom.get('room-survey-2')!.corners[0]).toEqual({ x: 6000, y: 0 });
  editor.undo();
  editor.select(['tie-1']);
  expect(tool.overlay!().lines).toHaveLength(1);
  choose(tool, 'piece', 'The doorway to C, in Hall');
  type('1300');
  expect(value(session, 'Rooms')).toContain('they lie as it says');
  expect(value(session, 'Wall between them')).toContain('120');
  const label = 'The doorway to C, in Hall';
  expect(fieldsOf(session).find((one) => one.label === label)!.also).toBe('agrees');
  expect(fieldsOf(session).find((one) => one.label === label)!.set!('not measured')).toBeUndefined();
  expect(value(session, label)).toBe('not measured');
  expect(tool.back()).toBe(true);
  expect(tool.back()).toBe(false);
  editor.undo();
});

it('a length outside, its corners chosen in the sentence; the walls at its ends are typed', () => {
  const session = twoRooms();
  const { editor } = session;
  const tool = session.take('roomTie');
  choose(tool, 'by', 'a length outside');
  expect(tool.note).toBe('point at a corner of a room');
  choose(tool, 'spot', 'A of Hall');
  tool.click!({ x: 10_010, y: 10 }, px);
  tool.accept();
  expect(editor.message!.text).toBe('The length outside is not typed yet.');
  expect(tool.fill('wall', '250')).toBeUndefined();
  expect(tool.fill('otherWall', '-1')).toContain('not thinner than nothing');
  tool.fill('length', '8650');
  tool.accept();
  const [tie] = [...editor.project.tables.roomTie.values()];
  expect(tie).toMatchObject({ shape: { kind: 'outside', corners: [0, 1], length: 8650, walls: [250, 200] } });
  expect(value(session, 'Rooms')).toBe('not yet: no doorway ties these rooms');
  // Drawn beside the rooms, past the walls at its ends; pointed at there.
  expect(hitAt(editor, { x: 5000, y: -250 - 3.4 * 4.3 * px }, px)).toBe(tie!.id);
  expect(hitAt(editor, { x: 10_400, y: -250 - 3.4 * 4.3 * px }, px)).toBeUndefined();
  expect(fieldsOf(session).find(({ name }) => name === 'wall')!.set!('300')).toBeUndefined();
  expect(fieldsOf(session)[1]!.set!('')).toContain('not said how long');
  expect(tool.back()).toBe(false);
  const empty = startSession([]).take('roomTie');
  expect(empty.note).toBe('measure two rooms first');
});
