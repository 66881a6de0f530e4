/** Layers and presets: how things are kept together, and what the next wall is to be. */
import { layersOf } from '../project/layers';
import { findRecord, freshIds } from '../project/project';
import { toStored } from '../geometry/tolerances';
import type { Layer, Preset } from '../project/records';
import { command, done, need, needPositive, refuse, type Command } from './command';
import * as s from './schemas';
import { chooseBuildUp, freshOrGiven } from './walls';

const setLayer = command({
  name: 'setLayer',
  about:
    'Show, hide or lock a layer: that of a kind (`what`), one by its id, or a new named one. `put` and `take` put things in a named layer and take them out. What is on a locked layer is not changed by any command.',
  args: s.object({
    id: s.id(),
    what: s.layerKind(),
    name: s.name().min(1),
    shown: s.flag(),
    locked: s.flag(),
    put: s.ids().default(undefined),
    take: s.ids().default(undefined)
  }),
  example: { what: 'partition', locked: true },
  run: (project, args) => {
    const old = args.what
      ? layersOf(project).find(({ holds }) => holds.by === 'kind' && holds.what === args.what)!
      : args.id !== undefined
        ? need(project, 'layer', args.id)
        : undefined;
    const base: Layer = old ?? {
      id: freshIds(project, 'layer', 1)[0]!,
      kind: 'layer',
      name: args.name ?? 'Layer',
      holds: { by: 'items', items: [] },
      shown: true,
      locked: false
    };
    for (const id of args.put ?? [])
      if (!findRecord(project, id)) refuse(project, 'record.missing', { texts: { kind: 'thing', id } });
    const { holds } = base;
    if (holds.by === 'kind' && (args.put || args.take || args.name))
      refuse(project, 'layer.kind', { subjects: [base.id], texts: { thing: base.name } });
    const put: Layer = {
      ...base,
      name: args.name ?? base.name,
      shown: args.shown ?? base.shown,
      locked: args.locked ?? base.locked,
      holds:
        holds.by === 'kind'
          ? holds
          : {
              by: 'items',
              items: [...new Set([...holds.items, ...(args.put ?? [])])].filter(
                (id) => !args.take?.includes(id)
              )
            }
    };
    return done(
      project,
      old ? `Change the layer ${put.name}` : `Make the layer ${put.name}`,
      [put],
      [],
      [put.id]
    );
  }
});

const savePreset = command({
  name: 'savePreset',
  about:
    'Keep what the next wall is to be under a name: build-up or thickness, setting-out line, outside, height (null: as high as its storey), base, kind. With an id, an old one is changed.',
  args: s.object({
    id: s.id(),
    name: s.name().min(1).required(),
    buildUp: s.id(),
    thickness: s.mm(),
    settingOut: s.settingOut(),
    settingOutOffset: s.mm(),
    outside: s.side(),
    height: s.mm().nullable(),
    base: s.mm(),
    role: s.role()
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

export const layerCommands: Command[] = [setLayer, savePreset];
