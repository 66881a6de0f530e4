/** Writing a size: point at one in the plan, or at two faces or jambs, and type what it is to be. */
import { chainOf } from '../../core/kinds/wall/moves';
import { borderOf, sizeNow } from '../../core/kinds/dimension/sizes';
import type { SizeEnd } from '../../core/kinds/dimension/record';
import type { Point } from '../../core/geometry/point';
import { formatLengthWithUnit } from '../../core/units/length';
import type { Editor } from '../editor';
import { choiceBlank, lengthBlank, readBlank, type SentencePart } from '../sentence';
import { endChoices, keyOfEnd, lineOfEnd, nameOfEnd, readEndKey, sizeEndAt } from '../size-ends';
import { sizeAt } from '../sizes';
import type { Overlay, Tool } from '../tool';
import { BaseTool } from './base';

export class MakeTrueTool extends BaseTool implements Tool {
  readonly name = 'makeTrue';
  private from: SizeEnd | undefined;
  private to: SizeEnd | undefined;
  private moves: 'from' | 'to' = 'to';
  private inLine: 'along' | 'step' = 'along';
  private typed: number | undefined;
  private hovered: SizeEnd | undefined;

  /** `ends`: a size that was pointed at; the tool is left when it is true. */
  constructor(
    editor: Editor,
    private readonly ends?: readonly [SizeEnd, SizeEnd]
  ) {
    super(editor);
    if (ends) [this.from, this.to] = ends;
  }

  private get size(): number | undefined {
    return this.from && this.to && sizeNow(this.editor.project, this.from, this.to);
  }

  sentence(): SentencePart[] {
    const { from, to, size } = this;
    const choices = endChoices(this.editor);
    const pointed = { value: '', label: 'what you point at' };
    const ends = [
      'between',
      choiceBlank('from', 'From', keyOfEnd(from), [pointed, ...choices]),
      'and',
      choiceBlank('to', 'To', keyOfEnd(to), [pointed, ...choices])
    ];
    if (!from || !to || size === undefined) return ['Make a size true', ...ends, '.'];
    return [
      'Make',
      lengthBlank('size', 'Size', this.typed ?? size, this.units, this.typed !== undefined),
      'true',
      ...ends,
      ', moving',
      choiceBlank('moves', 'What moves', this.moves, [
        { value: 'to', label: nameOfEnd(this.editor, to) },
        { value: 'from', label: nameOfEnd(this.editor, from) }
      ]),
      ...this.inLineWords,
      '.'
    ];
  }

  /** Said before: walls in line move along, or stay and are joined by a step. */
  private get inLineWords(): SentencePart[] {
    const end = this.moves === 'to' ? this.to : this.from;
    const { project, storey, model } = this.editor;
    const there = model.storey(project, storey);
    const frame = end && 'wall' in end ? there?.frames.get(end.wall) : undefined;
    const others = frame && there ? chainOf(there.footprints.nodes, [frame.wall.id], frame.left).size - 1 : 0;
    if (others === 0) return [];
    return [
      choiceBlank('inLine', 'Walls in line', this.inLine, [
        {
          value: 'along',
          label: others === 1 ? 'with the wall in line' : `with the ${others} walls in line`
        },
        { value: 'step', label: 'by itself, with a step' }
      ])
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'from') this.from = readEndKey(text);
    else if (blank === 'to') this.to = readEndKey(text);
    else if (blank === 'moves') this.moves = text as 'from' | 'to';
    else if (blank === 'inLine') this.inLine = text as 'along' | 'step';
    else {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      if (read.value < 0) return 'A size must not be less than zero; let the other side move instead.';
      this.typed = read.value;
    }
    this.preview();
    return undefined;
  }

  private get call() {
    const { from, to, moves, size } = this;
    const step = this.inLine === 'step' && { step: true };
    return { name: 'makeTrue', args: { from, to, size: this.typed ?? size, moves, ...step } };
  }

  private preview() {
    this.attempt(this.from && this.to && this.typed !== undefined ? this.call : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    if (this.from && this.to) return;
    this.hovered = sizeEndAt(this.editor, point, mmPerPixel);
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number) {
    const ends = sizeAt(this.editor, point, mmPerPixel);
    if (ends) [this.from, this.to] = ends;
    else {
      const end = sizeEndAt(this.editor, point, mmPerPixel);
      if (!end) return;
      if (!this.from || this.to) [this.from, this.to] = [end, undefined];
      else this.to = end;
    }
    this.typed = undefined;
    this.hovered = undefined;
    this.preview();
  }

  accept() {
    const { from, to } = this;
    if (!from || !to)
      return this.editor.say({
        kind: 'problem',
        text: 'No size is chosen yet.',
        hint: 'Point at a size in the plan, or at two faces or jambs.'
      });
    if (this.typed === undefined && this.size !== undefined)
      return this.editor.say({
        kind: 'problem',
        text: 'No other size is written yet.',
        hint: 'Type what it is to be, then accept.'
      });
    if (!this.perform(this.call)) return;
    this.from = this.to = this.typed = undefined;
    if (this.ends) this.editor.take(undefined);
    else this.editor.toolChanged();
  }

  back(): boolean {
    if (this.ends || !this.from) return false;
    this.from = this.to = this.typed = undefined;
    this.attempt(undefined);
    return true;
  }

  /** Both borders in full, the size between them. */
  overlay(): Overlay {
    const { shown } = this.editor;
    const lines = [this.from, this.to, this.hovered].flatMap((end) => lineOfEnd(this.editor, end));
    const [p, q] = [this.from, this.to].map((end) => end && borderOf(shown, end));
    const size = this.from && this.to && sizeNow(shown, this.from, this.to);
    if (!p || !q || size === undefined || lines.length < 2) return { lines };
    const middle = ([a, b]: readonly [Point, Point]) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
    const [m, n] = [middle(lines[0]!), middle(lines[1]!)];
    const label = {
      at: { x: (m.x + n.x) / 2, y: (m.y + n.y) / 2 },
      text: formatLengthWithUnit(size, this.units),
      beside: { x: 0, y: 0 }
    };
    return { lines, label };
  }
}
