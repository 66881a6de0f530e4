/** Arguments that commands about a roof share. */
import * as s from '../../document/schemas';
import { roofEdgeKinds } from './record';

export const edgeKind = () => s.oneOf(roofEdgeKinds);
