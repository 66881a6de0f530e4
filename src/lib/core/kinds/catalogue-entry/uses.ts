/** How many openings each entry of the catalogue fills, by its id; of one that fills none nothing is said. */
import type { Project } from '../../document/kind';

export function usesOf({ tables }: Pick<Project, 'tables'>): ReadonlyMap<string, number> {
  const uses = new Map<string, number>();
  for (const { entry } of tables.opening.values())
    if (entry !== null) uses.set(entry, (uses.get(entry) ?? 0) + 1);
  return uses;
}
