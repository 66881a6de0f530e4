/**
 * Shapes of what stands by itself, and what it cuts out of the walls, slabs and roofs that it passes through. A
 * chimney's own coordinates: x along its width, y to its back, from its middle; its voids are rectangles there.
 */
import { cornersOf, turned, type Rect } from '../../kernels/solids/rect';
import type { Chimney, Fire, Flue } from './record';
import type { Point } from '../../geometry/point';
import type { Ring } from '../../geometry/ring';
import type { ProblemCode } from '../../document/problems';

/** Heights of the datums of storeys above project zero, by id. */
export type Datums = (storey: string) => number;

/** Masonry that must stay round a flue and beside a fire opening, mm: half a brick. */
export const leastWithe = 100;

export const rectRing = ({ at, angle }: Pick<Chimney, 'at' | 'angle'>, rect: Rect): Point[] =>
  turned(at, angle, cornersOf(rect));

/**
 * Top of the masonry above the datum of the chimney's storey. `ridge`: the highest point of the roofs above project
 * zero; Infinity where it is not known.
 */
export function topOfChimney(datums: Datums, { top, storey }: Chimney, ridge = Infinity): number {
  if (top.kind === 'height') return top.height;
  return ridge + top.above - datums(storey);
}

const stackRect = ({ width, depth }: Chimney, grown = 0): Rect => ({
  x0: -width / 2 - grown,
  x1: width / 2 + grown,
  y0: -depth / 2 - grown,
  y1: depth / 2 + grown
});

const flueRect = ({ along: x, across: y, width, depth }: Flue): Rect => ({
  x0: x - width / 2,
  x1: x + width / 2,
  y0: y - depth / 2,
  y1: y + depth / 2
});

/** From `out` in front of the face to `into` behind it, `wider` on both sides. */
export function fireRect(
  chimney: Chimney,
  flue: Flue,
  fire: Fire,
  out: number,
  into: number,
  wider = 0
): Rect {
  const [x0, x1] = [flue.along - fire.width / 2 - wider, flue.along + fire.width / 2 + wider];
  const face = chimney.depth / 2;
  return fire.side === 'front'
    ? { x0, x1, y0: -face - out, y1: -face + into }
    : { x0, x1, y0: face - into, y1: face + out };
}

/** A void in a chimney, heights above project zero. */
export interface ChimneyVoid {
  readonly rect: Rect;
  readonly ring: Ring;
  readonly z0: number;
  readonly z1: number;
  readonly flue: number;
  readonly isFire: boolean;
}

/** Fire openings, and flues up from their heads (or from the datum) without end. */
export function chimneyVoids(datums: Datums, chimney: Chimney): ChimneyVoid[] {
  return chimney.flues.flatMap((flue, i) => {
    const { fire } = flue;
    const datum = datums(flue.storey);
    const start = datum + (fire?.height ?? 0);
    const put = (rect: Rect, z0: number, z1: number, isFire: boolean): ChimneyVoid => ({
      ...{ rect, ring: rectRing(chimney, rect), z0, z1 },
      ...{ flue: i, isFire }
    });
    return [
      ...(fire ? [put(fireRect(chimney, flue, fire, 0, fire.depth), datum, start, true)] : []),
      put(flueRect(flue), start, Infinity, false)
    ];
  });
}

export const stackRing = (chimney: Chimney, grown = 0): Point[] =>
  rectRing(chimney, stackRect(chimney, grown));

export interface Hearth {
  readonly ring: Ring;
  readonly storey: string;
  readonly datum: number;
}

/** How far a hearth reaches past the sides of its fire opening, mm. */
const hearthPast = 150;

/** The hearth fills the floor of the fire opening and comes out in front of it, wider. */
export function hearthsOf(datums: Datums, chimney: Chimney): Hearth[] {
  return chimney.flues.flatMap((flue): Hearth[] => {
    const { fire } = flue;
    if (!fire || fire.hearth === 0) return [];
    const inner = fireRect(chimney, flue, fire, fire.reach, fire.depth);
    const outer = fireRect(chimney, flue, fire, fire.reach + fire.hearth, -fire.reach, hearthPast);
    const corners: [number, number][] =
      fire.side === 'front'
        ? [
            [outer.x0, outer.y0],
            [outer.x1, outer.y0],
            [outer.x1, outer.y1],
            [inner.x1, outer.y1],
            [inner.x1, inner.y1],
            [inner.x0, inner.y1],
            [inner.x0, outer.y1],
            [outer.x0, outer.y1]
          ]
        : [
            [inner.x0, inner.y0],
            [inner.x1, inner.y0],
            [inner.x1, outer.y0],
            [outer.x1, outer.y0],
            [outer.x1, outer.y1],
            [outer.x0, outer.y1],
            [outer.x0, outer.y0],
            [inner.x0, outer.y0]
          ];
    return [
      {
        ring: turned(chimney.at, chimney.angle, corners),
        storey: flue.storey,
        datum: datums(flue.storey)
      }
    ];
  });
}

/** Why a chimney cannot stand as it is; `what` and `other` name its parts. */
export interface ChimneyFault {
  readonly code: ProblemCode;
  readonly numbers: Readonly<Record<string, number>>;
  readonly what: string;
  readonly other?: string;
}

/** Clear distance between two rectangles; negative where they overlap. */
const apartBy = (p: Rect, q: Rect) => Math.max(q.x0 - p.x1, p.x0 - q.x1, q.y0 - p.y1, p.y0 - q.y1);

/** Flues over their fires, masonry round every void, a top above every head. */
export function faultsOf(datums: Datums, chimney: Chimney): ChimneyFault[] {
  const faults: ChimneyFault[] = [];
  const voids = chimneyVoids(datums, chimney);
  const stack = stackRect(chimney);
  const nameOf = ({ flue, isFire }: ChimneyVoid) => `${isFire ? 'fire opening' : 'flue'} ${flue + 1}`;
  const top = datums(chimney.storey) + topOfChimney(datums, chimney);
  voids.forEach((one, i) => {
    const { rect } = one;
    const what = nameOf(one);
    const fire = one.isFire ? chimney.flues[one.flue]!.fire : null;
    const left = Math.min(
      rect.x0 - stack.x0,
      stack.x1 - rect.x1,
      fire?.side === 'front' ? Infinity : rect.y0 - stack.y0,
      fire?.side === 'back' ? Infinity : stack.y1 - rect.y1
    );
    if (left < leastWithe)
      faults.push({ code: 'chimney.flue-outside', numbers: { left, least: leastWithe }, what });
    if (one.z0 >= top || (one.isFire && one.z1 >= top))
      faults.push({ code: 'chimney.low', numbers: { top: top - one.z0, least: one.z1 - one.z0 }, what });
    const own = one.isFire ? undefined : voids.find((other) => other.isFire && other.flue === one.flue);
    if (own) {
      const over = Math.max(
        own.rect.x0 - rect.x0,
        rect.x1 - own.rect.x1,
        own.rect.y0 - rect.y0,
        rect.y1 - own.rect.y1
      );
      if (over > 0) faults.push({ code: 'chimney.flue-off-fire', numbers: { over }, what });
    }
    for (const other of voids.slice(i + 1)) {
      if (other.flue === one.flue || Math.min(one.z1, other.z1) <= Math.max(one.z0, other.z0)) continue;
      const between = apartBy(rect, other.rect);
      if (between < leastWithe)
        faults.push({
          code: 'chimney.flue-meets',
          numbers: { left: Math.max(0, between), least: leastWithe },
          what,
          other: nameOf(other)
        });
    }
  });
  return faults;
}
