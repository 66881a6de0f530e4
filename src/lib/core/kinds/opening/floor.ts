/** The floor that an opening stands over. */
import type { Query } from '../../document/kind';
import { ringsHold } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import { slabHeight } from '../slab/level';
import type { Slab } from '../slab/record';
import { slabRings } from '../slab/rings';
import type { WallFrame } from '../wall/frame';
import type { Stretch } from './place';

/** A floor farther up or down than this is another one, mm. */
const otherLevel = 600;
/** So far from the wall's face a floor is looked for, mm. */
const step = 150;

/** The slab of the storey on the inner side of an opening: of several the one nearest to `level`, above the datum; undefined where none is within reach. */
export function floorSlabAt(
  query: Query,
  storey: string,
  frame: WallFrame,
  { t0, t1 }: Pick<Stretch, 't0' | 't1'>,
  level: number
): Slab | undefined {
  const inner = frame.wall.outside === 'left' ? frame.y0 - step : frame.y1 + step;
  const spot = fromFrame(frame, (t0 + t1) / 2, inner);
  const off = (slab: Slab) => Math.abs(slabHeight(query.project, slab) - level);
  return [...query.project.tables.slab.values()]
    .filter((slab) => slab.storey === storey && off(slab) <= otherLevel)
    .filter(({ id }) => ringsHold(query.get(slabRings, id), spot))
    .sort((p, q) => off(p) - off(q))[0];
}

/** Its top, above the datum. */
export function floorAt(...asked: Parameters<typeof floorSlabAt>): number | undefined {
  const slab = floorSlabAt(...asked);
  return slab && slabHeight(asked[0].project, slab);
}
