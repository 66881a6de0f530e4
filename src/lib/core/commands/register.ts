/** The register of all commands: the interface, the journal, scripts (script.ts) and docs/commands.md read it. */
import { answered, ask } from '../document/command';
import type { Command, Project, Query, Result } from '../document/kind';
import { problem } from '../document/problems';
import { settingsOf } from '../document/project';
import { Derivation } from '../document/stage';
import { kinds } from '../kinds/register';
import { pasteItems } from './clipboard';
import { copyStorey } from './copy-storey';
import { deleteItems } from './delete';
import { addDormer } from './dormer';
import { besides } from './besides';
import { withLaws } from './laws';
import { makeTrueCommands } from './make-true';
import { shapeCommands } from './shape';
import { changeStretch } from './stretch';
import { transformCommands } from './transform';

/** Those of each kind, then those across kinds. */
export const commands: readonly Command[] = [
  ...Object.values(kinds).flatMap((kind) => kind.commands),
  copyStorey,
  addDormer,
  ...makeTrueCommands,
  ...shapeCommands,
  changeStretch,
  ...transformCommands,
  pasteItems,
  deleteItems
];

const byName = new Map(commands.map((one) => [one.name, one]));

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
