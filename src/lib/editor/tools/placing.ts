/** Where something stands: at the point that is pointed at, or so far from a corner that is chosen. */
import type { Point } from '../../core/geometry/point';
import type { Editor } from '../editor';
import { choiceBlank, lengthBlank, readBlank, type SentencePart } from '../sentence';
import { cornerChoices, pointOfCorner } from './corners';

const offsets = ['across', 'up'] as const;

export class Placing {
  /** Where is pointed. */
  at: Point | undefined;
  private corner = '';
  private typed: { across?: number; up?: number } = {};

  constructor(private readonly editor: Editor) {}

  static has = (blank: string) => blank === 'corner' || offsets.some((one) => one === blank);

  /** Whether the pointer has no say any more. */
  get isSet(): boolean {
    return this.corner !== '';
  }

  get isTyped(): boolean {
    return this.isSet || Object.keys(this.typed).length > 0;
  }

  sentence(): SentencePart[] {
    const { editor, typed } = this;
    const offset = (name: (typeof offsets)[number]) =>
      lengthBlank(name, `Offset ${name}`, typed[name] ?? 0, editor.settings.units, typed[name] !== undefined);
    return [
      offset('across'),
      'across and',
      offset('up'),
      'up from',
      choiceBlank('corner', 'Corner', this.corner, [
        { value: '', label: 'the point you point at' },
        ...cornerChoices(editor)
      ])
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'corner') {
      this.corner = text;
      return undefined;
    }
    const read = readBlank('length', text, this.editor.settings.units);
    if (!read.ok) return read.message;
    this.typed = { ...this.typed, [blank]: read.value };
    if (!this.corner && !this.at) this.corner = 'zero';
    return undefined;
  }

  /** What it is measured from. */
  get from(): Point | undefined {
    return this.corner ? pointOfCorner(this.editor, this.corner) : this.at;
  }

  get place(): Point | undefined {
    const { from } = this;
    return from && { x: from.x + (this.typed.across ?? 0), y: from.y + (this.typed.up ?? 0) };
  }

  /** Nothing typed any more, at the same corner. */
  forget() {
    this.typed = {};
  }

  /** As one thing is put down, and another is to be: by pointing anew, or from the same corner. */
  next() {
    this.at = undefined;
    this.forget();
  }

  /** Nothing typed and nothing chosen any more. */
  clear() {
    this.corner = '';
    this.forget();
  }
}
