/**
 * Intent to patch. A command is asked with the project and its arguments; it answers a patch and a label, or a problem
 * that names the thing, the number and the remedy. It changes nothing itself, so the interface can ask "may I?".
 */
import type { InferType, ObjectSchema, AnyObject } from 'yup';
import { ValidationError } from 'yup';
import { findRecord, settingsOf } from '../project/project';
import { patchOf, type Patch } from '../project/patch';
import { problem, type Problem, type ProblemCode } from '../project/problems';
import type { Kind, Project, Rec, RecordOf } from '../project/records';

export type Result =
  | { readonly ok: true; readonly patch: Patch; readonly label: string; readonly made: readonly string[] }
  | { readonly ok: false; readonly problem: Problem };

export interface Command<S extends AnyObject = AnyObject> {
  readonly name: string;
  readonly about: string;
  readonly args: ObjectSchema<S>;
  readonly example: AnyObject;
  readonly run: (project: Project, args: S) => Result;
}

/** Declares a command with its argument schema; `run` sees checked arguments. */
export function command<Schema extends ObjectSchema<AnyObject>>(given: {
  name: string;
  about: string;
  args: Schema;
  example: AnyObject;
  run: (project: Project, args: InferType<Schema>) => Result;
}): Command {
  return given as unknown as Command;
}

/** A refusal thrown inside a command, caught at its door. */
export class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}

type Given = Parameters<typeof problem>[2];

export function refuse(project: Project, code: ProblemCode, given?: Given): never {
  throw new Refusal(problem(code, settingsOf(project).units, given));
}

/** Ask a command: checks the arguments, runs it, turns refusals into values. Bugs still throw. */
export function ask(project: Project, asked: Command, args: unknown): Result {
  const { units } = settingsOf(project);
  let checked: AnyObject;
  try {
    checked = asked.args
      .noUnknown(true)
      .strict(true)
      .validateSync(args ?? {}, { abortEarly: true }) as AnyObject;
  } catch (fault) {
    if (!(fault instanceof ValidationError)) throw fault;
    return {
      ok: false,
      problem: problem('args.invalid', units, { texts: { command: asked.name, fault: fault.message } })
    };
  }
  try {
    return asked.run(project, checked);
  } catch (fault) {
    if (fault instanceof Refusal) return { ok: false, problem: fault.problem };
    throw fault;
  }
}

/** The usual answer: records put and removed. */
export function done(
  project: Project,
  label: string,
  puts: readonly Rec[],
  removes: readonly string[] = [],
  made: readonly string[] = []
): Result {
  return { ok: true, patch: patchOf(project, puts, removes), label, made };
}

const kindWords: Record<Kind, string> = {
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
  sheet: 'tracing sheet',
  joint: 'joint',
  putOff: 'finding put off',
  guide: 'guide',
  dimension: 'dimension',
  preset: 'preset',
  layer: 'layer',
  twins: 'twins'
};

/** The record of a kind, or the refusal that there is none. */
export function need<K extends Kind>(project: Project, kind: K, id: string): RecordOf<K> {
  const found = project.tables[kind].get(id);
  return (
    (found as RecordOf<K> | undefined) ??
    refuse(project, 'record.missing', { texts: { kind: kindWords[kind], id } })
  );
}

export function needFreeId(project: Project, id: string | undefined) {
  if (id !== undefined && findRecord(project, id))
    refuse(project, 'id.taken', { subjects: [id], texts: { id } });
}

export function needPositive(project: Project, what: string, thing: string, value: number) {
  if (!(value > 0)) refuse(project, 'length.not-positive', { numbers: { value }, texts: { what, thing } });
}

/** A record as messages name it. */
export function nameOf(record: Rec | undefined): string {
  if (!record) return 'it';
  switch (record.kind) {
    case 'opening': {
      const word = record.filling === 'none' ? 'opening' : record.filling;
      return record.name ? `the ${word} "${record.name}"` : `the ${word} ${record.id}`;
    }
    case 'project':
    case 'storey':
      return record.name;
    case 'joint':
      return `the joint of ${record.members.map(({ wall }) => wall.replace('-', ' ')).join(' and ')}`;
    case 'putOff':
      return 'a finding put off';
    case 'dimension':
    case 'twins':
      return record.id.replace('-', ' ');
    default:
      return record.name ? `${kindWords[record.kind]} "${record.name}"` : record.id.replace('-', ' ');
  }
}
