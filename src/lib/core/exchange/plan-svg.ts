/** The plan of one storey as SVG at a scale: the same marks as the screen. */
import type { Model } from '../derive/graph';
import { dimensionStrings, drawDimensions } from '../drawing/dimensions';
import { drawPlaced, placedStrings } from '../drawing/placed';
import { drawRoof } from '../drawing/plan';
import { drawStoreyPlan } from '../drawing/storey-plan';
import { settingsOf, storeysInOrder } from '../project/project';
import type { Project } from '../project/records';
import { writeSvg } from './svg';

export function writePlanSvg(
  project: Project,
  derived: Model,
  storeyId: string | undefined,
  scale: number
): string | undefined {
  const storey = storeyId ? project.tables.storey.get(storeyId) : storeysInOrder(project)[0];
  const model = storey && derived.storey(project, storey.id);
  if (!storey || !model) return undefined;
  const roofs = [...project.tables.roof.values()]
    .filter((roof) => roof.storey === storey.id)
    .flatMap((roof) => {
      const solved = derived.roof(project, roof);
      return solved ? drawRoof(solved) : [];
    });
  const settings = settingsOf(project);
  const outline = derived.outline(project, storey.id, 'outer');
  const placed = placedStrings(project, storey.id, settings, scale);
  const strings = dimensionStrings(model, outline, settings, scale, placed);
  return writeSvg(
    [
      ...drawStoreyPlan(project, derived, storey.id).flat(),
      ...roofs,
      ...drawDimensions(strings, scale),
      ...drawPlaced(project, storey.id, placed, scale)
    ],
    scale,
    `${settings.name}: plan of ${storey.name}`
  );
}
