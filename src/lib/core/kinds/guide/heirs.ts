/** What becomes of a guide when what it was set out from is gone. */
import { heirOf } from '../dimension/ends';
import { guideLines } from './lines';
import { along } from '../../geometry/point';
import { storedPoint } from '../../document/command';
import type { Guide } from './record';
import type { Loss } from '../../document/kind';

/** A guide off a lost face stays where it is. */
export function homeGuide(guide: Guide, loss: Loss): Guide | undefined {
  const { line } = guide;
  if (line.kind === 'division') {
    const [from, to] = [heirOf(line.from, loss), heirOf(line.to, loss)];
    return from && to && { ...guide, line: { ...line, from, to } };
  }
  if (line.kind === 'points') return guide;
  const found = heirOf(line, loss);
  if (found && 'wall' in found && found.side !== 'centre')
    return { ...guide, line: { ...line, wall: found.wall, side: found.side } };
  const [at] = guideLines(loss.before.project, guide);
  if (!at) return undefined;
  const [a, b] = [at.point, along(at.point, at.direction, 1000)].map(storedPoint);
  return { ...guide, line: { kind: 'points', a: a!, b: b! } };
}
