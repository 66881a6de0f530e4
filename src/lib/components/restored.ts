/** A project as it was left: snapshot and steps played again, as far as they fit each other. */
import { PatchMismatch } from '../core/document/patch';
import { operate, type HistoryState } from '../editor/history';
import { openProject } from '../storage/store';

export interface Restored {
  readonly history: HistoryState;
  readonly saved: number;
  /** Steps since the snapshot. */
  readonly since: number;
  /** Steps at the end of the journal that do not fit what is before them. */
  readonly lost: number;
}

export async function restored(id: string): Promise<Restored | undefined> {
  const stored = await openProject(id);
  if (!stored) return undefined;
  const { project, undo, redo, upTo, operations, head, saved } = stored;
  let history: HistoryState = { project, undo, redo, next: upTo + 1 };
  let played = 0;
  try {
    for (const operation of operations) {
      history = operate(history, operation);
      played += 1;
    }
  } catch (fault) {
    if (!(fault instanceof PatchMismatch)) throw fault;
  }
  const lost = operations.length - played;
  return { history: { ...history, next: head + 1 }, saved, since: operations.length, lost };
}
