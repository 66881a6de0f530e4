/** Slabs cut in two by a line, made one, and laid on other storeys as well. */
import { command, done, need, refuse, storedPoint } from '../../document/command';
import type { Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import { freshIds } from '../../document/project';
import { sameValue } from '../../document/patch';
import * as s from '../../document/schemas';
import { simpleFaces } from '../../geometry/arrangement';
import {
  along,
  cross,
  crossingShare,
  distance,
  lerp,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { edgesOf, gapToBorder, outlinesAndCourts, ringArea, ringHolds, type Ring } from '../../geometry/ring';
import { toStored, tolerances } from '../../geometry/tolerances';
import { innerPoint } from '../../geometry/triangulate';
import { unionOf } from '../../geometry/union';
import { heightOn, type Facet, type FallLine, type Level } from '../../kernels/falls/surface';
import { checkedSlab } from './commands';
import { slabLevel } from './level';
import { outlineOfSlab } from './rings';
import type { Falls, Slab } from './record';
import { slabParts } from './shape';

/** Farther than any slab reaches, mm. */
const far = 4_000_000;

/** The parts of a ring on the left and on the right of a line. */
function halves(ring: Ring, a: Point, b: Point): [left: Ring[], right: Ring[]] {
  const way = unit(subtract(b, a));
  const through = [along(a, way, -far), along(a, way, far)] as const;
  const faces = (simpleFaces([...edgesOf(ring), through]) ?? []).flatMap((face) => {
    const p = ringArea(face) > tolerances.scrap ? innerPoint(face) : undefined;
    return p && ringHolds(ring, p) ? [{ face, isLeft: cross(way, subtract(p, a)) > 0 }] : [];
  });
  const side = (isLeft: boolean) =>
    unionOf(faces.flatMap((one) => (one.isLeft === isLeft ? [one.face] : []))).filter(
      (one) => ringArea(one) > 0
    );
  return [side(true), side(false)];
}

/** The falls of a part, so that it lies where it lay: heights at its corners, and what was told within it. */
function fallsOf(falls: Falls | null, ring: Ring, facets: readonly Facet[]): Falls | null {
  if (!falls) return null;
  const corners = ring.map((at): Level => ({ at, z: toStored(heightOn(facets, at)) }));
  if (falls.kind === 'plane') return { kind: 'levels', levels: corners.slice(0, 3), lines: [] };
  const isIn = (p: Point) => ringHolds(ring, p) || gapToBorder(ring, p) < tolerances.joint;
  const isCorner = ({ at }: Level) => ring.some((p) => distance(p, at) < tolerances.joint);
  const lines = falls.lines.flatMap(({ from, to }): FallLine[] => {
    const stops = [0, 1, ...edgesOf(ring).flatMap(([p, q]) => crossingShare(from.at, to.at, p, q))].sort(
      (p, q) => p - q
    );
    return stops.slice(1).flatMap((end, i): FallLine[] => {
      const start = stops[i]!;
      const place = (k: number): Level => ({
        at: storedPoint(lerp(from.at, to.at, k)),
        z: toStored(from.z + (to.z - from.z) * k)
      });
      const isInside = end - start > 1e-6 && ringHolds(ring, lerp(from.at, to.at, (start + end) / 2));
      return isInside ? [{ from: place(start), to: place(end) }] : [];
    });
  });
  const within = falls.levels.filter((one) => isIn(one.at) && !isCorner(one));
  return { kind: 'levels', levels: [...corners, ...within], lines };
}

/** What a slab lies over, and its holes: its own, and the courts that walls leave in it. */
function coverOf(query: Query, slab: Slab): { outer: readonly Ring[]; holes: readonly (readonly Point[])[] } {
  const rings = outlineOfSlab(query, slab).map((ring) => ring.map(storedPoint));
  const { outer, courts } = outlinesAndCourts(rings);
  return { outer, holes: [...slab.holes, ...courts] };
}

/** What is said where slabs that followed walls or rooms are drawn from now on. */
const nowDrawn = (...slabs: readonly Slab[]) =>
  slabs.some(({ outline }) => outline.kind !== 'drawn') && {
    also: 'Its outline is drawn now: it follows the walls no more.'
  };

export const splitSlab = command({
  name: 'splitSlab',
  about:
    'Cut a slab along the line through two points: each part is a slab of its own that lies as high and falls as it did; holes go with the part that they lie in. Parts of one that followed walls or a room are drawn as it lay.',
  args: s.object({ id: s.id().required(), a: s.point().required(), b: s.point().required() }),
  example: { id: 'slab-1', a: { x: 3000, y: -4000 }, b: { x: 3000, y: 1000 } },
  run: (project, { id, a, b }, query) => {
    const slab = need(project, 'slab', id);
    const texts = { thing: nameOf(project, slab) };
    const { outer, holes } = coverOf(query, slab);
    const parts = distance(a, b) < tolerances.leastLength ? [] : outer.map((ring) => halves(ring, a, b));
    const isCut = [0, 1].every((side) => parts.some((part) => part[side]!.length > 0));
    if (!isCut) refuse(project, 'slab.not-cut', { subjects: [id], texts });
    const rings = parts.flatMap(([left, right]) => [...left, ...right].map((ring) => ring.map(storedPoint)));
    const cut = holes.find((hole) => !rings.some((ring) => hole.every((p) => ringHolds(ring, p))));
    if (cut) refuse(project, 'slab.cut-hole', { subjects: [id], texts, numbers: { ...cut[0]! } });
    const facets = query.get(slabParts, id).flatMap(({ surface }) => surface.facets);
    const ids = [id, ...freshIds(project, 'slab', rings.length - 1)];
    const puts = rings.map((ring, i) =>
      checkedSlab(query, {
        ...slab,
        id: ids[i]!,
        outline: { kind: 'drawn', points: ring },
        holes: holes.filter((hole) => hole.every((p) => ringHolds(ring, p))),
        falls: fallsOf(slab.falls, ring, facets)
      })
    );
    return { ...done(project, 'Cut a slab', puts, [], ids.slice(1)), ...nowDrawn(slab) };
  }
});

export const mergeSlabs = command({
  name: 'mergeSlabs',
  about:
    'Make slabs that touch or lie over each other one, which keeps the name of the first and is drawn as they lay. They have to lie level, at one height, and be made alike.',
  args: s.object({ ids: s.ids().required() }),
  example: { ids: ['slab-1', 'slab-2'] },
  run: (project, { ids }, query) => {
    const slabs = [...new Set(ids)].map((id) => need(project, 'slab', id));
    const [first, ...others] = slabs as [Slab, ...Slab[]];
    if (others.length === 0) refuse(project, 'slab.one', { texts: { thing: nameOf(project, first) } });
    for (const one of others) {
      const made = ({ storey, material, thickness, buildUp, falls }: Slab) => ({
        storey,
        material,
        thickness,
        buildUp,
        falls
      });
      const isAlike = sameValue(made(first), made(one)) && !one.falls;
      if (!isAlike || Math.abs(slabLevel(project, first) - slabLevel(project, one)) > tolerances.coincident)
        refuse(project, 'slab.unlike', {
          subjects: [first.id, one.id],
          texts: { thing: nameOf(project, first), other: nameOf(project, one) }
        });
    }
    const covers = slabs.map((slab) => coverOf(query, slab));
    const { outer, courts } = outlinesAndCourts(unionOf(covers.flatMap((cover) => cover.outer)));
    if (outer.length !== 1)
      refuse(project, 'slab.apart', {
        subjects: slabs.map(({ id }) => id),
        texts: { thing: nameOf(project, first), other: nameOf(project, others[0]) }
      });
    const slab: Slab = {
      ...first,
      outline: { kind: 'drawn', points: outer[0]!.map(storedPoint) },
      holes: [...covers.flatMap(({ holes }) => holes), ...courts.map((court) => court.map(storedPoint))]
    };
    const gone = others.map(({ id }) => id);
    return {
      ...done(project, `Make ${slabs.length} slabs one`, [checkedSlab(query, slab)], gone),
      ...nowDrawn(...slabs)
    };
  }
});

export const copySlab = command({
  name: 'copySlab',
  about:
    'Lay a slab on other storeys too, as far from their datum as it is from its own. One that follows walls or a room follows those of its storey.',
  args: s.object({ id: s.id().required(), storeys: s.ids().required() }),
  example: { id: 'slab-1', storeys: ['storey-2'] },
  run: (project, { id, storeys }, query) => {
    const slab = need(project, 'slab', id);
    const there = [...new Set(storeys)].map((one) => need(project, 'storey', one));
    const ids = freshIds(project, 'slab', there.length);
    const puts = there.map((storey, i) =>
      checkedSlab(query, { ...slab, id: ids[i]!, storey: storey.id, from: null, pad: null })
    );
    const where = there.length === 1 ? there[0]!.name : `${there.length} storeys`;
    return {
      ...done(project, `Lay a slab on ${where}`, puts, [], ids),
      also: `It lies on ${there.map(({ name }) => name).join(', ')} too.`
    };
  }
});
