/** A chimney from above, and as it stands. */

import { chimneyTop } from '../../../core/kinds/chimney/cuts';
import type { Chimney } from '../../../core/kinds/chimney/record';
import type { Picture } from '../../details/picture';
import { standingPictures } from '../../details/standing-picture';
import type { Editor } from '../../editor';

export function chimneyPictures(editor: Editor, chimney: Chimney): Picture[] {
  const { project } = editor;
  const { width, depth, base } = chimney;
  const storey = project.tables.storey.get(chimney.storey);
  const top = chimneyTop(editor.model.at(editor.shown), chimney.id);
  if (!storey || top === undefined) return [];
  return standingPictures({
    ...{ width, depth, base, isRound: false, top: top - storey.datum, height: undefined },
    ...{ storey: storey.name, fill: project.tables.material.get(chimney.material)?.colour ?? 'fog' }
  });
}
