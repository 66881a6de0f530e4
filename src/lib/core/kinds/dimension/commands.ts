/** Dimensions and notes placed by hand, and the sizes that are locked. */
import * as dimensionArgs from './args';
import * as s from '../../document/schemas';
import { endOf, needBorder, needSize } from './need-size';
import { cross, dot, leftOf, locate, meetLines, subtract, type Point } from '../../geometry/point';
import { toStored, tolerances } from '../../geometry/tolerances';
import { command, done, freshOrGiven, need, needPositive, refuse, storedPoint } from '../../document/command';
import { nameOf } from '../../document/names';
import { borderOf, chainSizes } from './sizes';
import { frameOf } from '../wall/frame';
import { tipAt } from './angles';
import type { Project } from '../../document/kind';
import type { AngleArm, Dimension, DimensionForm, NoteTip, SizeEnd } from './record';
import type { Certainty } from '../../units/certainty';

const ends = () => s.array(dimensionArgs.sizeEnd().required()).min(2).max(60);

/** Ends in the order in which they lie; refuses what has no one size. */
function chainOf(project: Project, given: readonly SizeEnd[]): SizeEnd[] {
  const borders = given.map((end) => ({ end, border: needBorder(project, end) }));
  const first = borders[0]!.border;
  const normal = leftOf(first.direction);
  // As it is read: to the right, or up.
  const sense = Math.abs(normal.x) > tolerances.sameDirection ? normal.x : normal.y;
  const lying = borders.map(({ end, border }) => {
    const { size, way } = needSize(project, first, border);
    return { end, border, at: size * Math.sign(sense * dot(way, normal)) };
  });
  lying.sort((p, q) => p.at - q.at);
  const tight = lying.find(({ at }, i) => i > 0 && at - lying[i - 1]!.at < tolerances.coincident);
  if (tight)
    refuse(project, 'size.nothing', {
      subjects: [tight.border.subject.id],
      texts: { thing: nameOf(project, tight.border.subject) }
    });
  return lying.map(({ end }) => end);
}

/** Where a string through a point lies, along the first of its ends. */
export function placeAt(project: Project, end: SizeEnd, at: Point): number {
  const { point, direction } = borderOf(project, end)!;
  return toStored(locate(at, point, direction).t);
}

/** The arms on whose side a point lies, so that the angle between them holds it. */
function armsAt(
  project: Project,
  first: Omit<AngleArm, 'reverse'>,
  second: Omit<AngleArm, 'reverse'>,
  at: Point
) {
  const [p, q] = [first, second].map((arm) =>
    borderOf(project, { wall: need(project, 'wall', arm.wall).id, side: arm.side })
  );
  const vertex = p && q && meetLines(p.point, p.direction, q.point, q.direction);
  if (!vertex || Math.abs(cross(p.direction, q.direction)) < tolerances.sameDirection)
    refuse(project, 'angle.parallel', {
      subjects: [first.wall, second.wall],
      texts: {
        thing: nameOf(project, need(project, 'wall', first.wall)),
        other: nameOf(project, need(project, 'wall', second.wall))
      }
    });
  const away = subtract(at, vertex);
  // The point as so much of each direction: a negative share lies on the other ray.
  const sine = cross(p.direction, q.direction);
  const [u, v] = [cross(away, q.direction) / sine, cross(p.direction, away) / sine];
  const arms: AngleArm[] = [
    { wall: first.wall, side: first.side, reverse: u < 0 },
    { wall: second.wall, side: second.side, reverse: v < 0 }
  ];
  const turns = sine * (u < 0 ? -1 : 1) * (v < 0 ? -1 : 1) > 0;
  return {
    arms: (turns ? arms : [arms[1]!, arms[0]!]) as [AngleArm, AngleArm],
    radius: Math.hypot(away.x, away.y)
  };
}

/** A tip in a wall goes with it. */
function tipOf(project: Project, wall: string | undefined, at: Point): NoteTip {
  const frame = wall === undefined ? undefined : frameOf(project, need(project, 'wall', wall));
  if (!frame) return { kind: 'point', at: storedPoint(at) };
  const { t, y } = locate(at, frame.origin, frame.direction);
  return { kind: 'wall', wall: wall!, t: toStored(t), y: toStored(y) };
}

export const addDimension = command({
  name: 'addDimension',
  about:
    'Place a dimension: between parallel faces, middles or jambs, one size or a chain, its string through the point `at`. `locked`: its sizes must stay as they are, and what would change them is refused.',
  args: s.object({
    id: s.id(),
    storey: s.id().required(),
    ends: ends().required(),
    at: s.point().required(),
    locked: s.flag(),
    certainty: s.certainty()
  }),
  example: {
    storey: 'storey-1',
    ends: [
      { wall: 'wall-4', side: 'left' },
      { wall: 'wall-2', side: 'left' }
    ],
    at: { x: 0, y: 2000 }
  },
  run: (project, args) => {
    const chain = chainOf(
      project,
      args.ends.map((end) => endOf(project, end))
    );
    const form: DimensionForm = {
      kind: 'chain',
      ends: chain,
      place: placeAt(project, chain[0]!, args.at),
      locked: args.locked ? chainSizes(project, chain)!.map(toStored) : null
    };
    return placed(project, args, form);
  }
});

function placed(
  project: Project,
  args: { id?: string | undefined; storey: string; certainty?: Certainty | undefined },
  form: DimensionForm
) {
  const dimension: Dimension = {
    id: freshOrGiven(project, 'dimension', args.id),
    kind: 'dimension',
    storey: need(project, 'storey', args.storey).id,
    form,
    certainty: args.certainty ?? 'measured'
  };
  const label = form.kind === 'note' ? 'Write a note' : 'Place a dimension';
  return done(project, label, [dimension], [], [dimension.id]);
}

const face = () => s.object({ wall: s.id().required(), side: s.side().required() }).noUnknown(true);

export const addAngle = command({
  name: 'addAngle',
  about:
    'Place the angle between the faces of two walls: the one that holds the point `at`, through which its arc goes.',
  args: s.object({
    id: s.id(),
    storey: s.id().required(),
    from: face().required(),
    to: face().required(),
    at: s.point().required(),
    certainty: s.certainty()
  }),
  example: {
    storey: 'storey-1',
    from: { wall: 'wall-1', side: 'left' },
    to: { wall: 'wall-2', side: 'left' },
    at: { x: 7000, y: 1000 }
  },
  run: (project, args) => {
    const { arms, radius } = armsAt(project, args.from, args.to, args.at);
    needPositive(project, 'radius', 'the arc', radius);
    return placed(project, args, { kind: 'angle', arms, radius: toStored(radius) });
  }
});

export const addNote = command({
  name: 'addNote',
  about:
    'Write a note with a leader from its text at `to` to the point `at`; with a wall named it follows that wall.',
  args: s.object({
    id: s.id(),
    storey: s.id().required(),
    wall: s.id(),
    at: s.point().required(),
    to: s.point().required(),
    text: s.string().max(400).required()
  }),
  example: {
    storey: 'storey-1',
    wall: 'wall-1',
    at: { x: 2000, y: 0 },
    to: { x: 2600, y: -900 },
    text: 'Make good here'
  },
  run: (project, args) => {
    if (args.text.trim() === '') refuse(project, 'note.empty');
    const tip = tipOf(project, args.wall, args.at);
    const offset = storedPoint(subtract(args.to, args.at));
    return placed(project, args, { kind: 'note', tip, offset, text: args.text.trim() });
  }
});

export const setDimension = command({
  name: 'setDimension',
  about:
    'Change a dimension: the point its string or arc goes through, or where the text of a note stands; its ends; whether its sizes are locked; how sure it is; the text of a note.',
  args: s.object({
    id: s.id().required(),
    at: s.point().default(undefined),
    ends: ends().default(undefined),
    locked: s.flag(),
    certainty: s.certainty(),
    text: s.string().max(400)
  }),
  example: { id: 'dimension-1', locked: true },
  run: (project, args) => {
    const old = need(project, 'dimension', args.id);
    const put: Dimension = {
      ...old,
      certainty: args.certainty ?? old.certainty,
      form: changed(project, old, args)
    };
    const label =
      args.locked === undefined ? 'Change a dimension' : args.locked ? 'Lock a size' : 'Unlock a size';
    return done(project, label, [put]);
  }
});

function changed(
  project: Project,
  { form }: Dimension,
  args: {
    at?: Point | undefined;
    ends?: Parameters<typeof endOf>[1][] | undefined;
    locked?: boolean | undefined;
    text?: string | undefined;
  }
): DimensionForm {
  switch (form.kind) {
    case 'chain': {
      const chain = args.ends
        ? chainOf(
            project,
            args.ends.map((end) => endOf(project, end))
          )
        : form.ends;
      const locked = args.locked ?? form.locked !== null;
      const sizes = chainSizes(project, chain);
      return {
        ...form,
        ends: chain,
        place: args.at ? placeAt(project, chain[0]!, args.at) : form.place,
        locked: locked && sizes ? (args.ends || !form.locked ? sizes.map(toStored) : form.locked) : null
      };
    }
    case 'angle':
      return args.at ? { kind: 'angle', ...armsAt(project, ...form.arms, args.at) } : form;
    case 'note': {
      const text = args.text?.trim() ?? form.text;
      if (text === '') refuse(project, 'note.empty');
      const tip = tipAt(project, form.tip);
      return { ...form, text, offset: args.at && tip ? storedPoint(subtract(args.at, tip)) : form.offset };
    }
  }
}
