/**
 * Derivation by pull. A stage declares what it reads for a key; its function is handed those inputs and nothing else, so
 * an input that was forgotten cannot be used. A value is kept while its inputs are the same objects (lists: the same
 * members), so that after an edit only what reads something new is computed again.
 *
 * Asking costs reading the inputs once for each project, since what was found good for it is remembered. All that is kept
 * belongs to one `Derivation`.
 */
import type { Project, Query, Stage } from './kind';
import type { Kind, Records } from './record';

/** Something that a stage may read for a key. */
export type Read<T> = (query: Query, key: string) => T;
type Reads = Readonly<Record<string, Read<unknown>>>;
type Given<R extends Reads> = { readonly [P in keyof R]: ReturnType<R[P]> };

/** Lists are the same when their members are; anything else by identity (numbers and texts by value). */
export function sameInput(p: unknown, q: unknown): boolean {
  if (Object.is(p, q)) return true;
  if (!Array.isArray(p) || !Array.isArray(q) || p.length !== q.length) return false;
  for (let i = 0; i < p.length; i++) if (!Object.is(p[i], q[i])) return false;
  return true;
}

/** Declares a stage. `same`: when an old and a new value need not be told apart; lists by their members if not said. */
export function stage<R extends Reads, V>(
  name: string,
  reads: R,
  compute: (given: Given<R>, key: string) => V,
  same: (old: V, now: V) => boolean = sameInput
): Stage<V> {
  return { ...declared(name, reads, (given: Given<R>, key) => compute(given, key)), same, memory: null };
}

/** A stage whose kernel keeps something between computations: only to be quick, never to answer otherwise. */
export function stageWithMemory<R extends Reads, V, M>(
  name: string,
  reads: R,
  memory: () => M,
  compute: (given: Given<R>, key: string, memory: M) => V,
  same: (old: V, now: V) => boolean = sameInput
): Stage<V> {
  return { ...declared(name, reads, compute), same, memory };
}

function declared<R extends Reads, V, M>(
  name: string,
  reads: R,
  compute: (given: Given<R>, key: string, memory: M) => V
): Pick<Stage<V>, 'name' | 'reads' | 'inputs' | 'compute'> {
  const names = Object.keys(reads);
  const readers = Object.values(reads);
  return {
    name,
    reads: names,
    // Asked for everything in the house at each step of the pointer: a list is made only where something changed.
    inputs: (query, key, known) => {
      let inputs: unknown[] | undefined;
      for (let i = 0; i < readers.length; i++) {
        const now = readers[i]!(query, key);
        if (inputs) inputs[i] = now;
        else if (!known || !sameInput(known[i], now)) {
          inputs = known ? known.slice(0, i) : [];
          inputs[i] = now;
        }
      }
      return inputs ?? known ?? [];
    },
    compute: (inputs, key, memory) => {
      const given: Record<string, unknown> = {};
      for (let i = 0; i < names.length; i++) given[names[i]!] = inputs[i];
      return compute(given as Given<R>, key, memory as M);
    }
  };
}

/** Reads a whole table. */
export const table =
  <K extends Kind>(kind: K): Read<ReadonlyMap<string, Records[K]>> =>
  ({ project }) =>
    project.tables[kind];

/** Reads the record of the key. */
export const own =
  <K extends Kind>(kind: K): Read<Records[K] | undefined> =>
  ({ project }, key) =>
    project.tables[kind].get(key) as Records[K] | undefined;

/** Reads another stage, for the same key or one made from it. */
export const result =
  <V>(of: Stage<V>, keyOf: (key: string, query: Query) => string = (key) => key): Read<V> =>
  (query, key) =>
    query.get(of, keyOf(key, query));

/** One key of two texts, whatever they hold: ids of foreign files may hold anything. */
export const pairKey = (first: string, second: string) => `${first.length} ${first}${second}`;

export function partsOfKey(key: string): readonly [string, string] {
  const from = key.indexOf(' ') + 1;
  const to = from + Number(key.slice(0, from));
  return [key.slice(from, to), key.slice(to)];
}

/** A thing, or a storey, at the scale 1 : paper, in one key; and what stands in such a key. */
export const scaledKey = (paper: number, id: string) => pairKey(String(paper), id);
export const paperOfKey = (key: string) => Number(partsOfKey(key)[0]);
export const idOfKey = (key: string) => partsOfKey(key)[1];

interface Kept {
  readonly inputs: readonly unknown[];
  readonly value: unknown;
}

/** What is kept of one stage for one key. */
interface Shelf {
  /** The last values, newest first: while something is tried, project and trial are asked in turn. */
  kept: readonly Kept[];
  memory: unknown;
  /** The number of the query that last found the newest value good, or is just computing it (then negative). */
  asked: number;
}

const depth = 2;
/** After so many queries, what none of them asked for is forgotten. */
const forgetAfter = 400;

/** All that is kept of the derivation of a project and of its variants. */
export class Derivation {
  private readonly shelves = new Map<unknown, Map<string, Shelf>>();
  private readonly queries = new WeakMap<Project, Query>();
  private serial = 0;

  at(project: Project): Query {
    let query = this.queries.get(project);
    if (!query) {
      this.serial += 1;
      if (this.serial % forgetAfter === 0) this.forget();
      this.queries.set(project, (query = new DerivationQuery(this, project, this.serial)));
    }
    return query;
  }

  /**
   * The value of a stage for a project, computed only where nothing kept fits. Thousands of times at each step of the
   * pointer the answer is already known to be good, so that is looked at first.
   */
  ask<V>(query: Query, serial: number, of: Stage<V>, key: string): V {
    const shelf = this.shelves.get(of)?.get(key) ?? this.newShelf(of, key);
    if (shelf.asked === serial) return shelf.kept[0]!.value as V;
    if (shelf.asked === -serial) throw new Error(`the stage ${of.name} of ${key} reads itself`);
    const before = shelf.asked;
    shelf.asked = -serial;
    try {
      const value = this.evaluate(query, of, key, shelf);
      shelf.asked = serial;
      return value;
    } finally {
      if (shelf.asked === -serial) shelf.asked = before;
    }
  }

  private evaluate<V>(query: Query, of: Stage<V>, key: string, shelf: Shelf): V {
    const last = shelf.kept[0];
    const inputs = of.inputs(query, key, last?.inputs);
    if (last && (inputs === last.inputs || sameInputs(last.inputs, inputs))) return last.value as V;
    const earlier = shelf.kept.find((one) => one !== last && sameInputs(one.inputs, inputs));
    if (earlier) {
      shelf.kept = [earlier, ...shelf.kept.filter((one) => one !== earlier)];
      return earlier.value as V;
    }
    if (of.memory) shelf.memory ??= of.memory();
    const now = of.compute(inputs, key, shelf.memory);
    const equal = shelf.kept.find((one) => of.same(one.value as V, now));
    const value = equal ? (equal.value as V) : now;
    shelf.kept = [{ inputs, value }, ...shelf.kept.slice(0, depth - 1)];
    return value;
  }

  private newShelf(of: unknown, key: string): Shelf {
    let shelves = this.shelves.get(of);
    if (!shelves) this.shelves.set(of, (shelves = new Map()));
    const shelf: Shelf = { kept: [], memory: undefined, asked: 0 };
    shelves.set(key, shelf);
    return shelf;
  }

  private forget() {
    for (const shelves of this.shelves.values())
      for (const [key, { asked }] of shelves) if (asked < this.serial - forgetAfter) shelves.delete(key);
  }
}

function sameInputs(p: readonly unknown[], q: readonly unknown[]): boolean {
  for (let i = 0; i < p.length; i++) if (!sameInput(p[i], q[i])) return false;
  return true;
}

class DerivationQuery implements Query {
  constructor(
    private readonly derivation: Derivation,
    readonly project: Project,
    private readonly serial: number
  ) {}

  at(project: Project): Query {
    return this.derivation.at(project);
  }

  get<V>(of: Stage<V>, key: string): V {
    return this.derivation.ask(this, this.serial, of, key);
  }
}
