/** Tools that are a sentence and a preview: slab, copying a storey up, roof, roof edges. */
import { distance, nearestOnSegment, type Point } from '../../core/geometry/point';
import { degree } from '../../core/units/angle';
import { nameElement } from '../../core/project/names';
import type { SlabFace } from '../../core/project/records';
import type { Editor } from '../editor';
import {
  choiceBlank,
  heightBlank,
  lengthBlank,
  pitchBlank,
  readBlank,
  textBlank,
  type SentencePart
} from '../sentence';
import type { Tool } from '../tool';
import { BaseTool } from './base';

abstract class FormTool extends BaseTool {
  protected lengths: Record<string, number> = {};
  protected abstract call(): { name: string; args: unknown };

  protected length(name: string, label: string): SentencePart {
    return lengthBlank(name, label, this.lengths[name] ?? 0, this.units, true);
  }

  protected height(name: string, label: string): SentencePart {
    return heightBlank(name, label, this.lengths[name] ?? 0, this.units);
  }

  protected read(blank: string, text: string, kind: 'length' | 'height' = 'length'): string | undefined {
    const read = readBlank(kind, text, this.units);
    if (!read.ok) return read.message;
    this.lengths = { ...this.lengths, [blank]: read.value };
    this.preview();
    return undefined;
  }

  protected preview() {
    this.attempt(this.call());
  }

  accept() {
    const made = this.perform(this.call());
    if (!made) return;
    this.editor.take(undefined);
    this.after(made);
  }

  protected after(made: readonly string[]) {
    this.editor.select(made.slice(0, 1));
  }

  back(): boolean {
    return false;
  }
}

export class SlabTool extends FormTool implements Tool {
  readonly name = 'slab';
  private face: SlabFace = 'outer';

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.lengths = { thickness: storey?.floorDepth || 150, offset: 0 };
    this.preview();
  }

  sentence(): SentencePart[] {
    return [
      'Lay a slab by the walls’',
      choiceBlank('face', 'Face', this.face, [
        { value: 'outer', label: 'outer face' },
        { value: 'structure', label: 'structure' },
        { value: 'inner', label: 'inner face' }
      ]),
      ',',
      this.length('thickness', 'Thickness'),
      'thick, its top',
      this.height('offset', 'Top'),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank !== 'face') return this.read(blank, text, blank === 'offset' ? 'height' : 'length');
    this.face = text as SlabFace;
    this.preview();
    return undefined;
  }

  protected call() {
    return {
      name: 'addSlab',
      args: {
        storey: this.editor.storey,
        face: this.face,
        thickness: this.lengths.thickness,
        offset: this.lengths.offset
      }
    };
  }
}

export class CopyUpTool extends FormTool implements Tool {
  readonly name = 'copyUp';
  private which: 'outer' | 'all' = 'outer';
  private to: 'above' | 'below' = 'above';
  private storeyName: string | undefined;

  constructor(editor: Editor) {
    super(editor);
    const storey = editor.project.tables.storey.get(editor.storey);
    this.lengths = { height: storey?.height ?? 2700, floorDepth: 300 };
    this.preview();
  }

  sentence(): SentencePart[] {
    return [
      'Copy',
      choiceBlank('which', 'Which walls', this.which, [
        { value: 'outer', label: 'the outer walls' },
        { value: 'all', label: 'all walls and columns' }
      ]),
      choiceBlank('to', 'Up or down', this.to, [
        { value: 'above', label: 'up' },
        { value: 'below', label: 'down' }
      ]),
      'to a new storey called',
      textBlank('name', 'Name', this.nameShown),
      ',',
      this.length('height', 'Height'),
      'high, its floor',
      this.length('floorDepth', 'Floor depth'),
      'deep.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'which') this.which = text as 'outer' | 'all';
    else if (blank === 'to') this.to = text as 'above' | 'below';
    else if (blank === 'name') {
      if (text.trim() === '') return 'A storey needs a name.';
      this.storeyName = text.trim();
    } else return this.read(blank, text);
    this.preview();
    return undefined;
  }

  protected call() {
    const { height, floorDepth } = this.lengths;
    return {
      name: 'copyStorey',
      args: {
        storey: this.editor.storey,
        which: this.which,
        to: this.to,
        name: this.nameShown,
        height,
        floorDepth
      }
    };
  }

  private get nameShown(): string {
    return this.storeyName ?? (this.to === 'above' ? 'Upper' : 'Lower');
  }

  protected override after(made: readonly string[]) {
    this.editor.goTo(made[0]!);
  }
}

export class RoofTool extends FormTool implements Tool {
  readonly name = 'roof';
  private pitch = 30 * degree;

  constructor(editor: Editor) {
    super(editor);
    const model = editor.model.storey(editor.project, editor.storey);
    const tops = [...(model?.frames.values() ?? [])].map(({ top }) => top).filter(Number.isFinite);
    this.lengths = { overhang: 450, thickness: 200, plateLevel: tops.length > 0 ? Math.max(...tops) : 2400 };
    this.preview();
  }

  sentence(): SentencePart[] {
    return [
      'Put a roof at',
      pitchBlank('pitch', 'Pitch', this.pitch),
      ', overhanging',
      this.length('overhang', 'Overhang'),
      ', its plate',
      this.height('plateLevel', 'Plate level'),
      ',',
      this.length('thickness', 'Thickness'),
      'thick, hipped all round.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank !== 'pitch') return this.read(blank, text, blank === 'plateLevel' ? 'height' : 'length');
    const read = readBlank('pitch', text, this.units);
    if (!read.ok) return read.message;
    this.pitch = read.value;
    this.preview();
    return undefined;
  }

  protected call() {
    const { overhang, plateLevel, thickness } = this.lengths;
    return {
      name: 'addRoof',
      args: { storey: this.editor.storey, pitch: this.pitch / degree, overhang, plateLevel, thickness }
    };
  }
}

/** Turn edges into gables and back: by pointing at an edge, or by choosing its wall. */
export class RoofEdgeTool extends BaseTool implements Tool {
  readonly name = 'roofEdge';
  private wall = '';
  private kind: 'gable' | 'eave' = 'gable';

  private get roof() {
    return [...this.editor.project.tables.roof.values()].find((roof) => roof.storey === this.editor.storey);
  }

  private get solved() {
    return this.roof && this.editor.model.roof(this.editor.project, this.roof);
  }

  private get walls(): string[] {
    return [...new Set(this.solved?.edges.flat().flatMap((edge) => edge.walls) ?? [])];
  }

  sentence(): SentencePart[] {
    if (!this.roof) return ['This storey has no roof yet: put one on first.'];
    const { project } = this.editor;
    return [
      'Turn the roof edge over',
      choiceBlank('wall', 'Wall', this.wall, [
        { value: '', label: 'the edge you point at' },
        ...this.walls.map((value) => ({ value, label: nameElement(project, value) }))
      ]),
      'into',
      choiceBlank('kind', 'Kind of edge', this.kind, [
        { value: 'gable', label: 'a gable' },
        { value: 'eave', label: 'an eave' }
      ]),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'wall') this.wall = text;
    else this.kind = text as 'gable' | 'eave';
    this.preview();
    return undefined;
  }

  private call() {
    return { name: 'setRoofEdge', args: { roof: this.roof?.id ?? '', wall: this.wall, kind: this.kind } };
  }

  private preview() {
    this.attempt(this.wall && this.roof ? this.call() : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    const { solved } = this;
    if (!solved) return;
    let best: { wall: string; gable: boolean; gap: number } | undefined;
    solved.eaves.forEach((ring, i) =>
      ring.forEach((p, k) => {
        const edge = solved.edges[i]![k]!;
        const gap = distance(point, nearestOnSegment(point, p, ring[(k + 1) % ring.length]!));
        if (edge.walls[0] && gap < Math.max(600, 20 * mmPerPixel) && (!best || gap < best.gap))
          best = { wall: edge.walls[0], gable: edge.gable, gap };
      })
    );
    if (best?.wall !== this.wall) {
      this.wall = best?.wall ?? '';
      if (best) this.kind = best.gable ? 'eave' : 'gable';
      this.preview();
    }
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.wall) this.accept();
  }

  accept() {
    if (!this.roof || !this.wall) {
      this.editor.say({
        kind: 'problem',
        text: 'No roof edge is chosen yet.',
        hint: 'Point at an edge of the roof, or choose its wall in the sentence.'
      });
      return;
    }
    if (this.perform(this.call())) {
      this.wall = '';
      this.editor.changed();
    }
  }

  back(): boolean {
    return false;
  }
}
