import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Locks } from './testing/locks';
import { isOpenElsewhere, joinTabs, tellRemoved, type TabRole, type Told } from './tabs';

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
    onOperation: (one) => told.push(one),
    onRemoved: () => seen.push('removed')
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

it('who removes a project knows that it is open, and tells', async () => {
  const first = tab();
  await settle();
  expect([await isOpenElsewhere('house'), await isOpenElsewhere('other')]).toEqual([true, false]);
  tellRemoved('house');
  await settle();
  expect(first.seen).toEqual(['edit', 'removed']);
});

it('without locks every tab may edit', async () => {
  vi.stubGlobal('navigator', {});
  const [first, second] = [tab(), tab()];
  await settle();
  expect([first.seen, second.seen]).toEqual([['edit'], ['edit']]);
  expect(await isOpenElsewhere('house')).toBe(false);
});
