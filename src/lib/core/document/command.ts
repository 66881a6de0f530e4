/**
 * Intent to patch. A command is asked with the project and its arguments; it answers a patch and a label, or a problem
 * that names the thing, the number and the remedy. It changes nothing itself, so the interface can ask "may I?".
 */
import { notFinite } from './finite';
import { ValidationError, type AnyObject, type InferType, type ObjectSchema } from 'yup';
import type { Point } from '../geometry/point';
import { toStored } from '../geometry/tolerances';
import type { Command, Project, Query, Result } from './kind';
import { applyPatch, patchOf } from './patch';
import { problem, type Problem, type ProblemCode } from './problems';
import { findRecord, freshIds, settingsOf } from './project';
import type { Kind, Rec, RecordOf } from './record';

/** Declares a command with its argument schema; `run` sees checked arguments. */
export function command<Schema extends ObjectSchema<AnyObject>>(given: {
  name: string;
  about: string;
  args: Schema;
  example: AnyObject;
  run: (project: Project, args: InferType<Schema>, query: Query) => Result;
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
export function ask(query: Query, asked: Command, args: unknown): Result {
  const { project } = query;
  const invalid = (fault: string): Result => {
    const texts = { command: asked.name, fault };
    return { ok: false, problem: problem('args.invalid', settingsOf(project).units, { texts }) };
  };
  const endless = notFinite(args);
  if (endless !== undefined) return invalid(`${endless} must be a finite number`);
  let checked: AnyObject;
  try {
    checked = asked.args
      .noUnknown(true)
      .strict(true)
      .validateSync(args ?? {}, { abortEarly: true }) as AnyObject;
  } catch (fault) {
    if (!(fault instanceof ValidationError)) throw fault;
    return invalid(fault.message);
  }
  return answered(() => asked.run(project, checked, query));
}

/** What a function answers, or what it refused, as a value. */
export function answered(work: () => Result): Result {
  try {
    return work();
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

/** The record of a kind, or the refusal that there is none. */
export function need<K extends Kind>(project: Project, kind: K, id: string): RecordOf<K> {
  const found = project.tables[kind].get(id);
  return (
    (found as RecordOf<K> | undefined) ??
    refuse(project, 'record.missing', { texts: { kind: project.kinds[kind].words.one, id } })
  );
}

/** A record of any kind, or the refusal that there is none. */
export function needAny(project: Project, id: string): Rec {
  return findRecord(project, id) ?? refuse(project, 'record.missing', { texts: { kind: 'thing', id } });
}

export function needFreeId(project: Project, id: string | undefined) {
  if (id !== undefined && findRecord(project, id))
    refuse(project, 'id.taken', { subjects: [id], texts: { id } });
}

export function needPositive(project: Project, what: string, thing: string, value: number) {
  if (!(value > 0)) refuse(project, 'length.not-positive', { numbers: { value }, texts: { what, thing } });
}

/** Sizes beyond what any house has: a unit was meant otherwise, mm. */
export const mostOf = { height: 60_000, length: 1_000_000 } as const;

/** Asks about a size that no house has, by refusing it. */
export function needHouseSize(project: Project, what: keyof typeof mostOf, thing: string, value: number) {
  if (value > mostOf[what])
    refuse(project, 'size.beyond', { numbers: { value, most: mostOf[what] }, texts: { what, thing } });
}

/** The id that was given, refused when it is taken; or a fresh one. */
export function freshOrGiven(project: Project, kind: Kind, given: string | undefined): string {
  needFreeId(project, given);
  return given ?? freshIds(project, kind, 1)[0]!;
}

/** A length as it was, or the one given, to the stored grid. */
export const lengthOr = (given: number | undefined, before: number) =>
  given === undefined ? before : toStored(given);

/** The project as it would be. */
export function after(project: Project, puts: readonly Rec[], removes: readonly string[] = []): Project {
  return applyPatch(project, patchOf(project, puts, removes));
}

export const storedPoint = (p: Point): Point => ({ x: toStored(p.x), y: toStored(p.y) });
