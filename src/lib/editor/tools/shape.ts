/** Shaping what is selected: copies and rows, mirrored, turned, set beside, split, joined, carried, squared up. */
import {
  add,
  along,
  dot,
  fromAngle,
  locate,
  scale,
  subtract,
  unit,
  type Point
} from '../../core/geometry/point';
import { nameElement } from '../../core/document/names';
import { degree } from '../../core/units/angle';
import { hitAt } from '../pointing';
import type { Editor } from '../editor';
import {
  angleBlank,
  choiceBlank,
  lengthBlank,
  readBlank,
  textBlank,
  type Choice,
  type SentencePart
} from '../sentence';
import { outwardsOf } from '../../core/kinds/wall/record';
import { wallAt } from '../hits';
import type { StretchForm } from '../../core/commands/stretch';
import type { Overlay, Tool } from '../tool';
import { snapKeys } from '../snap-hand';
import { BaseTool } from './base';

const ways = {
  move: 'Move',
  pull: 'Pull',
  copy: 'Copy',
  row: 'Make a row of',
  mirror: 'Mirror',
  turn: 'Turn',
  offset: 'Set walls beside',
  split: 'Split',
  part: 'Part at its joints',
  stretch: 'Change a stretch of',
  join: 'Join',
  carry: 'Carry an end of',
  square: 'Square up',
  origin: 'Set project zero'
} as const;
export type Way = keyof typeof ways;
const wayChoices: readonly Choice[] = Object.entries(ways).map(([value, label]) => ({ value, label }));
const oneWall: ReadonlySet<Way> = new Set(['pull', 'split', 'part', 'stretch', 'carry', 'square']);
/** By a vector, from where the things are taken hold of. */
const vectorWays: ReadonlySet<Way> = new Set(['move', 'copy', 'row']);

const copiesOrTwins: readonly Choice[] = [
  { value: 'copy', label: 'plain copies' },
  { value: 'twin', label: 'twins that stay alike' }
];
const copyOrSelf: readonly Choice[] = [
  { value: 'copy', label: 'a copy' },
  { value: 'twin', label: 'a twin that stays alike' },
  { value: 'self', label: 'the things themselves' }
];

const forms: readonly { readonly value: StretchForm; readonly label: string }[] = [
  { value: 'opening', label: 'an opening of full height' },
  { value: 'low', label: 'a low wall' },
  { value: 'gap', label: 'a gap' }
];
/** Ways that take a place along a wall. */
const placeWays: ReadonlySet<Way> = new Set(['split', 'part', 'stretch']);
const sides: readonly Choice[] = [
  { value: 'outside', label: 'outside' },
  { value: 'inside', label: 'inside' }
];

export class ShapeTool extends BaseTool implements Tool {
  readonly name = 'shape';
  readonly keys = snapKeys;
  private way: Way = 'copy';
  private ids: string[];
  private form: StretchForm = 'opening';
  private values = {
    across: 0,
    up: 0,
    spacing: 600,
    distance: 1000,
    at: 1000,
    height: this.editor.usual.lowWall
  };
  private typed: ReadonlySet<string> = new Set();
  private times = 1;
  private angle = 90 * degree;
  private copy: 'copy' | 'twin' | 'self' = 'copy';
  private side: 'outside' | 'inside' = 'outside';
  private measure: 'clear' | 'line' = 'clear';
  private end: 'a' | 'b' = 'b';
  private target = '';
  /** Where a copy is taken hold of. */
  private from: Point | undefined;
  private pointed: Point | undefined;

  constructor(editor: Editor) {
    super(editor);
    this.ids = [...editor.selection];
  }

  private get subject(): string {
    const { project } = this.editor;
    if (this.ids.length === 0) return 'what you point at';
    return this.ids.length === 1 ? nameElement(project, this.ids[0]!) : `${this.ids.length} things`;
  }

  private get wall(): string | undefined {
    return this.ids.find((id) => this.editor.project.tables.wall.has(id));
  }

  get ways() {
    return { blank: 'way', now: this.way, all: wayChoices };
  }

  sentence(): SentencePart[] {
    const way = choiceBlank('way', 'What to do', this.way, wayChoices);
    return this.way === 'origin' ? [way, ...this.words(), '.'] : [way, this.subject, ...this.words(), '.'];
  }

  private words(): SentencePart[] {
    const length = (name: keyof ShapeTool['values'], label: string) =>
      lengthBlank(name, label, this.values[name], this.units, this.typed.has(name));
    const angle = angleBlank('angle', 'Angle', this.angle, this.typed.has('angle'));
    const vector = [length('across', 'Across'), 'across and', length('up', 'Up'), 'up'];
    const what = choiceBlank('copy', 'A copy', this.copy, copyOrSelf);
    const copies = choiceBlank('copy', 'As', this.copy === 'twin' ? 'twin' : 'copy', copiesOrTwins);
    switch (this.way) {
      case 'move':
        return [',', ...vector];
      case 'pull':
        return [
          ',',
          length('distance', 'Distance'),
          'square to its line, to its',
          choiceBlank('side', 'Side', this.side, sides)
        ];
      case 'copy':
        return [
          ',',
          ...vector,
          'each time,',
          textBlank('times', 'Times', String(this.times)),
          'times, as',
          copies
        ];
      case 'row':
        return [
          ',',
          ...vector.slice(0, 3),
          'up in all, one every',
          length('spacing', 'Spacing'),
          ', as',
          copies
        ];
      case 'mirror':
        return [':', what, 'about a line at', angle, 'through the point', ...vector];
      case 'turn':
        return [':', what, 'by', angle, 'about the point', ...vector];
      case 'offset':
        return [
          ', ',
          length('distance', 'Distance'),
          choiceBlank('measure', 'Measured', this.measure, [
            { value: 'clear', label: 'clear between the faces' },
            { value: 'line', label: 'from line to line' }
          ]),
          ', on their',
          choiceBlank('side', 'Side', this.side, sides)
        ];
      case 'split':
      case 'part':
        return [this.way === 'split' ? ', ' : ', at', length('at', 'From its start'), 'from its start'];
      case 'stretch':
        return [
          ', at',
          length('at', 'From its start'),
          'from its start, into',
          choiceBlank('form', 'Into', this.form, forms),
          ...(this.form === 'low' ? [length('height', 'Height'), 'high'] : [])
        ];
      case 'join':
        return ['into one wall'];
      case 'carry':
        return [
          ', its',
          choiceBlank('end', 'Which end', this.end, [
            { value: 'a', label: 'start' },
            { value: 'b', label: 'end' }
          ]),
          ', to',
          choiceBlank('target', 'To', this.target, this.wallChoices)
        ];
      case 'square':
        return ['to', choiceBlank('target', 'To', this.target, this.wallChoices)];
      case 'origin':
        return ['at the point', ...vector];
    }
  }

  /** Square to the wall in hand, to its outside. */
  private get outward(): Point | undefined {
    const wall = this.editor.project.tables.wall.get(this.wall ?? '');
    if (!wall) return undefined;
    return unit(outwardsOf(wall));
  }

  private get outDistance(): number {
    return this.side === 'outside' ? this.values.distance : -this.values.distance;
  }

  fill(blank: string, text: string): string | undefined {
    switch (blank) {
      case 'way':
        this.way = text as Way;
        this.angle = (this.way === 'turn' ? 15 : 90) * degree;
        this.copy = this.way === 'turn' ? 'self' : 'copy';
        this.from = undefined;
        break;
      case 'copy':
        this.copy = text as 'copy' | 'twin' | 'self';
        break;
      case 'side':
        this.side = text as 'outside' | 'inside';
        this.typed = new Set([...this.typed, 'side']);
        break;
      case 'form':
        this.form = text as StretchForm;
        break;
      case 'measure':
        this.measure = text as 'clear' | 'line';
        break;
      case 'end':
        this.end = text as 'a' | 'b';
        break;
      case 'target':
        this.target = text;
        break;
      case 'times':
        if (!/^\d+$/.test(text.trim()) || Number(text) < 1) return 'Expected a whole number, 1 or more.';
        this.times = Number(text);
        break;
      default: {
        const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
        if (!read.ok) return read.message;
        if (blank === 'angle') this.angle = read.value;
        else this.values = { ...this.values, [blank]: read.value };
        this.typed = new Set([...this.typed, blank]);
      }
    }
    this.preview();
    return undefined;
  }

  private call(): { name: string; args: object } | undefined {
    const { ids, wall, values } = this;
    const point = { x: values.across, y: values.up };
    const twins = this.copy === 'twin';
    if (this.way === 'origin') return { name: 'setOrigin', args: { at: point } };
    if (ids.length === 0 || (oneWall.has(this.way) && !wall)) return undefined;
    switch (this.way) {
      case 'move':
        return { name: 'moveItems', args: { ids, by: point } };
      case 'pull':
        return { name: 'moveItems', args: { ids, by: scale(this.outward!, this.outDistance) } };
      case 'copy':
        return { name: 'copyItems', args: { ids, by: point, count: this.times, twins } };
      case 'row':
        return { name: 'copyItems', args: { ids, by: point, spacing: values.spacing, twins } };
      case 'mirror': {
        const b = add(point, fromAngle(this.angle));
        const far = along(point, subtract(b, point), 1000);
        return { name: 'mirrorItems', args: { ids, a: point, b: far, copy: this.copy !== 'self', twins } };
      }
      case 'turn':
        return {
          name: 'turnItems',
          args: { ids, about: point, angle: this.angle / degree, copy: this.copy !== 'self', twins }
        };
      case 'offset':
        return {
          name: 'offsetWalls',
          args: { ids, distance: values.distance, side: this.side, measure: this.measure }
        };
      case 'split':
        return { name: 'splitWall', args: { id: wall, at: values.at } };
      case 'part':
        return { name: 'splitAtJoints', args: { id: wall, at: values.at } };
      case 'stretch':
        return {
          name: 'changeStretch',
          args: {
            ...{ id: wall, at: values.at, to: this.form },
            ...(this.form === 'low' && { height: values.height })
          }
        };
      case 'join':
        return { name: 'joinWalls', args: { ids } };
      case 'carry':
        return this.target
          ? { name: 'reachWall', args: { id: wall, end: this.end, to: this.target } }
          : undefined;
      case 'square':
        return this.target ? { name: 'squareWall', args: { id: wall, to: this.target } } : undefined;
    }
  }

  /** Only once something was said or pointed at: a sentence just begun is not yet wrong. */
  private preview() {
    const begun = this.typed.size > 0 || this.pointed !== undefined || this.target !== '';
    this.attempt(begun || this.way === 'join' || this.way === 'offset' ? this.call() : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    const { editor } = this;
    const model = editor.model.storey(editor.project, editor.storey);
    this.pointed = this.hand.move(point, mmPerPixel, { start: this.from });
    if (placeWays.has(this.way)) this.follow(point);
    else if (this.way === 'carry' || this.way === 'square')
      this.target = wallAt(model, point, 6 * mmPerPixel) ?? '';
    else if (this.way === 'pull') this.pullTo(this.pointed);
    else if (this.way !== 'join' && this.way !== 'offset') this.pointTo(this.pointed);
    this.preview();
  }

  private follow(point: Point) {
    const frame = this.wall
      ? this.editor.model.storey(this.editor.project, this.editor.storey)?.frames.get(this.wall)
      : undefined;
    if (!frame || this.typed.has('at')) return;
    const { t } = locate(point, frame.origin, frame.direction);
    this.values = { ...this.values, at: Math.round(t / 50) * 50 };
  }

  /** As far as the pointer is from the wall's line, by the project's step; the side is the pointer's. */
  private pullTo(to: Point) {
    const { outward, wall, editor } = this;
    if (!outward || this.typed.has('distance')) return;
    const far = dot(subtract(to, editor.project.tables.wall.get(wall!)!.a), outward);
    const { nudge } = editor.settings;
    this.values = { ...this.values, distance: Math.round(Math.abs(far) / nudge) * nudge };
    if (!this.typed.has('side')) this.side = far < 0 ? 'inside' : 'outside';
  }

  private pointTo(to: Point) {
    const isVector = vectorWays.has(this.way);
    if (isVector && !this.from) return;
    const { x, y } = isVector ? subtract(to, this.from!) : to;
    this.values = {
      ...this.values,
      ...(!this.typed.has('across') && { across: x }),
      ...(!this.typed.has('up') && { up: y })
    };
  }

  click(point: Point, mmPerPixel: number) {
    if (this.ids.length === 0 && this.way !== 'origin') {
      const id = hitAt(this.editor, point, mmPerPixel);
      if (id) this.ids = [id];
      this.editor.select(this.ids);
      this.move(point, mmPerPixel);
      return;
    }
    const isVector = vectorWays.has(this.way);
    this.move(point, mmPerPixel);
    if (isVector && !this.from && this.typed.size === 0) this.from = this.pointed;
    else this.accept();
  }

  accept() {
    const call = this.call();
    if (!call)
      return this.editor.say(
        this.ids.length === 0
          ? {
              kind: 'problem',
              text: 'Nothing is chosen yet.',
              hint: 'Point at a wall, a column or a chimney.'
            }
          : {
              kind: 'problem',
              text: 'No wall is chosen yet.',
              hint: 'Point at the wall, or choose it in the sentence.'
            }
      );
    const made = this.perform(call);
    if (!made) return;
    this.editor.take(undefined);
    this.editor.select(made.length > 0 ? made : this.ids);
  }

  back(): boolean {
    if (!this.from && this.typed.size === 0) return false;
    this.from = undefined;
    this.typed = new Set();
    this.attempt(undefined);
    return true;
  }

  key(key: string): boolean {
    if (!this.hand.key(key)) return false;
    if (this.hand.present) this.pointTo(this.hand.present.point);
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { from, values } = this;
    const at = { x: values.across, y: values.up };
    const reach = 50_000;
    const lines: [Point, Point][] =
      this.way === 'mirror'
        ? [[along(at, fromAngle(this.angle), -reach), along(at, fromAngle(this.angle), reach)]]
        : from
          ? [[from, add(from, at)]]
          : [];
    const isPoint = this.way === 'turn' || this.way === 'origin' || this.way === 'mirror';
    return {
      lines,
      points: [...(from ? [from] : []), ...(isPoint ? [at] : [])],
      ...this.hand.overlay
    };
  }
}
