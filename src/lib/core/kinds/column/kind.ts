/** Columns and piers. */
import type { Declaration, Project } from '../../document/kind';
import { schema, type Column } from './record';
import { columnRing, topOfColumn } from './shape';
import { storedPoint } from '../../document/command';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import { reachesInto } from './reach';

import { columnCuts } from './cuts';
import { planOfColumns } from './plan';
import { standsAsBefore } from '../wall/standing';
import type { Ring } from '../../geometry/ring';

const movedColumn = (column: Column, motion: Motion): Column => ({
  ...column,
  at: storedPoint(moved(motion, column.at)),
  angle: turnedAngle(motion, column.angle)
});

function ringOn(column: Column, project: Project, storey: string): Ring | undefined {
  const top = topOfColumn(project, column);
  return reachesInto(project, column, top, storey) ? columnRing(column) : undefined;
}

export const column: Declaration<Column> = {
  kind: 'column',
  prefix: 'column',
  words: { one: 'column', title: () => 'Column' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'column', label: 'Columns' }], of: () => 'column' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' },
    { path: 'top.storey', to: 'storey', gone: standsAsBefore },
    { path: 'top.slab', to: 'slab', gone: standsAsBefore }
  ],
  moved: movedColumn,
  copying: 'stands',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: ringOn,
  cuts: columnCuts,
  plan: planOfColumns,
  planOver: null
};
