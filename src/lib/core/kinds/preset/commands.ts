/** Keeping what the next wall is to be under a name. */
import * as wallArgs from '../wall/args';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse } from '../../document/command';
import { chooseBuildUp } from '../wall/choose';
import { toStored } from '../../geometry/tolerances';
import type { Preset } from './record';

export const savePreset = command({
  name: 'savePreset',
  about:
    'Keep what the next wall is to be under a name: build-up or thickness, setting-out line, outside, height (null: as high as its storey), base, kind. With an id, an old one is changed.',
  args: s.object({
    id: s.id(),
    name: s.name().min(1).required(),
    buildUp: s.id(),
    thickness: s.mm(),
    settingOut: wallArgs.settingOut(),
    settingOutOffset: s.mm(),
    outside: s.side(),
    height: s.mm().nullable(),
    base: s.mm(),
    role: wallArgs.role()
  }),
  example: { name: 'Inner wall', thickness: 100, settingOut: 'centre', role: 'partition' },
  run: (project, args) => {
    const old = args.id === undefined ? undefined : project.tables.preset.get(args.id);
    const same = [...project.tables.preset.values()].find((one) => one.name === args.name && one !== old);
    if (same) refuse(project, 'preset.taken', { subjects: [same.id], texts: { name: args.name } });
    if (args.height !== undefined && args.height !== null)
      needPositive(project, 'height', 'the preset', args.height);
    const { buildUp, made } =
      old && args.buildUp === undefined && args.thickness === undefined
        ? { buildUp: need(project, 'buildUp', old.buildUp), made: [] }
        : chooseBuildUp(project, args);
    const preset: Preset = {
      id: old?.id ?? freshOrGiven(project, 'preset', args.id),
      kind: 'preset',
      name: args.name,
      buildUp: buildUp.id,
      settingOut: args.settingOut ?? old?.settingOut ?? 'outer',
      settingOutOffset: toStored(args.settingOutOffset ?? old?.settingOutOffset ?? 0),
      outside: args.outside ?? old?.outside ?? 'right',
      height: args.height === undefined ? (old?.height ?? null) : args.height,
      base: toStored(args.base ?? old?.base ?? 0),
      role: args.role ?? old?.role ?? 'exterior'
    };
    return done(project, `Keep the preset ${preset.name}`, [...made, preset], [], [preset.id]);
  }
});
