/** Site notes: words and photos pinned to places. */
import { storedPoint } from '../../document/command';
import type { Declaration } from '../../document/kind';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import { planOfSiteNotes } from './plan';
import { schema, type SiteNote } from './record';

const movedNote = (note: SiteNote, motion: Motion): SiteNote => ({
  ...note,
  at: storedPoint(moved(motion, note.at)),
  looks: note.looks === null ? null : turnedAngle(motion, note.looks)
});

export const siteNote: Declaration<SiteNote> = {
  kind: 'siteNote',
  prefix: 'note',
  words: { one: 'note', title: () => 'Note' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'note', label: 'Notes and photos' }], of: () => 'note' },
  references: [{ path: 'storey', to: 'storey', gone: 'goes' }],
  moved: movedNote,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: null,
  holds: null,
  ring: null,
  cuts: null,
  plan: null,
  planOver: planOfSiteNotes
};
