/** Arguments that commands about a roof share. */
import * as s from '../../document/schemas';
import { eaveCuts, roofEdgeKinds, soffits } from './record';

export const edgeKind = () => s.oneOf(roofEdgeKinds);

export const eaveCut = () => s.oneOf(eaveCuts);

export const soffit = () => s.oneOf(soffits);
