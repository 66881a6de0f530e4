/** Wall runs: point or type, end to start, closing on the first point. The sentence holds every number. */
import {
  along,
  angleOf,
  distance,
  fromAngle,
  leftOf,
  lerp,
  scale,
  subtract,
  unit,
  type Point
} from '../../../core/geometry/point';
import { tolerances } from '../../../core/geometry/tolerances';
import type { Call } from '../../../core/commands/register';
import { formatLengthWithUnit } from '../../../core/units/length';
import type { Editor } from '../../editor';
import { angleBlank, lengthBlank, placeBlanks, readBlank, type SentencePart } from '../../sentence';
import { outwardsOf } from '../../../core/kinds/wall/record';
import { ClearStart } from './clear-start';
import { snapKeys } from '../../snap-hand';
import { WallStyle } from '../../style';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

export class WallRunTool extends BaseTool implements Tool {
  readonly name = 'wallRun';
  readonly keys = [...WallStyle.keys, ...snapKeys, { key: 'C', does: 'close the run' }];
  private points: Point[] = [];
  /** Walls of this run, in order. */
  private drawn: string[] = [];
  private pointer: Point | undefined;
  /** Nothing was pointed at since the last stretch: a second Enter must not draw one to where the pointer was left. */
  private isFresh = false;
  private typed: { length?: number; angle?: number; x?: number; y?: number } = {};

  private readonly clear: ClearStart;

  constructor(
    editor: Editor,
    private readonly style: WallStyle
  ) {
    super(editor);
    this.clear = new ClearStart(editor, () => style.args);
  }

  get unfinished(): readonly string[] {
    return this.start ? this.drawn : [];
  }

  get note() {
    return this.style.note;
  }

  private get start(): Point | undefined {
    return this.points.at(-1);
  }

  /** Where the stretch would end: typed numbers win over the pointer. */
  private get end(): Point | undefined {
    const { start } = this;
    if (!start) return undefined;
    const to = this.hand.present?.point ?? this.pointer;
    const { length, angle } = this.typed;
    if (length === undefined && angle === undefined) return this.isFresh ? undefined : to;
    const away = to ? subtract(to, start) : { x: 1, y: 0 };
    const direction = fromAngle(angle ?? angleOf(away));
    return along(start, direction, length ?? Math.max(0, away.x * direction.x + away.y * direction.y));
  }

  sentence(): SentencePart[] {
    const { units } = this;
    const { start, end } = this;
    if (!start) {
      return [
        'Start a wall',
        ...this.clear.words,
        ...placeBlanks(this.first, this.typed, units),
        'up from project zero, on its',
        ...this.style.line,
        ...this.style.words
      ];
    }
    const away = end ? subtract(end, start) : { x: 0, y: 0 };
    return [
      'Draw a wall',
      lengthBlank(
        'length',
        'Length',
        this.typed.length ?? distance(start, end ?? start),
        units,
        this.typed.length !== undefined
      ),
      'long, at',
      angleBlank(
        'angle',
        'Angle',
        this.typed.angle ?? (angleOf(away) + 2 * Math.PI) % (2 * Math.PI),
        this.typed.angle !== undefined
      ),
      ', on its',
      ...this.style.line,
      ...this.style.words
    ];
  }

  /** Where the run would start: typed numbers win over the pointer. */
  private get first(): Point {
    const at = this.clear.at ?? this.hand.present?.point ?? this.pointer ?? { x: 0, y: 0 };
    return { x: this.typed.x ?? at.x, y: this.typed.y ?? at.y };
  }

  fill(blank: string, text: string): string | undefined {
    const own = this.style.fill(blank, text);
    if (typeof own === 'string') return own;
    if (blank === 'clearOf') this.clear.fill(blank, text);
    else if (!own) {
      const read = readBlank(blank === 'angle' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'length' && read.value <= 0) return 'A length must be more than zero.';
      if (blank === 'clear' && read.value < 0) return 'A clear distance cannot be less than zero.';
      if (blank === 'clear') this.clear.fill(blank, read.value);
      else this.typed = { ...this.typed, [blank]: read.value };
    }
    this.preview();
    return undefined;
  }

  move(point: Point, mmPerPixel: number) {
    this.pointer = point;
    this.isFresh = false;
    const at = this.hand.move(point, mmPerPixel, { start: this.start, first: this.points[0] });
    if (!this.start) this.clear.point(this.hand.present?.wall, at);
    this.preview();
  }

  private call(): Call | undefined {
    const { start, end } = this;
    if (!start || !end || distance(start, end) < 1) return undefined;
    const { storey } = this.editor;
    if (this.closesAt(end))
      return { name: 'closeRun', args: { storey, walls: this.drawn, ...this.style.args } };
    return { name: 'drawWall', args: { storey, a: start, b: end, ...this.style.args } };
  }

  /** The walls of the run still hang together, and a stretch to here would close them. */
  private closesAt(end: Point): boolean {
    const { wall } = this.editor.project.tables;
    const walls = this.drawn.map((id) => wall.get(id));
    const near = (p: Point | undefined, q: Point | undefined) =>
      p !== undefined && q !== undefined && distance(p, q) < 1;
    return (
      walls.length > 1 &&
      near(walls[0]?.a, end) &&
      walls.every((one, i) => near(one?.b, walls[i + 1]?.a ?? this.start))
    );
  }

  private preview() {
    this.attempt(this.call());
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    if (!this.start) {
      this.points = [this.first];
      this.drawn = [];
      this.typed = {};
      this.clear.forget();
      this.preview();
      return;
    }
    const { end } = this;
    const call = this.call();
    if (!call || !end) return;
    const ids = this.perform(call);
    if (!ids) return;
    const closed = distance(end, this.points[0]!) < 1;
    const wall = this.editor.project.tables.wall.get(ids[0]!);
    this.points.push(wall?.b ?? end);
    this.drawn.push(...ids);
    // From wall to wall, as a partition goes: nothing is left to be drawn on from.
    const between = this.meetsOthers(this.points[0]!) && this.meetsOthers(this.points.at(-1)!);
    if (closed || between) [this.points, this.drawn] = [[], []];
    this.typed = {};
    this.isFresh = true;
    this.hand.take([]);
    if (closed)
      this.editor.say({
        kind: 'done',
        text: ['The run is closed.', this.editor.message?.text].filter(Boolean).join(' '),
        hint: 'Start another, or press Esc to leave the tool.'
      });
  }

  /** Whether a wall that is not of this run stands there. */
  private meetsOthers(p: Point): boolean {
    return (this.editor.storeyModel?.footprints.nodes ?? []).some(
      ({ point, members }) =>
        distance(point, p) <= tolerances.joint &&
        members.some(({ frame }) => !this.drawn.includes(frame.wall.id))
    );
  }

  back(): boolean {
    if (!this.start && this.clear.isTyped) {
      this.clear.forget();
      this.preview();
      return true;
    }
    if (this.typed.length !== undefined || this.typed.angle !== undefined) {
      this.typed = {};
      this.preview();
      return true;
    }
    if (this.points.length === 0) return false;
    this.points = [];
    this.attempt(undefined);
    return true;
  }

  key(key: string): boolean {
    if (key === 'c' && this.points.length > 2) {
      this.hand.take([{ point: this.points[0]!, name: 'start of the run' }]);
      this.isFresh = false;
      this.typed = {};
      this.accept();
      return true;
    }
    if (this.hand.key(key)) this.isFresh = false;
    else if (!this.style.key(key)) return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { start, end } = this;
    const snap = this.hand.present;
    const at = end ?? (start ? (snap?.point ?? this.pointer) : this.pointer && this.first);
    const { shown, project, trialIds } = this.editor;
    const tried = [...trialIds].filter((id) => !project.tables.wall.has(id));
    const run = [...this.drawn, ...tried].flatMap((id) => shown.tables.wall.get(id) ?? []);
    return {
      // Closed, the strings of sizes stand outside and say it.
      outwards: (end && this.closesAt(end) ? [] : run).flatMap((wall) =>
        wall.role === 'exterior' ? [{ at: lerp(wall.a, wall.b, 0.12), towards: unit(outwardsOf(wall)) }] : []
      ),
      points: [...this.points, ...(at ? [at] : [])],
      lines: [
        ...(start && end ? [[start, end] as const] : []),
        ...(snap?.from && this.typed.length === undefined ? [[snap.from, snap.point] as const] : [])
      ],
      ...(start &&
        end &&
        distance(start, end) > 1 && {
          label: {
            at: { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 },
            text: formatLengthWithUnit(distance(start, end), this.units),
            beside: scale(leftOf(unit(subtract(end, start))), this.style.outside === 'right' ? -1 : 1)
          }
        }),
      ...(this.typed.length === undefined && this.hand.overlay)
    };
  }
}
