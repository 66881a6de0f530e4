/** Ply footprints of one wall in one band, put together from the cuts of its joints. */
import { add, cross, leftOf, subtract, type Point } from '../../geometry/point';
import { dropRepeats, isSimple, ringArea, type Ring } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { fromFrame, type Frame } from './frame';
import { clipLeft } from '../../geometry/clip';
import { once, type ArmCut, type Borders, type JointCut } from './solve';

export interface BandFootprint {
  readonly z0: number;
  readonly z1: number;
  /** Rings by strip (ascending y in the wall's frame); a strip may be in several pieces, or in none. */
  readonly plies: readonly (readonly Ring[])[];
  /** The whole wall's outline. */
  readonly outline: readonly Ring[];
  /** End borders that touch no other wall, and where plies stop at another wall's line; pairs of points. */
  readonly exposed: readonly Point[];
  readonly butts: readonly Point[];
}

/** A cut met along the wall: at an end, or by its body passing a node. */
export interface CutAlong {
  readonly t: number;
  readonly part: 'a' | 'b' | 'body';
  readonly cut: JointCut;
}

const armCut = (cut: JointCut, frame: Frame, part: ArmCut['arm']['part']) =>
  cut.cuts.find(({ arm }) => arm.frame.wall.id === frame.wall.id && arm.part === part);

/** Chains in the order of the wall's strips: an arm towards b has them mirrored. */
function chainOf(
  cut: ArmCut | undefined,
  strip: number,
  count: number,
  mirrored: boolean
): readonly Point[] | undefined {
  return cut?.chains[mirrored ? strip : count - 1 - strip];
}

/** Undefined when a ring is not simple and counter-clockwise: the joints are entangled. */
export function assembleBand(
  frame: Frame,
  cuts: readonly CutAlong[],
  z0: number,
  z1: number
): BandFootprint | undefined {
  const sorted = [...cuts].sort((p, q) => p.t - q.t);
  const clips = sorted.flatMap(({ cut, part }) => (cut.clip && part !== 'body' ? [cut.clip] : []));
  const clipped = (ring: Ring): Ring =>
    clips.reduce<Ring>((kept, { point, normal }) => clipLeft(kept, point, add(point, leftOf(normal))), ring);
  const plies: Ring[][] = [];
  for (let strip = 0; strip < frame.strips.length; strip++) {
    const { y0, y1 } = frame.strips[strip]!;
    const rings = piecesOf(frame, sorted, strip, y0, y1)?.map(clipped);
    if (!rings || !rings.every(isSound)) return undefined;
    plies.push(rings);
  }
  const outline = outlineOf(frame, sorted)?.map(clipped);
  if (!outline || !outline.every(isSound)) return undefined;
  const own = sorted.flatMap(({ cut }) => cut.cuts.filter(({ arm }) => arm.frame.wall.id === frame.wall.id));
  const borders = once((): Borders => {
    const found = own.flatMap((cut) => cut.borders?.() ?? []);
    const clipped = clips.flatMap((clip) => clipEdges(outline, clip));
    return {
      exposed: [...found.flatMap(({ exposed }) => exposed), ...clipped],
      butts: found.flatMap(({ butts }) => butts)
    };
  });
  return {
    z0,
    z1,
    plies,
    outline,
    get exposed() {
      return borders().exposed;
    },
    get butts() {
      return borders().butts;
    }
  };
}

/** Where a spike was cut off square, the cut is a face. */
function clipEdges(rings: readonly Ring[], { point, normal }: NonNullable<JointCut['clip']>): Point[] {
  const on = (p: Point) =>
    Math.abs((p.x - point.x) * normal.x + (p.y - point.y) * normal.y) < tolerances.coincident;
  return rings.flatMap((ring) =>
    ring.flatMap((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      return on(p) && on(q) ? [p, q] : [];
    })
  );
}

function isSound(ring: Ring): boolean {
  return ring.length >= 3 && ringArea(ring) > 0 && isSimple(ring);
}

function piecesOf(
  frame: Frame,
  cuts: readonly CutAlong[],
  strip: number,
  y0: number,
  y1: number
): Ring[] | undefined {
  const n = frame.strips.length;
  const rings: Ring[] = [];
  let start: readonly Point[] = [fromFrame(frame, 0, y1), fromFrame(frame, 0, y0)];
  let end: readonly Point[] = [fromFrame(frame, frame.length, y0), fromFrame(frame, frame.length, y1)];
  const inner: [readonly Point[], readonly Point[]][] = [];
  for (const { part, cut } of cuts) {
    if (part === 'a') start = chainOf(armCut(cut, frame, 'a'), strip, n, false) ?? start;
    else if (part === 'b') end = chainOf(armCut(cut, frame, 'b'), strip, n, true) ?? end;
    else {
      const before = chainOf(armCut(cut, frame, 'before'), strip, n, true);
      const after = chainOf(armCut(cut, frame, 'after'), strip, n, false);
      if (before && after) inner.push([before, after]);
    }
  }
  for (const [before, after] of inner) {
    rings.push(dropRepeats([...start, ...before], tolerances.sameVertex));
    start = after;
  }
  rings.push(dropRepeats([...start, ...end], tolerances.sameVertex));
  return rings.every((ring) => runsForward(frame, ring)) ? rings : undefined;
}

/** A ring whose ends have swapped places along the wall would still be "simple" after repeats are dropped. */
function runsForward(frame: Frame, ring: Ring): boolean {
  return (
    ring.length >= 3 &&
    ring.some((p, i) => cross(frame.direction, subtract(ring[(i + 1) % ring.length]!, p)) > 0)
  );
}

function outlineOf(frame: Frame, cuts: readonly CutAlong[]): Ring[] | undefined {
  let start: readonly Point[] = [fromFrame(frame, 0, frame.y1), fromFrame(frame, 0, frame.y0)];
  let end: readonly Point[] = [
    fromFrame(frame, frame.length, frame.y0),
    fromFrame(frame, frame.length, frame.y1)
  ];
  const rings: Ring[] = [];
  const notches = { low: [] as Point[], high: [] as Point[] };
  const close = (to: readonly Point[]) => {
    rings.push(
      dropRepeats([...start, ...notches.low, ...to, ...notches.high.reverse()], tolerances.sameVertex)
    );
    notches.low = [];
    notches.high = [];
  };
  for (const { part, cut } of cuts) {
    if (part === 'a') start = armCut(cut, frame, 'a')?.outline ?? start;
    else if (part === 'b') end = armCut(cut, frame, 'b')?.outline ?? end;
    else {
      const [before, after] = [armCut(cut, frame, 'before'), armCut(cut, frame, 'after')];
      if (before?.outline && after?.outline) {
        close(before.outline);
        start = after.outline;
      } else if (before && after) addNotches(before, after, notches);
    }
  }
  close(end);
  return rings;
}

/** Where a branch enters a passing wall, its outline follows the cut plies into the wall and out again. */
function addNotches(before: ArmCut, after: ArmCut, notches: { low: Point[]; high: Point[] }) {
  const solid = (cut: ArmCut) => cut.chains.map((chain) => chain !== undefined);
  const [b, a] = [solid(before), solid(after)];
  // `before` lists strips in ascending y of the wall, `after` in descending.
  const low = b.findIndex((cut) => !cut);
  if (low > 0) {
    for (let k = 0; k < low; k++) notches.low.push(...before.chains[k]!);
    for (let k = low - 1; k >= 0; k--) notches.low.push(...after.chains[a.length - 1 - k]!);
  }
  const high = a.findIndex((cut) => !cut);
  if (high > 0) {
    for (let k = b.length - 1; k >= b.length - high; k--)
      notches.high.push(...[...before.chains[k]!].reverse());
    for (let k = high - 1; k >= 0; k--) notches.high.push(...[...after.chains[k]!].reverse());
  }
}
