/**
 * Twins: sets that stay alike. What is changed in one is carried to the others by the motions between them, in the same
 * patch. A set that is moved as a whole only changes its motion. Ends that are joined to walls outside the set stay
 * joined to those, along their own lines.
 */
import { composed, inverted, moved, motionBetween, stay, type Motion } from '../geometry/motion';
import { add, distance, fromAngle, locate, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { fromFrame } from '../derive/frame';
import { nodeKey } from '../derive/joints/gather';
import { applyPatch, composePatches, patchOf, sameValue, type Patch } from '../project/patch';
import { findRecord, freshIds } from '../project/project';
import {
  type Chimney,
  type Column,
  type Joint,
  type Opening,
  type Project,
  type Rec,
  type Twins,
  type TwinSet,
  type Wall
} from '../project/records';
import { copyJoints, movedOrigin, movedRecord } from './carry';
import { checkAgainst, checkOpenings, checkSense, checkWall, needFrame, placedAt, placeOf } from './checks';
import { command, done, nameOf, Refusal, refuse, type Command } from './command';
import { fitted, followers, Meetings } from './rejoin';
import * as s from './schemas';

type Standing = Wall | Column | Chimney;
const isStanding = (record: Rec | undefined): record is Standing =>
  record?.kind === 'wall' || record?.kind === 'column' || record?.kind === 'chimney';

/** One change of the project as the twins see it: before, after, and where walls met before. */
class Sight {
  readonly meetings: Meetings;
  constructor(
    readonly before: Project,
    readonly after: Project,
    readonly patch: Patch
  ) {
    this.meetings = new Meetings(before);
  }
}

const ends = ['a', 'b'] as const;

/** The same thing, but for ends that are joined outside the set and slid along their own line. */
function alike(
  sight: Sight,
  set: ReadonlySet<string>,
  p: Standing,
  q: Standing,
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
          sight.meetings.outside(set, own, end).length > 0)
    );
  }
  if (p.kind === 'wall' || q.kind === 'wall' || p.kind !== q.kind) return false;
  const turn = Math.cos(p.angle - q.angle);
  return (
    near(p.at, q.at) &&
    1 - turn < 1e-9 &&
    sameValue(p, { ...q, id: p.id, name: p.name, at: p.at, angle: p.angle })
  );
}

type Change = { readonly kind: 'none' | 'edited' } | { readonly kind: 'moved'; readonly motion: Motion };

/** What happened to one set: nothing, a motion of the whole, or an edit. */
function changeOf(sight: Sight, { items }: TwinSet): Change {
  const { before, after, patch } = sight;
  const own = new Set(items);
  const grown = addedTo(sight, own).length > 0;
  if ([...patch.values()].some(({ before: was, after: now }) => isWithin(now ?? was, own)))
    return { kind: 'edited' };
  if (!grown && !items.some((id) => patch.has(id))) return { kind: 'none' };
  const pairs = items.map((id) => [findRecord(before, id), findRecord(after, id)] as const);
  const standing = pairs.flatMap(([p, q]) => (isStanding(p) && isStanding(q) ? [[p, q] as const] : []));
  const openings = items.filter((id) => before.tables.opening.has(id) && patch.has(id));
  if (grown || pairs.some(([, q]) => !q)) return { kind: 'edited' };
  const isMotion = (motion: Motion, from: 'joined' | 'free') =>
    standing.every(([p, q]) =>
      alike(sight, own, movedRecord(p, motion), q, from === 'joined' && p.kind === 'wall' ? p : undefined)
    );
  if (openings.length === 0 && isMotion(stay, 'joined')) return { kind: 'none' };
  // A set that stays joined elsewhere was not moved as a whole: it grew or shrank.
  const motion = standing.flatMap(([p, q]) => candidates(p, q)).find((one) => isMotion(one, 'free'));
  return motion && (openings.length === 0 || motion.flips) ? { kind: 'moved', motion } : { kind: 'edited' };
}

/** A joint all of whose walls are of a set: how it is cut belongs to the set. */
const isWithin = (record: Rec | undefined, set: ReadonlySet<string>): boolean =>
  record?.kind === 'joint' && record.members.every(({ wall }) => set.has(wall));

const jointsWithin = ({ tables }: Project, set: ReadonlySet<string>): Joint[] =>
  [...tables.joint.values()].filter((joint) => isWithin(joint, set));

/** Motions that may have taken one thing to where it is. */
function candidates(p: Standing, q: Standing): Motion[] {
  if (p.kind === 'wall' && q.kind === 'wall') {
    const flips = p.outside !== q.outside;
    return [motionBetween([p.a, p.b], [q.a, q.b], flips), motionBetween([p.b, p.a], [q.b, q.a], flips)];
  }
  if (p.kind === 'wall' || q.kind === 'wall') return [];
  const ray = ({ at, angle }: Column | Chimney) => [at, add(at, fromAngle(angle))] as const;
  return [motionBetween(ray(p), ray(q), false)];
}

/** New openings in walls of a set, and new stretches of its walls that were cut. */
function belongs({ before, after }: Sight, set: ReadonlySet<string>, id: string): boolean {
  const record = findRecord(after, id);
  if (record?.kind === 'opening') return set.has(record.wall);
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

/** Ids that are new and belong to a set. */
const addedTo = (sight: Sight, set: ReadonlySet<string>): string[] =>
  [...sight.patch].flatMap(([id, { before }]) => (!before && belongs(sight, set, id) ? [id] : []));

/** The patch with the twins of all that it changed; refuses when one of them cannot follow. */
export function followTwins(project: Project, patch: Patch): Patch {
  let whole = patch;
  for (const twins of project.tables.twins.values())
    if (!patch.has(twins.id)) whole = followOne(project, whole, twins);
  return whole;
}

function followOne(project: Project, patch: Patch, twins: Twins): Patch {
  const sight = new Sight(project, applyPatch(project, patch), patch);
  const changes = twins.sets.map((set) => changeOf(sight, set));
  if (changes.every(({ kind }) => kind === 'none')) return patch;
  const motions = changes.map((change) => (change.kind === 'moved' ? change.motion : stay));
  const back = inverted(motions[0]!);
  const sets = twins.sets.map((set, k): TwinSet =>
    motions[k] === stay && motions[0] === stay
      ? set
      : { ...set, motion: composed(composed(back, set.motion), motions[k]!) }
  );
  const source = changes.findIndex(({ kind }) => kind === 'edited');
  if (source < 0) return composePatches(patch, patchOf(sight.after, [{ ...twins, sets }]));
  try {
    return composePatches(patch, carried(sight, { ...twins, sets }, source));
  } catch (fault) {
    if (!(fault instanceof Refusal)) throw fault;
    return refuse(project, 'twins.refused', {
      subjects: fault.problem.subjects,
      texts: { why: fault.problem.message }
    });
  }
}

/** What the other sets become after an edit of one. */
function carried(sight: Sight, twins: Twins, source: number): Patch {
  const { after } = sight;
  const from = twins.sets[source]!;
  const added = addedTo(sight, new Set(from.items));
  const items = [...from.items, ...added];
  let grown = after;
  const sets = twins.sets.map((set, k): TwinSet => {
    if (k === source) return { ...set, items };
    const fresh = added.map((id, i) => {
      const kind = findRecord(after, id)!.kind;
      const before = added.slice(0, i).filter((other) => findRecord(after, other)!.kind === kind).length;
      return freshIds(grown, kind, before + 1)[before]!;
    });
    const ids = [...set.items, ...fresh];
    const motion = composed(inverted(from.motion), set.motion);
    grown = applyPatch(grown, imageOf(sight, grown, items, ids, motion));
    return { ...set, items: ids };
  });
  const there = (set: TwinSet) => ({ ...set, items: set.items.filter((id) => findRecord(grown, id)) });
  const left = sets.map(there).filter((set) => set.items.length > 0);
  const all = applyPatch(
    grown,
    left.length > 1 ? patchOf(grown, [{ ...twins, sets: left }]) : patchOf(grown, [], [twins.id])
  );
  const changed = [...all.tables.wall.values()].filter((wall) => after.tables.wall.get(wall.id) !== wall);
  for (const wall of changed) checkTwin(sight, all, wall);
  checkOpenings(all, new Set(changed.map(({ id }) => id)), new Set());
  return difference(after, all);
}

function checkTwin(sight: Sight, all: Project, wall: Wall) {
  const old = sight.before.tables.wall.get(wall.id);
  if (old) checkSense(all, old, wall);
  checkWall(all, wall);
  checkAgainst(all, wall, all.tables.wall.values());
}

const difference = (p: Project, q: Project): Patch => {
  const kinds = ['wall', 'opening', 'column', 'chimney', 'joint', 'twins'] as const;
  const puts = kinds.flatMap((kind) =>
    [...q.tables[kind].values()].filter((one) => p.tables[kind].get(one.id) !== one)
  );
  const removes = kinds.flatMap((kind) => [...p.tables[kind].keys()].filter((id) => !q.tables[kind].has(id)));
  return patchOf(p, puts, removes);
};

/** A set as the image of another; `ids` of the set in the order of `items` of the other. */
function imageOf(
  sight: Sight,
  grown: Project,
  items: readonly string[],
  ids: readonly string[],
  motion: Motion
): Patch {
  const to = new Map(items.map((id, i) => [id, ids[i]!]));
  const own = new Set(ids);
  const removes = items.flatMap((id, i) => (findRecord(sight.after, id) ? [] : [ids[i]!]));
  const standing = items.flatMap((id, i): Standing[] => {
    const record = findRecord(sight.after, id);
    if (!isStanding(record)) return [];
    const old = findRecord(grown, ids[i]!);
    const image = { ...movedRecord(record, motion), id: ids[i]!, ...(isStanding(old) && { name: old.name }) };
    const was = sight.before.tables.wall.get(ids[i]!);
    if (isStanding(old) && alike(sight, own, image, old, was)) return [old];
    return [image.kind === 'wall' && was ? fitted(sight.meetings, grown, own, image, was) : image];
  });
  const walls = standing.flatMap((one) => (one.kind === 'wall' ? [one] : []));
  const along = followers(sight.meetings, grown, own, walls);
  const middle = applyPatch(grown, patchOf(grown, [...standing, ...along], removes));
  const openings = items.flatMap((id) => {
    const opening = sight.after.tables.opening.get(id);
    return opening ? [openingImage(sight.after, middle, opening, to, motion)] : [];
  });
  const joints = jointImages(sight, middle, to, own);
  const gone = jointsWithin(middle, own).flatMap(({ id }) =>
    joints.some((one) => one.id === id) ? [] : [id]
  );
  return difference(grown, applyPatch(middle, patchOf(middle, [...openings, ...joints], gone)));
}

/** The joints within a set as the other cuts them. */
function jointImages(
  { before, after }: Sight,
  grown: Project,
  to: ReadonlyMap<string, string>,
  own: ReadonlySet<string>
): Joint[] {
  // A wall that is gone is still named here: all joints find their homes afterwards.
  const isWall = (id: string) => before.tables.wall.has(id) || after.tables.wall.has(id);
  const walls = new Map([...to].filter(([id]) => isWall(id)));
  const old = new Map(jointsWithin(grown, own).map((joint) => [nodeKey(joint.members), joint]));
  const copied = copyJoints(after, walls);
  const fresh = freshIds(grown, 'joint', copied.length);
  return copied.map((joint, i) => ({ ...joint, id: old.get(nodeKey(joint.members))?.id ?? fresh[i]! }));
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
  const placed = movedOrigin(opening.origin, to, motion);
  // Set out from the line, or from a wall outside the set: each keeps what it is set out from itself.
  const origin = (placed?.kind === 'face' ? placed : old?.origin) ?? { kind: 'line' };
  const image: Opening = { ...opening, id, wall: wall.id, name: old?.name ?? opening.name, origin };
  const host = after.tables.wall.get(opening.wall)!;
  const start = fromFrame(needFrame(after, host), placeOf(after, opening, host).t0, 0);
  const frame = needFrame(grown, wall);
  const put = placedAt(grown, image, locate(moved(motion, start), frame.origin, frame.direction).t);
  const same = old && Math.abs(old.distance - put.distance) <= tolerances.coincident;
  return same ? { ...put, distance: old.distance } : put;
}

const releaseTwins = command({
  name: 'releaseTwins',
  about:
    'Release from their twins the sets that hold one of these things: from then on they change by themselves.',
  args: s.object({ ids: s.ids().required() }),
  example: { ids: ['wall-1'] },
  run: (project, { ids }) => {
    const puts: Rec[] = [];
    const removes: string[] = [];
    for (const twins of project.tables.twins.values()) {
      const kept = twins.sets.filter(({ items }) => !items.some((id) => ids.includes(id)));
      if (kept.length === twins.sets.length) continue;
      if (kept.length < 2) removes.push(twins.id);
      else {
        const back = inverted(kept[0]!.motion);
        puts.push({ ...twins, sets: kept.map((set) => ({ ...set, motion: composed(back, set.motion) })) });
      }
    }
    if (puts.length + removes.length === 0)
      refuse(project, 'twins.none', {
        subjects: ids,
        texts: { thing: nameOf(findRecord(project, ids[0]!)) }
      });
    return done(project, 'Release twins', puts, removes);
  }
});

/** The set of twins that holds a thing, and all of its siblings. */
export function twinsOf(project: Project, id: string): { twins: Twins; set: TwinSet } | undefined {
  for (const twins of project.tables.twins.values()) {
    const set = twins.sets.find(({ items }) => items.includes(id));
    if (set) return { twins, set };
  }
  return undefined;
}

export const twinCommands: Command[] = [releaseTwins];
