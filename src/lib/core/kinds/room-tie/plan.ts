/** Ties between survey rooms as they are met in the plan, where what was measured is worked on. */
import type { PlanOver, Query } from '../../document/kind';
import type { Point } from '../../geometry/point';
import type { RoomTie } from './record';

interface Solver {
  /** Those that it is pointed at by, at so many mm a mm of paper: where it is not tied none. */
  readonly linesOf: (query: Query, tie: RoomTie, paper: number) => readonly (readonly [Point, Point])[];
  readonly planOf: PlanOver;
}

/** What solves and draws them comes with the commands that are read late, as for survey rooms. */
let solver: Solver | undefined;

export const learnTies = (known: Solver) => {
  solver = known;
};

export const linesOfTie: Solver['linesOf'] = (query, tie, paper) => solver?.linesOf(query, tie, paper) ?? [];

export const planOfTies: PlanOver = (query, storey, at, paper) =>
  (at === 'measure' && solver?.planOf(query, storey, at, paper)) || [];
