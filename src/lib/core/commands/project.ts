/** The project itself, and deleting things with all that hangs on them. */
import { toStored } from '../geometry/tolerances';
import { findRecord, settingsOf, storeysInOrder, wallsOf } from '../project/project';
import type { LengthUnits } from '../units/length';
import type { Chimney, Project, Rec, Roof, Wall } from '../project/records';
import { topOfColumn } from '../derive/standing';
import { after, freed, needFrame } from './checks';
import { command, done, nameOf, needPositive, refuse, type Command } from './command';
import * as s from './schemas';

const setProject = command({
  name: 'setProject',
  about:
    'Name, units and fineness, a second unit beside them, ground level (above project zero), limits of height above the ground and of floor area in mm2 (null: none), the step of the arrow keys.',
  args: s.object({
    name: s.name().min(1),
    units: s.units().default(undefined),
    secondUnits: s.units().nullable().default(undefined),
    ground: s.mm(),
    heightLimit: s.mm().nullable(),
    areaLimit: s.number().max(1e12).nullable(),
    nudge: s.mm()
  }),
  example: { name: 'Gannet House', units: { system: 'mm', fineness: 1 }, ground: -360, heightLimit: 8200 },
  run: (project, args) => {
    const old = settingsOf(project);
    if (args.heightLimit !== undefined && args.heightLimit !== null)
      needPositive(project, 'height limit', 'the project', args.heightLimit);
    if (args.nudge !== undefined) needPositive(project, 'nudge step', 'the project', args.nudge);
    if (args.areaLimit !== undefined && args.areaLimit !== null && args.areaLimit <= 0)
      refuse(project, 'area.not-positive', { texts: { area: `${args.areaLimit / 1e6} m²` } });
    return done(project, 'Change the project', [
      {
        ...old,
        name: args.name ?? old.name,
        units: (args.units as LengthUnits | undefined) ?? old.units,
        ground: args.ground === undefined ? old.ground : toStored(args.ground),
        secondUnits:
          args.secondUnits === undefined ? old.secondUnits : (args.secondUnits as LengthUnits | null),
        heightLimit: args.heightLimit === undefined ? old.heightLimit : args.heightLimit,
        areaLimit: args.areaLimit === undefined ? old.areaLimit : args.areaLimit,
        nudge: args.nudge === undefined ? old.nudge : toStored(args.nudge)
      }
    ]);
  }
});

/** Everything that goes when these go, and what is re-homed instead. */
function withdraw(project: Project, ids: readonly string[]): { gone: Set<string>; homed: Rec[] } {
  const gone = new Set(ids);
  const { wall, opening, column, chimney, slab, roof, sheet, joint, guide, dimension } = project.tables;
  for (const table of [wall, column, chimney, slab, roof, sheet, joint, guide, dimension])
    for (const record of table.values()) if (gone.has(record.storey)) gone.add(record.id);
  for (const record of opening.values()) if (gone.has(record.wall)) gone.add(record.id);
  const homed: Rec[] = [];
  for (const record of opening.values()) {
    if (gone.has(record.id) || record.origin.kind !== 'face' || !gone.has(record.origin.wall)) continue;
    homed.push(freed(project, record));
  }
  for (const record of roof.values()) {
    if (gone.has(record.id))
      for (const one of wallsOf(project, record.storey)) homed.push(...loweredWall(one, record, gone));
    else if (record.edges.some((edge) => gone.has(edge.wall)))
      homed.push({ ...record, edges: record.edges.filter((edge) => !gone.has(edge.wall)) });
  }
  for (const record of wall.values())
    if (!gone.has(record.id) && record.top.kind === 'datum' && gone.has(record.top.storey)) {
      const height = needFrame(project, record).top - record.base;
      homed.push({ ...record, top: { kind: 'height', height: toStored(Math.max(1, height)) } });
    }
  for (const record of column.values())
    if (!gone.has(record.id) && record.top.kind === 'datum' && gone.has(record.top.storey)) {
      const height = topOfColumn(project, record) - record.base;
      homed.push({ ...record, top: { kind: 'height', height: toStored(Math.max(1, height)) } });
    }
  for (const record of chimney.values()) if (!gone.has(record.id)) homed.push(...fewerFlues(record, gone));
  for (const { id } of chimney.values())
    if (homed.some((one) => one.id === id && one.kind === 'chimney' && one.flues.length === 0)) gone.add(id);
  return { gone, homed: homed.filter(({ id }) => !gone.has(id)) };
}

/** A storey's flues go with it. */
function fewerFlues(chimney: Chimney, gone: ReadonlySet<string>): Chimney[] {
  const flues = chimney.flues.filter((flue) => !gone.has(flue.storey));
  return flues.length === chimney.flues.length ? [] : [{ ...chimney, flues }];
}

/** Without its roof a carried-up wall ends at the plate level again. */
function loweredWall(wall: Wall, roof: Roof, gone: ReadonlySet<string>): Wall[] {
  if (gone.has(wall.id) || wall.top.kind !== 'roof') return [];
  return [{ ...wall, top: { kind: 'height', height: Math.max(100, roof.plateLevel - wall.base) } }];
}

const deleteItems = command({
  name: 'deleteItems',
  about: 'Delete things by id. Openings go with their wall; joints, roofs and set-outs heal.',
  args: s.object({ ids: s.ids().required() }),
  example: { ids: ['opening-1'] },
  run: (project, { ids }) => {
    for (const id of ids) {
      const record =
        findRecord(project, id) ?? refuse(project, 'record.missing', { texts: { kind: 'thing', id } });
      if (record.kind === 'project')
        refuse(project, 'record.kept', { subjects: [id], texts: { thing: nameOf(record) } });
      if (record.kind === 'storey' && storeysInOrder(project).every((storey) => ids.includes(storey.id)))
        refuse(project, 'storey.last', { subjects: [id], texts: { thing: nameOf(record) } });
    }
    const { gone, homed } = withdraw(project, ids);
    checkUnused(project, ids, gone);
    after(project, homed, [...gone]);
    return done(
      project,
      ids.length === 1 ? `Delete ${nameOf(findRecord(project, ids[0]!))}` : `Delete ${ids.length} things`,
      homed,
      [...gone]
    );
  }
});

function checkUnused(project: Project, ids: readonly string[], gone: ReadonlySet<string>) {
  for (const id of ids) {
    const record = findRecord(project, id)!;
    const { buildUp, column, chimney } = project.tables;
    const user =
      record.kind === 'material'
        ? ([...buildUp.values()].find(
            (one) => !gone.has(one.id) && one.plies.some((ply) => ply.material === id)
          ) ??
          [...column.values(), ...chimney.values()].find((one) => !gone.has(one.id) && one.material === id))
        : record.kind === 'buildUp'
          ? [...project.tables.wall.values(), ...project.tables.preset.values()].find(
              (one) => !gone.has(one.id) && one.buildUp === id
            )
          : undefined;
    if (user)
      refuse(project, 'material.used', {
        subjects: [id, user.id],
        texts: { thing: nameOf(record), other: nameOf(user) }
      });
  }
}

export const projectCommands: Command[] = [setProject, deleteItems];
