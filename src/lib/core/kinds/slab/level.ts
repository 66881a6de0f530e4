/** How high slabs lie: measured from the datum of their storey, or from the top of a foundation. */
import type { Project } from '../../document/kind';
import { toStored } from '../../geometry/tolerances';
import { datumOf } from '../storey/record';
import type { Slab } from './record';

/** What a slab is measured from, above project zero. */
export function slabOrigin(project: Project, { storey, from }: Pick<Slab, 'storey' | 'from'>): number {
  const footing = from === null ? undefined : project.tables.footing.get(from);
  return footing?.wall ? datumOf(project, footing.storey) + footing.wall.top : datumOf(project, storey);
}

/** Its top above project zero, where it does not fall. */
export const slabLevel = (project: Project, slab: Pick<Slab, 'storey' | 'from' | 'offset'>): number =>
  slabOrigin(project, slab) + slab.offset;

/** Its top above the datum of its storey. */
export const slabHeight = (project: Project, slab: Pick<Slab, 'storey' | 'from' | 'offset'>): number =>
  slabLevel(project, slab) - datumOf(project, slab.storey);

/** Slabs that are measured from the top of a foundation. */
export const slabsOn = ({ tables }: Project, footing: string): Slab[] =>
  [...tables.slab.values()].filter(({ from }) => from === footing);

/** As high as it lies now, measured from something else. */
export const measuredFrom = (project: Project, slab: Slab, from: string | null, level: number): Slab => ({
  ...slab,
  from,
  offset: toStored(level - slabOrigin(project, { ...slab, from }))
});
