/** How an opening was set out, as a string along its wall. */
import { paperGaps } from '../display/dimension';
import type { DimensionString } from '../display/marks';
import { setOutStops } from '../kinds/opening/place';
import type { StoreyModel } from '../kinds/storey/model';
import { dot, scale } from '../geometry/point';
import { fromFrame } from '../kernels/joints/frame';
import { placeSizes, type SizeUnits } from './dimensions';
import { namedBy, sorted } from './sides';

/** On the inner side of the wall, in the order in which it reads; undefined where the storey has no such opening. */
export function setOutString(
  model: StoreyModel,
  opening: string,
  units: SizeUnits,
  paper: number
): DimensionString | undefined {
  for (const [wall, places] of model.places) {
    const place = places.find((one) => one.opening.id === opening);
    const frame = model.frames.get(wall);
    if (!place || !frame) continue;
    const named = namedBy(model, place);
    const { x, y } = frame.direction;
    // To the right, or upwards where it is steep.
    const along = scale(frame.direction, (Math.abs(y) > Math.abs(x) ? y : x) < 0 ? -1 : 1);
    const out = scale(frame.left, frame.wall.outside === 'left' ? -1 : 1);
    const at = (t: number) => dot(fromFrame(frame, t, 0), along);
    const stops = sorted(setOutStops(frame, place, named).map(at));
    const face = dot(fromFrame(frame, 0, frame.wall.outside === 'left' ? frame.y0 : frame.y1), out);
    return {
      ...{ slant: 1, what: 'openings', along, out, stops },
      level: face + paperGaps.first * paper,
      froms: stops.map(() => face + paperGaps.house * paper),
      sizes: placeSizes(stops, units, paper, (text) => text)
    };
  }
  return undefined;
}
