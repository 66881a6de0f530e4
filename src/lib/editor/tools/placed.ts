/** Tools that put one thing down after another, each at a point that is pointed at or so far from a corner. */
import type { Call } from '../../core/commands/register';
import type { Point } from '../../core/geometry/point';
import type { Overlay } from '../tool';
import { snapKeys } from '../snap-hand';
import { BaseTool } from './base';
import { Placing } from './placing';

export abstract class PlacedTool extends BaseTool {
  readonly keys = snapKeys;
  protected readonly placing = new Placing(this.editor);

  /** What puts it down at a place; undefined while more than that is needed. */
  protected abstract callAt(at: Point): Call | undefined;
  abstract move(point: Point, mmPerPixel: number): void;
  /** What holds for the next one no more. */
  protected forget?(): void;

  protected preview() {
    const { place } = this.placing;
    this.attempt(place && this.callAt(place));
  }

  click(point: Point, mmPerPixel: number) {
    this.move(point, mmPerPixel);
    this.accept();
  }

  /** The place, or said that there is none. */
  protected needPlace(): Point | undefined {
    const { place } = this.placing;
    if (!place)
      this.editor.say({
        kind: 'problem',
        text: 'No place is chosen yet.',
        hint: 'Point at it, or choose a corner in the sentence and type how far from it.'
      });
    return place;
  }

  accept() {
    const place = this.needPlace();
    const call = place && this.callAt(place);
    if (call && this.perform(call)) this.next();
  }

  protected next() {
    this.hand.take([]);
    this.placing.next();
    this.forget?.();
    this.editor.toolChanged();
  }

  key(key: string): boolean {
    if (!this.hand.key(key)) return false;
    this.placing.at = this.hand.present?.point ?? this.placing.at;
    this.preview();
    return true;
  }

  overlay(): Overlay {
    if (this.placing.isSet && this.placing.from) return { points: [this.placing.from] };
    return this.hand.overlay;
  }
}
