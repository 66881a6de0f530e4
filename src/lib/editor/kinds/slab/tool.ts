/** Laying a slab: by the walls, or by corners that are pointed at or typed one from another. */
import { lerp, type Point } from '../../../core/geometry/point';
import { FormTool } from '../../tools/form';
import { OutlineRun } from '../../tools/outline-run';
import { snapKeys } from '../../snap-hand';
import type { Overlay, Tool } from '../../tool';
import { choiceBlank, type SentencePart } from '../../sentence';
import { ringsHold } from '../../../core/geometry/ring';
import type { Slab, SlabFace } from '../../../core/kinds/slab/record';
import type { Editor } from '../../editor';

type SlabBy = SlabFace | 'room' | 'corners' | 'hole' | 'cut';

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  readonly keys = snapKeys;
  private by: SlabBy = 'outer';
  /** In the room it is to cover. */
  private place: Point | undefined;
  private readonly run = new OutlineRun(this.hand);

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.proposed = { thickness: storey?.floorDepth || editor.usual.slab, offset: 0 };
    this.preview();
  }

  /** Whether its corners are pointed at, or the ends of a line. */
  private get isDrawn() {
    return this.by === 'corners' || this.by === 'hole' || this.by === 'cut';
  }

  sentence(): SentencePart[] {
    const by = choiceBlank('face', 'By', this.by, [
      { value: 'outer', label: 'the walls’ outer face' },
      { value: 'structure', label: 'the walls’ structure' },
      { value: 'inner', label: 'the walls’ inner face' },
      { value: 'room', label: 'the room you point at' },
      { value: 'corners', label: 'corners you point at' },
      { value: 'hole', label: 'corners of a hole in one' },
      { value: 'cut', label: 'a line that cuts one in two' }
    ]);
    if (this.by === 'cut') return ['Cut a slab by', by, ...this.run.sentence(this.units), 'its ends.'];
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
    if (!this.isDrawn || this.by === 'cut' || this.run.set.length < 3) return undefined;
    return this.by === 'hole' ? 'the first corner again cuts it' : 'the first corner again lays it';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'face') {
      this.by = text as SlabBy;
      this.place = undefined;
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
    if (this.by === 'cut') {
      const [a, b] = this.run.line ?? [];
      return { name: 'splitSlab', args: { id: this.cut?.id ?? '', a, b } };
    }
    const outline =
      this.by === 'corners'
        ? { points }
        : this.by === 'room'
          ? { room: this.place ?? { x: 0, y: 0 } }
          : { face: this.by };
    return { name: 'addSlab', args: { storey, ...outline, ...this.lengths } };
  }

  /** The slab that the line goes through: of several one that was drawn. */
  private get cut(): Slab | undefined {
    const { line } = this.run;
    if (!line) return undefined;
    const found = [0.5, 0.25, 0.75, 0, 1].flatMap((k) => this.slabAt(lerp(...line, k)) ?? []);
    return found.find(({ outline }) => outline.kind === 'drawn') ?? found[0];
  }

  protected override preview() {
    if (this.by === 'room') return this.attempt(this.place && this.call());
    if (this.by === 'cut') return this.attempt(this.cut && this.call());
    const { outline } = this.run;
    const isShort = this.isDrawn && !outline;
    this.attempt(
      isShort || (this.by === 'hole' && !this.slabAt(outline?.[0])) ? undefined : this.call(outline)
    );
  }

  move(point: Point, mmPerPixel: number) {
    if (this.by === 'room') this.place = point;
    else if (this.isDrawn) this.run.move(point, mmPerPixel);
    else return;
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    if (!this.isDrawn && this.by !== 'room') return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  override accept() {
    if (this.by === 'room' && !this.place) return this.fault('No place is chosen yet.', 'Point at it.');
    if (this.by === 'cut' && this.run.line) {
      if (this.cut) return super.accept();
      return this.fault('No slab lies under the line.', 'Let it go through a slab of this storey.');
    }
    if (this.by === 'hole' && this.run.isClosing && !this.slabAt(this.run.set[0]))
      return this.fault('No slab lies under the hole.', 'Point at its corners within a slab of this storey.');
    if (!this.isDrawn || this.run.isClosing) return super.accept();
    this.run.add();
    this.preview();
  }

  private fault(text: string, hint: string) {
    this.editor.say({ kind: 'problem', text, hint });
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
