/** The ground as it is made: brought to slabs. Apart from what a plan shows, which has to follow the pointer. */
import { settingsOf } from '../../document/project';
import { result, stage } from '../../document/stage';
import { flat } from '../../geometry/plane';
import { shapedGround, type GroundPiece } from '../../kernels/ground/shaped';
import { groundAsItIs, pads, site } from './stages';

const none: readonly GroundPiece[] = [];

/** By an empty key; no pieces where it is flat. */
export const groundPieces = stage(
  'the ground as it is made',
  { surface: result(groundAsItIs, () => ''), pads: result(pads, () => '') },
  ({ surface, pads: given }): readonly GroundPiece[] => (surface ? shapedGround(surface.facets, given) : none)
);

/** By an empty key: also where nothing is told of it, flat at the project's level as far as anything stands on it. */
export const groundUnder = stage(
  'the ground under all that stands on it',
  {
    pieces: result(groundPieces, () => ''),
    around: result(site, () => ''),
    usual: ({ project }) => settingsOf(project).ground
  },
  ({ pieces, around: ring, usual }): readonly GroundPiece[] =>
    pieces.length > 0 || ring.length === 0
      ? pieces
      : [{ ring, plane: flat(usual), old: flat(usual), pad: null, kind: 'old' }]
);
