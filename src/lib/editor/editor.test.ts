import { describe, expect, it } from 'vitest';
import { allRecords } from '../core/document/project';
import { depthOf, operate } from './history';
import { rectangle, startSession } from './testing/session';
import { stepThrough, thingsOn } from './pointing';

const move = { name: 'moveWalls', args: { ids: ['wall-1'], by: { x: 0, y: -500 } } };

describe('the session', () => {
  it('a trial is shown but not done; performing makes one entry', () => {
    const { editor, operations } = startSession([rectangle()]);
    const before = editor.project;
    editor.attempt(move);
    expect(editor.isTrial).toBe(true);
    expect(editor.shown.tables.wall.get('wall-1')!.a.y).toBe(-500);
    expect(editor.project).toBe(before);
    expect([...editor.trialIds].sort()).toEqual(['wall-1', 'wall-2', 'wall-4']);
    editor.attempt(undefined);
    expect(editor.shown).toBe(before);
    editor.perform(move);
    expect(operations).toHaveLength(1);
    expect(editor.isTrial).toBe(false);
  });
  it('looks at the stage of the tool in hand, or at the one opened last', () => {
    const session = startSession([rectangle()]);
    const { editor } = session;
    session.take('slab');
    expect(editor.stage).toBe('floors');
    editor.open('roof');
    expect([editor.stage, editor.tool]).toEqual(['roof', undefined]);
  });
  it('begins where what there is can be seen: at what was measured, before a wall stands', () => {
    const corners = [0, 4000, 4000, 0].map((x, i) => ({ x, y: i < 2 ? 0 : 3000 }));
    const room = { name: 'addSurveyRoom', args: { storey: 'storey-1', corners } };
    expect(startSession([]).editor.stage).toBe('walls');
    expect(startSession([room]).editor.stage).toBe('measure');
    expect(startSession([room, rectangle()]).editor.stage).toBe('walls');
  });
  it('undo and redo give the same records back, without limit', () => {
    const { editor, operations } = startSession([rectangle()]);
    const start = editor.project;
    for (let i = 0; i < 50; i++) editor.perform(move);
    const last = editor.project;
    for (let i = 0; i < 60; i++) editor.undo();
    expect(allRecords(editor.project)).toEqual(allRecords(start));
    expect(editor.project.tables.wall.get('wall-1')).toBe(start.tables.wall.get('wall-1'));
    for (let i = 0; i < 60; i++) editor.redo();
    expect(allRecords(editor.project)).toEqual(allRecords(last));
    expect(operations).toHaveLength(150);
  });
  it('a new deed forgets what was undone', () => {
    const { editor } = startSession([rectangle()]);
    editor.perform(move);
    editor.undo();
    editor.perform({ name: 'setProject', args: { name: 'Other' } });
    expect(depthOf(editor.state.redo)).toBe(0);
    expect(operate(editor.state, { op: 'redo' }).project).toBe(editor.state.project);
  });
  it('a refusal changes nothing and says why', () => {
    const { editor, operations } = startSession([rectangle()]);
    const before = editor.state;
    expect(
      editor.perform({ name: 'moveWalls', args: { ids: ['wall-1'], by: { x: 0, y: 9000 } } })
    ).toBeUndefined();
    expect(editor.state).toBe(before);
    expect(operations).toEqual([]);
    expect(editor.message).toMatchObject({ kind: 'problem' });
  });
  it('a command that changes nothing is no entry', () => {
    const { editor, operations } = startSession([rectangle()]);
    editor.perform({ name: 'moveWalls', args: { ids: ['wall-1'], by: { x: 0, y: 0 } } });
    expect(operations).toEqual([]);
  });
  it('a follower does not edit, but takes what the editor of the house did', () => {
    const { editor } = startSession([rectangle()]);
    editor.setReadOnly({ kind: 'problem', text: 'Another tab edits.', hint: 'Close it.' });
    expect(editor.perform(move)).toBeUndefined();
    expect(editor.message?.text).toContain('Another tab');
    const other = startSession([rectangle()]);
    other.editor.perform(move);
    editor.apply(other.operations[0]!, false);
    expect(editor.project.tables.wall.get('wall-1')!.a.y).toBe(-500);
  });
  it('selection drops what is deleted, steps through things, and Esc lets go', () => {
    const { editor } = startSession([
      rectangle(),
      { name: 'addOpening', args: { wall: 'wall-1', distance: 900 } }
    ]);
    stepThrough(editor, 1);
    expect([...editor.selection]).toEqual(['wall-1']);
    stepThrough(editor, -1);
    expect([...editor.selection]).toEqual(['opening-1']);
    stepThrough(editor, 1, 'add');
    expect([...editor.selection]).toEqual(['opening-1', 'wall-1']);
    editor.select(['opening-1']);
    editor.toggle('wall-2');
    expect(editor.selected.map(({ id }) => id)).toEqual(['opening-1', 'wall-2']);
    editor.deleteSelection();
    expect(editor.selection.size).toBe(0);
    expect(thingsOn(editor)).toEqual(['wall-1', 'wall-3', 'wall-4']);
    editor.select(['wall-1']);
    editor.escape();
    expect(editor.selection.size).toBe(0);
  });
  it('a storey that is undone away is left', () => {
    const { editor } = startSession([rectangle()]);
    const [storey] = editor.perform({ name: 'copyStorey', args: { storey: 'storey-1' } })!;
    editor.goTo(storey!);
    editor.undo();
    expect(editor.storey).toBe('storey-1');
    editor.goTo('nowhere');
    expect(editor.storey).toBe('storey-1');
  });
});
