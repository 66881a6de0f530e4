import { describe, expect, it } from 'vitest';
import { perform } from '../core/commands/register';
import { runScript } from '../core/commands/script';
import { applyPatch, type Patch } from '../core/document/patch';
import { allRecords } from '../core/document/project';
import type { Project } from '../core/document/kind';
import { rectangle } from '../editor/testing/session';
import { ModelClient, type Connection } from './client';
import type { AsyncModelService, ModelUpdate } from './protocol';
import { serviceInProcess } from './testing/in-process';

const nothing: Patch = new Map();
const patience = { overtake: 5, mostOvertaken: 2, silence: 400, restarts: 2 };
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

function house(): Project {
  const result = runScript({ commands: [rectangle(), { name: 'addSlab', args: { storey: 'storey-1' } }] });
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
}
const step = (project: Project, y: number): Patch => {
  const result = perform(project, { name: 'moveWalls', args: { ids: ['wall-3'], by: { x: 0, y } } });
  if (!result.ok) throw new Error(result.problem.message);
  return result.patch;
};

/** A service in this process, with what was sent to it; `spoil` puts something in its way. */
function harness(
  spoil: (service: AsyncModelService, start: number) => Partial<AsyncModelService> = () => ({})
) {
  const sent: Patch[] = [];
  const shown = new Map<string, number>();
  const said: string[] = [];
  const rests: number[] = [];
  const progressed: number[] = [];
  let starts = 0;
  let lose: (fault: Error) => void = () => undefined;
  const connect = (): Connection => {
    starts += 1;
    const service = serviceInProcess(sent);
    return {
      service: { ...service, ...spoil(service, starts) },
      lost: new Promise<never>((_, reject) => (lose = reject)),
      proxy: (progress) => progress,
      close: () => undefined
    };
  };
  const client = new ModelClient(
    {
      onUpdate: ({ changed, removed, revision }: ModelUpdate) => {
        for (const { id } of changed) shown.set(id, revision);
        for (const id of removed) shown.delete(id);
      },
      onProgress: (done) => progressed.push(done),
      onIdle: () => rests.push(starts),
      onBehind: (why) => said.push(why)
    },
    connect,
    patience
  );
  return {
    client,
    sent,
    shown,
    said,
    rests,
    progressed,
    starts: () => starts,
    lose: (fault: Error) => lose(fault)
  };
}

describe('the client of the model service', () => {
  it('sends the whole once, then the patches that were made, and nothing where nothing changed', async () => {
    const { client, sent, shown } = harness();
    const project = house();
    client.show({ project, patch: 'all', trial: undefined });
    await pause(30);
    expect(sent[0]!.size).toBe(allRecords(project).length);
    client.show({ project, patch: nothing, trial: undefined });
    await pause(10);
    expect(sent).toHaveLength(1);
    const patch = step(project, 300);
    const moved = applyPatch(project, patch);
    client.show({ project: moved, patch, trial: undefined });
    await pause(20);
    expect([...sent[1]!.keys()].sort()).toEqual([...patch.keys()].sort());
    expect([...shown].filter(([, revision]) => revision === 2).map(([id]) => id)).toEqual(
      expect.arrayContaining(['wall-2', 'wall-3', 'wall-4', 'slab-1'])
    );
    client.close();
  });
  it('takes a trial back when another is made, and when it is left', async () => {
    const { client, sent } = harness();
    const project = house();
    client.show({ project, patch: 'all', trial: undefined });
    await pause(30);
    const [first, second] = [step(project, 100), step(project, 200)];
    client.show({ project, patch: nothing, trial: first });
    await pause(20);
    client.show({ project, patch: nothing, trial: second });
    await pause(20);
    client.show({ project, patch: nothing, trial: undefined });
    await pause(20);
    const at = (patch: Patch | undefined) => {
      const wall = patch?.get('wall-3');
      return wall?.after?.kind === 'wall' && wall.before?.kind === 'wall'
        ? [wall.before.a.y, wall.after.a.y]
        : [];
    };
    const y = project.tables.wall.get('wall-3')!.a.y;
    expect(sent.slice(1).map(at)).toEqual([
      [y, y + 100],
      [y + 100, y + 200],
      [y + 200, y]
    ]);
    client.close();
  });
  it('a newer call overtakes one that takes long, but not for ever; the last is always made', async () => {
    let turn = 0;
    const { client, sent, shown } = harness((service) => ({
      update: async (revision, patch, review, works, progress) => {
        const own = (turn += 1);
        const update = await service.update(revision, patch, review, works, progress);
        await pause(25);
        return own === turn ? update : undefined;
      }
    }));
    const project = house();
    client.show({ project, patch: 'all', trial: undefined });
    const seen = new Set<number | undefined>();
    for (let i = 1; i <= 30; i++) {
      await pause(10);
      client.show({ project, patch: nothing, trial: step(project, 10 * i) });
      seen.add(shown.get('wall-3'));
    }
    // Something is seen on the way, although each call is asked to give way.
    expect(seen.size).toBeGreaterThan(2);
    await pause(200);
    expect(shown.get('wall-3')).toBe(sent.length);
    client.close();
  });
  it('starts a failed service again with the present project, says so, and gives up only for the time being', async () => {
    let broken = true;
    const { client, shown, said, starts } = harness(() =>
      broken ? { update: () => Promise.reject(new Error('out of memory')) } : {}
    );
    const project = house();
    client.show({ project, patch: 'all', trial: undefined });
    await pause(50);
    expect(starts()).toBe(3);
    expect(said.at(-1)).toBe(
      'The model cannot be built (out of memory). It is tried again with the next change.'
    );
    broken = false;
    const patch = step(project, 300);
    client.show({ project: applyPatch(project, patch), patch, trial: undefined });
    await pause(50);
    expect(said.at(-1)).toBe('');
    expect([...shown.keys()].sort()).toEqual(['slab-1', 'wall-1', 'wall-2', 'wall-3', 'wall-4']);
    client.close();
  });
  it('a service that is lost or falls silent is started again too', async () => {
    const { client, shown, said, starts, lose } = harness((_, start) =>
      start === 2 ? { update: () => new Promise(() => undefined) } : {}
    );
    const project = house();
    client.show({ project, patch: 'all', trial: undefined });
    await pause(30);
    lose(new Error('the worker ended'));
    await pause(10);
    expect(said.at(-1)).toMatch(/^The model had to be started again \(the worker ended\)/);
    await pause(500);
    expect(starts()).toBe(3);
    expect(said).toContain(
      'The model had to be started again (it does not answer any more); it is being built.'
    );
    expect(said.at(-1)).toBe('');
    expect(shown.size).toBe(5);
    client.close();
  });
  it('is cancelled and exports at any moment', async () => {
    const { client, said, shown } = harness();
    const project = house();
    client.show({ project, patch: 'all', trial: undefined });
    const bytes = (await client.exportGlb())!;
    expect(new TextDecoder().decode(bytes.slice(0, 4))).toBe('glTF');
    await pause(30);
    expect(shown.size).toBe(5);
    const slow = harness((service) => ({
      update: async (...args) => {
        await pause(30);
        return (await service.update(...args)) && undefined;
      }
    }));
    slow.client.show({ project, patch: 'all', trial: undefined });
    slow.client.cancel();
    await pause(60);
    expect(slow.said.at(-1)).toMatch(/^Building was cancelled/);
    expect(slow.rests.length).toBeGreaterThan(0);
    expect(said.filter((why) => why !== '')).toEqual([]);
    for (const one of [client, slow.client]) one.close();
  });
  it('lets progress that comes after the answer be: nothing is waited for then, and nothing counts as lost', async () => {
    let late: (() => void) | undefined;
    const { client, progressed, rests, said } = harness((service) => ({
      update: async (revision, patch, review, works, progress) => {
        const update = await service.update(revision, patch, review, works, progress);
        late = () => progress?.(1, 2);
        return update;
      }
    }));
    client.show({ project: house(), patch: 'all', trial: undefined });
    await pause(100);
    expect(rests.length).toBeGreaterThan(0);
    const before = progressed.length;
    late!();
    expect(progressed).toHaveLength(before);
    await pause(patience.silence + 100);
    expect(said.filter(Boolean)).toEqual([]);
    client.close();
  });
});
