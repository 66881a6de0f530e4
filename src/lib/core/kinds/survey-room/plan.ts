/** Survey rooms as they are met in the plan, where what was measured is worked on. */
import type { PlanOver, Query } from '../../document/kind';
import type { Point } from '../../geometry/point';
import type { SurveyRoom } from './record';

interface Solver {
  readonly ringOf: (query: Query, id: string) => readonly Point[];
  /** The room that those it is tied to are laid down by. */
  readonly anchorOf: (query: Query, id: string) => string;
  readonly planOf: PlanOver;
}

/**
 * What solves and draws them, with a library larger than most of the plan: it comes with the commands that are read late,
 * and until then no room is drawn or met.
 */
let solver: Solver | undefined;

export const learnShapes = (known: Solver) => {
  solver = known;
};

/** The room that moves a room with all that it is tied to. */
export const anchorOfRoom = (query: Query, id: string): SurveyRoom | undefined =>
  query.project.tables.surveyRoom.get(solver?.anchorOf(query, id) ?? id);

/** The corners of a room where it is drawn; none before it can be. */
export const ringOfRoom = (query: Query, id: string): readonly Point[] => solver?.ringOf(query, id) ?? [];

export const planOfSurveyRooms: PlanOver = (query, storey, at, paper) =>
  (at === 'measure' && solver?.planOf(query, storey, at, paper)) || [];
