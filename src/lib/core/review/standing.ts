/** What columns and chimneys get in the way of: openings, and each other. */
import { boxesMeet, boxOf } from '../geometry/ring';
import { frameRectangle } from '../derive/frame';
import type { Cut } from '../derive/standing';
import { storeysInOrder } from '../project/project';
import { commonArea } from './common-area';
import type { Scope } from './scope';

/** What the overlap of two things must exceed to be worth a word, mm2. */
const leastOverlap = 100;

const meetIn = (p: Pick<Cut, 'z0' | 'z1'>, q: Pick<Cut, 'z0' | 'z1'>) =>
  Math.min(p.z1, q.z1) > Math.max(p.z0, q.z0);

export function findStanding({ project, derived, model, say, named }: Scope) {
  const cuts = derived.cuts(project);
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
          'standing.in-opening',
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
  if (model.storey.id !== storeysInOrder(project)[0]!.id) return;
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
        'standing.overlap',
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
