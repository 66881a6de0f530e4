/**
 * Building a stair: its foot by pointing or from a corner, then the way up, of one that turns where it turns; every way that
 * the limits let it climb is shown with its length, and the one whose end is pointed at is taken.
 */
import {
  add,
  along,
  angleOf,
  cross,
  distance,
  dot,
  fromAngle,
  leftOf,
  length,
  nearestOnSegment,
  scale,
  subtract,
  unit,
  type Point
} from '../../../core/geometry/point';
import { need, Refusal } from '../../../core/document/command';
import type { Project } from '../../../core/document/kind';
import { formsOffered, formWords, waysUp } from '../../../core/kinds/stair/choose';
import { newStair, plainStair } from '../../../core/kinds/stair/commands';
import { isTurning, type Stair } from '../../../core/kinds/stair/record';
import { climbOf, lengthTold, limitsOf, placedLayout } from '../../../core/kinds/stair/shape';
import { slabHeight } from '../../../core/kinds/slab/level';
import type { Slab } from '../../../core/kinds/slab/record';
import { slabOutlines } from '../../../core/kinds/slab/rings';
import { ringsHold } from '../../../core/geometry/ring';
import { storeyAbove, storeysInOrder } from '../../../core/kinds/storey/record';
import { beforeTurn, middleOfNosing } from '../../../core/kernels/stairs/layout';
import type { Nosing, StairForm } from '../../../core/kernels/stairs/pieces';
import { hasWinders } from '../../../core/kernels/stairs/winders';
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
  textBlank,
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
/** So much is kept of what was worked out of ways. */
const mostKnown = 200;
/** Ways up are told in these steps, unless an angle is typed. */
const turn = 15 * degree;
/** How far lines of ends reach over the sides, and what is written stands off. mm. */
const [over, off] = [150, 260];

/** A way up as it would stand. */
interface Stood {
  readonly way: StairWay;
  readonly stair: Stair;
  /** The floor's edge that it comes to. */
  readonly head: Nosing;
}

interface Finish {
  readonly slab: Slab;
  readonly level: number;
}

export class StairTool extends BaseTool implements Tool {
  readonly name = 'stair';
  readonly keys = [...snapKeys, { key: 'X', does: 'turns it the other way' }];
  private form: StairForm = 'straight';
  private turned: 'left' | 'right' | '' = '';
  private line: Line = 'left';
  private to = '';
  /** By the number of their risers: said in the sentence, and pointed at. */
  private chosen = '';
  private pointedAt = '';
  private typed: { width?: number; angle?: number; base?: number; top?: number; first?: number } = {};
  private readonly placing = new Placing(this.editor);
  private at: Point | undefined;
  /** Where one that turns was led to first: the way up there, and how far along it. */
  private led: { readonly angle: number; readonly far: number } | undefined;
  /** What was worked out of ways, while the project is this one. */
  private known: { project?: Project; stood: Map<string, Stood | undefined> } = { stood: new Map() };
  /** The side that was pointed to last. */
  private pointedSide: 'left' | 'right' = 'left';

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
  private finishes(storey: string): Finish[] {
    const { project } = this.editor;
    return [...project.tables.slab.values()].flatMap((slab) =>
      slab.storey === storey ? [{ slab, level: slabHeight(project, slab) }] : []
    );
  }

  /** Floor finish at its foot, where nothing is typed: of the highest slab that it begins on. */
  private get footFinish(): Finish | undefined {
    const { begin, editor, typed } = this;
    if (typed.base !== undefined || !begin) return undefined;
    const query = editor.model.at(editor.project);
    return this.finishes(editor.storey)
      .filter(({ slab }) => ringsHold(query.get(slabOutlines, slab.id), begin))
      .sort((p, q) => q.level - p.level)[0];
  }

  private get base(): number {
    return this.typed.base ?? this.footFinish?.level ?? 0;
  }

  /** Floor finish at its head, where nothing is typed: of the floor of that storey; within a storey the lowest slab over its foot. */
  private get headFinish(): Finish | undefined {
    if (this.typed.top !== undefined) return undefined;
    const all = this.finishes(this.to);
    if (this.isWithin)
      return all.filter(({ level }) => level > this.base + 1).sort((p, q) => p.level - q.level)[0];
    return all.sort((p, q) => Math.abs(p.level) - Math.abs(q.level))[0];
  }

  private get top(): number {
    const { typed, isWithin, base } = this;
    return typed.top ?? this.headFinish?.level ?? (isWithin ? base + 3 * usualRiser : 0);
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
    const { climbs } = this;
    const named = (count: string) => climbs.find(({ risers }) => String(risers) === count);
    return named(this.chosen) ?? named(this.pointedAt) ?? climbs[0];
  }

  sentence(): SentencePart[] {
    const { units, typed } = this;
    const told = (way: StairWay) => {
      const stair = this.standing(this.begin ?? { x: 0, y: 0 }, way)?.stair;
      const long = stair ? `, ${lengthTold(stair, units)}` : '';
      return `${way.risers} risers of ${formatLength(way.riser, units)}, goings of ${formatLength(way.going, units)}${long}`;
    };
    const { turnsAfter } = this;
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
      ...(turnsAfter === undefined
        ? []
        : [
            'after',
            textBlank('first', 'Turns after', String(turnsAfter), typed.first !== undefined),
            hasWinders(this.form) ? 'straight steps' : 'risers'
          ]),
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
    if (!this.begin) return 'point where it begins';
    if (this.isLed) return 'point where it leads';
    return this.form === 'spiral' ? 'point which way it begins' : 'point where it turns';
  }

  /** Whether nothing but its end is left to point at. */
  private get isLed(): boolean {
    const { form, led, typed } = this;
    const isTyped = typed.angle !== undefined && (form === 'spiral' || typed.first !== undefined);
    return !isTurning(form) || led !== undefined || isTyped;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'form') {
      this.form = text as StairForm;
      this.chosen = '';
      this.pointedAt = '';
      this.led = undefined;
      delete this.typed.first;
    } else if (blank === 'first') {
      const count = Number(text.trim());
      if (text.trim() === '' || !Number.isInteger(count) || count < 0)
        return `"${text}" is no whole number of steps.`;
      this.typed.first = count;
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
    const fixed = this.typed.angle ?? this.led?.angle;
    if (fixed !== undefined) return fixed;
    const { begin, at } = this;
    if (!begin || !at || length(subtract(at, begin)) < 1) return 0;
    return Math.round(angleOf(subtract(at, begin)) / turn) * turn;
  }

  /** From where it is begun to the middle of its first nosing, to the left. */
  private get aside(): number {
    return { left: -0.5, middle: 0, right: 0.5 }[this.line] * this.width;
  }

  /** How far is pointed along the way up, and to the left of its middle. */
  private get pointed(): { far: number; left: number } | undefined {
    const { begin, at } = this;
    if (!begin || !at) return undefined;
    const way = fromAngle(this.angle);
    const by = subtract(at, begin);
    return { far: dot(by, way), left: cross(way, by) - this.aside };
  }

  private argsOf(begin: Point, way: StairWay) {
    const { form, editor } = this;
    const foot = add(begin, scale(leftOf(fromAngle(this.angle)), this.aside));
    return {
      ...{ storey: editor.storey, to: this.to, form, width: this.width, foot, angle: this.angle / degree },
      ...{ base: this.base, top: this.top, risers: way.risers, going: way.going },
      // Not typed, they are those of floors, and stay these.
      ...{ footFloor: this.footFinish?.slab.id ?? null, headFloor: this.headFinish?.slab.id ?? null },
      ...(isTurning(form) && { turn: this.side })
    };
  }

  /** A way as it would stand; undefined where it would be refused. */
  private standing(begin: Point, way: StairWay): Stood | undefined {
    const { project } = this.editor;
    if (this.known.project !== project || this.known.stood.size > mostKnown)
      this.known = { project, stood: new Map() };
    const args = this.argsOf(begin, way);
    const key = JSON.stringify([args, this.typed.first, this.farOfTurn]);
    if (!this.known.stood.has(key)) this.known.stood.set(key, this.stoodWith(project, args, way));
    return this.known.stood.get(key);
  }

  private stoodWith(
    project: Project,
    args: ReturnType<StairTool['argsOf']>,
    way: StairWay
  ): Stood | undefined {
    try {
      const middle = newStair(project, args);
      const first = this.firstOf(middle);
      const stair = first === undefined ? middle : newStair(project, { ...args, first });
      return { way, stair, head: placedLayout(stair).nosings.at(-1)! };
    } catch (fault) {
      if (fault instanceof Refusal) return undefined;
      throw fault;
    }
  }

  /** How far along the way up its turn is led to. */
  private get farOfTurn(): number {
    return this.led?.far ?? (this.isLed ? 0 : (this.pointed?.far ?? 0));
  }

  /** Steps before its turn: as typed, or so that it turns where it was led to; undefined where neither is said. */
  private firstOf(stair: Stair): number | undefined {
    const { form, typed, farOfTurn: far } = this;
    if (!isTurning(form) || form === 'spiral') return undefined;
    if (typed.first !== undefined) return typed.first;
    if (far < stair.width) return undefined;
    const [least, most] = hasWinders(form) ? [0, stair.risers - 1 - stair.winders] : [1, stair.risers - 1];
    const past = far - stair.width / 2 - beforeTurn({ ...stair, first: 0 });
    return Math.max(least, Math.min(most, Math.round(past / stair.going)));
  }

  /** All ways from the place where it begins. */
  private get stood(): Stood[] {
    const { begin } = this;
    return begin ? this.climbs.flatMap((way) => this.standing(begin, way) ?? []) : [];
  }

  /** Of the way that would be taken, where it is said or pointed at. */
  private get turnsAfter(): number | undefined {
    const { begin, way, form, typed } = this;
    if (!isTurning(form) || form === 'spiral') return undefined;
    return typed.first ?? (begin && way ? this.standing(begin, way)?.stair.first : undefined);
  }

  private call() {
    const { begin, way } = this;
    if (!begin || !way) return undefined;
    const first = this.turnsAfter;
    return { name: 'addStair', args: { ...this.argsOf(begin, way), ...(first !== undefined && { first }) } };
  }

  private get side(): 'left' | 'right' {
    return this.turned || this.pointedSide;
  }

  private preview() {
    this.attempt(this.call());
  }

  move(point: Point, mmPerPixel: number) {
    this.at = this.hand.move(point, mmPerPixel, this.begin ? { start: this.begin } : {});
    const { pointed } = this;
    if (pointed && Math.abs(pointed.left) > this.width / 2)
      this.pointedSide = pointed.left < 0 ? 'right' : 'left';
    this.pointedAt = this.wayPointedAt();
    this.preview();
  }

  /** The way whose end is pointed at, nearer to it than to where the last of its flights begins. */
  private wayPointedAt(): string {
    const { at, begin, led } = this;
    if (!at || !begin || !this.isLed) return '';
    const from = along(begin, fromAngle(this.angle), led?.far ?? 0);
    const far = ({ head, stair }: Stood) =>
      stair.form === 'spiral'
        ? distance(at, nearestOnSegment(at, ...head))
        : Math.abs(dot(subtract(at, middleOfNosing(head)), fromAngle(stair.angle)));
    const near = this.stood.map((one) => ({ one, far: far(one) })).sort((p, q) => p.far - q.far)[0];
    return near && near.far < distance(at, from) ? String(near.one.way.risers) : '';
  }

  /** Enter takes what is shown; a click leads one that turns to where it turns before. */
  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (!this.begin || this.isLed) return this.accept();
    this.led = { angle: this.angle, far: this.pointed?.far ?? 0 };
    this.editor.toolChanged();
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
    if (this.led) {
      this.led = undefined;
      this.preview();
      return true;
    }
    if (this.begin) {
      this.placing.at = undefined;
      this.placing.clear();
      delete this.typed.angle;
      delete this.typed.first;
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
    // Where each way would end: their number of risers and how long they are; the one that would be taken clear of the others.
    const chosen = this.way?.risers;
    const ends = this.stood.map(({ way, stair, head: [l, r] }) => {
      const side = unit(subtract(l, r));
      // What turns back or round has its own steps on the inner side.
      const isRound = stair.form === 'spiral' || stair.form === 'half' || stair.form === 'radiatingHalf';
      const isRight = isTurning(stair.form) && stair.turn === 'right';
      const beyond = (far: number, isOuter: boolean) =>
        isOuter === isRight ? along(l, side, far) : along(r, side, -far);
      const isChosen = way.risers === chosen;
      const isOuter = !isChosen || isRound;
      return {
        line: [along(r, side, -over), along(l, side, over)] as const,
        label: {
          at: beyond(isChosen && isRound ? 3 * off : off, isOuter),
          out: scale(side, isOuter === isRight ? 1 : -1),
          text: `${way.risers}: ${lengthTold(stair, this.units)}`,
          short: String(way.risers),
          isChosen
        }
      };
    });
    return {
      points: [begin],
      lines: ends.map(({ line }) => line),
      labels: ends.map(({ label }) => label),
      ...(ends.length === 0 && this.hand.overlay)
    };
  }
}
