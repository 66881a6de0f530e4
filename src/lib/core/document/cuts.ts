/** What stands or passes through others, generic over the kinds: cuts for the model, rings for pointing in the plan. */
import type { Ring } from '../geometry/ring';
import type { Cut } from '../kernels/solids/cut';
import type { Project } from './kind';
import { declarationsOf } from './project';
import { stage } from './stage';

/** All that is cut out of walls, slabs and roofs; the same list as long as the same things stand the same way. */
export const allCuts = stage(
  'cuts',
  {
    cuts: (query) =>
      declarationsOf(query.project).flatMap(({ kind, cuts }) =>
        cuts ? [...query.project.tables[kind].keys()].flatMap((id) => query.get(cuts, id)) : []
      )
  },
  ({ cuts }): readonly Cut[] => cuts
);

/** What stands on a storey or passes through it, by id: the outline of its section. */
export function ringsOn(project: Project, storey: string): Map<string, Ring> {
  const rings = new Map<string, Ring>();
  for (const { kind, ring } of declarationsOf(project))
    for (const record of ring ? project.tables[kind].values() : []) {
      const found = ring!(record, project, storey);
      if (found) rings.set(record.id, found);
    }
  return rings;
}
