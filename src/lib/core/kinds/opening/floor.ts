/** The floor that an opening stands over. */
import type { Query } from '../../document/kind';
import { ringsHold } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';

import { slabHeight } from '../slab/level';
import { slabRings } from '../slab/rings';
import type { WallFrame } from '../wall/frame';
import type { Stretch } from './place';

/** A floor farther up or down than this is another one, mm. */
const otherLevel = 600;
/** So far from the wall's face a floor is looked for, mm. */
const step = 150;

/**
 * The top of the slab of the storey on the inner side of an opening, above the datum: of several the one nearest to
 * `level`. Undefined where there is none within reach.
 */
export function floorAt(
  query: Query,
  storey: string,
  frame: WallFrame,
  { t0, t1 }: Pick<Stretch, 't0' | 't1'>,
  level: number
): number | undefined {
  const inner = frame.wall.outside === 'left' ? frame.y0 - step : frame.y1 + step;
  const spot = fromFrame(frame, (t0 + t1) / 2, inner);
  return [...query.project.tables.slab.values()]
    .filter(
      (slab) => slab.storey === storey && Math.abs(slabHeight(query.project, slab) - level) <= otherLevel
    )
    .filter(({ id }) => ringsHold(query.get(slabRings, id), spot))
    .map((slab) => slabHeight(query.project, slab))
    .sort((p, q) => Math.abs(p - level) - Math.abs(q - level))[0];
}
