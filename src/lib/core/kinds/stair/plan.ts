/** Stairs in the plan: up to the cut in full on the storey that they begin on, dashed over it; seen through the floor where they end. */
import { arrowLines } from '../../display/arrows';
import { characterWidth, cutHeight, type Mark, type Pen } from '../../display/marks';
import type { Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { idOfKey, own, paperOfKey, result, scaledKey, stage } from '../../document/stage';
import {
  along,
  angleOf,
  crossingShare,
  distance,
  leftOf,
  lerp,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { boxOf, ringHolds, type Ring } from '../../geometry/ring';
import { middleOfNosing } from '../../kernels/stairs/layout';
import type { SideStretch, StairLayout } from '../../kernels/stairs/pieces';
import { middleOf } from '../../kernels/solids/cells';
import { readable } from '../../display/arrows';
import { formatLength } from '../../units/length';
import { arrivesOn, climbs, holesOfStairs, stairLayouts } from './shape';

/** mm of paper. */
const [letters, counts] = [2, 1.5];

/** Of a stair on the storey where it begins: `scaledKey(paper, id)` is of its texts; here by its id. */
const stairPlans = stage(
  'plans of stairs',
  { layout: result(stairLayouts), climb: result(climbs), stair: own('stair') },
  ({ layout, climb: [, , riser], stair }): readonly Mark[] => {
    if (!layout || !stair || riser === undefined || riser <= 0) return [];
    const { nosings } = layout;
    const cut = Math.min(nosings.length, Math.max(1, Math.floor((cutHeight - stair.base) / riser)));
    const lines = (points: readonly Point[], pen: Pen, isStep = false): Mark[] =>
      points.length > 0
        ? [{ ...marked(stair.id), kind: 'lines', points, pen, ...(isStep && { isDetail: true as const }) }]
        : [];
    const sides = [...layout.left, ...layout.right];
    const isWhole = cut >= nosings.length;
    return [
      // At small scales the steps between its ends are left out.
      ...lines(nosings.slice(1, cut).flat(), 'face', true),
      ...lines(nosings.slice(cut, -1).flat(), 'overhead', true),
      ...lines(
        [
          ...nosings[0]!,
          ...(isWhole ? nosings.at(-1)! : []),
          ...sides.flatMap((one) => partOf(one, 1, cut + 0.5))
        ],
        'face'
      ),
      ...lines(
        [...(isWhole ? [] : nosings.at(-1)!), ...sides.flatMap((one) => partOf(one, cut + 0.5, Infinity))],
        'overhead'
      ),
      ...(isWhole ? [] : lines(cutLine(layout, cut), 'face')),
      ...(layout.newel ? [newelMark(stair.id, layout.newel)] : []),
      { ...marked(stair.id), kind: 'stroke', points: layout.walk, closed: false, pen: 'fine' }
    ];
  }
);

const newelMark = (id: string, points: Ring): Mark => ({
  ...marked(id),
  ...{ kind: 'stroke', points, closed: true, pen: 'face' }
});

const marked = (subject: string) => ({ subject, group: 'stairs', ink: 'slate' }) as const;

/** The part of a side between two heights, in risers; what is level lies on one side of the cut. */
function partOf({ a, b, from, to }: SideStretch, low: number, high: number): Point[] {
  if (from === to) return from >= low && from < high ? [a, b] : [];
  const [k, m] = [(low - from) / (to - from), (high - from) / (to - from)].map((n) =>
    Math.min(1, Math.max(0, n))
  );
  return m! > k! ? [lerp(a, b, k!), lerp(a, b, m!)] : [];
}

/** Aslant over the step that the cut goes through, with a kink in its middle. */
function cutLine({ nosings }: StairLayout, cut: number): Point[] {
  const [before, after] = [nosings[cut - 1]!, nosings[cut]!];
  const from = lerp(before[0], after[0], 0.3);
  const to = lerp(before[1], after[1], 0.7);
  const way = unit(subtract(middleOfNosing(after), middleOfNosing(before)));
  const kink = 0.25 * distance(middleOfNosing(before), middleOfNosing(after));
  const [p, q] = [along(lerp(from, to, 0.45), way, -kink), along(lerp(from, to, 0.55), way, kink)];
  return [from, p, p, q, q, to];
}

/** Seen from the floor where it ends, through the hole. */
const stairsFromAbove = stage(
  'stairs from above',
  { layout: result(stairLayouts), holes: result(holesOfStairs), stair: own('stair') },
  ({ layout, holes, stair }): readonly Mark[] => {
    if (!layout || !stair) return [];
    const seen = [
      ...layout.nosings,
      ...[...layout.left, ...layout.right].map(({ a, b }) => [a, b] as const)
    ].flatMap(([p, q]) => within(p, q, holes));
    const rings = holes.map((points): Mark => ({
      ...marked(stair.id),
      kind: 'stroke',
      points,
      closed: true,
      pen: 'face'
    }));
    return [
      ...rings,
      ...(layout.newel ? [newelMark(stair.id, layout.newel)] : []),
      ...(seen.length > 0
        ? [{ ...marked(stair.id), kind: 'lines' as const, points: seen, pen: 'thin' as const }]
        : []),
      ...strokes(layout.walk, holes).map((points): Mark => ({
        ...{ ...marked(stair.id), kind: 'stroke', points, closed: false, pen: 'fine' }
      }))
    ];
  }
);

/** The parts of a line in rings, as lines. */
function within(p: Point, q: Point, rings: readonly Ring[]): Point[] {
  const cuts = [
    0,
    1,
    ...rings.flatMap((ring) => ring.flatMap((a, i) => crossingShare(p, q, a, ring[(i + 1) % ring.length]!)))
  ];
  const sorted = cuts.sort((s, t) => s - t);
  return sorted.slice(1).flatMap((to, i) => {
    const from = sorted[i]!;
    const isIn = to - from > 1e-9 && rings.some((ring) => ringHolds(ring, lerp(p, q, (from + to) / 2)));
    return isIn ? [lerp(p, q, from), lerp(p, q, to)] : [];
  });
}

const strokes = (walk: readonly Point[], rings: readonly Ring[]): Point[][] =>
  walk.slice(1).flatMap((q, i) => {
    const seen = within(walk[i]!, q, rings);
    return seen.length > 0 ? [seen] : [];
  });

/** Arrow heads and numbers, at a scale: `scaledKey(paper, storey)`. */
const stairTexts = stage(
  'texts of stairs',
  {
    stairs: (query: Query, key) =>
      [...query.project.tables.stair.values()].flatMap((stair) => {
        const storey = idOfKey(key);
        const layout = query.get(stairLayouts, stair.id);
        if (!layout) return [];
        if (stair.storey === storey) return [stair, layout, query.get(climbs, stair.id)];
        return arrivesOn(query.project, stair)?.id === storey ? [stair, layout, noClimb] : [];
      })
  },
  ({ stairs }, key): readonly Mark[] => {
    const paper = paperOfKey(key);
    return stairs.flatMap((stair, i) => {
      const [layout, climb] = [stairs[i + 1], stairs[i + 2]];
      if (i % 3 !== 0 || !('form' in stair)) return [];
      const { walk, steps } = layout as StairLayout;
      const riser = (climb as readonly number[])[2];
      // A single step has no way to walk.
      if (walk.length < 2) return [];
      const [from, to] = [walk.at(-2)!, walk.at(-1)!];
      const mark = marked(stair.id);
      const size = Math.min(distance(from, to), 3 * paper);
      const head: Mark = {
        ...{ ...mark, kind: 'lines', pen: 'fine' },
        points: arrowLines(along(to, unit(subtract(to, from)), -size), to, paper)
      };
      if (riser === undefined) return [head];
      // Beside the outer string, away from the walking line.
      const beside = stair.turn === 'right' ? 0.2 : 0.8;
      // The cut goes through one step, whose number it would cross.
      const cut = Math.floor((cutHeight - stair.base) / riser);
      const numbers = steps.flatMap(({ ring, up }): Mark[] => {
        const text = String(up);
        const hasRoom = up !== cut && stair.going > 1.6 * counts * paper && stair.width > 6 * counts * paper;
        const [l, r] = (layout as StairLayout).nosings[up - 1]!;
        const way = readable(unit(subtract(r, l)));
        return hasRoom
          ? [
              {
                ...mark,
                kind: 'text',
                at: lerp(middleOf(ring), lerp(l, r, beside), 0.55),
                height: counts,
                text,
                angle: angleOf(way),
                isDetail: true
              }
            ]
          : [];
      });
      return [head, ...numbers];
    });
  }
);

const noClimb: readonly number[] = [];

export const stairMarks = (query: Query, storey: string, paper: number): readonly Mark[] =>
  query.project.tables.stair.size === 0 ? [] : query.get(stairTexts, scaledKey(paper, storey));

/** What the steps of a stair are, in words, and where that may be written: the usual place first. */
export interface StairWords {
  readonly stair: string;
  readonly text: string;
  readonly height: number;
  readonly places: readonly { readonly at: Point; readonly angle: number }[];
}

/** At a scale: `scaledKey(paper, id)`; none where there is no room for them. */
const wordsOfStair = stage(
  'words of a stair',
  {
    stair: ({ project }: Query, key) => project.tables.stair.get(idOfKey(key)),
    ...{ layout: result(stairLayouts, idOfKey), climb: result(climbs, idOfKey) },
    units: ({ project }) => settingsOf(project).units
  },
  ({ stair, layout, climb: [, , riser], units }, key): StairWords | undefined => {
    if (!stair || !layout || riser === undefined) return undefined;
    const paper = paperOfKey(key);
    // Of two steps the numbers say all.
    if (stair.risers <= 2 || stair.width <= 3 * letters * paper || layout.walk.length < 2) return undefined;
    const text = `${stair.risers} × ${formatLength(riser, units)} / ${formatLength(stair.going, units)}`;
    const half = (text.length * letters * characterWidth * paper) / 2;
    const places = stair.form === 'spiral' ? roundIt(layout, half, paper) : alongIt(layout, half, paper);
    return { stair: stair.id, text, height: letters, places };
  }
);

/** Before its foot, beside its first flight and its last, beyond its head. */
function alongIt({ walk, nosings }: StairLayout, half: number, paper: number): StairWords['places'] {
  const [first, last] = [unit(subtract(walk[1]!, walk[0]!)), unit(subtract(walk.at(-1)!, walk.at(-2)!))];
  const out = half + 0.6 * letters * paper;
  const beside = (way: Point, [l, r]: readonly [Point, Point], on: number) =>
    [-1, 1].map((side) => {
      const aside = distance(l, r) / 2 + 0.9 * letters * paper;
      return { at: along(along(lerp(l, r, 0.5), way, on), leftOf(way), side * aside), way };
    });
  return [
    { at: along(walk[0]!, first, -out), way: first },
    // Not from the very foot on: a wall may stand there.
    ...beside(first, nosings[0]!, out),
    ...beside(last, nosings.at(-1)!, -out),
    { at: along(walk.at(-1)!, last, out), way: last }
  ].map(({ at, way }) => ({ at, angle: angleOf(readable(way)) }));
}

/** Below a spiral, over it, and beside it. */
function roundIt({ outline }: StairLayout, half: number, paper: number): StairWords['places'] {
  const { minX, maxX, minY, maxY } = boxOf(outline);
  const [x, y, gap] = [(minX + maxX) / 2, (minY + maxY) / 2, letters * paper];
  return [
    { x, y: minY - gap },
    { x, y: maxY + gap },
    { x: minX - gap - half, y },
    { x: maxX + gap + half, y }
  ].map((at) => ({ at, angle: 0 }));
}

/** Of the stairs that begin on a storey. */
export const stairWords = (query: Query, storey: string, paper: number): readonly StairWords[] =>
  [...query.project.tables.stair.values()].flatMap((stair) => {
    const words = stair.storey === storey ? query.get(wordsOfStair, scaledKey(paper, stair.id)) : undefined;
    return words ? [words] : [];
  });

export const planOfStairs = (query: Query, storey: string): (readonly Mark[])[] =>
  [...query.project.tables.stair.values()].flatMap((stair) => {
    if (stair.storey === storey) return [query.get(stairPlans, stair.id)];
    return arrivesOn(query.project, stair)?.id === storey ? [query.get(stairsFromAbove, stair.id)] : [];
  });
