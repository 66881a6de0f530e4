import { expect, it, vi } from 'vitest';

it('a tool that is still to be read comes into the hand only where it is still wanted', async () => {
  // Another test may have read it.
  vi.resetModules();
  const { newProject } = await import('../core/kinds/new-project');
  const { Editor } = await import('./editor');
  const { newHistory } = await import('./history');
  const { WallStyle } = await import('./style');
  const { readLateTools, takeTool } = await import('./take-tool');
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
