/** What commands about walls choose: build-ups by thickness, tops as they are given. */
import { need, needPositive, refuse } from '../../document/command';
import { freshIds, settingsOf } from '../../document/project';
import { toStored } from '../../geometry/tolerances';
import { thicknessOf } from '../../kernels/joints/frame';
import { plainBuildUp, type BuildUp } from '../build-up/record';
import { formatLength } from '../../units/length';
import type { Wall, WallTop } from './record';
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
  certainty?: Wall['certainty'] | undefined;
  top?:
    | {
        kind: WallTop['kind'];
        height?: number | undefined;
        storey?: string | undefined;
        offset?: number | undefined;
      }
    | undefined;
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

export function topOf(project: Project, given: NonNullable<Style['top']>, thing = 'the wall'): WallTop {
  if (given.kind === 'roof') return { kind: 'roof' };
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
