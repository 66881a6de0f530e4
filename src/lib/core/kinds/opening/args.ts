/** Arguments that commands about a opening share. */
import * as s from '../../document/schemas';
import { fillings, setOutTos } from './record';

export const filling = () => s.oneOf(fillings);

export const setOutTo = () => s.oneOf(setOutTos);

export const origin = () =>
  s
    .object({ kind: s.oneOf(['line', 'face'] as const).required(), wall: s.id(), side: s.side() })
    .noUnknown(true);

/** Of several openings: what is not said stays. */
export const someHanding = () =>
  s
    .object({
      hinge: s.oneOf(['near', 'far'] as const),
      opens: s.oneOf(['inside', 'outside'] as const)
    })
    .noUnknown(true);

export const handing = () =>
  s
    .object({
      hinge: s.oneOf(['near', 'far'] as const).required(),
      opens: s.oneOf(['inside', 'outside'] as const).required()
    })
    .noUnknown(true);
