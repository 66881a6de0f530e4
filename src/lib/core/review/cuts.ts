/** What columns and chimneys get in the way of: openings, and each other. */
import { storeyModelIn } from '../kinds/storey/model';
import { allCuts } from '../document/cuts';
import { frameRectangle } from '../kernels/joints/frame';
import { boxOf, boxesMeet } from '../geometry/ring';
import type { Cut } from '../kernels/solids/cut';
import type { Scope } from '../document/kind';
import { commonArea } from '../geometry/common-area';

/** What the overlap of two things must exceed to be worth a word, mm2. */
const leastOverlap = 100;

const meetIn = (p: Pick<Cut, 'z0' | 'z1'>, q: Pick<Cut, 'z0' | 'z1'>) =>
  Math.min(p.z1, q.z1) > Math.max(p.z0, q.z0);

export function findObstructed({ query, storey, isFirst, say, named }: Scope) {
  const model = storeyModelIn(query, storey);
  const cuts = query.get(allCuts, '');
  if (cuts.length === 0) return;
  const { datum } = model.storey;
  const said = new Set<string>();
  for (const [wall, places] of model.places) {
    const frame = model.frames.get(wall)!;
    for (const { opening, t0, t1, z0, z1 } of places) {
      const ring = frameRectangle(frame, t0, t1, frame.y0, frame.y1);
      const hole = { ring, box: boxOf(ring), z0: datum + z0, z1: datum + z1 };
      for (const cut of cuts) {
        if (!meetIn(cut, hole) || !boxesMeet(cut.box, hole.box) || commonArea(cut.ring, ring) < leastOverlap)
          continue;
        const key = `${opening.id} ${cut.subject}`;
        if (said.has(key)) continue;
        said.add(key);
        say(
          'openings',
          'item.in-opening',
          [opening.id, cut.subject],
          {},
          {
            thing: named(cut.subject),
            other: named(opening.id)
          }
        );
      }
    }
  }
  // Pairs are of the whole project: said once, with the lowest storey.
  if (!isFirst) return;
  cuts.forEach((cut, i) => {
    for (const other of cuts.slice(i + 1)) {
      if (
        other.subject === cut.subject ||
        !meetIn(cut, other) ||
        commonArea(cut.ring, other.ring) < leastOverlap
      )
        continue;
      say(
        'walls',
        'item.overlap',
        [cut.subject, other.subject],
        {},
        {
          thing: named(cut.subject),
          other: named(other.subject)
        }
      );
    }
  });
}
