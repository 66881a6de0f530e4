/** What tables say of footings: mm, mm2, mm3; levels above project zero. */
import type { Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { commonPieces } from '../../geometry/common-area';
import { whereAbove } from '../../geometry/clip';
import { combine, flat } from '../../geometry/plane';
import {
  boxesMeet,
  boxOf,
  edgesOf,
  ringArea,
  ringHolds,
  boxHolds,
  ringsArea,
  type Ring
} from '../../geometry/ring';
import { locate } from '../../geometry/point';
import { simpleFaces } from '../../geometry/arrangement';
import { innerPoint } from '../../geometry/triangulate';
import { tolerances } from '../../geometry/tolerances';
import { volumeAbove } from '../../kernels/ground/earthwork';
import { cellsVolume } from '../../kernels/footings/strips';
import { round } from '../../units/round';
import { groundPieces } from '../ground/made';
import { footingCells, footingPits } from './made';
import type { Footing } from './record';
import { footingLevels, footingOutlines, footingStandings, undersidesOf, type Standing } from './shape';

export const footingRows = (query: Query) =>
  [...query.project.tables.footing.values()].map((footing) => footingRow(query, footing));

export function footingRow(query: Query, footing: Footing) {
  const { id, storey, walls, columns, thickness, material, top, depth, step, wall } = footing;
  const levels = query.get(footingLevels, id);
  const cells = query.get(footingCells, id);
  return {
    ...{ id, storey, thickness, material, top, depth, step },
    ...{ walls: walls.map(({ of }) => of), columns: columns.map(({ of }) => of) },
    /** Along the middle of what stands on its strips. */
    length: round(lengthUnder(query.get(footingStandings, id))),
    area: round(ringsArea(query.get(footingOutlines, id))),
    volume: round(cellsVolume(cells.strip)),
    /** Of its undersides, the highest first. */
    levels: levels ? undersidesOf(levels).map((z) => round(z)) : [],
    wallTop: wall?.top ?? null,
    wallVolume: round(cellsVolume(cells.wall))
  };
}

/** Of walls, each as long as it is in the mean. */
const lengthUnder = (standing: readonly Standing[]): number =>
  standing.reduce((sum, { rings, frame, isPad }) => {
    const { minY, maxY } = boxOf(
      rings.flat().map((p) => ({ x: 0, y: locate(p, frame.origin, frame.direction).y }))
    );
    return isPad ? sum : sum + ringsArea(rings) / (maxY - minY);
  }, 0);

/** What is dug for all footings, with room to work, and what of that is filled in again. Each place once, down to the lowest. */
export function diggingOf(query: Query): { dug: number; backfill: number } {
  const ids = [...query.project.tables.footing.keys()];
  const pits = ids.flatMap((id) => query.get(footingPits, id));
  if (pits.length === 0) return { dug: 0, backfill: 0 };
  const ground = groundUnder(
    query,
    pits.flatMap(({ ring }) => ring)
  );
  const below = (ring: Ring, from: number, to: number) =>
    ground
      .filter(({ box }) => boxesMeet(box, boxOf(ring)))
      .flatMap((piece) => commonPieces(ring, piece.ring).map((part) => ({ part, plane: piece.plane })))
      .reduce((sum, { part, plane }) => {
        const over = (z: number) => (z === Infinity ? 0 : volumeAbove(part, combine(plane, -1, flat(z))));
        return sum + over(from) - over(to);
      }, 0);
  const faces = simpleFaces(pits.flatMap(({ ring }) => edgesOf(ring))) ?? [];
  const dug = faces.reduce((sum, ring) => {
    const p = ringArea(ring) > tolerances.scrap ? innerPoint(ring) : undefined;
    const over = p ? pits.filter((pit) => boxHolds(pit.box, p) && ringHolds(pit.ring, p)) : [];
    return over.length > 0 ? sum + below(ring, Math.min(...over.map(({ bottom }) => bottom)), Infinity) : sum;
  }, 0);
  const filled = ids.flatMap((id) => {
    const { strip, wall } = query.get(footingCells, id);
    return [...strip, ...wall];
  });
  const bodies = filled.reduce(
    (sum, { ring, intervals }) =>
      intervals.reduce((all, { bottom, top }) => all + below(ring, bottom.c, top.c), sum),
    0
  );
  return { dug: round(dug), backfill: round(dug - bodies) };
}

/** The lower of the ground as it was and as it is made: what is filled is filled afterwards. Level where nothing is known of it. */
function groundUnder(query: Query, places: Ring) {
  const pieces = query.get(groundPieces, '');
  if (pieces.length > 0)
    return pieces.flatMap(({ ring, plane, old }) => {
      const filled = combine(plane, -1, old);
      const parts = [
        { ring: whereAbove(ring, filled), plane: old },
        { ring: whereAbove(ring, combine(flat(0), -1, filled)), plane }
      ];
      // Where both are one, either part is all of it.
      return (
        ringArea(parts[0]!.ring) >= ringArea(ring) - tolerances.scrap ? parts.slice(0, 1) : parts
      ).flatMap((one) => (one.ring.length > 2 ? [{ ...one, box: boxOf(one.ring) }] : []));
    });
  const { minX, minY, maxX, maxY } = boxOf(places);
  const ring = [
    { x: minX - 1, y: minY - 1 },
    { x: maxX + 1, y: minY - 1 },
    { x: maxX + 1, y: maxY + 1 },
    { x: minX - 1, y: maxY + 1 }
  ];
  return [{ ring, plane: flat(settingsOf(query.project).ground), box: boxOf(ring) }];
}
