/** Doors, windows and bare openings: point at a wall, type the set-out. Snaps: the middle, and distances from the corner face. */
import { locate, type Point } from '../../core/geometry/point';
import { clearRange } from '../../core/derive/2-openings';
import { fromFrame, type Frame } from '../../core/derive/frame';
import type { Filling, SetOutTo, WallEnd } from '../../core/project/records';
import { nameElement } from '../../core/project/names';
import type { Editor } from '../editor';
import { choiceBlank, lengthBlank, readBlank, type SentencePart } from '../sentence';
import { wallAt } from '../snapping';
import type { Overlay, Tool } from '../tool';
import { BaseTool } from './base';

export const fillingWords: Record<Filling, string> = { door: 'door', window: 'window', none: 'bare opening' };
const sizes: Record<Filling, { width: number; height: number; sill: number }> = {
  door: { width: 910, height: 2110, sill: 0 },
  window: { width: 1200, height: 1210, sill: 900 },
  none: { width: 1200, height: 2110, sill: 0 }
};
/** Steps the pointer takes along a wall, mm. */
const step = 50;

export class OpeningTool extends BaseTool implements Tool {
  readonly name;
  private wall: string | undefined;
  private end: WallEnd = 'a';
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

  /** Clear stretch of the wall between what joins it. */
  private get clear(): [number, number] {
    const footprint = this.wall
      ? this.editor.model.storey(this.editor.project, this.editor.storey)?.footprints.walls.get(this.wall)
      : undefined;
    return footprint ? clearRange(footprint.frame, footprint.bands[0]?.outline ?? []) : [0, 0];
  }

  sentence(): SentencePart[] {
    const { units, editor } = this;
    const walls = [...(editor.model.storey(editor.project, editor.storey)?.frames.keys() ?? [])].map(
      (value) => ({ value, label: nameElement(editor.project, value) })
    );
    const parts: SentencePart[] = [
      `Put a ${fillingWords[this.filling]} in`,
      choiceBlank('wall', 'Wall', this.wall ?? '', [{ value: '', label: 'the wall you point at' }, ...walls]),
      ', its',
      choiceBlank('to', 'Set-out point', this.to, [
        { value: 'near', label: 'near jamb' },
        { value: 'centre', label: 'centre' },
        { value: 'far', label: 'far jamb' }
      ]),
      lengthBlank('distance', 'Distance', this.distance, units, this.fixed),
      'from the',
      choiceBlank('end', 'End', this.end, [
        { value: 'a', label: 'start' },
        { value: 'b', label: 'end' }
      ]),
      'of its line,',
      lengthBlank('width', 'Width', this.size.width, units, true),
      'wide and',
      lengthBlank('height', 'Height', this.size.height, units, true),
      'high,',
      lengthBlank('sill', 'Sill', this.size.sill, units, true),
      'above the datum'
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
        break;
      case 'to':
        this.to = text as SetOutTo;
        break;
      case 'end':
        this.end = text as WallEnd;
        break;
      case 'hinge':
        this.hinge = text as 'near' | 'far';
        break;
      case 'opens':
        this.opens = text as 'inside' | 'outside';
        break;
      default: {
        const read = readBlank('length', text, this.units);
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

  private follow(frame: Frame, point: Point, mmPerPixel: number) {
    const [c0, c1] = this.clear;
    const { width } = this.size;
    const t = locate(point, frame.origin, frame.direction).t;
    const middle = (c0 + c1) / 2;
    const near = Math.abs(t - middle) < 12 * mmPerPixel;
    this.end = t > frame.length / 2 && !near ? 'b' : 'a';
    this.to = 'near';
    const start = near ? middle - width / 2 : Math.max(c0, Math.min(c1 - width, t - width / 2));
    const [fromFace, face] = this.end === 'a' ? [start - c0, c0] : [c1 - start - width, frame.length - c1];
    this.distance = near ? start : face + Math.max(0, Math.round(fromFace / step) * step);
    this.snapped = near
      ? 'middle of the clear wall'
      : `${Math.round(this.distance - face)} from the corner face`;
  }

  private call() {
    const { wall, end, to, distance, size } = this;
    return {
      name: 'addOpening',
      args: {
        wall,
        filling: this.filling,
        end,
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
      this.editor.changed();
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
    const start = this.end === 'a' ? 0 : frame.length;
    const to = this.end === 'a' ? this.distance : frame.length - this.distance;
    const y = frame.wall.outside === 'right' ? frame.y0 : frame.y1;
    return {
      lines: [[fromFrame(frame, start, y), fromFrame(frame, to, y)]],
      snap: { at: fromFrame(frame, to, y), name: this.snapped }
    };
  }
}
