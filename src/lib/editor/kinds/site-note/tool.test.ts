/** A note pinned by pointing and typing. */
import { expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { hitAt } from '../../pointing';
import { startSession } from '../../testing/session';

it('is pinned where one stood, looks where is pointed next, and is found again under the pointer', () => {
  const session = startSession([]);
  const { editor } = session;
  editor.open('measure');
  const tool = session.take('siteNote');
  tool.accept();
  expect(editor.message!.text).toBe('It is not said where the note is pinned.');
  tool.click!({ x: 2000, y: 1000 }, 5);
  tool.accept();
  expect(editor.message!.text).toContain('neither words nor a photo');
  expect(tool.note).toBe('type what it says');
  tool.fill('text', 'Damp at the foot');
  tool.move!({ x: 2010, y: 3000 }, 5);
  expect(tool.overlay!().lines).toHaveLength(1);
  tool.click!({ x: 2010, y: 3000 }, 5);
  const note = () => editor.project.tables.siteNote.get('note-1')!;
  expect(note()).toMatchObject({ text: 'Damp at the foot', at: { x: 2000, y: 1000 } });
  expect(note().looks).toBeCloseTo(Math.PI / 2, 9);
  expect(hitAt(editor, { x: 2040, y: 1030 }, 5)).toBe('note-1');
  const field = (label: string) =>
    describeSelection(editor)!
      .groups.flatMap(({ fields }) => fields)
      .find((one) => one.label === label)!;
  expect(field('Looks towards').set!('steep')).toContain('Expected');
  expect(field('Looks towards').set!('45°')).toBeUndefined();
  expect(note().looks).toBeCloseTo(Math.PI / 4, 9);
  expect(field('Looks towards').set!('no way')).toBeUndefined();
  expect(note().looks).toBe(null);
  expect(field('Words').set!('')).toContain('neither');
  let asked = '';
  editor.choosePhoto = async (id) => void (asked = id);
  describeSelection(editor)!.actions![0]!.run();
  expect(asked).toBe('note-1');
});
