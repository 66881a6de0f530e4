/**
 * What every kind of thing declares of itself. All that goes across kinds is generic over these declarations: the
 * tables, reading foreign files, missing references, deleting and re-homing, copies, twins, the clipboard, the origin,
 * layers, names in messages and plans. Commands stand in tables of their own, as a page reads some of them late
 * (`commands/register.ts`, `commands/late.ts`); so do bodies, rules of the review and schedules, which only the worker, the
 * server and the command line need (`model/bodies.ts`, `review/rules.ts`, `takeoff/schedules.ts`).
 *
 * The types of this file speak of each other (a project carries the declarations of its kinds, a declaration has
 * commands, a command takes a project), so they stand in one file.
 */
import type { AnyObject, ObjectSchema } from 'yup';
import type { Mark } from '../display/marks';
import type { Motion } from '../geometry/motion';
import type { Ring } from '../geometry/ring';
import type { Cut } from '../kernels/solids/cut';
import type { Part } from '../kernels/solids/part';
import type { Patch } from './patch';
import type { FindingCode } from './findings';
import type { Problem, ProblemCode } from './problems';
import type { Kind, Rec, Records, Tabled } from './record';

/** The document, with the declarations of the kinds that it is made of. Immutable. */
export interface Project extends Tabled {
  readonly kinds: Declarations;
}

/** One declaration for each kind, in the order in which files list them: leaving one out does not compile. */
export type Declarations = { readonly [K in Kind]: Declaration<Records[K]> };

export type PlanOver = (
  query: Query,
  storey: string,
  at: WorkStage | null,
  paper: number
) => readonly (readonly Mark[])[];

export interface Declaration<R extends Rec = Rec> {
  readonly kind: R['kind'];
  /** Ids made for it are this, a hyphen and a number. */
  readonly prefix: string;
  /** How it is called: `one` in messages ("wall"), `title` before its name or number ("Wall"). */
  readonly words: { readonly one: string; readonly title: (record: R) => string };
  /** In messages, where `one` with its name or number does not say it as it is seen in the plan. */
  readonly called: ((record: R, project: Project) => string) | null;
  /** Fields besides `id` and `kind`: foreign records are checked against it. */
  readonly schema: ObjectSchema<AnyObject>;
  /** The storey that it lies on; null for kinds that lie on none. */
  readonly storey: ((record: R, project: Tabled) => string | undefined) | null;
  /** Layers by kind that its records are on, and on which of them one is; null for what is not seen. */
  readonly layers: LayersOf<R> | null;
  readonly references: readonly Reference<R>[];
  /**
   * The record after a motion of the plan, in stored coordinates; null where nothing of it lies in the plan. What it
   * refers to has made the same motion.
   */
  readonly moved: ((record: R, motion: Motion) => R) | null;
  /**
   * How it takes part in copies, twins and the clipboard. `stands`: chosen by itself. `rides`: comes along with what its
   * first reference names. `within`: comes along when all that it names do. `stays`: never. `shared`: the copy names the
   * same one, and another house is given one like it.
   */
  readonly copying: 'stands' | 'rides' | 'within' | 'stays' | 'shared';
  /** What of it a lock protects: all of it by a locked layer; sizes that change with it, by a locked dimension. */
  readonly locks: { readonly layer: boolean; readonly sizes: boolean };
  /** Why one may not be deleted; null where it always may. `going`: all that are to be deleted. */
  readonly keeps: ((record: R, project: Project, going: ReadonlySet<string>) => Refused | undefined) | null;
  /** What else changes when one goes; null where nothing does. */
  readonly leaves: ((record: R, loss: Loss) => readonly Rec[]) | null;
  /** What it does whenever anything changed, by whatever command; null where it does nothing. */
  readonly law: Law | null;
  /** Refuses a change of what it holds fast, by throwing a `Refusal`; null where it holds nothing. */
  readonly holds: ((before: Query, patch: Patch) => void) | null;
  /** The outline of its section on a storey where it stands or passes through; null where it has none of its own. */
  readonly ring: ((record: R, project: Project, storey: string) => Ring | undefined) | null;
  /** What it takes out of walls, slabs and roofs that it passes through, by id. */
  readonly cuts: Stage<readonly Cut[]> | null;
  /** What a plan shows of it: lists of marks for a storey, each kept as long as nothing that it shows changes. */
  readonly plan: ((query: Query, storey: string) => readonly (readonly Mark[])[]) | null;
  /**
   * What of it lies over the plan of a storey, drawn after everything else; likewise. `at`: what is worked on. `paper`: the
   * scale, 1 : paper.
   */
  readonly planOver: PlanOver | null;
}

export interface LayersOf<R> {
  readonly all: readonly { readonly what: string; readonly label: string }[];
  readonly of: (record: R) => string;
}

/**
 * A reference to other records by id. `path`: where it stands, `*` for every entry of a list (`flues.*.storey`). `to`:
 * the kind that it names, null for any. `gone` says what happens when that is deleted.
 */
export interface Reference<R extends Rec = Rec> {
  readonly path: string;
  readonly to: Kind | null;
  readonly gone: Gone<R>;
}

/**
 * `goes`: the record goes too. `refuses`: what is referred to may not be deleted. `leaves`: the entry of the list is left
 * out, and the record goes when the list becomes empty. `list`: it is left out, and the list may be empty. Else a
 * function answers the record with the heir of what it named or at its own place, or undefined when it must go.
 */
export type Gone<R extends Rec = Rec> =
  'goes' | 'refuses' | 'leaves' | 'list' | ((record: R, loss: Loss) => R | undefined);

/** What was lost: the project before, the project without it, the ids, and all that changed at once. */
export interface Loss {
  readonly before: Query;
  readonly after: Query;
  readonly gone: ReadonlySet<string>;
  readonly patch: Patch;
}

/** Brings along what follows from a change, in the same patch, or refuses it by throwing a `Refusal`. */
export type Law = (before: Query, patch: Patch) => Patch;

export interface Refused {
  readonly code: ProblemCode;
  readonly texts: Record<string, string>;
}

export type Result =
  | {
      readonly ok: true;
      readonly patch: Patch;
      readonly label: string;
      readonly made: readonly string[];
      /** What changes besides what was named, in sentences; left out where nothing does. */
      readonly also?: string;
    }
  | { readonly ok: false; readonly problem: Problem };

/** An intent that a project answers with a patch or a refusal; asked freely, as it changes nothing by itself. */
export interface Command<S extends AnyObject = AnyObject> {
  readonly name: string;
  readonly about: string;
  readonly args: ObjectSchema<S>;
  readonly example: AnyObject;
  readonly run: (project: Project, args: S, query: Query) => Result;
}

/** A step of the derivation: a value for each key, computed from what it declares to read and from nothing else. */
export interface Stage<V> {
  readonly name: string;
  /** Names of what it reads, and that for a key, in the same order. */
  readonly reads: readonly string[];
  /** What it reads for a key; `known`, the very list, where that is still the same. */
  readonly inputs: (query: Query, key: string, known?: readonly unknown[]) => readonly unknown[];
  readonly compute: (inputs: readonly unknown[], key: string, memory: unknown) => V;
  /** Equal as far as later stages care: then the old value is kept, and they stop. */
  readonly same: (old: V, now: V) => boolean;
  /** Makes the memory that a kernel keeps between computations for one key; null where it keeps none. */
  readonly memory: (() => unknown) | null;
}

/** One project, asked for what is derived from it. Answers are kept by the model that the query came from. */
export interface Query {
  readonly project: Project;
  get<V>(stage: Stage<V>, key: string): V;
  /** The same model, asked about another project. */
  at(project: Project): Query;
}

/** One thing to show or export: its parts are closed meshes that say what they are. */
export interface ElementBody {
  readonly id: string;
  readonly kind: Kind;
  readonly storey: string;
  readonly parts: readonly Part[];
}

/** Stages of the order of work, under which findings are listed. */
export type WorkStage =
  'measure' | 'walls' | 'openings' | 'floors' | 'storeys' | 'roof' | 'review' | 'drawings';

/** A command that mends what a finding says; `label`: what it does, as on a button. */
export interface Repair {
  readonly label: string;
  readonly call: { readonly name: string; readonly args: object };
}

/** One storey under review; `say` reports a finding of it. */
export interface Scope {
  readonly project: Project;
  readonly query: Query;
  readonly storey: string;
  /** The lowest storey: what is of the whole project is said with it, once. */
  readonly isFirst: boolean;
  readonly say: (
    stage: WorkStage,
    code: FindingCode,
    subjects: string[],
    numbers?: Record<string, number>,
    texts?: Record<string, string>,
    /** The best first, where there are several. */
    repair?: Repair | readonly Repair[]
  ) => void;
  readonly named: (id: string) => string;
}
export type Rule = (scope: Scope) => void;
