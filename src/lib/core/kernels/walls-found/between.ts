/** The wall between two lines of a drawing that one points between: how thick, how far, with which gaps. */
import { dot, type Point } from '../../geometry/point';
import { common, near, spanOf, widest, type FoundWall } from './find';
import type { DrawnLine, Runs, Way } from './runs';

/** Thinner than this is no wall, mm. */
const thinnest = 30;
/** So many lines to each side are gone through. */
const most = 8;

/** Whether a line is drawn beside a place, or stands open there no wider than an opening. */
const runsBeside = ({ runs }: DrawnLine, t: number): boolean =>
  runs.some(({ t0, t1 }) => t >= t0 && t <= t1) ||
  runs.slice(1).some(({ t0 }, i) => runs[i]!.t1 < t && t < t0 && t0 - runs[i]!.t1 <= widest);

/** The stretches of two lines that hang together about a place. */
function about(right: DrawnLine, left: DrawnLine, t: number): FoundWall['bands'] {
  const thickness = left.off - right.off;
  const all = common(right, left, Math.min(60, thickness / 2));
  const groups: { t0: number; t1: number }[][] = [];
  for (const band of all) {
    const before = groups.at(-1)?.at(-1);
    if (before && band.t0 - before.t1 <= widest) groups.at(-1)!.push(band);
    else groups.push([band]);
  }
  return groups.find((group) => group[0]!.t0 <= t && t <= group.at(-1)!.t1) ?? [];
}

/**
 * Of the pairs of lines that a place lies between, at most `reach` apart: one as thick as a known wall, so that plies do not
 * hide it; else the two nearest. Gaps in both lines are openings. Undefined where it lies between none.
 */
export function pairAt(
  runs: Runs,
  point: Point,
  reach: number,
  known: readonly number[]
): FoundWall | undefined {
  const box = {
    ...{ minX: point.x - reach, minY: point.y - reach },
    ...{ maxX: point.x + reach, maxY: point.y + reach }
  };
  const beside = new Map<Way, Set<DrawnLine>>();
  for (const { line } of runs.near(box)) beside.set(line.way, (beside.get(line.way) ?? new Set()).add(line));
  let best: { wall: FoundWall; rank: number } | undefined;
  for (const [way, lines] of beside) {
    const [t, off] = [dot(point, way.along), dot(point, way.left)];
    const drawn = [...lines].filter((line) => runsBeside(line, t)).sort((p, q) => p.off - q.off);
    const lefts = drawn.filter((line) => line.off > off).slice(0, most);
    const rights = drawn
      .filter((line) => line.off <= off)
      .reverse()
      .slice(0, most);
    rights.forEach((right, i) =>
      lefts.forEach((left, k) => {
        const thickness = left.off - right.off;
        const isKnown = known.some((one) => Math.abs(one - thickness) <= near);
        if (thickness < thinnest || thickness > reach || (!isKnown && i + k > 0)) return;
        const rank = (isKnown ? 0 : 1e6) + thickness;
        if (best && best.rank <= rank) return;
        const bands = about(right, left, t);
        if (bands.length === 0 || spanOf({ bands }) < thickness) return;
        best = {
          rank,
          wall: {
            ...{ along: way.along, left: way.left, faces: [right.off, left.off], thickness, bands },
            openings: bands.slice(1).map(({ t0 }, j) => ({ t0: bands[j]!.t1, t1: t0, fill: 'none' })),
            ...{ holds: [], doubt: 'ends' }
          }
        };
      })
    );
  }
  return best?.wall;
}

/** Whether a found wall is the one between two lines. */
export function isSameWall(found: FoundWall, pair: FoundWall): boolean {
  const [t0, t1] = [pair.bands[0]!.t0, pair.bands.at(-1)!.t1];
  return (
    dot(found.along, pair.along) > 1 - 1e-9 &&
    found.faces.every((off, i) => Math.abs(off - pair.faces[i]!) <= near) &&
    found.bands.some((band) => band.t0 < t1 && band.t1 > t0)
  );
}
