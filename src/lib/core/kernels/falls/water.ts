/**
 * Where water runs on a surface of facets: down each facet to its border, there into the next, or, where that falls back,
 * along the border to its lower end; from a corner the steepest way on. Rules: docs/architecture.md.
 */
import { heightAt } from '../../geometry/plane';
import {
  along,
  cross,
  distance,
  dot,
  leftOf,
  lerp,
  nearestOnSegment,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, ringHolds } from '../../geometry/ring';
import { fallOf, steepness, type Facet, type Surface } from './surface';

/** `level`: it stands, since nothing round it falls. */
export type WaterEnd = 'edge' | 'house' | 'gully' | 'level' | 'pit';

/** What is said of where water comes to. */
export const waterWords: Readonly<Record<WaterEnd, string>> = {
  edge: 'over an edge',
  house: 'to the house',
  gully: 'to a gully',
  level: 'nowhere: it stands',
  pit: 'to a pit'
};

export interface WaterPath {
  readonly points: readonly Point[];
  readonly end: WaterEnd;
  /** How much lower its end is than its beginning, mm. */
  readonly drop: number;
}

/** Places this near each other are one, mm. */
const gap = 0.05;
/** So far on from a corner, so that it is not met again. */
const hair = 2 * gap;
/** What falls less stands. */
const still = 1e-7;
/** Each step goes down; rounding might still go round. */
const mostSteps = 1000;

interface Edge {
  readonly facet: Facet;
  readonly from: Point;
  readonly to: Point;
  readonly isHouse: boolean;
}

interface Step {
  readonly at: Point;
  /** Along the edge it has come to, or into a facet. */
  readonly over?: Edge;
  readonly end?: WaterEnd;
}

/** The way of water from a place on a surface; undefined for a place that no facet holds. */
export function waterFrom(surface: Surface, start: Point): WaterPath | undefined {
  const first = surface.facets.find(({ ring }) => ringHolds(ring, start));
  if (!first) return undefined;
  const net = new Waters(surface);
  const points = [start];
  let end: WaterEnd | undefined;
  let step = net.through(first, start);
  for (let i = 0; i < mostSteps; i++) {
    if (distance(points.at(-1)!, step.at) > gap / 10) points.push(step.at);
    end = step.end;
    if (end) break;
    step = net.onFrom(step);
  }
  const last = net.facetAt(points.at(-1)!) ?? first;
  return {
    points,
    end: end ?? 'level',
    drop: heightAt(first.plane, start) - heightAt(last.plane, points.at(-1)!)
  };
}

class Waters {
  private readonly edges: Edge[];

  constructor(private readonly surface: Surface) {
    this.edges = surface.facets.flatMap((facet) =>
      edgesOf(facet.ring).map(([from, to], i): Edge => ({
        ...{ facet, from, to },
        isHouse: facet.atHouse.includes(i)
      }))
    );
  }

  facetAt = (p: Point): Facet | undefined =>
    this.edges.find(({ from }) => distance(from, p) <= gap)?.facet ??
    this.surface.facets.find(({ ring }) => ringHolds(ring, p)) ??
    this.edges.find(({ from, to }) => distance(p, nearestOnSegment(p, from, to)) <= gap)?.facet;

  /** Down a facet from a place in it or on its border, to the edge or corner that is met first. */
  through(facet: Facet, at: Point): Step {
    if (steepness(facet.plane) < still) return { at, end: 'level' };
    const down = unit(fallOf(facet.plane));
    let best: { t: number; edge: Edge } | undefined;
    for (const edge of this.edges) {
      if (edge.facet !== facet) continue;
      const way = subtract(edge.to, edge.from);
      const across = cross(down, way);
      // Only where it leaves: rings run counter-clockwise.
      if (across <= 0) continue;
      const off = subtract(edge.from, at);
      const [t, u] = [cross(off, way) / across, cross(off, down) / across];
      const slack = gap / distance(edge.from, edge.to);
      if (t < -gap || u < -slack || u > 1 + slack) continue;
      if (!best || t < best.t) best = { t, edge };
    }
    if (!best) return { at, end: 'level' };
    return { at: along(at, down, best.t), over: best.edge };
  }

  /** What comes after an edge or a corner is met. */
  onFrom({ at, over }: Step): Step {
    const corner = this.edges.find(({ from }) => distance(from, at) <= gap)?.from;
    if (corner) return this.fromCorner(corner);
    if (!over) return { at, end: 'level' };
    const next = this.edges.find((edge) => areOne(edge, over));
    if (!next) return { at, end: over.isHouse ? 'house' : 'edge' };
    if (fallsIn(next)) return this.through(next.facet, at);
    const [z, w] = [over.from, over.to].map((p) => heightAt(over.facet.plane, p)) as [number, number];
    if (Math.abs(z - w) <= still * distance(over.from, over.to)) return { at, end: 'level' };
    return { at: z < w ? over.from : over.to };
  }

  private fromCorner(corner: Point): Step {
    if (this.surface.gullies.some((p) => distance(p, corner) <= gap)) return { at: corner, end: 'gully' };
    const own = this.edges.filter(({ from, to }) => [from, to].some((p) => distance(p, corner) <= gap));
    const isOuter = (edge: Edge) => !own.some((other) => other !== edge && areOne(edge, other));
    const outer = own.filter(isOuter);
    if (outer.length > 0) return { at: corner, end: outer.some(({ isHouse }) => isHouse) ? 'house' : 'edge' };
    const ways = own.flatMap((edge): { fall: number; step: () => Step }[] => {
      const isFrom = distance(edge.from, corner) <= gap;
      const far = isFrom ? edge.to : edge.from;
      const { plane } = edge.facet;
      const fall = (heightAt(plane, corner) - heightAt(plane, far)) / distance(corner, far);
      const down = fallOf(plane);
      const before = this.edges.find((one) => one.facet === edge.facet && distance(one.to, corner) <= gap);
      // Into a facet where the way down lies between its edges at the corner.
      const isInto =
        isFrom &&
        before !== undefined &&
        cross(subtract(edge.to, corner), down) > 0 &&
        cross(down, subtract(before.from, corner)) > 0;
      return [
        { fall, step: () => ({ at: far }) },
        ...(isInto
          ? [
              {
                fall: steepness(plane),
                step: () => this.through(edge.facet, along(corner, unit(down), hair))
              }
            ]
          : [])
      ];
    });
    const best = ways.reduce((one, other) => (other.fall > one.fall ? other : one));
    if (best.fall > still) return best.step();
    return { at: corner, end: best.fall > -still ? 'level' : 'pit' };
  }
}

/** Whether the facet of an edge falls away from it, into itself. */
const fallsIn = ({ facet, from, to }: Edge): boolean =>
  dot(fallOf(facet.plane), leftOf(unit(subtract(to, from)))) > still;

const areOne = (p: Edge, q: Edge): boolean => distance(p.from, q.to) <= gap && distance(p.to, q.from) <= gap;

/** Edges of a surface at the house over which it falls away by less than `least`: the middle of each, and its fall. */
export function slightFalls(
  { facets }: Pick<Surface, 'facets'>,
  least: number
): { readonly at: Point; readonly fall: number }[] {
  return facets.flatMap(({ ring, plane, atHouse }) =>
    edgesOf(ring).flatMap(([a, b], i) => {
      if (!atHouse.includes(i)) return [];
      const fall = dot(fallOf(plane), leftOf(unit(subtract(b, a))));
      return fall >= 0 && fall < least - still ? [{ at: lerp(a, b, 0.5), fall }] : [];
    })
  );
}
