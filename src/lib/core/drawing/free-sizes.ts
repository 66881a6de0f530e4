/**
 * Sizes of strings by hand where they can be read: on their line, on its other side, along it, or led to beside it; the
 * first of these places that no wall, line or other text takes. Where there is none, the first that no other text takes; and
 * where there is none either, as in a plan at a very small scale, a size stays where it was.
 */
import { dimensionMark, paperGaps, placeOfSize, textHeight } from '../display/dimension';
import type { Mark, SizeText } from '../display/marks';
import {
  Around,
  aroundIn,
  boxOfLines,
  isFree,
  isOver,
  obstaclesOf,
  plainOf,
  type Lines,
  type Obstacles,
  type Patch
} from './obstacles';
import { leftOf } from '../geometry/point';
import type { PlacedString } from './placed';

/** Clear round a text, mm of paper; and how far each next place along a line lies, as a part of its width. */
const clear = 0.25;
const step = 0.6;

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

/** What is written in a plan, without its lines. */
function writtenIn(things: readonly (readonly Mark[])[], drawn: readonly Mark[], paper: number): Around {
  const isText = ({ kind }: Mark) => kind === 'text';
  const lists = [...things, drawn.flatMap((mark) => plainOf(mark, paper))];
  return new Around(lists.map((marks) => obstaclesOf(marks.filter(isText), paper)));
}

/** `things`: all that the plan shows; `drawn`: dimensions and notes besides these strings. */
export function freeSizes(
  strings: readonly PlacedString[],
  things: readonly (readonly Mark[])[],
  drawn: readonly Mark[],
  paper: number
): readonly PlacedString[] {
  if (strings.length === 0) return strings;
  const fixed = aroundIn(things, drawn, paper);
  const lines = strings.map((string) => obstaclesOf(linesOf(string, paper), paper));
  const texts: Obstacles[] = [];
  let written: Around | undefined;
  return strings.map((string, k) => {
    const others = new Around(lines.filter((_, other) => other !== k));
    const own = extensionLines(string, paper);
    const patchOf = (place: SizeText): Patch => {
      const { at, along, reach } = placeOfSize(string, place, paper);
      return { at, along, half: { x: reach + clear * paper, y: (textHeight / 2 + clear) * paper } };
    };
    const sizes = string.sizes.map((size, i) => {
      const placed = new Around(texts);
      const places = [...placesOf(string, size, i, patchOf(size).half.x, paper)];
      const clearOf = (around: readonly Around[]) => (place: SizeText) => isFree(patchOf(place), around);
      const chosen =
        places
          .filter((place) => place.row === 0 || !isOver(patchOf(place), own))
          .find(clearOf([fixed, others, placed])) ??
        places.find(clearOf([(written ??= writtenIn(things, drawn, paper)), placed])) ??
        size;
      texts.push(obstacleOf(patchOf(chosen)));
      return chosen;
    });
    return { ...string, sizes };
  });
}

function obstacleOf(patch: Patch): Obstacles {
  const { at, along, half } = patch;
  const left = leftOf(along);
  const lines = [-half.y, 0, half.y].flatMap((y) => [
    ...[at.x - along.x * half.x + left.x * y, at.y - along.y * half.x + left.y * y],
    ...[at.x + along.x * half.x + left.x * y, at.y + along.y * half.x + left.y * y]
  ]);
  return { box: boxOfLines(lines), lines, filled: [], paper: undefined };
}

/** Of a string, past its line: a size beside the line may be over one of its own. */
const extensionLines = ({ stops, froms, level, along, out }: PlacedString, paper: number): Lines =>
  stops.flatMap((t, i) => {
    const point = (o: number) => [along.x * t + out.x * o, along.y * t + out.y * o];
    return [...point(froms[i]!), ...point(level + paperGaps.over * paper)];
  });
