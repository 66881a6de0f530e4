/**
 * Undo without limit: two stacks of patches. Operations are values, so the journal can keep and replay them. The newest
 * entries of each stack are in memory; those below are only numbers of steps in the journal, and are read from there
 * when they are needed, so that ten thousand steps cost no more memory than a few hundred.
 */
import { applyPatch, invertPatch, type Patch } from '../core/document/patch';
import type { Project } from '../core/document/kind';
import type { StoredOperation } from '../storage/store';

export type Operation = StoredOperation;

/** `seq`: the number of the step that did it, by which the journal knows it. */
export interface Entry {
  readonly seq: number;
  readonly label: string;
  readonly patch: Patch;
}

/** `older`: numbers of the steps below the `recent` ones, the deepest first. */
export interface Stack {
  readonly older: readonly number[];
  readonly recent: readonly Entry[];
}

export interface HistoryState {
  readonly project: Project;
  readonly undo: Stack;
  readonly redo: Stack;
  /** The number that the next step will have. */
  readonly next: number;
}

export type Way = 'undo' | 'redo';

/** So many entries of a stack are in memory when it is tidied; twice as many before. */
export const keptInMemory = 200;

const emptyStack: Stack = { older: [], recent: [] };
export const newHistory = (project: Project): HistoryState => ({
  ...{ project, undo: emptyStack, redo: emptyStack, next: 1 }
});

export const depthOf = ({ older, recent }: Stack) => older.length + recent.length;
export const seqsOf = ({ older, recent }: Stack): number[] => [...older, ...recent.map(({ seq }) => seq)];

/**
 * The state after an operation, which counts as a step in any case; nothing else changes where there is nothing to undo
 * or redo. The entry to undo must be in memory: see `isReady`.
 */
export function operate(state: HistoryState, operation: Operation): HistoryState {
  const { undo, redo } = state;
  const next = state.next + 1;
  if (operation.op === 'do') {
    const { label, patch } = operation;
    const entry: Entry = { seq: state.next, label, patch };
    return { project: applyPatch(state.project, patch), undo: pushed(undo, entry), redo: emptyStack, next };
  }
  const [from, to] = operation.op === 'undo' ? [undo, redo] : [redo, undo];
  const entry = from.recent.at(-1);
  if (!entry) return { ...state, next };
  const project = applyPatch(state.project, patchOfOperation(state, operation));
  const [rest, grown] = [{ ...from, recent: from.recent.slice(0, -1) }, pushed(to, entry)];
  return operation.op === 'undo'
    ? { project, undo: rest, redo: grown, next }
    : { project, undo: grown, redo: rest, next };
}

const pushed = ({ older, recent }: Stack, entry: Entry): Stack => ({ older, recent: [...recent, entry] });

/** What an operation changes of the project; nothing where there is nothing to undo or redo. */
export function patchOfOperation({ undo, redo }: HistoryState, operation: Operation): Patch {
  if (operation.op === 'do') return operation.patch;
  const entry = (operation.op === 'undo' ? undo : redo).recent.at(-1);
  if (!entry) return new Map();
  return operation.op === 'undo' ? invertPatch(entry.patch) : entry.patch;
}

/** Whether the entry on top is in memory, or there is none. */
export const isReady = ({ older, recent }: Stack) => recent.length > 0 || older.length === 0;

/** With no more in memory than need be; only what the journal has up to step `saved` may go. */
export function tidied(state: HistoryState, saved: number): HistoryState {
  const [undo, redo] = [tidiedStack(state.undo, saved), tidiedStack(state.redo, saved)];
  return undo === state.undo && redo === state.redo ? state : { ...state, undo, redo };
}

function tidiedStack(stack: Stack, saved: number): Stack {
  if (stack.recent.length <= 2 * keptInMemory) return stack;
  const going = stack.recent.slice(0, -keptInMemory);
  if (going.some(({ seq }) => seq > saved)) return stack;
  return {
    older: [...stack.older, ...going.map(({ seq }) => seq)],
    recent: stack.recent.slice(-keptInMemory)
  };
}

/** Numbers of the steps to read next for a stack that is about to run out. */
export const wanted = ({ older, recent }: Stack): readonly number[] =>
  recent.length < keptInMemory / 4 ? older.slice(-keptInMemory) : [];

/** With entries read from the journal put back; the same state when they no longer are what lies below. */
export function filled(state: HistoryState, way: Way, entries: readonly Entry[]): HistoryState {
  const { older, recent } = state[way];
  const below = older.slice(older.length - entries.length);
  if (entries.length === 0 || !entries.every(({ seq }, i) => seq === below[i])) return state;
  const stack = { older: older.slice(0, older.length - entries.length), recent: [...entries, ...recent] };
  return { ...state, [way]: stack };
}
