/** Undo without limit: two stacks of patches. Operations are values, so the journal can keep and replay them. */
import { applyPatch, invertPatch } from '../core/project/patch';
import type { Project } from '../core/project/records';
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
  const project = applyPatch(state.project, operation.op === 'undo' ? invertPatch(entry.patch) : entry.patch);
  const [rest, grown] = [from.slice(0, -1), [...to, entry]];
  return operation.op === 'undo'
    ? { project, undo: rest, redo: grown }
    : { project, undo: grown, redo: rest };
}
