/** How parts of a unit stand that were moved from where they are made: leaves that are open, and what leaves the wall's plane. */

/**
 * Round an axis through (t, y, z) by an angle, then moved on. `upright`: against the clock where t runs to the right and y
 * up; `level`: along the wall, from y towards z.
 */
export interface Turn {
  readonly about: 'upright' | 'level';
  readonly t: number;
  readonly y: number;
  readonly z: number;
  readonly angle: number;
  readonly by: Place;
}

/** Along the wall, across it and up. */
export type Place = readonly [t: number, y: number, z: number];

function turnedBy([t, y, z]: Place, { about, angle, by, ...axis }: Turn): Place {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [u, v, w] = [t - axis.t, y - axis.y, z - axis.z];
  return about === 'upright'
    ? [axis.t + u * cos - v * sin + by[0], axis.y + u * sin + v * cos + by[1], z + by[2]]
    : [t + by[0], axis.y + v * cos - w * sin + by[1], axis.z + v * sin + w * cos + by[2]];
}

/** Where a place of a piece lies once that has been turned, by one turn after the other. */
export const placeAfter = (place: Place, turns: readonly Turn[]): Place => turns.reduce(turnedBy, place);
