/** The lines of a page that is drawn step by step: states kept and taken back, transformed, paths. As pages of PDF are (ISO 32000-1, 8.4, 8.5). */
import type { DrawnText, LineDrawing } from '../kernels/survey/line-drawing';
import { mappedBy, withinAffine, type Affine } from '../geometry/affine';
import type { Point } from '../geometry/point';
import { inch } from '../units/length';
import { bendPoints } from './curves';
import { Pieces, TooMuch } from './pieces';

/** Of a path: 0 to a place, 1 a line, 2 a bend by two places, 3 by one, 4 back to where it began; each with its places. */
export type PageStep =
  | { readonly kind: 'save' }
  | { readonly kind: 'restore' }
  | { readonly kind: 'transform'; readonly by: Affine }
  | { readonly kind: 'path'; readonly data: ArrayLike<number> };

const places = [1, 1, 3, 2, 0] as const;
/** Pieces of a bend. */
const bends = 12;

/**
 * Lines within the page, from its lower left corner; `onPage` takes what is drawn onto the page, up being up. Undefined where
 * nothing is drawn by lines (a page that is a picture), or more than can be shown.
 */
export function linesOfPage(
  steps: Iterable<PageStep>,
  onPage: Affine,
  size: { readonly width: number; readonly height: number },
  texts: readonly DrawnText[]
): LineDrawing | undefined {
  const pieces = new Pieces();
  const layer = pieces.layer('page');
  const kept: Affine[] = [];
  let now = onPage;
  let at: Point = { x: 0, y: 0 };
  let start = at;
  const line = (to: Point) => {
    pieces.line(at, to, layer);
    at = to;
  };
  const take = (step: PageStep) => {
    if (step.kind === 'transform') now = withinAffine(now, step.by);
    else if (step.kind === 'save') kept.push(now);
    else if (step.kind === 'restore') now = kept.pop() ?? now;
    else {
      for (const [what, points] of partsOf(step.data, now)) {
        if (what === 0) at = start = points[0]!;
        else if (what === 1) line(points[0]!);
        else if (what === 4) line(start);
        else for (const next of bendPoints([at, ...points], bends)) line(next);
      }
    }
  };
  try {
    for (const step of steps) take(step);
  } catch (fault) {
    if (fault instanceof TooMuch) return undefined;
    throw fault;
  }
  if (pieces.layerOf.length === 0) return undefined;
  return {
    ...{ ...size, lines: Float64Array.from(pieces.numbers), ...pieces.told(), texts, sizes: [] },
    unit: { mm: inch / 72, name: 'points of the page', isSaid: false }
  };
}

/** What a path does, with its places on the page; what is damaged ends it. */
function* partsOf(data: ArrayLike<number>, onPage: Affine): Generator<[what: number, points: Point[]]> {
  for (let k = 0; k < data.length;) {
    const what = data[k]!;
    const count = places[what];
    if (count === undefined) return;
    const points = Array.from({ length: count }, (_, i) =>
      mappedBy(onPage, { x: data[k + 1 + 2 * i]!, y: data[k + 2 + 2 * i]! })
    );
    yield [what, points];
    k += 1 + 2 * count;
  }
}
