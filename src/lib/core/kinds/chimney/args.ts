/** Arguments that commands about a chimney share. */
import * as s from '../../document/schemas';
import { fireSides } from './record';

export const chimneyTop = () =>
  s
    .object({ kind: s.oneOf(['roof', 'height'] as const).required(), above: s.mm(), height: s.mm() })
    .noUnknown(true);

export const fire = () =>
  s
    .object({
      side: s.oneOf(fireSides).required(),
      width: s.mm().required(),
      height: s.mm().required(),
      depth: s.mm().required(),
      reach: s.mm(),
      hearth: s.mm()
    })
    .noUnknown(true);

export const flues = () =>
  s
    .array(
      s
        .object({
          storey: s.id(),
          along: s.mm(),
          across: s.mm(),
          width: s.mm().required(),
          depth: s.mm().required(),
          fire: fire().nullable().default(undefined)
        })
        .noUnknown(true)
        .required()
    )
    .max(12);
