/** The record of a survey run: a wall as it was measured, piece after piece. */
import { array, boolean, number, object } from 'yup';
import * as f from '../../document/fields';
import { fromAngle, along, type Point } from '../../geometry/point';
import { knownFields, type Known } from '../../document/known';

/** What a wall is measured in. A pier stands in it, a recess is let into it, a gap is where no wall is. */
export const pieceKinds = ['wall', 'opening', 'pier', 'recess', 'gap'] as const;

export type PieceKind = (typeof pieceKinds)[number];

/**
 * `sill`, `head`: of an opening, above the floor; `depth`: how far a pier stands out, a recess goes in, what fills an opening
 * is set back. `trim`: how wide the trim round an opening is, on the wall beside it.
 */
export interface SurveyPiece extends Known {
  readonly kind: PieceKind;
  readonly length: number;
  readonly sill: number;
  readonly head: number;
  readonly depth: number;
  readonly trim: number;
}

/**
 * From `at` on by `angle`. `running`: the tape ran from one end, so that each length was read from there. `overall`: measured
 * over all of it, null where it was not. `thickness`: of the wall, as at an opening; null where not measured. `tape`: how far a length by that tape is off, one standard deviation. `walls`: what
 * was built from it.
 */
export interface SurveyRun {
  readonly id: string;
  readonly kind: 'surveyRun';
  readonly name: string;
  readonly storey: string;
  readonly at: Point;
  readonly angle: number;
  readonly pieces: readonly SurveyPiece[];
  readonly running: boolean;
  readonly overall: number | null;
  readonly thickness: number | null;
  readonly tape: number;
  readonly walls: readonly string[];
}

export const plainPiece = {
  wall: { sill: 0, head: 0, depth: 0, trim: 0 },
  opening: { sill: 900, head: 2100, depth: 0, trim: 0 },
  pier: { sill: 0, head: 0, depth: 330, trim: 0 },
  recess: { sill: 0, head: 0, depth: 100, trim: 0 },
  gap: { sill: 0, head: 0, depth: 0, trim: 0 }
} as const;

export const mostPieces = 200;

/** Where its pieces begin and end along it. */
export function stopsOf({ pieces }: Pick<SurveyRun, 'pieces'>): number[] {
  const stops = [0];
  for (const { length } of pieces) stops.push(stops.at(-1)! + length);
  return stops;
}

/** The lengths of its pieces as they are read: each by itself, or from its beginning. */
export const readingsOf = (
  { pieces }: Pick<SurveyRun, 'pieces'>,
  isRunning: boolean
): readonly SurveyPiece[] => {
  const stops = stopsOf({ pieces });
  return isRunning ? pieces.map((piece, i) => ({ ...piece, length: stops[i + 1]! })) : pieces;
};

/** A place along it. */
export const placeOn = ({ at, angle }: Pick<SurveyRun, 'at' | 'angle'>, t: number): Point =>
  along(at, fromAngle(angle), t);

/** What a survey run may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  at: f.point(),
  angle: number().required(),
  pieces: array(
    object({
      kind: f.choice(pieceKinds),
      length: f.size(),
      sill: f.mm(),
      head: f.mm(),
      depth: number().min(0).max(f.most).required(),
      trim: number().min(0).max(f.most).required(),
      ...knownFields()
    }).required()
  )
    .max(mostPieces)
    .required(),
  running: boolean().required(),
  overall: number().positive().max(f.most).nullable().defined(),
  thickness: number().positive().max(f.most).nullable().defined(),
  tape: number().min(0).max(1000).required(),
  walls: array(f.id()).max(mostPieces).required()
});

declare module '../../document/record' {
  interface Records {
    surveyRun: SurveyRun;
  }
}
