import { describe, expect, it } from 'vitest';
import { choose, readSentence, rectangle, startSession } from '../../testing/session';
import { hitAt } from '../../pointing';
import { describeSelection } from '../../details/describe';

const px = 10;
const begun = () =>
  startSession([
    rectangle(),
    { name: 'addColumn', args: { id: 'post', storey: 'storey-1', at: { x: 8000, y: 1000 }, base: -200 } }
  ]);
const footings = ({ editor }: ReturnType<typeof startSession>) => [...editor.project.tables.footing.values()];

describe('footings by pointing', () => {
  it('under the outer walls as proposed; what was typed holds whatever else is chosen', () => {
    const session = begun();
    const tool = session.take('footing');
    expect(readSentence(tool.sentence())).toContain('under [the outer walls]');
    tool.fill('projection', '200');
    choose(tool, 'steps', 'level all along');
    choose(tool, 'stands', 'nothing');
    expect(readSentence(tool.sentence())).toContain('200');
    tool.accept();
    const [one] = footings(session);
    expect(one).toMatchObject({ projection: 200, step: 0, wall: null });
    expect(one!.walls).toHaveLength(4);
    expect([...session.editor.selection]).toEqual([one!.id]);
  });

  it('under what is pointed at, once more takes it out; under what was selected before', () => {
    const session = begun();
    const tool = session.take('footing');
    tool.click!({ x: 8000, y: 1000 }, px);
    tool.click!({ x: 3000, y: 50 }, px);
    tool.click!({ x: 3000, y: 50 }, px);
    expect(tool.note).toMatch(/^Column/);
    tool.accept();
    expect(footings(session)[0]).toMatchObject({ walls: [], columns: [{ of: 'post', projection: null }] });
    const [wall] = [...session.editor.project.tables.wall.keys()];
    session.editor.select([wall!]);
    session.take('footing').accept();
    expect(footings(session)[1]!.walls).toEqual([{ of: wall, projection: null }]);
  });

  it('is picked beside the wall where floors are worked on; its card sets each width, and the wall on it', () => {
    const session = begun();
    session.take('footing').accept();
    const { editor } = session;
    editor.select([]);
    editor.open('floors');
    const [one] = footings(session);
    expect(hitAt(editor, { x: 3000, y: -150 }, px)).toBe(one!.id);
    editor.open('roof');
    expect(hitAt(editor, { x: 3000, y: -150 }, px)).toBeUndefined();
    editor.select([one!.id]);
    const field = (name: string) =>
      describeSelection(editor)!
        .groups.flatMap(({ fields }) => fields)
        .find((each) => each.name === name)!;
    const wall = one!.walls[0]!.of;
    field(`of-${wall}`).set!('350');
    expect(footings(session)[0]!.walls[0]).toEqual({ of: wall, projection: 350 });
    field(`of-${wall}`).set!('150');
    expect(footings(session)[0]!.walls[0]!.projection).toBeNull();
    field('steps').set!('level');
    expect(footings(session)[0]!.step).toBe(0);
    expect(field('thickness').set!('0')).toMatch(/more than zero|must be/);
    field('stands').set!('none');
    expect(footings(session)[0]!.wall).toBeNull();
    field('work').set!('existing');
    expect(footings(session)[0]!.work).toBe('existing');
  });
});
