/** The record of a footing: a strip under walls, pads under columns, and the foundation wall that stands on it. */
import { workField, type Worked } from '../../document/work';
import { array, number, object } from 'yup';
import * as f from '../../document/fields';

/** What of a wall it stands under: all of it, or its structure. */
export const footingBreadths = ['wall', 'structure'] as const;

export type FootingBreadth = (typeof footingBreadths)[number];

/** A wall or column over it; how far it reaches beyond that one, null: as far as the footing does. */
export interface OverFooting {
  readonly of: string;
  readonly projection: number | null;
}

/** Up to a height above the datum: the top of the foundation, which slabs can be measured from. */
export interface FoundationWall {
  readonly top: number;
  readonly material: string;
}

/**
 * `top`: of the strip where it is highest, above the storey's datum. `depth`: how far its underside lies under the ground at
 * least; 0: no matter. `step`: the height by which it steps down where the ground asks for that; 0: it lies level.
 * `working`: room to work beside it when it is dug.
 */
export interface Footing extends Worked {
  readonly id: string;
  readonly kind: 'footing';
  readonly name: string;
  readonly storey: string;
  readonly walls: readonly OverFooting[];
  readonly columns: readonly OverFooting[];
  readonly breadth: FootingBreadth;
  readonly projection: number;
  readonly thickness: number;
  readonly material: string;
  readonly top: number;
  readonly depth: number;
  readonly step: number;
  readonly wall: FoundationWall | null;
  readonly working: number;
}

/** More walls than any house has. */
export const mostOver = 2000;

const reach = () => number().min(0).max(f.most);

const over = () =>
  array(object({ of: f.id(), projection: reach().nullable().defined() }).required())
    .max(mostOver)
    .required();

/** What a footing may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  walls: over(),
  columns: over(),
  breadth: f.choice(footingBreadths),
  projection: reach().required(),
  thickness: f.size(),
  material: f.id(),
  top: f.mm(),
  depth: reach().required(),
  step: reach().required(),
  wall: object({ top: f.mm(), material: f.id() }).nullable().defined().default(undefined),
  working: reach().required()
});

declare module '../../document/record' {
  interface Records {
    footing: Footing;
  }
}
