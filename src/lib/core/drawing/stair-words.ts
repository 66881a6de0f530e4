/** What the steps of stairs are, written where nothing else is drawn: before the foot, else beside or beyond the flights. */
import { textEnds, type TextMark } from '../display/marks';
import { lerp } from '../geometry/point';
import { boxesMeet } from '../geometry/ring';
import type { StairWords } from '../kinds/stair/plan';
import { Around, boxAt, enters, obstaclesOf } from './obstacles';

/** Whether no line enters a text of any angle: the boxes that it is taken for stand along it. */
function isFree(text: TextMark, around: readonly Around[], paper: number): boolean {
  const [p, q] = textEnds(text, paper);
  const half = { x: (text.height * paper) / 2, y: (text.height * paper) / 2 };
  const count = Math.max(2, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / (2 * half.x)) + 1);
  return Array.from({ length: count }, (_, i) => boxAt(lerp(p, q, i / (count - 1)), half)).every(
    (box) =>
      !around.some((lists) =>
        lists.near(box).some((one) => boxesMeet(one.box!, box) && enters(one.lines, box))
      )
  );
}

/** `around`: what the plan takes already. Where no place is free, the usual one. */
export function placeStairWords(
  words: readonly StairWords[],
  around: readonly Around[],
  paper: number
): readonly TextMark[] {
  return words.reduce((placed: readonly TextMark[], { stair, text, height, places }) => {
    const written = new Around(placed.map((mark) => obstaclesOf([mark], paper)));
    const marks = places.map((place): TextMark => ({
      ...{ kind: 'text', subject: stair, group: 'stairs', ink: 'slate' },
      ...{ ...place, text, height }
    }));
    return [...placed, marks.find((mark) => isFree(mark, [...around, written], paper)) ?? marks[0]!];
  }, []);
}
