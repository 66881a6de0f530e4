/** What tables say of the ground: mm3 to be cut and filled, mm2 of banks, its lowest and highest place above project zero. */
import type { Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { heightAt } from '../../geometry/plane';
import { earthworkOf } from '../../kernels/ground/earthwork';
import { round } from '../../units/round';
import { groundPieces } from './made';
import { groundAsItIs } from './stages';

export function groundSummary(query: Query) {
  const pieces = query.get(groundPieces, '');
  const { cut, fill, banks } = earthworkOf(pieces);
  const { ground } = settingsOf(query.project);
  const heights = pieces.flatMap(({ ring, plane }) => ring.map((p) => heightAt(plane, p)));
  return {
    ...{ cut: round(cut), fill: round(fill), banks: round(banks) },
    lowest: round(heights.length > 0 ? Math.min(...heights) : ground),
    highest: round(heights.length > 0 ? Math.max(...heights) : ground),
    /** Heights of the plot's corners that nobody gave. */
    assumed: (query.get(groundAsItIs, '')?.assumed ?? []).map(({ z }) => round(z))
  };
}
