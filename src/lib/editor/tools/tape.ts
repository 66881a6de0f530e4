/** Measuring what is there, again and again: how far, along and square, at which angle and height, and what places enclose; kept as a note when wanted, and summed. */
import { angleOf, distance, lerp, leftOf, subtract, unit, type Point } from '../../core/geometry/point';
import { ringArea } from '../../core/geometry/ring';
import { degree, formatAngle } from '../../core/units/angle';
import { formatArea } from '../../core/units/area';
import { formatHeight } from '../../core/units/height';
import { formatLengthWithUnit, parseLength } from '../../core/units/length';
import { placeBlanks, readBlank, textBlank, type SentencePart } from '../sentence';
import { snapKeys } from '../snap-hand';
import type { KeyHint, Overlay, Spot, Tool } from '../tool';
import { BaseTool } from './base';
import { far, heightsOf, keptIn, nextName, withKept, type Place } from './kept';

/** Closer than this a place is the one before, mm. */
const least = 0.5;

export class TapeTool extends BaseTool implements Tool {
  readonly name = 'tape';
  readonly keys: readonly KeyHint[] = [...snapKeys, { key: 'K', does: 'keep it as a note' }];
  /** In the model what is pointed at has a height. */
  readonly surfaces = 'all';
  private points: Place[] = [];
  private pointer: Place | undefined;
  private summed = '';
  private typed: { x?: number; y?: number } = {};

  /** With where the pointer is. */
  private get run(): readonly Place[] {
    const { points, pointer } = this;
    const last = points.at(-1);
    return pointer && last && far(last, pointer) > least ? [...points, pointer] : points;
  }

  private words(value: number) {
    return formatLengthWithUnit(value, this.units);
  }

  sentence(): SentencePart[] {
    const place = placeBlanks(this.pointer ?? { x: 0, y: 0 }, this.typed, this.units);
    const sum = [
      'Sum of what is kept:',
      textBlank('sum', 'Sum of what is kept', this.summed, this.summed !== ''),
      '.'
    ];
    return [
      ...(this.points.length === 0
        ? ['Measure from', ...place, 'up from project zero.']
        : ['to', ...place, 'up from project zero; Enter or a click takes it, Esc begins anew.']),
      ...(this.kept.size > 0 ? sum : [])
    ];
  }

  /** The stretch that is measured now; of places that were taken the last. */
  private get stretch(): readonly [Place, Place] | undefined {
    const { run } = this;
    return run.length > 1 ? [run.at(-2)!, run.at(-1)!] : undefined;
  }

  get note(): string | undefined {
    const { run, stretch } = this;
    if (this.summed) return `${this.summed} = ${this.words(this.sumOf(this.summed) ?? 0)}`;
    if (!stretch) return run[0]?.z === undefined ? undefined : `level ${this.level(run[0].z)}`;
    const [p, q] = stretch;
    const d = subtract(q, p);
    const told = [
      ...heightsOf(
        p,
        q,
        (z) => this.level(z),
        (size) => this.words(size)
      ),
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
    if (blank === 'sum') return this.sum(text);
    const read = readBlank('length', text, this.units);
    if (!read.ok) return read.message;
    this.typed = { ...this.typed, [blank]: read.value };
    this.editor.toolChanged();
    return undefined;
  }

  move(point: Point, mmPerPixel: number, z?: number, on?: string) {
    this.summed = '';
    const at = this.hand.move(point, mmPerPixel, { start: this.points.at(-1), first: this.points[0] });
    this.pointer = z === undefined ? at : { ...at, z, on };
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number, z?: number, on?: string) {
    this.move(point, mmPerPixel, z, on);
    this.take(this.pointer!);
  }

  private take(place: Place) {
    const last = this.points.at(-1);
    if (!last || far(last, place) > least) this.points = [...this.points, place];
    this.typed = {};
    this.editor.toolChanged();
  }

  accept() {
    const at = this.pointer ?? { x: 0, y: 0 };
    const isTyped = Object.keys(this.typed).length > 0;
    this.take(isTyped ? { x: this.typed.x ?? at.x, y: this.typed.y ?? at.y } : at);
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

  /** Lengths kept as notes on this storey, by their names. */
  private get kept(): Map<string, number> {
    const { project, storey } = this.editor;
    return keptIn(
      [...project.tables.dimension.values()].flatMap((one) =>
        one.storey === storey && one.form.kind === 'note' ? [one.form.text] : []
      ),
      this.units
    );
  }

  private sumOf(text: string): number | undefined {
    const read = parseLength(withKept(text, this.kept), this.units);
    return read.ok ? read.value : undefined;
  }

  private sum(text: string): string | undefined {
    const read = text.trim() === '' || this.sumOf(text) !== undefined;
    if (!read)
      return `Expected names of what is kept and lengths, as ${[...this.kept.keys()].slice(0, 2).join(' + ')}.`;
    this.summed = text.trim();
    this.editor.toolChanged();
    return undefined;
  }

  private level(z: number): string {
    return formatHeight(z, this.units, 'project zero');
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
    const along = distance(p, q) > least ? unit(subtract(q, p)) : { x: 1, y: 0 };
    const beside = leftOf(along);
    this.perform({
      name: 'addNote',
      args: {
        storey: this.editor.storey,
        at: middle,
        to: { x: middle.x + 600 * beside.x, y: middle.y + 600 * beside.y },
        text: `${nextName(this.kept)} = ${this.words(far(p, q))}`
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
    const label = stretch &&
      distance(...stretch) > least && {
        at: lerp(...stretch, 0.5),
        text: this.words(far(...stretch)),
        beside: leftOf(unit(subtract(stretch[1], stretch[0])))
      };
    const isInSpace = run.length > 0 && run.every(({ z }) => z !== undefined);
    return {
      ...this.hand.overlay,
      points,
      lines: run.slice(1).map((q, i) => [run[i]!, q] as const),
      ...(label && { label }),
      ...(isInSpace && { inSpace: run.slice(1).map((q, i) => [run[i] as Spot, q as Spot] as const) })
    };
  }
}
