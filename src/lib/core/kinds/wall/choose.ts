/** What commands about walls choose: build-ups by thickness, tops as they are given. */
import { need, needPositive, refuse } from '../../document/command';
import { freshIds, settingsOf } from '../../document/project';
import { toStored, tolerances } from '../../geometry/tolerances';
import { thicknessOf } from '../../kernels/joints/frame';
import { plainBuildUp, type BuildUp } from '../build-up/record';
import { formatLength } from '../../units/length';
import { needFoundation } from '../footing/need';
import { storeyBelow, type Storey } from '../storey/record';
import { heightsOf } from './standing';
import { wallsOf, type StandsOn, type Wall, type WallTop } from './record';
import type { Project } from '../../document/kind';
import type { Rec } from '../../document/record';
import { usualMaterial } from '../material/usual';
import { usualSizes } from '../../units/usual';

export const leastThickness = 5;

export const mostThickness = 1500;

export interface Style {
  storey: string;
  settingOut?: Wall['settingOut'] | undefined;
  settingOutOffset?: number | undefined;
  outside?: Wall['outside'] | undefined;
  buildUp?: string | undefined;
  thickness?: number | undefined;
  height?: number | undefined;
  base?: number | undefined;
  role?: Wall['role'] | undefined;
  coversFloor?: boolean | undefined;
  certainty?: Wall['certainty'] | undefined;
  top?:
    | {
        kind: WallTop['kind'];
        height?: number | undefined;
        storey?: string | undefined;
        slab?: string | undefined;
        offset?: number | undefined;
      }
    | undefined;
  on?: OnGiven | null | undefined;
}

/** The build-up named, or the plain one of the thickness given, made if there is none yet. */
export function chooseBuildUp(
  project: Project,
  given: Pick<Style, 'buildUp' | 'thickness'>
): { buildUp: BuildUp; made: Rec[] } {
  if (given.buildUp !== undefined) return { buildUp: need(project, 'buildUp', given.buildUp), made: [] };
  const { units } = settingsOf(project);
  const thickness = toStored(given.thickness ?? usualSizes(units).wall);
  if (!(thickness >= leastThickness && thickness <= mostThickness))
    refuse(project, 'wall.thickness', {
      numbers: { thickness, least: leastThickness, most: mostThickness },
      texts: { thing: 'of this wall' }
    });
  const material = usualMaterial(project, 'wall');
  for (const buildUp of project.tables.buildUp.values())
    if (
      buildUp.plies.length === 1 &&
      buildUp.plies[0]!.material === material &&
      thicknessOf(buildUp) === thickness
    )
      return { buildUp, made: [] };
  const made = plainBuildUp(
    freshIds(project, 'buildUp', 1)[0]!,
    material,
    thickness,
    formatLength(thickness, units)
  );
  return { buildUp: made, made: [made] };
}

interface OnGiven {
  readonly kind: 'foundation' | 'slab';
  readonly footing?: string | undefined;
  readonly slab?: string | undefined;
}

export function onOf(project: Project, given: OnGiven | null): StandsOn {
  if (!given) return null;
  if (given.kind === 'slab') return { kind: 'slab', slab: need(project, 'slab', given.slab ?? '').id };
  return { kind: 'foundation', footing: needFoundation(project, given.footing ?? '').id };
}

export function topOf(project: Project, given: NonNullable<Style['top']>, thing = 'the wall'): WallTop {
  if (given.kind === 'roof') return { kind: 'roof' };
  if (given.kind === 'slab') return { kind: 'slab', slab: need(project, 'slab', given.slab ?? '').id };
  if (given.kind === 'datum')
    return {
      kind: 'datum',
      storey: need(project, 'storey', given.storey ?? '').id,
      offset: given.offset ?? 0
    };
  const height = given.height ?? 0;
  needPositive(project, 'height', thing, height);
  return { kind: 'height', height: toStored(height) };
}

/**
 * Whether what lies outside the structure of a new wall runs down over the edge of its floor: of an outer wall that
 * stands on a floor with a storey beneath, whose outer walls end under that floor.
 */
export function coversByNature(
  project: Project,
  storey: Storey,
  { role, base }: Pick<Style, 'role' | 'base'>
): boolean {
  const below = storeyBelow(project, storey.id);
  if (!below || (role ?? 'exterior') !== 'exterior' || Math.abs(base ?? 0) > tolerances.coincident)
    return false;
  const underside = storey.datum - storey.floorDepth - below.datum + tolerances.coincident;
  return wallsOf(project, below.id).every((wall) => {
    const top = wall.role === 'exterior' ? heightsOf(project, wall)?.top : undefined;
    return top === undefined || top === Infinity || top <= underside;
  });
}
