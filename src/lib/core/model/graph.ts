/**
 * The derivation, as a page: what is computed from what, in order. Each stage declares in its own file what it reads, and
 * its function sees nothing else; none reads a stage that stands after it here, which a test checks.
 *
 *   walls, build-ups, storeys -> frames -> nodes -> footprints -> outlines -> roofs -> planes over things -+
 *   openings, frames -> places --------------------------------------------------------------------+-> bodies, plans
 *   columns, chimneys -> cuts ---------------------------------------------------------------------+
 *
 * A kind that cuts others or shows in the plan names its stages in its declaration (`kinds/<kind>/kind.ts`); what several
 * kinds read is listed here. Bodies, which the page does without, are in `bodies.ts`.
 */
import type { Project, Stage } from '../document/kind';
import { declarationsOf } from '../document/project';
import { Derivation } from '../document/stage';
import { allCuts } from '../document/cuts';
import type { Ring } from '../geometry/ring';
import type { Cut } from '../kernels/solids/cut';

import { slabRings } from '../kinds/slab/rings';
import type { Slab, SlabFace } from '../kinds/slab/record';
import { places, placesIn } from '../kinds/opening/stages';
import type { RoofModel } from '../kinds/roof/planes';
import type { Roof } from '../kinds/roof/record';
import { ridgeHeight, roofModels } from '../kinds/roof/stages';
import { storeyModels, type StoreyModel } from '../kinds/storey/model';
import type { Outline } from '../kinds/wall/outline';
import {
  buildings,
  footprints,
  frames,
  framesOn,
  islandsOn,
  nodesOn,
  outlineOn,
  outlines,
  outlinesOfIslands,
  wallsOn
} from '../kinds/wall/stages';

export type { StoreyModel };

/** What a list of unlike stages knows of each. */
export type AnyStage = Pick<Stage<unknown>, 'name' | 'inputs'>;

/** What several kinds read, in the order in which it is computed. */
export const sharedStages: readonly AnyStage[] = [
  wallsOn, // the walls of a storey, in the order of the table
  frames, // a wall in its own coordinates, its plies as strips
  framesOn, // all frames of a storey
  islandsOn, // its walls in groups that do not meet
  nodesOn, // where the walls of a storey meet
  footprints, // joints of a storey, and the footprints of all plies
  places, // an opening along its wall
  placesIn, // all openings of a wall
  storeyModels, // these gathered, for the plan and for pointing
  outlinesOfIslands, // the lines round the outer walls of each group
  outlines, // the line round the outer walls
  buildings, // that, and round the walls that enclose nothing
  roofModels, // a roof's planes from the outline
  slabRings // what a slab covers
];

/** All stages of the page in order: the shared ones, what each kind cuts out of others, all of that. */
export const stagesOf = (project: Project): readonly AnyStage[] => [
  ...sharedStages,
  ...declarationsOf(project).flatMap(({ cuts }): AnyStage[] => (cuts ? [cuts] : [])),
  allCuts
];

/** Everything derived from projects, by name. One lives on the main thread (plan only), one in the worker. */
export class Model extends Derivation {
  /** Frames, footprints and places of one storey: all that its plan shows of walls and openings. */
  storey(project: Project, id: string): StoreyModel | undefined {
    return this.at(project).get(storeyModels, id);
  }

  outline(project: Project, storey: string, face: SlabFace): Outline | undefined {
    return outlineOn(this.at(project), storey, face);
  }

  roof(project: Project, { id }: Roof): RoofModel | undefined {
    return this.at(project).get(roofModels, id);
  }

  cuts(project: Project): readonly Cut[] {
    return this.at(project).get(allCuts, '');
  }

  /** The highest point of all roofs above project zero; without a roof, the top of the highest storey. */
  ridge(project: Project): number {
    return ridgeHeight(this.at(project));
  }

  slabRings(project: Project, { id }: Slab): readonly Ring[] {
    return this.at(project).get(slabRings, id);
  }
}
