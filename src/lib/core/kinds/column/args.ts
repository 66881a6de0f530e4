/** Arguments that commands about a column share. */
import * as s from '../../document/schemas';

export const profile = () =>
  s
    .object({
      kind: s.oneOf(['rectangle', 'round'] as const).required(),
      width: s.mm(),
      depth: s.mm(),
      diameter: s.mm()
    })
    .noUnknown(true);
