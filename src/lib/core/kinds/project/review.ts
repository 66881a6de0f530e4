/** The limit of floor area. */
import { settingsOf } from '../../document/project';
import { formatArea } from '../../units/area';
import { floorArea } from '../wall/stages';
import type { Scope } from '../../document/kind';

/** The limit of floor area is of the whole project: said once, with the lowest storey. */
export function findArea({ project, say, query, isFirst }: Scope) {
  const { areaLimit, units } = settingsOf(project);
  if (areaLimit === null || !isFirst) return;
  const area = floorArea(query);
  if (area <= areaLimit) return;
  const words = (mm2: number, digits: number) => formatArea(mm2, units, digits);
  // As fine as it takes to see that the limit is broken.
  const digits = [1, 2, 3, 4].find((n) => words(area, n) !== words(areaLimit, n)) ?? 6;
  say('storeys', 'limit.area', [], {}, { area: words(area, digits), limit: words(areaLimit, digits) });
}
