/**
 * First forms of a roof, each only a setting of its edges.
 *
 *      hip: eaves all round      gable: the ends of its arms upright      mono-pitch: one eave, all else upright
 *      +-----------+             #-----------#                            ###########
 *      |\_________/|             #-----------#                            #         #
 *      |/         \|             #-----------#                            #---------#
 *      +-----------+             #-----------#                            +---------+
 *
 * flat: a mono-pitch that hardly falls; half hip: gables that turn into hips half way up; gambrel: gables, and eaves of two pitches; mansard: those all round; saltbox: gables, and one
 * side half as steep, so that the ridge stands a third of the way in
 */
import { cross, distance, dot, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { edgesOf, gapToBorder, loopsOf, type Ring } from '../../geometry/ring';
import { isBare, type RoofEdgeKind, type SecondSlope } from './record';

export const roofForms = [
  'hip',
  'gable',
  'mono',
  'flat',
  'halfHip',
  'gambrel',
  'mansard',
  'saltbox'
] as const;

export type RoofForm = (typeof roofForms)[number];

/** Sides beside an end run alike, to this sine. */
const alike = 0.2;

/**
 * Whether an edge ends an arm: both its corners turn inwards, what is beside it runs back alike, and is longer. Of a
 * square the sides that begin at its second corner, or none would be an eave.
 */
function isEnd(ring: readonly Point[], i: number): boolean {
  const n = ring.length;
  const at = (k: number) => ring[(k + n) % n]!;
  const [back, own, on] = [
    subtract(at(i), at(i - 1)),
    subtract(at(i + 1), at(i)),
    subtract(at(i + 2), at(i + 1))
  ];
  const [u, v, w] = [unit(back), unit(own), unit(on)];
  const isOuter = cross(u, v) > 0.5 && cross(v, w) > 0.5 && dot(u, w) < 0 && Math.abs(cross(u, w)) < alike;
  const [long, beside] = [
    distance(at(i), at(i + 1)),
    Math.min(Math.hypot(back.x, back.y), Math.hypot(on.x, on.y))
  ];
  const isSquare = Math.abs(long - beside) <= tolerances.coincident;
  return isOuter && (isSquare ? i % 2 === 1 : long < beside);
}

/** Of edges as long as one another the southernmost. */
function longest(ring: readonly Point[], long: readonly number[]): number {
  const most = Math.max(...long) - tolerances.coincident;
  const south = (i: number) => ring[i]!.y + ring[(i + 1) % ring.length]!.y;
  const found = long.flatMap((size, i) => (size >= most ? [i] : []));
  return found.reduce((best, i) => (south(i) < south(best) - tolerances.coincident ? i : best), found[0]!);
}

/** An edge of an outline: its kind before the form is given, and whether a mono-pitch is to fall to it. */
export interface FormEdge {
  readonly kind: RoofEdgeKind;
  readonly isLow: boolean;
}

const wayOf = (ring: readonly Point[], i: number): Point =>
  unit(subtract(ring[(i + 1) % ring.length]!, ring[i]!));

/** Edges at other roofs or walls stay what they are: from one of them ridges run to the far side, and a mono-pitch falls. */
function farFrom(ring: readonly Point[], bare: number): number {
  const turns = ring.map((_, i) => dot(wayOf(ring, i), wayOf(ring, bare)));
  return turns.indexOf(Math.min(...turns));
}

/** Under so low a ridge there is no room for a second slope, mm. */
const leastRise = 300;

/** The narrowest part of an outline: its shortest side, or what is left beside a court. */
function narrowest(ring: Ring, holes: readonly Ring[]): number {
  const beside = holes.flatMap((hole) => hole.map((p) => gapToBorder(ring, p)));
  return Math.min(...edgesOf(ring).map(([a, b]) => distance(a, b)), ...beside);
}

/** What an edge becomes. */
export interface FormedEdge {
  readonly kind: RoofEdgeKind;
  /** Unlike the roof's own; null: as that. */
  readonly pitch: number | null;
  readonly second: SecondSlope | null;
}

/**
 * What each edge becomes, by ring. A mono-pitch falls to the low edge, or away from a wall, or to its longest edge. A half
 * hip begins half way up its gable; two pitches change at a third of the way to the ridge, the upper half as steep. Round a
 * court all are eaves, or under a mono-pitch upright; where there is one no arm of the outline ends in a gable.
 */
export function edgesOfForm(
  form: RoofForm,
  pitch: number,
  rings: readonly Ring[],
  edges: readonly (readonly FormEdge[])[]
): FormedEdge[][] {
  const loops = loopsOf(rings);
  return rings.map((ring, r) => {
    const own = edges[r]!;
    const loop = loops.find((one) => one.includes(r)) ?? [r];
    const long = ring.map((p, i) => distance(p, ring[(i + 1) % ring.length]!));
    const said = own.findIndex(({ isLow }) => isLow);
    const bare = own.findIndex(({ kind }) => isBare(kind));
    const far = bare >= 0 ? farFrom(ring, bare) : undefined;
    const eave = said >= 0 ? said : (far ?? longest(ring, long));
    const [around, ...courts] = loop.map((k) => rings[k]!);
    const isCourt = ring !== around;
    const canEnd = form === 'gable' || form === 'halfHip' || form === 'gambrel' || form === 'saltbox';
    const hasEnds = canEnd && courts.length === 0;
    const isUpright = (i: number) =>
      form === 'mono' || form === 'flat'
        ? i !== eave || (isCourt && said < 0)
        : hasEnds && (far === undefined ? isEnd(ring, i) : i === far);
    const rise = (narrowest(around!, courts) / 2) * Math.tan(pitch);
    const secondOf = (kind: RoofEdgeKind, i: number): SecondSlope | null => {
      if (rise < leastRise) return null;
      if (form === 'halfHip' && kind === 'gable') return { above: (long[i]! / 4) * Math.tan(pitch), pitch };
      const isBroken = (form === 'gambrel' || form === 'mansard') && kind === 'eave';
      return isBroken ? { above: rise / 3, pitch: pitch / 2 } : null;
    };
    // The side away from the longest eave, where none is said.
    const flatter = said >= 0 || form !== 'saltbox' ? eave : farFrom(ring, eave);
    return own.map(({ kind: was }, i) => {
      const kind = isBare(was) ? was : isUpright(i) ? 'gable' : 'eave';
      const isLong = form === 'saltbox' && !isCourt && kind === 'eave';
      const isFlat = isLong && dot(wayOf(ring, i), wayOf(ring, flatter)) > 0.5;
      return { kind, pitch: isFlat ? Math.atan(Math.tan(pitch) / 2) : null, second: secondOf(kind, i) };
    });
  });
}
