/** Pinning a note: a place that is pointed at, its words; then the way one looked, by pointing or by an angle. */
import { angleOf, distance, subtract, type Point } from '../../../core/geometry/point';
import { degree } from '../../../core/units/angle';
import { angleBlank, readBlank, textBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';
import { Placing } from '../../tools/placing';

const turn = 15 * degree;

export class SiteNoteTool extends BaseTool implements Tool {
  readonly name = 'siteNote';
  private readonly placing = new Placing(this.editor);
  private text = '';
  private typed: number | undefined;
  private pointed: Point | undefined;

  private get angle(): number | null {
    if (this.typed !== undefined) return this.typed;
    const { place } = this.placing;
    const by = place && this.pointed && subtract(this.pointed, place);
    return by && distance(by, { x: 0, y: 0 }) > 100 ? Math.round(angleOf(by) / turn) * turn : null;
  }

  sentence(): SentencePart[] {
    return [
      'Pin a note that says',
      textBlank('text', 'Words', this.text, this.text !== ''),
      'at',
      ...this.placing.sentence(),
      ', looking towards',
      angleBlank('angle', 'Looks towards', this.angle ?? 0, this.typed !== undefined),
      '.'
    ];
  }

  get note(): string {
    if (!this.placing.place) return 'point where one stood; a photo is added in its details';
    return this.text === '' ? 'type what it says' : 'point the way one looked';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'text') this.text = text;
    else if (Placing.has(blank)) {
      const fault = this.placing.fill(blank, text);
      if (fault) return fault;
    } else {
      const read = readBlank('angle', text, this.units);
      if (!read.ok) return read.message;
      this.typed = read.value;
    }
    this.editor.toolChanged();
    return undefined;
  }

  move(point: Point, mmPerPixel: number) {
    if (this.placing.place) this.pointed = point;
    else this.pointed = this.hand.move(point, mmPerPixel);
    this.editor.toolChanged();
  }

  click(point: Point, mmPerPixel: number) {
    const isFirst = !this.placing.place;
    this.move(point, mmPerPixel);
    if (!isFirst) return this.accept();
    this.placing.at = this.pointed;
    this.pointed = undefined;
    this.editor.toolChanged();
  }

  accept() {
    const { place } = this.placing;
    if (!place)
      return this.editor.say({
        kind: 'problem',
        text: 'It is not said where the note is pinned.',
        hint: 'Point at it, or type how far it is from a corner.'
      });
    const { angle, text, editor } = this;
    const made = this.perform({
      name: 'addSiteNote',
      args: { storey: editor.storey, at: place, text, looks: angle === null ? null : angle / degree }
    });
    if (!made) return;
    editor.take(undefined);
    editor.select(made);
  }

  back(): boolean {
    if (!this.placing.at && !this.placing.isTyped && this.text === '') return false;
    this.placing.at = undefined;
    this.placing.clear();
    this.typed = undefined;
    this.text = '';
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const { place } = this.placing;
    if (!place) return this.hand.overlay;
    const { angle } = this;
    if (angle === null) return { points: [place] };
    const far = { x: place.x + 600 * Math.cos(angle), y: place.y + 600 * Math.sin(angle) };
    return { points: [place], lines: [[place, far]] };
  }
}
