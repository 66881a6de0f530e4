/**
 * Openings in the plan, true to what fills them: hung leaves open with the quarter that they sweep, sliding ones in their
 * tracks with an arrow, folding ones half folded, lights with their posts and glass; what is overhead dashed.
 */
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import { sureness } from '../../display/certainty';
import { cutHeight, type Mark, type Pen } from '../../display/marks';
import { angleOf, subtract, type Point } from '../../geometry/point';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { frameDepth, leavesOf, ledgesOf, type Hole, type Leaf } from '../catalogue-entry/unit';
import { holeOf, type OpeningPlace } from './place';

/** `entry`: what fills it; undefined where it is bare. */
export function drawOpening(frame: Frame, place: OpeningPlace, entry: CatalogueEntry | undefined): Mark[] {
  return new Symbol(frame, place).draw(entry);
}

class Symbol {
  private readonly hole: Hole;

  constructor(
    private readonly frame: Frame,
    private readonly place: OpeningPlace
  ) {
    this.hole = holeOf(frame, place);
  }

  draw(entry: CatalogueEntry | undefined): Mark[] {
    const { z0, z1 } = this.place;
    if (z0 >= cutHeight || z1 <= cutHeight || !entry) return this.faces('overhead');
    const leaves = leavesOf(entry, this.hole);
    return entry.filling === 'window'
      ? [...this.faces('face'), ...this.unit(entry, leaves)]
      : [...this.faces('thin'), ...leaves.flatMap((leaf, k) => this.leaf(entry, leaf, k))];
  }

  private faces(pen: Pen): Mark[] {
    const { t0, t1 } = this.place;
    return [this.frame.y0, this.frame.y1].map((y) => this.line(t0, y, t1, y, pen));
  }

  /** Frame, posts and glass of a window, and the boards past the wall. */
  private unit(entry: CatalogueEntry, leaves: readonly Leaf[]): Mark[] {
    const { t0, t1 } = this.place;
    const [f0, f1] = frameDepth(entry, this.hole);
    const posts = leaves.slice(1).flatMap(({ t0: to }, k) => {
      const from = leaves[k]!.t1;
      return entry.form === 'casement' ? [from, to].map((t) => this.line(t, f0, t, f1, 'fine')) : [];
    });
    return [
      ...[f0, f1].map((y) => this.line(t0, y, t1, y, 'fine')),
      ...leaves.map((leaf) => {
        const y = (leaf.y0 + leaf.y1) / 2;
        return this.line(leaf.t0, y, leaf.t1, y, 'fine');
      }),
      ...posts,
      ...ledgesOf(entry, this.hole).flatMap(({ y0, y1 }) => {
        const past = y1 > this.frame.y1 ? y1 : y0;
        const face = y1 > this.frame.y1 ? this.frame.y1 : this.frame.y0;
        if (Math.abs(past - face) < 1) return [];
        return [this.outline(t0, t1, face, past)];
      })
    ];
  }

  private leaf(entry: CatalogueEntry, leaf: Leaf, k: number): Mark[] {
    switch (leaf.way) {
      case 'slides':
        return [this.outline(leaf.t0, leaf.t1, leaf.y0, leaf.y1, 'chalk'), ...this.arrow(leaf, k)];
      case 'folds':
        return [this.folded(leaf)];
      case 'rises': {
        // As far into the room as it is high.
        const far = this.hole.opens > 0 ? leaf.y1 : leaf.y0;
        const deep = far + this.hole.opens * (leaf.z1 - leaf.z0);
        return [
          this.line(leaf.t0, far, leaf.t1, far, 'fine'),
          ...[leaf.t0, leaf.t1].map((t) => this.line(t, far, t, deep, 'overhead')),
          this.line(leaf.t0, deep, leaf.t1, deep, 'overhead')
        ];
      }
      default:
        return entry.filling === 'door' ? this.swing(leaf) : [];
    }
  }

  /** The leaf open at a right angle and the quarter it sweeps. */
  private swing({ hinge, latch, y0, y1 }: Leaf): Mark[] {
    const sign = this.hole.opens;
    const y = sign > 0 ? y1 : y0;
    const radius = Math.abs(latch - hinge);
    const centre = this.at(hinge, y);
    const [open, shut] = [
      angleOf(subtract(this.at(hinge, y + sign), centre)),
      angleOf(subtract(this.at(latch, y), centre))
    ];
    const turn = (from: number, to: number) => (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
    const [a0, a1] =
      turn(shut, open) < Math.PI ? [shut, shut + turn(shut, open)] : [open, open + turn(open, shut)];
    const thick = Math.sign(latch - hinge) * (y1 - y0);
    return [
      this.outline(hinge, hinge + thick, y, y + sign * radius, 'chalk'),
      { kind: 'arc', ...this.base, centre, radius, a0, a1, pen: 'thin', ink: 'shale' }
    ];
  }

  /** Standing out half folded, away from the jamb that it hangs on. */
  private folded({ hinge, latch, y0, y1 }: Leaf): Mark {
    const sign = this.hole.opens;
    const y = sign > 0 ? y1 : y0;
    const out = sign * Math.abs(latch - hinge) * 0.7;
    const middle = hinge + (latch - hinge) * 0.7;
    return this.line(hinge, y, middle, y + out, 'fine');
  }

  private arrow({ t0, t1, y0, y1 }: Leaf, k: number): Mark[] {
    const sign = this.hole.opens;
    const face = sign > 0 ? this.frame.y1 : this.frame.y0;
    const y = face + sign * (60 + 40 * (k % 2) + (y1 - y0) / 2);
    const way = k % 2 === 0 ? 1 : -1;
    const [from, to] = way > 0 ? [t0 + (t1 - t0) * 0.3, t1] : [t1 - (t1 - t0) * 0.3, t0];
    return [
      this.line(from, y, to, y, 'thin'),
      ...[1, -1].map((side) => this.line(to - way * 60, y + side * 30, to, y, 'thin'))
    ];
  }

  private readonly at = (t: number, y: number): Point => fromFrame(this.frame, t, y);

  private get base() {
    return { subject: this.place.opening.id, group: 'openings' };
  }

  private line(t0: number, y0: number, t1: number, y1: number, pen: Pen): Mark {
    return {
      ...{ kind: 'stroke', ...this.base, points: [this.at(t0, y0), this.at(t1, y1)], closed: false },
      ...{ pen: sureness(pen, this.place.opening), ink: 'slate' }
    };
  }

  private outline(t0: number, t1: number, y0: number, y1: number, fill?: 'chalk'): Mark {
    const ring = [this.at(t0, y0), this.at(t1, y0), this.at(t1, y1), this.at(t0, y1)];
    return fill
      ? { kind: 'region', ...this.base, rings: [ring], pen: 'fine', ink: 'slate', fill }
      : { kind: 'stroke', ...this.base, points: ring, closed: true, pen: 'thin', ink: 'slate' };
  }
}
