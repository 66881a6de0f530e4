/** What the steps of stairs are, written where nothing else is drawn: before the foot, else beside or beyond the flights. */
import { textEnds, type Mark, type TextMark } from '../display/marks';
import { lerp } from '../geometry/point';
import { boxesMeet } from '../geometry/ring';
import type { StairWords } from '../kinds/stair/plan';
import { aroundIn, boxAt, enters, type Around } from './obstacles';

/** Whether no line enters a text of any angle: the boxes that it is taken for stand along it. */
function isFree(text: TextMark, around: Around, paper: number): boolean {
  const [p, q] = textEnds(text, paper);
  const half = { x: (text.height * paper) / 2, y: (text.height * paper) / 2 };
  const count = Math.max(2, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / (2 * half.x)) + 1);
  return Array.from({ length: count }, (_, i) => boxAt(lerp(p, q, i / (count - 1)), half)).every(
    (box) => !around.near(box).some((one) => boxesMeet(one.box!, box) && enters(one.lines, box))
  );
}

/** `things`: all that the plan shows; `drawn`: what is written on it already. Where no place is free, the usual one. */
export function placeStairWords(
  words: readonly StairWords[],
  things: readonly (readonly Mark[])[],
  drawn: readonly Mark[],
  paper: number
): readonly TextMark[] {
  if (words.length === 0) return [];
  return words.reduce((placed: readonly TextMark[], { stair, text, height, places }) => {
    const around = aroundIn(things, [...drawn, ...placed], paper);
    const marks = places.map((place): TextMark => ({
      ...{ kind: 'text', subject: stair, group: 'stairs', ink: 'slate' },
      ...{ ...place, text, height }
    }));
    return [...placed, marks.find((mark) => isFree(mark, around, paper)) ?? marks[0]!];
  }, []);
}
