/** The card of a catalogue entry: how it is made, in plain questions. */
import type { CatalogueEntry } from '../../../core/kinds/catalogue-entry/record';
import { usesOf } from '../../../core/kinds/catalogue-entry/uses';
import type { CardMaker, DetailsCard } from '../../details/card';
import { bodyGroups, namedFields, type Group, type Setter } from './fields';

export function entryCard(make: CardMaker, entry: CatalogueEntry): DetailsCard {
  const used = usesOf(make.editor.project).get(entry.id) ?? 0;
  const set: Setter = (changes) => ({ name: 'saveEntry', args: { id: entry.id, ...changes } });
  return {
    title: entry.filling === 'door' ? 'Door set' : 'Window unit',
    subtitle: entry.name,
    note:
      used === 0
        ? 'No opening is filled by it.'
        : `${used === 1 ? 'One opening is' : `${used} openings are`} filled by it; a change reaches all of them.`,
    groups: [namedFields(make, entry, set), ...bodyGroups(make, entry, set), howBig(make, entry, set)]
  };
}

const howBig: Group = (make, entry, set) => {
  const { size } = entry;
  return {
    title: 'How big is a new one?',
    fields: [
      make.length('width', 'Width', [size.width], (width) => set({ size: { width } })),
      make.length('height', 'Height', [size.height], (height) => set({ size: { height } })),
      make.height('sill', 'Sill', 'the datum', [size.sill], (sill) => set({ size: { sill } }))
    ]
  };
};
