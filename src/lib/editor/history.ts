/** Undo without limit: two stacks of patches. Operations are values, so the journal can keep and replay them. */
import { applyPatch, invertPatch, type Patch } from '../core/document/patch';
import type { Project } from '../core/document/kind';
import type { StoredEntry, StoredOperation } from '../storage/store';

export type Entry = StoredEntry;
export type Operation = StoredOperation;

export interface HistoryState {
  readonly project: Project;
  readonly undo: readonly Entry[];
  readonly redo: readonly Entry[];
}

/** The state after an operation; the same state when there is nothing to undo or redo. */
export function operate(state: HistoryState, operation: Operation): HistoryState {
  if (operation.op === 'do') {
    const { label, patch } = operation;
    return { project: applyPatch(state.project, patch), undo: [...state.undo, { label, patch }], redo: [] };
  }
  const [from, to] =
    operation.op === 'undo' ? ([state.undo, state.redo] as const) : ([state.redo, state.undo] as const);
  const entry = from.at(-1);
  if (!entry) return state;
  const project = applyPatch(state.project, patchOfOperation(state, operation));
  const [rest, grown] = [from.slice(0, -1), [...to, entry]];
  return operation.op === 'undo'
    ? { project, undo: rest, redo: grown }
    : { project, undo: grown, redo: rest };
}

/** What an operation changes of the project; nothing where there is nothing to undo or redo. */
export function patchOfOperation({ undo, redo }: HistoryState, operation: Operation): Patch {
  if (operation.op === 'do') return operation.patch;
  const entry = (operation.op === 'undo' ? undo : redo).at(-1);
  if (!entry) return new Map();
  return operation.op === 'undo' ? invertPatch(entry.patch) : entry.patch;
}
