/**
 * Sizes of strings by hand where they can be read: on their line, on its other side, along it, or led to beside it; the
 * first of these places that no wall, line or other text takes. Where there is none, a size stays where it was.
 */
import { awayOf, dimensionMark, paperGaps, textHeight } from '../display/dimension';
import { characterWidth, type Mark, type SizeText } from '../display/marks';
import { dot, leftOf, subtract, type Point } from '../geometry/point';
import { boxesMeet, boxOf, ringHolds, type Box } from '../geometry/ring';
import { Around, enters, obstaclesOf, plainOf, type Obstacles, type Segment } from './obstacles';
import type { PlacedString } from './placed';

/** Clear round a text, mm of paper; and how far each next place along a line lies, as a part of its width. */
const clear = 0.25;
const step = 0.6;

/** A text as it lies: half as long and half as high, in the directions of its string. */
interface Patch {
  readonly at: Point;
  readonly along: Point;
  readonly half: Point;
}

const local = ({ at, along }: Patch, p: Point): Point => {
  const from = subtract(p, at);
  return { x: dot(from, along), y: dot(from, leftOf(along)) };
};

function boxOfPatch({ at, along, half }: Patch): Box {
  const x = Math.abs(along.x) * half.x + Math.abs(along.y) * half.y;
  const y = Math.abs(along.y) * half.x + Math.abs(along.x) * half.y;
  return { minX: at.x - x, minY: at.y - y, maxX: at.x + x, maxY: at.y + y };
}

function isFree(patch: Patch, around: Around): boolean {
  const box = boxOfPatch(patch);
  const { half } = patch;
  const own: Box = { minX: -half.x, minY: -half.y, maxX: half.x, maxY: half.y };
  return !around
    .near(box)
    .some(
      ({ segments, filled }) =>
        segments.some(([p, q]) => enters([local(patch, p), local(patch, q)], own)) ||
        filled.some((ring) => boxesMeet(boxOf(ring), box) && ringHolds(ring, patch.at))
    );
}

/** Where a size may stand, the best first. */
function* placesOf({ stops }: PlacedString, size: SizeText, i: number, half: number, paper: number) {
  const { middle } = size;
  const [from, to] = [stops[i]!, stops[i + 1]!];
  const room = (to - from) / 2 - half - paperGaps.within * paper;
  const steps = (far: number) =>
    Array.from(
      { length: Math.max(0, Math.floor(far / (2 * half * step))) },
      (_, k) => (k + 1) * 2 * half * step
    );
  const sides = [false, true];
  if (size.row === 0) {
    for (const other of sides) yield { ...size, other };
    for (const off of steps(room))
      for (const at of [middle - off, middle + off]) for (const other of sides) yield { ...size, at, other };
  } else for (const other of sides) yield { ...size, other };
  for (const off of [0, ...steps(paperGaps.farthest * paper + 2 * half)])
    for (const at of off === 0 ? [middle] : [middle - off, middle + off])
      for (const other of sides) yield { ...size, row: 1, at, other } as const;
}

/** What the lines of a string take, without its sizes. */
const linesOf = (string: PlacedString, paper: number): Mark[] =>
  plainOf(
    dimensionMark({ ...string, sizes: string.sizes.map((size) => ({ ...size, row: 0, text: '' })) }),
    paper
  ).filter(({ kind }) => kind !== 'text');

/** `things`: all that the plan shows; `drawn`: dimensions and notes besides these strings. */
export function freeSizes(
  strings: readonly PlacedString[],
  things: readonly (readonly Mark[])[],
  drawn: readonly Mark[],
  paper: number
): readonly PlacedString[] {
  if (strings.length === 0) return strings;
  const fixed = [
    ...things.map((marks) => obstaclesOf(marks, paper)),
    ...drawn.map((mark) => obstaclesOf(plainOf(mark, paper), paper))
  ];
  const lines = strings.map((string) => obstaclesOf(linesOf(string, paper), paper));
  const texts: Obstacles[] = [];
  return strings.map((string, k) => {
    const around = new Around([...fixed, ...lines.filter((_, other) => other !== k)]);
    const sizes = string.sizes.map((size, i) => {
      const half = {
        x: ((size.text.length * textHeight * characterWidth) / 2 + clear) * paper,
        y: (textHeight / 2 + clear) * paper
      };
      const patchOf = (place: SizeText): Patch => {
        const away = string.level + awayOf(string.along, string.out, place) * paper;
        const { along, out } = string;
        return {
          at: { x: along.x * place.at + out.x * away, y: along.y * place.at + out.y * away },
          ...{ along, half }
        };
      };
      const told = new Around(texts);
      let chosen = size;
      for (const place of placesOf(string, size, i, half.x, paper)) {
        const patch = patchOf(place);
        if (!isFree(patch, around) || !isFree(patch, told) || crossesOwn(string, place, patch, paper))
          continue;
        chosen = place;
        break;
      }
      texts.push(obstacleOf(patchOf(chosen)));
      return chosen;
    });
    return { ...string, sizes };
  });
}

function obstacleOf(patch: Patch): Obstacles {
  const { at, along, half } = patch;
  const left = leftOf(along);
  const line = (y: number): Segment => [
    { x: at.x - along.x * half.x + left.x * y, y: at.y - along.y * half.x + left.y * y },
    { x: at.x + along.x * half.x + left.x * y, y: at.y + along.y * half.x + left.y * y }
  ];
  const segments = [line(-half.y), line(0), line(half.y)];
  return { box: boxOf(segments.flat()), segments, filled: [], paper: undefined };
}

/** Over an extension line of its own string. */
function crossesOwn(
  { stops, froms, level, along, out }: PlacedString,
  place: SizeText,
  patch: Patch,
  paper: number
) {
  if (place.row === 0) return false;
  const point = (t: number, o: number): Point => ({
    x: along.x * t + out.x * o,
    y: along.y * t + out.y * o
  });
  const own: Box = { minX: -patch.half.x, minY: -patch.half.y, maxX: patch.half.x, maxY: patch.half.y };
  return stops.some((t, i) => {
    const ends = [point(t, froms[i]!), point(t, level + paperGaps.over * paper)] as const;
    return enters([local(patch, ends[0]), local(patch, ends[1])], own);
  });
}
