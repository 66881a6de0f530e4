/** A room pointed out and measured, length after length. */
import { expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { hitAt } from '../../pointing';
import { readSentence, startSession } from '../../testing/session';

const fieldsOf = ({ editor }: ReturnType<typeof startSession>) =>
  describeSelection(editor)!.groups.flatMap(({ fields }) => fields);
const value = (session: ReturnType<typeof startSession>, label: string) =>
  fieldsOf(session).find((one) => one.label === label)?.value;

it('sides by Enter, then what holds it, then what makes it surest; its card tells, and builds it', () => {
  const session = startSession([]);
  const { editor } = session;
  editor.open('measure');
  const tool = session.take('surveyRoom');
  for (const [x, y] of [
    [0, 0],
    [4200, 0],
    [4200, 3100],
    [0, 3100],
    [0, 0]
  ])
    tool.click!({ x: x!, y: y! }, 5);
  const room = () => [...editor.project.tables.surveyRoom.values()][0]!;
  expect(room().corners).toHaveLength(4);
  tool.accept();
  expect(editor.message!.text).toBe('The length A–B is not typed yet.');
  expect(tool.note).toBe('5 more lengths hold it');
  const type = (length: string) => {
    expect(tool.fill('length', length)).toBeUndefined();
    tool.accept();
  };
  ['4210', '3105', '4195', '3090'].forEach(type);
  expect(readSentence(tool.sentence())).toContain('[A–C]');
  type('7500');
  expect(editor.message!.text).toContain('A–C of survey room 1 cannot be');
  tool.fill('length', '5238');
  tool.accept();
  expect(tool.note).toContain('its shape is known');
  // The other diagonal checks it.
  expect(readSentence(tool.sentence())).toContain('[B–D]');
  type('5212');
  tool.back();
  expect([...editor.selection]).toEqual([room().id]);
  expect(value(session, 'Lengths agree')).toBe('within what the tape allows, 1 more than needed');
  expect(value(session, 'Shape')).toMatch(/known, 13\.0\d m² clear/);
  expect(fieldsOf(session).find(({ label }) => label === 'A–C')!.also).toMatch(
    /^2.mm more than the shape has$/
  );
  expect(hitAt(editor, { x: 2000, y: 0 }, 10)).toBe(room().id);
  const set = (label: string, text: string) =>
    fieldsOf(session).find((one) => one.label === label)!.set!(text);
  expect(set('B–D', 'not measured')).toBeUndefined();
  expect(room().lengths).toHaveLength(5);
  expect(set('A–B', 'long')).toContain('“long” is not a length');
  expect(set('A–B, how known', 'assumed')).toBeUndefined();
  expect(room().lengths[0]!.certainty).toBe('assumed');
  const tick = fieldsOf(session).find(({ label }) => label === 'All corners are right angles')!;
  tick.set!('yes');
  expect(value(session, 'Declared square it costs')).toMatch(/mm at the worst corner/);
  const [build] = describeSelection(editor)!.actions!;
  build!.run();
  expect(room().walls).toHaveLength(4);
  editor.undo();
  expect(room().walls).toEqual([]);
});
