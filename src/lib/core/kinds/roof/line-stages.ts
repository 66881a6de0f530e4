/** Lines of roofs, apart from what the plan needs of them. */
import { result, stage } from '../../document/stage';
import { raise } from '../../geometry/plane';
import { datumOf } from '../storey/record';
import { roofLines, type OtherPlane, type RoofLine } from './lines';
import { drawnRoof, roofModels, roofsBeside } from './stages';
import type { Query } from '../../document/kind';
import type { RoofModel } from './planes';

/** Planes of the roofs that a roof meets, over its own datum, by its id: of each as one is asked for. */
const besideStage = (name: string, modelOf: (query: Query, id: string) => RoofModel | undefined) =>
  stage(
    name,
    {
      others: (query: Query, id) => roofsBeside(query, id).flatMap((other) => modelOf(query, other) ?? []),
      lifts: (query, id) => {
        const own = datumOf(query.project, query.project.tables.roof.get(id)?.storey ?? '');
        return roofsBeside(query, id).flatMap((other) => {
          const storey = modelOf(query, other)?.roof.storey;
          return storey === undefined ? [] : [datumOf(query.project, storey) - own];
        });
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

/** As they are where they meet. */
export const planesBeside = besideStage('planes beside roofs', (query, id) => query.get(roofModels, id));

/** As they are drawn, before one cuts another. */
export const planesDrawnBeside = besideStage('planes drawn beside roofs', drawnRoof);

/** The lines of a roof by kind, by its id. */
export const linesOfRoofs = stage(
  'lines of roofs',
  { model: result(roofModels), others: result(planesBeside) },
  ({ model, others }): readonly RoofLine[] => (model ? roofLines(model, others) : [])
);
