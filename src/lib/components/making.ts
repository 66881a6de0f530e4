/** Making projects and opening them from files. */
import { nanoid } from 'nanoid';
import { perform } from '../core/commands/register';
import { applyPatch } from '../core/document/patch';
import { readProject } from '../core/exchange/archive';
import { blobsOf } from '../core/exchange/blobs';
import type { Problem } from '../core/document/problems';
import { copyOfProject, newProject } from '../core/kinds/new-project';
import { defaultUnits, type UnitSystem } from '../core/units/length';
import { ProjectGone } from '../storage/faults';
import { createProject, keepSteps } from '../storage/store';
import type { Project } from '../core/document/kind';
import { newGuid } from './guid';
import { restored } from './restored';

/** mm above the ground floor, and as limits; null where there is none. */
export interface Surroundings {
  readonly ground: number;
  readonly heightLimit: number | null;
  /** mm2. */
  readonly areaLimit: number | null;
}

export async function startProject(
  name: string,
  system: UnitSystem,
  surroundings: Surroundings
): Promise<{ ok: true; id: string } | { ok: false; problem: Problem }> {
  const made = newProject(name.trim() || 'New house', defaultUnits[system], newGuid());
  const set = perform(made, { name: 'setProject', args: surroundings });
  if (!set.ok) return set;
  const id = nanoid(10);
  await createProject(id, applyPatch(made, set.patch));
  return { ok: true, id };
}

/** A copy beside the original, without its history and versions; pictures under the plan are shared. */
export async function copyProject(id: string): Promise<void> {
  const stored = await restored(id);
  if (stored) await createProject(nanoid(10), copyOfProject(stored.history.project, newGuid()));
}

/** Call a project otherwise, as a step of its own that can be undone in it. Answers why not, if it cannot. */
export async function renameProject(id: string, name: string): Promise<Problem | undefined> {
  const stored = await restored(id);
  if (!stored) throw new ProjectGone();
  const { project, next } = stored.history;
  const set = perform(project, { name: 'setProject', args: { name: name.trim() } });
  if (!set.ok) return set.problem;
  if (set.patch.size === 0) return undefined;
  const operation = { op: 'do', label: set.label, patch: set.patch } as const;
  await keepSteps(id, next, [operation], applyPatch(project, set.patch));
  return undefined;
}

/** What a page still has of a project, kept as one of its own: the same house when the first is gone, else a new one. */
export async function copyToKeep(project: Project, guid: 'same' | 'new'): Promise<string> {
  const id = nanoid(10);
  await createProject(id, guid === 'same' ? project : copyOfProject(project, newGuid()));
  return id;
}

/** Open a file as a project of its own; what is open stays untouched. */
export async function openFile(
  file: File
): Promise<{ ok: true; id: string } | { ok: false; problem: Problem }> {
  const result = readProject(file.name, new Uint8Array(await file.arrayBuffer()));
  if (!result.ok) return result;
  const id = nanoid(10);
  const mimes = blobsOf(result.project);
  const blobs = new Map(
    [...result.blobs].map(([name, bytes]) => [name, { mime: mimes.get(name) ?? 'image/png', bytes }])
  );
  await createProject(id, result.project, blobs);
  return { ok: true, id };
}
