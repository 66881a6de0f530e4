/** What is done to a tracing sheet by pointing at it: its scale, a stretch, a check, square up, a place, a photo put right. */
import type { Call } from '../../../core/commands/register';
import { angleOf, distance, subtract, type Point } from '../../../core/geometry/point';
import { flatAt, inPlan, pickError } from '../../../core/kinds/tracing-sheet/place';
import { degree } from '../../../core/units/angle';
import { formatLengthWithUnit } from '../../../core/units/length';
import {
  angleBlank,
  choiceBlank,
  lengthBlank,
  placeBlanks,
  readBlank,
  type Choice,
  type SentencePart
} from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import { Placing } from '../../tools/placing';
import { drawnPlaceAt, drawnWords, sheetsShown } from './snaps';

const ways = ['scale', 'across', 'check', 'square', 'place', 'photo'] as const;
type Way = (typeof ways)[number];

const wayWords: Readonly<Record<Way, string>> = {
  scale: 'give it its scale by a known length',
  across: 'stretch it by a second length, across the first',
  check: 'hold a further known length against it',
  square: 'turn it until a line on it is square',
  place: 'bring a point of it to its place',
  photo: 'put a photo right by a rectangle on it'
};
const wayChoices: readonly Choice[] = ways.map((value) => ({ value, label: wayWords[value] }));

/** How many places on the sheet each needs. */
const picks: Readonly<Record<Way, number>> = { scale: 2, across: 2, check: 2, square: 2, place: 1, photo: 4 };

const asks: Readonly<Record<Way, readonly string[]>> = {
  scale: ['point at one end of a length you know,', 'now at the other end of that length,'],
  across: ['point at one end of a length across the first,', 'now at the other end of that length,'],
  check: ['point at one end of a further length,', 'now at the other end of it,'],
  square: ['point at one end of a line that is square,', 'now at the other end of that line,'],
  place: ['point at a place on it,'],
  photo: [
    'point at the lower left corner of a rectangle,',
    'now at its lower right corner,',
    'its upper right corner,',
    'and its upper left corner,'
  ]
};

type Typed = Partial<Record<'length' | 'width' | 'height' | 'angle' | 'toX' | 'toY', number>>;

export class TrueUpTool extends BaseTool implements Tool {
  readonly name = 'trueUp';
  private way: Way = 'scale';
  private points: Point[] = [];
  private pointer: Point | undefined;
  private snapped = '';
  private typed: { x?: number; y?: number } = {};
  private sizes: Typed = {};
  private readonly placing = new Placing(this.editor);

  private get sheet() {
    const sheets = sheetsShown(this.editor);
    return sheets.find((sheet) => this.editor.selection.has(sheet.id)) ?? sheets.at(-1);
  }

  get ways() {
    return { blank: 'way', now: this.way, all: wayChoices };
  }

  private get isPicked(): boolean {
    return this.points.length >= picks[this.way];
  }

  private get span(): number {
    return distance(this.points[0]!, this.points[1]!);
  }

  sentence(): SentencePart[] {
    if (!this.sheet) return ['This storey has no tracing sheet yet: lay one first.'];
    const way = choiceBlank('way', 'What to do', this.way, wayChoices);
    if (!this.isPicked)
      return [
        `“${this.sheet.name}”:`,
        way,
        `: ${asks[this.way][this.points.length]!}`,
        ...placeBlanks(this.pointer ?? { x: 0, y: 0 }, this.typed, this.units),
        'up.'
      ];
    return [way, ...this.rest()];
  }

  /** Once all is pointed at. */
  private rest(): SentencePart[] {
    const { sizes, points, units } = this;
    const length = (name: keyof Typed, label: string, proposed: number) =>
      lengthBlank(name, label, sizes[name] ?? proposed, units, sizes[name] !== undefined);
    const [p] = points as [Point];
    if (this.way === 'photo')
      return [
        ': the rectangle is in truth',
        length('width', 'True width', distance(points[0]!, points[1]!)),
        'wide and',
        length('height', 'True height', distance(points[1]!, points[2]!)),
        'high.'
      ];
    if (this.way === 'square')
      return [
        ': the line is to run at',
        angleBlank('angle', 'Way', this.squared, sizes.angle !== undefined),
        '.'
      ];
    if (this.way === 'place') return [': it is to lie', ...this.placing.sentence(), '.'];
    return [
      ': the stretch between the two points is',
      length('length', 'True length', this.span),
      ...(this.way === 'scale'
        ? [
            'long in truth, and its first point lies',
            length('toX', 'First point across', p.x),
            'across and',
            length('toY', 'First point up', p.y),
            'up from project zero.'
          ]
        : ['long in truth.'])
    ];
  }

  private get squared(): number {
    const right = 90 * degree;
    return (
      this.sizes.angle ?? Math.round(angleOf(subtract(this.points[1]!, this.points[0]!)) / right) * right
    );
  }

  get note(): string | undefined {
    const { sheet, sizes } = this;
    if (!sheet) return undefined;
    if (!this.isPicked) return this.snapped || undefined;
    if ((this.way !== 'across' && this.way !== 'check') || sizes.length === undefined) return undefined;
    const [p, q] = this.points as [Point, Point];
    const off = this.span - sizes.length;
    const words = (value: number) => formatLengthWithUnit(Math.abs(value), this.units);
    const share = `${((100 * Math.abs(off)) / sizes.length).toFixed(2)} %`;
    const explained = Math.SQRT2 * pickError(sheet, { p: flatAt(sheet, p), q: flatAt(sheet, q) });
    const told = `the sheet has ${words(this.span)} there: ${words(off)}, ${share} too ${off > 0 ? 'much' : 'little'}`;
    if (this.way === 'check') return told;
    return Math.abs(off) <= Math.max(explained, 1)
      ? `${told}; picking by pixels explains that, it needs no stretch`
      : `${told}; more than picking explains (${words(explained)})`;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'way') {
      this.way = text as Way;
      this.begin();
    } else if (Placing.has(blank)) {
      const wrong = this.placing.fill(blank, text);
      if (wrong) return wrong;
    } else {
      const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'x' || blank === 'y') this.typed = { ...this.typed, [blank]: read.value };
      else if (/^(length|width|height)$/.test(blank) && read.value <= 0)
        return 'A length must be more than zero.';
      else this.sizes = { ...this.sizes, [blank]: read.value };
    }
    this.editor.toolChanged();
    return undefined;
  }

  private begin() {
    this.points = [];
    this.typed = {};
    this.sizes = {};
    this.placing.at = undefined;
    this.placing.clear();
  }

  /** What the sheet shows is met before walls are: of a photo the place itself. Where it is to lie is snapped as walls are. */
  move(point: Point, mmPerPixel: number) {
    const { sheet } = this;
    if (this.isPicked) this.pointer = this.hand.move(point, mmPerPixel);
    else {
      const met =
        sheet && !this.editor.unsnapped ? drawnPlaceAt(this.editor, point, mmPerPixel, sheet.id) : undefined;
      this.pointer = met?.point ?? point;
      this.snapped = met ? drawnWords[met.what] : '';
    }
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    const at = this.pointer!;
    if (!this.isPicked) this.points = [...this.points, at];
    else if (this.way === 'place' && !this.placing.isSet) {
      this.placing.at = at;
      this.accept();
    }
    this.typed = {};
    this.editor.toolChanged();
  }

  private call(id: string): Call | undefined {
    const { sizes, points } = this;
    const [p, q] = points as [Point, Point];
    const length = sizes.length ?? (q ? distance(p, q) : 0);
    if (this.way === 'scale')
      return {
        name: 'trueUpTracingSheet',
        args: { id, p, q, length, to: { x: sizes.toX ?? p.x, y: sizes.toY ?? p.y } }
      };
    if (this.way === 'across') return { name: 'stretchTracingSheet', args: { id, p, q, length } };
    if (this.way === 'check') return { name: 'checkTracingSheet', args: { id, p, q, length } };
    if (this.way === 'square')
      return { name: 'placeTracingSheet', args: { id, p, q, angle: this.squared / degree } };
    if (this.way === 'place')
      return this.placing.place && { name: 'placeTracingSheet', args: { id, p, to: this.placing.place } };
    return {
      name: 'rectifyTracingSheet',
      args: {
        id,
        corners: points,
        width: sizes.width ?? distance(points[0]!, points[1]!),
        height: sizes.height ?? distance(points[1]!, points[2]!)
      }
    };
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
    if (!this.isPicked) {
      const at = this.pointer ?? { x: 0, y: 0 };
      this.points = [...this.points, { x: this.typed.x ?? at.x, y: this.typed.y ?? at.y }];
      this.typed = {};
      this.editor.toolChanged();
      return;
    }
    const call = this.call(sheet.id);
    if (!call)
      return this.editor.say({
        kind: 'problem',
        text: 'It is not said where that point is to lie.',
        hint: 'Point at the place, or choose a corner and type how far it is from that.'
      });
    if (!this.perform(call)) return;
    this.begin();
    // Checks are made one after another; the rest is done once.
    if (this.way === 'check') return this.editor.toolChanged();
    this.editor.take(undefined);
    this.editor.select([sheet.id]);
  }

  back(): boolean {
    if (this.points.length === 0) return false;
    this.points = this.points.slice(0, -1);
    this.sizes = {};
    this.placing.at = undefined;
    this.placing.clear();
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const { points, pointer, sheet } = this;
    const known = (sheet?.lengths ?? []).map(({ p, q }) => [inPlan(sheet!, p), inPlan(sheet!, q)] as const);
    const last = this.isPicked ? undefined : pointer;
    const run = last ? [...points, last] : points;
    const drawn = run.slice(1).map((q, i) => [run[i]!, q] as const);
    const closing = this.way === 'photo' && points.length === 4 ? [[points[3]!, points[0]!] as const] : [];
    const to = this.way === 'place' && this.isPicked ? (this.placing.place ?? pointer) : undefined;
    return {
      points: last ? [...points, last] : points,
      lines: [...known, ...drawn, ...closing, ...(to ? [[points[0]!, to] as const] : [])],
      ...(this.isPicked && this.way === 'place' ? this.hand.overlay : {})
    };
  }
}
