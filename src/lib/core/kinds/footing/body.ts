/** Bodies of footings: strips and pads, and the foundation walls and piers on them. */
import type { ElementBody } from '../../document/kind';
import { own, result, stage } from '../../document/stage';
import { buildColumns } from '../../geometry/columns';
import { footingCells } from './made';

export const footingBodies = stage(
  'bodies of footings',
  { footing: own('footing'), cells: result(footingCells) },
  ({ footing, cells: { strip, wall } }, id): ElementBody | undefined => {
    if (!footing || strip.length === 0) return undefined;
    const mesh = (cells: typeof strip) => buildColumns(cells, () => 'side');
    return {
      ...{ id, kind: 'footing', storey: footing.storey },
      parts: [
        { role: 'footing', ply: null, material: footing.material, mesh: mesh(strip) },
        ...(footing.wall && wall.length > 0
          ? [
              {
                role: 'foundationWall' as const,
                ply: null,
                material: footing.wall.material,
                mesh: mesh(wall)
              }
            ]
          : [])
      ]
    };
  }
);
