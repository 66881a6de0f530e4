import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { joinTabs, type TabRole, type Told } from './tabs';

/** Web Locks in one process: first come, first served. */
class Locks {
  private readonly queue: (() => void)[] = [];
  private held = false;

  async request(
    _: string,
    options: { ifAvailable?: boolean; signal?: AbortSignal } | Held,
    work?: Held
  ): Promise<unknown> {
    const run = work ?? (options as Held);
    const { ifAvailable, signal } = (work ? options : {}) as { ifAvailable?: boolean; signal?: AbortSignal };
    if (this.held && ifAvailable) return run(null);
    if (this.held)
      await new Promise<void>((resolve, reject) => {
        this.queue.push(resolve);
        signal?.addEventListener('abort', () => reject(new Error('aborted')));
      });
    this.held = true;
    try {
      return await run({});
    } finally {
      this.held = false;
      this.queue.shift()?.();
    }
  }
}
type Held = (lock: object | null) => unknown;

let roles: TabRole[] = [];
beforeEach(() => vi.stubGlobal('navigator', { locks: new Locks() }));
afterEach(() => {
  for (const role of roles) role.close();
  roles = [];
  vi.unstubAllGlobals();
});

const settle = () => new Promise((resolve) => setTimeout(resolve, 20));
function tab() {
  const seen: string[] = [];
  const told: Told[] = [];
  const role = joinTabs('house', {
    onEdit: () => seen.push('edit'),
    onFollow: () => seen.push('follow'),
    onOperation: (one) => told.push(one)
  });
  roles.push(role);
  return { seen, told, role };
}

it('the first tab edits, the second follows and hears what is done', async () => {
  const [first, second] = [tab(), tab()];
  await settle();
  expect([first.seen, second.seen]).toEqual([['edit'], ['follow']]);
  first.role.tell({ seq: 7, operation: { op: 'undo' } });
  await settle();
  expect(second.told).toEqual([{ seq: 7, operation: { op: 'undo' } }]);
  expect(first.told).toEqual([]);
});

it('when the first goes, the second edits', async () => {
  const [first, second] = [tab(), tab()];
  await settle();
  first.role.close();
  await settle();
  expect(second.seen).toEqual(['follow', 'edit']);
});

it('a follower that goes leaves the editor alone', async () => {
  const [first, second] = [tab(), tab()];
  await settle();
  second.role.close();
  await settle();
  expect(first.seen).toEqual(['edit']);
  expect(second.seen).toEqual(['follow']);
});
