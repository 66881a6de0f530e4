/** The outline of a storey for commands: refused where its walls enclose nothing. */
import { need, refuse } from '../../document/command';
import type { Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import type { SlabFace } from '../slab/record';
import type { Outline } from './outline';
import { outlineOn, wallsOn } from './stages';

export function needOutline(query: Query, id: string, face: SlabFace): Outline {
  const { project } = query;
  const storey = need(project, 'storey', id);
  const texts = { thing: nameOf(project, storey) };
  if (query.get(wallsOn, id).length === 0)
    refuse(project, 'storey.no-walls', { subjects: [id], texts: { ...texts, what: '' } });
  return outlineOn(query, id, face) ?? refuse(project, 'outline.none', { subjects: [id], texts });
}
