/** Footings that others are measured from. */
import { need, refuse } from '../../document/command';
import type { Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import type { Footing } from './record';

/** One with a wall on it, whose top slabs and walls can be measured from. */
export function needFoundation(project: Project, id: string): Footing {
  const footing = need(project, 'footing', id);
  if (!footing.wall)
    refuse(project, 'footing.no-wall', { subjects: [id], texts: { thing: nameOf(project, footing) } });
  return footing;
}
