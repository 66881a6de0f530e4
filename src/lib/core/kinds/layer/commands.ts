/** Layers and presets: how things are kept together, and what the next wall is to be. */
import * as s from '../../document/schemas';
import { command, done, need, refuse } from '../../document/command';
import { layerKindsOf, layersOf } from './layers';
import { findRecord, freshIds } from '../../document/project';
import type { Layer } from './record';

export const setLayer = command({
  name: 'setLayer',
  about:
    'Show, hide or lock a layer: that of a kind (`what`), one by its id, or a new named one. `put` and `take` put things in a named layer and take them out. What is on a locked layer is not changed by any command.',
  args: s.object({
    id: s.id(),
    what: s.id(),
    name: s.name().min(1),
    shown: s.flag(),
    locked: s.flag(),
    put: s.ids().default(undefined),
    take: s.ids().default(undefined)
  }),
  example: { what: 'partition', locked: true },
  run: (project, args) => {
    const known = layerKindsOf(project).map(({ what }) => what);
    if (args.what !== undefined && !known.includes(args.what))
      refuse(project, 'layer.unknown', { texts: { what: args.what, known: known.join(', ') } });
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
