/** Measuring what is there, again and again: how far, along and square, at which angle, and what places enclose; kept as a note when wanted. */
import { angleOf, distance, lerp, leftOf, subtract, unit, type Point } from '../../core/geometry/point';
import { ringArea } from '../../core/geometry/ring';
import { degree, formatAngle } from '../../core/units/angle';
import { formatArea } from '../../core/units/area';
import { formatLengthWithUnit } from '../../core/units/length';
import { placeBlanks, readBlank, type SentencePart } from '../sentence';
import { snapKeys } from '../snap-hand';
import type { KeyHint, Overlay, Tool } from '../tool';
import { BaseTool } from './base';

/** Closer than this a place is the one before, mm. */
const least = 0.5;

export class TapeTool extends BaseTool implements Tool {
  readonly name = 'tape';
  readonly keys: readonly KeyHint[] = [...snapKeys, { key: 'K', does: 'keep it as a note' }];
  private points: Point[] = [];
  private pointer: Point | undefined;
  private typed: { x?: number; y?: number } = {};

  /** With where the pointer is. */
  private get run(): readonly Point[] {
    const { points, pointer } = this;
    const last = points.at(-1);
    return pointer && last && distance(last, pointer) > least ? [...points, pointer] : points;
  }

  private words(value: number) {
    return formatLengthWithUnit(value, this.units);
  }

  sentence(): SentencePart[] {
    const place = placeBlanks(this.pointer ?? { x: 0, y: 0 }, this.typed, this.units);
    return this.points.length === 0
      ? ['Measure from', ...place, 'up from project zero.']
      : ['to', ...place, 'up from project zero; Enter or a click takes it, Esc begins anew.'];
  }

  /** The stretch that is measured now; of places that were taken the last. */
  private get stretch(): readonly [Point, Point] | undefined {
    const { run } = this;
    return run.length > 1 ? [run.at(-2)!, run.at(-1)!] : undefined;
  }

  get note(): string | undefined {
    const { run, stretch } = this;
    if (!stretch) return undefined;
    const [p, q] = stretch;
    const d = subtract(q, p);
    const told = [
      this.words(distance(p, q)),
      `${this.words(Math.abs(d.x))} across, ${this.words(Math.abs(d.y))} up`,
      `at ${formatAngle((angleOf(d) + 2 * Math.PI) % (2 * Math.PI), 2)}`
    ];
    if (run.length > 2) {
      const before = subtract(run.at(-3)!, p);
      const turn = Math.abs(angleOf(d) - angleOf(before));
      const long = run.slice(1).reduce((sum, r, i) => sum + distance(run[i]!, r), 0);
      told.push(`${formatAngle(Math.min(turn, 360 * degree - turn), 2)} between the last two`);
      told.push(`${this.words(long)} in all`);
      told.push(`${formatArea(Math.abs(ringArea(run)), this.units)} within`);
    }
    return told.join('; ');
  }

  fill(blank: string, text: string): string | undefined {
    const read = readBlank('length', text, this.units);
    if (!read.ok) return read.message;
    this.typed = { ...this.typed, [blank]: read.value };
    this.editor.toolChanged();
    return undefined;
  }

  move(point: Point, mmPerPixel: number) {
    this.pointer = this.hand.move(point, mmPerPixel, { start: this.points.at(-1), first: this.points[0] });
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.take(this.pointer!);
  }

  private take(place: Point) {
    const last = this.points.at(-1);
    if (!last || distance(last, place) > least) this.points = [...this.points, place];
    this.typed = {};
    this.editor.toolChanged();
  }

  accept() {
    const at = this.pointer ?? { x: 0, y: 0 };
    this.take({ x: this.typed.x ?? at.x, y: this.typed.y ?? at.y });
  }

  key(key: string): boolean {
    if (this.hand.key(key)) {
      this.pointer = this.hand.present?.point ?? this.pointer;
      this.editor.toolChanged();
      return true;
    }
    if (key !== 'k' && key !== 'K') return false;
    this.keep();
    return true;
  }

  /** A note at the middle of the stretch, beside it. */
  private keep() {
    const { stretch } = this;
    if (!stretch)
      return this.editor.say({
        kind: 'problem',
        text: 'Nothing is measured yet that could be kept.',
        hint: 'Point at two places first.'
      });
    const [p, q] = stretch;
    const middle = lerp(p, q, 0.5);
    const beside = leftOf(unit(subtract(q, p)));
    this.perform({
      name: 'addNote',
      args: {
        storey: this.editor.storey,
        at: middle,
        to: { x: middle.x + 600 * beside.x, y: middle.y + 600 * beside.y },
        text: this.words(distance(p, q))
      }
    });
  }

  back(): boolean {
    if (this.points.length === 0) return false;
    this.points = [];
    this.typed = {};
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const { run, points, stretch } = this;
    const label = stretch && {
      at: lerp(...stretch, 0.5),
      text: this.words(distance(...stretch)),
      beside: leftOf(unit(subtract(stretch[1], stretch[0])))
    };
    return {
      ...this.hand.overlay,
      points,
      lines: run.slice(1).map((q, i) => [run[i]!, q] as const),
      ...(label && { label })
    };
  }
}
