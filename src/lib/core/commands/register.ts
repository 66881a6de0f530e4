/** The register of all commands: the interface, the journal, scripts and docs/commands.md read it. */
import { problem } from '../project/problems';
import { applyPatch } from '../project/patch';
import { newProject, settingsOf } from '../project/project';
import type { Project } from '../project/records';
import type { Problem } from '../project/problems';
import { defaultUnits, type LengthUnits, type UnitSystem } from '../units/length';
import { ask, Refusal, type Command, type Result } from './command';
import { dimensionCommands } from './dimensions';
import { floorRoofCommands } from './floors-roofs';
import { openingCommands } from './openings';
import { buildUpCommands } from './build-ups';
import { follow } from './follow';
import { guideCommands } from './guides';
import { jointCommands } from './joints';
import { layerCommands } from './layers';
import { carryCommands } from './carry';
import { clipCommands } from './clip';
import { makeTrueCommands } from './make-true';
import { projectCommands } from './project';
import { reviewCommands } from './findings';
import { standingCommands } from './standing';
import { sheetCommands } from './sheets';
import { stretchCommands } from './stretches';
import { storeyCommands } from './storeys';
import { twinCommands } from './twins';
import { wallMoveCommands } from './wall-moves';
import { wallCommands } from './walls';

export const commands: readonly Command[] = [
  ...projectCommands,
  ...storeyCommands,
  ...buildUpCommands,
  ...wallCommands,
  ...wallMoveCommands,
  ...makeTrueCommands,
  ...stretchCommands,
  ...carryCommands,
  ...twinCommands,
  ...clipCommands,
  ...jointCommands,
  ...openingCommands,
  ...standingCommands,
  ...floorRoofCommands,
  ...sheetCommands,
  ...guideCommands,
  ...dimensionCommands,
  ...layerCommands,
  ...reviewCommands
];

const byName = new Map(commands.map((one) => [one.name, one]));

export interface Call {
  readonly name: string;
  readonly args: unknown;
}

/** Ask a command by name. Never throws for bad input; changes nothing. */
export function perform(project: Project, { name, args }: Call): Result {
  const found = byName.get(name);
  if (!found)
    return { ok: false, problem: problem('command.unknown', settingsOf(project).units, { texts: { name } }) };
  const result = ask(project, found, args);
  if (!result.ok) return result;
  try {
    const patch = follow(project, result.patch);
    return patch === result.patch ? result : { ...result, patch };
  } catch (fault) {
    if (!(fault instanceof Refusal)) throw fault;
    return { ok: false, problem: fault.problem };
  }
}

/** A new project takes the starter catalogue of the units it begins with. */
function startUnits({ project }: Script): LengthUnits | undefined {
  const { system } = (project?.units ?? {}) as { system?: unknown };
  return typeof system === 'string' && system in defaultUnits
    ? defaultUnits[system as UnitSystem]
    : undefined;
}

export interface Script {
  readonly project?: { readonly name?: string; readonly units?: unknown };
  readonly commands: readonly Call[];
}

export type ScriptResult =
  | { readonly ok: true; readonly project: Project }
  | { readonly ok: false; readonly problem: Problem; readonly index: number };

/** Run a script on a project (a new one by default): all of it, or nothing. */
export function runScript(script: Script, start?: Project): ScriptResult {
  let project = start ?? newProject(undefined, startUnits(script));
  const calls: Call[] = [
    ...(script.project ? [{ name: 'setProject', args: script.project }] : []),
    ...script.commands
  ];
  const offset = script.project ? 1 : 0;
  for (const [index, call] of calls.entries()) {
    const result = perform(project, call);
    if (!result.ok) return { ok: false, problem: result.problem, index: index - offset };
    project = applyPatch(project, result.patch);
  }
  return { ok: true, project };
}
