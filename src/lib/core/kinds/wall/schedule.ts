/** What tables say of walls. mm, mm2, mm3. */
import type { ElementBody, Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { volumeOf, volumesOf } from '../../document/volumes';
import { locate } from '../../geometry/point';
import { ringsArea } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import { thicknessOf } from '../../kernels/joints/frame';
import { round } from '../../units/round';
import { clearRange } from '../opening/place';
import { storeyModelIn } from '../storey/model';
import { storeysInOrder } from '../storey/record';
import { wallBodies } from './body';

/** Where a ply ends above, over the datum: at its lowest place and at its highest. Nothing where it has no body. */
function topOf(body: ElementBody | undefined, ply: number, datum: number, heads: readonly number[]) {
  const isHead = (z: number) => heads.some((head) => Math.abs(z - datum - head) < tolerances.height);
  const tops: number[] = [];
  for (const part of body?.parts ?? []) {
    if (part.ply !== ply) continue;
    const { positions, indices, faceOf, faces } = part.mesh;
    for (let k = 0; k < indices.length; k += 3) {
      const [a, b, c] = [0, 1, 2].map((i) => 3 * indices[k + i]!) as [number, number, number];
      const [ax, ay] = [positions[a]!, positions[a + 1]!];
      const turn =
        (positions[b]! - ax) * (positions[c + 1]! - ay) - (positions[c]! - ax) * (positions[b + 1]! - ay);
      // Looking up, and not the sill of an opening.
      if (turn > tolerances.scrap && faces[faceOf[k / 3]!] !== 'sill')
        // Nor what is returned into a jamb, which ends at the head.
        tops.push(...[a, b, c].map((i) => positions[i + 2]!).filter((z) => !isHead(z)));
    }
  }
  if (tops.length === 0) return {};
  return { top: { low: round(Math.min(...tops) - datum), high: round(Math.max(...tops) - datum) } };
}

export const wallRows = (query: Query) =>
  storeysInOrder(query.project).flatMap((storey) => {
    const model = storeyModelIn(query, storey.id);
    return model.walls.map(({ frame, bands, entangled }) => {
      const outline = bands[0]?.outline ?? [];
      const ts = outline.flat().map((p) => locate(p, frame.origin, frame.direction).t);
      const [c0, c1] = clearRange(frame, outline);
      const { id } = frame.wall;
      const heads = (model.places.get(id) ?? []).map(({ z1 }) => z1);
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
          area: round(ringsArea(bands[0]?.plies[k] ?? [])),
          ...topOf(query.get(wallBodies, id), ply, storey.datum, heads)
        })),
        volumes: volumesOf(query.get(wallBodies, id)),
        volume: volumeOf(query.get(wallBodies, id)),
        entangled
      };
    });
  });
