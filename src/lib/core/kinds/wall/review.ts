/** Runs that are not closed, walls that lie in one another, joints without a solution. */
import { storeyModelIn, type StoreyModel } from '../storey/model';
import { distance, locate } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { boxOf } from '../../geometry/ring';
import type { Scope } from '../../document/kind';
import type { WallFootprint } from '../../kernels/joints/footprints';
import { clearInHeight } from '../../kernels/joints/frame';
import type { WallFrame } from './frame';
import { settingsOf } from '../../document/project';
import { formatArea } from '../../units/area';
import { commonArea } from '../../geometry/common-area';
import type { Member } from '../../kernels/joints/gather';

/** Walls that lie in one another by less are built as if they did not, m2. */
const leastOverlap = 1e-5;

export function findOpenRuns({ say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  const free = model.footprints.nodes.flatMap(({ members, point }) =>
    members.length === 1 && !members[0]!.frame.wall.standsApart ? [{ member: members[0]!, point }] : []
  );
  const isOuter = ({ frame }: Member) => model.frames.get(frame.wall.id)?.wall.role === 'exterior';
  for (const { member, point } of free) {
    const frame = model.frames.get(member.frame.wall.id)!;
    const { wall } = frame;
    const miss = nearestMiss(model, frame, point);
    if (miss)
      say(
        'walls',
        'wall.near-miss',
        [wall.id, miss.wall],
        { gap: miss.gap },
        { thing: named(wall.id), other: named(miss.wall) }
      );
    else if (wall.role === 'exterior') {
      const others = free
        .filter((other) => other.member !== member && isOuter(other.member))
        .map((other) => distance(other.point, point));
      if (others.length > 0)
        say('walls', 'run.open', [wall.id], { gap: Math.min(...others) }, { thing: named(wall.id) });
    }
  }
}

function nearestMiss(
  model: StoreyModel,
  own: WallFrame,
  p: { x: number; y: number }
): { wall: string; gap: number } | undefined {
  let best: { wall: string; gap: number } | undefined;
  for (const [id, frame] of model.frames) {
    if (frame === own || frame.wall.standsApart || clearInHeight(frame, own)) continue;
    const { t, y } = locate(p, frame.origin, frame.direction);
    const [over, off] = [Math.max(0, -t, t - frame.length), Math.max(0, frame.y0 - y, y - frame.y1)];
    const gap = Math.hypot(over, off);
    // One that it touches is none that it ends short of; of two as near, whichever the order, the first by name.
    if (gap <= tolerances.coincident || gap > tolerances.nearMiss) continue;
    const isNearer = !best || gap < best.gap - tolerances.coincident;
    if (isNearer || (gap <= best!.gap + tolerances.coincident && id < best!.wall)) best = { wall: id, gap };
  }
  return best;
}

/** Parallel or crossing walls that no joint has sorted out. */
export function findOverlaps({ project, say, named, query, storey }: Scope) {
  const { units } = settingsOf(project);
  const model = storeyModelIn(query, storey);
  const boxes = model.walls
    .map((wall) => ({ wall, box: boxOf(wall.bands.flatMap(({ outline }) => outline.flat())) }))
    .sort((p, q) => p.box.minX - q.box.minX);
  boxes.forEach((p, i) => {
    for (let j = i + 1; j < boxes.length && boxes[j]!.box.minX < p.box.maxX; j++) {
      const q = boxes[j]!;
      if (q.box.minY > p.box.maxY || q.box.maxY < p.box.minY) continue;
      const area = overlapArea(p.wall, q.wall) / 1e6;
      if (area > leastOverlap) {
        const [a, b] = [p.wall.frame.wall.id, q.wall.frame.wall.id].sort() as [string, string];
        say(
          'walls',
          'walls.overlap',
          [a, b],
          { area },
          {
            thing: named(a),
            other: named(b),
            area:
              area < 0.01 && units.system !== 'ft'
                ? `${(area * 1e4).toFixed(1)} cm²`
                : formatArea(area * 1e6, units, 3)
          }
        );
      }
    }
  });
}

function overlapArea(p: WallFootprint, q: WallFootprint): number {
  let area = 0;
  for (const band of p.bands)
    for (const other of q.bands) {
      if (band.z1 <= other.z0 || other.z1 <= band.z0) continue;
      for (const ring of band.outline)
        for (const cutter of other.outline) area = Math.max(area, commonArea(ring, cutter));
    }
  return area;
}

export function findUnsolved({ say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  for (const { frame, bands, unsolved } of model.walls) {
    if (unsolved) say('walls', 'joint.unsolved', [frame.wall.id], {}, { thing: named(frame.wall.id) });
    else if (bands.every(({ plies }) => plies.every((rings) => rings.length === 0)))
      say('walls', 'wall.swallowed', [frame.wall.id], {}, { thing: named(frame.wall.id) });
  }
}
