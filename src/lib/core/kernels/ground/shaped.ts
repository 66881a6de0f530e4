/**
 * The ground as it is made: pads that it is brought to, and banks from their edges. From each edge of a pad a strip goes
 * outwards, from each salient corner a fan of sectors of 15 degrees at most; each carries a plane that rises by the slope and
 * one that falls by it. Within a pad the ground is its plane, the first pad's where several lie; elsewhere the old ground is
 * brought between the highest of the falling and the lowest of the rising planes.
 *
 *         \  |  |  /           strips along edges, fans at corners; a reentrant corner needs none,
 *       ___\_|__|_/___         as two strips lie over each other there
 *          |      |
 *          | pad  |            where a falling plane is over a rising one, two pads stand too near each
 *       ___|______|___         other: the nearer one's planes hold, and the ground has a step between them
 *
 * Cost: one arrangement of all borders, then clips of convex pieces. Source: own.
 */
import { simpleFaces, type Segment } from '../../geometry/arrangement';
import { whereAbove } from '../../geometry/clip';
import { combine, flat, heightAt, type Plane } from '../../geometry/plane';
import { along, angleOf, cross, fromAngle, subtract, unit, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, edgesOf, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { RingIndex } from '../../geometry/ring-index';
import { tolerances } from '../../geometry/tolerances';
import { innerPoint, trianglesOf } from '../../geometry/triangulate';
import type { GroundFacet } from './surface';

/** `ring`: counter-clockwise. `slope`: height for each mm out, more than nothing. The first of a list holds over the others. */
export interface Pad {
  readonly id: string;
  readonly ring: Ring;
  readonly plane: Plane;
  readonly slope: number;
}

export interface GroundPiece {
  /** Convex. */
  readonly ring: Ring;
  readonly plane: Plane;
  readonly old: Plane;
  /** Of which pad, its bank or itself; null where the ground is as it was. */
  readonly pad: string | null;
  readonly kind: 'old' | 'pad' | 'cut' | 'fill';
}

/** A piece of bank: what it lies over, and its planes there. `far`: how far from its edge. */
interface Bank {
  readonly pad: Pad;
  readonly ring: Ring;
  readonly up: Plane;
  readonly down: Plane;
  readonly far: Plane;
}

const sector = Math.PI / 12;
/** A piece thinner than this is rounding, mm2. */
const least = 1;

const parts = (ring: Ring, plane: Plane): [above: Ring[], below: Ring[]] => {
  const pick = (one: Ring) => (one.length > 2 && ringArea(one) > least ? [one] : []);
  return [pick(whereAbove(ring, plane)), pick(whereAbove(ring, combine(flat(0), -1, plane)))];
};

/** Height away from a line, as a plane that is zero on it and rises by one a mm to its right. */
function farFrom(a: Point, b: Point): Plane {
  const way = unit(subtract(b, a));
  return { a: way.y, b: -way.x, c: -(way.y * a.x - way.x * a.y) };
}

/** Strips and fans of a pad, as far as `reach`. */
function banksOf(pad: Pad, reach: number): Bank[] {
  const { ring, plane, slope } = pad;
  const n = ring.length;
  return ring.flatMap((p, i) => {
    const [before, next] = [ring[(i + n - 1) % n]!, ring[(i + 1) % n]!];
    const [inWay, way] = [unit(subtract(p, before)), unit(subtract(next, p))];
    const out = { x: way.y, y: -way.x };
    const far = farFrom(p, next);
    // The pad's own fall along its edge goes on; across it the bank has its own.
    const across = plane.a * out.x + plane.b * out.y;
    const level = combine(plane, -across, far);
    const strip: Bank = {
      ...{ pad, far, up: combine(level, slope, far), down: combine(level, -slope, far) },
      ring: [next, p, along(p, out, reach), along(next, out, reach)]
    };
    const turn = Math.atan2(cross(inWay, way), inWay.x * way.x + inWay.y * way.y);
    if (turn <= 1e-6) return [strip];
    const count = Math.ceil(turn / sector - 1e-9);
    const first = angleOf({ x: inWay.y, y: -inWay.x });
    const z = heightAt(plane, p);
    const fan = Array.from({ length: count }, (_, k): Bank => {
      const [from, to] = [first + (turn * k) / count, first + (turn * (k + 1)) / count];
      const middle = fromAngle((from + to) / 2);
      const stretch = 1 / Math.cos((to - from) / 2);
      // Its rays run at the slope; between them it is a little steeper.
      const off: Plane = {
        a: middle.x * stretch,
        b: middle.y * stretch,
        c: -stretch * (middle.x * p.x + middle.y * p.y)
      };
      const corner = flat(z);
      return {
        ...{ pad, far: off, up: combine(corner, slope, off), down: combine(corner, -slope, off) },
        ring: [p, along(p, fromAngle(from), reach), along(p, fromAngle(to), reach)]
      };
    });
    return [strip, ...fan];
  });
}

/** How far a bank could go until it meets any old ground. */
function reachOf(pad: Pad, facets: readonly GroundFacet[]): number {
  const heights = facets.flatMap(({ ring, plane }) => ring.map((p) => heightAt(plane, p)));
  const own = pad.ring.map((p) => heightAt(pad.plane, p));
  const most = Math.max(Math.max(...heights) - Math.min(...own), Math.max(...own) - Math.min(...heights), 0);
  return (1.02 * most) / pad.slope + 10;
}

/**
 * The lower of the ground as it was and as it is made, as planes over convex pieces that lie over each other: at a place the
 * least of them all. No arrangement: what has to reach under the ground asks it at each step of the pointer.
 */
export function lowestGround(
  facets: readonly GroundFacet[],
  pads: readonly Pad[]
): { readonly ring: Ring; readonly planes: readonly Plane[] }[] {
  const banks = facets.length > 0 ? pads.flatMap((pad) => banksOf(pad, reachOf(pad, facets))) : [];
  return [
    ...facets.map(({ ring, plane }) => ({ ring, planes: [plane] })),
    ...pads.flatMap(({ ring, plane }) => trianglesOf(ring).map((part) => ({ ring: part, planes: [plane] }))),
    ...banks.map(({ ring, up }) => ({ ring, planes: [up] }))
  ];
}

/** The ground brought to pads; as it was where there are none. */
export function shapedGround(facets: readonly GroundFacet[], pads: readonly Pad[]): GroundPiece[] {
  const asItWas = ({ ring, plane }: GroundFacet): GroundPiece => ({
    ring,
    plane,
    old: plane,
    pad: null,
    kind: 'old'
  });
  if (pads.length === 0 || facets.length === 0) return facets.map(asItWas);
  const banks = pads.flatMap((pad) => banksOf(pad, reachOf(pad, facets)));
  const areas = [...pads, ...banks].map(({ ring }) => ring);
  const index = new RingIndex(areas);
  return facets.flatMap((facet) => {
    const box = boxOf(facet.ring);
    const near = index.near(box);
    if (near.length === 0) return [asItWas(facet)];
    const lines: Segment[] = [facet.ring, ...near.map((i) => areas[i]!)]
      .flatMap(edgesOf)
      .filter((line) => boxesMeet(boxOf(line), box));
    return (simpleFaces(lines) ?? []).flatMap((face) => {
      const inside = ringArea(face) > tolerances.scrap ? innerPoint(face) : undefined;
      if (!inside || !ringHolds(facet.ring, inside)) return [];
      const held = index.holding(inside);
      const pad = pads[held[0] ?? -1];
      const over = held.filter((i) => i >= pads.length).map((i) => banks[i - pads.length]!);
      return trianglesOf(face).flatMap((triangle): GroundPiece[] => {
        if (ringArea(triangle) < least) return [];
        if (pad) return [{ ring: triangle, plane: pad.plane, old: facet.plane, pad: pad.id, kind: 'pad' }];
        return brought(triangle, facet.plane, over);
      });
    });
  });
}

/** The parts of a convex ring in each of which one of some planes is the least; `sign` -1: the greatest. */
function envelope<T extends { readonly plane: Plane }>(
  ring: Ring,
  planes: readonly T[],
  sign: 1 | -1
): [Ring, T | undefined][] {
  if (planes.length === 0) return [[ring, undefined]];
  return planes.flatMap((one, i): [Ring, T][] => {
    let rest: Ring[] = [ring];
    planes.forEach((other, k) => {
      if (k === i) return;
      const lead = combine(flat(0), sign, combine(other.plane, -1, one.plane));
      // Where two are one and the same, the first has it.
      const isSame = Math.abs(lead.a) + Math.abs(lead.b) < 1e-12 && Math.abs(lead.c) < 1e-6;
      rest = isSame ? (k < i ? [] : rest) : rest.flatMap((piece) => parts(piece, lead)[0]);
    });
    return rest.map((piece) => [piece, one]);
  });
}

/** Old ground brought between what banks let it be. */
function brought(ring: Ring, old: Plane, over: readonly Bank[]): GroundPiece[] {
  const was: GroundPiece = { ring, plane: old, old, pad: null, kind: 'old' };
  if (over.length === 0) return [was];
  const ups = over.map((bank) => ({ bank, plane: bank.up }));
  const downs = over.map((bank) => ({ bank, plane: bank.down }));
  return envelope(ring, ups, 1).flatMap(([piece, up]) =>
    envelope(piece, downs, -1).flatMap(([part, down]) => {
      if (!up || !down) return [{ ...was, ring: part }];
      const [clash, free] = parts(part, combine(down.plane, -1, up.plane));
      const nearer = combine(down.bank.far, -1, up.bank.far);
      return [
        ...free.flatMap((one) => between(one, old, up.bank, down.bank)),
        ...clash.flatMap((one) => {
          const [byUp, byDown] = parts(one, nearer);
          return [
            ...byUp.flatMap((own) => between(own, old, up.bank, up.bank)),
            ...byDown.flatMap((own) => between(own, old, down.bank, down.bank))
          ];
        })
      ];
    })
  );
}

/** Cut to a rising plane, filled to a falling one, or as it was. */
function between(ring: Ring, old: Plane, up: Bank, down: Bank): GroundPiece[] {
  const [over, rest] = parts(ring, combine(old, -1, up.up));
  return [
    ...over.map((one): GroundPiece => ({ ring: one, plane: up.up, old, pad: up.pad.id, kind: 'cut' })),
    ...rest.flatMap((one) => {
      const [under, left] = parts(one, combine(down.down, -1, old));
      return [
        ...under.map((own): GroundPiece => ({
          ring: own,
          plane: down.down,
          old,
          pad: down.pad.id,
          kind: 'fill'
        })),
        ...left.map((own): GroundPiece => ({ ring: own, plane: old, old, pad: null, kind: 'old' }))
      ];
    })
  ];
}
