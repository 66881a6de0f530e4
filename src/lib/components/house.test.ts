import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { House } from './house.svelte';
import { runScript } from '../core/commands/register';
import type { Patch } from '../core/document/patch';
import { settingsOf } from '../core/document/project';
import { onFrame } from '../frame-loop';
import { createProject, listVersions } from '../storage/store';
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
    expect(house.unsaved).toBe('');
    house.close();
    const { house: again } = await opened(id);
    expect(again.editor.project.tables.wall.get('wall-3')!.a.y).toBe(
      house.editor.project.tables.wall.get('wall-3')!.a.y
    );
    expect(again.editor.state.redo).toHaveLength(1);
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
  it('is not there when it is not in this browser', async () => {
    expect(await House.open('never')).toBeUndefined();
  });
});
