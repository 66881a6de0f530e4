/** Pasting: what was copied follows the pointer, or lies at typed offsets from where it was. */
import { subtract, type Point } from '../../core/geometry/point';
import { perform } from '../../core/commands/register';
import { boxOf } from '../../core/geometry/ring';
import type { Rec } from '../../core/document/record';
import type { Editor } from '../editor';
import { lengthBlank, readBlank, type SentencePart } from '../sentence';
import type { Overlay, Tool } from '../tool';
import { snapKeys } from '../snap-hand';
import { BaseTool } from './base';

const isPoint = (value: unknown): value is Point =>
  typeof value === 'object' && value !== null && 'x' in value && 'y' in value;

/** How far from where it was a copy lies at least, mm; and the step of that. */
const beside = 1000;

/** The points of the plan that a record lies at. */
const pointsOf = (record: Rec): Point[] => Object.values(record).filter(isPoint);

export class PasteTool extends BaseTool implements Tool {
  readonly name = 'paste';
  readonly keys = snapKeys;
  private readonly anchor: Point;
  private readonly count: number;
  private by: Point = { x: 0, y: 0 };
  private typed: { across?: number; up?: number } = {};

  constructor(
    editor: Editor,
    private readonly records: readonly Rec[]
  ) {
    super(editor);
    const things = records.filter((one) => editor.project.kinds[one.kind].copying === 'stands');
    const points = things.flatMap(pointsOf);
    this.count = things.length;
    // Taken hold of at the corner nearest to the lower left.
    this.anchor = points.reduce(
      (best, p) => (p.x + p.y < best.x + best.y ? p : best),
      points[0] ?? { x: 0, y: 0 }
    );
    this.by = this.freePlace(points);
    this.preview();
  }

  /** Where it lies at first: where it was, else beside that, where it is not refused. */
  private freePlace(points: readonly Point[]): Point {
    const still = { x: 0, y: 0 };
    if (points.length === 0) return still;
    const { minX, minY, maxX, maxY } = boxOf(points);
    const step = (size: number) => Math.ceil((size + beside) / beside) * beside;
    const [across, up] = [step(maxX - minX), step(maxY - minY)];
    const places = [1, 2, 3].flatMap((k) => [
      { x: k * across, y: 0 },
      { x: 0, y: -k * up },
      { x: -k * across, y: 0 },
      { x: 0, y: k * up }
    ]);
    const { project } = this.editor;
    return [still, ...places].find((by) => perform(project, this.call(by)).ok) ?? still;
  }

  private get shift(): Point {
    return { x: this.typed.across ?? this.by.x, y: this.typed.up ?? this.by.y };
  }

  sentence(): SentencePart[] {
    const { x, y } = this.shift;
    const { typed, units } = this;
    return [
      `Paste ${this.count === 1 ? 'a thing' : `${this.count} things`},`,
      lengthBlank('across', 'Across', x, units, typed.across !== undefined),
      'across and',
      lengthBlank('up', 'Up', y, units, typed.up !== undefined),
      'up from where it was.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    const read = readBlank('length', text, this.units);
    if (!read.ok) return read.message;
    this.typed = { ...this.typed, [blank]: read.value };
    this.preview();
    return undefined;
  }

  private call(by = this.shift) {
    return {
      name: 'pasteItems',
      args: { storey: this.editor.storey, records: this.records, by }
    };
  }

  private preview() {
    this.attempt(this.call());
  }

  move(point: Point, mmPerPixel: number) {
    this.by = subtract(this.hand.move(point, mmPerPixel), this.anchor);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    const made = this.perform(this.call());
    if (!made) return;
    this.editor.take(undefined);
    this.editor.select(made);
  }

  back(): boolean {
    return false;
  }

  key(key: string): boolean {
    if (!this.hand.key(key)) return false;
    const { present } = this.hand;
    if (present) this.by = subtract(present.point, this.anchor);
    this.preview();
    return true;
  }

  overlay(): Overlay {
    return this.hand.overlay;
  }
}
