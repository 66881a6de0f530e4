/** What fills openings: frames and glass, linings and leaves. */
import { fromFrame, type Frame, type Side } from '../../kernels/joints/frame';
import { buildBars, type Spot } from '../../kernels/solids/bars';
import { result, sameInput, stageWithMemory } from '../../document/stage';
import { frames } from '../wall/stages';
import { places } from './stages';
import { datumOf } from '../storey/record';
import type { Part, PartRole } from '../../kernels/solids/part';
import { sideOfLeaf, type OpeningPlace } from './place';
import type { Opening } from './record';
import type { ElementBody } from '../../document/kind';

/** Sections of frames and leaves, mm. */
export const fillingSizes = { frame: 60, frameDepth: 70, glass: 24, lining: 30, leaf: 44 } as const;

const part = (role: PartRole) => ({ role, ply: null, material: null });

/** What a filling needs to know of the wall that it stands in, and of its place there. */
export type FillingHost = Pick<Frame, 'origin' | 'direction' | 'left' | 'y0' | 'y1' | 'core'> & {
  readonly wall: { readonly outside: Side };
};
export type FilledPlace = Pick<OpeningPlace, 't0' | 't1' | 'z0' | 'z1'> & {
  readonly opening: Pick<Opening, 'filling' | 'handing'>;
};

/** Plain bodies: a window's frame and glass, a door's lining and leaf. A bare opening has none. */
export function fillingParts(
  frame: FillingHost,
  { opening, t0, t1, z0, z1 }: FilledPlace,
  datum: number
): Part[] {
  if (opening.filling === 'none') return [];
  const middle = (frame.core[0] + frame.core[1]) / 2;
  const at = (t: number, y: number) => fromFrame(frame, t, y);
  const solid = (pairs: readonly (readonly [Spot, Spot])[], isRound: boolean, y0: number, y1: number) =>
    buildBars(pairs, isRound, at, y0, y1, datum);
  // Corners of the opening going round it against the clock, each with the inner one across a bar of the width w.
  const corners = (w: number, sill: number): [Spot, Spot][] => [
    [
      [t1, z0],
      [t1 - w, z0 + sill]
    ],
    [
      [t1, z1],
      [t1 - w, z1 - w]
    ],
    [
      [t0, z1],
      [t0 + w, z1 - w]
    ],
    [
      [t0, z0],
      [t0 + w, z0 + sill]
    ]
  ];
  const pane = (w: number, low: number): [Spot, Spot][] => [
    [
      [t1 - w, low],
      [t0 + w, low]
    ],
    [
      [t1 - w, z1 - w],
      [t0 + w, z1 - w]
    ]
  ];
  if (opening.filling === 'window') {
    const w = Math.min(fillingSizes.frame, (t1 - t0) / 4, (z1 - z0) / 4);
    const [d, g] = [fillingSizes.frameDepth / 2, fillingSizes.glass / 2];
    return [
      { ...part('frame'), mesh: solid(corners(w, w), true, middle - d, middle + d) },
      { ...part('glass'), mesh: solid(pane(w, z0 + w), false, middle - g, middle + g) }
    ];
  }
  const w = Math.min(fillingSizes.lining, (t1 - t0) / 4);
  const [y0, y1] =
    sideOfLeaf(frame.wall, opening.handing) > 0
      ? [frame.y1 - fillingSizes.leaf, frame.y1]
      : [frame.y0, frame.y0 + fillingSizes.leaf];
  return [
    { ...part('lining'), mesh: solid(corners(w, 0), false, frame.y0, frame.y1) },
    { ...part('leaf'), mesh: solid(pane(w, z0), false, y0, y1) }
  ];
}

interface Filled {
  readonly values: readonly unknown[];
  readonly body: ElementBody;
}

/** The last body with all that it was made from, by value: a wall that only grew at its far end leaves its doors as they are. */
class FillingMemory {
  private last: Filled | undefined;

  bodyOf(values: readonly unknown[], make: () => ElementBody): ElementBody {
    if (!this.last || !sameInput(this.last.values, values)) this.last = { values, body: make() };
    return this.last.body;
  }
}

export const openingBodies = stageWithMemory(
  'fillings of openings',
  {
    frame: (query, id) => query.get(frames, query.project.tables.opening.get(id)?.wall ?? ''),
    place: result(places),
    datum: ({ project }, id) => {
      const { wall, opening } = project.tables;
      return datumOf(project, wall.get(opening.get(id)?.wall ?? '')?.storey ?? '');
    }
  },
  () => new FillingMemory(),
  ({ frame, place, datum }, id, memory): ElementBody | undefined => {
    if (!frame || !place) return undefined;
    const { t0, t1, z0, z1, opening } = place;
    const { origin, direction, y0, y1, core, wall } = frame;
    const values = [
      ...[t0, t1, z0, z1, opening.filling, opening.handing.opens, opening.handing.hinge, datum, wall.storey],
      ...[origin.x, origin.y, direction.x, direction.y, y0, y1, ...core, wall.outside]
    ];
    return memory.bodyOf(values, () => ({
      id,
      kind: 'opening',
      storey: wall.storey,
      parts: fillingParts(frame, place, datum)
    }));
  }
);
