/** The record of what ties two survey rooms: a doorway between them, or a length outside from a corner of one to one of the other. */
import { array, number, object } from 'yup';
import * as f from '../../document/fields';
import { knownFields, type Known } from '../../document/known';
import { doorPieces, type DoorPiece } from '../../kernels/survey/door-pieces';

/** One length of a doorway; `piece` and `at` as the kernel of the net says. */
export interface DoorSize extends Known {
  readonly piece: DoorPiece;
  readonly at: 0 | 1;
  readonly length: number;
}

/**
 * `sides`: of the first room and of the other, by the corner that a side begins with. `corners`: of both, between which
 * was measured outside, over a wall as thick as `walls` at each end. Both numbers from 0 on.
 */
export type TieShape =
  | {
      readonly kind: 'doorway';
      readonly sides: readonly [number, number];
      readonly lengths: readonly DoorSize[];
    }
  | ({
      readonly kind: 'outside';
      readonly corners: readonly [number, number];
      readonly length: number;
      readonly walls: readonly [number, number];
    } & Known);

/** `one`, `other`: the rooms. */
export interface RoomTie {
  readonly id: string;
  readonly kind: 'roomTie';
  readonly one: string;
  readonly other: string;
  readonly shape: TieShape;
}

const end = () => number().integer().min(0).max(1).required();
const corner = () => number().integer().min(0).max(39).required();
const two = () => array(corner()).length(2).required();

/** What a tie may be in a file, besides its id and kind. */
export const schema = object({
  one: f.id(),
  other: f.id(),
  shape: f.formed({
    doorway: object({
      kind: f.kind(),
      sides: two(),
      lengths: array(
        object({ piece: f.choice(doorPieces), at: end(), length: f.size(), ...knownFields() }).required()
      )
        .max(10)
        .required()
        .test('pieces', 'names a piece twice', (list) => {
          const names = (list ?? []).map(({ piece, at }) => `${piece} ${at}`);
          return new Set(names).size === names.length;
        })
    }),
    outside: object({
      kind: f.kind(),
      corners: two(),
      length: f.size(),
      walls: array(number().min(0).max(f.most).required()).length(2).required(),
      ...knownFields()
    })
  })
});

declare module '../../document/record' {
  interface Records {
    roomTie: RoomTie;
  }
}
