/** The body of the ground as it is made, as the project's own: from its surface down to a level under all of it. */
import type { ElementBody } from '../../document/kind';
import { result, stage } from '../../document/stage';
import { simpleFaces } from '../../geometry/arrangement';
import { buildColumns, type Cell } from '../../geometry/columns';
import { flat, heightAt } from '../../geometry/plane';
import { edgesOf, ringArea } from '../../geometry/ring';
import { RingIndex } from '../../geometry/ring-index';
import { tolerances } from '../../geometry/tolerances';
import { middleOf } from '../../kernels/solids/cells';
import { storeysInOrder } from '../storey/record';
import { groundPieces } from './made';

/** So far under its lowest place, mm. */
const deep = 1500;

export const groundBody = stage(
  'body of the ground',
  {
    pieces: result(groundPieces, () => ''),
    storey: ({ project }) => storeysInOrder(project)[0]?.id ?? ''
  },
  ({ pieces, storey }, id): ElementBody | undefined => {
    if (pieces.length === 0) return undefined;
    const index = new RingIndex(pieces.map(({ ring }) => ring));
    let lowest = Infinity;
    for (const { ring, plane } of pieces) for (const p of ring) lowest = Math.min(lowest, heightAt(plane, p));
    // One arrangement of all, so that neighbours share their corners.
    const faces = simpleFaces(pieces.flatMap(({ ring }) => edgesOf(ring))) ?? [];
    const cells = faces.flatMap((ring): Cell[] => {
      if (ringArea(ring) <= tolerances.scrap) return [];
      const middle = middleOf(ring);
      // Of pieces that lie over each other the first.
      const piece = pieces[index.holding(middle)[0] ?? -1];
      if (!piece) return [];
      const interval = { bottom: flat(lowest - deep), top: piece.plane, bottomName: 'base', topName: 'top' };
      return [{ ring, intervals: [interval] }];
    });
    const mesh = buildColumns(cells, () => 'side');
    return { id, kind: 'project', storey, parts: [{ role: 'earth', ply: null, material: null, mesh }] };
  }
);
