/** Openings that no longer fit, and nibs too short to build. */
import { storeyModelIn } from '../storey/model';
import { tolerances } from '../../geometry/tolerances';
import { wallsAcross } from './crossed';
import { clearOfWall, type OpeningPlace } from './place';
import { goingRound } from './round';
import type { Scope } from '../../document/kind';
import type { WallFootprint } from '../../kernels/joints/footprints';

/** How far the jambs of an opening are from where its wall is met; at a corner that it goes round, as far as can be. */
export const besides = ({ t0, t1, round }: OpeningPlace, [c0, c1]: readonly [number, number]) => [
  round?.ownEnd === 'a' ? Infinity : t0 - c0,
  round?.ownEnd === 'b' ? Infinity : c1 - t1
];

/** A nib shorter than this beside a joint is hard to build, mm. */
export const leastNib = 100;

export function findOpenings({ project, say, named, query, storey }: Scope) {
  const model = storeyModelIn(query, storey);
  for (const footprint of model.walls) {
    const { frame } = footprint;
    const ends = endRanges(footprint);
    for (const place of model.places.get(frame.wall.id) ?? []) {
      const { opening, t0, t1 } = place;
      for (const { other, over: by } of wallsAcross(frame, place, model.frames.values()))
        say(
          'openings',
          'opening.crossed',
          [opening.id, other.wall.id],
          { over: by },
          { thing: named(opening.id), other: named(other.wall.id) }
        );
      const over = Math.max(-t0, t1 - frame.length);
      const texts = { thing: named(opening.id), wall: named(frame.wall.id) };
      if (!place.round && goingRound(project).has(opening.id))
        say('openings', 'opening.no-corner', [opening.id, frame.wall.id], {}, texts, {
          label: 'Keep it in its wall',
          call: { name: 'setOpening', args: { id: opening.id, overrides: { corner: { width: 0 } } } }
        });
      if (over > tolerances.coincident)
        say('openings', 'opening.lost', [opening.id, frame.wall.id], { over }, texts);
      else {
        const gap = Math.min(...besides(place, ends));
        if (gap < leastNib - tolerances.coincident)
          say('openings', 'opening.near-joint', [opening.id, frame.wall.id], { gap, least: leastNib }, texts);
      }
    }
  }
}

/** Heads that differ by less than this were meant to be in line, mm. */
const slip = 50;

/** Heads a little off the one that most openings near that height of the storey have. */
export function findHeads({ say, named, query, storey }: Scope) {
  const places = [...storeyModelIn(query, storey).places.values()].flat();
  const count = new Map<number, number>();
  const level = (z1: number) => Math.round(z1);
  for (const { z1 } of places) count.set(level(z1), (count.get(level(z1)) ?? 0) + 1);
  for (const { opening, z1 } of places) {
    const own = count.get(level(z1))!;
    const [best] = [...count]
      .filter(([head, n]) => n > own && Math.abs(head - z1) < slip && Math.abs(head - z1) >= 1)
      .sort((p, q) => q[1] - p[1]);
    if (!best) continue;
    const [head, others] = best;
    say(
      'openings',
      'opening.head',
      [opening.id],
      { off: Math.abs(head - z1), head },
      { thing: named(opening.id), way: z1 < head ? 'below' : 'above', others: String(others) },
      {
        label: 'Bring its head into line',
        call: { name: 'setOpening', args: { id: opening.id, height: opening.height + head - z1 } }
      }
    );
  }
}

function endRanges({ frame, joints, bands }: WallFootprint): [number, number] {
  const jointed = (part: 'a' | 'b') =>
    joints.some(
      ({ node }) => node.members.length > 1 && node.members.some((m) => m.frame === frame && m.part === part)
    );
  const [t0, t1] = clearOfWall({ frame, bands });
  return [jointed('a') ? t0 : -Infinity, jointed('b') ? t1 : Infinity];
}
