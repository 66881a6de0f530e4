/**
 * Shapes of what stands by itself, and what it cuts out of the walls, slabs and roofs that it passes through. A
 * chimney's own coordinates: x along its width, y to its back, from its middle; its voids are rectangles there.
 */
import { along, fromAngle, leftOf, type Point } from '../geometry/point';
import { boxOf, type Box, type Ring } from '../geometry/ring';
import type { ProblemCode } from '../project/problems';
import type { Chimney, Column, Fire, Flue, Project } from '../project/records';

/** A prism that is cut out of others. Heights above project zero; `z1` may be Infinity. */
export interface Cut {
  readonly subject: string;
  readonly ring: Ring;
  readonly box: Box;
  readonly z0: number;
  readonly z1: number;
  /** Roofs are cut too; what is carried up to a roof ends under it instead. */
  readonly roofs: boolean;
}

/** Masonry that must stay round a flue and beside a fire opening, mm: half a brick. */
export const leastWithe = 100;

interface Rect {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

const turned = (at: Point, angle: number, points: readonly (readonly [number, number])[]): Point[] => {
  const direction = fromAngle(angle);
  return points.map(([x, y]) => along(along(at, direction, x), leftOf(direction), y));
};

const cornersOf = ({ x0, x1, y0, y1 }: Rect) =>
  [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1]
  ] as const;

const rectRing = ({ at, angle }: Pick<Chimney, 'at' | 'angle'>, rect: Rect): Point[] =>
  turned(at, angle, cornersOf(rect));

/** How far the sides of a round column's prism may lie inside the circle, mm. */
const roundness = 0.25;

/** Counter-clockwise; a round column as a prism whose corners lie on the circle. */
export function columnRing({ at, angle, section }: Pick<Column, 'at' | 'angle' | 'section'>): Point[] {
  if (section.kind === 'rectangle') {
    const [x, y] = [section.width / 2, section.depth / 2];
    return turned(at, angle, cornersOf({ x0: -x, x1: x, y0: -y, y1: y }));
  }
  const r = section.diameter / 2;
  const quarter = Math.ceil(Math.PI / Math.acos(1 - Math.min(roundness / r, 0.1)) / 4);
  const n = 4 * Math.max(4, quarter);
  return Array.from({ length: n }, (_, k) => along(at, fromAngle(angle + (2 * Math.PI * k) / n), r));
}

/** Above the datum of the column's storey; Infinity for one that is carried up to the roof. */
export function topOfColumn(project: Project, { top, base, storey }: Column): number {
  if (top.kind === 'height') return base + top.height;
  if (top.kind === 'roof') return Infinity;
  const { tables } = project;
  return (tables.storey.get(top.storey)?.datum ?? 0) - (tables.storey.get(storey)?.datum ?? 0) + top.offset;
}

/**
 * Top of the masonry above the datum of the chimney's storey. `ridge`: the highest point of the roofs above project
 * zero; Infinity where it is not known.
 */
export function topOfChimney(project: Project, { top, storey }: Chimney, ridge = Infinity): number {
  if (top.kind === 'height') return top.height;
  return ridge + top.above - (project.tables.storey.get(storey)?.datum ?? 0);
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
function fireRect(chimney: Chimney, flue: Flue, fire: Fire, out: number, into: number, wider = 0): Rect {
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

const datumOf = (project: Project, storey: string) => project.tables.storey.get(storey)?.datum ?? 0;

/** Fire openings, and flues up from their heads (or from the datum) without end. */
export function chimneyVoids(project: Project, chimney: Chimney): ChimneyVoid[] {
  return chimney.flues.flatMap((flue, i) => {
    const { fire } = flue;
    const datum = datumOf(project, flue.storey);
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

/** What stands on a storey or passes through it, by id: the outline of its section. */
export function standingOn(project: Project, storeyId: string): Map<string, Ring> {
  const storey = project.tables.storey.get(storeyId);
  const rings = new Map<string, Ring>();
  if (!storey) return rings;
  const [low, high] = [storey.datum, storey.datum + storey.height];
  const put = (one: Column | Chimney, top: number, ring: Ring) => {
    const datum = datumOf(project, one.storey);
    if (one.storey === storeyId || (datum + one.base < high && datum + top > low)) rings.set(one.id, ring);
  };
  for (const one of project.tables.column.values()) put(one, topOfColumn(project, one), columnRing(one));
  for (const one of project.tables.chimney.values()) put(one, topOfChimney(project, one), stackRing(one));
  return rings;
}

export interface Hearth {
  readonly ring: Ring;
  readonly storey: string;
  readonly datum: number;
}

/** How far a hearth reaches past the sides of its fire opening, mm. */
const hearthPast = 150;

/** The hearth fills the floor of the fire opening and comes out in front of it, wider. */
export function hearthsOf(project: Project, chimney: Chimney): Hearth[] {
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
        datum: datumOf(project, flue.storey)
      }
    ];
  });
}

/** What columns and chimneys cut out of everything they pass through. */
export function cutsOf(project: Project): Cut[] {
  const cut = (subject: string, ring: Ring, z0: number, z1: number, roofs: boolean): Cut => ({
    ...{ subject, ring, box: boxOf(ring) },
    ...{ z0, z1, roofs }
  });
  const columns = [...project.tables.column.values()].map((column) => {
    const datum = datumOf(project, column.storey);
    return cut(
      column.id,
      columnRing(column),
      datum + column.base,
      datum + topOfColumn(project, column),
      column.top.kind !== 'roof'
    );
  });
  const chimneys = [...project.tables.chimney.values()].flatMap((chimney) => {
    const datum = datumOf(project, chimney.storey);
    const top = datum + topOfChimney(project, chimney) + chimney.cap;
    const throats = chimney.flues.flatMap((flue): Cut[] => {
      const { fire } = flue;
      if (!fire || fire.reach === 0) return [];
      const z = datumOf(project, flue.storey);
      const ring = rectRing(chimney, fireRect(chimney, flue, fire, fire.reach, 0));
      return [cut(chimney.id, ring, z, z + fire.height, false)];
    });
    return [cut(chimney.id, stackRing(chimney, chimney.gap), datum + chimney.base, top, true), ...throats];
  });
  return [...columns, ...chimneys];
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
export function faultsOf(project: Project, chimney: Chimney): ChimneyFault[] {
  const faults: ChimneyFault[] = [];
  const voids = chimneyVoids(project, chimney);
  const stack = stackRect(chimney);
  const nameOf = ({ flue, isFire }: ChimneyVoid) => `${isFire ? 'fire opening' : 'flue'} ${flue + 1}`;
  const top = datumOf(project, chimney.storey) + topOfChimney(project, chimney);
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
