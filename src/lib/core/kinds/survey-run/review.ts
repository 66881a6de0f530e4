/** Survey runs that do not add up to what was measured over all of them. */
import type { Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { closingOf } from '../../kernels/survey/causes';
import { closingOfRun, lineWords } from './closing';

export function findSurveys({ project, storey, say, named }: Scope) {
  const { units } = settingsOf(project);
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
