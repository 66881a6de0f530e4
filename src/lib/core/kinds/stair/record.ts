/** The record of a stair: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { boolean, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';
import { hasLanding, stairForms, type StairForm, type StairShape } from '../../kernels/stairs/pieces';
import { hasWinders } from '../../kernels/stairs/winders';

export const stairBodies = ['strings', 'solid'] as const;

/** Treads between two strings, or one body with its soffit, such as of concrete. */
export type StairBody = (typeof stairBodies)[number];

export const railSides = ['both', 'left', 'right', 'none'] as const;

export type RailSide = (typeof railSides)[number];

export const stairHoles = ['headroom', 'whole', 'none'] as const;

/** What of the floor it comes to is open: where there would be no headroom, over all of it, or nothing. */
export type StairHole = (typeof stairHoles)[number];

/**
 * `storey`, `to`: where it begins and where it ends; null: at the storey next above. `at`: the middle of its last nosing, at the floor's edge; `angle`:
 * the way up over that. `base`, `top`: finish levels above the datums of the two; `footFloor`, `headFloor`: the slabs whose tops
 * these are and stay (null: they are as they were said). `first`, `winders`, `gap`, `post`: as its
 * form has use for them. `tread`: how thick treads are, `waist`: a solid stair or a landing.
 */
export interface Stair extends StairShape, Worked {
  readonly id: string;
  readonly kind: 'stair';
  readonly name: string;
  readonly storey: string;
  readonly to: string | null;
  readonly at: Point;
  readonly angle: number;
  readonly base: number;
  readonly top: number;
  readonly footFloor: string | null;
  readonly headFloor: string | null;
  readonly body: StairBody;
  readonly open: boolean;
  readonly tread: number;
  readonly waist: number;
  readonly rails: RailSide;
  readonly guard: boolean;
  readonly hole: StairHole;
  readonly material: string;
}

export const mostRisers = 200;

export const isTurning = (form: StairForm): boolean => form !== 'straight' && form !== 'ladder';

type Turning = Pick<StairShape, 'form' | 'risers' | 'winders'>;

/** Fewer its form has not: with a landing one before it and one after, with winders these and the last. */
export const fewestRisers = ({ form, winders }: Omit<Turning, 'risers'>): number =>
  hasLanding(form) ? 2 : hasWinders(form) ? winders + 1 : 1;

/** How few and how many of its risers may come before its turn. */
export const turnRange = ({ form, risers, winders }: Turning): readonly [number, number] =>
  hasWinders(form) ? [0, risers - 1 - winders] : hasLanding(form) ? [1, risers - 1] : [0, mostRisers];

/** What a stair may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  to: f.id().nullable().defined(),
  at: f.point(),
  angle: number().required(),
  form: f.choice(stairForms),
  turn: f.side(),
  width: f.size(),
  risers: number().integer().min(1).max(mostRisers).required(),
  going: f.size(),
  first: number()
    .integer()
    .required()
    .test('turn', '${path} leaves its turn no steps', (first, { parent }) => {
      const [least, most] = turnRange(parent as Turning);
      return first >= least && first <= most;
    }),
  winders: number().integer().min(2).max(40).required(),
  gap: number().min(0).max(f.most).required(),
  post: f.size(),
  base: f.mm(),
  top: f.mm(),
  footFloor: f.id().nullable().defined(),
  headFloor: f.id().nullable().defined(),
  body: f.choice(stairBodies),
  open: boolean().required(),
  tread: f.size(),
  waist: f.size(),
  rails: f.choice(railSides),
  guard: boolean().required(),
  hole: f.choice(stairHoles),
  material: f.id()
});

declare module '../../document/record' {
  interface Records {
    stair: Stair;
  }
}
