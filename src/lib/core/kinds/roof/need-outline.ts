/** What commands about roofs need of them, or refuse. */
import { refuse } from '../../document/command';
import type { Project, Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import { degree } from '../../units/angle';
import { needOutline } from '../wall/need-outline';
import { overSides, overStorey, type RoofOutline } from './edges';
import type { Roof } from './record';
import { faceOf } from './stages';

const leastPitch = 1;

const mostPitch = 80;

export function pitchOf(project: Project, degrees: number): number {
  if (!(degrees >= leastPitch && degrees <= mostPitch))
    refuse(project, 'roof.pitch', {
      numbers: { pitch: degrees * degree, least: leastPitch * degree, most: mostPitch * degree }
    });
  return degrees * degree;
}

/** What a roof would bear on; refused where it would be nothing. */
export function needRoofOutline(query: Query, roof: Roof): RoofOutline {
  const { project } = query;
  if (!roof.sides) return overStorey(roof, needOutline(query, roof.storey, 'outer'));
  return (
    overSides(roof, roof.sides, (wall, inner) => faceOf(query, wall, inner)) ?? refuseSides(project, roof)
  );
}

export const refuseSides = (project: Project, roof: Roof): never =>
  refuse(project, 'roof.sides', { subjects: [roof.id], texts: { thing: nameOf(project, roof) } });
