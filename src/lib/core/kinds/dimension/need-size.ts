/** Ends of sizes as commands are given them. */
import { need, refuse } from '../../document/command';
import { borderOf, sizeBetween, type Border } from './sizes';
import { nameOf } from '../../document/names';
import type { Project } from '../../document/kind';
import type { SizeEnd } from './record';
import type { Point } from '../../geometry/point';

/** The line of an end; refuses what is not there. */
export function needBorder(project: Project, end: SizeEnd): Border {
  if ('wall' in end) need(project, 'wall', end.wall);
  else need(project, 'opening', end.opening);
  return (
    borderOf(project, end) ?? refuse(project, 'size.end', { texts: { what: 'a wall without a build-up' } })
  );
}

/** The size between two lines; refuses those that are not parallel. */
export function needSize(project: Project, from: Border, to: Border): { size: number; way: Point } {
  return (
    sizeBetween(from, to) ??
    refuse(project, 'size.not-parallel', {
      subjects: [from.subject.id, to.subject.id],
      texts: { thing: nameOf(project, from.subject), other: nameOf(project, to.subject) }
    })
  );
}

export type Jamb = Extract<SizeEnd, { opening: string }>['jamb'];

/** The end that was given as arguments; refuses one that names no line. */
export function endOf(
  project: Project,
  given: Partial<Record<'wall' | 'side' | 'opening' | 'jamb', string | undefined>>
): SizeEnd {
  if (given.wall !== undefined && given.side !== undefined)
    return { wall: given.wall, side: given.side as Extract<SizeEnd, { wall: string }>['side'] };
  if (given.opening !== undefined && given.jamb !== undefined)
    return { opening: given.opening, jamb: given.jamb as Jamb };
  return refuse(project, 'size.end', {
    texts: {
      what: given.wall ? 'a wall without its side' : given.opening ? 'an opening without its jamb' : 'nothing'
    }
  });
}
