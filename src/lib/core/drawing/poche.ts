/** Walls at small scales: one poché each, where their plies would merge into a smear; openings without their small parts. */
import type { Mark } from '../display/marks';

/** From here on, in mm of the building to a mm of paper, plies are not told apart. */
const mergedFrom = 190;

/** What the lines round a wall are drawn with; others are borders of its plies. */
const outlines: ReadonlySet<string> = new Set(['cut', 'face', 'dotted']);

const merged = new WeakMap<readonly Mark[], readonly Mark[]>();

/**
 * The marks of a thing as they are drawn at a scale; the same list for the same marks. A wall whose faces are of the
 * strongest pen is filled dark, one that only divides rooms lighter; a low one, seen from above, keeps its colours.
 */
export function atScale(marks: readonly Mark[], paper: number): readonly Mark[] {
  if (paper < mergedFrom || !marks.some(({ group, isDetail }) => group === 'walls' || isDetail)) return marks;
  const known = merged.get(marks);
  if (known) return known;
  const isMain = marks.some((mark) => mark.group === 'walls' && mark.kind === 'lines' && mark.pen === 'cut');
  const ink = isMain ? 'slate' : 'shale';
  const made = marks.flatMap((mark): Mark[] => {
    if (mark.isDetail) return [];
    if (mark.group !== 'walls') return [mark];
    // Its own line covers the seams between its pieces.
    if (mark.kind === 'region') return [{ ...mark, fill: ink, ink, pen: 'fine', hatch: undefined }];
    // The faces inside the structure of an outer wall have the pen that the faces of a partition have.
    const isBorder = mark.kind === 'lines' && (!outlines.has(mark.pen) || (isMain && mark.pen === 'face'));
    return isBorder ? [] : [mark];
  });
  merged.set(marks, made);
  return made;
}
