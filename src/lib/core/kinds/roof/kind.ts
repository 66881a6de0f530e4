/** Roofs over the outline of a storey. */
import type { Declaration, Loss } from '../../document/kind';
import { schema, type Roof } from './record';
import { wallsOf, type Wall } from '../wall/record';
import { addRoof, setRoof, setRoofEdge } from './commands';
import { planOfRoofs } from './plan';

/** Without its roof a wall that is carried up ends at the plate level again. */
function lowersWalls(roof: Roof, { after }: Loss): Wall[] {
  return wallsOf(after.project, roof.storey).flatMap((wall): Wall[] =>
    wall.top.kind === 'roof'
      ? [{ ...wall, top: { kind: 'height', height: Math.max(100, roof.plateLevel - wall.base) } }]
      : []
  );
}

export const roof: Declaration<Roof> = {
  kind: 'roof',
  prefix: 'roof',
  words: { one: 'roof', title: () => 'Roof' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'roof', label: 'Roofs' }], of: () => 'roof' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' },
    { path: 'edges.*.wall', to: 'wall', gone: 'list' }
  ],
  moved: null,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: lowersWalls,
  law: null,
  holds: null,
  commands: [addRoof, setRoof, setRoofEdge],
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfRoofs
};
