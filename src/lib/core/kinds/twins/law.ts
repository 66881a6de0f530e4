/**
 * Twins: sets that stay alike. What is changed in one is done to the others by the motions between them, in the same
 * patch. A set that is moved as a whole only changes its motion. Ends that are joined to walls outside the set stay
 * joined to those, along their own lines.
 */
import { copyingOf, hostOf, liesWithin, lyingWithin, movedRecord, resettled } from '../../document/copies';
import { Meetings, fitted, followers } from '../wall/rejoin';
import { add, distance, fromAngle, locate, subtract, unit, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { applyPatch, composePatches, patchOf, sameValue, type Patch } from '../../document/patch';
import { nameOf } from '../../document/names';
import { declarationsOf, findRecord, freshIds, idMaker } from '../../document/project';
import { composed, inverted, motionBetween, moved, stay, type Motion } from '../../geometry/motion';
import { Refusal, refuse } from '../../document/command';
import { checkOpenings, placeOf, placedAt } from '../opening/checks';
import { checkAgainst, checkSense, checkWall, needFrame } from '../wall/checks';
import { nodeKey } from '../../kernels/joints/gather';
import { withMarks } from '../opening/mark';
import { renamed } from '../../document/references';
import { fromFrame, otherSide } from '../../kernels/joints/frame';
import type { Project, Query } from '../../document/kind';
import type { Rec } from '../../document/record';
import type { Wall } from '../wall/record';
import type { TwinSet, Twins } from './record';
import type { Joint } from '../joint/record';
import type { Opening, SetOutOrigin } from '../opening/record';

const stands = (project: Project, record: Rec | undefined): record is Rec =>
  record !== undefined && copyingOf(project, record) === 'stands';

/** One change of the project: before, after, and where walls met before. */
class ChangeOfProject {
  readonly meetings: Meetings;
  readonly before: Project;
  constructor(
    readonly query: Query,
    readonly after: Project,
    readonly patch: Patch
  ) {
    this.before = query.project;
    this.meetings = new Meetings(query);
  }
}

const ends = ['a', 'b'] as const;

/** The same thing, but for ends that are joined outside the set and slid along their own line. */
function alike(
  change: ChangeOfProject,
  set: ReadonlySet<string>,
  p: Rec,
  q: Rec,
  own: Wall | undefined
): boolean {
  const near = (u: Point, v: Point) => distance(u, v) <= tolerances.coincident;
  if (p.kind === 'wall' && q.kind === 'wall') {
    const rest = { a: p.a, b: p.b, id: p.id, name: p.name };
    if (!sameValue(p, { ...q, ...rest })) return false;
    const direction = unit(subtract(p.b, p.a));
    return ends.every(
      (end) =>
        near(p[end], q[end]) ||
        (own !== undefined &&
          Math.abs(locate(q[end], p.a, direction).y) <= tolerances.coincident &&
          change.meetings.outside(set, own, end).length > 0)
    );
  }
  return p.kind !== 'wall' && p.kind === q.kind && nearlySame(p, q);
}

/** Equal but for id, name and mark; places to the coincident tolerance, angles as directions. */
function nearlySame(p: object, q: object): boolean {
  const [r, t] = [p as Record<string, unknown>, q as Record<string, unknown>];
  const keys = Object.keys(r);
  return (
    keys.length === Object.keys(t).length &&
    keys.every((key) => {
      const [u, v] = [r[key], t[key]];
      if (key === 'id' || key === 'name' || key === 'mark') return true;
      if (typeof u === 'number' && typeof v === 'number')
        return key === 'angle'
          ? 1 - Math.cos(u - v) < tolerances.sameTurn
          : Math.abs(u - v) <= tolerances.coincident;
      if (typeof u === 'object' && typeof v === 'object' && u !== null && v !== null) return nearlySame(u, v);
      return u === v;
    })
  );
}

type Change = { readonly kind: 'none' | 'edited' } | { readonly kind: 'moved'; readonly motion: Motion };

/** What happened to one set: nothing, a motion of the whole, or an edit. */
function changeOf(change: ChangeOfProject, { items }: TwinSet): Change {
  const { before, after, patch } = change;
  const own = new Set(items);
  const grown = addedTo(change, own).length > 0;
  if ([...patch.values()].some(({ before: was, after: now }) => liesWithin(before, now ?? was, own)))
    return { kind: 'edited' };
  if (!grown && !items.some((id) => patch.has(id))) return { kind: 'none' };
  const pairs = items.map((id) => [findRecord(before, id), findRecord(after, id)] as const);
  const placed = pairs.flatMap(([p, q]) => (stands(before, p) && stands(after, q) ? [[p, q] as const] : []));
  const riding = items.filter((id) => patch.has(id) && ridesIn(before, id));
  if (grown || pairs.some(([, q]) => !q)) return { kind: 'edited' };
  const isMotion = (motion: Motion, from: 'joined' | 'free') =>
    placed.every(([p, q]) =>
      alike(
        change,
        own,
        movedRecord(before, p, motion),
        q,
        from === 'joined' && p.kind === 'wall' ? p : undefined
      )
    );
  if (riding.length === 0 && isMotion(stay, 'joined')) return { kind: 'none' };
  // A set that stays joined elsewhere was not moved as a whole: it grew or shrank.
  const motion = placed.flatMap(([p, q]) => candidates(p, q)).find((one) => isMotion(one, 'free'));
  return motion && (riding.length === 0 || motion.flips) ? { kind: 'moved', motion } : { kind: 'edited' };
}

const ridesIn = (project: Project, id: string) => {
  const record = findRecord(project, id);
  return record !== undefined && copyingOf(project, record) === 'rides';
};

/** Motions that may have taken one thing to where it is. */
function candidates(p: Rec, q: Rec): Motion[] {
  if (p.kind === 'wall' && q.kind === 'wall') {
    const flips = p.outside !== q.outside;
    return [motionBetween([p.a, p.b], [q.a, q.b], flips), motionBetween([p.b, p.a], [q.b, q.a], flips)];
  }
  const [from, to] = [rayOf(p), rayOf(q)];
  return from && to ? [motionBetween(from, to, false)] : [];
}

/** A point of a thing that has a place and an angle, and another on from it. */
function rayOf(record: Rec): readonly [Point, Point] | undefined {
  if (!('at' in record) || !('angle' in record)) return undefined;
  return [record.at, add(record.at, fromAngle(record.angle))];
}

/** New things that ride with those of a set, and new stretches of its walls that were cut. */
function belongs({ before, after }: ChangeOfProject, set: ReadonlySet<string>, id: string): boolean {
  const record = findRecord(after, id);
  const host = record && hostOf(after, record);
  if (host !== undefined) return set.has(host);
  if (record?.kind !== 'wall') return false;
  return [...set].some((one) => {
    const was = before.tables.wall.get(one);
    const now = after.tables.wall.get(one);
    if (!was || !now || was.storey !== record.storey || sameValue([was.a, was.b], [now.a, now.b]))
      return false;
    const direction = unit(subtract(was.b, was.a));
    return [record.a, record.b].every((point) => {
      const { t, y } = locate(point, was.a, direction);
      return (
        Math.abs(y) <= tolerances.joint &&
        t > -tolerances.joint &&
        t < distance(was.a, was.b) + tolerances.joint
      );
    });
  });
}

/** Ids that belong to a set from now on: new ones, and what came to ride with one of it. */
const addedTo = (change: ChangeOfProject, set: ReadonlySet<string>): string[] =>
  [...change.patch].flatMap(([id, { before }]) =>
    !set.has(id) && (!before || ridesIn(change.before, id)) && belongs(change, set, id) ? [id] : []
  );

/** Refuses what would ride with something outside its set from now on: its twins have nowhere to follow it. */
function checkLeaving(change: ChangeOfProject, { items }: TwinSet) {
  const { patch, before, after } = change;
  const own = new Set(items);
  const inSet = new Set([...items, ...addedTo(change, own)]);
  for (const id of items) {
    const record = patch.has(id) ? findRecord(after, id) : undefined;
    const host = record && hostOf(after, record);
    if (record && host !== undefined && !inSet.has(host))
      refuse(before, 'twins.leaves', {
        subjects: [id, host],
        texts: {
          thing: nameOf(before, findRecord(before, id)),
          other: nameOf(after, findRecord(after, host))
        }
      });
  }
}

/** The patch with the twins of all that it changed; refuses when one of them cannot follow. */
export function keepTwinsAlike(query: Query, patch: Patch): Patch {
  let whole = patch;
  for (const twins of query.project.tables.twins.values())
    if (!patch.has(twins.id)) whole = followOne(query, whole, twins);
  return whole;
}

function followOne(query: Query, patch: Patch, twins: Twins): Patch {
  const { project } = query;
  const change = new ChangeOfProject(query, applyPatch(project, patch), patch);
  const changes = twins.sets.map((set) => changeOf(change, set));
  if (changes.every(({ kind }) => kind === 'none')) return patch;
  const motions = changes.map((one) => (one.kind === 'moved' ? one.motion : stay));
  const back = inverted(motions[0]!);
  const sets = twins.sets.map((set, k): TwinSet =>
    motions[k] === stay && motions[0] === stay
      ? set
      : { ...set, motion: composed(composed(back, set.motion), motions[k]!) }
  );
  const source = changes.findIndex(({ kind }) => kind === 'edited');
  if (source < 0) return composePatches(patch, patchOf(change.after, [{ ...twins, sets }]));
  try {
    for (const set of twins.sets) checkLeaving(change, set);
    return composePatches(patch, withImages(change, { ...twins, sets }, source));
  } catch (fault) {
    if (!(fault instanceof Refusal)) throw fault;
    return refuse(project, 'twins.refused', {
      subjects: fault.problem.subjects,
      texts: { why: fault.problem.message }
    });
  }
}

/** What the other sets become after an edit of one. */
function withImages(change: ChangeOfProject, twins: Twins, source: number): Patch {
  const { after } = change;
  const from = twins.sets[source]!;
  const added = addedTo(change, new Set(from.items));
  const items = [...from.items, ...added];
  let grown = after;
  const sets = twins.sets.map((set, k): TwinSet => {
    if (k === source) return { ...set, items };
    const next = idMaker(grown);
    const fresh = added.map((id) => next(findRecord(after, id)!.kind));
    const ids = [...set.items, ...fresh];
    const motion = composed(inverted(from.motion), set.motion);
    grown = applyPatch(grown, imageOf(change, grown, items, ids, motion));
    return { ...set, items: ids };
  });
  const there = (set: TwinSet) => ({ ...set, items: set.items.filter((id) => findRecord(grown, id)) });
  const left = sets.map(there).filter((set) => set.items.length > 0);
  const all = applyPatch(
    grown,
    left.length > 1 ? patchOf(grown, [{ ...twins, sets: left }]) : patchOf(grown, [], [twins.id])
  );
  const changed = [...all.tables.wall.values()].filter((wall) => after.tables.wall.get(wall.id) !== wall);
  for (const wall of changed) checkTwin(change, all, wall);
  checkOpenings(all, new Set(changed.map(({ id }) => id)), new Set());
  return difference(after, all);
}

function checkTwin(change: ChangeOfProject, all: Project, wall: Wall) {
  const old = change.before.tables.wall.get(wall.id);
  if (old) checkSense(all, old, wall);
  checkWall(all, wall);
  checkAgainst(all, wall, all.tables.wall.values());
}

/** What turns one project into another; tables that are the same object are passed over. */
function difference(p: Project, q: Project): Patch {
  const changed = declarationsOf(q).filter(({ kind }) => p.tables[kind] !== q.tables[kind]);
  const puts = changed.flatMap(({ kind }): Rec[] =>
    [...(q.tables[kind].values() as Iterable<Rec>)].filter((one) => p.tables[kind].get(one.id) !== one)
  );
  const removes = changed.flatMap(({ kind }) =>
    [...p.tables[kind].keys()].filter((id) => !q.tables[kind].has(id))
  );
  return patchOf(p, puts, removes);
}

/** A set as the image of another; `ids` of the set in the order of `items` of the other. */
function imageOf(
  change: ChangeOfProject,
  grown: Project,
  items: readonly string[],
  ids: readonly string[],
  motion: Motion
): Patch {
  const to = new Map(items.map((id, i) => [id, ids[i]!]));
  const own = new Set(ids);
  const removes = items.flatMap((id, i) => (findRecord(change.after, id) ? [] : [ids[i]!]));
  const placed = items.flatMap((id, i): Rec[] => {
    const record = findRecord(change.after, id);
    if (!stands(change.after, record)) return [];
    const old = findRecord(grown, ids[i]!);
    const named = old && 'name' in old && { name: old.name };
    const image: Rec = { ...movedRecord(grown, record, motion), id: ids[i]!, ...named };
    const was = change.before.tables.wall.get(ids[i]!);
    if (old && alike(change, own, image, old, was)) return [old];
    return [image.kind === 'wall' && was ? fitted(change.meetings, grown, own, image, was) : image];
  });
  const walls = placed.flatMap((one) => (one.kind === 'wall' ? [one] : []));
  const along = followers(change.meetings, grown, own, walls);
  const middle = applyPatch(grown, patchOf(grown, [...placed, ...along], removes));
  const riding = items.flatMap((id): Rec[] => {
    const record = findRecord(change.after, id);
    if (record?.kind === 'opening') return [openingImage(change.after, middle, record, to, motion)];
    return record && copyingOf(middle, record) === 'rides' ? [riderImage(change, record, to, motion)] : [];
  });
  const opened = riding.flatMap((one) => (one.kind === 'opening' ? [one] : []));
  const images = new Set(opened.map(({ id }) => id));
  const others = [...middle.tables.opening.values()].filter(({ id }) => !images.has(id));
  const marks = new Map(withMarks(middle, opened, others).map((one) => [one.id, one]));
  const joints = jointImages(change, middle, to, own);
  const gone = lyingWithin(middle, own).flatMap(({ id }) =>
    joints.some((one) => one.id === id) ? [] : [id]
  );
  return difference(
    grown,
    applyPatch(middle, patchOf(middle, [...riding.map((one) => marks.get(one.id) ?? one), ...joints], gone))
  );
}

/** What rides with a thing of the set, with the image of that; other things that it names outside the set it leaves. */
function riderImage(
  { query, after }: ChangeOfProject,
  record: Rec,
  to: ReadonlyMap<string, string>,
  motion: Motion
): Rec {
  const settled = resettled(
    query.at(after),
    record,
    (id) => !to.has(id),
    (id) => to.get(id) ?? id
  );
  return { ...movedRecord(after, settled, motion), id: to.get(record.id)! };
}

/** The joints within a set as the other cuts them. */
function jointImages(
  { before, after }: ChangeOfProject,
  grown: Project,
  to: ReadonlyMap<string, string>,
  own: ReadonlySet<string>
): Joint[] {
  // A wall that is gone is still named here: all joints find their homes afterwards.
  const isWall = (id: string) => before.tables.wall.has(id) || after.tables.wall.has(id);
  const walls = new Map([...to].filter(([id]) => isWall(id)));
  const joints = (project: Project, ids: { has(id: string): boolean }) =>
    lyingWithin(project, ids).flatMap((one) => (one.kind === 'joint' ? [one] : []));
  const old = new Map(joints(grown, own).map((joint) => [nodeKey(joint.members), joint]));
  const copied = joints(after, walls).map((joint) => renamed(after, joint, (id) => walls.get(id) ?? id));
  const fresh = freshIds(grown, 'joint', copied.length);
  return copied.map((joint, i) => ({ ...joint, id: old.get(nodeKey(joint.members))?.id ?? fresh[i]! }));
}

/** What an opening is set out from, as its image; undefined where that is not in the set. */
function originImage(
  origin: SetOutOrigin,
  to: ReadonlyMap<string, string>,
  motion: Motion
): SetOutOrigin | undefined {
  if (origin.kind === 'line') return origin;
  const wall = to.get(origin.wall);
  if (wall === undefined) return undefined;
  return { kind: 'face', wall, side: motion.flips ? otherSide[origin.side] : origin.side };
}

/** An opening at its image's place, set out from what its own wall meets. */
function openingImage(
  after: Project,
  grown: Project,
  opening: Opening,
  to: ReadonlyMap<string, string>,
  motion: Motion
): Opening {
  const id = to.get(opening.id)!;
  const wall = grown.tables.wall.get(to.get(opening.wall)!)!;
  const old = grown.tables.opening.get(id);
  const placed = originImage(opening.origin, to, motion);
  // Set out from the line, or from a wall outside the set: each keeps what it is set out from itself.
  const origin = (placed?.kind === 'face' ? placed : old?.origin) ?? { kind: 'line' };
  const image: Opening = {
    ...opening,
    id,
    wall: wall.id,
    name: old?.name ?? opening.name,
    mark: old?.mark ?? '',
    origin
  };
  const host = after.tables.wall.get(opening.wall)!;
  const start = fromFrame(needFrame(after, host), placeOf(after, opening, host).t0, 0);
  const frame = needFrame(grown, wall);
  const put = placedAt(grown, image, locate(moved(motion, start), frame.origin, frame.direction).t);
  const same = old && Math.abs(old.distance - put.distance) <= tolerances.coincident;
  return same ? { ...put, distance: old.distance } : put;
}
