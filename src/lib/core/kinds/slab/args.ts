/** Arguments that commands about a slab share. */
import * as s from '../../document/schemas';
import { slabFaces } from './record';

export const slabFace = () => s.oneOf(slabFaces);
