/** Survey runs: walls as they were measured. */
import type { Declaration } from '../../document/kind';
import { storedPoint } from '../../document/command';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import { planOfSurveys } from './plan';
import { schema, type SurveyRun } from './record';

const movedRun = (run: SurveyRun, motion: Motion): SurveyRun => ({
  ...run,
  at: storedPoint(moved(motion, run.at)),
  angle: turnedAngle(motion, run.angle)
});

export const surveyRun: Declaration<SurveyRun> = {
  kind: 'surveyRun',
  prefix: 'survey',
  words: { one: 'survey run', title: () => 'Survey run' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'survey run', label: 'Survey runs' }], of: () => 'survey run' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'walls.*', to: 'wall', gone: 'list' }
  ],
  moved: movedRun,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfSurveys
};
