/** Openings: set out from an end or a face, they ride with their wall. */
import * as openingArgs from './args';
import * as s from '../../document/schemas';
import type { Filling, Handing, Opening, SetOutOrigin } from './record';
import type { Project, Result } from '../../document/kind';
import { bodyArgs } from '../catalogue-entry/args';
import { merge } from '../../document/merge';
import type { Overrides } from '../catalogue-entry/overrides';
import { degree } from '../../units/angle';
import {
  after,
  command,
  done,
  freshOrGiven,
  lengthOr,
  need,
  needFreeId,
  needPositive,
  refuse
} from '../../document/command';
import { nameOf } from '../../document/names';
import { checkCorner, checkCrossings, checkOpenings } from './checks';
import { needFloor } from '../slab/lifted';
import { usualSizes } from '../../units/usual';
import { idMaker, settingsOf } from '../../document/project';

const shape = {
  name: s.name(),
  mark: s.name(),
  filling: openingArgs.filling(),
  entry: s.id().nullable(),
  overrides: s.object(bodyArgs()).noUnknown(true).nullable().default(undefined),
  mirrored: s.flag(),
  escape: s.flag(),
  through: s.flag(),
  ajar: s.degrees().min(0).max(180).nullable(),
  end: s.end(),
  origin: openingArgs.origin().default(undefined),
  to: openingArgs.setOutTo(),
  distance: s.mm(),
  width: s.mm(),
  height: s.mm(),
  sill: s.mm(),
  floor: s.id().nullable(),
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

/** What is said anew over what was; without what says nothing. */
function overridesOf(old: Overrides | null, given: object | null | undefined): Overrides | null {
  if (given === undefined) return old;
  const now = given === null ? {} : merge(old ?? {}, given);
  return Object.keys(now).length > 0 ? now : null;
}

const ajarOf = (degrees: number | null | undefined, old: number | null) =>
  degrees === undefined ? old : degrees === null ? null : degrees * degree;

function checkSizes(project: Project, opening: Opening) {
  const word = opening.filling === 'none' ? 'opening' : opening.filling;
  needPositive(project, 'width', `the ${word}`, opening.width);
  needPositive(project, 'height', `the ${word}`, opening.height);
}

const fresh = { id: s.id(), wall: s.id().required(), ...shape, distance: s.mm().required() };

/** A new opening as it is asked for, under an id. */
function openingOf(
  project: Project,
  args: Changes & { readonly wall: string; readonly distance: number },
  id: string
) {
  const asked = args.entry == null ? undefined : need(project, 'catalogueEntry', args.entry);
  const filling = args.filling ?? asked?.filling ?? 'none';
  const size = asked?.size ?? usualSizes(settingsOf(project).units)[filling];
  const plain: Opening = {
    ...{ id, kind: 'opening', name: '', mark: '', wall: args.wall, filling, entry: null, overrides: null },
    ...{
      mirrored: false,
      escape: false,
      through: false,
      ajar: null,
      end: 'a',
      origin: { kind: 'line' },
      to: 'near',
      distance: args.distance
    },
    ...{ width: size.width, height: size.height, sill: size.sill, floor: null, certainty: 'measured' },
    handing: { hinge: 'near', opens: 'inside' }
  };
  return changed(project, plain, args);
}

/** Openings as they are put, where all of them fit. */
export function fitting(
  project: Project,
  label: string,
  openings: readonly Opening[],
  made: readonly string[] = []
): Result {
  for (const opening of openings) checkSizes(project, opening);
  const would = after(project, openings);
  checkOpenings(would, new Set(openings.map(({ wall }) => wall)));
  for (const opening of openings) {
    const old = project.tables.opening.get(opening.id);
    if (!old || isElsewhere(old, opening)) checkCrossings(would, opening);
    if (!old || isElsewhere(old, opening) || isMadeOtherwise(old, opening)) checkCorner(would, opening);
  }
  return done(project, label, openings, [], made);
}

function adding(project: Project, openings: readonly Opening[]): Result {
  const what = openings.length === 1 ? wordOf(openings[0]!) : `${openings.length} openings`;
  return fitting(
    project,
    `Add ${what}`,
    openings,
    openings.map(({ id }) => id)
  );
}

export const addOpening = command({
  name: 'addOpening',
  about:
    'Put a door, window or bare opening in a wall, set out from one of its ends or from the face of a wall there.',
  args: s.object(fresh),
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
  run: (project, { id, ...args }) =>
    adding(project, [
      openingOf(project, args as Parameters<typeof openingOf>[1], freshOrGiven(project, 'opening', id))
    ])
});

export const addOpenings = command({
  name: 'addOpenings',
  about: 'Put openings in several walls in one step, each as addOpening takes it: all of them, or none.',
  args: s.object({
    openings: s.array(s.object(fresh).noUnknown(true).required()).min(1).max(500).required()
  }),
  example: {
    openings: [
      { wall: 'wall-1', filling: 'window', distance: 900 },
      { wall: 'wall-2', filling: 'window', distance: 900 }
    ]
  },
  run: (project, { openings }) => {
    const next = idMaker(project);
    const made = new Set<string>();
    const list = openings.map(({ id, ...args }) => {
      needFreeId(project, id);
      const own = id ?? next('opening');
      if (made.has(own)) refuse(project, 'id.taken', { subjects: [own], texts: { id: own } });
      made.add(own);
      return openingOf(project, args as Parameters<typeof openingOf>[1], own);
    });
    const marks = list.flatMap(({ mark }) => mark || []);
    const twice = marks.find((mark, i) => marks.indexOf(mark) !== i);
    if (twice !== undefined)
      refuse(project, 'opening.mark', { texts: { mark: twice, other: 'another of them' } });
    return adding(project, list);
  }
});

/** Whether it takes another part of a wall: only then a wall that came later is in its way. */
const isElsewhere = (old: Opening, now: Opening) =>
  (['wall', 'end', 'origin', 'to', 'distance', 'width', 'height', 'sill'] as const).some(
    (field) => old[field] !== now[field]
  );

const isMadeOtherwise = (old: Opening, now: Opening) =>
  old.filling !== now.filling || old.entry !== now.entry || old.overrides !== now.overrides;

/** What may be said anew of an opening, checked. */
interface Changes {
  readonly name?: string | undefined;
  readonly mark?: string | undefined;
  readonly wall?: string | undefined;
  readonly filling?: Filling | undefined;
  readonly entry?: string | null | undefined;
  readonly overrides?: object | null | undefined;
  readonly mirrored?: boolean | undefined;
  readonly escape?: boolean | undefined;
  readonly through?: boolean | undefined;
  readonly ajar?: number | null | undefined;
  readonly end?: Opening['end'] | undefined;
  readonly origin?: Parameters<typeof originOf>[1] | undefined;
  readonly to?: Opening['to'] | undefined;
  readonly distance?: number | undefined;
  readonly width?: number | undefined;
  readonly height?: number | undefined;
  readonly sill?: number | undefined;
  readonly floor?: string | null | undefined;
  readonly handing?: Partial<Handing> | undefined;
  readonly certainty?: Opening['certainty'] | undefined;
}

function changed(project: Project, old: Opening, args: Changes): Opening {
  const filling = args.filling ?? old.filling;
  // The entry that it had is of another kind of filling.
  const isSame = filling === old.filling;
  const entry = args.entry === undefined ? (isSame ? old.entry : null) : args.entry;
  const overrides = overridesOf(isSame ? old.overrides : null, args.overrides);
  return {
    ...old,
    name: args.name ?? old.name,
    mark: args.mark === undefined ? old.mark : markOf(project, args.mark, old.id),
    wall: args.wall === undefined ? old.wall : need(project, 'wall', args.wall).id,
    filling,
    entry: entryGiven(project, entry, filling),
    overrides: filling === 'none' ? null : overrides,
    mirrored: args.mirrored ?? old.mirrored,
    escape: args.escape ?? old.escape,
    through: args.through ?? old.through,
    ajar: ajarOf(args.ajar, old.ajar),
    end: args.end ?? old.end,
    origin: args.origin ? originOf(project, args.origin) : old.origin,
    to: args.to ?? old.to,
    distance: lengthOr(args.distance, old.distance),
    width: lengthOr(args.width, old.width),
    height: lengthOr(args.height, old.height),
    sill: lengthOr(args.sill, old.sill),
    floor:
      args.floor === undefined
        ? old.floor
        : args.floor && needFloor(project, args.floor, need(project, 'wall', args.wall ?? old.wall).storey),
    handing: { ...old.handing, ...args.handing },
    certainty: args.certainty ?? old.certainty
  };
}

const wordOf = ({ filling }: Opening) => (filling === 'none' ? 'an opening' : `a ${filling}`);

function changing(project: Project, openings: readonly Opening[], old: Opening): Result {
  return fitting(
    project,
    openings.length === 1 ? `Change ${wordOf(old)}` : `Change ${openings.length} openings`,
    openings
  );
}

export const setOpening = command({
  name: 'setOpening',
  about:
    'Change an opening: its place, size, filling or handing. A new width keeps the set-out point. `sill`: above the datum; `floor`: the slab that it keeps its height over (none: null). `overrides`: what it has otherwise than its entry, over what it had; null: nothing. `ajar`: how far its leaves are shown open, degrees; null: as usual. `mirrored`: what fills it is turned left to right. `through`: it goes on through walls of its storey that stand against its own.',
  args: s.object({ id: s.id().required(), wall: s.id(), ...shape }),
  example: { id: 'opening-1', width: 1010, distance: 750 },
  run: (project, { id, ...args }) => {
    const old = need(project, 'opening', id);
    return changing(project, [changed(project, old, args as Changes)], old);
  }
});

/** What is taken over from another opening: all but where it is and what it is called. */
const likeness = ({
  filling,
  entry,
  overrides,
  mirrored,
  escape,
  ajar,
  width,
  height,
  sill,
  handing
}: Opening) => ({
  ...{ filling, entry, overrides, mirrored, escape, ajar, width, height, sill, handing }
});

export const setOpenings = command({
  name: 'setOpenings',
  about:
    'Change several openings at once, in walls and storeys alike; with `like`, what is not said is as that opening has it: what fills it and how that is made, its size, sill and handing.',
  args: s.object({
    ids: s.ids().required(),
    like: s.id(),
    ...{ filling: shape.filling, entry: shape.entry, overrides: shape.overrides, escape: shape.escape },
    ...{ mirrored: shape.mirrored, through: shape.through },
    ...{ ajar: shape.ajar, to: shape.to, distance: shape.distance, width: shape.width, height: shape.height },
    ...{ sill: shape.sill, certainty: shape.certainty },
    handing: openingArgs.someHanding().default(undefined)
  }),
  example: { ids: ['opening-1'], certainty: 'assumed', ajar: 45 },
  run: (project, { ids, like, ...args }) => {
    const model = like === undefined ? undefined : need(project, 'opening', like);
    const olds = [...new Set(ids)].map((id) => need(project, 'opening', id));
    const now = olds.map((old) =>
      changed(project, model ? { ...old, ...likeness(model) } : old, args as Changes)
    );
    return changing(project, now, olds[0]!);
  }
});
