/** Fingers on the plan: two of them pinch and pan it; what one does is not theirs to say. */
import type { PlanView } from './plan-view';

interface Place {
  readonly x: number;
  readonly y: number;
}

export class Fingers {
  private readonly down = new Map<number, Place>();
  /** Until all are lifted again after two were down, no one finger draws or selects. */
  private wereTwo = false;

  constructor(private readonly view: () => PlanView) {}

  /** True while two are down, or one is left of them. */
  get areTwo(): boolean {
    return this.wereTwo;
  }

  press(id: number, at: Place) {
    this.down.set(id, at);
    if (this.down.size === 2) this.wereTwo = true;
  }

  /** What was between the two stays between them. */
  move(id: number, at: Place) {
    const old = this.down.get(id);
    if (!old) return;
    const other = [...this.down].find(([one]) => one !== id)?.[1];
    this.down.set(id, at);
    if (!other || this.down.size !== 2) return;
    const middle = (p: Place): Place => ({ x: (p.x + other.x) / 2, y: (p.y + other.y) / 2 });
    const apart = (p: Place) => Math.max(1, Math.hypot(p.x - other.x, p.y - other.y));
    const [from, to] = [middle(old), middle(at)];
    const view = this.view();
    view.pan(to.x - from.x, to.y - from.y);
    view.zoom(apart(at) / apart(old), to.x, to.y);
  }

  lift(id: number) {
    this.down.delete(id);
    if (this.down.size === 0) this.wereTwo = false;
  }
}
