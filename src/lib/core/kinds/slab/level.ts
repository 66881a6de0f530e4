/** How high slabs lie: measured from the datum of their storey, or from the top of a foundation. */
import type { Project } from '../../document/kind';
import type { Tables } from '../../document/record';
import { toStored } from '../../geometry/tolerances';
import { datumOf } from '../storey/record';
import type { Slab } from './record';

interface Levels {
  readonly tables: Pick<Tables, 'storey' | 'footing'>;
}

/** What a slab is measured from, above project zero. */
export function slabOrigin(project: Levels, { storey, from }: Pick<Slab, 'storey' | 'from'>): number {
  const footing = from === null ? undefined : project.tables.footing.get(from);
  return footing?.wall ? datumOf(project, footing.storey) + footing.wall.top : datumOf(project, storey);
}

/** Its top above project zero, where it does not fall. */
export const slabLevel = (project: Levels, slab: Pick<Slab, 'storey' | 'from' | 'offset'>): number =>
  slabOrigin(project, slab) + slab.offset;

/** Its top above the datum of its storey. */
export const slabHeight = (project: Levels, slab: Pick<Slab, 'storey' | 'from' | 'offset'>): number =>
  slabLevel(project, slab) - datumOf(project, slab.storey);

/** The highest of its underside above project zero, which tilts with its falls or stays flat. */
export function slabUnderside(project: Levels, slab: Slab): number {
  const { falls, underside, thickness } = slab;
  const level = slabLevel(project, slab) - thickness;
  if (falls?.kind !== 'levels' || underside === 'flat') return level;
  const heights = [...falls.levels, ...falls.lines.flatMap(({ from, to }) => [from, to])].map(({ z }) => z);
  return level + (heights.length > 0 ? Math.max(...heights) : 0);
}

/** As high as it lies now, measured from something else. */
export const measuredFrom = (project: Project, slab: Slab, from: string | null, level: number): Slab => ({
  ...slab,
  from,
  offset: toStored(level - slabOrigin(project, { ...slab, from }))
});
