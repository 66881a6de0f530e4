/** The ground as it is made: brought to slabs. Apart from what a plan shows, which has to follow the pointer. */
import { result, stage } from '../../document/stage';
import { shapedGround, type GroundPiece } from '../../kernels/ground/shaped';
import { groundAsItIs, pads } from './stages';

const none: readonly GroundPiece[] = [];

/** By an empty key; no pieces where it is flat. */
export const groundPieces = stage(
  'the ground as it is made',
  { surface: result(groundAsItIs, () => ''), pads: result(pads, () => '') },
  ({ surface, pads: given }): readonly GroundPiece[] => (surface ? shapedGround(surface.facets, given) : none)
);
