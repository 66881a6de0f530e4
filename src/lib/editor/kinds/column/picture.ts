/** A column from above, and as it stands. */
import type { Column } from '../../../core/kinds/column/record';
import { topOfColumn } from '../../../core/kinds/column/shape';
import type { Picture } from '../../details/picture';
import { standingPictures } from '../../details/standing-picture';
import type { Editor } from '../../editor';

export function columnPictures({ project }: Editor, column: Column): Picture[] {
  const { profile, base, top } = column;
  const storey = project.tables.storey.get(column.storey);
  if (!storey) return [];
  const reach = topOfColumn(project, column);
  return standingPictures({
    ...(profile.kind === 'round'
      ? { width: profile.diameter, depth: profile.diameter }
      : { width: profile.width, depth: profile.depth }),
    ...{ isRound: profile.kind === 'round', base, storey: storey.name },
    top: Number.isFinite(reach) ? reach : storey.height,
    height: top.kind === 'height' ? 'height' : top.kind === 'datum' ? 'topOffset' : undefined,
    fill: project.tables.material.get(column.material)?.colour ?? 'fog'
  });
}
