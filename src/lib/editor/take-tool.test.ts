import { expect, it } from 'vitest';
import { newProject } from '../core/kinds/new-project';
import { Editor } from './editor';
import { newHistory } from './history';
import { WallStyle } from './style';
import { readLateTools, takeTool } from './take-tool';

it('a tool that is still to be read comes into the hand only where it is still wanted', async () => {
  const started = () => {
    const editor = new Editor(newHistory(newProject('Read late')), {
      changed: () => undefined,
      operated: () => undefined
    });
    return { editor, style: new WallStyle(editor) };
  };
  const [left, other, waited, again] = [started(), started(), started(), started()];
  for (const { editor, style } of [left, other, waited, again]) takeTool(editor, style, 'roof');
  expect(waited.editor.tool).toBeUndefined();
  left.editor.escape();
  takeTool(other.editor, other.style, 'wallRun');
  takeTool(again.editor, again.style, 'guide');
  await readLateTools();
  await Promise.resolve();
  expect([left, other, waited, again].map(({ editor }) => editor.tool?.name)).toEqual([
    undefined,
    'wallRun',
    'roof',
    'guide'
  ]);
});
