/** What tables say of walls. mm, mm2, mm3. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { volumeOf, volumesOf } from '../../document/volumes';
import { locate } from '../../geometry/point';
import { ringsArea } from '../../geometry/ring';
import { thicknessOf } from '../../kernels/joints/frame';
import { round } from '../../units/round';
import { clearRange } from '../opening/place';
import { storeyModelIn } from '../storey/model';
import { storeysInOrder } from '../storey/record';
import { wallBodies } from './body';

export const wallRows = (query: Query) =>
  storeysInOrder(query.project).flatMap((storey) =>
    storeyModelIn(query, storey.id).walls.map(({ frame, bands, entangled }) => {
      const outline = bands[0]?.outline ?? [];
      const ts = outline.flat().map((p) => locate(p, frame.origin, frame.direction).t);
      const [c0, c1] = clearRange(frame, outline);
      const { id } = frame.wall;
      return {
        id,
        name: nameElement(query.project, id),
        storey: frame.wall.storey,
        length: round(frame.length),
        grossLength: round(ts.length > 0 ? Math.max(...ts) - Math.min(...ts) : 0),
        clearLength: round(Math.max(0, c1 - c0)),
        thickness: round(thicknessOf(frame.buildUp)),
        base: frame.base,
        top: Number.isFinite(frame.top) ? round(frame.top) : 'roof',
        footprintArea: round(ringsArea(outline)),
        plies: frame.strips.map(({ ply }, k) => ({
          material: frame.buildUp.plies[ply]!.material,
          duty: frame.buildUp.plies[ply]!.duty,
          area: round(ringsArea(bands[0]?.plies[k] ?? []))
        })),
        volumes: volumesOf(query.get(wallBodies, id)),
        volume: volumeOf(query.get(wallBodies, id)),
        entangled
      };
    })
  );
