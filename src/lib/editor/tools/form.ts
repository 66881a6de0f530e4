/** Tools that are a sentence and nothing else: nothing is pointed at. */
import { BaseTool } from './base';
import { heightBlank, lengthBlank, readBlank, type SentencePart } from '../sentence';

export abstract class FormTool extends BaseTool {
  /** What is proposed; and what was typed, which holds whatever else is chosen. */
  protected proposed: Record<string, number> = {};
  private typed: Record<string, number> = {};

  protected get lengths(): Record<string, number> {
    return { ...this.proposed, ...this.typed };
  }

  protected abstract call(): { name: string; args: unknown };

  protected length(name: string, label: string, value = this.lengths[name] ?? 0): SentencePart {
    return lengthBlank(name, label, value, this.units, name in this.typed);
  }

  protected height(name: string, label: string, value = this.lengths[name] ?? 0): SentencePart {
    return heightBlank(name, label, value, this.units, name in this.typed);
  }

  protected read(blank: string, text: string, kind: 'length' | 'height' = 'length'): string | undefined {
    const read = readBlank(kind, text, this.units);
    if (!read.ok) return read.message;
    this.typed = { ...this.typed, [blank]: read.value };
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
