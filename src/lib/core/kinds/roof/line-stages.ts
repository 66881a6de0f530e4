/** Lines of roofs, apart from what the plan needs of them. */
import { result, stage } from '../../document/stage';
import { raise } from '../../geometry/plane';
import { datumOf } from '../storey/record';
import { roofLines, type OtherPlane, type RoofLine } from './lines';
import { roofModels, roofsBeside } from './stages';

/** Planes of the roofs that a roof meets, over its own datum, by its id. */
export const planesBeside = stage(
  'planes beside roofs',
  {
    others: (query, id) => roofsBeside(query, id).flatMap((other) => query.get(roofModels, other) ?? []),
    lifts: (query, id) => {
      const own = datumOf(query.project, query.project.tables.roof.get(id)?.storey ?? '');
      return roofsBeside(query, id).flatMap((other) =>
        query.get(roofModels, other)
          ? [datumOf(query.project, query.project.tables.roof.get(other)!.storey) - own]
          : []
      );
    }
  },
  ({ others, lifts }): readonly OtherPlane[] =>
    others.flatMap(({ roof, planes }, i) =>
      planes.map(({ ring, top, underside }) => ({
        ...{ roof: roof.id, ring },
        ...{ top: raise(top, lifts[i]!), underside: raise(underside, lifts[i]!) }
      }))
    )
);

/** The lines of a roof by kind, by its id. */
export const linesOfRoofs = stage(
  'lines of roofs',
  { model: result(roofModels), others: result(planesBeside) },
  ({ model, others }): readonly RoofLine[] => (model ? roofLines(model, others) : [])
);
