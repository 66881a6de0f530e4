/** Survey runs that do not add up to what was measured over all of them. */
import type { Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { closingOf } from '../../kernels/survey/causes';
import { length } from '../../geometry/point';
import { closingOfRun, lineWords } from './closing';
import { ringFrom } from './ring';

/** More than so many times its scatter is a slip. */
const beyond = 2.5;

/** Of each ring once. */
function findRings({ project, storey, say, named }: Scope) {
  const seen = new Set<string>();
  for (const run of project.tables.surveyRun.values()) {
    const ring = run.storey === storey && !seen.has(run.id) ? ringFrom(project, run) : undefined;
    if (!ring) continue;
    for (const { id } of ring.runs) seen.add(id);
    const pieces = ring.runs.reduce((sum, one) => sum + one.pieces.length, 0);
    const tape = Math.max(...ring.runs.map((one) => one.tape));
    const over = length(ring.over);
    if (over <= beyond * tape * Math.sqrt(pieces + 1)) continue;
    const ids = ring.runs.map(({ id }) => id);
    say('walls', 'survey.ring', ids, { over }, { thing: named(run.id), count: String(ids.length) });
  }
}

export function findSurveys(scope: Scope) {
  const { project, storey, say, named } = scope;
  const { units } = settingsOf(project);
  findRings(scope);
  for (const run of project.tables.surveyRun.values()) {
    const closing = run.storey === storey ? closingOfRun(project, run) : undefined;
    if (!closing || closingOf(closing.measured) !== 'off') continue;
    const [first] = closing.lines;
    const cause =
      closing.isUnclear || !first ? 'No cause is likely.' : `Likeliest: ${lineWords(first, units)}.`;
    say(
      'walls',
      'survey.off',
      [run.id],
      { error: Math.abs(closing.error) },
      { thing: named(run.id), way: closing.error > 0 ? 'short of' : 'over', cause }
    );
  }
}
