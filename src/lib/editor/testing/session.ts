/** A session for tests: an editor on a scripted house, with what it would have kept. */
import { type Call } from '../../core/commands/register';
import { runScript } from '../../core/commands/script';
import { newProject } from '../../core/kinds/new-project';
import { defaultUnits, type UnitSystem } from '../../core/units/length';
import { Editor } from '../editor';
import { newHistory, type Operation } from '../history';
import { isBlank, type SentencePart } from '../sentence';
import { WallStyle } from '../style';
import { readLateTools, takeTool } from '../take-tool';
import type { Tool, ToolName } from '../tool';

export const rectangle = (width = 6000, depth = 4000): Call => ({
  name: 'drawRectangle',
  args: { storey: 'storey-1', corner: { x: 0, y: 0 }, width, depth, thickness: 200 }
});

await readLateTools();

export interface Session {
  readonly editor: Editor;
  readonly style: WallStyle;
  readonly operations: Operation[];
  take(name: ToolName): Tool;
}

export function startSession(commands: readonly Call[] = [], system: UnitSystem = 'mm'): Session {
  const result = runScript({ commands }, newProject('Session', defaultUnits[system]));
  if (!result.ok) throw new Error(result.problem.message);
  const operations: Operation[] = [];
  const editor = new Editor(newHistory(result.project), {
    changed: () => undefined,
    operated: (operation) => operations.push(operation)
  });
  const style = new WallStyle(editor);
  return {
    editor,
    style,
    operations,
    take: (name) => {
      takeTool(editor, style, name);
      return editor.tool!;
    }
  };
}

/** The sentence as a person reads it: blanks in square brackets, choices by their label. */
export function readSentence(parts: readonly SentencePart[]): string {
  return parts
    .map((part) =>
      isBlank(part)
        ? `[${part.choices?.find(({ value }) => value === part.value)?.label ?? part.value}]`
        : part
    )
    .join(' ')
    .replaceAll('\u00a0', ' ')
    .replace(/ ([,.])/g, '$1');
}

/** Choose by the label that a person sees. */
export function choose(tool: Tool, blank: string, label: string): string | undefined {
  const part = tool.sentence().find((one) => isBlank(one) && one.name === blank);
  const choice = part && isBlank(part) ? part.choices?.find((one) => one.label === label) : undefined;
  if (!choice) throw new Error(`no choice "${label}" in ${blank}`);
  return tool.fill(blank, choice.value);
}
