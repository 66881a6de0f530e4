/** A rectangle of four walls from two typed sizes, placed at an offset from a corner. */
import type { Point } from '../../../core/geometry/point';
import type { Editor } from '../../editor';
import { choiceBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import { snapKeys } from '../../snap-hand';
import { WallStyle } from '../../style';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import { cornerChoices, pointOfCorner } from '../../tools/corners';

type Size = 'width' | 'depth' | 'across' | 'up';

export class RectangleTool extends BaseTool implements Tool {
  readonly name = 'rectangle';
  readonly keys = [...WallStyle.keys, ...snapKeys];
  private corner: Point | undefined;
  private cornerChoice = 'zero';
  private pointer: Point | undefined;
  private typed: Partial<Record<Size, number>> = {};

  constructor(
    editor: Editor,
    private readonly style: WallStyle
  ) {
    super(editor);
  }

  private get from(): Point {
    if (this.corner) return this.corner;
    return pointOfCorner(this.editor, this.cornerChoice);
  }

  private size(name: 'width' | 'depth'): number {
    const to = this.pointer;
    const axis = name === 'width' ? 'x' : 'y';
    return this.typed[name] ?? (this.corner && to ? to[axis] - this.corner[axis] : 0);
  }

  sentence(): SentencePart[] {
    const blank = (name: Size, label: string, value: number) =>
      lengthBlank(name, label, value, this.units, this.typed[name] !== undefined);
    return [
      'Draw a rectangle of walls',
      blank('width', 'Width', Math.abs(this.size('width'))),
      'wide and',
      blank('depth', 'Depth', Math.abs(this.size('depth'))),
      'deep,',
      blank('across', 'Offset across', this.typed.across ?? 0),
      'across and',
      blank('up', 'Offset up', this.typed.up ?? 0),
      'up from',
      this.corner
        ? 'the point'
        : choiceBlank('corner', 'Corner', this.cornerChoice, cornerChoices(this.editor)),
      ', on the',
      ...this.style.line,
      ...this.style.words
    ];
  }

  fill(blank: string, text: string): string | undefined {
    const own = this.style.fill(blank, text);
    if (typeof own === 'string') return own;
    if (blank === 'corner') this.cornerChoice = text;
    else if (!own) {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      if ((blank === 'width' || blank === 'depth') && read.value <= 0)
        return `A ${blank} must be more than zero.`;
      this.typed = { ...this.typed, [blank]: read.value };
    }
    this.preview();
    return undefined;
  }

  private call() {
    const [width, depth] = [this.size('width'), this.size('depth')];
    const { from, typed } = this;
    return {
      name: 'drawRectangle',
      args: {
        storey: this.editor.storey,
        corner: from,
        offset: { x: typed.across ?? 0, y: typed.up ?? 0 },
        width,
        depth,
        ...this.style.args
      }
    };
  }

  private preview() {
    this.attempt(this.size('width') !== 0 && this.size('depth') !== 0 ? this.call() : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    this.pointer = this.hand.move(point, mmPerPixel);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.corner || this.typed.width !== undefined) this.accept();
    else {
      this.corner = this.pointer;
      this.preview();
    }
  }

  accept() {
    if (this.perform(this.call())) {
      this.corner = undefined;
      this.typed = {};
      this.editor.toolChanged();
    }
  }

  back(): boolean {
    if (!this.corner && Object.keys(this.typed).length === 0) return false;
    this.corner = undefined;
    this.typed = {};
    this.preview();
    return true;
  }

  key(key: string): boolean {
    if (this.hand.key(key)) this.pointer = this.hand.present?.point ?? this.pointer;
    else if (!this.style.key(key)) return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    return { points: [this.from], ...this.hand.overlay };
  }
}
