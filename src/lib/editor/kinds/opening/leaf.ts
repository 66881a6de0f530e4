/** The open leaf of a door in the plan: what is pulled to hang the door otherwise. */
import { distance, dot, locate, nearestOnSegment, subtract, type Point } from '../../../core/geometry/point';
import { entryOf } from '../../../core/kinds/catalogue-entry/filled';
import { hangingOf, type OpeningPlace } from '../../../core/kinds/opening/place';
import type { Handing } from '../../../core/kinds/opening/record';
import { sweepsOf, tipAt } from '../../../core/kinds/opening/swing';
import type { WallFrame } from '../../../core/kinds/wall/frame';
import { fromFrame } from '../../../core/kernels/joints/frame';
import type { Editor } from '../../editor';

/** Of the four ways in which a door can hang, the one whose leaf ends nearest a point when it stands open. */
export function handingTowards(frame: WallFrame, place: OpeningPlace, point: Point): Handing {
  const { opening, t0, t1 } = place;
  const wide = t1 - t0;
  const ways = (['near', 'far'] as const).flatMap((hinge) =>
    (['inside', 'outside'] as const).map((opens) => {
      const hung = hangingOf(frame, { ...place, opening: { ...opening, handing: { hinge, opens } } });
      const tip = fromFrame(frame, hung.hinge, hung.side > 0 ? frame.y1 + wide : frame.y0 - wide);
      const off = subtract(point, tip);
      return { hinge, opens, off: dot(off, off) };
    })
  );
  const { hinge, opens } = ways.reduce((best, one) => (one.off < best.off ? one : best));
  return { hinge, opens };
}

const right = Math.PI / 2;

/** The door whose leaf lies under a point, in front of its wall. */
export function leafAt({ project, storeyModel: model }: Editor, p: Point, slack: number): string | undefined {
  for (const [wall, places] of model?.places ?? []) {
    const frame = model!.frames.get(wall)!;
    const { t, y } = locate(p, frame.origin, frame.direction);
    if (y >= frame.y0 && y <= frame.y1) continue;
    for (const place of places) {
      const { opening, t0, t1 } = place;
      const wide = t1 - t0;
      const isNear = t > t0 - wide && t < t1 + wide && y > frame.y0 - wide && y < frame.y1 + wide;
      if (opening.filling !== 'door' || !isNear) continue;
      const angle = opening.ajar ?? right;
      const isOn = sweepsOf(frame, place, entryOf(project, opening)).some(
        (sweep) => distance(nearestOnSegment(p, sweep.centre, tipAt(sweep, angle)), p) <= slack
      );
      if (isOn) return opening.id;
    }
  }
  return undefined;
}

/** How a door would hang whose leaf was pulled from a place of the plan to another; undefined where no leaf was there. */
export function pulledLeaf(editor: Editor, id: string, from: Point, by: Point): Handing | undefined {
  const opening = editor.project.tables.opening.get(id);
  const model = editor.model.storey(editor.project, editor.storey);
  const frame = model?.frames.get(opening?.wall ?? '');
  const place = model?.places.get(opening?.wall ?? '')?.find((one) => one.opening.id === id);
  if (!frame || !place || opening?.filling !== 'door') return undefined;
  const { y } = locate(from, frame.origin, frame.direction);
  if (y >= frame.y0 && y <= frame.y1) return undefined;
  return handingTowards(frame, place, { x: from.x + by.x, y: from.y + by.y });
}
