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

type SlabBy = SlabFace | 'room' | 'corners' | 'hole' | 'cut';

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  readonly keys = snapKeys;
  private by: SlabBy = 'outer';
  /** In the room it is to cover, or where the line that cuts begins. */
  private place: Point | undefined;
  private first: Point | undefined;
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
      { value: 'room', label: 'the room you point at' },
      { value: 'corners', label: 'corners you point at' },
      { value: 'hole', label: 'corners of a hole in one' },
      { value: 'cut', label: 'a line that cuts one in two' }
    ]);
    if (this.by === 'cut')
      return [
        'Cut a slab by',
        by,
        ...(this.first ? [', ending where you point.'] : [', beginning where you point.'])
      ];
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
      this.by = text as SlabBy;
      this.place = undefined;
      this.first = undefined;
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
      const [a, b] = [this.first ?? { x: 0, y: 0 }, this.place ?? { x: 0, y: 0 }];
      return { name: 'splitSlab', args: { id: this.cutBy(a, b)?.id ?? '', a, b } };
    }
    const outline =
      this.by === 'corners'
        ? { points }
        : this.by === 'room'
          ? { room: this.place ?? { x: 0, y: 0 } }
          : { face: this.by };
    return { name: 'addSlab', args: { storey, ...outline, ...this.lengths } };
  }

  /** The drawn slab that a line goes through, where both its ends are told. */
  private cutBy(a: Point, b: Point): Slab | undefined {
    return [0.5, 0.25, 0.75, 0, 1]
      .map((k) => this.slabAt({ x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k }))
      .find((slab) => slab?.outline.kind === 'drawn');
  }

  /** Pointed at by one place, or by two. */
  private get isPlaced() {
    return this.by === 'room' || this.by === 'cut';
  }

  protected override preview() {
    if (this.isPlaced) {
      const isReady = this.by === 'room' ? this.place : this.first && this.place;
      return this.attempt(isReady ? this.call() : undefined);
    }
    const { outline } = this.run;
    const isShort = this.isDrawn && !outline;
    this.attempt(
      isShort || (this.by === 'hole' && !this.slabAt(outline?.[0])) ? undefined : this.call(outline)
    );
  }

  move(point: Point, mmPerPixel: number) {
    if (this.isPlaced) {
      this.place = this.by === 'cut' ? this.hand.move(point, mmPerPixel) : point;
      return this.preview();
    }
    if (!this.isDrawn) return;
    this.run.move(point, mmPerPixel);
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    if (!this.isDrawn && !this.isPlaced) return;
    this.move(point, mmPerPixel);
    this.accept();
  }

  override accept() {
    if (this.isPlaced && !this.place) {
      this.editor.say({ kind: 'problem', text: 'No place is chosen yet.', hint: 'Point at it.' });
      return;
    }
    if (this.by === 'cut' && !this.first) {
      this.first = this.place;
      this.editor.toolChanged();
      return;
    }
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
    if ((!this.isDrawn && this.by !== 'cut') || !this.hand.key(key)) return false;
    if (this.by === 'cut') this.place = this.hand.present?.point ?? this.place;
    this.preview();
    return true;
  }

  override back(): boolean {
    if (this.first) {
      this.first = undefined;
      this.preview();
      return true;
    }
    if (!this.run.back()) return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    if (this.by === 'cut')
      return this.first && this.place
        ? { ...this.hand.overlay, lines: [[this.first, this.place]], points: [this.first] }
        : this.hand.overlay;
    return this.isDrawn ? this.run.overlay : {};
  }
}
