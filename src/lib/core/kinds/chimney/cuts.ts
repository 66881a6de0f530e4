/** What chimneys pass through, and how high they stand. */
import { fireRect, rectRing, stackRing, topOfChimney, type Datums } from './shape';
import { boxOf, type Ring } from '../../geometry/ring';
import { datumOf } from '../storey/record';
import { ridgeHeight } from '../roof/stages';
import { own, stage } from '../../document/stage';
import type { Chimney } from './record';
import type { Query } from '../../document/kind';
import type { Cut } from '../../kernels/solids/cut';

/** Heights of the datums that a chimney's flues begin at, as text so that they compare by value. */
export const datumsUnder = ({ project }: Query, id: string) => {
  const chimney = project.tables.chimney.get(id);
  return chimney ? [chimney, ...chimney.flues].map(({ storey }) => datumOf(project, storey)) : [];
};

export function datumsOf(chimney: Chimney, heights: readonly number[]): Datums {
  const known = new Map([chimney, ...chimney.flues].map(({ storey }, i) => [storey, heights[i]!]));
  return (storey) => known.get(storey) ?? 0;
}

/** Top of a chimney's masonry above project zero, by its id. */
export function chimneyTop(query: Query, id: string): number | undefined {
  const chimney = query.project.tables.chimney.get(id);
  if (!chimney) return undefined;
  const datum = datumOf(query.project, chimney.storey);
  const ridge = chimney.top.kind === 'roof' ? ridgeHeight(query) : 0;
  return datum + topOfChimney((storey) => datumOf(query.project, storey), chimney, ridge);
}

export const chimneyCuts = stage(
  'cuts of chimneys',
  { chimney: own('chimney'), datums: datumsUnder },
  ({ chimney, datums }): readonly Cut[] => (chimney ? cutsOfChimney(datumsOf(chimney, datums), chimney) : [])
);

function cutsOfChimney(datums: Datums, chimney: Chimney): Cut[] {
  const cut = (ring: Ring, z0: number, z1: number, roofs: boolean): Cut => ({
    ...{ subject: chimney.id, ring, box: boxOf(ring) },
    ...{ z0, z1, roofs }
  });
  const datum = datums(chimney.storey);
  const top = datum + topOfChimney(datums, chimney) + chimney.cap;
  const throats = chimney.flues.flatMap((flue): Cut[] => {
    const { fire } = flue;
    if (!fire || fire.reach === 0) return [];
    const z = datums(flue.storey);
    return [cut(rectRing(chimney, fireRect(chimney, flue, fire, fire.reach, 0)), z, z + fire.height, false)];
  });
  return [cut(stackRing(chimney, chimney.gap), datum + chimney.base, top, true), ...throats];
}
