/** Falls of slabs: one way, or by heights at corners, along drawn lines and at gullies. */
import * as s from '../../document/schemas';
import { command, done, need, refuse, storedPoint } from '../../document/command';
import { nameOf } from '../../document/names';
import type { Query } from '../../document/kind';
import { heightAt } from '../../geometry/plane';
import { angleOf, distance, leftOf, subtract, type Point } from '../../geometry/point';
import { edgesOf, gapToBorder, ringsHold, type Ring } from '../../geometry/ring';
import { tolerances, toStored } from '../../geometry/tolerances';
import type { FallLine, Level } from '../../kernels/falls/surface';
import { degree, normaliseAngle } from '../../units/angle';
import { checkedSlab } from './commands';
import { steepest, type Falls, type Slab } from './record';
import { slabOutlines } from './rings';
import { slabParts } from './shape';

const level = () => s.object({ at: s.point().required(), z: s.mm().required() }).noUnknown(true);

const line = () => s.object({ from: level().required(), to: level().required() }).noUnknown(true);

const stored = ({ at, z }: Level): Level => ({ at: storedPoint(at), z: toStored(z) });

/** Falls by heights that are as they are now: of one way at every corner. */
function levelsOf(query: Query, { id, falls }: Slab): readonly Level[] {
  if (falls?.kind === 'levels') return falls.levels;
  return query.get(slabParts, id).flatMap(({ outline, surface: { facets } }) =>
    outline.map((p): Level => {
      const { plane } = facets[0]!;
      return { at: storedPoint(p), z: toStored(heightAt(plane, p)) };
    })
  );
}

/** Refused where a height lies neither on the outline nor within it. */
function checkOn(query: Query, slab: Slab, rings: readonly Ring[], at: Point) {
  const isOn = ringsHold(rings, at) || rings.some((ring) => gapToBorder(ring, at) <= tolerances.joint);
  if (!isOn)
    refuse(query.project, 'slab.off', {
      subjects: [slab.id],
      numbers: { x: at.x, y: at.y },
      texts: { thing: nameOf(query.project, slab) }
    });
}

/** Square to an edge of the outline, away from it into the slab. */
function fromEdge(query: Query, slab: Slab, rings: readonly Ring[], edge: number): number {
  const [ring] = rings;
  const side = ring && edgesOf(ring)[edge];
  if (!side)
    refuse(query.project, 'slab.edge', {
      subjects: [slab.id],
      texts: { thing: nameOf(query.project, slab), given: String(edge + 1), count: String(ring?.length ?? 0) }
    });
  const [a, b] = side;
  return angleOf(leftOf(subtract(b, a)));
}

const without = <T extends { readonly at: Point }>(list: readonly T[], at: Point): T[] =>
  list.filter((one) => distance(one.at, at) > tolerances.joint);

export const setFalls = command({
  name: 'setFalls',
  about:
    'Let a slab fall: by `slope` (fall for each mm, 0.0167 is 1 : 60), one way (`direction`, counter-clockwise from east) or away from an `edge` of its outline (the first is 0), whose highest corner stays; or by heights above its level: all of them (`levels`, at corners, along the outline, or within, where they are gullies), one more or otherwise (`level`), one no more (`without`), ridges and valleys (`lines`, none: []). Of three corners the plane is taken; a corner without a height lies straight between its neighbours. `none`: level again.',
  args: s.object({
    id: s.id().required(),
    none: s.flag(),
    slope: s.number().positive().max(steepest),
    direction: s.degrees(),
    edge: s.number().integer().min(0).max(1000),
    levels: s.array(level().required()).max(200).default(undefined),
    level: level().default(undefined),
    without: s.point().default(undefined),
    lines: s.array(line().required()).max(200).default(undefined)
  }),
  example: { id: 'slab-1', slope: 0.0167, direction: 270 },
  run: (project, args, query) => {
    const old = need(project, 'slab', args.id);
    const rings = query.get(slabOutlines, old.id);
    const label = 'Let a slab fall';
    const put = (falls: Falls | null) => done(project, label, [checkedSlab(query, { ...old, falls })]);
    if (args.none) return put(null);
    const isPlane = args.slope !== undefined || args.direction !== undefined || args.edge !== undefined;
    if (isPlane) {
      const was = old.falls?.kind === 'plane' ? old.falls : undefined;
      const slope = args.slope ?? was?.slope;
      const direction =
        args.edge !== undefined
          ? fromEdge(query, old, rings, args.edge)
          : args.direction !== undefined
            ? args.direction * degree
            : was?.direction;
      if (slope === undefined || direction === undefined)
        refuse(project, 'slab.half-fall', { subjects: [old.id], texts: { thing: nameOf(project, old) } });
      return put({ kind: 'plane', direction: normaliseAngle(direction), slope });
    }
    const was = levelsOf(query, old);
    const all = (args.levels ?? was).map(stored);
    const kept = args.without ? without(all, args.without) : all;
    const levels = args.level ? [...without(kept, args.level.at), stored(args.level)] : kept;
    const lines = (args.lines ?? (old.falls?.kind === 'levels' ? old.falls.lines : [])).map(
      ({ from, to }): FallLine => ({ from: stored(from), to: stored(to) })
    );
    for (const { at } of levels) checkOn(query, old, rings, at);
    for (const { from, to } of lines)
      if (distance(from.at, to.at) <= tolerances.joint)
        refuse(project, 'slab.short-line', { subjects: [old.id], texts: { thing: nameOf(project, old) } });
    return put({ kind: 'levels', levels, lines });
  }
});
