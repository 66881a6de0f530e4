/** Arguments that commands about a wall share. */
import * as s from '../../document/schemas';
import { settingOuts, wallRoles } from './record';

export const settingOut = () => s.oneOf(settingOuts);

export const role = () => s.oneOf(wallRoles);

/** A wall's top: a height above its base, another storey's datum, or carried up to the roof. */
export const top = () =>
  s
    .object({
      kind: s.oneOf(['height', 'datum', 'roof'] as const).required(),
      height: s.mm(),
      storey: s.id(),
      offset: s.mm()
    })
    .noUnknown(true);
