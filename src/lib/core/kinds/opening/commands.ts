/** Openings: set out from an end or a face, they ride with their wall. */
import * as openingArgs from './args';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import type { Filling, Handing, Opening, SetOutOrigin } from './record';
import type { Project } from '../../document/kind';
import { after, command, done, freshOrGiven, need, needPositive, refuse } from '../../document/command';
import { nameOf } from '../../document/names';
import { checkCrossings, checkOpenings } from './checks';
import { usualSizes } from '../../units/usual';
import { settingsOf } from '../../document/project';

const shape = {
  name: s.name(),
  mark: s.name(),
  filling: openingArgs.filling(),
  entry: s.id().nullable(),
  end: s.end(),
  origin: openingArgs.origin().default(undefined),
  to: openingArgs.setOutTo(),
  distance: s.mm(),
  width: s.mm(),
  height: s.mm(),
  sill: s.mm(),
  handing: openingArgs.handing().default(undefined),
  certainty: s.certainty()
};

function originOf(
  project: Project,
  given: { kind: 'line' | 'face'; wall?: string | undefined; side?: 'left' | 'right' | undefined }
): SetOutOrigin {
  if (given.kind === 'line') return { kind: 'line' };
  return { kind: 'face', wall: need(project, 'wall', given.wall ?? '').id, side: given.side ?? 'left' };
}

/** A mark as it is typed; refused where another opening has it. Without one, it is given. */
function markOf(project: Project, mark: string, own?: string): string {
  const other = [...project.tables.opening.values()].find((one) => one.mark === mark && one.id !== own);
  if (mark && other)
    refuse(project, 'opening.mark', {
      subjects: [other.id],
      texts: { mark, other: nameOf(project, other) }
    });
  return mark;
}

/** The entry that is asked for; of its own kind of filling. */
function entryGiven(project: Project, entry: string | null, filling: Filling): string | null {
  if (entry === null || filling === 'none') return null;
  const found = need(project, 'catalogueEntry', entry);
  if (found.filling !== filling)
    refuse(project, 'entry.unlike', {
      subjects: [found.id],
      texts: { name: found.name, what: found.filling, other: filling }
    });
  return found.id;
}

function checkSizes(project: Project, opening: Opening) {
  const word = opening.filling === 'none' ? 'opening' : opening.filling;
  needPositive(project, 'width', `the ${word}`, opening.width);
  needPositive(project, 'height', `the ${word}`, opening.height);
}

export const addOpening = command({
  name: 'addOpening',
  about:
    'Put a door, window or bare opening in a wall, set out from one of its ends or from the face of a wall there.',
  args: s.object({ id: s.id(), wall: s.id().required(), ...shape, distance: s.mm().required() }),
  example: {
    wall: 'wall-1',
    filling: 'door',
    end: 'a',
    to: 'near',
    distance: 600,
    width: 910,
    height: 2110,
    sill: 0
  },
  run: (project, args) => {
    const wall = need(project, 'wall', args.wall);
    const asked = args.entry == null ? undefined : need(project, 'catalogueEntry', args.entry);
    const filling = args.filling ?? asked?.filling ?? 'none';
    const size = asked?.size ?? usualSizes(settingsOf(project).units)[filling];
    const opening: Opening = {
      id: freshOrGiven(project, 'opening', args.id),
      kind: 'opening',
      name: args.name ?? '',
      mark: markOf(project, args.mark ?? ''),
      wall: wall.id,
      filling,
      entry: entryGiven(project, args.entry ?? null, filling),
      end: args.end ?? 'a',
      origin: originOf(project, args.origin ?? { kind: 'line' }),
      to: args.to ?? 'near',
      distance: toStored(args.distance),
      width: toStored(args.width ?? size.width),
      height: toStored(args.height ?? size.height),
      sill: toStored(args.sill ?? size.sill),
      handing: (args.handing as Handing | undefined) ?? { hinge: 'near', opens: 'inside' },
      certainty: args.certainty ?? 'measured'
    };
    checkSizes(project, opening);
    checkOpenings(after(project, [opening]), new Set([wall.id]));
    checkCrossings(after(project, [opening]), opening);
    return done(
      project,
      `Add ${filling === 'none' ? 'an opening' : `a ${filling}`}`,
      [opening],
      [],
      [opening.id]
    );
  }
});

/** Whether it takes another part of a wall: only then a wall that came later is in its way. */
const isElsewhere = (old: Opening, now: Opening) =>
  (['wall', 'end', 'origin', 'to', 'distance', 'width', 'height', 'sill'] as const).some(
    (field) => old[field] !== now[field]
  );

export const setOpening = command({
  name: 'setOpening',
  about: 'Change an opening: its place, size, filling or handing. A new width keeps the set-out point.',
  args: s.object({ id: s.id().required(), wall: s.id(), ...shape }),
  example: { id: 'opening-1', width: 1010, distance: 750 },
  run: (project, args) => {
    const old = need(project, 'opening', args.id);
    const length = (value: number | undefined, before: number) =>
      value === undefined ? before : toStored(value);
    const filling = args.filling ?? old.filling;
    // The entry that it had is of another kind of filling.
    const kept = filling === old.filling ? old.entry : null;
    const entry = args.entry === undefined ? kept : args.entry;
    const opening: Opening = {
      ...old,
      name: args.name ?? old.name,
      mark: args.mark === undefined ? old.mark : markOf(project, args.mark, old.id),
      wall: args.wall === undefined ? old.wall : need(project, 'wall', args.wall).id,
      filling,
      entry: entryGiven(project, entry, filling),
      end: args.end ?? old.end,
      origin: args.origin ? originOf(project, args.origin) : old.origin,
      to: args.to ?? old.to,
      distance: length(args.distance, old.distance),
      width: length(args.width, old.width),
      height: length(args.height, old.height),
      sill: length(args.sill, old.sill),
      handing: (args.handing as Handing | undefined) ?? old.handing,
      certainty: args.certainty ?? old.certainty
    };
    checkSizes(project, opening);
    checkOpenings(after(project, [opening]), new Set([opening.wall]));
    if (isElsewhere(old, opening)) checkCrossings(after(project, [opening]), opening);
    return done(project, `Change ${old.filling === 'none' ? 'an opening' : `a ${old.filling}`}`, [opening]);
  }
});
