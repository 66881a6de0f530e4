/** The record of a clear space: what is stored of it, and what the reader lets in. */
import { number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';
import { fromAngle, along, leftOf, scale } from '../../geometry/point';
import type { Ring } from '../../geometry/ring';

/** What room is kept for, with the room that it usually takes with who uses it, width by depth, mm. */
export const spaceUses = {
  basin: { label: 'basin', width: 700, depth: 1100 },
  toilet: { label: 'toilet', width: 800, depth: 1300 },
  bath: { label: 'bath', width: 1700, depth: 1400 },
  shower: { label: 'shower', width: 900, depth: 1600 },
  counter: { label: 'kitchen counter', width: 2400, depth: 1600 },
  appliance: { label: 'appliance', width: 600, depth: 1500 },
  bed: { label: 'bed', width: 2100, depth: 2700 },
  wardrobe: { label: 'wardrobe', width: 1800, depth: 1500 },
  other: { label: 'something else', width: 1000, depth: 1000 }
} as const;

export type SpaceUse = keyof typeof spaceUses;

export const spaceUseNames = Object.keys(spaceUses) as readonly SpaceUse[];

/** A rectangle of floor that nothing may stand or swing in. `at`: the middle of its back; `angle`: the way it looks from there. */
export interface ClearSpace {
  readonly id: string;
  readonly kind: 'clearSpace';
  readonly name: string;
  readonly storey: string;
  readonly use: SpaceUse;
  readonly at: Point;
  readonly angle: number;
  readonly width: number;
  readonly depth: number;
}

/** Its corners, counter-clockwise from the right end of its back. */
export function spaceRing({
  at,
  angle,
  width,
  depth
}: Pick<ClearSpace, 'at' | 'angle' | 'width' | 'depth'>): Ring {
  const way = fromAngle(angle);
  const side = scale(leftOf(way), width / 2);
  const [right, left] = [along(at, side, -1), along(at, side, 1)];
  return [right, along(right, way, depth), along(left, way, depth), left];
}

/** What a clear space may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  use: f.choice(spaceUseNames),
  at: f.point(),
  angle: number().required(),
  width: f.size(),
  depth: f.size()
});

declare module '../../document/record' {
  interface Records {
    clearSpace: ClearSpace;
  }
}
