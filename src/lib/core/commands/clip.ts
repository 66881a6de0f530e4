/** Things carried from one project to another: a small house of their own, with all that they are made of. */
import { toStored } from '../geometry/tolerances';
import { topOfColumn } from '../derive/standing';
import { sameValue } from '../project/patch';
import {
  allRecords,
  findRecord,
  freshIds,
  newProject,
  openingsOf,
  projectOf,
  settingsOf
} from '../project/project';
import { readRecords } from '../project/validate';
import type { BuildUp, Material, Project, Rec, Wall, WallTop } from '../project/records';
import { shiftBy } from '../geometry/motion';
import { choose, copies, settled } from './carry';
import { freed, needFrame } from './checks';
import { command, need, refuse, type Command } from './command';
import * as s from './schemas';

/** Heights that were bound to other storeys, and set-outs from walls left behind, become numbers of their own. */
export function clipOf(project: Project, ids: readonly string[]): Rec[] {
  const { walls, columns, chimneys } = choose(project, ids);
  const first = walls[0] ?? columns[0] ?? chimneys[0];
  if (!first) return [];
  const { storey } = first;
  const own = new Set(walls.map(({ id }) => id));
  const fixed = (top: WallTop, height: number): WallTop =>
    top.kind === 'datum' ? { kind: 'height', height: toStored(height) } : top;
  const openings = walls.flatMap((wall) =>
    openingsOf(project, wall.id).map((opening) =>
      opening.origin.kind === 'line' || own.has(opening.origin.wall) ? opening : freed(project, opening)
    )
  );
  const buildUps = [...new Set(walls.map(({ buildUp }) => buildUp))].map((id) =>
    need(project, 'buildUp', id)
  );
  const materials = new Set([
    ...buildUps.flatMap(({ plies }) => plies.map(({ material }) => material)),
    ...[...columns, ...chimneys].map(({ material }) => material)
  ]);
  return [
    settingsOf(project),
    need(project, 'storey', storey),
    ...[...materials].map((id) => need(project, 'material', id)),
    ...buildUps,
    ...walls.map((wall) => ({
      ...wall,
      storey,
      top: fixed(wall.top, needFrame(project, wall).top - wall.base)
    })),
    ...openings,
    ...columns.map((one) => ({
      ...one,
      storey,
      top: fixed(one.top, topOfColumn(project, one) - one.base)
    })),
    ...chimneys.map((one) => ({
      ...one,
      storey,
      flues: one.flues.map((flue) => ({ ...flue, storey }))
    })),
    ...[...project.tables.joint.values()].filter(({ members }) => members.every(({ wall }) => own.has(wall)))
  ];
}

/** Under which id each of these is known here: the same one where it is the same, else a new one. */
function settle<T extends Material | BuildUp>(project: Project, records: readonly T[], alike: Iterable<T>) {
  const named = new Map<string, string>();
  const puts: T[] = [];
  const here = [...alike];
  for (const record of records) {
    const same = here.find((one) => sameValue({ ...one, id: '' }, { ...record, id: '' }));
    const taken = findRecord(project, record.id) !== undefined;
    const id =
      same?.id ?? (taken ? freshIds(project, record.kind, puts.length + 1)[puts.length]! : record.id);
    named.set(record.id, id);
    if (!same) puts.push({ ...record, id });
  }
  return { named, puts };
}

/** One partition with what it is made of. */
function exampleHouse(): Project {
  const wall: Wall = {
    ...{
      id: 'shelf-wall',
      kind: 'wall',
      name: '',
      storey: 'storey-1',
      a: { x: 0, y: 0 },
      b: { x: 1800, y: 0 }
    },
    ...{ settingOut: 'centre', settingOutOffset: 0, returnEnds: false, returnJambs: false, outside: 'right' },
    ...{ buildUp: 'solid-timber', base: 0, top: { kind: 'height', height: 2400 } },
    ...{ role: 'partition', standsApart: false, certainty: 'measured' }
  };
  return projectOf([...allRecords(newProject('Example')), wall]);
}

const pasteItems = command({
  name: 'pasteItems',
  about:
    'Put things of another project on a storey, shifted by a vector: walls with their openings, build-ups and materials, columns, chimneys. `records` are those of a small house (docs/file-format.md).',
  args: s.object({
    storey: s.id().required(),
    records: s.array(s.mixed<object>().required()).max(20_000).required(),
    by: s.point().default(undefined)
  }),
  example: {
    storey: 'storey-1',
    records: clipOf(exampleHouse(), ['shelf-wall']),
    by: { x: 3000, y: 2000 }
  },
  run: (project, { storey, records, by }) => {
    const target = need(project, 'storey', storey).id;
    const read = readRecords(records);
    if (!read.ok) refuse(project, 'clip.foreign', { texts: { fault: read.fault } });
    const clip = projectOf(read.records);
    const { wall, column, chimney } = clip.tables;
    const ids = [...wall.keys(), ...column.keys(), ...chimney.keys()];
    if (ids.length === 0) refuse(project, 'nothing.selected');
    const materials = settle(project, [...clip.tables.material.values()], project.tables.material.values());
    const made = (id: string) => materials.named.get(id) ?? id;
    const buildUps = settle(
      project,
      [...clip.tables.buildUp.values()].map((one) => ({
        ...one,
        plies: one.plies.map((ply) => ({ ...ply, material: made(ply.material) }))
      })),
      project.tables.buildUp.values()
    );
    const copied = copies(clip, project, choose(clip, ids), [shiftBy(by ?? { x: 0, y: 0 })]);
    const puts = copied.puts.map((one): Rec => {
      switch (one.kind) {
        case 'wall':
          return { ...one, storey: target, buildUp: buildUps.named.get(one.buildUp) ?? one.buildUp };
        case 'column':
          return { ...one, storey: target, material: made(one.material) };
        case 'chimney':
          return {
            ...one,
            storey: target,
            material: made(one.material),
            flues: one.flues.map((flue) => ({ ...flue, storey: target }))
          };
        case 'joint':
          return { ...one, storey: target };
        default:
          return one;
      }
    });
    const label = ids.length === 1 ? 'Paste a thing' : `Paste ${ids.length} things`;
    return settled(project, label, [...materials.puts, ...buildUps.puts, ...puts], copied.made);
  }
});

export const clipCommands: Command[] = [pasteItems];
