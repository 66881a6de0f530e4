/** All that is derived from a project, as plain values: what the laws of the derivation compare. */
import type { Project, Query } from '../document/kind';
import { allRecords, declarationsOf, projectFrom } from '../document/project';
import { slabFaces } from '../kinds/slab/record';
import { storeyModelIn } from '../kinds/storey/model';
import { storeysInOrder } from '../kinds/storey/record';
import { outlineOn } from '../kinds/wall/stages';
import { bodyOf } from '../model/bodies';
import { Model } from '../model/graph';
import { inspectProject } from '../takeoff/inspect';
import { planDrawing } from '../drawing/plan-drawing';

export function everything(query: Query) {
  const { project } = query;
  return {
    storeys: storeysInOrder(project).map(({ id }) => {
      const model = storeyModelIn(query, id);
      return {
        walls: model.walls.map(({ frame, bands, entangled }) => ({ id: frame.wall.id, bands, entangled })),
        places: [...model.places].map(([wall, list]) => [
          wall,
          list.map(({ t0, t1, z0, z1 }) => [t0, t1, z0, z1])
        ]),
        outlines: slabFaces.map((face) => outlineOn(query, id, face)),
        plan: planDrawing(query, id, { paper: 75 })
      };
    }),
    bodies: declarationsOf(project).flatMap(({ kind, cuts }) =>
      [...project.tables[kind].keys()].map((id) => ({
        body: bodyOf[kind] && query.get(bodyOf[kind], id),
        cuts: cuts && query.get(cuts, id)
      }))
    ),
    inspection: inspectProject(query)
  };
}

/** The same records as new objects: nothing kept by identity can help. */
const fresh = (project: Project) =>
  projectFrom(project.kinds, structuredClone(allRecords(project)), project.lastIds);

export const fromScratch = (project: Project) => everything(new Model().at(fresh(project)));

/** Where two values differ, as a path, or undefined: equal in shape, numbers to 1e-6, as what is kept differs by rounding. */
export function differenceOf(p: unknown, q: unknown, path = 'project'): string | undefined {
  if (typeof p === 'number' && typeof q === 'number')
    return Object.is(p, q) || Math.abs(p - q) < 1e-6 ? undefined : `${path}: ${p} is not ${q}`;
  if (typeof p !== 'object' || p === null || typeof q !== 'object' || q === null)
    return p === q ? undefined : `${path}: ${String(p)} is not ${String(q)}`;
  const keys = Object.keys(p);
  if (keys.length !== Object.keys(q).length) return `${path}: of other shape`;
  for (const key of keys) {
    const found = differenceOf(
      (p as Record<string, unknown>)[key],
      (q as Record<string, unknown>)[key],
      `${path}.${key}`
    );
    if (found) return found;
  }
  return undefined;
}
