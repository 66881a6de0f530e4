/** What runs along the bends of a unit that leaves the plane of its wall: sills, casings, boards that line the walls. */
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
    // Outside stands the bay.
    ...casingsOf(entry, hole, ['inside'])
  ];
}

/** Strips on the faces of the wall, round the jambs and the head. */
export const casingsOf = (
  { casing }: CatalogueEntry,
  { t0, t1, z0, z1, y0, y1, out }: Hole,
  sides: readonly ('outside' | 'inside')[] = ['outside', 'inside']
): Piece[] =>
  sides.flatMap((side): Piece[] => {
    const { width, thickness } = casing[side];
    if (width <= 0 || thickness <= 0) return [];
    const isHigh = (side === 'outside') === out > 0;
    const deep = isHigh ? { y0: y1, y1: y1 + thickness } : { y0: y0 - thickness, y1: y0 };
    const around = { t0: t0 - width, t1: t1 + width, z0, z1: z1 + width };
    return [{ ...around, ...deep, role: 'casing', shape: 'arch', bar: width }];
  });

/** Of the own wall and of the other: from where to where across it. */
type Zones = readonly [own: readonly [number, number], its: readonly [number, number]];

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
    const { z0 } = this.hole;
    return this.mitred('ledge', this.zones(side, this.entry.ledge[side].past), z0, z0 + this.foot(side), 0);
  }

  private casing(side: 'outside' | 'inside'): Piece[] {
    const { width, thickness } = this.entry.casing[side];
    const { z0, z1 } = this.hole;
    if (width <= 0 || thickness <= 0) return [];
    const zone = (of: Hole): [number, number] => {
      const face = this.face(of, side);
      return [face, face + this.way(of, side) * thickness];
    };
    const zones: Zones = [zone(this.hole), zone(this.bend.round.hole)];
    return [
      ...this.mitred('casing', zones, z1, z1 + width, width),
      ...this.uprights('casing', zones, z0, z1, -width)
    ];
  }

  private reveal(side: 'outside' | 'inside'): Piece[] {
    const thick = Math.min(this.entry.reveal[side], barOf(this.entry, this.hole));
    const { z1, z0 } = this.hole;
    if (thick <= 0) return [];
    const zones = this.zones(side, 0);
    if (zones.some(([from, to]) => Math.abs(to - from) < 1)) return [];
    return [
      ...this.mitred('lining', zones, z1 - thick, z1, 0),
      ...this.uprights('lining', zones, z0 + this.foot(side), z1 - thick, thick)
    ];
  }

  private way = (of: Hole, side: 'outside' | 'inside') => (side === 'outside' ? of.out : -of.out);

  private face = (of: Hole, side: 'outside' | 'inside') => (this.way(of, side) > 0 ? of.y1 : of.y0);

  /** From the frame to past the face of either wall. */
  private zones(side: 'outside' | 'inside', past: number): Zones {
    const zone = (of: Hole): [number, number] => {
      const frame = frameDepth(this.entry, of);
      const way = this.way(of, side);
      return [way > 0 ? frame[1] : frame[0], this.face(of, side) + way * past];
    };
    return [zone(this.hole), zone(this.bend.round.hole)];
  }

  /** Along both walls, mitred in the bend; `past`: how far on beyond the jambs. */
  private mitred(role: PartRole, zones: Zones, z0: number, z1: number, past: number): Piece[] {
    const { bend } = this;
    const [own, its] = zones;
    const [near, far] = [bend.meet(own[0], its[0]), bend.meet(own[1], its[1])];
    if (!near || !far || z1 - z0 <= 0 || !bend.fits(own, its)) return [];
    return bend.sides.flatMap(({ jamb, away, place }, k) => {
      const t = jamb - away * past;
      return ringed(role, [place(t, zones[k]![0]), near, far, place(t, zones[k]![1])], z0, z1);
    });
  }

  /** Beside both jambs, `wide` into the opening, or less than none: beside it. */
  private uprights(role: PartRole, zones: Zones, z0: number, z1: number, wide: number): Piece[] {
    return this.bend.sides.flatMap(({ jamb, away, place }, k) => {
      const to = jamb + away * wide;
      const [from, until] = zones[k]!;
      return ringed(role, [place(jamb, from), place(to, from), place(to, until), place(jamb, until)], z0, z1);
    });
  }
}
