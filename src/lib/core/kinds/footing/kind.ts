/** Footings. */
import type { Declaration } from '../../document/kind';
import { followsWalls } from './heirs';
import { planOfFootings } from './plan';
import { schema, type Footing } from './record';

const withoutGone =
  (list: 'walls' | 'columns') =>
  (footing: Footing, { gone }: { readonly gone: ReadonlySet<string> }): Footing | undefined => {
    const left = { ...footing, [list]: footing[list].filter(({ of }) => !gone.has(of)) };
    return left.walls.length + left.columns.length > 0 ? left : undefined;
  };

export const footing: Declaration<Footing> = {
  kind: 'footing',
  prefix: 'footing',
  words: { one: 'footing', title: () => 'Footing' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'footing', label: 'Footings' }], of: () => 'footing' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' },
    { path: 'wall.material', to: 'material', gone: 'refuses' },
    { path: 'walls.*.of', to: 'wall', gone: withoutGone('walls') },
    { path: 'columns.*.of', to: 'column', gone: withoutGone('columns') }
  ],
  moved: null,
  copying: 'within',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: followsWalls,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfFootings
};
