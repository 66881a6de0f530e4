/** A wall entered as it was measured, by typing alone. */
import { describe, expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { hitAt } from '../../pointing';
import { cornerChoices } from '../../tools/corners';
import { choose, readSentence, startSession } from '../../testing/session';

const field = ({ editor }: ReturnType<typeof startSession>, label: string) =>
  describeSelection(editor)!
    .groups.flatMap(({ fields }) => fields)
    .find((one) => one.name === label || one.label === label)!;
const runOf = ({ editor }: ReturnType<typeof startSession>) =>
  [...editor.project.tables.surveyRun.values()][0]!;

describe('the survey tool', () => {
  it('piece after piece in feet and inches, each an undo; the sum is held against the overall length', () => {
    const session = startSession([], 'ft');
    const { editor } = session;
    editor.open('measure');
    const tool = session.take('surveyRun');
    tool.accept();
    expect(editor.message!.text).toBe('It is not said where the wall begins.');
    tool.fill('across', "10'");
    tool.accept();
    expect(editor.message!.text).toBe('The length of the piece is not typed yet.');
    const piece = (length: string, more: Record<string, string> = {}) => {
      expect(tool.fill('length', length)).toBeUndefined();
      for (const [name, text] of Object.entries(more)) expect(tool.fill(name, text)).toBeUndefined();
      tool.accept();
    };
    piece("8'");
    expect(readSentence(tool.sentence())).toContain('Piece 2: [opening]');
    piece("3'", { sill: '0', head: "6'8" });
    choose(tool, 'kind', 'pier or column');
    piece('13"', { depth: '17"' });
    choose(tool, 'kind', 'wall');
    piece('4\'-0 1/2"');
    tool.fill('overall', '16\'-1 1/2"');
    expect(tool.note).toContain('it closes');
    tool.fill('overall', '16\'-2"');
    expect(tool.note).toContain('too little');
    expect(runOf(session).pieces.map(({ kind }) => kind)).toEqual(['wall', 'opening', 'pier', 'wall']);
    expect(tool.back()).toBe(true);
    expect([...editor.selection]).toEqual(['survey-1']);
    editor.undo();
    editor.undo();
    editor.undo();
    expect(runOf(session).pieces).toHaveLength(3);
  });

  it('the next wall begins at the end of the one before, chosen or pointed at', () => {
    const pieces = [{ kind: 'wall', length: 5200 }];
    const run = {
      name: 'addSurveyRun',
      args: { storey: 'storey-1', at: { x: 300, y: 0 }, angle: 0, pieces }
    };
    const session = startSession([run]);
    session.editor.open('measure');
    const enter = () => {
      tool.fill('angle', '90');
      tool.fill('length', '4100');
      tool.accept();
      return [...session.editor.project.tables.surveyRun.values()].at(-1)!.at;
    };
    let tool = session.take('surveyRun');
    choose(tool, 'corner', 'end of survey run 1 at 5\u00a0500, 0');
    expect(enter()).toEqual({ x: 5500, y: 0 });
    session.editor.undo();
    tool = session.take('surveyRun');
    tool.click!({ x: 5540, y: 30 }, 10);
    expect(enter()).toEqual({ x: 5500, y: 0 });
    // Elsewhere than where one measures it is not shown, and not met.
    session.editor.open('walls');
    expect(cornerChoices(session.editor).map(({ label }) => label)).toEqual(['project zero']);
  });

  it('its card tells the error with its causes; one is put right, the rest is spread, and its walls are built', () => {
    const pieces = [1300, 1790, 1610, 1200, 1200].map((length, i) => ({
      kind: i % 2 ? 'opening' : 'wall',
      length
    }));
    const at = { x: 0, y: 0 };
    const session = startSession([
      { name: 'addSurveyRun', args: { storey: 'storey-1', at, pieces, overall: 7200, tape: 0 } }
    ]);
    const { editor } = session;
    editor.open('measure');
    expect(hitAt(editor, { x: 3000, y: 0 }, 10)).toBe('survey-1');
    editor.select(['survey-1']);
    expect(field(session, 'Closing error').value).toContain('100\u00a0mm too little');
    expect(field(session, 'Cause 1, as good as certain').value).toContain('a round figure off');
    const mend = field(session, 'mend');
    const third = mend.choices!.find(({ label }) => label.startsWith('piece 3'))!;
    expect(mend.set!(third.value)).toBeUndefined();
    expect(field(session, 'Closing error').value).toBe('none');
    expect(field(session, 'length 2').set!('1 780')).toBeUndefined();
    expect(field(session, 'spread').set!('all')).toBeUndefined();
    expect(field(session, 'Sum of its pieces').value).toBe('7\u00a0200\u00a0mm');
    // Read from one end the same pieces are told by where they end; one is changed, the one after it gives.
    expect(field(session, 'running').set!('yes')).toBeUndefined();
    expect(field(session, 'length 1').set!('1 400')).toBeUndefined();
    expect(runOf(session).pieces[0]!.length).toBe(1400);
    expect(field(session, 'length 2').set!('1 000')).toContain('not beyond');
    expect(field(session, 'kind 5').set!('out')).toBeUndefined();
    expect(runOf(session).pieces).toHaveLength(4);
    describeSelection(editor)!
      .actions!.find(({ label }) => label === 'Build its walls')!
      .run();
    expect(runOf(session).walls).toHaveLength(1);
    expect(editor.project.tables.opening.size).toBe(2);
  });
});
