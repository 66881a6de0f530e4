/** Walls sought in a drawing of which it is not known which layers build them, nor how thick they are. */
import { common, findWalls, lengthOf, near, shortestSure, spanOf, type FoundWall, type Wanted } from './find';
import { runsOf, type Piece } from './runs';

/** Layers that are tried, those with the most lines first; and lines that a layer must have to be tried. */
const [mostTried, leastLines] = [16, 4];

/**
 * The layers that build walls: the one by which the longest sure walls are found, and each further one with which they become
 * longer, or with which more openings are found in as much. Sizes, hatches and furniture on layers of their own so fall away,
 * and so does what runs along walls past their openings: the edge of a floor, a threshold. Undefined where none builds any that
 * is sure. Cost: that of finding, for each layer.
 */
export function wallLayers(
  pieces: readonly Piece[],
  layers: readonly number[],
  wanted: Wanted
): Set<number> | undefined {
  const sizes = new Map<number, number>();
  for (const layer of layers) sizes.set(layer, (sizes.get(layer) ?? 0) + 1);
  const tried = [...sizes]
    .filter(([, size]) => size >= leastLines)
    .sort((p, q) => q[1] - p[1])
    .slice(0, mostTried)
    .map(([layer]) => layer);
  const foundOn = (kept: ReadonlySet<number>) => {
    const found = findWalls(
      pieces.filter((_, i) => kept.has(layers[i]!)),
      wanted
    ).filter(({ doubt }) => doubt === undefined);
    return { sure: sureLength(found), openings: found.reduce((sum, one) => sum + one.openings.length, 0) };
  };
  const alone = tried.map((layer) => ({ layer, ...foundOn(new Set([layer])) }));
  const [best] = alone.sort((p, q) => q.sure - p.sure || q.openings - p.openings);
  if (!best || best.sure === 0) return undefined;
  let [kept, now] = [new Set([best.layer]), { sure: best.sure, openings: best.openings }];
  for (const { layer } of alone.slice(1)) {
    const more = new Set([...kept, layer]);
    const then = foundOn(more);
    // What it adds less is no wall of its own.
    const isLonger = then.sure >= now.sure + shortestSure;
    if (isLonger || (then.sure >= now.sure - near && then.openings > now.openings))
      [kept, now] = [more, then];
  }
  return kept;
}

/** Distances between lines that run along each other, by how long they do, the likeliest first; `most` of them. */
export function thicknessesIn(pieces: readonly Piece[], most = 5): number[] {
  const { ways } = runsOf(pieces);
  const sums = new Map<number, number>();
  for (const { lines } of ways)
    lines.forEach((right, i) => {
      for (let k = i + 1; k < lines.length && lines[k]!.off - right.off <= 700; k++) {
        const gap = Math.round(lines[k]!.off - right.off);
        if (gap < 60) continue;
        const long = lengthOf(common(right, lines[k]!, 60));
        if (long > 0) sums.set(gap, (sums.get(gap) ?? 0) + long / gap);
      }
    });
  return [...sums]
    .sort((p, q) => q[1] - p[1])
    .slice(0, most)
    .map(([gap]) => gap);
}

export interface Seek {
  readonly pieces: readonly Piece[];
  readonly layers: readonly number[];
  readonly wanted: Wanted;
  /** Only on layers that build walls. */
  readonly isNarrowed: boolean;
  /** The thicknesses are only known ones: those that the drawing has are tried with what it has most, and those without which as much is sure left out. */
  readonly isGuess: boolean;
}

export interface Sought {
  readonly walls: FoundWall[];
  readonly thicknesses: readonly number[];
  /** Those that were kept to; null: all, as they were not narrowed, or none of them builds walls for sure. */
  readonly layers: readonly number[] | null;
}

const sureArea = (walls: readonly FoundWall[]) =>
  walls.reduce((sum, one) => sum + sureLength([one]) * one.thickness, 0);

const sureLength = (walls: readonly FoundWall[]) =>
  walls.reduce((sum, one) => sum + (one.doubt === undefined ? spanOf(one) : 0), 0);

/** What is sought, here or in a worker. */
export function seekWalls(seek: Seek): Sought {
  const wanted = seek.isGuess ? likeliest(seek) : seek.wanted;
  const { pieces, layers } = narrowed(seek, wanted);
  return { walls: findWalls(pieces, wanted, seek.pieces), thicknesses: wanted.thicknesses, layers };
}

/** Of the thicknesses that are guessed those without which less is sure; of these that are left other layers may build walls. */
function likeliest(seek: Seek): Wanted {
  let wanted: Wanted = { ...seek.wanted, thicknesses: guessed(seek), isGuess: true };
  const { pieces } = narrowed(seek, wanted);
  let area = sureArea(findWalls(pieces, wanted));
  // Thin ones first: plies look like walls. What is sure counts by its area, as a ply is as long as its wall.
  for (const one of [...wanted.thicknesses].sort((p, q) => p - q)) {
    const without = { ...wanted, thicknesses: wanted.thicknesses.filter((other) => other !== one) };
    if (without.thicknesses.length === 0) break;
    const left = sureArea(findWalls(pieces, without));
    if (left >= area - near) [wanted, area] = [without, left];
  }
  return wanted;
}

/** Distances of lines that are looked at, and of these the ones that are tried besides those known. */
const mostSeen = 24;
const mostGuessed = (lines: number) => (lines < 20_000 ? 12 : 3);
/** Thicker walls are named, not guessed, mm: so far off stand the sizes. */
const thickest = 520;

function guessed({ pieces, wanted }: Seek): number[] {
  const seen = thicknessesIn(pieces, mostSeen);
  const likely = seen.filter((gap) => gap <= thickest).slice(0, mostGuessed(pieces.length));
  const known = wanted.thicknesses.filter((one) => seen.some((gap) => Math.abs(gap - one) <= near));
  return [...new Set([...known, ...likely])].sort((p, q) => q - p);
}

function narrowed(
  { pieces, layers, isNarrowed }: Seek,
  wanted: Wanted
): Pick<Sought, 'layers'> & { pieces: readonly Piece[] } {
  const build = isNarrowed ? wallLayers(pieces, layers, wanted) : undefined;
  if (!build) return { pieces, layers: null };
  return { pieces: pieces.filter((_, i) => build.has(layers[i]!)), layers: [...build] };
}
