/** Truing up a tracing sheet. */
import { distance, type Point } from '../../../core/geometry/point';
import { lengthBlank, placeBlanks, readBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

/** Two points on a tracing sheet and their true distance. */
export class TrueUpTool extends BaseTool implements Tool {
  readonly name = 'trueUp';
  private points: Point[] = [];
  private pointer: Point | undefined;
  private length: number | undefined;
  private typed: { x?: number; y?: number } = {};
  /** Where the first point comes to lie. */
  private to: { x?: number; y?: number } = {};

  private get sheet() {
    const sheets = [...this.editor.project.tables.tracingSheet.values()].filter(
      (sheet) => sheet.storey === this.editor.storey
    );
    return sheets.find((sheet) => this.editor.selection.has(sheet.id)) ?? sheets.at(-1);
  }

  sentence(): SentencePart[] {
    if (!this.sheet) return ['This storey has no tracing sheet yet: lay one first.'];
    if (this.points.length < 2) {
      return [
        this.points.length === 0
          ? `True up “${this.sheet.name}”: point at one end of a length you know,`
          : 'Now point at the other end of that length,',
        ...placeBlanks(this.pointer ?? { x: 0, y: 0 }, this.typed, this.units),
        'up.'
      ];
    }
    return [
      'The stretch between the two points is',
      lengthBlank(
        'length',
        'True length',
        this.length ?? distance(this.points[0]!, this.points[1]!),
        this.units,
        this.length !== undefined
      ),
      'long in truth, and its first point lies',
      lengthBlank(
        'toX',
        'First point across',
        this.to.x ?? this.points[0]!.x,
        this.units,
        this.to.x !== undefined
      ),
      'across and',
      lengthBlank(
        'toY',
        'First point up',
        this.to.y ?? this.points[0]!.y,
        this.units,
        this.to.y !== undefined
      ),
      'up from project zero.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    const read = readBlank('length', text, this.units);
    if (!read.ok) return read.message;
    if (blank === 'x' || blank === 'y') {
      this.typed = { ...this.typed, [blank]: read.value };
      this.editor.toolChanged();
      return undefined;
    }
    if (blank === 'toX' || blank === 'toY') {
      this.to = { ...this.to, [blank === 'toX' ? 'x' : 'y']: read.value };
      this.editor.toolChanged();
      return undefined;
    }
    if (read.value <= 0) return 'A length must be more than zero.';
    this.length = read.value;
    this.editor.toolChanged();
    return undefined;
  }

  move(point: Point) {
    this.pointer = point;
    this.editor.toolChanged();
  }

  click(point: Point) {
    if (this.points.length < 2) this.points = [...this.points, point];
    this.typed = {};
    this.editor.toolChanged();
  }

  accept() {
    const { sheet } = this;
    if (!sheet) {
      this.editor.say({
        kind: 'problem',
        text: 'There is no tracing sheet on this storey.',
        hint: 'Lay one first: Measure, Tracing sheet.'
      });
      return;
    }
    const [p, q] = this.points;
    if (!p || !q) {
      const at = this.pointer ?? { x: 0, y: 0 };
      this.click({ x: this.typed.x ?? at.x, y: this.typed.y ?? at.y });
      return;
    }
    if (
      this.perform({
        name: 'trueUpTracingSheet',
        args: {
          id: sheet.id,
          p,
          q,
          length: this.length ?? distance(p, q),
          to: { x: p.x, y: p.y, ...this.to }
        }
      })
    ) {
      this.editor.take(undefined);
      this.editor.select([sheet.id]);
    }
  }

  back(): boolean {
    if (this.points.length === 0) return false;
    this.points = this.points.slice(0, -1);
    this.length = undefined;
    this.to = {};
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const last = this.points[1] ?? this.pointer;
    return { points: this.points, lines: this.points[0] && last ? [[this.points[0], last]] : [] };
  }
}
