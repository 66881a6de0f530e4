/** The record of a wall: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { boolean, mixed, number, object } from 'yup';
import * as f from '../../document/fields';
import { leftOf, scale, subtract, type Point } from '../../geometry/point';
import type { Side } from '../../kernels/joints/frame';
import type { Certainty } from '../../units/certainty';
import type { Project } from '../../document/kind';

/** Lines of a wall, from its outer face inwards. */
export const wallLines = ['outer', 'structureOuter', 'centre', 'structureInner', 'inner'] as const;

export type WallLine = (typeof wallLines)[number];

/** `offset`: at a typed distance inwards from the outer face. */
export const settingOuts = [...wallLines, 'offset'] as const;

export type SettingOut = (typeof settingOuts)[number];

export const wallRoles = ['exterior', 'partition', 'nib', 'foundation', 'parapet', 'chimney', 'low'] as const;

/** Of a free end, radians: 60 degrees. */
export const steepestCut = Math.PI / 3 + 1e-9;

export type WallRole = (typeof wallRoles)[number];

/** What a base is measured from: the top of a foundation, or of a slab where it does not fall; null: the storey's datum. */
export type StandsOn =
  | { readonly kind: 'foundation'; readonly footing: string }
  | { readonly kind: 'slab'; readonly slab: string }
  | null;

/** `height` is above the wall's base; `datum` above another storey's datum; `slab`: to its underside; `roof`: carried up to the roof above. */
export type WallTop =
  | { readonly kind: 'height'; readonly height: number }
  | { readonly kind: 'datum'; readonly storey: string; readonly offset: number }
  | { readonly kind: 'slab'; readonly slab: string }
  | { readonly kind: 'roof' };

/**
 * A straight stretch from a to b on its setting-out line. `outside`: seen along a to b. `base`: above what it stands `on`.
 * `settingOutOffset`: inwards from the outer face, read where `settingOut` is `offset`. `returnEnds`, `returnJambs`: the
 * outer ply turns round free ends, and into the jambs of openings. `coversFloor`: what lies outside the structure runs down
 * over the edge of the floor that the wall stands on. `endCut`: how much free ends are out of square, radians; above 0 the
 * outer face is the longer one.
 */
export interface Wall extends Worked {
  readonly id: string;
  readonly kind: 'wall';
  readonly name: string;
  readonly storey: string;
  readonly a: Point;
  readonly b: Point;
  readonly settingOut: SettingOut;
  readonly settingOutOffset: number;
  readonly returnEnds: boolean;
  readonly endCut: number;
  readonly returnJambs: boolean;
  readonly coversFloor: boolean;
  /** It stands up through roofs, which end at it: as a parapet or a wall between houses. */
  readonly throughRoofs: boolean;
  readonly outside: Side;
  readonly buildUp: string;
  readonly on: StandsOn;
  readonly base: number;
  readonly top: WallTop;
  readonly role: WallRole;
  readonly standsApart: boolean;
  readonly certainty: Certainty;
}

/** It joins no others: because that is said of it, or because it is to be removed. */
export const joinsNone = ({ standsApart, work }: Pick<Wall, 'standsApart' | 'work'>): boolean =>
  standsApart || work === 'removed';

/** Square to it, towards its outside, as long as it is. */
export function outwardsOf({ a, b, outside }: Pick<Wall, 'a' | 'b' | 'outside'>): Point {
  const left = leftOf(subtract(b, a));
  return outside === 'left' ? left : scale(left, -1);
}

export function wallsOf(project: Project, storey: string): Wall[] {
  return [...project.tables.wall.values()].filter((wall) => wall.storey === storey);
}

export const standsOn = () =>
  f
    .formed({
      foundation: object({ kind: f.kind(), footing: f.id() }),
      slab: object({ kind: f.kind(), slab: f.id() })
    })
    .nullable()
    .defined();

export const top = () =>
  mixed()
    .required()
    .test(
      'top',
      '${path} must be a height, a datum with an offset, the underside of a slab, or the roof',
      (value) => {
        const given = value as {
          kind?: unknown;
          height?: unknown;
          storey?: unknown;
          offset?: unknown;
          slab?: unknown;
        };
        if (given.kind === 'roof') return true;
        if (given.kind === 'slab') return typeof given.slab === 'string';
        if (given.kind === 'height') return Number.isFinite(given.height);
        return given.kind === 'datum' && typeof given.storey === 'string' && Number.isFinite(given.offset);
      }
    );

/** What a wall may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  a: f.point(),
  b: f.point(),
  settingOut: f.choice(settingOuts),
  settingOutOffset: f.mm(),
  returnEnds: boolean().required(),
  endCut: number().min(-steepestCut).max(steepestCut).required(),
  returnJambs: boolean().required(),
  coversFloor: boolean().required(),
  throughRoofs: boolean().required(),
  outside: f.side(),
  buildUp: f.id(),
  on: standsOn(),
  base: f.mm(),
  top: top(),
  role: f.choice(wallRoles),
  standsApart: boolean().required(),
  certainty: f.certainty()
});

declare module '../../document/record' {
  interface Records {
    wall: Wall;
  }
}
