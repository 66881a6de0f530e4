/** What walls are sought in: the lines of a tracing sheet as they lie in the plan. Which of its layers build walls. */
import type { Project } from '../../../core/document/kind';
import { thicknessOf } from '../../../core/kernels/joints/frame';
import { lineAt, type LineDrawing } from '../../../core/kernels/survey/line-drawing';
import type { Piece } from '../../../core/kernels/walls-found/runs';
import { laid } from '../../../core/kinds/tracing-sheet/place';
import type { TracingSheet } from '../../../core/kinds/tracing-sheet/record';
import type { Editor } from '../../editor';

/** More lines than these are not gone through. */
export const mostSought = 200_000;

/** Thicknesses of the project's build-ups, mm. */
export const knownThicknesses = (project: Project): number[] =>
  [...project.tables.buildUp.values()].map(thicknessOf);

/** Lines on the layers that are wanted, in the plan, and the layer of each. */
export function linesOf(
  sheet: TracingSheet,
  drawing: LineDrawing,
  isWanted: (layer: number) => boolean
): { pieces: Piece[]; layers: number[] } {
  const layers: number[] = [];
  const pieces = Array.from(drawing.layerOf).flatMap((layer, i): Piece[] => {
    if (!isWanted(layer)) return [];
    layers.push(layer);
    const [a, b] = lineAt(drawing, i);
    return [{ a: laid(sheet, a), b: laid(sheet, b) }];
  });
  return { pieces, layers };
}

/** Leave the layers of a sheet that build walls and hide the others, as one step; says which were left, or why none were. */
export async function leaveWallLayers(editor: Editor, id: string): Promise<void> {
  const sheet = editor.project.tables.tracingSheet.get(id);
  const drawing = sheet && editor.drawings.get(sheet.blob)?.drawing;
  if (!drawing || !editor.seekWalls) return;
  const lines = linesOf(sheet, drawing, () => true);
  const problem = (text: string, hint: string) => editor.say({ kind: 'problem', text, hint });
  if (lines.pieces.length > mostSought)
    return problem(
      `“${sheet.name}” has ${lines.pieces.length} lines; more than ${mostSought} are not gone through.`,
      'Hide the layers one by one, hatches above all.'
    );
  editor.say({ kind: 'done', text: `Seeking the layers of “${sheet.name}” that build walls …`, hint: '' });
  const wanted = { thicknesses: knownThicknesses(editor.project) };
  try {
    const sought = await editor.seekWalls({ ...lines, wanted, isNarrowed: true, isGuess: true });
    if (!sought.layers)
      return problem(
        `On no layer of “${sheet.name}” walls can be told.`,
        'True it up first, or hide its layers one by one.'
      );
    const kept = new Set(sought.layers);
    const names = (isKept: boolean) =>
      drawing.layers.flatMap(({ name }, i) => (kept.has(i) === isKept ? [name] : []));
    if (!editor.perform({ name: 'setTracingSheet', args: { id, hidden: names(false) } })) return;
    editor.say({
      kind: 'done',
      text: `Left on “${sheet.name}”: ${names(true).join(', ')}; ${names(false).length} hidden.`,
      hint: 'Undo shows them again.'
    });
  } catch (fault) {
    problem(
      `The layers could not be gone through: ${(fault as Error).message}.`,
      'Hide them one by one, hatches above all.'
    );
  }
}
