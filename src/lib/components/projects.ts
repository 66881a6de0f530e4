/** Projects of this browser: making, opening from files, the demo house. */
import { nanoid } from 'nanoid';
import gannet from '../../../examples/gannet-house.json';
import plover from '../../../examples/plover-cabin.json';
import { runScript, type Script } from '../core/commands/register';
import { readProject } from '../core/exchange/archive';
import type { Problem } from '../core/document/problems';
import { copyOfProject, newProject } from '../core/kinds/new-project';
import { defaultUnits, type UnitSystem } from '../core/units/length';
import { onceEver } from '../storage/database';
import {
  createProject,
  listProjects,
  removeProject as removeStored,
  type ProjectRow
} from '../storage/store';
import { tellRemoved } from '../storage/tabs';
import type { Project } from '../core/document/kind';
import { restored } from './restored';

const demos = { 'Gannet House': gannet, 'Plover Cabin': plover } as const;
export type Demo = keyof typeof demos;
export const demoNames = Object.keys(demos) as Demo[];

/** The list; on the very first visit the demo houses are built by their scripts, both or none. */
export async function projectsHere(): Promise<ProjectRow[]> {
  await onceEver('demo houses', async () => {
    for (const name of [...demoNames].reverse()) await layDemo(name);
  });
  return listProjects();
}

/** A name for a new project among all projects: a random UUID (RFC 9562, form 4), also where the page is not secure. */
function newGuid(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
}

export async function layDemo(name: Demo): Promise<string> {
  const result = runScript(demos[name] as Script, undefined, newGuid());
  if (!result.ok) throw new Error(`the demo script: ${result.problem.message}`);
  const id = nanoid(10);
  await createProject(id, result.project);
  return id;
}

export async function startProject(name: string, system: UnitSystem): Promise<string> {
  const id = nanoid(10);
  await createProject(id, newProject(name.trim() || 'New house', defaultUnits[system], newGuid()));
  return id;
}

/** A copy beside the original, without its history and versions; pictures under the plan are shared. */
export async function copyProject(id: string): Promise<void> {
  const stored = await restored(id);
  if (stored) await createProject(nanoid(10), copyOfProject(stored.history.project, newGuid()));
}

/** What a page still has of a project, kept as one of its own: the same house when the first is gone, else a new one. */
export async function copyToKeep(project: Project, guid: 'same' | 'new'): Promise<string> {
  const id = nanoid(10);
  await createProject(id, guid === 'same' ? project : copyOfProject(project, newGuid()));
  return id;
}

/** Remove a project, and tell the tabs that still have it open. */
export async function removeProject(id: string): Promise<void> {
  await removeStored(id);
  tellRemoved(id);
}

/** Open a file as a project of its own; what is open stays untouched. */
export async function openFile(
  file: File
): Promise<{ ok: true; id: string } | { ok: false; problem: Problem }> {
  const result = readProject(file.name, new Uint8Array(await file.arrayBuffer()));
  if (!result.ok) return result;
  const id = nanoid(10);
  const mimes = new Map(
    [...result.project.tables.tracingSheet.values()].map((sheet) => [sheet.blob, sheet.mime])
  );
  const blobs = new Map(
    [...result.blobs].map(([name, bytes]) => [name, { mime: mimes.get(name) ?? 'image/png', bytes }])
  );
  await createProject(id, result.project, blobs);
  return { ok: true, id };
}
