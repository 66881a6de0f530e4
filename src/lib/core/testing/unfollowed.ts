/** Whether a model that knew a project follows every change of a field. */
import type { Project } from '../document/kind';
import { groupedBy } from '../document/grouped';
import { usesOf } from '../kinds/catalogue-entry/uses';
import { Model } from '../model/graph';
import { differenceOf, everything, fromScratch } from './everything';
import { fieldChanges } from './fields';

/** Of entries, openings that they fill, walls of a storey, roofs, build-ups and materials, a few stand for all: what is alike is followed alike. */
function alikeIn(project: Project): Set<string> {
  const { catalogueEntry, opening, material, buildUp, roof, wall } = project.tables;
  const uses = usesOf(project);
  const entries = [...catalogueEntry.keys()];
  const [used, idle] = [true, false].map((is) => entries.filter((id) => uses.has(id) === is));
  const byEntry = groupedBy(opening.values(), ({ entry, filling }) => entry ?? filling);
  const byLook = groupedBy(wall.values(), ({ storey, role, buildUp, top }) =>
    [storey, role, buildUp, top.kind].join(' ')
  );
  return new Set([
    ...[
      ...used!.slice(2),
      ...idle!.slice(1),
      ...[...material.keys()].slice(4),
      ...[...buildUp.keys()].slice(5),
      ...[...roof.keys()].slice(4)
    ],
    ...[...byEntry.values()].flatMap((list, i) => list.slice(i < 6 ? 1 : 0).map(({ id }) => id)),
    ...[...byLook.values()].flatMap((list) => list.slice(1).map(({ id }) => id))
  ]);
}

/** The first field whose change a model that knew the project before does not follow. */
export function unfollowed(project: Project, share: (i: number, id: string) => boolean): string | undefined {
  const model = new Model();
  everything(model.at(project));
  const alike = alikeIn(project);
  let i = 0;
  for (const { id, path, project: changed } of fieldChanges(project)) {
    if (alike.has(id) || !share((i += 1), id)) continue;
    const found = differenceOf(everything(model.at(changed)), fromScratch(changed));
    if (found) return `${id} ${path}: ${found}`;
  }
  return undefined;
}
