/** How the door in hand is hung: as it is proposed, as its side is pointed at, as its leaf is pulled, as it is chosen. */
import { dot, subtract, unit, type Point } from '../../../core/geometry/point';
import type { CatalogueEntry } from '../../../core/kinds/catalogue-entry/record';
import { likeliestHanding } from '../../../core/kinds/opening/handing';
import { hangingOf, type OpeningPlace } from '../../../core/kinds/opening/place';
import type { Handing } from '../../../core/kinds/opening/record';
import { doorAt, swingsOn } from '../../../core/kinds/opening/swings';
import type { WallFrame } from '../../../core/kinds/wall/frame';
import { fromFrame } from '../../../core/kernels/joints/frame';
import type { Editor } from '../../editor';
import { handingTowards } from './leaf';

export class Hanging {
  hinge: Handing['hinge'] = 'near';
  opens: Handing['opens'] = 'inside';
  /** Why it is proposed so; empty where it is not. */
  reason = '';
  /** The pointer says to which side it opens. */
  pointed = false;
  private chosen: ReadonlySet<keyof Handing> = new Set();
  private pressed: Point | undefined;
  /** The pointer, while it pulls the leaf. */
  private pulled: Point | undefined;

  constructor(private readonly editor: Editor) {}

  /** By the person: it holds until a door is put. */
  choose(handing: Partial<Handing>) {
    Object.assign(this, handing);
    this.chosen = new Set([...this.chosen, ...(Object.keys(handing) as (keyof Handing)[])]);
  }

  /** The side of the wall that is pointed at. */
  point(opens: Handing['opens']) {
    if (this.chosen.has('opens')) return;
    [this.opens, this.pointed] = [opens, true];
  }

  /** What is not chosen, as it is likeliest. `clear`: the stretch of wall between what joins it. */
  propose(frame: WallFrame, place: OpeningPlace, entry: CatalogueEntry, clear: readonly [number, number]) {
    this.reason = '';
    const { chosen, editor } = this;
    const swings = editor.model.at(editor.project).get(swingsOn, editor.storey);
    if (!swings || chosen.has('hinge')) return;
    const [low, high] = [place.t0 - clear[0], clear[1] - place.t1];
    const beside = place.opening.end === 'a' ? { near: low, far: high } : { near: high, far: low };
    const isSided = this.pointed || chosen.has('opens');
    const { handing, reason } = likeliestHanding(
      swings,
      doorAt(frame, place, entry),
      beside,
      isSided ? this.opens : undefined
    );
    [this.hinge, this.opens, this.reason] = [handing.hinge, handing.opens, reason];
  }

  press(point: Point) {
    this.pressed = point;
  }

  /** The button comes up: whether the leaf was pulled. */
  lift(): boolean {
    const was = this.pulled !== undefined;
    this.pressed = this.pulled = undefined;
    return was;
  }

  /** A door was put. */
  letGo() {
    this.chosen = new Set();
    this.pointed = false;
  }

  /**
   * While the button is down the opening stays where it is, and the leaf follows the pointer: of the four ways, the one
   * whose tip stands nearest it. Answers whether that is so; `least`: what moves less has only trembled.
   */
  pull(point: Point, least: number, frame: WallFrame, place: OpeningPlace): boolean {
    const { pressed } = this;
    if (!pressed) return false;
    const by = subtract(point, pressed);
    if (!this.pulled && dot(by, by) < least * least) return true;
    this.pulled = point;
    this.choose(handingTowards(frame, place, point));
    return true;
  }

  /** The leaf as it is pulled, from the jamb that it hangs on towards the pointer. */
  leaf(frame: WallFrame, place: OpeningPlace): [Point, Point][] {
    const { pulled } = this;
    if (!pulled) return [];
    const { t0, t1 } = place;
    const hung = hangingOf(frame, place);
    const hinge = fromFrame(frame, hung.hinge, hung.side > 0 ? frame.y1 : frame.y0);
    const way = unit(subtract(pulled, hinge));
    const wide = t1 - t0;
    return [[hinge, { x: hinge.x + way.x * wide, y: hinge.y + way.y * wide }]];
  }
}
