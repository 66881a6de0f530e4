/** Which material a thing is made of when nobody says: what the starter catalogue suggests, while the project has it. */
import { refuse } from '../../document/command';
import type { Project } from '../../document/kind';

/** Suggestions by use, as ids of the starter catalogue; any project may have lost them. */
const suggestions = {
  wall: 'plain',
  slab: 'concrete',
  footing: 'concrete',
  foundationWall: 'block',
  roof: 'slate',
  column: 'concrete',
  chimney: 'brick',
  cap: 'concrete',
  hearth: 'stone',
  stair: 'panel'
} as const;
export type MaterialUse = keyof typeof suggestions;

/** The suggested material where the project has it, else its first; refused where it has none at all. */
export function usualMaterial(project: Project, use: MaterialUse): string {
  const { material } = project.tables;
  const found = material.get(suggestions[use]) ?? [...material.values()][0];
  return (
    found?.id ?? refuse(project, 'record.missing', { texts: { kind: 'material', id: suggestions[use] } })
  );
}
