/** The card of a site note: its words, its photo, where it is pinned. */
import type { SiteNote } from '../../../core/kinds/site-note/record';
import { parseAngle, formatAngle } from '../../../core/units/angle';
import { nameElement } from '../../../core/document/names';
import { fact, type CardMaker, type DetailsCard } from '../../details/card';
import type { Setter } from '../../details/shared-fields';

export function siteNoteCard(make: CardMaker, note: SiteNote): DetailsCard {
  const { editor } = make;
  const { photo } = note;
  const set: Setter = (changes) => ({ name: 'setSiteNote', args: { id: note.id, ...changes } });
  return {
    title: nameElement(editor.project, note.id),
    subtitle: '',
    photo: photo ?? undefined,
    actions: [
      {
        label: photo ? 'Choose another photo' : 'Add a photo',
        run: () => void editor.choosePhoto?.(note.id)
      },
      ...(photo && note.text !== ''
        ? [{ label: 'Leave the photo out', run: () => void editor.perform(set({ photo: null })) }]
        : [])
    ],
    groups: [
      {
        title: 'What does it say?',
        fields: [
          make.text('text', 'Words', note.text, (text) => set({ text })),
          ...(photo ? [fact('Photo', `${photo.name}, ${photo.width} × ${photo.height} pixels`)] : []),
          make.text('by', 'By', note.by, (by) => set({ by })),
          make.text('on', 'On', note.on, (on) => set({ on }))
        ]
      },
      {
        title: 'Where is it pinned?',
        fields: [
          make.length('x', 'Across from zero', [note.at.x], (x) => set({ at: { ...note.at, x } })),
          make.length('y', 'Up from zero', [note.at.y], (y) => set({ at: { ...note.at, y } })),
          make.height('height', 'Height', 'the floor', [note.height], (height) => set({ height })),
          {
            ...{ name: 'looks', label: 'Looks towards', kind: 'text' },
            value: note.looks === null ? 'no way' : formatAngle(note.looks, 1),
            set: (text) => {
              if (/^\s*(no way|none)?\s*$/.test(text))
                return make.run('setSiteNote', { id: note.id, looks: null });
              const read = parseAngle(text);
              return read.ok
                ? make.run('setSiteNote', { id: note.id, looks: (read.value * 180) / Math.PI })
                : `Expected ${read.expected}, or "no way".`;
            }
          }
        ]
      }
    ]
  };
}
