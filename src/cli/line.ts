/** The command line: run, export, inspect, commands, on the same core as the interface. */
import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import { parseArgs } from 'node:util';
import { describeCommands } from '../lib/core/commands/describe';
import { runScript, type Script } from '../lib/core/commands/script';
import { projectAt } from '../lib/core/document/at-stage';
import { works } from '../lib/core/document/work';
import { elementsOf } from '../lib/core/model/bodies';
import { Model } from '../lib/core/model/graph';
import { readProject, writeProject, type Blobs } from '../lib/core/exchange/archive';
import { writeGlb } from '../lib/core/exchange/glb';
import { writePlanSvg } from '../lib/core/exchange/plan-svg';
import type { Project } from '../lib/core/document/kind';
import { storeyRows } from '../lib/core/kinds/storey/schedule';
import { inspectProject, type Inspection } from '../lib/core/takeoff/inspect';

const usage = `Use:
  cliffstead run SCRIPT.json --out HOUSE.cliffstead [--from OTHER.cliffstead]
  cliffstead export HOUSE.cliffstead --to FILE.glb | FILE.svg [--storey ID] [--scale 75]
  cliffstead inspect HOUSE.cliffstead [--json] [--work existing | new | removed]
  cliffstead commands [--json]`;

class BadInput extends Error {}

function read(path: string | undefined): Buffer {
  if (!path) throw new BadInput(`A file is missing.\n${usage}`);
  try {
    return readFileSync(path);
  } catch {
    throw new BadInput(`"${path}" cannot be read. Check the path.`);
  }
}

/** Write a file; a folder that is not there, or may not be written to, is the caller's to mend. */
function write(path: string, bytes: Uint8Array | string) {
  try {
    writeFileSync(path, bytes);
  } catch (fault) {
    const { code } = fault as { code?: string };
    const why = code === 'ENOENT' ? `the folder "${dirname(path)}" does not exist` : (fault as Error).message;
    throw new BadInput(`"${path}" cannot be written: ${why}. Nothing was written.`);
  }
  console.log(`Wrote ${path}`);
}

/** Long work says how far it is, on the terminal only. */
function progress(done: number, of: number) {
  if (process.stderr.isTTY) process.stderr.write(done < of ? `\r${done} of ${of} bodies` : '\r\x1b[K');
}

function open(path: string | undefined): { project: Project; blobs: Blobs } {
  const result = readProject(basename(path ?? ''), new Uint8Array(read(path)));
  if (!result.ok) throw new BadInput(`${result.problem.message} ${result.problem.hint}`);
  return result;
}

function readScript(path: string | undefined): Script {
  let data: unknown;
  try {
    data = JSON.parse(read(path).toString('utf8'));
  } catch (fault) {
    if (fault instanceof BadInput) throw fault;
    throw new BadInput(`"${path}" is not JSON: ${(fault as Error).message}.`);
  }
  const { commands } = (data ?? {}) as { commands?: unknown };
  if (!Array.isArray(commands))
    throw new BadInput(
      `"${path}" has no list of commands. It must be { "commands": [{ "name": ..., "args": {...} }] }.`
    );
  const isThing = (value: unknown) => typeof value === 'object' && value !== null && !Array.isArray(value);
  commands.forEach((one: unknown, i) => {
    const { name, args = {} } = (isThing(one) ? one : {}) as { name?: unknown; args?: unknown };
    if (typeof name !== 'string' || !isThing(args))
      throw new BadInput(
        `Command ${i + 1} of "${path}" is ${shortly(one)}. It must be { "name": ..., "args": {...} }. Nothing was written.`
      );
  });
  const { project } = data as { project?: unknown };
  if (project !== undefined && !isThing(project))
    throw new BadInput(`"project" of "${path}" is ${shortly(project)}. It must be { "name": ..., ... }.`);
  return data as Script;
}

const shortly = (value: unknown) => JSON.stringify(value).slice(0, 60);

type Options = {
  out?: string | undefined;
  to?: string | undefined;
  from?: string | undefined;
  json?: boolean | undefined;
  storey?: string | undefined;
  scale?: string | undefined;
  work?: string | undefined;
};

function run(path: string | undefined, { out, from }: Options) {
  if (!out) throw new BadInput('Say where to write: --out HOUSE.cliffstead');
  const start = from ? open(from) : undefined;
  const result = runScript(readScript(path), start?.project, randomUUID());
  if (!result.ok)
    throw new BadInput(
      `Command ${result.index + 1}: ${result.problem.message} ${result.problem.hint} Nothing was written.`
    );
  write(out, writeProject(result.project, start?.blobs ?? new Map()));
}

async function exportTo(path: string | undefined, { to, storey, scale }: Options) {
  const { project } = open(path);
  const model = new Model();
  if (to?.endsWith('.glb')) {
    const then = projectAt(model.at(project), 'after');
    const elements = elementsOf(model, then, progress);
    progress(1, 1);
    write(to, await writeGlb(then, elements));
  } else if (to?.endsWith('.svg')) {
    const ratio = Number(scale ?? 75);
    if (!(ratio >= 1 && ratio <= 5000))
      throw new BadInput(`A scale of 1:${scale} is not possible; give a number from 1 to 5000.`);
    const svg = writePlanSvg(model.at(project), storey, ratio);
    if (!svg) throw new BadInput(`There is no storey "${storey}". Run inspect for their ids.`);
    write(to, svg);
  } else throw new BadInput(`"${to ?? ''}" has no form that can be written. Use --to FILE.glb or FILE.svg.`);
}

/** How many rows each schedule has. */
const counts = (report: Inspection) =>
  Object.entries(report)
    .flatMap(([name, rows]) => (Array.isArray(rows) && name !== 'findings' ? [`${rows.length} ${name}`] : []))
    .join(', ');

/** Of all that has a stage of work only what is at one. */
function atWork(report: Inspection, work: string | undefined): Inspection {
  if (work === undefined) return report;
  if (!(works as readonly string[]).includes(work))
    throw new BadInput(`There is no stage of work "${work}". Use --work ${works.join(' | ')}.`);
  const isOther = (row: unknown) => {
    const own = (row as { work?: unknown }).work;
    return typeof own === 'string' && own !== work;
  };
  const entries = Object.entries(report).map(([name, rows]: [string, unknown]) => [
    name,
    Array.isArray(rows) ? rows.filter((row) => !isOther(row)) : rows
  ]);
  return Object.fromEntries(entries) as Inspection;
}

function inspect(path: string | undefined, { json, work }: Options) {
  const { project } = open(path);
  const report = atWork(inspectProject(new Model().at(project)), work);
  if (json) console.log(JSON.stringify(report, null, 2));
  else
    console.log(
      [
        report.project.name,
        ...storeyRows(new Model().at(project)).map(
          (s) => `  ${s.name}: datum ${s.datum} mm, footprint ${(s.footprintArea / 1e6).toFixed(2)} m²`
        ),
        `  ${counts(report)}`,
        ...report.findings.map((f) => `  ! ${f.message}`)
      ].join('\n')
    );
}

async function answer(args: readonly string[]) {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      out: { type: 'string' },
      to: { type: 'string' },
      from: { type: 'string' },
      json: { type: 'boolean' },
      storey: { type: 'string' },
      scale: { type: 'string' },
      work: { type: 'string' }
    }
  });
  const [verb, path] = positionals;
  if (verb === 'run') run(path, values);
  else if (verb === 'export') await exportTo(path, values);
  else if (verb === 'inspect') inspect(path, values);
  else if (verb === 'commands')
    console.log(
      values.json
        ? JSON.stringify(describeCommands(), null, 2)
        : describeCommands()
            .map((c) => `${c.name}: ${c.about}`)
            .join('\n')
    );
  else throw new BadInput(`${verb ? `There is no "${verb}".` : ''}\n${usage}`.trim());
}

/** Does what the words after the name of the program say, and gives the exit code; 2: bad input. */
export async function line(args: readonly string[]): Promise<number> {
  try {
    await answer(args);
    return 0;
  } catch (fault) {
    const bad = fault instanceof BadInput || (fault as { code?: string }).code?.startsWith('ERR_PARSE_ARGS');
    console.error(bad ? (fault as Error).message : fault);
    return bad ? 2 : 1;
  }
}
