/**
 * The ground as it is: planes over triangles through levels at points and along lines. Heights above project zero, mm.
 * Within the hull of what was measured heights are read off it; beyond, the nearest place of the hull is taken, which is an
 * assumption and said so; no height lies beyond those that were given.
 */
import { flat, heightAt, planeThrough, type Plane } from '../../geometry/plane';
import { cross, distance, nearestOnSegment, subtract, type Point } from '../../geometry/point';
import { ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { Level } from '../falls/surface';
import { netOf, type Net } from '../falls/net';

export interface GroundLine {
  readonly from: Level;
  readonly to: Level;
}

export interface GroundFacet {
  readonly ring: Ring;
  readonly plane: Plane;
}

export interface GroundSurface {
  readonly facets: readonly GroundFacet[];
  /** Corners of the plot whose heights nobody gave. */
  readonly assumed: readonly Level[];
  /** Levels that say unlike heights of one place; the first of them holds. */
  readonly unlike: readonly (readonly [Level, Level])[];
}

/** Heights of one place this near are one, mm. */
const same = 1;

/** Convex, counter-clockwise (Andrew 1979); fewer than three points for what is in line. */
export function hullOf(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((p, q) => p.x - q.x || p.y - q.y);
  const half = (list: readonly Point[]) => {
    const chain: Point[] = [];
    for (const p of list) {
      while (
        chain.length > 1 &&
        cross(subtract(chain.at(-1)!, chain.at(-2)!), subtract(p, chain.at(-1)!)) <= tolerances.scrap
      )
        chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

const facetsOf = ({ points, triangles }: Net, height: (p: Point) => number): GroundFacet[] =>
  triangles.map((triangle) => {
    const ring = triangle.map((i) => points[i]!);
    const heights = ring.map(height);
    return { ring, plane: planeThrough(ring, heights) ?? flat(heights[0]!) };
  });

/** What was given, told by place: where two say unlike heights the first holds. */
function givenLevels(levels: readonly Level[], lines: readonly GroundLine[]) {
  const given: Level[] = [];
  const unlike: (readonly [Level, Level])[] = [];
  for (const level of [...levels, ...lines.flatMap(({ from, to }) => [from, to])]) {
    const old = given.find(({ at }) => distance(at, level.at) <= tolerances.coincident);
    if (!old) given.push(level);
    else if (Math.abs(old.z - level.z) > same) unlike.push([old, level]);
  }
  return { given, unlike };
}

/**
 * The ground over a plot, through levels and lines; flat at `usual` where none is given. `plot`: counter-clockwise. Levels
 * beyond it count for the hull, and no further.
 */
export function groundSurface(
  levels: readonly Level[],
  lines: readonly GroundLine[],
  plot: Ring,
  usual: number
): GroundSurface {
  const { given, unlike } = givenLevels(levels, lines);
  const own = (p: Point): number | undefined =>
    given.find(({ at }) => distance(at, p) <= tolerances.coincident)?.z ?? heightOnLines(lines, p);
  const within = heightWithin(given, lines, own);
  const net = netOf(
    plot,
    lines.map(({ from, to }) => [from.at, to.at] as const),
    given.map(({ at }) => at)
  );
  const height = (p: Point) => own(p) ?? within(p)?.z ?? usual;
  return {
    facets: facetsOf(net, height),
    assumed: plot
      .filter((p) => own(p) === undefined && !within(p)?.isInside)
      .map((at) => ({ at, z: height(at) })),
    unlike
  };
}

/** The nearest place of some stretches, with its height; undefined of none. */
function nearestOn(stretches: readonly GroundLine[], p: Point): Level | undefined {
  const [near] = stretches
    .map((one) => ({ ...one, at: nearestOnSegment(p, one.from.at, one.to.at) }))
    .sort((q, r) => distance(q.at, p) - distance(r.at, p));
  if (!near) return undefined;
  const { from, to, at } = near;
  const whole = distance(from.at, to.at);
  return { at, z: from.z + (whole > 0 ? ((to.z - from.z) * distance(from.at, at)) / whole : 0) };
}

function heightOnLines(lines: readonly GroundLine[], p: Point): number | undefined {
  const on = lines.find(
    ({ from, to }) => distance(nearestOnSegment(p, from.at, to.at), p) <= tolerances.coincident
  );
  return on && nearestOn([on], p)?.z;
}

/** Heights read off the hull of what is given; nothing where nothing is. */
function heightWithin(
  given: readonly Level[],
  lines: readonly GroundLine[],
  own: (p: Point) => number | undefined
): (p: Point) => { z: number; isInside: boolean } | undefined {
  if (given.length === 0) return () => undefined;
  const hull = hullOf(given.map(({ at }) => at));
  const heightOf = (p: Point) => own(p) ?? nearestZ(given, p);
  if (hull.length < 3) {
    // In line, or one alone: along the line.
    const sorted = [...given].sort((p, q) => p.at.x - q.at.x || p.at.y - q.at.y);
    const parts = sorted.slice(1).map((to, i) => ({ from: sorted[i]!, to }));
    return (p) => ({ z: nearestOn(parts, p)?.z ?? sorted[0]!.z, isInside: false });
  }
  const net = netOf(
    hull,
    lines.map(({ from, to }) => [from.at, to.at] as const),
    given.map(({ at }) => at)
  );
  const facets = facetsOf(net, heightOf);
  const levelOf = (i: number): Level => ({ at: net.points[i]!, z: heightOf(net.points[i]!) });
  const border = net.border.map((i, k, all) => ({
    from: levelOf(i),
    to: levelOf(all[(k + 1) % all.length]!)
  }));
  const inside = (p: Point) => facets.find(({ ring }) => ringHolds(ring, p));
  return (p) => {
    const facet = inside(p);
    if (facet) return { z: heightAt(facet.plane, p), isInside: true };
    return { z: nearestOn(border, p)!.z, isInside: false };
  };
}

const nearestZ = (given: readonly Level[], p: Point): number =>
  [...given].sort((q, r) => distance(q.at, p) - distance(r.at, p))[0]!.z;
