/** Bodies of stairs: treads and risers between strings, or one body with its soffit; rails with balusters, guards round the hole. */
import type { ElementBody, Query } from '../../document/kind';
import { own, result, stage } from '../../document/stage';
import { simpleFaces } from '../../geometry/arrangement';
import { buildColumns, type Cell } from '../../geometry/columns';
import { flat, heightAt, raise, type Plane } from '../../geometry/plane';
import {
  along,
  distance,
  dot,
  leftOf,
  lerp,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, gapToBorder, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { withoutRings } from '../../geometry/union';
import { middleOf, prism } from '../../kernels/solids/cells';
import type { Part, PartRole } from '../../kernels/solids/part';
import type { Nosing, SideStretch, StairLayout } from '../../kernels/stairs/pieces';
import { guardParts, postsIn } from '../../kernels/solids/guard';
import { settingsOf } from '../../document/project';
import { footprints } from '../wall/stages';
import type { Stair } from './record';
import { arrivesOn, climbs, holesOfStairs, newelHeight, newelTopOf, stairLayouts } from './shape';

/** mm. Strings over and under the nosings, rails and what holds them, as joiners make them. */
const sizes = {
  string: { thickness: 40, over: 40, under: 220 },
  riser: 18,
  rail: { width: 45, depth: 50, height: 900 },
  balusterGap: 111
} as const;

interface Strip {
  readonly ring: Ring;
  readonly stretch: SideStretch;
  /** Pitch over it, above project zero. */
  readonly plane: Plane;
}

/** Heights along a stretch, above project zero. */
function planeAlong({ a, b, from, to }: SideStretch, foot: number, riser: number): Plane {
  const way = unit(subtract(b, a));
  const steep = ((to - from) * riser) / distance(a, b);
  const [x, y] = [way.x * steep, way.y * steep];
  return { a: x, b: y, c: foot + from * riser - x * a.x - y * a.y };
}

/** A band along a side, `from` to `to` towards the inside, mitred where it turns. `inwards`: 1 to the left of the way up. */
function stripsAlong(
  side: readonly SideStretch[],
  inwards: 1 | -1,
  [from, to]: readonly [number, number],
  climb: readonly [number, number]
): Strip[] {
  const ways = side.map(({ a, b }) => unit(subtract(b, a)));
  /** The end of a stretch at an offset: where it meets the next one's, square where that turns back or is none. */
  const corner = (i: number, other: number, at: Point, off: number): Point => {
    const way = ways[i]!;
    const own = along(at, leftOf(way), inwards * off);
    const beside = ways[other];
    const there = side[other] && (other < i ? side[other].b : side[other].a);
    // What a newel parts ends square on both sides of it.
    if (!beside || !there || distance(there, at) > 1 || dot(way, beside) < -0.9) return own;
    return meetLines(own, way, along(at, leftOf(beside), inwards * off), beside) ?? own;
  };
  return side.map((stretch, i) => {
    const { a, b } = stretch;
    const [low, high] = [from, to].map(
      (off) => [corner(i, i - 1, a, off), corner(i, i + 1, b, off)] as const
    );
    const ring = [low![0], low![1], high![1], high![0]];
    return {
      ring: inwards > 0 ? ring : ring.reverse(),
      stretch,
      plane: planeAlong(stretch, ...climb)
    };
  });
}

/** Prisms between planes cut off where they would go under a level. */
function cellsOver(pieces: readonly { ring: Ring; bottom: Plane; top: Plane }[], level: number): Cell[] {
  const lines = pieces.flatMap(({ ring, bottom }) => {
    const heights = ring.map((p) => heightAt(bottom, p) - level);
    const cut = edgesOf(ring).flatMap(([p, q], i) => {
      const [z, next] = [heights[i]!, heights[(i + 1) % ring.length]!];
      return z > 0 !== next > 0 && Math.abs(z - next) > 1e-9 ? [lerp(p, q, z / (z - next))] : [];
    });
    return cut.length === 2 ? [[cut[0]!, cut[1]!] as const] : [];
  });
  const faces = simpleFaces([...pieces.flatMap(({ ring }) => edgesOf(ring)), ...lines]) ?? [];
  return faces.flatMap((face): Cell[] => {
    if (ringArea(face) <= tolerances.scrap) return [];
    const middle = middleOf(face);
    const piece = pieces.find(({ ring }) => ringHolds(ring, middle));
    if (!piece || heightAt(piece.top, middle) <= level) return [];
    return [prism(face, heightAt(piece.bottom, middle) > level ? piece.bottom : flat(level), piece.top)];
  });
}

const meshOf = (cells: readonly Cell[]) => buildColumns(cells, () => 'side');

class StairBuilder {
  readonly parts: Part[] = [];

  constructor(
    private readonly stair: Stair,
    private readonly layout: StairLayout,
    private readonly climb: readonly [foot: number, riser: number]
  ) {}

  private put(role: PartRole, cells: readonly Cell[]) {
    if (cells.length > 0)
      this.parts.push({ role, ply: null, material: this.stair.material, mesh: meshOf(cells) });
  }

  private level(up: number): number {
    const [foot, riser] = this.climb;
    return foot + up * riser;
  }

  /** Steps on a soffit that runs alongside the pitch; a landing is as thick as the waist. */
  solid() {
    const { waist } = this.stair;
    const [foot, riser] = this.climb;
    const pieces = this.layout.steps.flatMap(({ ring, up, kind, pitch }) => {
      const top = flat(this.level(up));
      if (kind === 'landing') return [{ ring, top, bottom: raise(top, -waist) }];
      return pitch.map(({ ring: piece, plane }) => {
        const [a, b] = [plane.a * riser, plane.b * riser];
        const plumb = waist * Math.hypot(1, a, b);
        return { ring: piece, top, bottom: { a, b, c: foot + plane.c * riser - riser - plumb } };
      });
    });
    this.put('flight', cellsOver(pieces, foot));
  }

  /** Treads from string to string, and risers under their nosings. */
  strings() {
    const { string } = sizes;
    const { tread, open, waist } = this.stair;
    const strips = this.bothSides([0, string.thickness]);
    for (const side of strips)
      this.put(
        'string',
        cellsOver(
          side.map(({ ring, plane }) => ({
            ring,
            top: raise(plane, string.over),
            bottom: raise(plane, -string.under)
          })),
          this.climb[0]
        )
      );
    const { newel } = this.layout;
    const bands = [...strips.flat().map(({ ring }) => ring), ...(newel ? [newel] : [])];
    const { steps, nosings } = this.layout;
    for (const { ring, up, kind } of steps) {
      const z = this.level(up);
      const thickness = kind === 'landing' ? waist : tread;
      for (const piece of withoutRings([ring], bands))
        this.put('tread', [prism(piece, flat(z - thickness), flat(z))]);
      if (!open && this.climb[1] > thickness + 1)
        for (const piece of withoutRings([riserRing(nosings[up - 1]!, ring)], bands))
          this.put('riserBoard', [prism(piece, flat(this.level(up - 1)), flat(z - thickness))]);
    }
  }

  private bothSides(band: readonly [number, number]): Strip[][] {
    return [
      stripsAlong(this.layout.left, -1, band, this.climb),
      stripsAlong(this.layout.right, 1, band, this.climb)
    ];
  }

  /** A handrail on balusters; over the strings in their middle. */
  rails() {
    const { rails, body, form } = this.stair;
    const { rail } = sizes;
    const inset = (sizes.string.thickness - rail.width) / 2;
    const sides = this.bothSides([Math.max(0, inset), Math.max(0, inset) + rail.width]);
    sides.forEach((side, k) => {
      const isRailed = rails === 'both' || rails === (k === 0 ? 'left' : 'right');
      // A spiral is held at its post.
      const isPost = form === 'spiral' && (k === 0) === (this.stair.turn === 'left');
      if (!isRailed || isPost) return;
      this.put(
        'handrail',
        side.map(({ ring, plane }) =>
          prism(ring, raise(plane, rail.height - rail.depth), raise(plane, rail.height))
        )
      );
      this.put(
        'baluster',
        side.flatMap((strip) =>
          postsIn(strip.ring, sizes.balusterGap).map((ring) => {
            const onto =
              body === 'strings' ? raise(strip.plane, sizes.string.over) : flat(this.levelUnder(ring));
            return prism(ring, onto, raise(strip.plane, rail.height - rail.depth));
          })
        )
      );
    });
  }

  /** Of the highest step that a post stands on or against. */
  private levelUnder(ring: Ring): number {
    const found = this.layout.steps.filter((step) => ring.some((p) => ringHolds(step.ring, p)));
    return this.level(Math.max(0, ...found.map(({ up }) => up)));
  }

  newel(ring: Ring, top: number) {
    this.put('newel', [prism(ring, flat(this.climb[0]), flat(top))]);
  }

  post(centre: Point, head: number) {
    const ring = Array.from({ length: 24 }, (_, k): Point => ({
      x: centre.x + this.stair.post * Math.cos((k * Math.PI) / 12),
      y: centre.y + this.stair.post * Math.sin((k * Math.PI) / 12)
    }));
    // Within the treads' inner ends, which are arcs in more corners.
    this.put('newel', [
      prism(
        ring.map((p) => lerp(centre, p, 0.99)),
        flat(this.climb[0]),
        flat(head + newelHeight)
      )
    ]);
  }

  /** Round an opening, on the floor beside it. */
  guards(stretches: readonly (readonly [Point, Point])[], floor: number, height: number) {
    const runs = stretches.map(([a, b]) => ({ a, b, floor: flat(floor) }));
    this.parts.push(...guardParts(runs, height, this.stair.material));
  }
}

/** Behind a nosing, in the step that it is of. */
function riserRing([l, r]: Nosing, step: Ring): Ring {
  const way = unit(subtract(l, r));
  const middle = middleOf(step);
  const in_ =
    leftOf(way).x * (middle.x - r.x) + leftOf(way).y * (middle.y - r.y) > 0
      ? leftOf(way)
      : scale(leftOf(way), -1);
  const ring = [r, l, along(l, in_, sizes.riser), along(r, in_, sizes.riser)];
  return ringArea(ring) > 0 ? ring : ring.reverse();
}

/** Edges of the hole where one could fall in: not where the stair comes up, nor along walls of the storey. */
function openEdges(query: Query, id: string): readonly (readonly [Point, Point])[] {
  const last = query.get(stairLayouts, id)?.nosings.at(-1);
  if (!last || !query.project.tables.stair.get(id)?.guard) return [];
  return trimmedEdges(query, id).filter(
    ([p, q]) => ![0.1, 0.5, 0.9].every((k) => gapToBorder([...last], lerp(p, q, k)) < 1)
  );
}

/** Edges of the hole along which the floor is trimmed: those that no wall of the storey runs along. */
export function trimmedEdges(query: Query, id: string): readonly (readonly [Point, Point])[] {
  const stair = query.project.tables.stair.get(id);
  const storey = stair && arrivesOn(query.project, stair)?.id;
  if (storey === undefined) return [];
  const walls = [...query.get(footprints, storey).walls.values()].flatMap(({ bands }) =>
    bands.flatMap(({ outline }) => outline)
  );
  const beside = 60;
  return query.get(holesOfStairs, id).flatMap((ring) =>
    edgesOf(ring).flatMap(([p, q]) => {
      const open = [0.1, 0.5, 0.9].map((k) => lerp(p, q, k));
      const isWalled = open.every((at) =>
        walls.some((wall) => ringHolds(wall, at) || gapToBorder(wall, at) < beside)
      );
      // The floor lies on the right of a hole that runs counter-clockwise.
      return isWalled ? [] : [[q, p] as const];
    })
  );
}

export const stairBodies = stage(
  'bodies of stairs',
  {
    stair: own('stair'),
    layout: result(stairLayouts),
    climb: result(climbs),
    edges: (query, id) => openEdges(query, id).flat(),
    newelTop: newelTopOf,
    guard: ({ project }) => settingsOf(project).guardLimits.height
  },
  ({ stair, layout, climb: [foot, head, riser], edges, newelTop, guard }, id): ElementBody | undefined => {
    if (!stair || !layout || foot === undefined || head === undefined || riser === undefined || riser <= 0)
      return undefined;
    const builder = new StairBuilder(stair, layout, [foot, riser]);
    if (stair.body === 'solid') builder.solid();
    else builder.strings();
    builder.rails();
    if (layout.newel) builder.newel(layout.newel, newelTop);
    if (stair.form === 'spiral') builder.post(centreOf(layout, stair), head);
    builder.guards(
      edges.flatMap((p, i) => (i % 2 === 0 ? [[p, edges[i + 1]!] as const] : [])),
      head,
      guard
    );
    return { id, kind: 'stair', storey: stair.storey, parts: builder.parts };
  }
);

/** Of a spiral: beyond the inner end of its last nosing. */
function centreOf({ nosings }: StairLayout, { turn, post }: Stair): Point {
  const [l, r] = nosings.at(-1)!;
  const [inner, outer] = turn === 'left' ? [l, r] : [r, l];
  return along(inner, unit(subtract(inner, outer)), post);
}
