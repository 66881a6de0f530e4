/**
 * The bodies of the kinds that have one: apart from the declarations of the kinds, which the page reads as well, as only
 * the worker, the server and the command line make bodies. A new kind is a line here.
 */
import type { ElementBody, Project, Query, Stage } from '../document/kind';
import type { Kind } from '../document/record';
import { chimneyBodies } from '../kinds/chimney/body';
import { columnBodies } from '../kinds/column/body';
import { footingBodies } from '../kinds/footing/body';
import { groundBody } from '../kinds/ground/body';
import { openingBodies } from '../kinds/opening/body';
import { roofBodies } from '../kinds/roof/body';
import { lightBodies } from '../kinds/rooflight/body';
import { slabBodies } from '../kinds/slab/body';
import { stairBodies } from '../kinds/stair/body';
import { wallBodies } from '../kinds/wall/body';
import type { Model } from './graph';

/** The body of a thing by its id, in the order of the tables; null where a kind has none. */
export const bodyOf: Readonly<Record<Kind, Stage<ElementBody | undefined> | null>> = {
  project: groundBody,
  storey: null,
  material: null,
  buildUp: null,
  wall: wallBodies,
  catalogueEntry: null,
  opening: openingBodies,
  column: columnBodies,
  chimney: chimneyBodies,
  slab: slabBodies,
  stair: stairBodies,
  clearSpace: null,
  surveyRun: null,
  surveyRoom: null,
  roomTie: null,
  siteNote: null,
  ground: null,
  alignment: null,
  footing: footingBodies,
  roof: roofBodies,
  rooflight: lightBodies,
  tracingSheet: null,
  joint: null,
  deferral: null,
  guide: null,
  dimension: null,
  preset: null,
  layer: null,
  twins: null
};

/** One step of work for each thing with a body, so that long work can pause and be cancelled between them. */
export const bodyJobs = (query: Query): (() => ElementBody | undefined)[] =>
  Object.entries(query.project.tables).flatMap(([kind, table]) => {
    const body = bodyOf[kind as Kind];
    return body ? [...table.keys()].map((id) => () => query.get(body, id)) : [];
  });

/** All of them at once. */
export const bodiesOf = (query: Query): ElementBody[] => bodyJobs(query).flatMap((job) => job() ?? []);

/** Bodies of the whole project. Unchanged ones are the same objects as before. */
export function elementsOf(
  model: Model,
  project: Project,
  report?: (done: number, of: number) => void
): ElementBody[] {
  const jobs = bodyJobs(model.at(project));
  return jobs.flatMap((job, i) => {
    if (report && i % 50 === 0) report(i, jobs.length);
    return job() ?? [];
  });
}
