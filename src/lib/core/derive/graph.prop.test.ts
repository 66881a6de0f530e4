import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openEdges } from '../geometry/mesh';
import { projectOf, allRecords, newProject, storeysInOrder } from '../project/project';
import type { Project } from '../project/records';
import { editsArb, playEdits } from '../testing/edits';
import { expectPartition } from '../testing/partition';
import { boxOf } from '../geometry/ring';
import { deriveFootprints, type WallFootprint } from './1-footprints';
import { frameOf } from './frame';
import { Model } from './graph';

const runs = Number(process.env.LAW_RUNS ?? 25);

/** Every derived thing as plain values. */
function snapshot(model: Model, project: Project) {
  return {
    storeys: storeysInOrder(project).map(({ id }) => {
      const derived = model.storey(project, id)!;
      return {
        walls: derived.walls.map(({ frame, bands, entangled }) => ({ id: frame.wall.id, bands, entangled })),
        places: [...derived.places].map(([wall, list]) => [
          wall,
          list.map(({ t0, t1, z0, z1 }) => [t0, t1, z0, z1])
        ]),
        outline: model.outline(project, id, 'outer')
      };
    }),
    elements: model.elements(project).map(({ id, parts }) => ({ id, parts }))
  };
}

/** The same records as new objects: nothing kept by identity can help. */
const fresh = (project: Project) => projectOf(structuredClone(allRecords(project)));

describe('the derivation graph', () => {
  it('incremental equals from scratch, after any session of commands', () => {
    fc.assert(
      fc.property(editsArb(14), (edits) => {
        const model = new Model();
        const last = playEdits(edits, (_, project) => model.elements(project));
        expectClose(snapshot(model, last), snapshot(new Model(), fresh(last)), 'project');
      }),
      { numRuns: runs }
    );
  });
  it('unchanged elements stay the same objects, so that they are not sent again', () => {
    const model = new Model();
    const start = playEdits(
      [
        { kind: 0, pick: 0, x: 0, y: 0 },
        { kind: 0, pick: 14, x: 40, y: 40 }
      ],
      () => undefined
    );
    const before = new Map(model.elements(start).map((element) => [element.id, element]));
    const moved = playEdits([{ kind: 26, pick: 0, x: 0, y: -5 }], () => undefined, start);
    const after = model.elements(moved);
    const changed = after.filter((element) => before.get(element.id) !== element).map(({ id }) => id);
    expect(changed.sort()).toEqual(['wall-1', 'wall-2', 'wall-4']);
  });
  it('every session leaves closed solids and footprints that partition', () => {
    fc.assert(
      fc.property(editsArb(12), (edits) => {
        const project = playEdits(edits, () => undefined);
        const model = new Model();
        for (const { id, parts } of model.elements(project))
          for (const { mesh } of parts) expect([id, openEdges(mesh)]).toEqual([id, 0]);
        for (const storey of storeysInOrder(project)) {
          const { footprints, walls } = model.storey(project, storey.id)!;
          if (walls.every(({ unsolved }) => !unsolved) && !overlaps(walls))
            expectPartition(footprints, 1000, true);
        }
      }),
      { numRuns: runs }
    );
  });
  it('does not depend on the order of records', () => {
    fc.assert(
      fc.property(editsArb(10), (edits) => {
        const project = playEdits(edits, () => undefined);
        const frames = [...project.tables.wall.values()].map((wall) => frameOf(fresh(project), wall)!);
        const byId = (list: typeof frames) =>
          Object.fromEntries([...deriveFootprints(list).walls].map(([id, { bands }]) => [id, bands]));
        const again = structuredClone(frames).reverse();
        expect(byId(again)).toEqual(byId(frames));
      }),
      { numRuns: runs }
    );
  });
  it('an empty project derives to nothing', () => {
    expect(new Model().elements(newProject())).toEqual([]);
    expect(new Model().outline(newProject(), 'storey-1', 'inner')).toBeUndefined();
  });
});

/** Equal in shape, numbers to 1e-6: what is kept may differ from what is made anew by rounding. */
function expectClose(p: unknown, q: unknown, path: string) {
  if (typeof p === 'number' && typeof q === 'number') {
    if (p !== q && !(Math.abs(p - q) < 1e-6)) throw new Error(`${path}: ${p} is not ${q}`);
    return;
  }
  if (typeof p !== 'object' || p === null || typeof q !== 'object' || q === null) {
    if (p !== q) throw new Error(`${path}: ${String(p)} is not ${String(q)}`);
    return;
  }
  const keys = Object.keys(p);
  expect([path, keys.length]).toEqual([path, Object.keys(q).length]);
  for (const key of keys)
    expectClose((p as Record<string, unknown>)[key], (q as Record<string, unknown>)[key], `${path}.${key}`);
}

/** Walls that lie within one another without meeting are a finding, not a joint. */
function overlaps(walls: readonly WallFootprint[]): boolean {
  const box = ({ frame: { wall, y0, y1 } }: WallFootprint) => {
    const reach = Math.max(Math.abs(y0), Math.abs(y1)) + 5;
    const around = boxOf([wall.a, wall.b]);
    return [around.minX - reach, around.maxX + reach, around.minY - reach, around.maxY + reach] as const;
  };
  const meet = (p: WallFootprint, q: WallFootprint) =>
    p.joints.some(({ node }) => node.members.some(({ frame }) => frame === q.frame));
  return walls.some((p, i) =>
    walls.slice(i + 1).some((q) => {
      const [a, b] = [box(p), box(q)];
      return a[0] < b[1] && b[0] < a[1] && a[2] < b[3] && b[2] < a[3] && !meet(p, q);
    })
  );
}
