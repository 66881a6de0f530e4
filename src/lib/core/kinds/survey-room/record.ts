/** The record of a survey room: its corners as they were pointed at, and the lengths that were measured between them. */
import { array, boolean, number, object } from 'yup';
import * as f from '../../document/fields';
import { letterName } from '../../units/letters';
import { knownFields, type Known } from '../../document/known';
import type { Point } from '../../geometry/point';

/** Between two corners, by their numbers from 0 on; `from` is the lesser. */
export interface RoomLength extends Known {
  readonly from: number;
  readonly to: number;
  readonly length: number;
}

/**
 * `corners`: about where they are, counter-clockwise unless the room was turned over; the first is where the room is laid down, the second tells which way.
 * `tape`: how far a length is off, one standard deviation. `square`: all corners are declared to be right angles. `walls`:
 * what was built round it.
 */
export interface SurveyRoom {
  readonly id: string;
  readonly kind: 'surveyRoom';
  readonly name: string;
  readonly storey: string;
  readonly corners: readonly Point[];
  readonly lengths: readonly RoomLength[];
  readonly tape: number;
  readonly square: boolean;
  readonly walls: readonly string[];
}

/** Of one room; and lengths between them all. */
export const mostCorners = 40;
export const mostLengths = (mostCorners * (mostCorners - 1)) / 2;

/** Corners are called by letters. */
export const pairName = (from: number, to: number): string => `${letterName(from)}–${letterName(to)}`;

/** The corners of the side that begins at a corner, the lesser number first. */
export const sideFrom = (i: number, count: number): readonly [number, number] =>
  i + 1 < count ? [i, i + 1] : [0, i];

/** Whether a length is one of a side. */
export const isSide = ({ from, to }: Pick<RoomLength, 'from' | 'to'>, count: number): boolean =>
  to - from === 1 || to - from === count - 1;

const corner = () =>
  number()
    .integer()
    .min(0)
    .max(mostCorners - 1)
    .required();

/** What a survey room may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  corners: array(f.point()).min(3).max(mostCorners).required(),
  lengths: array(object({ from: corner(), to: corner(), length: f.size(), ...knownFields() }).required())
    .max(mostLengths)
    .required()
    .test('corners', 'names a corner that it has not, or two corners twice', (list, { parent }) => {
      const count = (parent as { corners?: readonly unknown[] }).corners?.length ?? 0;
      const pairs = (list ?? []).map(({ from, to }) => `${from} ${to}`);
      return (
        (list ?? []).every(({ from, to }) => from < to && to < count) && new Set(pairs).size === pairs.length
      );
    }),
  tape: number().min(0.01).max(1000).required(),
  square: boolean().required(),
  walls: array(f.id()).max(mostCorners).required()
});

declare module '../../document/record' {
  interface Records {
    surveyRoom: SurveyRoom;
  }
}
