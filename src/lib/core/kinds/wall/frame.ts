/** The frame of a wall from its records: where its plies lie beside its setting-out line, and how high it stands. */
import { corePlies, thicknessOf, type Frame, type Heights, type Strip } from '../../kernels/joints/frame';
import type { BandFootprint } from '../../kernels/joints/assemble';
import type { Ring } from '../../geometry/ring';
import { leftOf, length, subtract, unit } from '../../geometry/point';
import type { BuildUp } from '../build-up/record';
import { joinsNone, type Wall } from './record';
import { heightsOf } from './standing';
import type { Tables } from '../../document/record';

/** Distance from the outer face inwards to the setting-out line. */
export function settingOutDepth(
  buildUp: BuildUp,
  { settingOut, settingOutOffset }: Pick<Wall, 'settingOut' | 'settingOutOffset'>
): number {
  const total = thicknessOf(buildUp);
  const [first, last] = corePlies(buildUp);
  const depth = (count: number) => buildUp.plies.slice(0, count).reduce((sum, ply) => sum + ply.thickness, 0);
  switch (settingOut) {
    case 'outer':
      return 0;
    case 'structureOuter':
      return depth(first);
    case 'centre':
      return total / 2;
    case 'structureInner':
      return depth(last + 1);
    case 'inner':
      return total;
    case 'offset':
      return settingOutOffset;
  }
}

/** What a frame is read from besides its wall. */
interface Readable {
  readonly tables: Pick<Tables, 'buildUp' | 'storey' | 'slab' | 'footing'>;
}

/** A frame with the records that it was made from. `foot`: where what lies outside the structure begins; at most `base`. */
export interface WallFrame extends Frame {
  readonly wall: Wall;
  readonly buildUp: BuildUp;
  readonly foot: number;
}

/** The strips of a frame that lie outside its structure: they alone go down to its foot. */
export const outsideStrips = ({ strips, core, wall }: Frame): number[] =>
  strips.flatMap(({ y0, y1 }, i) => ((wall.outside === 'left' ? y0 >= core[1] : y1 <= core[0]) ? [i] : []));

/**
 * The frame of a wall; undefined without its build-up or storey. Made anew each time, which costs about a microsecond:
 * where identity matters, ask a query for the stage `frames`.
 */
export function frameOf(project: Readable, wall: Wall): WallFrame | undefined {
  const buildUp = project.tables.buildUp.get(wall.buildUp);
  const heights = heightsOf(project, wall);
  const floorDepth = project.tables.storey.get(wall.storey)?.floorDepth ?? 0;
  return buildUp && heights && makeFrame(wall, buildUp, heights, floorDepth);
}

export function makeFrame(
  wall: Wall,
  buildUp: BuildUp,
  { base, top }: Heights,
  floorDepth: number
): WallFrame {
  const direction = unit(subtract(wall.b, wall.a));
  const depth = settingOutDepth(buildUp, wall);
  const sign = wall.outside === 'left' ? -1 : 1;
  let at = -depth;
  const strips = buildUp.plies.map((ply, index): Strip => {
    const [p, q] = [sign * at, sign * (at + ply.thickness)];
    at += ply.thickness;
    return { ply: index, duty: ply.duty, y0: Math.min(p, q), y1: Math.max(p, q) };
  });
  if (sign < 0) strips.reverse();
  const [first, last] = corePlies(buildUp);
  const core = strips.filter((strip) => strip.ply >= first && strip.ply <= last);
  return {
    // What is to be removed joins nothing of what will stand.
    wall: joinsNone(wall) ? { ...wall, standsApart: true } : wall,
    buildUp,
    origin: wall.a,
    direction,
    left: leftOf(direction),
    length: length(subtract(wall.b, wall.a)),
    strips,
    y0: strips[0]!.y0,
    y1: strips[strips.length - 1]!.y1,
    core: [core[0]!.y0, core[core.length - 1]!.y1],
    base,
    foot: wall.coversFloor ? Math.min(base, -floorDepth) : base,
    top
  };
}

/** What the structure of a wall takes of the plan in one of its bands. */
export function coreOf(frame: Frame, band: BandFootprint | undefined): Ring[] {
  const [first, last] = corePlies(frame.buildUp);
  return (band?.plies ?? []).flatMap((rings, i) => {
    const { ply } = frame.strips[i]!;
    return ply >= first && ply <= last ? rings : [];
  });
}
