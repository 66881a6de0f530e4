/** What tools share: the editor they work in, and how they try and act. */
import type { Call } from '../../core/commands/register';
import { nameElement } from '../../core/document/names';
import type { Editor } from '../editor';
import type { Choice } from '../sentence';
import { SnapHand } from '../snap-hand';

export abstract class BaseTool {
  protected readonly hand: SnapHand;

  constructor(protected readonly editor: Editor) {
    this.hand = new SnapHand(editor);
  }

  protected get units() {
    return this.editor.settings.units;
  }

  /** Walls of the storey to choose from, after the one that is pointed at. */
  protected get wallChoices(): Choice[] {
    const { project, storey, model } = this.editor;
    return [
      { value: '', label: 'the wall you point at' },
      ...[...(model.storey(project, storey)?.frames.keys() ?? [])].map((value) => ({
        value,
        label: nameElement(project, value)
      }))
    ];
  }

  protected attempt(call: Call | undefined) {
    this.editor.attempt(call);
  }

  protected perform(call: Call): readonly string[] | undefined {
    return this.editor.perform(call);
  }
}
