/** Roofs of plies: as thick as these, and of the outermost's material, whatever changes them. */
import type { Project, Query } from '../../document/kind';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import type { Roof } from './record';

/** A roof with what its build-up gives it; as it is where it has none. */
export function pliedRoof({ tables }: Pick<Project, 'tables'>, roof: Roof): Roof {
  const plies = roof.buildUp === null ? undefined : tables.buildUp.get(roof.buildUp)?.plies;
  if (!plies) return roof;
  const thickness = plies.reduce((sum, ply) => sum + ply.thickness, 0);
  const { material } = plies[0]!;
  return thickness === roof.thickness && material === roof.material ? roof : { ...roof, thickness, material };
}

export function asThickAsPlies({ project }: Query, patch: Patch): Patch {
  const isAbout = [...patch.values()].some(
    ({ after }) => after?.kind === 'buildUp' || after?.kind === 'roof'
  );
  if (!isAbout) return patch;
  const now = applyPatch(project, patch);
  const changed = [...now.tables.roof.values()].flatMap((roof) => {
    const plied = pliedRoof(now, roof);
    return plied === roof ? [] : [plied];
  });
  return changed.length === 0 ? patch : composePatches(patch, patchOf(now, changed));
}
