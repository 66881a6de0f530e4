/**
 * Where one could fall from a slab: stretches of its borders over ground or floors that lie deep enough within a stride of
 * them, without a wall on them, and where no stair comes up.
 */
import type { Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { sameValue } from '../../document/patch';
import { own, result, stage } from '../../document/stage';
import { whereAbove } from '../../geometry/clip';
import { commonPieces } from '../../geometry/common-area';
import { combine, flat, heightAt, raise, type Plane } from '../../geometry/plane';
import { along, distance, leftOf, lerp, locate, subtract, unit, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, edgesOf, ringHolds, type Ring } from '../../geometry/ring';
import { withoutSpan, type Span } from '../../geometry/spans';
import { middleOf } from '../../kernels/solids/cells';
import type { GuardRun } from '../../kernels/solids/guard';
import type { RoofPlane } from '../../kernels/roof/planes';
import { levelLines } from '../../kernels/roof/overlay';
import { arrangeCells } from '../../kernels/solids/pieces';
import { groundOverFootings } from '../footing/shape';
import { indexedRoofsFrom } from '../roof/stages';
import { arrivesOn, holesOfStairs, stairLayouts } from '../stair/shape';
import { datumOf } from '../storey/record';
import { footprints } from '../wall/stages';
import { slabLevel } from './level';
import { slabParts } from './shape';

/** mm. How far beside an edge a drop counts; how near it a wall keeps one from it; what is too short to fall through. */
const reach = { drop: 914, wall: 60, gap: 110 } as const;

/** A drop of no more over what is let is none, mm. */
const slack = 0.01;

/** A stretch to fall from, its floor above project zero. */
export interface OpenEdge extends GuardRun {
  /** How far down what lies beside it is, at its lowest. */
  readonly drop: number;
}

/** Something that one would land on. */
interface Below {
  readonly ring: Ring;
  readonly planes: readonly Plane[];
}

/** The rectangle beside an edge on its right, as wide as is said; `inside`: on its left too. */
function besideIt(a: Point, b: Point, wide: number, inside = 0): Ring {
  const left = leftOf(unit(subtract(b, a)));
  const [p, q] = [a, b].map((one) => along(one, left, -wide));
  const [r, s] = [b, a].map((one) => along(one, left, inside));
  return [p!, q!, r!, s!];
}

/** Which part of an edge lies beside a ring. */
const spanOf = (a: Point, way: Point, ring: Ring): Span => {
  const ts = ring.map((p) => locate(p, a, way).t);
  return [Math.min(...ts), Math.max(...ts)];
};

/** Spans that touch are one. */
function joined(spans: readonly Span[]): Span[] {
  const all: [number, number][] = [];
  for (const [from, to] of [...spans].sort((p, q) => p[0] - q[0])) {
    const last = all.at(-1);
    if (last && from <= last[1] + 1) last[1] = Math.max(last[1], to);
    else all.push([from, to]);
  }
  return all;
}

/** The borders of a slab with the planes of their floors; holes that stairs make have guards of the stair. */
function bordersOf(query: Query, id: string): GuardRun[] {
  const made = [...query.project.tables.stair.keys()].flatMap((stair) =>
    query.get(holesOfStairs, stair).flatMap(edgesOf)
  );
  const isOfStair = (p: Point) =>
    made.some(([a, b]) => {
      const { t, y } = locate(p, a, unit(subtract(b, a)));
      return Math.abs(y) < 1 && t > -1 && t < distance(a, b) + 1;
    });
  return query.get(slabParts, id).flatMap(({ outline, holes, surface: { facets } }) => {
    const planeAt = (p: Point) => (facets.find(({ ring }) => ringHolds(ring, p)) ?? facets[0]!).plane;
    const sides =
      facets.length === 1
        ? edgesOf(outline)
        : edgesAlong(
            outline,
            facets.map(({ ring }) => ring)
          );
    return [...sides, ...holes.flatMap(edgesOf)]
      .filter(([a, b]) => distance(a, b) > reach.gap && !isOfStair(lerp(a, b, 0.5)))
      .map(([a, b]) => ({
        ...{ a, b },
        floor: planeAt(along(lerp(a, b, 0.5), leftOf(unit(subtract(b, a))), 1))
      }));
  });
}

const borders = stage(
  'borders of slabs',
  { found: bordersOf },
  ({ found }): readonly GuardRun[] => found,
  sameValue
);

/** Edges of facets that no other facet has, in the order of the outline. */
function edgesAlong(outline: Ring, rings: readonly Ring[]): (readonly [Point, Point])[] {
  const all = rings.flatMap(edgesOf);
  const outer = all.filter(([a, b]) => !all.some(([c, d]) => distance(a, d) < 1 && distance(b, c) < 1));
  return edgesOf(outline).flatMap(([from, to]) => {
    const way = unit(subtract(to, from));
    const on = outer.filter(([a, b]) =>
      [a, b].every((p) => {
        const { t, y } = locate(p, from, way);
        return Math.abs(y) < 1 && t > -1 && t < distance(from, to) + 1;
      })
    );
    return on.sort((p, q) => locate(p[0], from, way).t - locate(q[0], from, way).t);
  });
}

/** Walls of a storey that keep one from an edge as high as this, above project zero. */
function wallsBeside(query: Query, storey: string, level: number, height: number): Ring[] {
  const datum = datumOf(query.project, storey);
  return [...query.get(footprints, storey).walls.values()].flatMap(({ bands }) =>
    bands.flatMap(({ z0, z1, outline }) =>
      datum + z0 <= level + reach.gap && datum + z1 >= level + height ? outline : []
    )
  );
}

/** Floors and ground that one could land on. */
const allBelow = stage(
  'what floors stand over',
  {
    ground: result(groundOverFootings, () => ''),
    slabs: (query: Query) =>
      [...query.project.tables.slab.values()].flatMap((slab) =>
        query.get(slabParts, slab.id).flatMap(({ outline, holes, surface }) =>
          surface.facets.map(({ ring, plane }) => ({
            ...{ outline, holes, ring },
            plane: raise(plane, slabLevel(query.project, slab))
          }))
        )
      )
  },
  ({ ground, slabs }) => ({
    ground: ground as readonly Below[],
    floors: slabs.map(({ ring, holes, plane }) => ({ ring, holes, planes: [plane] }))
  }),
  sameValue
);

type Ground = ReturnType<(typeof allBelow)['compute']>;

/** Parts of an edge under which it goes down by more than is let, with the deepest. */
function dropsAlong(
  { a, b, floor }: GuardRun,
  { ground, floors }: Ground,
  most: number
): { span: Span; drop: number }[] {
  const way = unit(subtract(b, a));
  const strip = besideIt(a, b, reach.drop);
  const box = boxOf(strip);
  const isNear = ({ ring }: Below) => boxesMeet(boxOf(ring), box);
  const [grounds, near] = [ground.filter(isNear), floors.filter(isNear)];
  const lines = [...grounds, ...near].flatMap(({ ring }) => edgesOf(ring));
  const holes = near.flatMap((one) => one.holes.flatMap(edgesOf));
  const at = Math.max(heightAt(floor, a), heightAt(floor, b));
  const least = flat(at - most - slack);
  const levels = [...grounds, ...near].flatMap(({ ring, planes }) =>
    planes.flatMap((plane) => levelLines(plane, least, [ring, strip]))
  );
  return arrangeCells(strip, [...lines, ...holes, ...levels]).flatMap((cell) => {
    const middle = middleOf(cell);
    const stood = near
      .filter(
        ({ ring, holes: open }) => ringHolds(ring, middle) && !open.some((one) => ringHolds(one, middle))
      )
      .flatMap(({ planes }) => planes)
      .filter((plane) => heightAt(plane, middle) <= at + 1)
      .sort((p, q) => heightAt(q, middle) - heightAt(p, middle))[0];
    const earth = grounds.filter(({ ring }) => ringHolds(ring, middle)).flatMap(({ planes }) => planes);
    // What one lands on there, the higher of a floor and the ground.
    const landing = (p: Point) =>
      Math.max(
        stood ? heightAt(stood, p) : -Infinity,
        earth.length > 0 ? Math.min(...earth.map((plane) => heightAt(plane, p))) : -Infinity
      );
    const drop = at - Math.min(...cell.map(landing));
    const isDeep = Number.isFinite(drop) && landing(middle) < least.c;
    return isDeep ? [{ span: spanOf(a, way, cell), drop }] : [];
  });
}

/** Where a roof comes down to less than a guard's height over a floor; both over one datum. */
const roofPieces = ({ ring, underside }: RoofPlane, strip: Ring, over: Plane): Ring[] =>
  commonPieces(ring, strip)
    .map((piece) => whereAbove(piece, combine(over, -1, underside)))
    .filter((piece) => piece.length > 2);

/** By its id. */
export const openEdges = stage(
  'open edges of slabs',
  {
    slab: own('slab'),
    level: ({ project }, id) => {
      const slab = project.tables.slab.get(id);
      return slab ? slabLevel(project, slab) : 0;
    },
    borders: result(borders),
    limits: ({ project }) => settingsOf(project).guardLimits,
    below: result(allBelow, () => ''),
    walls: (query, id) => {
      const slab = query.project.tables.slab.get(id);
      const { height } = settingsOf(query.project).guardLimits;
      return slab ? wallsBeside(query, slab.storey, slabLevel(query.project, slab), height) : [];
    },
    datum: ({ project }, id) => datumOf(project, project.tables.slab.get(id)?.storey ?? ''),
    roofs: (query, id) => indexedRoofsFrom(query, query.project.tables.slab.get(id)?.storey ?? ''),
    arrivals: (query, id) =>
      [...query.project.tables.stair.values()].flatMap((stair) => {
        const isHere = arrivesOn(query.project, stair)?.id === query.project.tables.slab.get(id)?.storey;
        const last = query.get(stairLayouts, stair.id)?.nosings.at(-1);
        return isHere && last ? [last] : [];
      })
  },
  ({ slab, level, borders: edges, limits, below, walls, datum, roofs, arrivals }): readonly OpenEdge[] => {
    if (!slab) return [];
    const planes = roofs.flatMap((roof) => roof.planes);
    return edges.flatMap(({ a, b, floor: plane }): OpenEdge[] => {
      const floor = raise(plane, level);
      const way = unit(subtract(b, a));
      const deep = dropsAlong({ a, b, floor }, below, limits.drop);
      if (deep.length === 0) return [];
      const strip = besideIt(a, b, reach.wall, reach.wall);
      const kept = [
        ...walls.flatMap((ring) => commonPieces(ring, strip)),
        ...planes.flatMap((roof) => roofPieces(roof, strip, raise(floor, limits.height - datum))),
        ...arrivals.filter((ends) => ends.every((p) => Math.abs(locate(p, a, way).y) < 100))
      ].map((ring) => spanOf(a, way, ring));
      const size = distance(a, b);
      const spans = joined(deep.map(({ span }) => [Math.max(0, span[0]), Math.min(size, span[1])] as const));
      return kept
        .reduce<readonly Span[]>(withoutSpan, spans)
        .filter(([from, to]) => to - from > reach.gap)
        .map(([from, to]) => ({
          ...{ a: along(a, way, from), b: along(a, way, to), floor },
          drop: Math.max(...deep.filter(({ span }) => span[0] < to && span[1] > from).map(({ drop }) => drop))
        }));
    });
  },
  sameValue
);
