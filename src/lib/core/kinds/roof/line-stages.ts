/** Lines of roofs, apart from what the plan needs of them. */
import { result, stage } from '../../document/stage';
import { raise } from '../../geometry/plane';
import { datumOf } from '../storey/record';
import { roofLines, type RoofLine } from './lines';
import { roofModels, roofsBeside } from './stages';

/** The lines of a roof by kind, by its id. */
export const linesOfRoofs = stage(
  'lines of roofs',
  {
    model: result(roofModels),
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
  ({ model, others, lifts }): readonly RoofLine[] =>
    model
      ? roofLines(
          model,
          others.flatMap(({ roof, planes }, i) =>
            planes.map(({ ring, top }) => ({ roof: roof.id, ring, top: raise(top, lifts[i]!) }))
          )
        )
      : []
);
