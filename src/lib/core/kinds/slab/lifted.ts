/** Slabs whose top went up or down: what is measured over a floor goes along with it. */
import { need, refuse } from '../../document/command';
import type { Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import { applyPatch, type Patch } from '../../document/patch';
import { slabHeight } from './level';

export interface Lifted {
  readonly now: Project;
  /** By how much each went up over the datum of its storey, mm. */
  readonly by: ReadonlyMap<string, number>;
}

const slack = 1e-6;
const lifting: ReadonlySet<unknown> = new Set(['slab', 'footing', 'storey']);

/** Undefined where a patch lifts none. */
export function liftedSlabs(project: Project, patch: Patch): Lifted | undefined {
  if (project.tables.slab.size === 0) return undefined;
  if (![...patch.values()].some(({ before, after }) => lifting.has((after ?? before)?.kind)))
    return undefined;
  const now = applyPatch(project, patch);
  const by = new Map<string, number>();
  for (const [id, before] of project.tables.slab) {
    const after = now.tables.slab.get(id);
    const up = after ? slabHeight(now, after) - slabHeight(project, before) : 0;
    if (Math.abs(up) > slack) by.set(id, up);
  }
  return by.size > 0 ? { now, by } : undefined;
}

/** Whether a slab is there, and lies on a storey. */
export const isFloorOf = (project: Project, slab: string | null, storey: string | undefined): boolean =>
  slab !== null && storey !== undefined && project.tables.slab.get(slab)?.storey === storey;

/** The id of a slab that is to be kept to; refused where it is none, or of another storey. */
export function needFloor(project: Project, slab: string, storey: string | undefined): string {
  const found = need(project, 'slab', slab);
  if (found.storey === storey) return slab;
  const { name = storey ?? '' } = project.tables.storey.get(storey ?? '') ?? {};
  return refuse(project, 'slab.elsewhere', {
    subjects: [slab],
    texts: { thing: nameOf(project, found), storey: name }
  });
}
