/**
 * Forms of two roofs side by side, which share a level line down the middle of their outline.
 *
 *      M roof: two gables         butterfly: two mono-pitches      +----k2----+      k0, k2: the sides that it runs along
 *        /\  /\                      \        /                    k3 - - - - k1     k1, k3: its ends; - - the middle
 *       /  \/  \                      \__  __/                     +----k0----+
 *                                        \/
 *
 * Source: own. Degenerate: over what is no four-sided outline whose long sides run alike there are none.
 */
import { cross, distance, dot, lerp, subtract, unit, type Point } from '../../geometry/point';
import { edgesOf } from '../../geometry/ring';
import { storedPoint } from '../../document/command';
import type { MadeEdge, RoofOutline, Run } from './edges';
import { asRoof, type Roof, type RoofEdgeKind, type RoofSide } from './record';

export const pairForms = ['mRoof', 'butterfly'] as const;

export type PairForm = (typeof pairForms)[number];

export const isPairForm = (form: string): form is PairForm => (pairForms as readonly string[]).includes(form);

/** The sides run alike to this sine. */
const alike = 0.05;

/**
 * Sides of two roofs, each counter-clockwise and its own eave or high side first. `inner`: whether an edge lies along the
 * inner face of its walls; `faceOf`: of a wall, for those of an end that a half has.
 */
export function sidesOfPair(
  form: PairForm,
  { rings, edges }: RoofOutline,
  inner: (edge: MadeEdge) => boolean,
  faceOf: (wall: string, inner: boolean) => Run | undefined
): [RoofSide[], RoofSide[]] | undefined {
  const [ring] = rings;
  if (!ring || rings.length > 1 || ring.length !== 4) return undefined;
  const stretches = edgesOf(ring);
  const long = stretches.map(([a, b]) => distance(a, b));
  const first = long[0]! + long[2]! >= long[1]! + long[3]! ? 0 : 1;
  const way = (k: number) => unit(subtract(stretches[k % 4]![1], stretches[k % 4]![0]));
  if (Math.abs(cross(way(first), way(first + 2))) > alike) return undefined;
  const middles = [first + 3, first + 1].map((k) => lerp(...stretches[k % 4]!, 0.5)) as [Point, Point];
  const half = (k: number, from: Point, to: Point): RoofSide[] => {
    const [before, own, after] = [k + 3, k, k + 1].map((i) => i % 4) as [number, number, number];
    const along = (i: number, part: readonly [Point, Point], kind: RoofEdgeKind = 'gable') => {
      const edge = edges[0]![i]!;
      return sidesAlong(edge, part, { ...plain(kind), inner: inner(edge) }, faceOf);
    };
    return [
      ...along(own, stretches[own]!, form === 'mRoof' ? 'eave' : 'gable'),
      ...along(after, [stretches[after]![0], to]),
      // What both share has no overhang.
      {
        ...plain('eave'),
        overhang: 0,
        fascia: 0,
        soffit: 'open',
        line: { from: storedPoint(to), to: storedPoint(from) }
      },
      ...along(before, [from, stretches[before]![1]])
    ];
  };
  const [west, east] = middles;
  return [half(first, west, east), half(first + 2, east, west)];
}

const plain = (kind: RoofEdgeKind): RoofSide => ({ ...asRoof, kind, wall: null, inner: false, line: null });

/** Sides like `side` over the walls under an edge that reach into a part of it, as the outline runs; of an edge without, its line. */
function sidesAlong(
  { walls }: MadeEdge,
  [from, to]: readonly [Point, Point],
  side: RoofSide,
  faceOf: (wall: string, inner: boolean) => Run | undefined
): RoofSide[] {
  const way = unit(subtract(to, from));
  const at = (p: Point) => dot(subtract(p, from), way);
  const found = walls.flatMap((wall) => {
    const face = faceOf(wall, side.inner);
    const ends = face ? [at(face.from), at(face.to)] : [];
    return face && Math.min(...ends) < at(to) - 1 && Math.max(...ends) > 1
      ? [{ wall, begins: Math.min(...ends) }]
      : [];
  });
  found.sort((p, q) => p.begins - q.begins);
  if (found.length > 0) return found.map(({ wall }) => ({ ...side, wall }));
  return [{ ...side, inner: false, line: { from: storedPoint(from), to: storedPoint(to) } }];
}

/** The two, of which the first has the id and name of what they are made from. */
export const pairFrom = (roof: Roof, [own, other]: readonly [RoofSide[], RoofSide[]], id: string): Roof[] => [
  { ...roof, edges: [], sides: own },
  { ...roof, id, edges: [], sides: other }
];
