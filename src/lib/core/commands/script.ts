/** Scripts: commands one after another, on a new project unless one is given. */
import * as fields from '../document/fields';
import type { Project } from '../document/kind';
import { applyPatch } from '../document/patch';
import { problem, type Problem } from '../document/problems';
import { Derivation } from '../document/stage';
import { newProject } from '../kinds/new-project';
import { defaultUnits, type LengthUnits, type UnitSystem } from '../units/length';
import './late';
import { perform, type Call } from './register';

export interface Script {
  /** Settings of a new project; `guid` names it among all projects. */
  readonly project?: { readonly name?: string; readonly units?: unknown; readonly guid?: string };
  readonly commands: readonly Call[];
}

export type ScriptResult =
  | { readonly ok: true; readonly project: Project }
  | { readonly ok: false; readonly problem: Problem; readonly index: number };

/** A new project takes the starter catalogue of the units it begins with. */
function startUnits({ project }: Script): LengthUnits | undefined {
  const { system } = (project?.units ?? {}) as { system?: unknown };
  return typeof system === 'string' && system in defaultUnits
    ? defaultUnits[system as UnitSystem]
    : undefined;
}

function badGuid(given: unknown): ScriptResult {
  const texts = {
    command: 'project',
    fault: `guid "${String(given)}" is not like 3f0c2a18-5b1e-4c63-9d0a-6c3f4f1b2a77`
  };
  return { ok: false, index: -1, problem: problem('args.invalid', defaultUnits.mm, { texts }) };
}

/** Run a script on a project (a new one by default, with `guid` where the script gives none): all of it, or nothing. */
export function runScript(script: Script, start?: Project, guid?: string): ScriptResult {
  const model = new Derivation();
  const { guid: own, ...settings } = script.project ?? {};
  if (own !== undefined && !fields.guid().isValidSync(own)) return badGuid(own);
  let project = start ?? newProject(undefined, startUnits(script), own ?? guid);
  const calls: Call[] = [
    ...(script.project ? [{ name: 'setProject', args: settings }] : []),
    ...script.commands
  ];
  const offset = script.project ? 1 : 0;
  for (const [index, call] of calls.entries()) {
    const result = perform(project, call, model);
    if (!result.ok) return { ok: false, problem: result.problem, index: index - offset };
    project = applyPatch(project, result.patch);
  }
  return { ok: true, project };
}
