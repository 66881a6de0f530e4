import { describe, expect, it } from 'vitest';
import { perform } from '../core/commands/register';
import { runScript } from '../core/commands/script';
import { applyPatch } from '../core/document/patch';
import { allRecords } from '../core/document/project';
import type { Project } from '../core/document/kind';
import { rectangle } from '../editor/testing/session';
import { LocalModelService, transfersOf } from './service';

const build = (): Project => {
  const result = runScript({
    commands: [
      rectangle(),
      { name: 'addOpening', args: { wall: 'wall-1', filling: 'window', distance: 2000 } },
      { name: 'addSlab', args: { storey: 'storey-1' } }
    ]
  });
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const change = (project: Project, name: string, args: unknown) => {
  const result = perform(project, { name, args });
  if (!result.ok) throw new Error(result.problem.message);
  return { patch: result.patch, project: applyPatch(project, result.patch) };
};
const started = async (project: Project) => {
  const service = new LocalModelService(() => performance.now());
  service.load(allRecords(project));
  const first = await service.update(1, new Map(), true);
  return { service, first: first! };
};

describe('the model service', () => {
  it('sends everything once, in metres and Y up, with findings when asked', async () => {
    const { first } = await started(build());
    expect(first.changed.map(({ id }) => id).sort()).toEqual([
      'opening-1',
      'slab-1',
      'wall-1',
      'wall-2',
      'wall-3',
      'wall-4'
    ]);
    expect(first.findings).toMatchObject([{ code: 'house.no-door' }]);
    const slab = first.changed.find(({ id }) => id === 'slab-1')!.parts[0]!;
    const ys = slab.triangles.filter((_, i) => i % 3 === 1);
    expect([Math.min(...ys).toFixed(3), Math.max(...ys).toFixed(3)]).toEqual(['-0.150', '0.000']);
    // Each element goes over in one piece.
    const whole = new Set(first.changed.flatMap(({ parts }) => parts.map(({ normals }) => normals.buffer)));
    expect(new Set(transfersOf(first))).toEqual(whole);
    expect(whole.size).toBe(first.changed.length);
    expect(transfersOf(undefined)).toEqual([]);
  });
  it('then only what changed, and what is gone', async () => {
    const project = build();
    const { service } = await started(project);
    const moved = change(project, 'moveWalls', { ids: ['wall-3'], by: { x: 0, y: 500 } });
    const second = (await service.update(2, moved.patch, false))!;
    expect(second.changed.map(({ id }) => id).sort()).toEqual(['slab-1', 'wall-2', 'wall-3', 'wall-4']);
    expect(second.findings).toBeUndefined();
    const opened = change(moved.project, 'deleteItems', { ids: ['opening-1'] });
    const third = (await service.update(3, opened.patch, true))!;
    expect(third.removed).toEqual(['opening-1']);
    expect(third.changed.map(({ id }) => id)).toEqual(['wall-1']);
    const same = (await service.update(4, new Map(), false))!;
    expect(same.changed).toEqual([]);
  });
  it('shows what stands before or after the work, a wall whole where its opening does not; reviews all', async () => {
    const old = ['wall-1', 'wall-2', 'wall-3', 'wall-4'];
    const { project } = change(build(), 'setWork', { ids: old, work: 'existing' });
    const { service } = await started(
      change(project, 'setWork', { ids: ['opening-1'], work: 'new' }).project
    );
    const before = (await service.update(2, new Map(), true, 'before'))!;
    expect([...before.removed].sort()).toEqual(['opening-1', 'slab-1']);
    const wall = before.changed.find(({ id }) => id === 'wall-1')!;
    // Two triangles for each of six sides: nothing is cut out of it.
    expect(wall.parts.map(({ triangles }) => triangles.length / 9)).toEqual([12]);
    expect(before.findings).toMatchObject([{ code: 'house.no-door' }]);
    const all = (await service.update(3, new Map(), false, 'all'))!;
    expect(all.changed.map(({ id }) => id)).toContain('opening-1');
  });
  it('drops work that a newer call overtook', async () => {
    let now = 0;
    // Every look at this clock is 20 ms later: the work pauses after each two jobs.
    const service = new LocalModelService(() => (now += 20));
    const project = build();
    service.load(allRecords(project));
    const steps: number[] = [];
    const first = service.update(1, new Map(), false, 'all', (done) => steps.push(done));
    const second = service.update(2, new Map(), false);
    expect(await first).toBeUndefined();
    expect((await second)!.changed).toHaveLength(6);
    expect(steps[0]).toBeGreaterThan(0);
    const third = service.update(3, new Map(), false);
    service.cancel();
    expect(await third).toBeUndefined();
  });
  it('exports the whole model', async () => {
    const { service } = await started(build());
    const bytes = await service.exportGlb();
    expect(new TextDecoder().decode(bytes!.slice(0, 4))).toBe('glTF');
  });
});
