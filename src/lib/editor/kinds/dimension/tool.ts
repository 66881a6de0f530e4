/** Placing dimensions by hand: sizes and chains between what is pointed at, angles, notes. */
import { along, distance, locate, type Point } from '../../../core/geometry/point';
import { borderOf } from '../../../core/kinds/dimension/sizes';
import type { Certainty } from '../../../core/units/certainty';
import type { SizeEnd } from '../../../core/kinds/dimension/record';
import { wallAt } from '../../hits';
import { certaintyChoices } from '../../details/shared-fields';
import {
  choiceBlank,
  lengthBlank,
  readBlank,
  textBlank,
  type Choice,
  type SentencePart
} from '../../sentence';
import { endChoices, keyOfEnd, lineOfEnd, nameOfEnd, readEndKey, sizeEndAt } from '../../size-ends';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

const ways = [
  { value: 'size', label: 'a size or a chain' },
  { value: 'angle', label: 'an angle' },
  { value: 'note', label: 'a note' }
] as const;
type Way = (typeof ways)[number]['value'];

const known: readonly Choice[] = [...certaintyChoices, { value: 'locked', label: 'locked' }];

export class DimensionTool extends BaseTool implements Tool {
  readonly name = 'dimension';
  private way: Way = 'size';
  private ends: SizeEnd[] = [];
  private hovered: SizeEnd | undefined;
  private at: Point | undefined;
  private place: number | undefined;
  private as: Certainty | 'locked' = 'measured';
  private text = '';
  private tip: { at: Point; wall: string | undefined } | undefined;

  sentence(): SentencePart[] {
    const way = choiceBlank('way', 'What', this.way, ways);
    const { ends, units } = this;
    if (this.way === 'note')
      return [
        'Place',
        way,
        'that says',
        textBlank('text', 'Words', this.text),
        this.tip ? ': point at where it is to stand.' : ': point at what it is about.'
      ];
    const end = (i: number) =>
      choiceBlank(`end ${i}`, i === 0 ? 'From' : i === 1 ? 'To' : `On to ${i}`, keyOfEnd(ends[i]), [
        { value: '', label: i < 2 ? 'what you point at' : 'nothing more' },
        ...endChoices(this.editor, this.way === 'angle' ? 'faces' : 'all')
      ]);
    const several = ends.length > 3 ? [`and ${ends.length - 3} more`] : [];
    const chain =
      this.way === 'angle' ? [end(1)] : [end(1), ...(ends.length >= 2 ? ['on to', end(2)] : []), ...several];
    return [
      'Place',
      way,
      'between',
      end(0),
      'and',
      ...chain,
      ...(this.way === 'size' && ends.length >= 2
        ? [
            ', its string',
            lengthBlank(
              'place',
              'Along from the start of the first',
              this.place ?? this.along,
              units,
              this.place !== undefined
            ),
            `along the ${nameOfEnd(this.editor, ends[0]!)}`
          ]
        : []),
      ', as',
      choiceBlank('as', 'How known', this.as, this.way === 'size' ? known : certaintyChoices),
      '.'
    ];
  }

  /** Where the pointer is along the first line. */
  private get along(): number {
    const border = this.ends[0] && borderOf(this.editor.project, this.ends[0]);
    if (!border || !this.at) return (border?.length ?? 0) / 2;
    return locate(this.at, border.point, border.direction).t;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'way') {
      this.way = text as Way;
      this.clear();
    } else if (blank === 'as') this.as = text as Certainty | 'locked';
    else if (blank === 'text') this.text = text.trim();
    else if (blank === 'place') {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      this.place = read.value;
    } else {
      const end = readEndKey(text);
      const i = Number(blank.split(' ')[1]);
      this.ends = end ? [...this.ends.slice(0, i), end, ...this.ends.slice(i + 1)] : this.ends.slice(0, i);
    }
    this.preview();
    return undefined;
  }

  private get call() {
    const { way, ends, at, tip, as } = this;
    const { storey } = this.editor;
    const certainty = as === 'locked' ? 'measured' : as;
    if (way === 'note')
      return tip && at && this.text
        ? {
            name: 'addNote',
            args: { storey, at: tip.at, to: at, text: this.text, ...(tip.wall && { wall: tip.wall }) }
          }
        : undefined;
    if (ends.length < 2) return undefined;
    const border = borderOf(this.editor.project, ends[0]!);
    if (!border) return undefined;
    if (way === 'angle')
      return at
        ? { name: 'addAngle', args: { storey, from: ends[0], to: ends[1], at, certainty } }
        : undefined;
    const through = along(border.point, border.direction, this.place ?? this.along);
    return { name: 'addDimension', args: { storey, ends, at: through, certainty, locked: as === 'locked' } };
  }

  private preview() {
    this.attempt(this.call);
  }

  private get isFull(): boolean {
    return this.way === 'angle' && this.ends.length === 2;
  }

  move(point: Point, mmPerPixel: number) {
    this.hovered =
      this.way === 'note' || this.isFull
        ? undefined
        : sizeEndAt(this.editor, point, mmPerPixel, this.way === 'angle' ? 'faces' : 'all');
    this.at = this.way === 'note' && !this.tip ? this.hand.move(point, mmPerPixel) : point;
    if (this.way !== 'note' || this.tip) this.hand.take([]);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    const end = this.hovered;
    if (this.way === 'note' && !this.tip) {
      const at = this.at!;
      this.tip = { at, wall: wallAt(this.editor.storeyModel, at, mmPerPixel) };
      return this.preview();
    }
    const known = end && this.ends.some((one) => keyOfEnd(one) === keyOfEnd(end));
    if (!end || known) return this.accept();
    this.ends = [...this.ends, end];
    this.hovered = undefined;
    this.preview();
  }

  accept() {
    const { call } = this;
    if (!call) return this.editor.say({ kind: 'problem', ...this.missing });
    if (this.perform(call)) this.clear();
    this.editor.toolChanged();
  }

  private get missing(): { text: string; hint: string } {
    if (this.way !== 'note')
      return {
        text: 'Two ends are needed.',
        hint: 'Point at faces, middles or jambs; then beside them, where the string is to stand.'
      };
    return this.text
      ? {
          text: 'The note has no place yet.',
          hint: 'Point at what it is about, then at where it is to stand.'
        }
      : { text: 'The note has no words yet.', hint: 'Write them in the sentence: press Tab.' };
  }

  private clear() {
    this.ends = [];
    this.hovered = this.at = this.place = this.tip = undefined;
    this.hand.take([]);
  }

  back(): boolean {
    if (this.ends.length === 0 && !this.tip) return false;
    if (this.tip || this.ends.length === 1) this.clear();
    else this.ends = this.ends.slice(0, -1);
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const lines = [...this.ends, this.hovered].flatMap((end) => lineOfEnd(this.editor, end));
    const { tip, at } = this;
    const leader: [Point, Point][] =
      tip && at && distance(tip.at, at) > 1 && !this.text ? [[tip.at, at]] : [];
    return { lines: [...lines, ...leader], ...(tip && { points: [tip.at] }), ...this.hand.overlay };
  }
}
