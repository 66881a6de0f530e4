/** What tools share: the editor they work in, and how they try and act. */
import type { Call } from '../../core/commands/register';
import type { Editor } from '../editor';

export abstract class BaseTool {
  constructor(protected readonly editor: Editor) {}

  protected get units() {
    return this.editor.settings.units;
  }

  protected attempt(call: Call | undefined) {
    this.editor.attempt(call);
  }

  protected perform(call: Call): readonly string[] | undefined {
    return this.editor.perform(call);
  }
}
