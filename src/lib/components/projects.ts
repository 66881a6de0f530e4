/** Projects of this browser: making, opening from files, the demo house. */
import { nanoid } from 'nanoid';
import gannet from '../../../examples/gannet-house.json';
import plover from '../../../examples/plover-cabin.json';
import { runScript, type Script } from '../core/commands/register';
import { readProject } from '../core/exchange/archive';
import type { Problem } from '../core/project/problems';
import { newProject } from '../core/project/project';
import { defaultUnits, type UnitSystem } from '../core/units/length';
import { createProject, listProjects, removeProject, type ProjectRow } from '../storage/store';

const demoMark = 'cliffstead demo laid';

const demos = { 'Gannet House': gannet, 'Plover Cabin': plover } as const;
export type Demo = keyof typeof demos;
export const demoNames = Object.keys(demos) as Demo[];

/** The list; on the very first visit the demo houses are built by their scripts. */
export async function projectsHere(): Promise<ProjectRow[]> {
  if (!localStorage.getItem(demoMark)) {
    localStorage.setItem(demoMark, 'yes');
    for (const name of [...demoNames].reverse()) await layDemo(name);
  }
  return listProjects();
}

export async function layDemo(name: Demo): Promise<string> {
  const result = runScript(demos[name] as Script);
  if (!result.ok) throw new Error(`the demo script: ${result.problem.message}`);
  const id = nanoid(10);
  await createProject(id, result.project);
  return id;
}

export async function startProject(name: string, system: UnitSystem): Promise<string> {
  const id = nanoid(10);
  await createProject(id, newProject(name.trim() || 'New house', defaultUnits[system]));
  return id;
}

/** Open a file as a project of its own; what is open stays untouched. */
export async function openFile(
  file: File
): Promise<{ ok: true; id: string } | { ok: false; problem: Problem }> {
  const result = readProject(file.name, new Uint8Array(await file.arrayBuffer()));
  if (!result.ok) return result;
  const id = nanoid(10);
  const mimes = new Map([...result.project.tables.sheet.values()].map((sheet) => [sheet.blob, sheet.mime]));
  const blobs = new Map(
    [...result.blobs].map(([name, bytes]) => [name, { mime: mimes.get(name) ?? 'image/png', bytes }])
  );
  await createProject(id, result.project, blobs);
  return { ok: true, id };
}

export { removeProject };
