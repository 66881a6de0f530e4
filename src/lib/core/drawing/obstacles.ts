/** What the lines of a drawing take of it, found by where they lie: for texts that look for a free place. */
import Flatbush from 'flatbush';
import { plainMarks } from '../display/dimension';
import { textEnds, type Mark, type PlainMark } from '../display/marks';
import { add, along, dot, fromAngle, leftOf, scale, type Point } from '../geometry/point';
import { boxesMeet, boxOf, ringHolds, type Box, type Ring } from '../geometry/ring';

/** Lines end to end, four numbers each: made for every wall at each step of the pointer. */
export type Lines = readonly number[];

export interface Obstacles {
  readonly box: Box | undefined;
  readonly lines: Lines;
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

/** From corner to corner, and back to the first of a closed one. */
function addPath(lines: number[], points: readonly Point[], closed: boolean) {
  for (let i = closed ? 0 : 1; i < points.length; i++) {
    const [p, q] = [points[i === 0 ? points.length - 1 : i - 1]!, points[i]!];
    lines.push(p.x, p.y, q.x, q.y);
  }
}

function addLines(lines: number[], mark: Mark, paper: number) {
  switch (mark.kind) {
    case 'region':
      for (const ring of mark.rings) addPath(lines, ring, true);
      return;
    case 'stroke':
      return addPath(lines, mark.points, mark.closed);
    case 'lines':
      for (const { x, y } of mark.points) lines.push(x, y);
      return;
    case 'arc': {
      const at = (share: number) =>
        along(mark.centre, fromAngle(mark.a0 + (mark.a1 - mark.a0) * share), mark.radius);
      return addPath(
        lines,
        Array.from({ length: 9 }, (_, i) => at(i / 8)),
        false
      );
    }
    case 'text': {
      const [p, q] = textEnds(mark, paper);
      const up = scale(leftOf(fromAngle(mark.angle)), (mark.height * paper) / 2);
      for (const off of [{ x: 0, y: 0 }, up, scale(up, -1)])
        addPath(lines, [add(p, off), add(q, off)], false);
      return;
    }
    // Dimensions are told by plain marks before.
    case 'dimension':
  }
}

/** The box of lines; undefined where there are none. */
export function boxOfLines(lines: Lines): Box | undefined {
  if (lines.length === 0) return undefined;
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < lines.length; i += 2) {
    const [x, y] = [lines[i]!, lines[i + 1]!];
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { minX, minY, maxX, maxY };
}

export function obstaclesOf(marks: readonly Mark[], paper: number): Obstacles {
  const old = known.get(marks);
  if (old && (old.paper === undefined || old.paper === paper)) return old;
  const lines: number[] = [];
  for (const mark of marks) addLines(lines, mark, paper);
  // Texts have their size on paper.
  const filled = marks.flatMap((mark) => (mark.kind === 'region' ? mark.rings : []));
  const made = {
    box: boxOfLines(lines),
    lines,
    filled,
    paper: marks.some(({ kind }) => kind === 'text') ? paper : undefined
  };
  known.set(marks, made);
  return made;
}

/** Whether any of the lines has a point in a box. */
export function enters(lines: Lines, box: Box): boolean {
  for (let i = 0; i < lines.length; i += 4)
    if (lineEnters(lines[i]!, lines[i + 1]!, lines[i + 2]!, lines[i + 3]!, box)) return true;
  return false;
}

/** Of one line: what is left of it between the sides, one pair after the other. */
function lineEnters(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  { minX, minY, maxX, maxY }: Box
): boolean {
  if ((ax < minX && bx < minX) || (ax > maxX && bx > maxX)) return false;
  if ((ay < minY && by < minY) || (ay > maxY && by > maxY)) return false;
  let [low, high] = [0, 1];
  const [x, y] = [bx - ax, by - ay];
  if (x !== 0) {
    const [p, q] = [(minX - ax) / x, (maxX - ax) / x];
    low = Math.max(low, Math.min(p, q));
    high = Math.min(high, Math.max(p, q));
  }
  if (y !== 0) {
    const [p, q] = [(minY - ay) / y, (maxY - ay) / y];
    low = Math.max(low, Math.min(p, q));
    high = Math.min(high, Math.max(p, q));
  }
  return low <= high;
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

/** A text as it lies: half as long and half as high, along a unit direction and across it. */
export interface Patch {
  readonly at: Point;
  readonly along: Point;
  readonly half: Point;
}

/** Lines as they lie to a text: along it and up. */
const local = ({ at, along }: Patch, lines: Lines): Lines =>
  lines.map((_, i) => {
    const even = i - (i % 2);
    const from = { x: lines[even]! - at.x, y: lines[even + 1]! - at.y };
    return dot(from, i % 2 === 0 ? along : leftOf(along));
  });

function boxOfPatch({ at, along, half }: Patch): Box {
  const x = Math.abs(along.x) * half.x + Math.abs(along.y) * half.y;
  const y = Math.abs(along.y) * half.x + Math.abs(along.x) * half.y;
  return { minX: at.x - x, minY: at.y - y, maxX: at.x + x, maxY: at.y + y };
}

export const isOver = (patch: Patch, lines: Lines): boolean => {
  const { x, y } = patch.half;
  return enters(local(patch, lines), { minX: -x, minY: -y, maxX: x, maxY: y });
};

/** Whether no line enters a text, and nothing filled lies under it. */
export function isFree(patch: Patch, around: readonly Around[]): boolean {
  const box = boxOfPatch(patch);
  return !around.some((list) =>
    list
      .near(box)
      .some(
        ({ lines, filled }) =>
          isOver(patch, lines) ||
          filled.some((ring) => boxesMeet(boxOf(ring), box) && ringHolds(ring, patch.at))
      )
  );
}
