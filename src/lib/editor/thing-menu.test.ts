import { expect, it } from 'vitest';
import { menuOf } from './thing-menu';
import { rectangle, startSession } from './testing/session';

const door = {
  name: 'addOpening',
  args: { id: 'door', wall: 'wall-1', filling: 'door', distance: 2000, width: 900 }
};

it('lists what can be done to what is selected, and does it', () => {
  const { editor, style } = startSession([rectangle(), door]);
  expect(menuOf(editor, style)).toBeUndefined();
  const entry = (label: string) =>
    menuOf(editor, style)!
      .groups.flat()
      .find((one) => one.label === label)!;
  editor.select(['door']);
  expect(
    menuOf(editor, style)!
      .groups.flat()
      .map(({ label }) => label)
  ).toEqual([
    ...['Move …', 'Copy …', 'Make a row …', 'Turn …', 'Mirror …'],
    'Draw another like it',
    'Hang on the other jamb',
    'Open the other way',
    'Select all doors',
    'Select all of this size',
    'Show alone',
    'Make a layer',
    'Delete'
  ]);
  entry('Open the other way').run();
  expect(editor.project.tables.opening.get('door')!.handing.opens).toBe('outside');
  editor.select(['wall-1', 'wall-2']);
  expect(menuOf(editor, style)!.groups[0]!.map(({ label }) => label)).toEqual([
    'Move …',
    'Copy …',
    'Make a row …',
    'Turn …',
    'Mirror …',
    'Set walls beside …',
    'Join …'
  ]);
  editor.select(['wall-1']);
  entry('Pull …').run();
  expect(editor.tool!.sentence()[0]).toMatchObject({ name: 'way', value: 'pull' });
  editor.take(undefined);
  editor.select(['wall-1']);
  entry('Delete').run();
  expect(editor.project.tables.wall.has('wall-1')).toBe(false);
});
