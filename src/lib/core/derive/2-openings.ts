/**
 * Stage 2: where each opening lies along its wall. Reads the opening, its wall and, when set out from a face, the
 * wall named. GEOMETRY: opening set-out.
 */
import { along, locate, meetLines } from '../geometry/point';
import type { Opening, SetOutOrigin, WallEnd } from '../project/records';
import { fromFrame, type Frame } from './frame';

/** t range along the wall's setting-out line, z range above the storey's datum. */
export interface OpeningPlace {
  readonly opening: Opening;
  readonly t0: number;
  readonly t1: number;
  readonly z0: number;
  readonly z1: number;
}

/**
 * The set-out origin as a place along the wall. `named`: the frame of the wall named by a face origin; when it is
 * missing or parallel the end of the setting-out line is used.
 */
export function originAt(frame: Frame, end: WallEnd, origin: SetOutOrigin, named: Frame | undefined): number {
  const tip = end === 'a' ? 0 : frame.length;
  if (origin.kind === 'line' || !named) return tip;
  const y = origin.side === 'left' ? frame.y1 : frame.y0;
  const inward = end === 'a' ? 1 : -1;
  // The named wall's face that looks towards the opening.
  const middle = locate(fromFrame(frame, frame.length / 2, 0), named.origin, named.direction).y;
  const face = middle > (named.y0 + named.y1) / 2 ? named.y1 : named.y0;
  const met = meetLines(
    fromFrame(frame, 0, y),
    frame.direction,
    along(named.origin, named.left, face),
    named.direction
  );
  if (!met) return tip;
  const { t } = locate(met, frame.origin, frame.direction);
  return (t - tip) * inward > -2000 ? t : tip;
}

/** Place from a set-out: distance to near jamb, centre or far jamb, near being nearer the origin. */
export function placeOpening(frame: Frame, opening: Opening, named: Frame | undefined): OpeningPlace {
  const start = originAt(frame, opening.end, opening.origin, named);
  const lead = opening.to === 'near' ? 0 : opening.to === 'centre' ? opening.width / 2 : opening.width;
  const near = opening.distance - lead;
  const [t0, t1] =
    opening.end === 'a'
      ? [start + near, start + near + opening.width]
      : [start - near - opening.width, start - near];
  return { opening, t0, t1, z0: opening.sill, z1: opening.sill + opening.height };
}

/** The distance that keeps an opening at t0 with this end, origin and set-out point. */
export function distanceFor(frame: Frame, opening: Opening, named: Frame | undefined, t0: number): number {
  const start = originAt(frame, opening.end, opening.origin, named);
  const near = opening.end === 'a' ? t0 - start : start - (t0 + opening.width);
  return near + (opening.to === 'near' ? 0 : opening.to === 'centre' ? opening.width / 2 : opening.width);
}

/** Clear stretch between what joins at the ends: where both faces are whole. */
export function clearRange(
  frame: Frame,
  rings: readonly (readonly { x: number; y: number }[])[]
): [number, number] {
  let [t0, t1] = [0, frame.length];
  const middle = frame.length / 2;
  for (const ring of rings)
    for (const p of ring) {
      const { t } = locate(p, frame.origin, frame.direction);
      if (t < middle) t0 = Math.max(t0, t);
      else t1 = Math.min(t1, t);
    }
  return [t0, t1];
}
