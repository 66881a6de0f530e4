/** Laying a slab: by the walls, or by corners that are pointed at or typed one from another. */
import { along, angleOf, distance, fromAngle, subtract, type Point } from '../../../core/geometry/point';
import { FormTool } from '../../tools/form';
import { snapKeys } from '../../snap-hand';
import type { Overlay, Tool } from '../../tool';
import {
  angleBlank,
  choiceBlank,
  lengthBlank,
  placeBlanks,
  readBlank,
  type SentencePart
} from '../../sentence';
import type { SlabFace } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  readonly keys = snapKeys;
  private by: SlabFace | 'corners' = 'outer';
  private corners: Point[] = [];
  private pointer: Point | undefined;
  /** Where the next corner lies, as far as it was typed. */
  private next: { x?: number; y?: number; way?: number; turn?: number } = {};

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.proposed = { thickness: storey?.floorDepth || editor.usual.slab, offset: 0 };
    this.preview();
  }

  /** The corner that Enter would set: typed numbers win over the pointer. */
  private get corner(): Point {
    const at = this.hand.present?.point ?? this.pointer ?? { x: 0, y: 0 };
    const last = this.corners.at(-1);
    const { x, y, way, turn } = this.next;
    if (!last) return { x: x ?? at.x, y: y ?? at.y };
    if (way === undefined && turn === undefined) return at;
    const away = subtract(at, last);
    return along(last, fromAngle(turn ?? angleOf(away)), way ?? Math.hypot(away.x, away.y));
  }

  private cornerWords(): SentencePart[] {
    const last = this.corners.at(-1);
    const { units, corner } = this;
    const { way, turn } = this.next;
    if (!last) return [', the first', ...placeBlanks(corner, this.next, units), 'up,'];
    const away = subtract(corner, last);
    const towards = (angleOf(away) + 2 * Math.PI) % (2 * Math.PI);
    return [
      ', the next',
      lengthBlank('way', 'To the next corner', distance(last, corner), units, way !== undefined),
      'on, at',
      angleBlank('turn', 'Angle', towards, turn !== undefined),
      ','
    ];
  }

  sentence(): SentencePart[] {
    return [
      'Lay a slab by',
      choiceBlank('face', 'By', this.by, [
        { value: 'outer', label: 'the walls’ outer face' },
        { value: 'structure', label: 'the walls’ structure' },
        { value: 'inner', label: 'the walls’ inner face' },
        { value: 'corners', label: 'corners you point at' }
      ]),
      ...(this.by === 'corners' ? this.cornerWords() : [',']),
      this.length('thickness', 'Thickness'),
      'thick, its top',
      this.height('offset', 'Top'),
      '.'
    ];
  }

  get note() {
    if (this.by !== 'corners' || this.corners.length < 3) return undefined;
    return 'the first corner again lays it';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'face') {
      this.by = text as SlabFace | 'corners';
      this.corners = [];
    } else if (['x', 'y', 'way', 'turn'].includes(blank)) {
      const read = readBlank(blank === 'turn' ? 'angle' : 'length', text, this.units);
      if (!read.ok) return read.message;
      if (blank === 'way' && read.value <= 0) return 'A length must be more than zero.';
      this.next = { ...this.next, [blank]: read.value };
    } else return this.read(blank, text, blank === 'offset' ? 'height' : 'length');
    this.preview();
    return undefined;
  }

  protected call(points = this.corners) {
    const { storey } = this.editor;
    const outline = this.by === 'corners' ? { points } : { face: this.by };
    return { name: 'addSlab', args: { storey, ...outline, ...this.lengths } };
  }

  protected override preview() {
    const points = this.isClosing ? this.corners : [...this.corners, this.corner];
    this.attempt(this.by === 'corners' && points.length < 3 ? undefined : this.call(points));
  }

  private get isClosing(): boolean {
    return this.corners.length > 2 && distance(this.corner, this.corners[0]!) < 1;
  }

  move(point: Point, mmPerPixel: number) {
    if (this.by !== 'corners') return;
    this.pointer = point;
    this.hand.move(point, mmPerPixel, { start: this.corners.at(-1), first: this.corners[0] });
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    if (this.by !== 'corners') return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  override accept() {
    if (this.by !== 'corners' || this.isClosing) return super.accept();
    this.corners = [...this.corners, this.corner];
    this.next = {};
    this.preview();
  }

  key(key: string): boolean {
    if (this.by !== 'corners' || !this.hand.key(key)) return false;
    this.preview();
    return true;
  }

  override back(): boolean {
    if (this.corners.length === 0) return false;
    this.corners = this.corners.slice(0, -1);
    this.next = {};
    this.preview();
    return true;
  }

  overlay(): Overlay {
    if (this.by !== 'corners' || (!this.pointer && this.corners.length === 0)) return {};
    const last = this.corners.at(-1);
    return {
      points: [...this.corners, this.corner],
      lines: last ? [[last, this.corner]] : [],
      ...this.hand.overlay
    };
  }
}
