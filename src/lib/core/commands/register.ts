/** Commands by name: the interface and the journal ask them here. */
import { answered, ask } from '../document/command';
import type { Command, Project, Query, Result } from '../document/kind';
import { problem } from '../document/problems';
import { settingsOf } from '../document/project';
import { Derivation } from '../document/stage';
import { addBuildUp, copyBuildUp, setBuildUp } from '../kinds/build-up/commands';
import { bringEntries, saveEntry } from '../kinds/catalogue-entry/commands';
import { deferFinding, resumeFinding } from '../kinds/deferral/commands';
import { resetJoint, setJoint } from '../kinds/joint/commands';
import { setLayer } from '../kinds/layer/commands';
import { addMaterial, setMaterial } from '../kinds/material/commands';
import { addOpening, addOpenings, setOpening, setOpenings } from '../kinds/opening/commands';
import { savePreset } from '../kinds/preset/commands';
import { setProject } from '../kinds/project/commands';
import { setGrid } from '../kinds/project/grid';
import { addStorey, moveStorey, setStorey } from '../kinds/storey/commands';
import { releaseTwins } from '../kinds/twins/commands';
import { wallCommands } from '../kinds/wall/commands';
import { wallMoveCommands } from '../kinds/wall/moves';
import { besides } from './besides';
import { pasteItems } from './clipboard';
import { deleteItems } from './delete';
import { withLaws } from './laws';
import { makeTrueCommands } from './make-true';
import { changeStretch } from './stretch';
import { transformCommands } from './transform';

/** Those that a page has from its beginning; more in `late.ts`, all of them in `all.ts`. */
export const firstCommands: readonly Command[] = [
  ...[setProject, setGrid, addStorey, setStorey, moveStorey],
  ...[addMaterial, setMaterial, addBuildUp, copyBuildUp, setBuildUp],
  ...[...wallCommands, ...wallMoveCommands, ...makeTrueCommands, changeStretch, setJoint, resetJoint],
  ...[saveEntry, bringEntries, addOpening, addOpenings, setOpening, setOpenings],
  ...[savePreset, setLayer, releaseTwins],
  ...[...transformCommands, pasteItems, deleteItems, deferFinding, resumeFinding]
];

const byName = new Map(firstCommands.map((one) => [one.name, one]));

/** Commands that `perform` knows from now on. */
export function learn(commands: readonly Command[]) {
  for (const one of commands) byName.set(one.name, one);
}

export interface Call {
  readonly name: string;
  readonly args: unknown;
}

/**
 * Ask a command by name. Never throws for bad input; changes nothing. `model`: keeps what is derived on the way; one is
 * made where none is handed in.
 */
export function perform(project: Project, call: Call, model: Derivation = new Derivation()): Result {
  return performOn(model.at(project), call);
}

function performOn(query: Query, { name, args }: Call): Result {
  const { project } = query;
  const found = byName.get(name);
  if (!found)
    return { ok: false, problem: problem('command.unknown', settingsOf(project).units, { texts: { name } }) };
  const result = ask(query, found, args);
  if (!result.ok) return result;
  return answered(() => {
    const patch = withLaws(query, result.patch);
    const also = [result.also, besides(query, patch)].filter(Boolean).join(' ');
    return { ...result, patch, ...(also && { also }) };
  });
}
