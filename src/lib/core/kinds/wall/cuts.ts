/** What stands in walls. */
import { boxOf, type Box } from '../../geometry/ring';
import { stage } from '../../document/stage';
import { allCuts } from '../../document/cuts';
import { footprintOf, frames } from './stages';
import { datumOf } from '../storey/record';
import { cutsMeeting, type Cut } from '../../kernels/solids/cut';
import type { Query } from '../../document/kind';

/** The box that a wall's footprint takes in the plan. */
export const wallBoxes = stage(
  'boxes of walls',
  { bands: (query, id) => footprintOf(query, id)?.bands },
  ({ bands }): Box | undefined =>
    bands && bands.length > 0 ? boxOf(bands.flatMap(({ outline }) => outline.flat())) : undefined
);

/** What stands in a wall: the same list as long as the same things do. */
export function cutsOfWall(query: Query, id: string): Cut[] {
  const all = query.get(allCuts, '');
  const [frame, box] = all.length > 0 ? [query.get(frames, id), query.get(wallBoxes, id)] : [];
  if (!frame || !box) return [];
  const datum = datumOf(query.project, frame.wall.storey);
  return cutsMeeting(all, box, datum + frame.foot, datum + frame.top);
}
