/** The record of a preset: what is stored of it, and what the reader lets in. */
import { number, object } from 'yup';
import * as f from '../../document/fields';
import { settingOuts, wallRoles, type SettingOut, type WallRole } from '../wall/record';
import type { Side } from '../../kernels/joints/frame';

/** What the next wall is to be, under a name; `height` null: as high as its storey. */
export interface Preset {
  readonly id: string;
  readonly kind: 'preset';
  readonly name: string;
  readonly buildUp: string;
  readonly settingOut: SettingOut;
  readonly settingOutOffset: number;
  readonly outside: Side;
  readonly height: number | null;
  readonly base: number;
  readonly role: WallRole;
}

/** What a preset may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  buildUp: f.id(),
  settingOut: f.choice(settingOuts),
  settingOutOffset: f.mm(),
  outside: f.side(),
  height: number().positive().max(f.most).nullable().defined(),
  base: f.mm(),
  role: f.choice(wallRoles)
});

declare module '../../document/record' {
  interface Records {
    preset: Preset;
  }
}
