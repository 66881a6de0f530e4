/** Storeys: what lies on one goes with it. */
import type { Declaration, Project, Refused } from '../../document/kind';
import { planOfSupport } from './plan';
import { schema, type Storey } from './record';

function keepsLast(record: Storey, project: Project, going: ReadonlySet<string>): Refused | undefined {
  const isLast = [...project.tables.storey.keys()].every((id) => going.has(id));
  return isLast ? { code: 'storey.last', texts: { thing: record.name } } : undefined;
}

export const storey: Declaration<Storey> = {
  kind: 'storey',
  prefix: 'storey',
  words: { one: 'storey', title: () => 'Storey' },
  called: ({ name }) => name,
  schema,
  storey: null,
  layers: null,
  references: [],
  moved: null,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: keepsLast,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfSupport
};
