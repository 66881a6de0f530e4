/**
 * Openings in the plan, true to what fills them: hung leaves open with the quarter that they sweep, sliding ones in their
 * tracks with an arrow, folding ones half folded, lights with their posts and glass; what is overhead dashed.
 */
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import { sureness } from '../../display/certainty';
import { cutHeight, type Mark, type Pen } from '../../display/marks';
import { angleOf, leftOf, rotate, subtract, type Point } from '../../geometry/point';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { ledgesOf, turnOf } from '../catalogue-entry/parts';
import { placeAfter, type Turn } from '../catalogue-entry/turns';
import { frameDepth, leavesOf, surroundOf, type Hole, type Leaf } from '../catalogue-entry/unit';
import { unitOf, type Unit } from '../catalogue-entry/planes';
import type { FillingHost } from './host';
import { holeOf, type OpeningPlace } from './place';

/** `entry`: what fills it; undefined where it is bare. */
export function drawOpening(frame: Frame, place: OpeningPlace, entry: CatalogueEntry | undefined): Mark[] {
  return new Symbol(frame, place).draw(entry);
}

class Symbol {
  constructor(
    private readonly frame: FillingHost,
    private readonly place: OpeningPlace,
    private readonly hole: Hole = holeOf(frame, place)
  ) {}

  draw(entry: CatalogueEntry | undefined): Mark[] {
    const { z0, z1 } = this.place;
    if (z0 >= cutHeight || z1 <= cutHeight || !entry) return this.faces('overhead');
    const unit = unitOf(entry, this.hole);
    if (unit) return this.bent(unit);
    if (entry.filling === 'window') return [...this.faces('face'), ...this.unit(entry)];
    const leaves = leavesOf(entry, this.hole);
    return [
      ...this.faces('thin'),
      ...this.surround(entry),
      ...leaves.flatMap((leaf, k) => this.leaf(entry, leaves, leaf, k))
    ];
  }

  /** How far its leaves are to be shown open; null: as usual. */
  private get ajar() {
    return this.place.opening.ajar;
  }

  /** What leaves the plane of its wall: each flat part of it, the posts between, and what it stands on. */
  private bent({ planes, posts, outline }: Unit): Mark[] {
    const { subject, group } = this.base;
    return [
      ...outline.map((points): Mark => ({
        ...{ kind: 'stroke', subject, group, closed: false, pen: 'face', ink: 'slate' },
        points: points.map(({ x, y }) => this.at(x, y))
      })),
      ...posts.map(({ base }): Mark => ({
        ...{ kind: 'stroke', subject, group, closed: true, pen: 'fine', ink: 'slate' },
        points: (base ?? []).map(({ x, y }) => this.at(x, y))
      })),
      ...planes.flatMap((plane) =>
        new Symbol(planeFrame(this.frame, plane.turn), this.place, plane.hole).unit(plane.entry)
      )
    ];
  }

  /** A light of a window that is to be seen open. */
  private shownOpen(entry: CatalogueEntry, leaves: readonly Leaf[], k: number): Mark[] {
    const turn = turnOf(entry, this.hole, leaves, k, this.ajar ?? 0);
    return turn && turn.angle !== 0 ? [this.turned(leaves[k]!, turn)] : [];
  }

  /** Fixed glass beside the leaves and what stands between. */
  private surround(entry: CatalogueEntry): Mark[] {
    const { panes, posts, room } = surroundOf(entry, this.hole);
    const y = (room.y0 + room.y1) / 2;
    const isBeside = ({ z0 }: { z0: number }) => z0 < room.z1;
    return [
      ...panes.filter(isBeside).map(({ t0, t1 }) => this.line(t0, y, t1, y, 'fine')),
      ...posts.filter(isBeside).map(({ t0, t1, y0, y1 }) => this.outline(t0, t1, y0, y1))
    ];
  }

  private faces(pen: Pen): Mark[] {
    const { t0, t1 } = this.hole;
    return [this.frame.y0, this.frame.y1].map((y) => this.line(t0, y, t1, y, pen));
  }

  /** Frame, posts and glass of a window, and the boards past the wall. */
  private unit(entry: CatalogueEntry): Mark[] {
    const { t0, t1 } = this.hole;
    const all = leavesOf(entry, this.hole);
    const leaves = entry.form === 'casement' ? cutOf(all) : all;
    const [f0, f1] = frameDepth(entry, this.hole);
    const posts = leaves.slice(1).flatMap(({ t0: to }, k) => {
      const from = leaves[k]!.t1;
      return entry.form === 'casement' ? [from, to].map((t) => detail(this.line(t, f0, t, f1, 'fine'))) : [];
    });
    return [
      ...[f0, f1].map((y) => detail(this.line(t0, y, t1, y, 'fine'))),
      ...leaves.map((leaf) => {
        const y = (leaf.y0 + leaf.y1) / 2;
        return this.line(leaf.t0, y, leaf.t1, y, 'fine');
      }),
      ...posts,
      ...ledgesOf(entry, this.hole).flatMap(({ y0, y1 }) => {
        const past = y1 > this.frame.y1 ? y1 : y0;
        const face = y1 > this.frame.y1 ? this.frame.y1 : this.frame.y0;
        if (Math.abs(past - face) < 1) return [];
        return [detail(this.outline(t0, t1, face, past))];
      }),
      ...(this.ajar === null ? [] : all.flatMap((_, k) => this.shownOpen(entry, all, k)))
    ];
  }

  private leaf(entry: CatalogueEntry, leaves: readonly Leaf[], leaf: Leaf, k: number): Mark[] {
    switch (leaf.way) {
      case 'slides':
        return this.slid(entry, leaves, leaf, k);
      case 'folds': {
        const turn = this.ajar === null ? undefined : turnOf(entry, this.hole, leaves, k, this.ajar);
        if (this.ajar === 0) return [this.outline(leaf.t0, leaf.t1, leaf.y0, leaf.y1, 'chalk')];
        return [turn ? this.turned(leaf, turn) : this.folded(leaf)];
      }
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
        return this.swing(entry, leaves, k);
    }
  }

  /** In its track with an arrow; what goes into or along the wall is dashed where it goes. */
  private slid(entry: CatalogueEntry, leaves: readonly Leaf[], leaf: Leaf, k: number): Mark[] {
    const turn = turnOf(entry, this.hole, leaves, k, this.ajar ?? 0);
    const by = turn?.by[0] ?? 0;
    const here = this.outline(leaf.t0 + by, leaf.t1 + by, leaf.y0, leaf.y1, 'chalk');
    if (leaves.length > 1) return [here, ...this.arrow(leaf, k % 2 === 0 ? 1 : -1, k)];
    const way = leaf.hinge < leaf.latch ? -1 : 1;
    const gone = way * (leaf.t1 - leaf.t0);
    const there = [leaf.t0 + gone, leaf.t1 + gone] as const;
    return [
      ...[leaf.y0, leaf.y1].map((y) => this.line(there[0], y, there[1], y, 'overhead')),
      here,
      ...this.arrow(leaf, way, 0)
    ];
  }

  /** The leaf open, at a right angle or as it is to be shown, and the part of a circle that it sweeps. */
  private swing(entry: CatalogueEntry, leaves: readonly Leaf[], k: number): Mark[] {
    const leaf = leaves[k]!;
    const { hinge, latch } = leaf;
    const turn = turnOf(entry, this.hole, leaves, k, this.ajar ?? Math.PI / 2);
    if (!turn) return [this.outline(leaf.t0, leaf.t1, leaf.y0, leaf.y1, 'chalk')];
    const { y } = turn;
    const arc = (tip: number): Mark[] => {
      const centre = this.at(hinge, y);
      const from = angleOf(subtract(this.at(tip, y), centre));
      // Angles run the same way in the plan as along and across the wall: left of a wall is against the clock.
      const [a0, a1] = turn.angle > 0 ? [from, from + turn.angle] : [from + turn.angle, from];
      return [
        {
          ...{ kind: 'arc', ...this.base, centre, radius: Math.abs(tip - hinge), a0, a1 },
          ...{ pen: 'thin', ink: 'shale' }
        }
      ];
    };
    const tail = leaf.t0 + leaf.t1 - latch;
    return [this.turned(leaf, turn), ...arc(latch), ...(leaf.way === 'pivots' ? arc(tail) : [])];
  }

  /** A leaf as it stands when it is turned. */
  private turned({ t0, t1, y0, y1, z0 }: Leaf, turn: Turn): Mark {
    const corners = [
      [t0, y0],
      [t1, y0],
      [t1, y1],
      [t0, y1]
    ] as const;
    const ring = corners.map(([u, v]) => {
      const [t, y] = placeAfter([u, v, z0], [turn]);
      return this.at(t, y);
    });
    return { kind: 'region', ...this.base, rings: [ring], pen: 'fine', ink: 'slate', fill: 'chalk' };
  }

  /** Standing out half folded, away from the jamb that it hangs on. */
  private folded({ hinge, latch, y0, y1 }: Leaf): Mark {
    const sign = this.hole.opens;
    const y = sign > 0 ? y1 : y0;
    const out = sign * Math.abs(latch - hinge) * 0.7;
    const middle = hinge + (latch - hinge) * 0.7;
    return this.line(hinge, y, middle, y + out, 'fine');
  }

  private arrow({ t0, t1, y0, y1 }: Leaf, way: 1 | -1, k: number): Mark[] {
    const sign = this.hole.opens;
    const face = sign > 0 ? Math.max(this.frame.y1, y1) : Math.min(this.frame.y0, y0);
    const y = face + sign * (60 + 40 * (k % 2) + (y1 - y0) / 2);
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

/** The frame whose coordinates are those of a flat part of a unit. */
function planeFrame(frame: FillingHost, turn: Turn | null): FillingHost {
  if (!turn) return frame;
  const direction = rotate(frame.direction, turn.angle);
  return { ...frame, origin: fromFrame(frame, turn.by[0], turn.by[1]), direction, left: leftOf(direction) };
}

const detail = (mark: Mark): Mark => ({ ...mark, isDetail: true });

/** The lights that the plan cuts; of a high or low window the lowest. */
function cutOf(leaves: readonly Leaf[]): readonly Leaf[] {
  const cut = leaves.filter(({ z0, z1 }) => z0 <= cutHeight && cutHeight < z1);
  const foot = Math.min(...leaves.map(({ z0 }) => z0));
  return cut.length > 0 ? cut : leaves.filter(({ z0 }) => z0 === foot);
}
