/** Survey runs that go round a house, each beginning where the one before it ends: what is left over where they come back. */
import type { Project } from '../../document/kind';
import { distance, length, subtract, type Point } from '../../geometry/point';
import { leftOver } from '../../kernels/survey/traverse';
import { placeOn, stopsOf, type SurveyRun } from './record';

/** A run begins so near to the end of another that it follows it; they come back to the first as near, or by a share of the way. */
const [follows, comesBack] = [300, 0.03];
/** Fewer go round nothing. */
const fewest = 3;

export interface RunRing {
  readonly runs: readonly SurveyRun[];
  /** From where it begins to where it comes back. */
  readonly over: Point;
  /** All the way round. */
  readonly round: number;
}

export const endOf = (run: SurveyRun): Point => placeOn(run, stopsOf(run).at(-1)!);
export const legOf = (run: SurveyRun): Point => subtract(endOf(run), run.at);

const ringOf = (runs: readonly SurveyRun[]): RunRing => {
  const legs = runs.map(legOf);
  return { runs, over: leftOver(legs), round: legs.reduce((sum, leg) => sum + length(leg), 0) };
};

/** The ring that a run is in, beginning with it; undefined where it is in none. */
export function ringFrom({ tables }: Project, first: SurveyRun): RunRing | undefined {
  const others = [...tables.surveyRun.values()].filter(
    ({ storey, id }) => storey === first.storey && id !== first.id
  );
  const runs = [first];
  for (;;) {
    const end = endOf(runs.at(-1)!);
    const ring = ringOf(runs);
    const gap = distance(end, first.at);
    if (runs.length >= fewest && gap <= Math.max(follows, comesBack * ring.round)) return ring;
    const next = others
      .filter((one) => !runs.includes(one) && distance(one.at, end) <= follows)
      .sort((p, q) => distance(p.at, end) - distance(q.at, end))[0];
    if (!next) return undefined;
    runs.push(next);
  }
}
