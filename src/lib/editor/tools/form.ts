/** Tools that are a sentence and nothing else: nothing is pointed at. */
import { BaseTool } from './base';
import { heightBlank, lengthBlank, readBlank, type SentencePart } from '../sentence';

export abstract class FormTool extends BaseTool {
  protected lengths: Record<string, number> = {};
  protected abstract call(): { name: string; args: unknown };

  protected length(name: string, label: string): SentencePart {
    return lengthBlank(name, label, this.lengths[name] ?? 0, this.units, true);
  }

  protected height(name: string, label: string): SentencePart {
    return heightBlank(name, label, this.lengths[name] ?? 0, this.units);
  }

  protected read(blank: string, text: string, kind: 'length' | 'height' = 'length'): string | undefined {
    const read = readBlank(kind, text, this.units);
    if (!read.ok) return read.message;
    this.lengths = { ...this.lengths, [blank]: read.value };
    this.preview();
    return undefined;
  }

  protected preview() {
    this.attempt(this.call());
  }

  accept() {
    const made = this.perform(this.call());
    if (!made) return;
    const { message } = this.editor;
    this.editor.take(undefined);
    this.after(made);
    this.editor.say(message);
  }

  protected after(made: readonly string[]) {
    this.editor.select(made.slice(0, 1));
  }

  back(): boolean {
    return false;
  }
}
