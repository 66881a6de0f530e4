/** A length that a tool asks for, one after another: what it is of is proposed or chosen, it is typed, Enter takes it. */
import type { LengthUnits } from '../../core/units/length';
import type { Editor } from '../editor';
import { lengthBlank, readBlank, type SentencePart } from '../sentence';

export class AskedLength<What> {
  private chosen: What | undefined;
  private typed: number | undefined;

  constructor(private readonly editor: Editor) {}

  /** What it is of: as it was chosen, else as proposed. */
  of(proposed: What): What {
    return this.chosen ?? proposed;
  }

  choose(what: What | undefined) {
    this.chosen = what;
    this.typed = undefined;
  }

  /** `own`: as it is known so far. */
  blank(own: number | undefined, units: LengthUnits): SentencePart {
    return lengthBlank('length', 'Length', this.typed ?? own ?? 0, units, this.typed !== undefined);
  }

  /** Answers what is wrong with it, in words. */
  fill(text: string, units: LengthUnits): string | undefined {
    const read = readBlank('length', text, units);
    if (!read.ok) return read.message;
    if (read.value <= 0) return 'A length must be more than zero.';
    this.typed = read.value;
    return undefined;
  }

  /** Undefined where it is not typed yet, which is said. `what`: as the middle of a sentence. */
  taken(what: string): number | undefined {
    if (this.typed === undefined)
      this.editor.say({
        kind: 'problem',
        text: `The ${what} is not typed yet.`,
        hint: 'Type it, choose another, or press Esc when all is measured.'
      });
    return this.typed;
  }

  /** Takes back what was chosen and typed; false where neither was. */
  back(): boolean {
    if (this.typed === undefined && this.chosen === undefined) return false;
    this.choose(undefined);
    return true;
  }
}
