/**
 * Building a stair: its foot by pointing or from a corner, then the way up; every way that the limits let it climb is shown
 * with its length, and the one that is pointed at is taken.
 */
import {
  add,
  along,
  angleOf,
  cross,
  dot,
  fromAngle,
  leftOf,
  length,
  scale,
  subtract,
  type Point
} from '../../../core/geometry/point';
import { need } from '../../../core/document/command';
import { formsOffered, formWords, waysUp } from '../../../core/kinds/stair/choose';
import { plainStair } from '../../../core/kinds/stair/commands';
import { isTurning } from '../../../core/kinds/stair/record';
import { climbOf, limitsOf } from '../../../core/kinds/stair/shape';
import { slabHeight } from '../../../core/kinds/slab/level';
import type { Slab } from '../../../core/kinds/slab/record';
import { slabOutlines } from '../../../core/kinds/slab/rings';
import { ringsHold } from '../../../core/geometry/ring';
import { storeyAbove, storeysInOrder } from '../../../core/kinds/storey/record';
import type { StairForm } from '../../../core/kernels/stairs/pieces';
import type { StairWay } from '../../../core/kernels/stairs/solve';
import { degree } from '../../../core/units/angle';
import { formatLength } from '../../../core/units/length';
import type { Editor } from '../../editor';
import {
  angleBlank,
  choiceBlank,
  heightBlank,
  lengthBlank,
  readBlank,
  type Choice,
  type SentencePart
} from '../../sentence';
import { snapKeys } from '../../snap-hand';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import { Placing } from '../../tools/placing';

type Line = 'left' | 'middle' | 'right';

/** mm. */
const usualRiser = 180;
/** So many ways are offered. */
const most = 6;
/** Ways up are told in these steps, unless an angle is typed. */
const turn = 15 * degree;

export class StairTool extends BaseTool implements Tool {
  readonly name = 'stair';
  readonly keys = [...snapKeys, { key: 'X', does: 'turns it the other way' }];
  private form: StairForm = 'straight';
  private turned: 'left' | 'right' | '' = '';
  private line: Line = 'left';
  private to = '';
  private chosen = '';
  private typed: { width?: number; angle?: number; base?: number; top?: number } = {};
  private readonly placing = new Placing(this.editor);
  private at: Point | undefined;

  constructor(editor: Editor) {
    super(editor);
    this.to = storeyAbove(editor.project, editor.storey)?.id ?? editor.storey;
  }

  private get forms(): Choice[] {
    return formsOffered(this.editor.project, this.form).map((value) => ({ value, label: formWords[value] }));
  }

  private get width(): number {
    return (
      this.typed.width ??
      Math.max(this.editor.usual.stair, limitsOf(this.editor.project, { form: this.form, width: 900 }).width)
    );
  }

  /** Higher storeys, and the own one: a stair may lead from level to level of that. */
  private get ends(): Choice[] {
    const { project, storey } = this.editor;
    const { datum } = need(project, 'storey', storey);
    return [
      ...storeysInOrder(project)
        .filter((one) => one.datum > datum)
        .map(({ id, name }) => ({ value: id, label: name })),
      { value: storey, label: 'a level of this storey' }
    ];
  }

  private get isWithin(): boolean {
    return this.to === this.editor.storey;
  }

  /** Slabs of a storey, by how high their finish lies over its datum. */
  private finishes(storey: string): { slab: Slab; level: number }[] {
    const { project } = this.editor;
    return [...project.tables.slab.values()].flatMap((slab) =>
      slab.storey === storey ? [{ slab, level: slabHeight(project, slab) }] : []
    );
  }

  /** Floor finish at its foot: of the slab that it begins on, where nothing is typed. */
  private get base(): number {
    const { begin, editor, typed } = this;
    if (typed.base !== undefined || !begin) return typed.base ?? 0;
    const query = editor.model.at(editor.project);
    const under = this.finishes(editor.storey).filter(({ slab }) =>
      ringsHold(query.get(slabOutlines, slab.id), begin)
    );
    return under.length > 0 ? Math.max(...under.map(({ level }) => level)) : 0;
  }

  /** Floor finish at its head, where nothing is typed: of the floor of that storey; within a storey the lowest slab over its foot. */
  private get top(): number {
    if (this.typed.top !== undefined) return this.typed.top;
    const levels = this.finishes(this.to).map(({ level }) => level);
    if (this.isWithin) {
      const over = levels.filter((level) => level > this.base + 1);
      return over.length > 0 ? Math.min(...over) : this.base + 3 * usualRiser;
    }
    return levels.reduce((best, one) => (Math.abs(one) < Math.abs(best) ? one : best), levels[0] ?? 0);
  }

  /** All that the limits let be, the best first. */
  private get climbs(): readonly StairWay[] {
    const { project, storey } = this.editor;
    const { height } = climbOf(project, { storey, to: this.to, base: this.base, top: this.top });
    if (height <= 0) return [];
    return waysUp(project, height, { form: this.form, width: this.width, post: plainStair.post }, {}).slice(
      0,
      most
    );
  }

  private get way(): StairWay | undefined {
    return this.climbs.find(({ risers }) => String(risers) === this.chosen) ?? this.climbs[0];
  }

  sentence(): SentencePart[] {
    const { units, typed } = this;
    const told = ({ risers, riser, going, run }: StairWay) =>
      `${risers} risers of ${formatLength(riser, units)}, goings of ${formatLength(going, units)}, ${formatLength(run, units)} long`;
    const ways: Choice[] = this.climbs.map((way) => ({ value: String(way.risers), label: told(way) }));
    return [
      'Build a',
      choiceBlank('form', 'Form', this.form, this.forms),
      'stair',
      ...(isTurning(this.form)
        ? [
            choiceBlank('turn', 'Turns', this.turned, [
              { value: '', label: 'to the side you point to' },
              { value: 'left', label: 'to the left' },
              { value: 'right', label: 'to the right' }
            ])
          ]
        : []),
      'from',
      heightBlank('base', 'Floor at its foot', this.base, units, typed.base !== undefined),
      'up to',
      choiceBlank('to', 'Up to', this.to, this.ends),
      'at',
      heightBlank('top', 'Floor at its head', this.top, units, typed.top !== undefined),
      ',',
      lengthBlank('width', 'Width', this.width, units, typed.width !== undefined),
      'wide, with',
      choiceBlank('way', 'Steps', this.way ? String(this.way.risers) : '', ways),
      ', the',
      choiceBlank('line', 'Side', this.line, [
        { value: 'left', label: 'left' },
        { value: 'middle', label: 'middle' },
        { value: 'right', label: 'right' }
      ]),
      'of its foot',
      ...this.placing.sentence(),
      ', up towards',
      angleBlank('angle', 'Way up', this.angle, typed.angle !== undefined),
      '.'
    ];
  }

  get ways() {
    return {
      blank: 'form',
      now: this.form,
      all: this.forms
    };
  }

  get note() {
    return this.begin ? 'point where it leads' : 'point where it begins';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'form') {
      this.form = text as StairForm;
      this.chosen = '';
    } else if (blank === 'turn') this.turned = text as 'left' | 'right' | '';
    else if (blank === 'line') this.line = text as Line;
    else if (blank === 'to') this.to = text;
    else if (blank === 'way') this.chosen = text;
    else if (Placing.has(blank)) {
      const fault = this.placing.fill(blank, text);
      if (fault) return fault;
    } else {
      const isLevel = blank === 'base' || blank === 'top';
      const read = readBlank(isLevel ? 'height' : blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'width' && read.value <= 0) return 'A width must be more than zero.';
      this.typed = { ...this.typed, [blank]: read.value };
    }
    this.preview();
    return undefined;
  }

  /** Where it begins, once that is said. */
  private get begin(): Point | undefined {
    return this.placing.place;
  }

  /** The way up: typed, or to where is pointed. */
  private get angle(): number {
    if (this.typed.angle !== undefined) return this.typed.angle;
    const { begin, at } = this;
    if (!begin || !at || length(subtract(at, begin)) < 1) return 0;
    return Math.round(angleOf(subtract(at, begin)) / turn) * turn;
  }

  /** How far is pointed along the way up, and to its left. */
  private get pointed(): { far: number; left: number } | undefined {
    const { begin, at } = this;
    if (!begin || !at) return undefined;
    const way = fromAngle(this.angle);
    const by = subtract(at, begin);
    return { far: dot(by, way), left: cross(way, by) };
  }

  private call() {
    const { begin, way, form, line, editor } = this;
    if (!begin || !way) return undefined;
    const aside = { left: -0.5, middle: 0, right: 0.5 }[line] * this.width;
    const foot = add(begin, scale(leftOf(fromAngle(this.angle)), aside));
    const first = Math.round((this.pointed?.far ?? 0) / way.going) + (form === 'winding' ? -4 : 0);
    const isLed = (form === 'quarter' || form === 'half') && this.pointed !== undefined && first > 1;
    return {
      name: 'addStair',
      args: {
        ...{ storey: editor.storey, to: this.to, form, width: this.width, foot, angle: this.angle / degree },
        ...{ base: this.base, top: this.top, risers: way.risers, going: way.going },
        ...(isTurning(form) && { turn: this.side }),
        ...(isLed && { first: Math.min(way.risers - 1, first) })
      }
    };
  }

  private get side(): 'left' | 'right' {
    return this.turned || ((this.pointed?.left ?? 0) < 0 ? 'right' : 'left');
  }

  private preview() {
    this.attempt(this.call());
  }

  move(point: Point, mmPerPixel: number) {
    this.at = this.hand.move(point, mmPerPixel, this.begin ? { start: this.begin } : {});
    const { pointed } = this;
    // The way whose end is pointed at.
    if (this.form === 'straight' && pointed && pointed.far > 0) {
      const near = [...this.climbs].sort(
        (p, q) => Math.abs(p.run - pointed.far) - Math.abs(q.run - pointed.far)
      )[0];
      if (near && pointed.far > 0.5 * near.run) this.chosen = String(near.risers);
    }
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    if (!this.begin) {
      this.placing.at = this.at;
      if (!this.at)
        this.editor.say({
          kind: 'problem',
          text: 'It is not said where the stair begins.',
          hint: 'Point at it, or choose a corner in the sentence and type how far from it.'
        });
      return this.editor.toolChanged();
    }
    const call = this.call();
    if (!call)
      return this.editor.say({
        kind: 'problem',
        text: 'Within the limits no steps climb from there to there.',
        hint: 'Let it end higher than it begins, or change the limits of stairs in the details of the project.'
      });
    const made = this.perform(call);
    if (!made) return;
    const { message } = this.editor;
    this.editor.take(undefined);
    this.editor.select(made.slice(0, 1));
    this.editor.say(message);
  }

  back(): boolean {
    if (this.begin) {
      this.placing.at = undefined;
      this.placing.clear();
      delete this.typed.angle;
      this.preview();
      return true;
    }
    return false;
  }

  key(key: string): boolean {
    if (key === 'x' && isTurning(this.form)) {
      this.turned = this.side === 'left' ? 'right' : 'left';
      this.preview();
      this.editor.toolChanged();
      return true;
    }
    if (!this.hand.key(key)) return false;
    this.at = this.hand.present?.point ?? this.at;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { begin } = this;
    if (!begin) return this.hand.overlay;
    const way = fromAngle(this.angle);
    const left = leftOf(way);
    const shift = { left: -1, middle: -0.5, right: 0 }[this.line] * this.width;
    if (this.form !== 'straight' && this.form !== 'ladder') return { points: [begin], ...this.hand.overlay };
    // Where each way would end, with its steps and its length.
    const ends = this.climbs.map((one) => {
      const at = add(along(begin, way, one.run), scale(left, shift));
      return { one, at, far: add(at, scale(left, this.width)) };
    });
    return {
      points: [begin],
      lines: ends.map(({ at, far }) => [add(at, scale(left, -150)), add(far, scale(left, 150))] as const),
      // All by their number of risers on one side; the one that would be taken with its length on the other.
      labels: ends.map(({ one, at, far }) => {
        const isChosen = one.risers === this.way?.risers;
        return isChosen
          ? {
              at: add(far, scale(left, 260)),
              text: `${one.risers}: ${formatLength(one.run, this.units)}`,
              isChosen
            }
          : { at: add(at, scale(left, -260)), text: String(one.risers), isChosen };
      })
    };
  }
}
