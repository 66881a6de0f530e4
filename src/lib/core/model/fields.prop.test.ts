/** Every field of every record: a model that knew the project before it changed says the same as one that did not. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../document/kind';
import { usesOf } from '../kinds/catalogue-entry/uses';
import { differenceOf, everything, fromScratch } from '../testing/everything';
import { fieldChanges } from '../testing/fields';
import { act, example, twoRooms } from '../testing/house';
import { Model } from './graph';

const houses = { 'gannet-house': example('gannet-house'), 'plover-cabin': example('plover-cabin') };

/** The first field whose change a model that knew the project before does not follow. */
function unfollowed(project: Project, share: (i: number, id: string) => boolean): string | undefined {
  const model = new Model();
  everything(model.at(project));
  // Of the entries that fill nothing one stands for all, and of the others a few.
  const uses = usesOf(project);
  const entries = [...project.tables.catalogueEntry.keys()];
  const [used, idle] = [true, false].map((is) => entries.filter((id) => uses.has(id) === is));
  const alike = new Set([...used!.slice(4), ...idle!.slice(1)]);
  let i = 0;
  for (const { id, path, project: changed } of fieldChanges(project)) {
    if (alike.has(id) || !share((i += 1), id)) continue;
    const found = differenceOf(everything(model.at(changed)), fromScratch(changed));
    if (found) return `${id} ${path}: ${found}`;
  }
  return undefined;
}

describe('the derivation', () => {
  // Every field of every record, one after another; in parts, so that a failure is found early.
  it.each(
    (['gannet-house', 'plover-cabin'] as const).flatMap((name) =>
      [0, 1, 2].map((part) => [name, part] as const)
    )
  )(
    'of %s follows every single field: part %i',
    (name, part) => {
      expect(unfollowed(houses[name], (i) => i % 3 === part)).toBeUndefined();
    },
    400_000
  );
  it('of windows that leave their wall follows every single field of theirs and of the walls', () => {
    const window = { filling: 'window', width: 1000, height: 1200, sill: 900, distance: 0 };
    const face = { origin: { kind: 'face', wall: 'east', side: 'left' }, end: 'b' };
    const corner = act(twoRooms(), 'addOpening', {
      ...window,
      ...face,
      wall: 'south',
      entry: 'window-corner'
    });
    const bay = { ...window, wall: 'south', entry: 'window-bay', distance: 1000, width: 2000 };
    const tried = ['south', 'east', 'opening-1', 'opening-2', 'window-corner', 'window-bay'];
    expect(unfollowed(act(corner, 'addOpening', bay), (_, id) => tried.includes(id))).toBeUndefined();
  }, 100_000);
});
