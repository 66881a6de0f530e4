/** Doors, windows and bare openings: point at a wall, type the set-out. Snaps: the middle, and distances from the corner face. */
import { locate, type Point } from '../../../core/geometry/point';
import { clearRange, setOutsOf, type SetOutFrom } from '../../../core/kinds/opening/place';
import { tolerances } from '../../../core/geometry/tolerances';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fromFrame, type Frame } from '../../../core/kernels/joints/frame';
import type { Filling, SetOutTo } from '../../../core/kinds/opening/record';
import type { Project } from '../../../core/document/kind';
import { nameElement } from '../../../core/document/names';
import type { Editor } from '../../editor';
import { choiceBlank, heightBlank, lengthBlank, readBlank, type SentencePart } from '../../sentence';
import { wallAt } from '../../hits';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

export const fillingWords: Record<Filling, string> = { door: 'door', window: 'window', none: 'bare opening' };
const sizes: Record<Filling, { width: number; height: number; sill: number }> = {
  door: { width: 910, height: 2110, sill: 0 },
  window: { width: 1200, height: 1210, sill: 900 },
  none: { width: 1200, height: 2110, sill: 0 }
};
/** Steps the pointer takes along a wall, mm. */
const step = 50;

const atStart: SetOutFrom = { end: 'a', origin: { kind: 'line' }, t: 0 };
const keyOf = ({ end, origin }: SetOutFrom) => `${end} ${origin.kind === 'face' ? origin.wall : 'line'}`;

/** "the start of its line", "the face of Wall 3". */
export function describeFrom(project: Project, { end, origin }: Pick<SetOutFrom, 'end' | 'origin'>): string {
  if (origin.kind === 'line') return end === 'a' ? 'the start of its line' : 'the end of its line';
  return `the face of ${nameElement(project, origin.wall)}${end === 'b' ? ', backwards' : ''}`;
}

export class OpeningTool extends BaseTool implements Tool {
  readonly name;
  private wall: string | undefined;
  private from: SetOutFrom = atStart;
  private to: SetOutTo = 'near';
  private distance = 600;
  private fixed = false;
  private size;
  private hinge: 'near' | 'far' = 'near';
  private opens: 'inside' | 'outside' = 'inside';
  private snapped = '';

  constructor(
    editor: Editor,
    private readonly filling: Filling
  ) {
    super(editor);
    this.name = filling === 'none' ? ('opening' as const) : filling;
    this.size = { ...sizes[filling] };
  }

  private get frame(): Frame | undefined {
    return this.wall
      ? this.editor.model.storey(this.editor.project, this.editor.storey)?.frames.get(this.wall)
      : undefined;
  }

  private get footprint() {
    const model = this.editor.model.storey(this.editor.project, this.editor.storey);
    return this.wall ? model?.footprints.walls.get(this.wall) : undefined;
  }

  private get froms(): SetOutFrom[] {
    return this.footprint ? setOutsOf(this.footprint) : [atStart, { ...atStart, end: 'b' }];
  }

  /** Clear stretch of the wall between what joins it. */
  private get clear(): [number, number] {
    const { footprint } = this;
    return footprint ? clearRange(footprint.frame, footprint.bands[0]?.outline ?? []) : [0, 0];
  }

  sentence(): SentencePart[] {
    const { units, editor } = this;
    const parts: SentencePart[] = [
      `Put a ${fillingWords[this.filling]} in`,
      choiceBlank('wall', 'Wall', this.wall ?? '', this.wallChoices),
      ', its',
      choiceBlank('to', 'Set-out point', this.to, [
        { value: 'near', label: 'near jamb' },
        { value: 'centre', label: 'centre' },
        { value: 'far', label: 'far jamb' }
      ]),
      lengthBlank('distance', 'Distance', this.distance, units, this.fixed),
      'from',
      choiceBlank(
        'from',
        'Measured from',
        keyOf(this.from),
        this.froms.map((from) => ({ value: keyOf(from), label: describeFrom(editor.project, from) }))
      ),
      ',',
      lengthBlank('width', 'Width', this.size.width, units, true),
      'wide and',
      lengthBlank('height', 'Height', this.size.height, units, true),
      'high,',
      this.filling === 'window' ? 'its sill' : 'its threshold',
      heightBlank('sill', 'Sill', this.size.sill, units)
    ];
    if (this.filling === 'door')
      parts.push(
        ', hung on the',
        choiceBlank('hinge', 'Hung on', this.hinge, [
          { value: 'near', label: 'near jamb' },
          { value: 'far', label: 'far jamb' }
        ]),
        ', opening',
        choiceBlank('opens', 'Opening to', this.opens, [
          { value: 'inside', label: 'inwards' },
          { value: 'outside', label: 'outwards' }
        ])
      );
    return [...parts, '.'];
  }

  fill(blank: string, text: string): string | undefined {
    switch (blank) {
      case 'wall':
        this.wall = text || undefined;
        this.from = this.froms.find((from) => keyOf(from) === keyOf(this.from)) ?? atStart;
        break;
      case 'to':
        this.to = text as SetOutTo;
        break;
      case 'from':
        this.from = this.froms.find((from) => keyOf(from) === text) ?? atStart;
        break;
      case 'hinge':
        this.hinge = text as 'near' | 'far';
        break;
      case 'opens':
        this.opens = text as 'inside' | 'outside';
        break;
      default: {
        const read = readBlank(blank === 'sill' ? 'height' : 'length', text, this.units);
        if (!read.ok) return read.message;
        if ((blank === 'width' || blank === 'height') && read.value <= 0)
          return `A ${blank} must be more than zero.`;
        if (blank === 'distance') {
          this.distance = read.value;
          this.fixed = true;
        } else this.size = { ...this.size, [blank]: read.value };
      }
    }
    this.preview();
    return undefined;
  }

  move(point: Point, mmPerPixel: number) {
    const hit = wallAt(
      this.editor.model.storey(this.editor.project, this.editor.storey),
      point,
      14 * mmPerPixel
    );
    if (!hit && this.wall) return;
    this.wall = hit;
    const { frame } = this;
    if (frame && !this.fixed) this.follow(frame, point, mmPerPixel);
    this.preview();
  }

  /** To the middle of the clear wall when near it; else so far from the nearer face, in steps. */
  private follow(frame: Frame, point: Point, mmPerPixel: number) {
    const [c0, c1] = this.clear;
    const { width } = this.size;
    const t = locate(point, frame.origin, frame.direction).t;
    const middle = (c0 + c1) / 2;
    const inMiddle = Math.abs(t - middle) < 12 * mmPerPixel;
    this.to = 'near';
    const start = inMiddle ? middle - width / 2 : Math.max(c0, Math.min(c1 - width, t - width / 2));
    const gap = ({ end, t: at }: SetOutFrom) => (end === 'a' ? start - at : at - start - width);
    // A face wins over the end of the line, which a drawing rarely shows.
    const cost = (from: SetOutFrom) => gap(from) + (from.origin.kind === 'line' ? frame.length : 0);
    const [nearest] = this.froms
      .filter((from) => gap(from) >= -tolerances.coincident)
      .sort((p, q) => cost(p) - cost(q));
    this.from = nearest ?? atStart;
    const exact = Math.max(0, gap(this.from));
    this.distance = inMiddle ? exact : Math.round(exact / step) * step;
    this.snapped = inMiddle
      ? 'middle of the clear wall'
      : `${formatLengthWithUnit(this.distance, this.units)} from ${describeFrom(this.editor.project, this.from)}`;
  }

  private call() {
    const { wall, from, to, distance, size } = this;
    return {
      name: 'addOpening',
      args: {
        wall,
        filling: this.filling,
        end: from.end,
        origin: from.origin,
        to,
        distance,
        ...size,
        ...(this.filling === 'door' && { handing: { hinge: this.hinge, opens: this.opens } })
      }
    };
  }

  private preview() {
    this.attempt(this.wall ? this.call() : undefined);
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  accept() {
    if (!this.wall) {
      this.editor.say({
        kind: 'problem',
        text: 'No wall is chosen yet.',
        hint: 'Point at a wall, or choose one in the sentence.'
      });
      return;
    }
    if (this.perform(this.call())) {
      this.fixed = false;
      this.wall = undefined;
      this.editor.toolChanged();
    }
  }

  back(): boolean {
    if (!this.fixed && !this.wall) return false;
    this.fixed = false;
    this.wall = undefined;
    this.attempt(undefined);
    return true;
  }

  key(key: string): boolean {
    if (key === 'f') this.hinge = this.hinge === 'near' ? 'far' : 'near';
    else if (key === 'x') this.opens = this.opens === 'inside' ? 'outside' : 'inside';
    else return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    const { frame } = this;
    if (!frame || !this.editor.isTrial) return {};
    const start = this.from.t;
    const to = this.from.end === 'a' ? start + this.distance : start - this.distance;
    const y = frame.wall.outside === 'right' ? frame.y1 : frame.y0;
    return {
      lines: [[fromFrame(frame, start, y), fromFrame(frame, to, y)]],
      snap: { at: fromFrame(frame, to, y), name: this.snapped }
    };
  }
}
