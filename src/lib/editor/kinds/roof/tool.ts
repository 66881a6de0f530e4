/** Putting a roof on: over all outer walls, walls or corners that are pointed at, or a slab; by its first form. */
import { FormTool } from '../../tools/form';
import { OutlineRun } from '../../tools/outline-run';
import type { Overlay, Tool } from '../../tool';
import { wallAt } from '../../hits';
import { snapKeys } from '../../snap-hand';
import type { Point } from '../../../core/geometry/point';
import { degree } from '../../../core/units/angle';
import { nameElement } from '../../../core/document/names';
import type { RoofForm } from '../../../core/kinds/roof/forms';
import type { PairForm } from '../../../core/kinds/roof/pair';
import { outlineOn } from '../../../core/kinds/wall/stages';
import { choiceBlank, pitchBlank, readBlank, type SentencePart } from '../../sentence';
import type { Editor } from '../../editor';

const formChoices = [
  { value: 'hip', label: 'hipped' },
  { value: 'gable', label: 'gabled' },
  { value: 'mono', label: 'mono-pitch' },
  { value: 'flat', label: 'flat, with a fall' },
  { value: 'halfHip', label: 'half-hipped' },
  { value: 'gambrel', label: 'gambrel' },
  { value: 'mansard', label: 'mansard' },
  { value: 'saltbox', label: 'gabled, one side flatter' },
  { value: 'mRoof', label: 'twin-gabled' },
  { value: 'butterfly', label: 'butterfly' }
] as const;

export class RoofTool extends FormTool implements Tool {
  readonly name = 'roof';
  readonly keys = snapKeys;
  private pitch: number | undefined;
  private form: RoofForm | PairForm = 'hip';
  private lowWall = '';
  /** All walls under it, none, or all but one. */
  private carry = 'all';
  private readonly usual: Readonly<Record<'overhang' | 'thickness' | 'plateLevel', number>>;
  /** All outer walls, walls or corners that are pointed at, or the id of a slab. */
  private over: string;
  private readonly run = new OutlineRun(this.hand);
  private chosen: string[] = [];
  private pointed: string | undefined;

  constructor(editor: Editor) {
    super(editor);
    const tops = this.frames.map(({ top }) => top).filter(Number.isFinite);
    const { overhang, roof, plate } = editor.usual;
    this.usual = { overhang, thickness: roof, plateLevel: tops.length > 0 ? Math.max(...tops) : plate };
    const isRoofed = [...editor.project.tables.roof.values()].some(({ storey }) => storey === editor.storey);
    this.over = isRoofed ? 'walls' : 'all';
    this.propose();
    this.preview();
  }

  private get usualPitch(): number {
    const isInches = this.units.system === 'ft';
    if (this.form === 'flat') return isInches ? Math.atan2(0.5, 12) : 2 * degree;
    return isInches ? Math.atan2(6, 12) : 30 * degree;
  }

  /** Over walls that one points at, or within them. */
  private get isByWalls(): boolean {
    return this.over === 'walls' || this.over === 'within';
  }

  /**
   * Over walls its plate is where those end that are chosen, which the command knows. Within parapets there is no overhang,
   * and they stand up over the roof by as much as is usual.
   */
  private propose() {
    const { plateLevel, ...others } = this.usual;
    const plain = this.isByWalls ? others : { ...others, plateLevel };
    this.proposed = this.over === 'within' ? { ...plain, overhang: 0 } : plain;
  }

  /** What was typed or is proposed; else what the roof that is tried has. */
  private get plate(): number {
    const { lengths, editor } = this;
    const tried = [...editor.trialIds].flatMap((id) => editor.shown.tables.roof.get(id) ?? []);
    return lengths.plateLevel ?? tried[0]?.plateLevel ?? this.usual.plateLevel;
  }

  /** What is asked of the edge that makes the form, and which it is where none is chosen. */
  private get low(): { readonly words: string; readonly usual: string } | undefined {
    if (this.form === 'saltbox') return { words: ', flatter over', usual: 'the side away from the longest' };
    const falls = this.form === 'mono' || this.form === 'flat';
    return falls ? { words: ', falling to', usual: 'its longest edge' } : undefined;
  }

  private get model() {
    return this.editor.model.storey(this.editor.project, this.editor.storey);
  }

  private get frames() {
    return [...(this.model?.frames.values() ?? [])];
  }

  private get outlineChoices() {
    const { project, storey } = this.editor;
    return [
      { value: 'all', label: 'all outer walls' },
      { value: 'walls', label: 'walls you point at' },
      { value: 'within', label: 'what parapets enclose' },
      { value: 'corners', label: 'corners you point at' },
      ...[...project.tables.slab.values()]
        .filter((slab) => slab.storey === storey)
        .map(({ id }) => ({ value: id, label: nameElement(project, id) }))
    ];
  }

  sentence(): SentencePart[] {
    const { low } = this;
    return [
      'Put a',
      choiceBlank('form', 'Form', this.form, formChoices),
      'roof over',
      choiceBlank('over', 'Over', this.over, this.outlineChoices),
      ...(this.over === 'corners' ? this.run.sentence(this.units) : []),
      'at',
      pitchBlank('pitch', 'Pitch', this.pitch ?? this.usualPitch, this.units, this.pitch !== undefined),
      ', overhanging',
      this.length('overhang', 'Overhang'),
      ', its plate',
      this.height('plateLevel', 'Plate level', this.plate),
      ',',
      this.length('thickness', 'Thickness'),
      'thick',
      ...(low && this.over !== 'corners'
        ? [
            low.words,
            choiceBlank('low', 'Which edge', this.lowWall, [
              { value: '', label: low.usual },
              ...this.walls.map((value) => ({ value, label: nameElement(this.editor.project, value) }))
            ])
          ]
        : []),
      ...(this.over === 'within'
        ? []
        : [
            ', carrying up',
            choiceBlank('carry', 'Carrying up', this.carry, [
              { value: 'all', label: 'all walls under it' },
              { value: 'none', label: 'no walls' },
              ...this.walls.map((value) => ({
                value,
                label: `all but ${nameElement(this.editor.project, value)}`
              }))
            ])
          ]),
      '.'
    ];
  }

  /** Walls that are not carried up to it. */
  private get left(): string[] {
    if (this.carry === 'all' || this.over === 'within') return [];
    return this.carry === 'none' ? this.frames.map(({ wall }) => wall.id) : [this.carry];
  }

  get note() {
    if (this.over === 'corners')
      return this.run.set.length < 3 ? undefined : 'the first corner again lays it';
    if (!this.isByWalls) return undefined;
    if (this.chosen.length > 0)
      return `${this.chosen.length} walls, in the order in which they go round; one again leaves it out`;
    return 'one wall and Enter: all that its outline goes round';
  }

  /** Under the edges that it would have. */
  private get walls(): string[] {
    if (this.isByWalls && this.chosen.length > 0) return this.chosen;
    return [...new Set(this.rounds.flat())];
  }

  /** The outer walls of the storey, ring by ring as its outline goes round them. */
  private get rounds(): string[][] {
    const { editor } = this;
    const outline = outlineOn(editor.model.at(editor.project), editor.storey, 'outer');
    return (outline?.walls ?? []).map((ring) => [...new Set(ring.flat())]);
  }

  /** The walls that are chosen, with the one that is pointed at; of one alone all that its outline goes round. */
  private get chain(): string[] {
    const { chosen, pointed } = this;
    const walls = pointed === undefined || chosen.includes(pointed) ? chosen : [...chosen, pointed];
    const [only] = walls;
    if (walls.length !== 1) return walls;
    return this.rounds.find((round) => round.includes(only!)) ?? walls;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'form') this.form = text as RoofForm | PairForm;
    else if (blank === 'low') this.lowWall = text;
    else if (blank === 'carry') this.carry = text;
    else if (blank === 'over') {
      this.over = text;
      this.chosen = [];
      this.lowWall = '';
      this.carry = 'all';
      this.run.clear();
      this.propose();
    } else if (OutlineRun.has(blank)) {
      const fault = this.run.fill(blank, text, this.units);
      if (fault) return fault;
    } else if (blank === 'pitch') {
      const read = readBlank('pitch', text, this.units);
      if (!read.ok) return read.message;
      this.pitch = read.value;
    } else return this.read(blank, text, blank === 'plateLevel' ? 'height' : 'length');
    this.preview();
    return undefined;
  }

  private get outline() {
    if (this.over === 'all') return {};
    if (this.isByWalls) return { walls: this.chain, ...(this.over === 'within' && { within: true }) };
    return this.over === 'corners' ? { corners: this.run.outline ?? [] } : { slab: this.over };
  }

  protected call() {
    const { overhang, plateLevel, thickness } = this.lengths;
    return {
      name: 'addRoof',
      args: {
        storey: this.editor.storey,
        ...this.outline,
        form: this.form,
        ...(this.low && this.lowWall && { low: this.lowWall }),
        ...(this.left.length > 0 && { leave: this.left }),
        pitch: (this.pitch ?? this.usualPitch) / degree,
        overhang,
        plateLevel,
        thickness
      }
    };
  }

  protected override preview() {
    const isBegun = this.isByWalls
      ? this.chain.length > 1
      : this.over !== 'corners' || this.run.outline !== undefined;
    this.attempt(isBegun ? this.call() : undefined);
  }

  move(point: Point, mmPerPixel: number) {
    if (this.over === 'corners') this.run.move(point, mmPerPixel);
    else if (this.isByWalls) {
      const found = this.model && wallAt(this.model, point, 14 * mmPerPixel);
      if (found === this.pointed) return;
      this.pointed = found;
    } else return;
    this.preview();
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    if (this.over === 'corners') return this.accept();
    const { pointed } = this;
    if (!this.isByWalls || pointed === undefined) return;
    const others = this.chosen.filter((wall) => wall !== pointed);
    this.chosen = others.length < this.chosen.length ? others : [...others, pointed];
    this.pointed = undefined;
    this.preview();
  }

  override accept() {
    if (this.over === 'corners' && !this.run.isClosing) {
      this.run.add();
      this.preview();
    } else if (this.isByWalls && this.chain.length === 0)
      this.editor.say({
        kind: 'problem',
        text: 'No wall is chosen yet.',
        hint: 'Point at the walls that the roof goes round, one after another, and press Enter.'
      });
    else super.accept();
  }

  key(key: string): boolean {
    if (this.over !== 'corners' || !this.hand.key(key)) return false;
    this.preview();
    return true;
  }

  override back(): boolean {
    if (this.isByWalls && this.chosen.length > 0) this.chosen = this.chosen.slice(0, -1);
    else if (this.over !== 'corners' || !this.run.back()) return false;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    if (this.over === 'corners') return this.run.overlay;
    if (!this.isByWalls) return {};
    const lines = this.chain.flatMap((wall) => {
      const frame = this.model?.frames.get(wall)?.wall;
      return frame ? [[frame.a, frame.b] as const] : [];
    });
    return { lines };
  }
}
