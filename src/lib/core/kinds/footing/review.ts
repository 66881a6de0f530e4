/** Footings that lie too high in the ground; what stands on none, over a gap, or in a slab. */
import type { Scope } from '../../document/kind';
import { commonPieces, leastShared, sharedArea } from '../../geometry/common-area';
import { combine, flat, heightAt, raise } from '../../geometry/plane';
import { boxesMeet, boxOf, ringArea, ringHolds, ringsHold } from '../../geometry/ring';
import { innerPoint } from '../../geometry/triangulate';
import { excessOver } from '../../kernels/ground/earthwork';
import { toStored, tolerances } from '../../geometry/tolerances';
import type { Cell } from '../../geometry/columns';
import type { Prism } from '../../kernels/footings/strips';
import { rangeOf } from '../slab/body';
import { slabEdges } from '../slab/edge';
import { slabLevel } from '../slab/level';
import { slabRings } from '../slab/rings';
import { slabParts } from '../slab/shape';
import { datumOf } from '../storey/record';
import { wallsOf } from '../wall/record';
import { proposedTop } from './commands';
import { footingSolids } from './made';
import type { Footing } from './record';
import { footingStandings, groundOverFootings } from './shape';

/** Less is nothing, mm. */
const slack = 1;

export function findFootings(scope: Scope) {
  const { project, storey } = scope;
  const own = [...project.tables.footing.values()].filter((footing) => footing.storey === storey);
  if (own.length === 0) return;
  for (const footing of own) {
    findShallow(scope, footing);
    findGaps(scope, footing);
    findInSlabs(scope, footing);
  }
  findMissing(scope, own);
}

function findShallow({ query, say, named }: Scope, footing: Footing) {
  const { id, depth, step, thickness } = footing;
  if (depth <= 0) return;
  const ground = query.get(groundOverFootings, '').map((one) => ({ ...one, box: boxOf(one.ring) }));
  const over = query.get(footingSolids, id).strip.flatMap(({ ring, box, bottom }) =>
    ground
      .filter((piece) => boxesMeet(piece.box, box))
      .flatMap((piece) =>
        commonPieces(piece.ring, ring).flatMap((part) =>
          piece.planes.map((plane) => ({
            ring: part,
            over: combine(flat(bottom), -1, raise(plane, -depth))
          }))
        )
      )
  );
  const found = excessOver(over, slack);
  if (!found) return;
  say(
    'floors',
    'footing.shallow',
    [id],
    { under: depth - found.most, depth, x: found.at.x, y: found.at.y },
    { thing: named(id) },
    [
      ...(step === 0
        ? [{ label: 'Let it step down', call: { name: 'setFooting', args: { id, step: thickness } } }]
        : []),
      { label: 'Lay it deeper', call: { name: 'setFooting', args: { id, top: proposedTop(query, footing) } } }
    ]
  );
}

/** Between a footing, or the foundation wall on it, and what begins higher: a slab has to fill that. */
function findGaps({ project, query, say, named, storey }: Scope, footing: Footing) {
  const datum = datumOf(project, storey);
  const slabs = [...project.tables.slab.values()].filter((slab) => slab.storey === storey);
  for (const { of, base, rings, isPad } of query.get(footingStandings, footing.id)) {
    const top = isPad ? (footing.wall ? base : footing.top) : (footing.wall?.top ?? footing.top);
    const middle = rings[0] && innerPoint(rings[0]);
    if (base - top <= slack || !middle) continue;
    const [on] = slabs
      .map((slab) => ({ slab, level: slabLevel(project, slab) - datum }))
      .filter(
        ({ slab, level }) =>
          level > top + slack &&
          level - slab.thickness <= top + slack &&
          ringsHold(query.get(slabRings, slab.id), middle)
      )
      .sort((p, q) => q.level - p.level);
    const from = on?.level ?? top;
    if (base - from <= slack) continue;
    const onSlab = on && { ids: [of], on: { kind: 'slab', slab: on.slab.id }, base: 0 };
    say(
      'floors',
      'footing.gap',
      [of, on?.slab.id ?? footing.id],
      { gap: base - from },
      { thing: named(of), other: named(on?.slab.id ?? footing.id) },
      onSlab && !isPad
        ? { label: 'Stand it on the slab', call: { name: 'setWalls', args: onSlab } }
        : {
            label: isPad ? 'Stand a pier on it' : 'Take the foundation up to it',
            call: { name: 'setFooting', args: { id: footing.id, wallTop: base } }
          }
    );
  }
}

/** How deep prisms stand in the thickened edge of a slab whose underside lies at a level. */
function inEdge(prisms: readonly Prism[], cells: readonly Cell[], level: number): number {
  const depths = prisms.flatMap((one) =>
    cells.flatMap(({ ring, intervals }) =>
      commonPieces(ring, one.ring).flatMap((part) =>
        ringArea(part) > leastShared
          ? part.map((p) => one.top - Math.max(one.bottom, level + heightAt(intervals[0]!.bottom, p)))
          : []
      )
    )
  );
  return Math.max(0, ...depths);
}

function findInSlabs({ project, query, say, named }: Scope, footing: Footing) {
  const { strip, wall } = query.get(footingSolids, footing.id);
  const prisms = [...strip, ...wall];
  const piers = query.get(footingStandings, footing.id).flatMap(({ isPad, rings }) => (isPad ? rings : []));
  /** A slab is poured round a pier that goes through it. */
  const goesThrough = ({ ring, top }: Prism, level: number) => {
    const middle = top > level + slack && piers.length > 0 ? innerPoint(ring) : undefined;
    return middle !== undefined && piers.some((pier) => ringHolds(pier, middle));
  };
  for (const slab of project.tables.slab.values()) {
    const level = slabLevel(project, slab);
    const ranges = query.get(slabParts, slab.id).map((part) => rangeOf(slab, part, level));
    const rings = query.get(slabRings, slab.id).filter((ring) => ringArea(ring) > 0);
    if (ranges.length === 0) continue;
    const [z0, z1] = [Math.min(...ranges.map(([low]) => low)), level];
    const hit = prisms.filter(
      (one) =>
        one.bottom < z1 - slack &&
        one.top > z0 + slack &&
        !goesThrough(one, z1) &&
        rings.some((ring) => sharedArea(ring, one.ring) > leastShared)
    );
    const deep = inEdge(
      prisms.filter(({ bottom }) => bottom < z0),
      query.get(slabEdges, slab.id),
      level - slab.thickness
    );
    if (hit.length === 0 && deep <= slack) continue;
    const by = Math.max(deep, ...hit.map(({ top, bottom }) => Math.min(top, z1) - Math.max(bottom, z0)));
    const wallTop = toStored(z0 - (slab.edge?.depth ?? 0) - datumOf(project, footing.storey));
    const isHeld = slab.from === footing.id;
    // What stands in it then is a pier that follows its column.
    const isUnder = footing.wall !== null && footing.wall.top <= wallTop + tolerances.coincident;
    say(
      'floors',
      'footing.in-slab',
      [footing.id, slab.id],
      { by },
      { thing: named(footing.id), other: named(slab.id) },
      footing.wall && wallTop > footing.top + tolerances.coincident && !isHeld && !isUnder
        ? { label: 'End it under the slab', call: { name: 'setFooting', args: { id: footing.id, wallTop } } }
        : undefined
    );
  }
}

/** Outer walls of a storey where others stand on footings. */
function findMissing({ project, storey, say, named, isFirst }: Scope, own: readonly Footing[]) {
  if (!isFirst) return;
  const borne = new Set(own.flatMap(({ walls }) => walls.map(({ of }) => of)));
  if (borne.size === 0) return;
  const footing = own.find(({ walls }) => walls.length > 0)!;
  for (const { id, role } of wallsOf(project, storey)) {
    if (role !== 'exterior' || borne.has(id)) continue;
    const walls = [...footing.walls, { of: id, projection: null }];
    say(
      'floors',
      'footing.missing',
      [id],
      {},
      { thing: named(id), other: named(footing.id) },
      { label: 'Lay it under this wall too', call: { name: 'setFooting', args: { id: footing.id, walls } } }
    );
  }
}
