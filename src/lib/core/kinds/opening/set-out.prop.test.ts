/** Openings keep how they were set out under edits of walls, measured on the outlines of the walls and not by our own rule. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { perform, type Call } from '../../commands/register';
import { applyPatch } from '../../document/patch';
import type { Project } from '../../document/kind';
import { dot, subtract, type Point } from '../../geometry/point';
import { fromFrame } from '../../kernels/joints/frame';
import { Model } from '../../model/graph';
import { act, call, twoRooms } from '../../testing/house';
import { storeyModels } from '../storey/model';

/** Where a line through a wall's inner side last leaves the outline of another: how far from a place along a direction. */
function lastCrossing(ring: readonly Point[], from: Point, way: Point): number {
  const normal = { x: -way.y, y: way.x };
  const along = ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const [u, v] = [dot(subtract(p, from), normal), dot(subtract(q, from), normal)];
    if (u > 0 === v > 0) return [];
    const k = u / (u - v);
    return [dot(subtract({ x: p.x + (q.x - p.x) * k, y: p.y + (q.y - p.y) * k }, from), way)];
  });
  return Math.max(...along.filter((t) => t < 3000));
}

/** From what it is set out to its set-out point, by the outlines as they lie. */
function measured(project: Project, id: string): number {
  const one = project.tables.opening.get(id)!;
  const model = new Model().at(project).get(storeyModels, 'storey-1')!;
  const { frame } = model.footprints.walls.get(one.wall)!;
  const { t0, t1 } = model.places.get(one.wall)!.find(({ opening }) => opening.id === id)!;
  const way = one.end === 'a' ? frame.direction : { x: -frame.direction.x, y: -frame.direction.y };
  const tip = one.end === 'a' ? 0 : frame.length;
  const near = one.end === 'a' ? t0 : t1;
  const far = one.end === 'a' ? t1 : t0;
  const point = one.to === 'near' ? near : one.to === 'far' ? far : (t0 + t1) / 2;
  const off = Math.abs(point - tip);
  if (one.origin.kind === 'line') return off;
  const named = model.footprints.walls.get(one.origin.wall)!;
  // Beside the wall, as its plies may run into those of the other.
  const y = one.origin.side === 'left' ? frame.y1 + 1e-3 : frame.y0 - 1e-3;
  const from = fromFrame(frame, tip, y);
  const crossings = named.bands[0]!.outline.map((ring) => lastCrossing(ring, from, way));
  return off - Math.max(...crossings.filter(Number.isFinite));
}

const walls = ['south', 'east', 'north', 'west', 'p', 'q', 'r'];
const editArb: fc.Arbitrary<Call> = fc.oneof(
  fc
    .record({
      id: fc.constantFrom(...walls),
      x: fc.integer({ min: -400, max: 400 }),
      y: fc.integer({ min: -400, max: 400 })
    })
    .map(({ id, x, y }) => call('moveWalls', { ids: [id], by: { x, y } })),
  fc
    .record({ id: fc.constantFrom(...walls), thickness: fc.integer({ min: 60, max: 500 }) })
    .map(({ id, thickness }) => call('setWalls', { ids: [id], thickness })),
  fc
    .record({
      id: fc.constantFrom(...walls),
      settingOut: fc.constantFrom('centre', 'outer', 'inner')
    })
    .map(({ id, settingOut }) => call('setWalls', { ids: [id], settingOut }))
);
const setOutArb = fc.record({
  distance: fc.integer({ min: 200, max: 1200 }),
  to: fc.constantFrom('near', 'centre', 'far'),
  face: fc.boolean(),
  side: fc.constantFrom('left', 'right'),
  width: fc.integer({ min: 300, max: 900 })
});

it('set out from a line or a face, to any point, an opening keeps its distance as walls are moved, thickened and set out anew', () => {
  fc.assert(
    fc.property(setOutArb, fc.array(editArb, { maxLength: 8 }), ({ face, side, ...setOut }, edits) => {
      const origin = face ? { kind: 'face', wall: 'south', side } : { kind: 'line' };
      const asked = call('addOpening', {
        id: 'o',
        wall: 'q',
        end: 'a',
        origin,
        filling: 'window',
        ...setOut
      });
      const start = perform(twoRooms(), asked);
      fc.pre(start.ok);
      let project = act(twoRooms(), asked.name, asked.args as object);
      const before = project.tables.opening.get('o')!;
      for (const edit of edits) {
        const result = perform(project, edit);
        // What would squeeze it out is refused, by name.
        if (result.ok) project = applyPatch(project, result.patch);
      }
      expect(project.tables.opening.get('o')).toEqual(before);
      expect(Math.abs(measured(project, 'o') - before.distance)).toBeLessThan(0.02);
    }),
    { numRuns: Number(process.env.LAW_RUNS ?? 60) }
  );
});
