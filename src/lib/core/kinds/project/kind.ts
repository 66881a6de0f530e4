/** The settings of the project: one record, which nothing deletes. */
import type { Declaration, Refused } from '../../document/kind';
import { schema, type Settings } from './record';
import { storedPoint } from '../../document/command';
import { moved, type Motion } from '../../geometry/motion';

const keptAlways = (record: Settings): Refused => ({
  code: 'record.kept',
  texts: { thing: record.name }
});

/** The planning grid lies in the plan. */
function movedSettings(settings: Settings, motion: Motion): Settings {
  const { grid } = settings;
  if (!grid) return settings;
  const origin = storedPoint(moved(motion, grid.origin));
  return { ...settings, grid: { ...grid, origin, angle: grid.angle + motion.angle } };
}

export const project: Declaration<Settings> = {
  kind: 'project',
  prefix: 'project',
  words: { one: 'project', title: () => 'Project' },
  called: ({ name }) => name,
  schema,
  storey: null,
  layers: null,
  references: [],
  moved: movedSettings,
  copying: 'stays',
  locks: { layer: false, sizes: false },
  keeps: keptAlways,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: null
};
