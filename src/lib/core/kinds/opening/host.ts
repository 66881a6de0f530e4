/** What fills an opening needs to know of the walls that it stands in: its own, and one round a corner. */
import { angleOf, locate, rotate } from '../../geometry/point';
import type { Frame, Side, WallEnd } from '../../kernels/joints/frame';
import type { Hole, Round } from '../catalogue-entry/unit';

/** What a filling needs to know of the wall that it stands in, and of its place there. */
export type FillingHost = Pick<Frame, 'origin' | 'direction' | 'left' | 'y0' | 'y1' | 'core'> & {
  readonly wall: { readonly outside: Side };
};

/** On which side of a wall its outside lies, 1 to the left. */
export const outOf = ({ wall }: FillingHost) => (wall.outside === 'left' ? 1 : -1);

/** A wall that meets another one, and where: the end of either. */
export interface Meeting {
  readonly wall: string;
  readonly end: WallEnd;
  readonly ownEnd: WallEnd;
}

/** Where an opening goes on: from a corner to so far along another wall. */
export interface RoundWall extends Meeting {
  readonly frame: FillingHost;
  readonly t0: number;
  readonly t1: number;
}

/** The hole round the corner, as what fills it sees it from its own wall. */
export function roundHole(own: FillingHost, hole: Hole, round: RoundWall): Round {
  const { frame, t0, t1, end, ownEnd } = round;
  const angle = angleOf(rotate(frame.direction, -angleOf(own.direction)));
  const { t, y } = locate(frame.origin, own.origin, own.direction);
  const { y0, y1, core } = frame;
  const out = outOf(frame);
  return {
    hole: { ...hole, t0, t1, y0, y1, core, out, opens: (hole.opens * hole.out * out) as 1 | -1 },
    turn: { about: 'upright', t: 0, y: 0, z: 0, angle, by: [t, y, 0] },
    ...{ isAtOwnEnd: ownEnd === 'b', isAtEnd: end === 'b' }
  };
}
