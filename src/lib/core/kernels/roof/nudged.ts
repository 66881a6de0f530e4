/**
 * Outlines for another try. Where edges of unlike pitch lie all but in line, rounding may still decide the order of events so
 * that planes do not cover the outline once. With every corner a hair's breadth aside such coincidences are gone.
 */
import { along, fromAngle } from '../../geometry/point';
import type { Ring } from '../../geometry/ring';

/** How far a corner is moved, mm: a fifth of what joins walls. */
const hair = 0.2;
/** The golden angle: no two corners near each other move alike. */
const turn = Math.PI * (3 - Math.sqrt(5));

/** So many tries there are, the outline itself first. */
export const tries = [0, 1, 2, 3] as const;

export const nudged = (ring: Ring, attempt: number): Ring =>
  attempt === 0 ? ring : ring.map((p, i) => along(p, fromAngle(turn * (i + 1) * (2 * attempt - 1)), hair));
