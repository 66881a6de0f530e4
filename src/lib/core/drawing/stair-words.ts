/** What the steps of stairs are, written where nothing else is drawn: before the foot, else beside or beyond the flights. */
import { textEnds, type TextMark } from '../display/marks';
import { distance, fromAngle } from '../geometry/point';
import type { StairWords } from '../kinds/stair/plan';
import { Around, isFree, obstaclesOf, type Patch } from './obstacles';

/** What a text takes, and half its height beyond its ends. */
function patchOf(text: TextMark, paper: number): Patch {
  const high = (text.height * paper) / 2;
  const half = { x: distance(...textEnds(text, paper)) / 2 + high, y: high };
  return { at: text.at, along: fromAngle(text.angle), half };
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
    const free = marks.find((mark) => isFree(patchOf(mark, paper), [...around, written]));
    return [...placed, free ?? marks[0]!];
  }, []);
}
