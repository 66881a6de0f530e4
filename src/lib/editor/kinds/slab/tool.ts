/** Laying a slab: by the walls, or by corners that are pointed at or typed one from another. */
import type { Point } from '../../../core/geometry/point';
import { FormTool } from '../../tools/form';
import { OutlineRun } from '../../tools/outline-run';
import { snapKeys } from '../../snap-hand';
import type { Overlay, Tool } from '../../tool';
import { choiceBlank, type SentencePart } from '../../sentence';
import type { SlabFace } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  readonly keys = snapKeys;
  private by: SlabFace | 'corners' = 'outer';
  private readonly run = new OutlineRun(this.hand);

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.proposed = { thickness: storey?.floorDepth || editor.usual.slab, offset: 0 };
    this.preview();
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
      ...(this.by === 'corners' ? this.run.sentence(this.units) : [',']),
      this.length('thickness', 'Thickness'),
      'thick, its top',
      this.height('offset', 'Top'),
      '.'
    ];
  }

  get note() {
    if (this.by !== 'corners' || this.run.set.length < 3) return undefined;
    return 'the first corner again lays it';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'face') {
      this.by = text as SlabFace | 'corners';
      this.run.clear();
    } else if (OutlineRun.has(blank)) {
      const fault = this.run.fill(blank, text, this.units);
      if (fault) return fault;
    } else return this.read(blank, text, blank === 'offset' ? 'height' : 'length');
    this.preview();
    return undefined;
  }

  protected call(points: readonly Point[] = this.run.set) {
    const { storey } = this.editor;
    const outline = this.by === 'corners' ? { points } : { face: this.by };
    return { name: 'addSlab', args: { storey, ...outline, ...this.lengths } };
  }

  protected override preview() {
    const { outline } = this.run;
    this.attempt(this.by === 'corners' && !outline ? undefined : this.call(outline));
  }

  move(point: Point, mmPerPixel: number) {
    if (this.by !== 'corners') return;
    this.run.move(point, mmPerPixel);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    if (this.by !== 'corners') return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  override accept() {
    if (this.by !== 'corners' || this.run.isClosing) return super.accept();
    this.run.add();
    this.preview();
  }

  key(key: string): boolean {
    if (this.by !== 'corners' || !this.hand.key(key)) return false;
    this.preview();
    return true;
  }

  override back(): boolean {
    if (!this.run.back()) return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    return this.by === 'corners' ? this.run.overlay : {};
  }
}
