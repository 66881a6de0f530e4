/** Telling the ground: a level at a point, a line of levels, the outline of the plot. */
import type { Point } from '../../../core/geometry/point';
import type { Editor } from '../../editor';
import { choiceBlank, heightBlank, readBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { OutlineRun } from '../../tools/outline-run';
import { PlacedTool } from '../../tools/placed';
import { Placing } from '../../tools/placing';

type Way = 'level' | 'line' | 'plot';

const ways = [
  { value: 'level', label: 'a level' },
  { value: 'line', label: 'a line of levels' },
  { value: 'plot', label: 'the plot' }
] as const;

export class GroundTool extends PlacedTool implements Tool {
  readonly name = 'ground';
  private way: Way = 'level';
  private z: number;
  private typed = false;
  private first: { at: Point; z: number } | undefined;
  private readonly run = new OutlineRun(this.hand);

  constructor(editor: Editor) {
    super(editor);
    this.z = editor.settings.ground;
  }

  get ways() {
    return { blank: 'what', now: this.way, all: ways };
  }

  sentence(): SentencePart[] {
    const way = choiceBlank('what', 'What', this.way, ways);
    if (this.way === 'plot') return ['Draw', way, ...this.run.sentence(this.units), 'its corners.'];
    const level = heightBlank('z', 'Level', this.z, this.units, this.typed, 'zero');
    return [
      'Set',
      way,
      ',',
      level,
      this.way === 'level' ? ', at' : this.first ? ', ending at' : ', beginning at',
      ...this.placing.sentence(),
      '.'
    ];
  }

  get note() {
    if (this.way === 'plot') return this.run.set.length < 3 ? undefined : 'the first corner again closes it';
    return undefined;
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'what') {
      this.way = text as Way;
      this.first = undefined;
      this.run.clear();
      this.placing.clear();
    } else if (OutlineRun.has(blank)) {
      const fault = this.run.fill(blank, text, this.units);
      if (fault) return fault;
    } else if (Placing.has(blank)) {
      const fault = this.placing.fill(blank, text);
      if (fault) return fault;
    } else {
      const read = readBlank('height', text, this.units);
      if (!read.ok) return read.message;
      this.z = read.value;
      this.typed = true;
    }
    this.preview();
    return undefined;
  }

  protected callAt(place: Point) {
    if (this.way === 'level') return { name: 'addGround', args: { at: place, z: this.z } };
    return (
      this.first && {
        name: 'addGround',
        args: { a: this.first.at, za: this.first.z, b: place, zb: this.z }
      }
    );
  }

  private plotOf(points: readonly Point[]) {
    return { name: 'addGround', args: { points } };
  }

  protected override preview() {
    if (this.way !== 'plot') return super.preview();
    const { outline } = this.run;
    this.attempt(outline && this.plotOf(outline));
  }

  move(point: Point, mmPerPixel: number) {
    if (this.way === 'plot') this.run.move(point, mmPerPixel);
    else if (!this.placing.isSet) this.placing.at = this.hand.move(point, mmPerPixel);
    this.preview();
  }

  override accept() {
    if (this.way === 'plot') return this.acceptPlot();
    if (this.way === 'level' || this.first) return super.accept();
    const at = this.needPlace();
    if (!at) return;
    this.next();
    this.first = { at, z: this.z };
    this.editor.toolChanged();
  }

  /** Of a line its beginning. */
  protected override forget() {
    this.first = undefined;
  }

  private acceptPlot() {
    if (!this.run.isClosing) {
      this.run.add();
      return this.preview();
    }
    if (this.perform(this.plotOf(this.run.set))) this.run.clear();
    this.editor.toolChanged();
  }

  back(): boolean {
    const isTyped = this.first !== undefined || this.placing.isTyped;
    if (!isTyped && !this.run.back()) return false;
    this.first = undefined;
    this.placing.clear();
    this.preview();
    return true;
  }

  override overlay(): Overlay {
    if (this.way === 'plot') return this.run.overlay;
    const { place } = this.placing;
    const line = this.first && place ? { lines: [[this.first.at, place] as const] } : {};
    return { ...line, ...this.hand.overlay, ...(this.first && { points: [this.first.at] }) };
  }
}
