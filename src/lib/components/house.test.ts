import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { House } from './house.svelte';
import { runScript } from '../core/commands/script';
import { patchOf, type Patch } from '../core/document/patch';
import type { Project } from '../core/document/kind';
import { allRecords, settingsOf } from '../core/document/project';
import { depthOf } from '../editor/history';
import { removeProject } from './projects';
import { restored } from './restored';
import { db } from '../storage/database';
import { onFrame } from '../frame-loop';
import { createProject, headOf, keepSteps, listVersions } from '../storage/store';
import { Locks } from '../storage/testing/locks';
import type { Connection } from '../worker/client';
import { rectangle } from '../editor/testing/session';
import { serviceInProcess } from '../worker/testing/in-process';

const guid = '3f0c2a18-5b1e-4c63-9d0a-6c3f4f1b2a77';
let frames: (() => void)[] = [];
const frame = () => {
  const now = frames;
  frames = [];
  for (const one of now) one();
};
const pause = (ms = 30) => new Promise((resolve) => setTimeout(resolve, ms));
const open: House[] = [];

function connection(sent: Patch[]): Connection {
  return {
    service: serviceInProcess(sent),
    lost: new Promise<never>(() => undefined),
    proxy: (progress) => progress,
    close: () => undefined
  };
}

async function opened(id: string): Promise<{ house: House; sent: Patch[] }> {
  const sent: Patch[] = [];
  const house = (await House.open(id, () => connection(sent)))!;
  open.push(house);
  await pause();
  return { house, sent };
}

let made = 0;
async function newHouse(): Promise<string> {
  const built = runScript({ project: { guid, name: 'Kept' }, commands: [rectangle()] });
  if (!built.ok) throw new Error(built.problem.message);
  const id = `house-${(made += 1)}`;
  await createProject(id, built.project);
  return id;
}

beforeEach(() => {
  vi.stubGlobal('requestAnimationFrame', (task: () => void) => frames.push(task));
  vi.stubGlobal('navigator', { locks: new Locks() });
});
afterEach(() => {
  for (const house of open.splice(0)) house.close();
  frame();
  vi.unstubAllGlobals();
});

const renamed = (project: Project) => patchOf(project, [{ ...settingsOf(project), name: 'Elsewhere' }]);

const move = (house: House, y: number) =>
  house.editor.perform({ name: 'moveWalls', args: { ids: ['wall-3'], by: { x: 0, y } } });

describe('an open house', () => {
  it('keeps what is done, with undo and ids, over a reload', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    move(house, 500);
    house.editor.perform({
      name: 'drawWall',
      args: { storey: 'storey-1', a: { x: 9000, y: 0 }, length: 900 }
    });
    house.editor.undo();
    await house.settled();
    expect(house.unsaved).toBeUndefined();
    house.close();
    const { house: again } = await opened(id);
    expect(again.editor.project.tables.wall.get('wall-3')!.a.y).toBe(
      house.editor.project.tables.wall.get('wall-3')!.a.y
    );
    expect(again.editor.state.redo.recent).toHaveLength(1);
    // What was undone had an id; the next thing is called otherwise.
    const ids = again.editor.perform({
      name: 'drawWall',
      args: { storey: 'storey-1', a: { x: 9000, y: 0 }, length: 1200 }
    });
    expect(ids).toEqual(['wall-6']);
    expect(settingsOf(again.editor.project).guid).toBe(guid);
  });
  it('sends what changed once a frame, and nothing when the pointer only passes over', async () => {
    const { house, sent } = await opened(await newHouse());
    await pause();
    expect(sent).toHaveLength(1);
    house.editor.hoverOver('wall-1');
    house.editor.hoverOver('wall-2');
    frame();
    await pause();
    expect(sent).toHaveLength(1);
    expect(house.hand.hover).toBe('wall-2');
    move(house, 100);
    move(house, 100);
    frame();
    await pause();
    expect(sent).toHaveLength(2);
    expect(house.shown).toBe(house.editor.project);
  });
  it('what follows from a change is drawn in the same frame', () => {
    const order: string[] = [];
    onFrame(() => {
      order.push('state');
      onFrame(() => order.push('plan'));
    });
    frame();
    expect(order).toEqual(['state', 'plan']);
    expect(frames).toEqual([]);
  });
  it('another tab follows, and edits when the first is gone', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    const { house: other } = await opened(id);
    expect(other.following).toBe(true);
    expect(move(other, 100)).toBeUndefined();
    move(house, 700);
    await house.settled();
    await pause();
    expect(other.editor.project.tables.wall.get('wall-3')!.a.y).toBe(
      house.editor.project.tables.wall.get('wall-3')!.a.y
    );
    house.close();
    await pause();
    expect(other.following).toBe(false);
    expect(move(other, 100)).toEqual([]);
  });
  it('goes back to a version as an entry that can be undone; the house stays the same one', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    await house.nameVersion('Then');
    const before = house.editor.project;
    move(house, 900);
    const [version] = await listVersions(id);
    house.goBackTo({
      ...version!,
      records: version!.records.map((one) =>
        one.kind === 'project' ? { ...one, guid: guid.replace('3', '4') } : one
      )
    });
    expect(house.editor.project.tables.wall.get('wall-3')).toEqual(before.tables.wall.get('wall-3'));
    expect(settingsOf(house.editor.project).guid).toBe(guid);
    house.editor.undo();
    expect(house.editor.project.tables.wall.get('wall-3')!.a.y).not.toBe(
      before.tables.wall.get('wall-3')!.a.y
    );
  });
  it('removed in another tab: it says so, keeps nothing, and can be kept as a new project', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    await removeProject(id);
    await pause();
    expect(house.unsaved).toMatchObject({ kind: 'gone' });
    expect(move(house, 100)).toBeUndefined();
    expect(house.editor.message?.text).toContain('no longer in this browser');
    const { house: kept } = await opened(await house.keepAsNew());
    expect(allRecords(kept.editor.project)).toEqual(allRecords(house.editor.project));
  });
  it('when the data were cleared under it, that is found before the next “Saved”', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    await db().delete();
    await db().open();
    const before = house.saved;
    move(house, 100);
    expect(house.saving).toBe(true);
    await house.settled();
    expect(house.unsaved).toMatchObject({ kind: 'gone' });
    expect([house.saved, house.isAtRisk]).toEqual([before, true]);
  });
  it('a tab that read before another edited reads again when it gets to edit', async () => {
    const id = await newHouse();
    let release: () => void = () => undefined;
    void navigator.locks.request(`cliffstead ${id}`, () => new Promise<void>((done) => (release = done)));
    const { house: late } = await opened(id);
    const { project } = late.editor;
    await keepSteps(id, 1, [{ op: 'do', label: 'Unheard', patch: renamed(project) }], project);
    release();
    await pause();
    expect(settingsOf(late.editor.project).name).toBe('Elsewhere');
    move(late, 300);
    await late.settled();
    expect([late.unsaved, await headOf(id)]).toEqual([undefined, 2]);
  });
  it('without locks, the tab that comes later is refused, and may read the other or be kept', async () => {
    vi.stubGlobal('navigator', {});
    const id = await newHouse();
    const [{ house }, { house: other }] = [await opened(id), await opened(id)];
    move(house, 100);
    await house.settled();
    await pause();
    expect(allRecords(other.editor.project)).toEqual(allRecords(house.editor.project));
    const { project } = house.editor;
    await keepSteps(id, 2, [{ op: 'do', label: 'Unheard', patch: renamed(project) }], project);
    move(other, 900);
    await other.settled();
    expect(other.unsaved).toMatchObject({ kind: 'outrun' });
    await other.takeOther();
    expect(settingsOf(other.editor.project).name).toBe('Elsewhere');
    move(other, 500);
    await other.settled();
    expect([other.unsaved, other.saving]).toEqual([undefined, false]);
  });
  it('what could not be written stays in line, is said, and is written by itself when there is room', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' });
    const add = vi.spyOn(db().steps, 'bulkAdd').mockRejectedValue(full);
    move(house, 100);
    await house.settled();
    move(house, 200);
    expect(house.unsaved).toMatchObject({ kind: 'full' });
    expect([house.saving, house.isAtRisk]).toEqual([true, true]);
    add.mockRestore();
    await vi.advanceTimersByTimeAsync(2100);
    vi.useRealTimers();
    await house.settled();
    expect([house.unsaved, house.saving, await headOf(id)]).toEqual([undefined, false, 2]);
    expect(allRecords((await restored(id))!.history.project)).toEqual(allRecords(house.editor.project));
  });
  it('a thousand steps: few are in memory, all can be undone and done again, over a reload', async () => {
    const id = await newHouse();
    const { house } = await opened(id);
    const first = allRecords(house.editor.project);
    for (let i = 0; i < 1000; i++) {
      move(house, i % 2 ? 10 : -10);
      if (i % 50 === 0) await house.settled();
    }
    await house.settled();
    expect(house.editor.state.undo.recent.length).toBeLessThan(450);
    house.close();
    await pause();
    const { house: again } = await opened(id);
    expect(again.editor.state.undo.recent.length).toBeLessThan(450);
    expect(depthOf(again.editor.state.undo)).toBe(1000);
    const through = async (way: 'undo' | 'redo') => {
      for (let i = 0; i < 1000; i++) {
        again.editor[way]();
        if (i % 20 === 0) await again.settled().then(() => pause(1));
      }
      await again.settled();
    };
    await through('undo');
    expect(allRecords(again.editor.project)).toEqual(first);
    await through('redo');
    expect([depthOf(again.editor.state.undo), depthOf(again.editor.state.redo)]).toEqual([1000, 0]);
  });
  it('is not there when it is not in this browser', async () => {
    expect(await House.open('never')).toBeUndefined();
  });
});
