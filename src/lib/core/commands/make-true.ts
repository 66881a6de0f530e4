/**
 * Writing a size: the distance between two parallel faces or jambs becomes the one written, one side moving. Walls
 * move with all that is jointed to them, just as when it is dragged; the other side stays where it is.
 */
import * as dimensionArgs from '../kinds/dimension/args';
import * as s from '../document/schemas';
import { checkOpenings, placeOf, placedAt } from '../kinds/opening/checks';
import { dot, scale, subtract, type Point } from '../geometry/point';
import { needFrame } from '../kinds/wall/checks';
import { after, command, done, need, needPositive, refuse } from '../document/command';
import { nameOf } from '../document/names';
import { toStored } from '../geometry/tolerances';
import { storeyNodes } from '../kinds/wall/nodes';
import { endOf, needBorder, needSize, type Jamb } from '../kinds/dimension/need-size';
import { chainOf, displaced, settleSteps } from '../kinds/wall/moves';
import { fromFrame } from '../kernels/joints/frame';
import type { Command, Project, Query, Result } from '../document/kind';
import type { Border } from '../kinds/dimension/sizes';
import type { Opening } from '../kinds/opening/record';

/** Jambs after one of them, or the middle, moved along against another of the same opening. */
function resized([t0, t1]: [number, number], moves: Jamb, held: Jamb, along: number): [number, number] {
  if (moves === 'centre') return held === 'low' ? [t0, t1 + 2 * along] : [t0 + 2 * along, t1];
  const other = held === 'centre' ? along : 0;
  return moves === 'low' ? [t0 + along, t1 - other] : [t0 - other, t1 + along];
}

function moveJamb(
  project: Project,
  moved: Border & { subject: Opening },
  held: Border,
  jamb: Jamb,
  by: Point,
  heldJamb: Jamb
): Result {
  const opening = moved.subject;
  const { t0, t1 } = placeOf(project, opening, moved.wall);
  const along = dot(by, needFrame(project, moved.wall).direction);
  const isOwn = held.subject.id === opening.id;
  const [low, high] = isOwn ? resized([t0, t1], jamb, heldJamb, along) : [t0 + along, t1 + along];
  const width = isOwn ? high - low : opening.width;
  needPositive(project, 'width', nameOf(project, opening), width);
  const put = placedAt(project, { ...opening, width: toStored(width) }, low);
  checkOpenings(after(project, [put]), new Set([opening.wall]));
  return done(project, 'Make a size true', [put]);
}

function moveFace(query: Query, moved: Border, held: Border, by: Point, inLine: 'along' | 'step'): Result {
  const { project } = query;
  const nodes = storeyNodes(query, moved.wall.storey);
  const alone = new Set([moved.wall.id]);
  const chain = inLine === 'step' ? alone : chainOf(nodes, alone, by);
  if (held.subject.kind === 'wall' && chain.has(held.subject.id))
    refuse(project, 'size.chain', {
      subjects: [held.subject.id, moved.subject.id],
      numbers: { size: needSize(project, held, moved).size },
      texts: { thing: nameOf(project, held.subject), other: nameOf(project, moved.subject) }
    });
  const apart = displaced(project, nodes, alone, by, inLine);
  const settled = settleSteps(project, apart, 'Make a size true');
  const walls = [...apart.changed, ...apart.steps];
  if (held.subject.kind !== 'opening') return settled;
  // A held jamb stays where it is, although it may have been set out from what moved.
  const opening = held.subject;
  const grown = after(project, walls);
  const frame = needFrame(grown, need(grown, 'wall', opening.wall));
  const before = placeOf(project, opening, held.wall);
  const start = fromFrame(needFrame(project, held.wall), before.t0, 0);
  const put = placedAt(grown, opening, dot(subtract(start, frame.origin), frame.direction));
  checkOpenings(after(grown, [put]), new Set([opening.wall]));
  return done(project, 'Make a size true', [...walls, put]);
}

const makeTrue = command({
  name: 'makeTrue',
  about:
    'Write another size between two parallel faces or jambs; the named side moves with all that is jointed to it, the other stays. Walls in line with it move along, or with `step` stay, and a step wall is built between.',
  args: s.object({
    from: dimensionArgs.sizeEnd().required(),
    to: dimensionArgs.sizeEnd().required(),
    size: s.mm().required(),
    moves: s.oneOf(['from', 'to'] as const),
    step: s.flag()
  }),
  example: {
    from: { wall: 'wall-4', side: 'left' },
    to: { wall: 'wall-2', side: 'left' },
    size: 5400,
    moves: 'to'
  },
  run: (project, args, query) => {
    const ends = [endOf(project, args.from), endOf(project, args.to)] as const;
    const [from, to] = [needBorder(project, ends[0]), needBorder(project, ends[1])];
    if (args.size < 0)
      needPositive(
        project,
        'size',
        `between ${nameOf(project, from.subject)} and ${nameOf(project, to.subject)}`,
        args.size
      );
    if (from.subject.kind === 'wall' && from.subject.id === to.subject.id)
      refuse(project, 'size.thickness', {
        subjects: [from.wall.id],
        texts: { thing: nameOf(project, from.wall) }
      });
    const { size, way } = needSize(project, from, to);
    const movesTo = args.moves !== 'from';
    const by = scale(way, (args.size - size) * (movesTo ? 1 : -1));
    const [moved, held, end, heldEnd] = movesTo
      ? ([to, from, ends[1], ends[0]] as const)
      : ([from, to, ends[0], ends[1]] as const);
    const { subject } = moved;
    return subject.kind === 'opening' && 'opening' in end
      ? moveJamb(
          project,
          { ...moved, subject },
          held,
          end.jamb,
          by,
          'opening' in heldEnd ? heldEnd.jamb : end.jamb
        )
      : moveFace(query, moved, held, by, args.step ? 'step' : 'along');
  }
});

export const makeTrueCommands: Command[] = [makeTrue];
