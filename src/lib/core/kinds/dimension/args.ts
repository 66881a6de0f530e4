/** Arguments that commands about a dimension share. */
import * as s from '../../document/schemas';

/** A face or the middle of a wall, a jamb or the middle of an opening: `low` is the one nearer end a of its wall. */
export const sizeEnd = () =>
  s
    .object({
      wall: s.id(),
      side: s.oneOf(['left', 'right', 'centre'] as const),
      opening: s.id(),
      jamb: s.oneOf(['low', 'high', 'centre'] as const)
    })
    .noUnknown(true);
