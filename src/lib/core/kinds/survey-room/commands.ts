/** Survey rooms: pointed out, measured length by length, declared square. */
import { command, done, freshOrGiven, lengthOr, need, refuse, storedPoint } from '../../document/command';
import type { Project } from '../../document/kind';
import { knownArgs, type KnownGiven } from '../../document/known';
import { withMeasured } from '../../document/measured';
import { nameOf } from '../../document/names';
import * as s from '../../document/schemas';
import type { Point } from '../../geometry/point';
import { isSimple, ringArea } from '../../geometry/ring';
import { brokenTriangle } from '../../kernels/survey/lengths';
import { quartersOf } from '../../kernels/survey/square';
import { settingsOf } from '../../document/project';
import { formatLengthWithUnit } from '../../units/length';
import { letterName } from '../../units/letters';
import { mostCorners, pairName, type RoomLength, type SurveyRoom } from './record';
import { cornerLengths } from './shape';

const shape = () => ({ name: s.name(), tape: s.mm().min(0.01).max(1000), square: s.flag() });

const corners = () => s.array(s.point().required()).min(3).max(mostCorners);

function ringOf(project: Project, points: readonly Point[]): Point[] {
  const ring = points.map(storedPoint);
  if (!isSimple(ring) || ringArea(ring) === 0)
    refuse(project, 'outline.crosses', { texts: { thing: 'the room' } });
  return ring;
}

/** Counter-clockwise, beginning with the same corner. */
function forwards(ring: Point[]): Point[] {
  return ringArea(ring) > 0 ? ring : [ring[0]!, ...ring.slice(1).reverse()];
}

/** Refuses what no room can be, by name. */
function checked(project: Project, room: SurveyRoom): SurveyRoom {
  if (room.square && !quartersOf(room.corners))
    refuse(project, 'survey.not-square', { subjects: [room.id], texts: { thing: nameOf(project, room) } });
  const broken = brokenTriangle(room.corners.length, cornerLengths(room));
  if (!broken) return room;
  const { units } = settingsOf(project);
  const [a, b, c] = broken;
  const pairs = [
    [a, b],
    [b, c],
    [a, c]
  ] as const;
  const told = pairs.map(([p, q]) => {
    const { length } = room.lengths.find(({ from, to }) => from === p && to === q)!;
    return { pair: pairName(p, q), length, words: formatLengthWithUnit(length, units) };
  });
  const [longest, one, other] = [...told].sort((p, q) => q.length - p.length) as [
    (typeof told)[number],
    (typeof told)[number],
    (typeof told)[number]
  ];
  return refuse(project, 'survey.triangle', {
    subjects: [room.id],
    numbers: { most: one.length + other.length },
    texts: {
      thing: nameOf(project, room),
      ...{ longest: longest.pair, length: longest.words },
      ...{ one: one.pair, other: other.pair }
    }
  });
}

export const addSurveyRoom = command({
  name: 'addSurveyRoom',
  about:
    'Point out the corners of a room that is to be measured, about where they are, going round; lengths between them are given after. `tape`: how far a length is off (one standard deviation); `square`: all its corners are right angles.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...shape(), corners: corners().required() }),
  example: {
    storey: 'storey-1',
    corners: [
      { x: 0, y: 0 },
      { x: 4200, y: 0 },
      { x: 4200, y: 3100 },
      { x: 0, y: 3100 }
    ]
  },
  run: (project, args) => {
    const room: SurveyRoom = {
      id: freshOrGiven(project, 'surveyRoom', args.id),
      kind: 'surveyRoom',
      name: args.name ?? '',
      storey: need(project, 'storey', args.storey).id,
      corners: forwards(ringOf(project, args.corners)),
      ...{ lengths: [], tape: lengthOr(args.tape, 3), square: args.square ?? false, walls: [] }
    };
    return done(project, 'Point out a room', [checked(project, room)], [], [room.id]);
  }
});

export const setSurveyRoom = command({
  name: 'setSurveyRoom',
  about:
    'Change a survey room: its name, about where its corners are (as many as before), how far its tape is off, whether it is declared square.',
  args: s.object({ id: s.id().required(), ...shape(), corners: corners().default(undefined) }),
  example: { id: 'room-survey-1', square: true },
  run: (project, { id, ...given }) => {
    const old = need(project, 'surveyRoom', id);
    const count = old.corners.length;
    if (given.corners && given.corners.length !== count)
      refuse(project, 'survey.corners', {
        subjects: [id],
        texts: { thing: nameOf(project, old), count: String(count), given: String(given.corners.length) }
      });
    const room: SurveyRoom = {
      ...old,
      name: given.name ?? old.name,
      corners: given.corners ? ringOf(project, given.corners) : old.corners,
      tape: lengthOr(given.tape, old.tape),
      square: given.square ?? old.square
    };
    return done(project, 'Change a survey room', [checked(project, room)]);
  }
});

const cornerArg = () => s.number().integer().min(1).max(mostCorners).required();

export const measureRoom = command({
  name: 'measureRoom',
  about:
    'Give the length between two corners of a survey room (the first corner, A, is 1): sides and diagonals, in any order; null takes it away. `certainty`, `by`, `on`: how it is known, by whom, when.',
  args: s.object({
    id: s.id().required(),
    ...{ from: cornerArg(), to: cornerArg(), length: s.mm().nullable(), ...knownArgs() }
  }),
  example: { id: 'room-survey-1', from: 1, to: 3, length: 5238 },
  run: (project, { id, from, to, length, ...given }) => {
    const old = need(project, 'surveyRoom', id);
    const thing = nameOf(project, old);
    const count = old.corners.length;
    const [a, b] = [Math.min(from, to) - 1, Math.max(from, to) - 1];
    if (a === b || b >= count)
      refuse(project, 'survey.pair', {
        subjects: [id],
        texts: { thing, pair: pairName(a, b), count: String(count), last: letterName(count - 1) }
      });
    const lengths = withMeasured(
      project,
      old.lengths,
      {
        isIt: (one: RoomLength) => one.from === a && one.to === b,
        ...{ bare: { from: a, to: b }, words: pairName(a, b) }
      },
      { length, ...(given as KnownGiven) }
    );
    return done(project, `Measure ${pairName(a, b)}`, [checked(project, { ...old, lengths })]);
  }
});
