/** Roofs and slabs of plies: as thick as these, and of the outermost's material, whatever changes them. */
import type { Project, Query } from '../../document/kind';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { need } from '../../document/command';
import type { Rec } from '../../document/record';
import type { Ply } from './record';

interface Plied {
  readonly buildUp: string | null;
  readonly thickness: number;
  readonly material: string;
}

const none: readonly Ply[] = [];

/** What one is made of; nothing where it has no build-up. */
export const pliesOf = (
  { tables }: Pick<Project, 'tables'>,
  one: Pick<Plied, 'buildUp'> | undefined
): readonly Ply[] => tables.buildUp.get(one?.buildUp ?? '')?.plies ?? none;

/** One with what its build-up gives it; as it is where it has none. */
export function plied<T extends Plied>(project: Pick<Project, 'tables'>, one: T): T {
  const plies = pliesOf(project, one);
  if (plies.length === 0) return one;
  const thickness = plies.reduce((sum, ply) => sum + ply.thickness, 0);
  const { material } = plies[0]!;
  return thickness === one.thickness && material === one.material ? one : { ...one, thickness, material };
}

/** The law for a kind: whatever is done to these or to build-ups. */
export const asThickAsPlies =
  (kind: 'roof' | 'slab') =>
  ({ project }: Query, patch: Patch): Patch => {
    const isAbout = [...patch.values()].some(
      ({ after }) => after?.kind === 'buildUp' || after?.kind === kind
    );
    if (!isAbout) return patch;
    const now = applyPatch(project, patch);
    const changed = [...now.tables[kind].values()].flatMap((one: Rec & Plied) => {
      const made = plied(now, one);
      return made === one ? [] : [made];
    });
    return changed.length === 0 ? patch : composePatches(patch, patchOf(now, changed));
  };

/** Named, or none any more: also where a thickness or a covering of its own is given. */
export function buildUpOf(
  project: Project,
  { buildUp }: Plied,
  given: {
    buildUp?: string | null | undefined;
    thickness?: number | undefined;
    material?: string | undefined;
  }
): string | null {
  if (given.buildUp) return need(project, 'buildUp', given.buildUp).id;
  const isOwn = given.buildUp === null || given.thickness !== undefined || given.material !== undefined;
  return isOwn ? null : buildUp;
}
