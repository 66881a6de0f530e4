/** What the lines of a drawing take of it, found by where they lie: for texts that look for a free place. */
import Flatbush from 'flatbush';
import { plainMarks } from '../display/dimension';
import { textEnds, type Mark, type PlainMark } from '../display/marks';
import { add, along, fromAngle, leftOf, scale, subtract, type Point } from '../geometry/point';
import { boxOf, edgesOf, type Box, type Ring } from '../geometry/ring';

export type Segment = readonly [Point, Point];
export interface Obstacles {
  readonly box: Box | undefined;
  readonly segments: readonly Segment[];
  /** What is filled: nothing is read in it, also clear of its lines. */
  readonly filled: readonly Ring[];
  /** The scale at which they are so; undefined where they are so at any. */
  readonly paper: number | undefined;
}

/** Lines of a list of marks, kept as long as the list. */
const known = new WeakMap<readonly Mark[], Obstacles>();
const knownStrings = new WeakMap<Mark, { paper: number; marks: readonly PlainMark[] }>();

/** A string as plain marks, kept for one scale. */
export function plainOf(mark: Mark, paper: number): readonly PlainMark[] {
  const old = knownStrings.get(mark);
  if (old?.paper === paper) return old.marks;
  const marks = plainMarks([mark], paper);
  knownStrings.set(mark, { paper, marks });
  return marks;
}

function segmentsOf(mark: Mark, paper: number): readonly Segment[] {
  switch (mark.kind) {
    case 'region':
      return mark.rings.flatMap(edgesOf);
    case 'stroke':
      return edgesOf(mark.points).slice(0, mark.closed ? undefined : -1);
    case 'lines':
      return mark.points.flatMap((q, i) => (i % 2 ? [[mark.points[i - 1]!, q] as const] : []));
    case 'arc': {
      const at = (share: number) =>
        along(mark.centre, fromAngle(mark.a0 + (mark.a1 - mark.a0) * share), mark.radius);
      return edgesOf(Array.from({ length: 9 }, (_, i) => at(i / 8))).slice(0, -1);
    }
    case 'text': {
      const [p, q] = textEnds(mark, paper);
      const up = scale(leftOf(fromAngle(mark.angle)), (mark.height * paper) / 2);
      return [
        [p, q],
        [add(p, up), add(q, up)],
        [subtract(p, up), subtract(q, up)]
      ];
    }
    // Dimensions are told by plain marks before.
    case 'dimension':
      return [];
  }
}

export function obstaclesOf(marks: readonly Mark[], paper: number): Obstacles {
  const old = known.get(marks);
  if (old && (old.paper === undefined || old.paper === paper)) return old;
  const segments = marks.flatMap((mark) => segmentsOf(mark, paper));
  const box = segments.length === 0 ? undefined : boxOf(segments.flat());
  // Texts have their size on paper.
  const filled = marks.flatMap((mark) => (mark.kind === 'region' ? mark.rings : []));
  const made = {
    box,
    segments,
    filled,
    paper: marks.some(({ kind }) => kind === 'text') ? paper : undefined
  };
  known.set(marks, made);
  return made;
}

/** Whether a segment has a point in a box: what is left of it between the sides, one pair after the other. */
export function enters([a, b]: Segment, { minX, minY, maxX, maxY }: Box): boolean {
  let [low, high] = [0, 1];
  for (const [from, way, least, most] of [
    [a.x, b.x - a.x, minX, maxX],
    [a.y, b.y - a.y, minY, maxY]
  ] as const) {
    if (way === 0) {
      if (from < least || from > most) return false;
      continue;
    }
    const [p, q] = [(least - from) / way, (most - from) / way];
    low = Math.max(low, Math.min(p, q));
    high = Math.min(high, Math.max(p, q));
    if (low > high) return false;
  }
  return true;
}

export const boxAt = ({ x, y }: Point, half: Point): Box => ({
  minX: x - half.x,
  minY: y - half.y,
  maxX: x + half.x,
  maxY: y + half.y
});

/** Lists of marks by where they lie; those that show nothing are nowhere. */
export class Around {
  private readonly all: readonly Obstacles[];
  private readonly index: Flatbush | undefined;
  constructor(lists: readonly Obstacles[]) {
    this.all = lists.filter(({ box }) => box !== undefined);
    if (this.all.length === 0) return;
    this.index = new Flatbush(this.all.length);
    for (const { box } of this.all) this.index.add(box!.minX, box!.minY, box!.maxX, box!.maxY);
    this.index.finish();
  }

  near({ minX, minY, maxX, maxY }: Box): Obstacles[] {
    const found = this.index?.search(minX, minY, maxX, maxY) ?? [];
    return found.sort((p, q) => p - q).map((i) => this.all[i]!);
  }
}

/** What a plan takes. `things`: all that it shows; `drawn`: its dimensions and notes. */
export const aroundIn = (
  things: readonly (readonly Mark[])[],
  drawn: readonly Mark[],
  paper: number
): Around =>
  new Around([
    ...things.map((marks) => obstaclesOf(marks, paper)),
    ...drawn.map((mark) => obstaclesOf(plainOf(mark, paper), paper))
  ]);
