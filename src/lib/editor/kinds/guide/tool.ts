/** Laying guides: at a distance off a face, through two points, or dividing a room into equal parts. */
import { locate, type Point } from '../../../core/geometry/point';
import { borderOf } from '../../../core/kinds/dimension/sizes';
import { guideLines, stretchOf } from '../../../core/kinds/guide/lines';
import type { SizeEnd } from '../../../core/kinds/dimension/record';
import { choiceBlank, lengthBlank, readBlank, textBlank, type SentencePart } from '../../sentence';
import { endChoices, keyOfEnd, lineOfEnd, readEndKey, sizeEndAt } from '../../size-ends';
import type { Overlay, Tool } from '../../tool';
import { snapKeys } from '../../snap-hand';
import { BaseTool } from '../../tools/base';

const ways = [
  { value: 'face', label: 'off a face' },
  { value: 'points', label: 'through two points' },
  { value: 'division', label: 'in equal parts' }
] as const;
type Way = (typeof ways)[number]['value'];

const pointed = { value: '', label: 'what you point at' };

export class GuideTool extends BaseTool implements Tool {
  readonly name = 'guide';
  readonly keys = snapKeys;
  private way: Way = 'face';
  private from: SizeEnd | undefined;
  private to: SizeEnd | undefined;
  private hovered: SizeEnd | undefined;
  private distance = 1000;
  private typed = false;
  private parts = 3;
  private first: Point | undefined;
  private second: Point | undefined;

  sentence(): SentencePart[] {
    const way = choiceBlank('way', 'How', this.way, ways);
    const end = (name: 'from' | 'to') =>
      choiceBlank(name, name === 'from' ? 'From' : 'To', keyOfEnd(this[name]), [
        pointed,
        ...endChoices(this.editor, this.way === 'face' ? 'faces' : 'all')
      ]);
    switch (this.way) {
      case 'face':
        return [
          'Lay a guide',
          way,
          ':',
          lengthBlank('distance', 'Distance', this.distance, this.units, this.typed),
          'off the',
          end('from'),
          '.'
        ];
      case 'points':
        return ['Lay a guide', way, this.first ? ': point at the second.' : ': point at the first.'];
      case 'division':
        return [
          'Lay guides',
          way,
          ':',
          textBlank('parts', 'Parts', String(this.parts)),
          'between the',
          end('from'),
          'and the',
          end('to'),
          '.'
        ];
    }
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'way') {
      this.way = text as Way;
      this.clear();
    } else if (blank === 'from' || blank === 'to') this[blank] = readEndKey(text);
    else if (blank === 'parts') {
      if (!/^\d+$/.test(text.trim()) || Number(text) < 2) return 'Expected a whole number, 2 or more.';
      this.parts = Number(text);
    } else {
      const read = readBlank('length', text, this.units);
      if (!read.ok) return read.message;
      this.distance = read.value;
      this.typed = true;
    }
    this.preview();
    return undefined;
  }

  private get call() {
    const { way, from, to, first, second } = this;
    const base = { storey: this.editor.storey };
    if (way === 'points')
      return first && second ? { name: 'addGuide', args: { ...base, a: first, b: second } } : undefined;
    if (way === 'division')
      return from && to ? { name: 'addGuide', args: { ...base, from, to, parts: this.parts } } : undefined;
    if (!from || !('wall' in from) || from.side === 'centre') return undefined;
    return { name: 'addGuide', args: { ...base, wall: from.wall, side: from.side, distance: this.distance } };
  }

  private preview() {
    this.attempt(this.call);
  }

  move(point: Point, mmPerPixel: number) {
    if (this.way === 'points') {
      const at = this.hand.move(point, mmPerPixel, { start: this.first });
      if (this.first) this.second = at;
    } else if (this.way === 'face' && this.from) this.follow(point, mmPerPixel);
    else this.hovered = sizeEndAt(this.editor, point, mmPerPixel, this.way === 'face' ? 'faces' : 'all');
    this.preview();
  }

  /** The guide goes where the pointer is, in whole steps, until its distance is typed. */
  private follow(point: Point, mmPerPixel: number) {
    const border = this.from && borderOf(this.editor.project, this.from);
    if (!border || this.typed || !this.from || !('wall' in this.from)) return;
    const { y } = locate(point, border.point, border.direction);
    const step = mmPerPixel > 8 ? 50 : 10;
    this.distance = Math.round((this.from.side === 'left' ? y : -y) / step) * step;
  }

  click(point: Point, mmPerPixel: number) {
    if (this.way === 'points') {
      const at = this.hand.move(point, mmPerPixel, { start: this.first });
      if (!this.first) this.first = at;
      else {
        this.second = at;
        this.accept();
      }
      return this.editor.toolChanged();
    }
    if (this.way === 'face' && this.from) return this.accept();
    const end = sizeEndAt(this.editor, point, mmPerPixel, this.way === 'face' ? 'faces' : 'all');
    if (!end) return;
    if (this.way === 'division' && this.from) {
      this.to = end;
      return this.accept();
    }
    this.from = end;
    this.hovered = undefined;
    this.preview();
  }

  accept() {
    const { call } = this;
    if (!call)
      return this.editor.say({
        kind: 'problem',
        text: 'The guide has no place yet.',
        hint:
          this.way === 'points'
            ? 'Point at two places.'
            : 'Point at a face in the plan, or choose it in the sentence.'
      });
    if (this.perform(call)) this.clear();
    this.editor.toolChanged();
  }

  private clear() {
    this.from = this.to = this.hovered = this.first = this.second = undefined;
    this.typed = false;
  }

  back(): boolean {
    if (!this.from && !this.first && !this.typed) return false;
    this.clear();
    this.attempt(undefined);
    return true;
  }

  key(key: string): boolean {
    if (this.way !== 'points' || !this.hand.key(key)) return false;
    if (this.first) this.second = this.hand.present?.point ?? this.second;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const tried = [...this.editor.shown.tables.guide.values()].filter(({ id }) =>
      this.editor.trialIds.has(id)
    );
    const near = this.second ?? this.first ?? { x: 0, y: 0 };
    const lines = tried.flatMap((guide) =>
      guideLines(this.editor.shown, guide).map((line) => stretchOf(line, near, 100_000))
    );
    const ends = [this.from, this.to, this.hovered].flatMap((end) => lineOfEnd(this.editor, end));
    return {
      lines: [...lines, ...ends],
      ...(this.first && { points: [this.first] }),
      ...(this.way === 'points' && this.hand.overlay)
    };
  }
}
