/** What a rule of the review is given, and what a finding is. */
import type { Model, StoreyModel } from '../derive/graph';
import type { Problem, ProblemCode } from '../project/problems';
import type { Project } from '../project/records';

export type Stage = 'measure' | 'walls' | 'openings' | 'floors' | 'storeys' | 'roof' | 'review' | 'drawings';
export type Finding = Problem & {
  readonly id: string;
  readonly stage: Stage;
  readonly storey: string;
  /** Why it was put off; undefined while it counts. */
  readonly putOff?: string;
};

/** One storey under review; `say` reports a finding of it. */
export interface Scope {
  readonly project: Project;
  readonly derived: Model;
  readonly model: StoreyModel;
  readonly say: (
    stage: Stage,
    code: ProblemCode,
    subjects: string[],
    numbers?: Record<string, number>,
    texts?: Record<string, string>
  ) => void;
  readonly named: (id: string) => string;
}
