/** Arguments that commands about a roof share. */
import * as s from '../../document/schemas';
import { eaveCuts, roofEdgeKinds, soffits } from './record';

export const edgeKind = () => s.oneOf(roofEdgeKinds);

/** Of the roof's own outline, by its number. */
export const side = () => s.number().integer().min(0).max(1000);

export const eaveCut = () => s.oneOf(eaveCuts);

export const soffit = () => s.oneOf(soffits);
