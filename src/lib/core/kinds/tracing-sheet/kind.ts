/** Tracing sheets: pictures and drawings under the plan. */
import type { Declaration } from '../../document/kind';
import { schema, type TracingSheet } from './record';
import { storedPoint } from '../../document/command';
import { moved, type Motion } from '../../geometry/motion';

const movedSheet = (sheet: TracingSheet, motion: Motion): TracingSheet => ({
  ...sheet,
  origin: storedPoint(moved(motion, sheet.origin)),
  angle: sheet.angle + motion.angle
});

export const tracingSheet: Declaration<TracingSheet> = {
  kind: 'tracingSheet',
  prefix: 'tracing-sheet',
  words: { one: 'tracing sheet', title: () => 'Tracing sheet' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'tracingSheet', label: 'Tracing sheets' }], of: () => 'tracingSheet' },
  references: [{ path: 'storey', to: 'storey', gone: 'goes' }],
  moved: movedSheet,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
