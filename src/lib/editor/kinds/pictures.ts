/** What is drawn of each kind in Details: apart from the register, since it is read when something is first selected. */
import type { Kind, Records } from '../../core/document/record';
import type { Picture } from '../details/picture';
import type { Editor } from '../editor';
import { entryPictures } from './catalogue-entry/picture';
import { chimneyPictures } from './chimney/picture';
import { columnPictures } from './column/picture';
import { openingPictures } from './opening/picture';
import { roofPictures } from './roof/picture';
import { rooflightPictures } from './rooflight/picture';
import { slabPictures } from './slab/picture';
import { storeyPictures } from './storey/picture';
import { wallPictures } from './wall/picture';

const pictures: { readonly [K in Kind]?: (editor: Editor, record: Records[K]) => Picture[] } = {
  ...{ wall: wallPictures, opening: openingPictures, slab: slabPictures, roof: roofPictures },
  rooflight: rooflightPictures,
  catalogueEntry: entryPictures,
  ...{ column: columnPictures, chimney: chimneyPictures, storey: storeyPictures }
};

/** The single thing in hand, drawn; none where several are, or nothing of it can be drawn. */
export function picturesOf(editor: Editor): Picture[] {
  const [record, another] = editor.selected;
  if (!record || another) return [];
  const draw = pictures[record.kind] as ((editor: Editor, one: typeof record) => Picture[]) | undefined;
  return draw?.(editor, record) ?? [];
}
