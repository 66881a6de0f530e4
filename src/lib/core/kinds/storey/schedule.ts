/** What tables say of storeys. mm, mm2. */
import type { Query } from '../../document/kind';
import { ringsArea } from '../../geometry/ring';
import { lengthOf } from '../../kernels/support/support';
import { round } from '../../units/round';
import { outlineOn } from '../wall/stages';
import { gainOn } from './compare';
import { supportOn } from './support';
import { storeysInOrder } from './record';

export const storeyRows = (query: Query) =>
  storeysInOrder(query.project).map(({ id, name, datum, height, floorDepth }) => {
    const rings = outlineOn(query, id, 'outer')?.rings ?? [];
    const footprintArea = round(ringsArea(rings));
    const gain = gainOn(query, id);
    return {
      ...{ id, name, datum, height, floorDepth, footprintArea },
      /** What each wall stands on, mm of it: bears on structures, is carried by the floor over a gap, or stands on nothing. */
      stands: query.get(supportOn, id).map(({ frame, stretches }) => ({
        wall: frame.wall.id,
        bears: round(lengthOf(stretches, 'bears')),
        carried: round(lengthOf(stretches, 'carried')),
        nothing: round(lengthOf(stretches, 'nothing'))
      })),
      /** More area within the outer walls than with walls as thick as those below that they are kept over. */
      gain: gain ? round(gain.gain) : 0
    };
  });
