/** Arguments that commands about a wall share. */
import * as s from '../../document/schemas';
import { settingOuts, wallRoles } from './record';

export const settingOut = () => s.oneOf(settingOuts);

export const role = () => s.oneOf(wallRoles);

/** What a base is measured from: a foundation, a slab; null: the datum. */
export const on = () =>
  s
    .object({
      kind: s.oneOf(['foundation', 'slab'] as const).required(),
      footing: s.id(),
      slab: s.id()
    })
    .noUnknown(true)
    .nullable()
    .default(undefined);

/** A wall's top: a height above its base, another storey's datum, the underside of a slab, or carried up to the roof. */
export const top = () =>
  s
    .object({
      kind: s.oneOf(['height', 'datum', 'slab', 'roof'] as const).required(),
      height: s.mm(),
      ...{ storey: s.id(), slab: s.id(), offset: s.mm() }
    })
    .noUnknown(true);
