/** Undersides of slabs as planes that what ends at them is cut by. */
import type { Query } from '../../document/kind';
import { pairKey, partsOfKey, stage } from '../../document/stage';
import { raise } from '../../geometry/plane';
import type { RoofPlane } from '../../kernels/roof/planes';
import { datumOf } from '../storey/record';
import type { WallTop } from '../wall/record';
import { slabLevel } from './level';
import { slabParts } from './shape';

const slabOf = ({ project }: Query, key: string) => project.tables.slab.get(partsOfKey(key)[0]);

/** Over a storey's datum: `pairKey(slab, storey)`; none of a flat underside, which is as high everywhere as it is said. */
const undersides = stage(
  'undersides of slabs',
  {
    slab: slabOf,
    level: (query, key) => {
      const slab = slabOf(query, key);
      return slab ? slabLevel(query.project, slab) - datumOf(query.project, partsOfKey(key)[1]) : 0;
    },
    parts: (query, key) => query.get(slabParts, partsOfKey(key)[0])
  },
  ({ slab, level, parts }): readonly RoofPlane[] =>
    slab?.falls && slab.underside === 'tilted'
      ? parts.flatMap(({ surface }) =>
          surface.facets.map(({ ring, plane }, i) => ({
            ...{ name: `${slab.id} ${i}`, walls: [], ring, pitch: 0, area: 0 },
            underside: raise(plane, level - slab.thickness),
            top: raise(plane, level)
          }))
        )
      : noPlanes
);

const noPlanes: readonly RoofPlane[] = [];

/** The tilted underside that something on a storey ends at. */
export const undersideOver = (query: Query, top: WallTop, storey: string): readonly RoofPlane[] =>
  top.kind === 'slab' ? query.get(undersides, pairKey(top.slab, storey)) : noPlanes;
