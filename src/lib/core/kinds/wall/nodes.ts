/** Where the walls of a storey meet. */
import type { Query } from '../../document/kind';
import type { Node } from '../../kernels/joints/gather';
import { nodesOn } from './stages';

export const storeyNodes = (query: Query, storey: string): readonly Node[] => query.get(nodesOn, storey);
