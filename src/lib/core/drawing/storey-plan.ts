/** All that is cut in the plan of a storey, in lists that stay the same while nothing they read changed. */
import type { Model } from '../derive/graph';
import type { Project } from '../project/records';
import type { Mark } from './display';
import { drawWall } from './plan';
import { drawStanding } from './standing';

const noPlaces: readonly never[] = [];

/** One list for each wall with its openings, one for columns and chimneys; none without that storey. */
export function drawStoreyPlan(project: Project, derived: Model, id: string): (readonly Mark[])[] {
  const model = derived.storey(project, id);
  if (!model) return [];
  const { storey, walls, places } = model;
  const { material } = project.tables;
  return [
    ...walls.map((wall) =>
      drawWall(
        wall,
        places.get(wall.frame.wall.id) ?? noPlaces,
        material,
        derived.cutsOfWall(project, wall),
        storey.datum
      )
    ),
    drawStanding(project, derived, storey)
  ];
}
