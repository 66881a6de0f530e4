/** The record of a joint: what is stored of it, and what the reader lets in. */
import { array, boolean, number, object, string } from 'yup';
import * as f from '../../document/fields';
import { wallParts, type WallPart } from '../../kernels/joints/frame';
import { jointCuts, type JointCutKind } from '../../kernels/joints/override';

/**
 * How one joint is cut where that differs from the usual. `members`: the walls that meet and how, which is who the
 * joint is. `through`: the wall that runs through (of `square`: the one that runs past, the other stops at its face).
 * `plies`: single plies that run through their match or stop at it.
 */
export interface Joint {
  readonly id: string;
  readonly kind: 'joint';
  readonly storey: string;
  readonly members: readonly { readonly wall: string; readonly part: WallPart }[];
  readonly cut: JointCutKind;
  readonly through: string | null;
  readonly plies: readonly { readonly wall: string; readonly ply: number; readonly runs: boolean }[];
}

/** What a joint may be in a file, besides its id and kind. */
export const schema = object({
  storey: f.id(),
  members: array(object({ wall: f.id(), part: f.choice(wallParts) }).required())
    .min(2)
    .required(),
  cut: f.choice(jointCuts),
  through: string().nullable().defined(),
  plies: array(
    object({ wall: f.id(), ply: number().integer().min(0).required(), runs: boolean().required() }).required()
  ).required()
});

declare module '../../document/record' {
  interface Records {
    joint: Joint;
  }
}
