/** Making projects and asking them: lookups, order of storeys, fresh ids. */
import { defaultUnits, inch, type LengthUnits } from '../units/length';
import { starterBuildUps, starterMaterials } from './catalogue';
import {
  kinds,
  schemaVersion,
  type Kind,
  type Opening,
  type Project,
  type Rec,
  type RecordOf,
  type Settings,
  type Storey,
  type Tables,
  type Wall
} from './records';

/** A project from loose records; later records of an id replace earlier ones. */
export function projectOf(records: Iterable<Rec>): Project {
  const tables = Object.fromEntries(kinds.map((kind) => [kind, new Map<string, Rec>()])) as Record<
    Kind,
    Map<string, Rec>
  >;
  for (const record of records) tables[record.kind].set(record.id, record);
  return { schemaVersion, tables: tables as unknown as Tables };
}

/** A new project: its settings, a ground storey and the starter catalogue. */
export function newProject(name = 'New house', units: LengthUnits = defaultUnits.mm): Project {
  const settings: Settings = {
    id: 'project',
    kind: 'project',
    name,
    units,
    ground: -150,
    heightLimit: null,
    secondUnits: null,
    areaLimit: null,
    nudge: units.system === 'ft' ? inch / 2 : 10,
    grid: null
  };
  const ground: Storey = {
    id: 'storey-1',
    kind: 'storey',
    name: 'Ground',
    datum: 0,
    height: 2700,
    floorDepth: 0
  };
  return projectOf([settings, ground, ...starterMaterials, ...starterBuildUps(units.system)]);
}

export function settingsOf(project: Project): Settings {
  const settings = project.tables.project.get('project');
  if (!settings) throw new Error('a project without its settings record');
  return settings;
}

export function allRecords(project: Project): Rec[] {
  return kinds.flatMap((kind) => [...project.tables[kind].values()]);
}

export function findRecord(project: Project, id: string): Rec | undefined {
  for (const kind of kinds) {
    const found = project.tables[kind].get(id);
    if (found) return found;
  }
  return undefined;
}

/** Storeys from the lowest datum up; ties by id. */
export function storeysInOrder(project: Project): Storey[] {
  return [...project.tables.storey.values()].sort((p, q) => p.datum - q.datum || (p.id < q.id ? -1 : 1));
}

export function wallsOf(project: Project, storey: string): Wall[] {
  return [...project.tables.wall.values()].filter((wall) => wall.storey === storey);
}

export function openingsOf(project: Project, wall: string): Opening[] {
  return [...project.tables.opening.values()].filter((opening) => opening.wall === wall);
}

const prefixes: Record<Kind, string> = {
  project: 'project',
  storey: 'storey',
  material: 'material',
  buildUp: 'build-up',
  wall: 'wall',
  opening: 'opening',
  column: 'column',
  chimney: 'chimney',
  slab: 'slab',
  roof: 'roof',
  sheet: 'sheet',
  joint: 'joint',
  putOff: 'put-off',
  guide: 'guide',
  dimension: 'dimension',
  preset: 'preset',
  layer: 'layer',
  twins: 'twins'
};

/** The next `count` unused ids of a kind, such as `wall-17`: one above the highest in use, so deterministic. */
export function freshIds(project: Project, kind: Kind, count: number): string[] {
  const prefix = `${prefixes[kind]}-`;
  let top = 0;
  for (const id of project.tables[kind].keys())
    if (id.startsWith(prefix)) top = Math.max(top, Number.parseInt(id.slice(prefix.length), 10) || 0);
  return Array.from({ length: count }, (_, i) => `${prefix}${top + i + 1}`);
}

export type { RecordOf };
