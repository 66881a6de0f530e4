/** What runs along the bends of a unit that leaves the plane of its wall: sills, casings, boards that line the walls. */
import type { Point } from '../../geometry/point';
import type { PartRole } from '../../kernels/solids/part';
import { box, ledgeHeight, type Piece } from './parts';
import { ringed, type Bend, type Unit } from './planes';
import { barOf, frameDepth, type Hole } from './unit';
import type { CatalogueEntry } from './record';

export function boardsOf(entry: CatalogueEntry, hole: Hole, { planes, rim, bend }: Unit): Piece[] {
  if (bend) return new Strips(entry, hole, bend).all();
  if (!rim) return [];
  const { t0, t1, y0, y1, out } = hole;
  const { z0, z1 } = planes[0]!.hole;
  const [inner, outer] = out > 0 ? [y0, y1] : [y1, y0];
  const slab = (role: PartRole, from: number, low: number, high: number): Piece[] =>
    high - low <= 0
      ? []
      : [
          box(role, { t0, t1, z0: low, z1: high, y0: Math.min(from, outer), y1: Math.max(from, outer) }),
          ...ringed(role, rim, low, high)
        ];
  return [
    ...slab('ledge', inner - out * entry.ledge.inside.past, hole.z0, z0),
    ...slab('lining', inner, z1, hole.z1),
    ...bayCasing(entry, hole)
  ];
}

/** On the inner face of the wall alone: outside stands the bay. */
function bayCasing({ casing: { inside } }: CatalogueEntry, { t0, t1, z0, z1, y0, y1, out }: Hole): Piece[] {
  const { width, thickness } = inside;
  if (width <= 0 || thickness <= 0) return [];
  const deep = out > 0 ? { y0: y0 - thickness, y1: y0 } : { y0: y1, y1: y1 + thickness };
  return [
    {
      ...{ t0: t0 - width, t1: t1 + width, z0, z1: z1 + width },
      ...deep,
      role: 'casing',
      shape: 'arch',
      bar: width
    }
  ];
}

/** What runs round a corner beside the frames: sills, casings and the boards that line the walls. */
class Strips {
  constructor(
    private readonly entry: CatalogueEntry,
    private readonly hole: Hole,
    private readonly bend: Bend
  ) {}

  all(): Piece[] {
    return (['outside', 'inside'] as const).flatMap((side) => [
      ...this.ledge(side),
      ...this.casing(side),
      ...this.reveal(side)
    ]);
  }

  /** How high the boards at the foot are on a side. */
  private foot(side: 'outside' | 'inside') {
    return ledgeHeight(this.entry, this.hole, side);
  }

  private ledge(side: 'outside' | 'inside'): Piece[] {
    const [own, its] = this.zones(side, this.entry.ledge[side].past);
    return this.mitred('ledge', own, its, this.hole.z0, this.hole.z0 + this.foot(side), 0);
  }

  private casing(side: 'outside' | 'inside'): Piece[] {
    const { width, thickness } = this.entry.casing[side];
    const { z0, z1 } = this.hole;
    if (width <= 0 || thickness <= 0) return [];
    const zone = (of: Hole): [number, number] => {
      const face = this.face(of, side);
      return [face, face + this.way(of, side) * thickness];
    };
    const zones = [zone(this.hole), zone(this.bend.round.hole)] as const;
    return [
      ...this.mitred('casing', ...zones, z1, z1 + width, width),
      ...this.uprights('casing', ...zones, z0, z1, -width)
    ];
  }

  private reveal(side: 'outside' | 'inside'): Piece[] {
    const thick = Math.min(this.entry.reveal[side], barOf(this.entry, this.hole));
    const { z1, z0 } = this.hole;
    if (thick <= 0) return [];
    const zones = this.zones(side, 0);
    if (zones.some(([from, to]) => Math.abs(to - from) < 1)) return [];
    return [
      ...this.mitred('lining', ...zones, z1 - thick, z1, 0),
      ...this.uprights('lining', ...zones, z0 + this.foot(side), z1 - thick, thick)
    ];
  }

  private way = (of: Hole, side: 'outside' | 'inside') => (side === 'outside' ? of.out : -of.out);

  private face = (of: Hole, side: 'outside' | 'inside') => (this.way(of, side) > 0 ? of.y1 : of.y0);

  /** From the frame to past the face of either wall. */
  private zones(side: 'outside' | 'inside', past: number): [[number, number], [number, number]] {
    const zone = (of: Hole): [number, number] => {
      const frame = frameDepth(this.entry, of);
      const way = this.way(of, side);
      return [way > 0 ? frame[1] : frame[0], this.face(of, side) + way * past];
    };
    return [zone(this.hole), zone(this.bend.round.hole)];
  }

  /** Along both walls, mitred in the bend; `past`: how far on beyond the jambs. */
  private mitred(
    role: PartRole,
    own: readonly [number, number],
    its: readonly [number, number],
    z0: number,
    z1: number,
    past: number
  ) {
    const { bend } = this;
    const { jambs } = bend;
    const [near, far] = [bend.meet(own[0], its[0]), bend.meet(own[1], its[1])];
    if (!near || !far || z1 - z0 <= 0 || !bend.fits(own, its)) return [];
    const [p, q] = [jambs.own.at - jambs.own.away * past, jambs.its.at - jambs.its.away * past];
    return [
      ...ringed(role, [{ x: p, y: own[0] }, near, far, { x: p, y: own[1] }], z0, z1),
      ...ringed(role, [bend.there(q, its[0]), near, far, bend.there(q, its[1])], z0, z1)
    ];
  }

  /** Beside both jambs, `wide` into the opening, or less than none: beside it. */
  private uprights(
    role: PartRole,
    own: readonly [number, number],
    its: readonly [number, number],
    z0: number,
    z1: number,
    wide: number
  ) {
    const { bend } = this;
    const { jambs } = bend;
    const inOwn = [jambs.own.at, jambs.own.at + jambs.own.away * wide];
    const inIts = [jambs.its.at, jambs.its.at + jambs.its.away * wide];
    const four = (ts: number[], ys: readonly [number, number], at: (t: number, y: number) => Point) => [
      at(ts[0]!, ys[0]),
      at(ts[1]!, ys[0]),
      at(ts[1]!, ys[1]),
      at(ts[0]!, ys[1])
    ];
    return [
      ...ringed(
        role,
        four(inOwn, own, (x, y) => ({ x, y })),
        z0,
        z1
      ),
      ...ringed(
        role,
        four(inIts, its, (t, y) => bend.there(t, y)),
        z0,
        z1
      )
    ];
  }
}
