/** Two tabs on one project: one edits, the other follows. Web Locks decide, BroadcastChannel tells. */
import type { StoredOperation } from './store';

/** An operation with its number in the journal, so that a follower knows which it has already read from there. */
export interface Told {
  readonly seq: number;
  readonly operation: StoredOperation;
}

export interface TabRole {
  /** Tell the followers; only the editing tab does. */
  tell(told: Told): void;
  close(): void;
}

export interface TabEvents {
  /** This tab may edit now. Asked for at once, and again when the other tab goes. */
  readonly onEdit: () => void;
  readonly onFollow: () => void;
  readonly onOperation: (told: Told) => void;
}

export function joinTabs(project: string, { onEdit, onFollow, onOperation }: TabEvents): TabRole {
  const channel = new BroadcastChannel(`cliffstead ${project}`);
  channel.onmessage = ({ data }) => onOperation(data as Told);
  const lock = `cliffstead ${project}`;
  let release: () => void = () => undefined;
  const gone = new AbortController();
  const hold = () => new Promise<void>((resolve) => (release = resolve));
  void navigator.locks.request(lock, { ifAvailable: true }, async (got) => {
    if (got) {
      onEdit();
      return hold();
    }
    onFollow();
    void navigator.locks
      .request(lock, { signal: gone.signal }, () => {
        onEdit();
        return hold();
      })
      .catch(() => undefined);
  });
  return {
    tell: (told) => channel.postMessage(told),
    close: () => {
      gone.abort();
      release();
      channel.close();
    }
  };
}
