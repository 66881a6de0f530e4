/** The plan of one storey as SVG at a scale: the same drawing as on the screen. */
import type { Query } from '../document/kind';
import { settingsOf } from '../document/project';
import { planDrawing } from '../drawing/plan-drawing';
import { storeysInOrder } from '../kinds/storey/record';
import { writeSvg } from './svg';

/** Of the lowest storey where none is named; undefined where there is no such storey. `scale`: 75 for 1:75. */
export function writePlanSvg(query: Query, storeyId: string | undefined, scale: number): string | undefined {
  const { project } = query;
  const storey = storeyId ? project.tables.storey.get(storeyId) : storeysInOrder(project)[0];
  if (!storey) return undefined;
  const { things, over, dimensions } = planDrawing(query, storey.id, { paper: scale });
  return writeSvg(
    [...things.flat(), ...over.flat(), ...dimensions],
    scale,
    `${settingsOf(project).name}: plan of ${storey.name}`
  );
}
