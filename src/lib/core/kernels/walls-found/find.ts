/**
 * Walls in a drawing of lines: pairs of parallel lines of thicknesses that are named, held at their ends by jambs, joints and
 * tees. What is drawn double and is no wall (steps, tiles, fronts, shelves) is left out or doubtful, with the reason. Rules
 * tried on 300 made plans: nothing that is sure was wrong. Lengths in mm. Cost: n log n and pairs that lie near.
 */
import { boxOf } from '../../geometry/ring';
import { cross, dot, type Point } from '../../geometry/point';
import { placeAt, runsOf, type DrawnLine, type Piece, type Runs, type Way } from './runs';

/** Why a wall is not sure. */
export type Doubt = 'ends' | 'alone' | 'leaf' | 'back' | 'short' | 'crossed' | 'coarse';

type Hold = 'jamb' | 'joint' | 'tee' | undefined;

interface Band {
  readonly t0: number;
  readonly t1: number;
}

/** A stretch where both faces are open, or cut by jambs; `fill`: what is drawn in it tells of a door, a window, nothing. */
export interface FoundOpening extends Band {
  readonly fill: 'door' | 'window' | 'none';
}

export interface FoundWall {
  /** Unit directions of the wall and to its left. */
  readonly along: Point;
  readonly left: Point;
  /** Offsets of its faces, the right one first. */
  readonly faces: readonly [number, number];
  readonly thickness: number;
  /** Where both faces are drawn, in order. */
  readonly bands: readonly Band[];
  readonly openings: readonly FoundOpening[];
  /** How each end of each band is held, in order. */
  readonly holds: readonly Hold[];
  /** Undefined: it is sure. */
  readonly doubt: Doubt | undefined;
}

interface Candidate {
  readonly way: Way;
  readonly right: DrawnLine;
  readonly left: DrawnLine;
  readonly thickness: number;
  bands: Band[];
  holds: Hold[];
  /** The walls that its ends meet. */
  met: Set<Candidate>;
  isLeaf: boolean;
}

/** Thickness and places are good to so much; openings are no wider; what stands on is further than a wall is thick. */
export const near = 1;
/** No wall that is sure is shorter, mm. */
export const shortestSure = 600;
export const widest = 4200;
const cover = 0.97;

const first = ({ bands }: { readonly bands: readonly Band[] }) => bands[0]!.t0;
const last = ({ bands }: { readonly bands: readonly Band[] }) => bands.at(-1)!.t1;
/** From the first to the last. */
export const spanOf = (one: { readonly bands: readonly Band[] }) => last(one) - first(one);
export const lengthOf = (bands: readonly Band[]) => bands.reduce((sum, { t0, t1 }) => sum + t1 - t0, 0);
const overlap = (p: Band, q: Band) => Math.min(p.t1, q.t1) - Math.max(p.t0, q.t0);
/** How much of a stretch a line is drawn along. */
const coveredOf = ({ runs }: DrawnLine, band: Band) =>
  runs.reduce((sum, run) => sum + Math.max(0, overlap(run, band)), 0);

/** Stretches that two lines have in common. */
export function common(right: DrawnLine, left: DrawnLine, least: number): Band[] {
  const bands: Band[] = [];
  let from = 0;
  for (const p of right.runs) {
    while (from < left.runs.length && left.runs[from]!.t1 < p.t0) from += 1;
    for (let k = from; k < left.runs.length && left.runs[k]!.t0 < p.t1; k++) {
      const q = left.runs[k]!;
      const band = { t0: Math.max(p.t0, q.t0), t1: Math.min(p.t1, q.t1) };
      if (band.t1 - band.t0 > least) bands.push(band);
    }
  }
  return bands.sort((p, q) => p.t0 - q.t0);
}

function candidatesOf({ ways }: Runs, thicknesses: readonly number[]): Candidate[] {
  const most = Math.max(...thicknesses);
  return ways.flatMap((way) =>
    way.lines.flatMap((right, i) => {
      const found: Candidate[] = [];
      for (let k = i + 1; k < way.lines.length && way.lines[k]!.off - right.off <= most + near; k++) {
        const left = way.lines[k]!;
        const gap = left.off - right.off;
        const thickness = thicknesses.find((one) => Math.abs(one - gap) <= near);
        if (thickness === undefined) continue;
        let open: Candidate | undefined;
        for (const band of common(right, left, Math.min(60, thickness / 2))) {
          if (open && band.t0 - last(open) <= widest) open.bands.push(band);
          else {
            open = { way, right, left, thickness, bands: [band], holds: [], met: new Set(), isLeaf: false };
            found.push(open);
          }
        }
      }
      return found;
    })
  );
}

/** Further lines beyond a pair at its own spacing, two or more: steps and tiles. Stripes within it count with those outside. */
function isLadder({ way, right, left, bands, thickness }: Candidate): boolean {
  const whole = { t0: bands[0]!.t0, t1: bands.at(-1)!.t1 };
  const runsThere = (off: number) => {
    const line = lineAt(way, off);
    if (!line) return false;
    return coveredOf(line, whole) >= 0.7 * (whole.t1 - whole.t0);
  };
  for (let parts = 1; parts <= 6; parts++) {
    const step = thickness / parts;
    if (step < 20) break;
    let inside = true;
    for (let k = 1; k < parts; k++) inside &&= runsThere(right.off + k * step);
    if (!inside) continue;
    let further = 0;
    while (further < 2 && runsThere(left.off + (further + 1) * step)) further += 1;
    let below = 0;
    while (further + below < 2 && runsThere(right.off - (below + 1) * step)) below += 1;
    if (further + below >= 2) return true;
  }
  return false;
}

/** The line of a direction at an offset, within what is near. */
function lineAt({ lines }: Way, off: number): DrawnLine | undefined {
  let [low, high] = [0, lines.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (lines[middle]!.off < off) low = middle + 1;
    else high = middle;
  }
  return [lines[low], lines[low - 1]].find((line) => line && Math.abs(line.off - off) <= near);
}

/** Lines of a direction between two offsets. */
function between({ lines }: Way, right: number, left: number): DrawnLine[] {
  return lines.filter(({ off }) => off > right + near && off < left - near);
}

class Finder {
  /** By the line that is a face of them. */
  private readonly byWay = new Map<Way, Candidate[]>();
  private readonly most: number;

  constructor(
    private readonly runs: Runs,
    thicknesses: readonly number[],
    readonly live: Set<Candidate>,
    private readonly around: Runs
  ) {
    this.most = Math.max(...thicknesses);
    for (const one of live) this.byWay.set(one.way, [...(this.byWay.get(one.way) ?? []), one]);
  }

  /** How much of a thickness lines across cover at a place. */
  private covered({ way, right, left }: Candidate, t: number): number {
    const ends = [placeAt(way, t, right.off), placeAt(way, t, left.off)];
    const { minX, minY, maxX, maxY } = boxOf(ends);
    const spans: Band[] = [];
    for (const { line, t0, t1 } of this.runs.near({
      minX: minX - near,
      minY: minY - near,
      maxX: maxX + near,
      maxY: maxY + near
    })) {
      if (Math.abs(dot(line.way.along, way.along)) > 0.01) continue;
      const [p, q] = [placeAt(line.way, t0, line.off), placeAt(line.way, t1, line.off)];
      if (Math.abs((dot(p, way.along) + dot(q, way.along)) / 2 - t) > near) continue;
      const [u, v] = [dot(p, way.left), dot(q, way.left)];
      spans.push({ t0: Math.max(right.off, Math.min(u, v)), t1: Math.min(left.off, Math.max(u, v)) });
    }
    let [sum, reached] = [0, -Infinity];
    for (const { t0, t1 } of spans.sort((p, q) => p.t0 - q.t0)) {
      if (t1 > Math.max(t0, reached)) sum += t1 - Math.max(t0, reached);
      reached = Math.max(reached, t1);
    }
    return sum / (left.off - right.off);
  }

  isJamb = (one: Candidate, t: number) => this.covered(one, t) >= cover;

  /** The wall that is not parallel on a face of which, or on a line between its faces, a place is. */
  private met(one: Candidate, t: number, off: number): Candidate | undefined {
    const p = placeAt(one.way, t, off);
    for (const [way, list] of this.byWay) {
      if (Math.abs(cross(way.along, one.way.along)) < 0.07) continue;
      const [s, v] = [dot(p, way.along), dot(p, way.left)];
      for (const other of list) {
        if (v < other.right.off - near || v > other.left.off + near) continue;
        if (s < first(other) - this.most - near || s > last(other) + this.most + near) continue;
        if (Math.abs(v - other.right.off) <= near || Math.abs(v - other.left.off) <= near || lineAt(way, v))
          return other;
      }
    }
    return undefined;
  }

  /** A tee: one face meets a wall there, and the other goes on past that. */
  hold(one: Candidate, t: number, side: 1 | -1): Hold {
    const ends = [one.right, one.left].map((face) => {
      const run = face.runs.find(
        ({ t0, t1 }) => t0 <= t - side * near + near && t1 >= t - side * near - near
      );
      const end = run ? (side > 0 ? run.t1 : run.t0) : t;
      return { on: (end - t) * side, met: this.met(one, end, face.off) };
    });
    const met = ends.flatMap((end) => end.met ?? []);
    const isTee = met.length === 1 && ends.some((end) => !end.met && end.on >= met[0]!.thickness - near);
    if (met.length === 2 || isTee) {
      for (const other of met) one.met.add(other);
      return isTee ? 'tee' : 'joint';
    }
    return this.isJamb(one, t) ? 'jamb' : undefined;
  }

  holdAll(one: Candidate) {
    one.met = new Set();
    one.holds = one.bands.flatMap(({ t0, t1 }) => [this.hold(one, t0, -1), this.hold(one, t1, 1)]);
  }

  /** Lines of a size begin beyond the corner that they tell of, as far apart as the wall is thick: what nothing holds is none of it. */
  private trim(one: Candidate) {
    const { bands, holds } = one;
    const from = holds.findIndex((hold) => hold);
    const to = holds.reduce((last, hold, i) => (hold ? i : last), -1);
    // Where the end that looks out is held: beyond one that looks in, the wall goes on.
    const [left, right] = [
      from > 0 && from % 2 === 0 ? from / 2 : 0,
      to % 2 === 1 ? (to + 1) / 2 : bands.length
    ];
    one.bands = bands.slice(left, right);
    one.holds = holds.slice(2 * left, 2 * right);
  }

  drop(one: Candidate) {
    this.live.delete(one);
    this.byWay.set(
      one.way,
      this.byWay.get(one.way)!.filter((other) => other !== one)
    );
  }

  /** Until every one that is left is held at a third of its ends. */
  settle() {
    for (let isDone = false; !isDone;) {
      isDone = true;
      for (const one of [...this.live]) {
        this.holdAll(one);
        this.trim(one);
        if (heldShare(one) >= 1 / 3) continue;
        this.drop(one);
        isDone = false;
      }
    }
  }

  /** Pairs within a thicker one are its leaves. */
  leaves() {
    for (const one of [...this.live]) {
      for (const other of this.byWay.get(one.way) ?? []) {
        const isWithin =
          other !== one &&
          other.thickness > one.thickness + near &&
          one.right.off >= other.right.off - near &&
          one.left.off <= other.left.off + near;
        if (!isWithin) continue;
        const shared = one.bands.reduce(
          (sum, band) =>
            sum + other.bands.reduce((all, two) => all + Math.max(0, overlap(band, grown(two, other))), 0),
          0
        );
        if (shared < 0.75 * lengthOf(one.bands)) continue;
        const sharesFace = one.right === other.right || one.left === other.left;
        const inner = between(one.way, other.right.off, other.left.off).filter((line) =>
          line.runs.some((run) => one.bands.some((band) => overlap(run, band) > 60))
        );
        if (!sharesFace && inner.length < 2) continue;
        if (heldShare(other) === 1) {
          this.drop(one);
          break;
        }
        one.isLeaf = true;
      }
    }
  }

  /** Lines that go through both faces. */
  crossings({ way, right, left, bands }: Candidate): number {
    const box = boxOf([
      ...[placeAt(way, bands[0]!.t0, right.off), placeAt(way, bands.at(-1)!.t1, right.off)],
      ...[placeAt(way, bands[0]!.t0, left.off), placeAt(way, bands.at(-1)!.t1, left.off)]
    ]);
    return this.runs.near(box).filter(({ line, t0, t1 }) => {
      if (Math.abs(cross(line.way.along, way.along)) < 0.07) return false;
      const ends = [placeAt(line.way, t0, line.off), placeAt(line.way, t1, line.off)];
      const [p, q] = ends.map((one) => ({ t: dot(one, way.along), off: dot(one, way.left) })) as [
        { t: number; off: number },
        { t: number; off: number }
      ];
      const [low, high] = [Math.min(p.off, q.off), Math.max(p.off, q.off)];
      if (low > right.off - 2 * near || high < left.off + 2 * near) return false;
      const share = ((right.off + left.off) / 2 - p.off) / (q.off - p.off);
      const t = p.t + share * (q.t - p.t);
      return bands.some(({ t0: from, t1: to }) => t > from + near && t < to - near);
    }).length;
  }

  /** Gaps of both faces between jambs; and stretches between two jambs that a line runs through, or that all plies leave out. */
  openings(one: Candidate): FoundOpening[] {
    const { bands, way, right, left } = one;
    const found: (Band & { isDrawn: boolean })[] = [];
    bands.slice(1).forEach((band, i) => {
      const gap = { t0: bands[i]!.t1, t1: band.t0 };
      const isOpen = [right, left].every((face) => !face.runs.some((run) => overlap(run, gap) > near));
      if (isOpen && one.holds[2 * i + 1] === 'jamb' && one.holds[2 * i + 2] === 'jamb')
        found.push({ ...gap, isDrawn: false });
    });
    const inner = between(way, right.off, left.off);
    for (const band of bands) {
      const jambs = this.jambsWithin(one, band);
      const seen: (Band & { isDrawn: boolean })[] = [];
      // What runs along a quarter of it is a ply; less may be what fills a window.
      const plies = inner.filter((line) => coveredOf(line, band) > (band.t1 - band.t0) / 4);
      for (let k = 0; k + 1 < jambs.length; k++) {
        const gap = { t0: jambs[k]!, t1: jambs[k + 1]! };
        if (gap.t1 - gap.t0 < 300 || gap.t1 - gap.t0 > widest) continue;
        const isDrawn = inner.some((line) =>
          line.runs.some(
            (run) => Math.abs(run.t0 - gap.t0) <= 2 * near && Math.abs(run.t1 - gap.t1) <= 2 * near
          )
        );
        // What fills it may lie in line with some of them.
        const cutPlies = plies.filter((line) => !line.runs.some((run) => overlap(run, gap) > 2 * near));
        const isCut = plies.length > 0 && 2 * cutPlies.length >= plies.length;
        if (isDrawn || isCut) seen.push({ ...gap, isDrawn });
      }
      // Between two windows the wall is not open: of two that share a jamb that counts which something is drawn in.
      found.push(
        ...seen.filter(
          (gap) =>
            gap.isDrawn ||
            !seen.some((other) => other.isDrawn && (other.t0 === gap.t1 || other.t1 === gap.t0))
        )
      );
    }
    return found
      .map(({ t0, t1, isDrawn }) => ({
        ...{ t0, t1 },
        fill: this.hasArc(one, { t0, t1 })
          ? ('door' as const)
          : isDrawn || this.hasPane(one, { t0, t1 })
            ? ('window' as const)
            : ('none' as const)
      }))
      .sort((p, q) => p.t0 - q.t0);
  }

  /** A leaf's swing: short pieces beside an opening, of many directions. */
  private hasArc(one: Candidate, { t0, t1 }: Band): boolean {
    const wide = t1 - t0;
    const box = boxOf([
      ...[placeAt(one.way, t0, one.right.off - wide), placeAt(one.way, t1, one.right.off - wide)],
      ...[placeAt(one.way, t0, one.left.off + wide), placeAt(one.way, t1, one.left.off + wide)]
    ]);
    const short = this.around
      .near(box)
      .filter(
        (run) => run.t1 - run.t0 < wide / 4 && Math.abs(cross(run.line.way.along, one.way.along)) > 0.03
      );
    return new Set(short.map(({ line }) => Math.round(line.way.angle * 40))).size >= 6;
  }

  /** A line between its faces from one jamb to the other. */
  private hasPane({ way, right, left }: Candidate, { t0, t1 }: Band): boolean {
    const box = boxOf([placeAt(way, t0, right.off + 2 * near), placeAt(way, t1, left.off - 2 * near)]);
    return this.around.near(box).some(({ line, t0: from, t1: to }) => {
      if (Math.abs(cross(line.way.along, way.along)) > 0.01) return false;
      const [p, q] = [placeAt(line.way, from, line.off), placeAt(line.way, to, line.off)];
      const ends = [dot(p, way.along), dot(q, way.along)].sort((u, v) => u - v) as [number, number];
      const off = dot(p, way.left);
      const isWithin = off > right.off + 2 * near && off < left.off - 2 * near;
      return isWithin && Math.abs(ends[0] - t0) <= 2 * near && Math.abs(ends[1] - t1) <= 2 * near;
    });
  }

  private jambsWithin(one: Candidate, band: Band): number[] {
    const box = boxOf([
      ...[placeAt(one.way, band.t0, one.right.off), placeAt(one.way, band.t1, one.right.off)],
      ...[placeAt(one.way, band.t0, one.left.off), placeAt(one.way, band.t1, one.left.off)]
    ]);
    const places = this.runs
      .near(box)
      .filter(({ line }) => Math.abs(dot(line.way.along, one.way.along)) < 0.01)
      .map(({ line, t0, t1 }) => dot(placeAt(line.way, (t0 + t1) / 2, line.off), one.way.along))
      .filter((t) => t > band.t0 + near && t < band.t1 - near)
      .sort((p, q) => p - q)
      .filter((t, i, list) => i === 0 || t - list[i - 1]! > near);
    return places.filter((t) => this.isJamb(one, t));
  }
}

/** Plies run on into joints. */
const grown = ({ t0, t1 }: Band, { thickness }: Candidate): Band => ({
  t0: t0 - thickness,
  t1: t1 + thickness
});

const heldShare = ({ holds }: Candidate) => holds.filter((hold) => hold !== undefined).length / holds.length;

/** What is drawn coarser than this is never sure, mm. */
const finest = 0.35;

export interface Wanted {
  readonly thicknesses: readonly number[];
  /** What coordinates are rounded to, mm. */
  readonly coarse?: number;
  /** The thicknesses are no more than likely: what has a line along it a little beyond a face may be a leaf of something thicker. */
  readonly isGuess?: boolean;
}

/** A further line so near beyond a face is of the same wall, mm: a cavity, a lining. */
const beside = 160;

/** Whether lines run along most of it right beyond one of its faces. */
function hasBeside(one: Candidate): boolean {
  const { way, right, left } = one;
  const whole = { t0: first(one), t1: last(one) };
  const isAlong = (line: DrawnLine) => coveredOf(line, whole) > 0.6 * spanOf(one);
  return way.lines.some((line) => {
    const past = Math.max(right.off - line.off, line.off - left.off);
    return past > near && past < beside && isAlong(line);
  });
}

/** Walls of a drawing, the surest and longest first; what is in their openings is told by all that is drawn, `around`. */
export function findWalls(
  pieces: readonly Piece[],
  wanted: Wanted,
  around: readonly Piece[] = pieces
): FoundWall[] {
  const { thicknesses, coarse = 0, isGuess = false } = wanted;
  if (thicknesses.length === 0) return [];
  const runs = runsOf(pieces);
  const live = new Set(candidatesOf(runs, thicknesses).filter((one) => !isLadder(one)));
  const finder = new Finder(runs, thicknesses, live, around === pieces ? runs : runsOf(around));
  finder.settle();
  finder.leaves();
  finder.settle();
  const crossed = new Map([...live].map((one) => [one, finder.crossings(one)]));
  const order = [...live].sort(
    (p, q) =>
      Number(heldShare(q) === 1) - Number(heldShare(p) === 1) ||
      lengthOf(q.bands) - lengthOf(p.bands) ||
      q.thickness - p.thickness ||
      crossed.get(p)! - crossed.get(q)!
  );
  const kept: Candidate[] = [];
  for (const one of order) {
    const free = one.bands.filter((band) => !kept.some((other) => covers(other, one, band)));
    if (free.length === 0) {
      finder.drop(one);
      continue;
    }
    if (free.length < one.bands.length) {
      one.bands = free;
      finder.holdAll(one);
    }
    kept.push(one);
  }
  for (const one of kept) {
    finder.holdAll(one);
    one.isLeaf ||= isGuess && hasBeside(one);
  }
  const doubts = doubtsOf(kept, crossed, coarse);
  return kept
    .map((one) => ({
      ...{ along: one.way.along, left: one.way.left },
      ...{ thickness: one.thickness, bands: one.bands, holds: one.holds },
      faces: [one.right.off, one.left.off] as const,
      openings: finder.openings(one),
      doubt: doubts.get(one)
    }))
    .sort((p, q) => Number(p.doubt !== undefined) - Number(q.doubt !== undefined) || spanOf(q) - spanOf(p));
}

/** Whether a wall that runs alike lies over a band. */
const covers = (other: Candidate, one: Candidate, band: Band) =>
  other.way === one.way &&
  Math.min(other.left.off, one.left.off) - Math.max(other.right.off, one.right.off) > near &&
  other.bands.some((two) => overlap(two, band) > near);

/** What joins only what is doubtful is so itself: two sides of a shelf beside a wall hold each other. */
function doubtsOf(
  kept: readonly Candidate[],
  crossed: ReadonlyMap<Candidate, number>,
  coarse: number
): Map<Candidate, Doubt | undefined> {
  const doubts = new Map(kept.map((one) => [one, doubtOf(one, kept, crossed.get(one) ?? 0, coarse)]));
  const isSure = (one: Candidate) => doubts.has(one) && doubts.get(one) === undefined;
  for (let isDone = false; !isDone;) {
    isDone = true;
    for (const one of kept)
      if (isSure(one) && ![...one.met].some(isSure)) {
        doubts.set(one, 'alone');
        isDone = false;
      }
  }
  return doubts;
}

function doubtOf(
  one: Candidate,
  kept: readonly Candidate[],
  crossings: number,
  coarse: number
): Doubt | undefined {
  if (coarse > finest) return 'coarse';
  if (one.isLeaf) return 'leaf';
  const isHeld = heldShare(one) === 1;
  if (isHeld && !one.holds.some((hold) => hold === 'joint' || hold === 'tee')) return 'alone';
  if (!isHeld) return 'ends';
  const isBack = kept.some(
    (other) =>
      other !== one &&
      (other.left === one.right || other.right === one.left) &&
      other.bands.some((two) => one.bands.some((band) => overlap(two, band) > near))
  );
  if (isBack) return 'back';
  // As far as its faces go round its corners: of a short wall the outer one tells how long it is.
  const long = Math.max(
    ...[one.right, one.left].map(({ runs }) => {
      const own = runs.filter((run) => one.bands.some((band) => overlap(run, band) > near));
      const [from, to] = [first(one) - one.thickness, last(one) + one.thickness];
      return Math.min(to, own.at(-1)!.t1) - Math.max(from, own[0]!.t0);
    })
  );
  if (long < 4 * one.thickness || long < shortestSure) return 'short';
  if (crossings > 1 + long / 1500) return 'crossed';
  return undefined;
}
