/** Laying a slab: by the walls, or by corners that are pointed at or typed one from another. */
import type { Point } from '../../../core/geometry/point';
import { FormTool } from '../../tools/form';
import { OutlineRun } from '../../tools/outline-run';
import { snapKeys } from '../../snap-hand';
import type { Overlay, Tool } from '../../tool';
import { choiceBlank, type SentencePart } from '../../sentence';
import { ringsHold } from '../../../core/geometry/ring';
import type { Slab, SlabFace } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  readonly keys = snapKeys;
  private by: SlabFace | 'corners' | 'hole' = 'outer';
  private readonly run = new OutlineRun(this.hand);

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.proposed = { thickness: storey?.floorDepth || editor.usual.slab, offset: 0 };
    this.preview();
  }

  /** Whether its corners are pointed at. */
  private get isDrawn() {
    return this.by === 'corners' || this.by === 'hole';
  }

  sentence(): SentencePart[] {
    const by = choiceBlank('face', 'By', this.by, [
      { value: 'outer', label: 'the walls’ outer face' },
      { value: 'structure', label: 'the walls’ structure' },
      { value: 'inner', label: 'the walls’ inner face' },
      { value: 'corners', label: 'corners you point at' },
      { value: 'hole', label: 'corners of a hole in one' }
    ]);
    if (this.by === 'hole') return ['Cut a slab by', by, ...this.run.sentence(this.units), 'its corners.'];
    return [
      'Lay a slab by',
      by,
      ...(this.by === 'corners' ? this.run.sentence(this.units) : [',']),
      this.length('thickness', 'Thickness'),
      'thick, its top',
      this.height('offset', 'Top'),
      '.'
    ];
  }

  get note() {
    if (!this.isDrawn || this.run.set.length < 3) return undefined;
    return this.by === 'hole' ? 'the first corner again cuts it' : 'the first corner again lays it';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'face') {
      this.by = text as SlabFace | 'corners' | 'hole';
      this.run.clear();
    } else if (OutlineRun.has(blank)) {
      const fault = this.run.fill(blank, text, this.units);
      if (fault) return fault;
    } else return this.read(blank, text, blank === 'offset' ? 'height' : 'length');
    this.preview();
    return undefined;
  }

  /** The slab that a place lies on: of several the one that was drawn. */
  private slabAt(p: Point | undefined): Slab | undefined {
    const { project, storey, model } = this.editor;
    const found = [...project.tables.slab.values()].filter(
      (slab) => p && slab.storey === storey && ringsHold(model.slabRings(project, slab), p)
    );
    return found.find(({ outline }) => outline.kind === 'drawn') ?? found[0];
  }

  protected call(points: readonly Point[] = this.run.set) {
    const { storey } = this.editor;
    if (this.by === 'hole') {
      const slab = this.slabAt(points[0]);
      return { name: 'setSlab', args: { id: slab?.id ?? '', holes: [...(slab?.holes ?? []), points] } };
    }
    const outline = this.by === 'corners' ? { points } : { face: this.by };
    return { name: 'addSlab', args: { storey, ...outline, ...this.lengths } };
  }

  protected override preview() {
    const { outline } = this.run;
    const isShort = this.isDrawn && !outline;
    this.attempt(
      isShort || (this.by === 'hole' && !this.slabAt(outline?.[0])) ? undefined : this.call(outline)
    );
  }

  move(point: Point, mmPerPixel: number) {
    if (!this.isDrawn) return;
    this.run.move(point, mmPerPixel);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    if (!this.isDrawn) return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  override accept() {
    if (this.by === 'hole' && this.run.isClosing && !this.slabAt(this.run.set[0])) {
      this.editor.say({
        kind: 'problem',
        text: 'No slab lies under the hole.',
        hint: 'Point at its corners within a slab of this storey.'
      });
      return;
    }
    if (!this.isDrawn || this.run.isClosing) return super.accept();
    this.run.add();
    this.preview();
  }

  key(key: string): boolean {
    if (!this.isDrawn || !this.hand.key(key)) return false;
    this.preview();
    return true;
  }

  override back(): boolean {
    if (!this.run.back()) return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    return this.isDrawn ? this.run.overlay : {};
  }
}
