/** The limit of floor area. */
import { settingsOf } from '../../document/project';
import { floorArea } from '../wall/stages';
import type { Scope } from '../../document/kind';

/** The limit of floor area is of the whole project: said once, with the lowest storey. */
export function findArea({ project, say, query, isFirst }: Scope) {
  const { areaLimit } = settingsOf(project);
  if (areaLimit === null || !isFirst) return;
  const area = floorArea(query);
  const words = (mm2: number) => `${(mm2 / 1e6).toFixed(1)} m²`;
  if (area > areaLimit) say('storeys', 'limit.area', [], {}, { area: words(area), limit: words(areaLimit) });
}
