/** Stretches of walls between the walls that meet them: along the line, and clear along both faces. */
import { cross, dot, locate, meetLines } from '../../geometry/point';
import { result, stage } from '../../document/stage';
import { footprintOf, frames } from './stages';
import { fromFrame, type Frame } from '../../kernels/joints/frame';
import type { Node } from '../../kernels/joints/gather';

export interface Stretch {
  /** On the setting-out line (0) or a face, from t0 to t1 of the wall. */
  readonly y: number;
  readonly t0: number;
  readonly t1: number;
  /** Nothing meets the line or face on its way. */
  readonly whole: boolean;
}

/** Of each wall as it is; none for a wall that is too short to be one. */
export const stretches = stage(
  'stretches',
  { frame: result(frames), joints: (query, wall) => footprintOf(query, wall)?.joints },
  ({ frame, joints }): readonly Stretch[] => {
    if (!frame) return [];
    const nodes = (joints ?? []).map(({ node }) => node);
    const faces = frame.y0 === 0 || frame.y1 === 0 ? [frame.y0, frame.y1] : [0, frame.y0, frame.y1];
    return faces.flatMap((y) => stretchesAt(frame, y, nodes));
  }
);

/** Shorter than this is no stretch to be divided, mm. */
const least = 50;

function stretchesAt(frame: Frame, y: number, nodes: readonly Node[]): Stretch[] {
  const taken = nodes.map((node) => spanOf(frame, y, node)).sort((p, q) => p[0] - q[0]);
  const stretches: Stretch[] = [];
  let from = 0;
  let met = 0;
  for (const [low, high] of [...taken, [frame.length, frame.length] as const]) {
    if (low - from > least) stretches.push({ y, t0: from, t1: low, whole: false });
    if (low > least && high < frame.length - least && high > low) met += 1;
    from = Math.max(from, high);
  }
  return stretches.map((one) => ({ ...one, whole: met === 0 && stretches.length === 1 }));
}

/** What the other walls of a joint take of a line along a wall; at the setting-out line, a point. */
function spanOf(frame: Frame, y: number, { members }: Node): [number, number] {
  const own = members.find((member) => member.frame === frame)!;
  let [low, high] = [own.t, own.t];
  if (y === 0) return [low, high];
  for (const { frame: other, part } of members) {
    const sine = cross(frame.direction, other.direction);
    if (other === frame || Math.abs(sine) < 0.05) continue;
    const away = (part === 'b' ? -1 : 1) * dot(other.direction, frame.left);
    if (own.part === 'body' && part !== 'body' && away * y < 0) continue;
    for (const side of [other.y0, other.y1]) {
      const at = meetLines(
        fromFrame(frame, 0, y),
        frame.direction,
        fromFrame(other, 0, side),
        other.direction
      );
      if (!at) continue;
      const { t } = locate(at, frame.origin, frame.direction);
      [low, high] = [Math.min(low, t), Math.max(high, t)];
    }
  }
  return [Math.max(0, low), Math.min(frame.length, high)];
}
