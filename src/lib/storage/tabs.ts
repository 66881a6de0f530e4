/**
 * Two tabs on one project: one edits, the other follows. Web Locks decide, BroadcastChannel tells. Where the browser has
 * no locks (a page that is not secure) every tab may edit, and the journal refuses the one that comes later.
 */
import type { StoredOperation } from './database';

/** A step with its number in the journal, so that a follower knows which it has already read from there. */
export interface Told {
  readonly seq: number;
  readonly operation: StoredOperation;
}

type Message = Told | 'removed';

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
  /** The project was removed in another tab. */
  readonly onRemoved: () => void;
}

const nameOf = (project: string) => `cliffstead ${project}`;

export function joinTabs(project: string, events: TabEvents): TabRole {
  const channel = new BroadcastChannel(nameOf(project));
  channel.onmessage = ({ data }: MessageEvent<Message>) =>
    data === 'removed' ? events.onRemoved() : events.onOperation(data);
  let release: () => void = () => undefined;
  const gone = new AbortController();
  const hold = () => new Promise<void>((resolve) => (release = resolve));
  const locks = navigator.locks as LockManager | undefined;
  if (locks)
    void locks.request(nameOf(project), { ifAvailable: true }, async (got) => {
      if (got) {
        events.onEdit();
        return hold();
      }
      events.onFollow();
      void locks
        .request(nameOf(project), { signal: gone.signal }, () => {
          events.onEdit();
          return hold();
        })
        .catch(() => undefined);
    });
  else events.onEdit();
  return {
    tell: (told) => channel.postMessage(told),
    close: () => {
      gone.abort();
      release();
      channel.close();
    }
  };
}

/** Whether a tab of this browser has the project open for editing; false where the browser cannot say. */
export async function isOpenElsewhere(project: string): Promise<boolean> {
  const locks = navigator.locks as LockManager | undefined;
  const held = (await locks?.query())?.held ?? [];
  return held.some(({ name }) => name === nameOf(project));
}

/** Tell the tabs that have the project open that it is gone. */
export function tellRemoved(project: string) {
  const channel = new BroadcastChannel(nameOf(project));
  channel.postMessage('removed' satisfies Message);
  channel.close();
}
