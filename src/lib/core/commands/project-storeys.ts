/** The project itself, its storeys and tracing sheets, and deleting things. */
import { degree, normaliseAngle } from '../units/angle';
import { add, angleOf, distance, rotate, scale, subtract } from '../geometry/point';
import { toStored } from '../geometry/tolerances';
import { freshIds, settingsOf, storeysInOrder, wallsOf } from '../project/project';
import type { LengthUnits } from '../units/length';
import type { Material, Opening, Project, Rec, Roof, Storey, TracingSheet, Wall } from '../project/records';
import { hatches } from '../project/records';
import { findRecord } from '../project/project';
import { distanceFor } from '../derive/2-openings';
import { after, needFrame, placeOf } from './checks';
import { command, done, nameOf, need, needPositive, refuse, type Command } from './command';
import * as s from './schemas';
import { freshOrGiven, storedPoint } from './walls';

const setProject = command({
  name: 'setProject',
  about:
    'Name, units and fineness, ground level (above project zero), height limit above the ground (null: none).',
  args: s.object({
    name: s.name().min(1),
    units: s.units().default(undefined),
    ground: s.mm(),
    heightLimit: s.mm().nullable()
  }),
  example: { name: 'Gannet House', units: { system: 'mm', fineness: 1 }, ground: -360, heightLimit: 8200 },
  run: (project, args) => {
    const old = settingsOf(project);
    if (args.heightLimit !== undefined && args.heightLimit !== null)
      needPositive(project, 'height limit', 'the project', args.heightLimit);
    return done(project, 'Change the project', [
      {
        ...old,
        name: args.name ?? old.name,
        units: (args.units as LengthUnits | undefined) ?? old.units,
        ground: args.ground === undefined ? old.ground : toStored(args.ground),
        heightLimit: args.heightLimit === undefined ? old.heightLimit : args.heightLimit
      }
    ]);
  }
});

function checkStorey(project: Project, storey: Storey) {
  needPositive(project, 'height', nameOf(storey), storey.height);
  if (storey.floorDepth < 0) needPositive(project, 'floor depth', nameOf(storey), storey.floorDepth);
  const other = storeysInOrder(project).find(
    (one) => one.id !== storey.id && Math.abs(one.datum - storey.datum) < 1
  );
  if (other)
    refuse(project, 'storey.exists', {
      subjects: [other.id],
      numbers: { datum: storey.datum },
      texts: { other: nameOf(other) }
    });
}

const storeyShape = { name: s.name().min(1), datum: s.mm(), height: s.mm(), floorDepth: s.mm() };

const addStorey = command({
  name: 'addStorey',
  about: 'Add a storey: by default on top of the highest.',
  args: s.object({ id: s.id(), ...storeyShape }),
  example: { name: 'Attic', datum: 5400, height: 2400, floorDepth: 250 },
  run: (project, args) => {
    const top = storeysInOrder(project).at(-1)!;
    const storey: Storey = {
      id: freshOrGiven(project, 'storey', args.id),
      kind: 'storey',
      name: args.name ?? 'Upper',
      datum: toStored(args.datum ?? top.datum + top.height),
      height: toStored(args.height ?? top.height),
      floorDepth: toStored(args.floorDepth ?? 300)
    };
    checkStorey(project, storey);
    return done(project, `Add the storey ${storey.name}`, [storey], [], [storey.id]);
  }
});

const setStorey = command({
  name: 'setStorey',
  about: 'Change a storey: name, datum, height, floor depth. Its walls, slabs and roof go with the datum.',
  args: s.object({ id: s.id().required(), ...storeyShape }),
  example: { id: 'storey-1', height: 2880 },
  run: (project, args) => {
    const old = need(project, 'storey', args.id);
    const length = (value: number | undefined, before: number) =>
      value === undefined ? before : toStored(value);
    const storey: Storey = {
      ...old,
      name: args.name ?? old.name,
      datum: length(args.datum, old.datum),
      height: length(args.height, old.height),
      floorDepth: length(args.floorDepth, old.floorDepth)
    };
    checkStorey(project, storey);
    return done(project, `Change the storey ${storey.name}`, [storey]);
  }
});

const copyStoreyUp = command({
  name: 'copyStoreyUp',
  about:
    'Add a storey above by copying up the walls: the outer ones, or all; with their openings when asked.',
  args: s.object({
    storey: s.id().required(),
    id: s.id(),
    which: s.oneOf(['outer', 'all'] as const),
    name: s.name().min(1),
    height: s.mm(),
    floorDepth: s.mm(),
    wallHeight: s.mm(),
    buildUp: s.id(),
    openings: s.flag()
  }),
  example: { storey: 'storey-1', which: 'outer', name: 'Upper', height: 2460, floorDepth: 330 },
  run: (project, args) => {
    const below = need(project, 'storey', args.storey);
    const walls = wallsOf(project, below.id).filter(
      (wall) => args.which === 'all' || wall.role === 'exterior'
    );
    if (walls.length === 0)
      refuse(project, 'storey.no-walls', {
        subjects: [below.id],
        texts: { thing: nameOf(below), what: args.which === 'all' ? '' : 'outer' }
      });
    const storey: Storey = {
      id: freshOrGiven(project, 'storey', args.id),
      kind: 'storey',
      name: args.name ?? 'Upper',
      datum: below.datum + below.height,
      height: toStored(args.height ?? below.height),
      floorDepth: toStored(args.floorDepth ?? 300)
    };
    checkStorey(project, storey);
    const height = args.wallHeight ?? storey.height;
    needPositive(project, 'height', 'the walls', height);
    const buildUp = args.buildUp === undefined ? undefined : need(project, 'buildUp', args.buildUp).id;
    const ids = freshIds(project, 'wall', walls.length);
    const copies = walls.map((wall, i): Wall => ({
      ...wall,
      id: ids[i]!,
      storey: storey.id,
      base: 0,
      top: { kind: 'height', height: toStored(height) },
      buildUp: buildUp ?? wall.buildUp
    }));
    const openings = args.openings ? copyOpenings(project, walls, ids) : [];
    return done(
      project,
      `Copy ${walls.length} walls up to ${storey.name}`,
      [storey, ...copies, ...openings],
      [],
      [storey.id, ...ids]
    );
  }
});

function copyOpenings(project: Project, walls: readonly Wall[], ids: readonly string[]): Opening[] {
  const to = new Map(walls.map((wall, i) => [wall.id, ids[i]!]));
  const riding = [...project.tables.opening.values()].filter((opening) => to.has(opening.wall));
  const fresh = freshIds(project, 'opening', riding.length);
  return riding.map((opening, i) => ({
    ...opening,
    id: fresh[i]!,
    wall: to.get(opening.wall)!,
    origin:
      opening.origin.kind === 'face' && to.has(opening.origin.wall)
        ? { ...opening.origin, wall: to.get(opening.origin.wall)! }
        : { kind: 'line' }
  }));
}

const addMaterial = command({
  name: 'addMaterial',
  about: 'Add a material: name, colour (#rrggbb), hatch.',
  args: s.object({
    id: s.id(),
    name: s.name().required(),
    colour: s
      .string()
      .matches(/^#[0-9A-Fa-f]{6}$/, '${path} must be like #8F8B80')
      .required(),
    hatch: s.oneOf(hatches)
  }),
  example: { id: 'flint', name: 'Knapped flint', colour: '#6F7478', hatch: 'stone' },
  run: (project, args) => {
    const material: Material = {
      id: freshOrGiven(project, 'material', args.id),
      kind: 'material',
      name: args.name,
      colour: args.colour,
      hatch: args.hatch ?? 'none'
    };
    return done(project, `Add the material ${args.name}`, [material], [], [material.id]);
  }
});

const addSheet = command({
  name: 'addSheet',
  about:
    'Lay a tracing sheet (a stored picture) under the plan of a storey, its lower left corner at `origin`.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    blob: s.string().min(1).max(200).required(),
    mime: s.oneOf(['image/png', 'image/jpeg'] as const).required(),
    widthPx: s.number().integer().min(1).max(30_000).required(),
    heightPx: s.number().integer().min(1).max(30_000).required(),
    origin: s.point().default(undefined),
    mmPerPixel: s.number().positive().max(10_000)
  }),
  example: {
    storey: 'storey-1',
    name: 'Ground plan',
    blob: 'blob-1',
    mime: 'image/png',
    widthPx: 1200,
    heightPx: 800,
    mmPerPixel: 10
  },
  run: (project, args) => {
    const mmPerPixel = args.mmPerPixel ?? 12_000 / args.widthPx;
    const sheet: TracingSheet = {
      id: freshOrGiven(project, 'sheet', args.id),
      kind: 'sheet',
      name: args.name ?? 'Tracing sheet',
      storey: need(project, 'storey', args.storey).id,
      blob: args.blob,
      mime: args.mime,
      widthPx: args.widthPx,
      heightPx: args.heightPx,
      origin: args.origin ? storedPoint(args.origin) : { x: 0, y: 0 },
      angle: 0,
      mmPerPixel,
      fade: 0.5,
      locked: false
    };
    return done(project, 'Lay a tracing sheet', [sheet], [], [sheet.id]);
  }
});

const leastSpan = 1;

const trueUpSheet = command({
  name: 'trueUpSheet',
  about:
    'Give a tracing sheet its scale from two points on it and their true distance; with `angle` also its direction. The model is never scaled.',
  args: s.object({
    id: s.id().required(),
    p: s.point().required(),
    q: s.point().required(),
    length: s.mm().required(),
    angle: s.degrees()
  }),
  example: { id: 'sheet-1', p: { x: 1000, y: 1000 }, q: { x: 9000, y: 1000 }, length: 11400 },
  run: (project, { id, p, q, length, angle }) => {
    const old = need(project, 'sheet', id);
    if (old.locked) refuse(project, 'sheet.locked', { subjects: [id], texts: { thing: nameOf(old) } });
    needPositive(project, 'length', 'the known stretch', length);
    const gap = distance(p, q);
    if (gap < leastSpan) refuse(project, 'sheet.points', { subjects: [id], numbers: { gap } });
    const k = length / gap;
    const turn = angle === undefined ? 0 : normaliseAngle(angle * degree - angleOf(subtract(q, p)));
    const origin = rotate(add(p, scale(subtract(old.origin, p), k)), turn, p);
    return done(project, 'True up the tracing sheet', [
      { ...old, mmPerPixel: old.mmPerPixel * k, origin: storedPoint(origin), angle: old.angle + turn }
    ]);
  }
});

const setSheet = command({
  name: 'setSheet',
  about:
    'Fade (0 clear to 1 full), lock, move or rename a tracing sheet. A locked sheet can only be unlocked or faded.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    fade: s.number().min(0).max(1),
    locked: s.flag(),
    origin: s.point().default(undefined)
  }),
  example: { id: 'sheet-1', fade: 0.3, locked: true },
  run: (project, args) => {
    const old = need(project, 'sheet', args.id);
    if (args.origin && old.locked && args.locked !== false)
      refuse(project, 'sheet.locked', { subjects: [old.id], texts: { thing: nameOf(old) } });
    return done(project, 'Change the tracing sheet', [
      {
        ...old,
        name: args.name ?? old.name,
        fade: args.fade ?? old.fade,
        locked: args.locked ?? old.locked,
        origin: args.origin ? storedPoint(args.origin) : old.origin
      }
    ]);
  }
});

/** Everything that goes when these go, and what is re-homed instead. */
function withdraw(project: Project, ids: readonly string[]): { gone: Set<string>; homed: Rec[] } {
  const gone = new Set(ids);
  const { wall, opening, slab, roof, sheet } = project.tables;
  for (const table of [wall, slab, roof, sheet])
    for (const record of table.values()) if (gone.has(record.storey)) gone.add(record.id);
  for (const record of opening.values()) if (gone.has(record.wall)) gone.add(record.id);
  const homed: Rec[] = [];
  for (const record of opening.values()) {
    if (gone.has(record.id) || record.origin.kind !== 'face' || !gone.has(record.origin.wall)) continue;
    const host = wall.get(record.wall)!;
    const { t0 } = placeOf(project, record, host);
    const free: Opening = { ...record, origin: { kind: 'line' } };
    homed.push({ ...free, distance: toStored(distanceFor(needFrame(project, host), free, undefined, t0)) });
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
  return { gone, homed };
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
    const user =
      record.kind === 'material'
        ? [...project.tables.buildUp.values()].find(
            (one) => !gone.has(one.id) && one.plies.some((ply) => ply.material === id)
          )
        : record.kind === 'buildUp'
          ? [...project.tables.wall.values()].find((one) => !gone.has(one.id) && one.buildUp === id)
          : undefined;
    if (user)
      refuse(project, 'material.used', {
        subjects: [id, user.id],
        texts: { thing: nameOf(record), other: nameOf(user) }
      });
  }
}

export const projectCommands: Command[] = [
  setProject,
  addStorey,
  setStorey,
  copyStoreyUp,
  addMaterial,
  addSheet,
  trueUpSheet,
  setSheet,
  deleteItems
];
