/** Walls cut in two, put together again, carried to another wall, set beside another, made parallel or square. */
import * as s from '../document/schemas';
import {
  along,
  distance,
  dot,
  leftOf,
  locate,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import { toStored, tolerances } from '../geometry/tolerances';
import { distanceFor } from '../kinds/opening/place';
import { otherSide, type Frame } from '../kernels/joints/frame';
import { freshIds } from '../document/project';
import { openingsOf, type Opening } from '../kinds/opening/record';
import type { Joint } from '../kinds/joint/record';
import type { Command, Project, Query, Result } from '../document/kind';
import type { Rec } from '../document/record';
import { roofsAfterJoin, roofsAfterSplit } from '../kinds/roof/heirs';
import { lightsAfter } from '../kinds/rooflight/heirs';
import type { Wall } from '../kinds/wall/record';
import { settled } from '../kinds/wall/settled';
import {
  after,
  command,
  done,
  freshOrGiven,
  need,
  needPositive,
  refuse,
  storedPoint
} from '../document/command';
import { checkOpenings, placeOf } from '../kinds/opening/checks';
import { needFrame } from '../kinds/wall/checks';
import { nameOf } from '../document/names';
import { storeyNodes } from '../kinds/wall/nodes';
import { cornerMoved, settle } from '../kinds/wall/moves';

/** An opening on another wall at the place where it is, from the end it was set out from if that is still its end. */
function rehung(project: Project, opening: Opening, from: Frame, wall: Wall, keepsEnd: boolean): Opening {
  const host = need(project, 'wall', opening.wall);
  const { t0 } = placeOf(project, opening, host);
  const shift = dot(subtract(wall.a, from.origin), from.direction);
  const kept = keepsEnd ? opening.origin : ({ kind: 'line' } as const);
  const moved: Opening = { ...opening, wall: wall.id, origin: kept };
  if (keepsEnd && opening.end === 'a' && Math.abs(shift) < tolerances.coincident) return moved;
  if (keepsEnd && opening.end === 'b') return moved;
  const frame = needFrame(project, wall);
  return {
    ...moved,
    origin: { kind: 'line' },
    distance: toStored(distanceFor(frame, { ...moved, origin: { kind: 'line' } }, undefined, t0 - shift))
  };
}

/** Joints with their walls renamed where `named` says so. */
function renamedJoints(
  project: Project,
  named: (
    wall: string,
    part: Joint['members'][number]['part'],
    joint: Joint
  ) => { wall: string; part: Joint['members'][number]['part'] }
): Joint[] {
  return [...project.tables.joint.values()].flatMap((joint) => {
    const members = joint.members.map((member) => named(member.wall, member.part, joint));
    if (
      members.every(
        (member, i) => member.wall === joint.members[i]!.wall && member.part === joint.members[i]!.part
      )
    )
      return [];
    const rename = (wall: string) =>
      members[joint.members.findIndex((member) => member.wall === wall)]?.wall ?? wall;
    return [
      {
        ...joint,
        members,
        through: joint.through === null ? null : rename(joint.through),
        plies: joint.plies.map((one) => ({ ...one, wall: rename(one.wall) }))
      }
    ];
  });
}

/** The records of a wall cut at t: its first part keeps the id. */
function cutAt(query: Query, wall: Wall, t: number, id: string): Rec[] {
  const { project } = query;
  const frame = needFrame(project, wall);
  const at = storedPoint(along(frame.origin, frame.direction, t));
  const least = Math.min(t, frame.length - t);
  if (least < tolerances.leastLength)
    refuse(project, 'wall.too-short', {
      subjects: [wall.id],
      numbers: { length: Math.max(0, least), least: tolerances.leastLength },
      texts: { thing: `a part of ${nameOf(project, wall)}` }
    });
  const first: Wall = { ...wall, b: at };
  const second: Wall = { ...wall, id, a: at };
  const openings = openingsOf(project, wall.id).map((opening) => {
    const { t0, t1 } = placeOf(project, opening, wall);
    if (t0 < t - tolerances.coincident && t1 > t + tolerances.coincident)
      refuse(project, 'split.opening', {
        subjects: [opening.id, wall.id],
        texts: { thing: nameOf(project, opening), wall: nameOf(project, wall) }
      });
    const isFirst = t1 <= t + tolerances.coincident;
    return rehung(project, opening, frame, isFirst ? first : second, (opening.end === 'a') === isFirst);
  });
  const nodes = storeyNodes(query, wall.storey);
  const isPast = (joint: Joint) =>
    nodes.some(
      ({ members }) =>
        members.length === joint.members.length &&
        members.every((member) =>
          joint.members.some((one) => one.wall === member.frame.wall.id && one.part === member.part)
        ) &&
        members.some((member) => member.frame.wall.id === wall.id && member.t > t)
    );
  const joints = renamedJoints(project, (named, part, joint) =>
    named === wall.id && (part === 'b' || (part === 'body' && isPast(joint)))
      ? { wall: id, part }
      : { wall: named, part }
  );
  const roofs = roofsAfterSplit(project, wall, id);
  return [first, second, ...openings, ...joints, ...roofs, ...lightsAfter(project, roofs)];
}

const splitWall = command({
  name: 'splitWall',
  about:
    'Cut a wall in two at a distance from its end a; openings stay where they are. The first part keeps the id.',
  args: s.object({ id: s.id().required(), at: s.mm().required(), newId: s.id() }),
  example: { id: 'wall-1', at: 2500 },
  run: (project, { id, at, newId }, query) => {
    const fresh = freshOrGiven(project, 'wall', newId);
    return done(
      project,
      'Split a wall',
      cutAt(query, need(project, 'wall', id), toStored(at), fresh),
      [],
      [id, fresh]
    );
  }
});

export const splitAtJoints = command({
  name: 'splitAtJoints',
  about:
    'Make the stretch of a wall between the two joints beside a place along it a wall of its own, to be deleted, thinned or built otherwise.',
  args: s.object({ id: s.id().required(), at: s.mm().required() }),
  example: { id: 'wall-1', at: 2500 },
  run: (project, { id, at }, query) => {
    const wall = need(project, 'wall', id);
    const ts = storeyNodes(query, wall.storey).flatMap(({ members }) =>
      members.flatMap(({ frame, part, t }) => (frame.wall.id === id && part === 'body' ? [t] : []))
    );
    const low = Math.max(-Infinity, ...ts.filter((t) => t <= at));
    const high = Math.min(Infinity, ...ts.filter((t) => t > at));
    let grown = project;
    let stretch = id;
    const puts = new Map<string, Rec>();
    const cut = (one: string, t: number) => {
      const [fresh] = freshIds(grown, 'wall', 1);
      const records = cutAt(query.at(grown), need(grown, 'wall', one), t, fresh!);
      for (const record of records) puts.set(record.id, record);
      grown = after(grown, records);
      return fresh!;
    };
    if (high < Infinity) cut(id, high);
    if (low > -Infinity) stretch = cut(id, low);
    if (stretch === id && high === Infinity)
      refuse(project, 'split.no-joint', { subjects: [id], texts: { thing: nameOf(project, wall) } });
    return done(project, 'Part a wall at its joints', [...puts.values()], [], [stretch]);
  }
});

const joinWalls = command({
  name: 'joinWalls',
  about: 'Make two walls in line, end to end and built alike, into one; openings stay where they are.',
  args: s.object({ ids: s.ids().required() }),
  example: { ids: ['left-part', 'right-part'] },
  run: (project, { ids }) => {
    const [p, q] = ids.map((id) => need(project, 'wall', id));
    if (ids.length !== 2 || !p || !q) refuse(project, 'join.two', { texts: { count: String(ids.length) } });
    const alike = (
      ['storey', 'buildUp', 'settingOut', 'settingOutOffset', 'base', 'role', 'standsApart'] as const
    ).find((what) => p[what] !== q[what]);
    const texts = { thing: nameOf(project, p), other: nameOf(project, q) };
    const subjects = [p.id, q.id];
    const tops = JSON.stringify(p.top) === JSON.stringify(q.top);
    if (alike || !tops)
      refuse(project, 'join.unlike', { subjects, texts: { ...texts, what: alike ?? 'top' } });
    // The second as if it ran the same way as the first.
    const direction = unit(subtract(p.b, p.a));
    const reversed = dot(subtract(q.b, q.a), direction) < 0;
    const [qa, qb] = reversed ? [q.b, q.a] : [q.a, q.b];
    const outside = reversed ? otherSide[q.outside] : q.outside;
    const gap = Math.min(distance(p.b, qa), distance(qb, p.a));
    const off = Math.max(...[qa, qb].map((point) => Math.abs(locate(point, p.a, direction).y)));
    if (gap > tolerances.joint || off > tolerances.joint || outside !== p.outside)
      refuse(project, 'join.apart', { subjects, numbers: { gap: Math.max(gap, off) }, texts });
    const isAfter = distance(p.b, qa) <= tolerances.joint;
    const joined: Wall = isAfter ? { ...p, b: qb } : { ...p, a: qa };
    const frame = needFrame(project, joined);
    const openings = [p, q].flatMap((wall) =>
      openingsOf(project, wall.id).map((opening): Opening => {
        const { t0, t1 } = placeOf(project, opening, wall);
        const own = needFrame(project, wall);
        const ends = [t0, t1].map(
          (t) => locate(along(own.origin, own.direction, t), frame.origin, frame.direction).t
        );
        const end = reversed && wall === q ? (opening.end === 'a' ? 'b' : 'a') : opening.end;
        const free: Opening = { ...opening, wall: p.id, end, origin: { kind: 'line' } };
        return { ...free, distance: toStored(distanceFor(frame, free, undefined, Math.min(...ends))) };
      })
    );
    const named = [...project.tables.opening.values()].flatMap((opening): Opening[] =>
      opening.origin.kind === 'face' &&
      opening.origin.wall === q.id &&
      opening.wall !== p.id &&
      opening.wall !== q.id
        ? [
            {
              ...opening,
              origin: {
                ...opening.origin,
                wall: p.id,
                side: reversed ? otherSide[opening.origin.side] : opening.origin.side
              }
            }
          ]
        : []
    );
    const flip = { a: 'b', b: 'a', body: 'body' } as const;
    const joints = renamedJoints(project, (wall, part) =>
      wall === q.id ? { wall: p.id, part: reversed ? flip[part] : part } : { wall, part }
    );
    const roofs = roofsAfterJoin(project, p.id, q.id);
    const puts = [joined, ...openings, ...named, ...joints, ...roofs, ...lightsAfter(project, roofs)];
    checkOpenings(after(project, puts, [q.id]), new Set([p.id]), new Set([p.id]));
    return done(project, 'Join two walls', puts, [q.id], [p.id]);
  }
});

const reachWall = command({
  name: 'reachWall',
  about:
    'Bring an end of a wall to the setting-out line of another: longer to reach it, shorter to end at it.',
  args: s.object({ id: s.id().required(), end: s.end().required(), to: s.id().required() }),
  example: { id: 'wall-1', end: 'b', to: 'far-wall' },
  run: (project, { id, end, to }) => {
    const [wall, target] = [need(project, 'wall', id), need(project, 'wall', to)];
    const [own, line] = [needFrame(project, wall), needFrame(project, target)];
    const texts = { thing: nameOf(project, wall), other: nameOf(project, target) };
    const met = meetLines(own.origin, own.direction, line.origin, line.direction);
    if (!met || Math.abs(dot(leftOf(own.direction), line.direction)) < Math.sin(tolerances.leastAngle))
      refuse(project, 'reach.parallel', { subjects: [id, to], texts });
    const { t } = locate(met, line.origin, line.direction);
    const over = Math.max(-t, t - line.length);
    if (over > tolerances.joint)
      refuse(project, 'reach.past', { subjects: [id, to], numbers: { over }, texts });
    return settle(project, [{ ...wall, [end]: storedPoint(met) }], 'Bring a wall to another');
  }
});

const offsetWalls = command({
  name: 'offsetWalls',
  about:
    'Set walls beside others, parallel, outside or inside of them: at a clear distance between their faces, or from setting-out line to line. Walls that join stay joined.',
  args: s.object({
    ids: s.ids().required(),
    distance: s.mm().required(),
    side: s.oneOf(['outside', 'inside'] as const).required(),
    measure: s.oneOf(['clear', 'line'] as const)
  }),
  example: { ids: ['wall-1', 'wall-2'], distance: 1200, side: 'outside', measure: 'clear' },
  run: (project, { ids, distance: apart, side, measure }, query) => {
    needPositive(project, 'distance', 'the offset', measure === 'line' ? apart : apart + 1);
    const walls = ids.map((id) => need(project, 'wall', id));
    const lines = new Map(
      walls.map((wall) => {
        const frame = needFrame(project, wall);
        const thick = frame.y1 - frame.y0;
        const sign = (wall.outside === 'left') === (side === 'outside') ? 1 : -1;
        const off = sign * (measure === 'line' ? apart : apart + thick);
        return [wall.id, { frame, off, origin: along(frame.origin, frame.left, off) }];
      })
    );
    const ends = new Map<string, { a?: Point; b?: Point }>();
    for (const { members } of walls.length > 0 ? storeyNodes(query, walls[0]!.storey) : []) {
      const own = members.filter(({ frame, part }) => part !== 'body' && lines.has(frame.wall.id));
      if (own.length !== 2) continue;
      const [p, q] = own.map(({ frame }) => lines.get(frame.wall.id)!);
      const met = meetLines(p!.origin, p!.frame.direction, q!.origin, q!.frame.direction);
      for (const { frame, part } of met ? own : [])
        if (part !== 'body') ends.set(frame.wall.id, { ...ends.get(frame.wall.id), [part]: met });
    }
    const fresh = freshIds(project, 'wall', walls.length);
    const puts = walls.map((wall, i): Wall => {
      const { frame, off } = lines.get(wall.id)!;
      const { a, b } = ends.get(wall.id) ?? {};
      const beside = (p: Point) => along(p, frame.left, off);
      return {
        ...wall,
        id: fresh[i]!,
        name: '',
        a: storedPoint(a ?? beside(wall.a)),
        b: storedPoint(b ?? beside(wall.b))
      };
    });
    return withNew(
      project,
      `Set ${puts.length === 1 ? 'a wall' : `${puts.length} walls`} beside`,
      puts,
      walls
    );
  }
});

function withNew(project: Project, label: string, puts: readonly Wall[], from: readonly Wall[]): Result {
  puts.forEach((wall, i) => {
    if (dot(subtract(wall.b, wall.a), subtract(from[i]!.b, from[i]!.a)) <= 0)
      refuse(project, 'wall.reversed', {
        subjects: [from[i]!.id],
        numbers: { from: distance(from[i]!.a, from[i]!.b), to: 0, least: tolerances.leastLength },
        texts: { thing: `what is set beside ${nameOf(project, from[i])}` }
      });
  });
  return settled(
    project,
    label,
    puts,
    puts.map(({ id }) => id)
  );
}

const squareWall = command({
  name: 'squareWall',
  about:
    'Turn a wall about its end a until it is parallel or square to another, whichever is nearer; its length stays, or its tee.',
  args: s.object({ id: s.id().required(), to: s.id().required() }),
  example: { id: 'wall-1', to: 'skew' },
  run: (project, { id, to }, query) => {
    const [wall, target] = [need(project, 'wall', id), need(project, 'wall', to)];
    const [own, line] = [needFrame(project, wall), needFrame(project, target)];
    const ways = [line.direction, leftOf(line.direction)].flatMap((d) => [d, scale(d, -1)]);
    const way = ways.reduce((best, d) => (dot(d, own.direction) > dot(best, own.direction) ? d : best));
    const host = storeyNodes(query, wall.storey)
      .find(({ members }) => members.some(({ frame, part }) => frame.wall.id === id && part === 'b'))
      ?.members.find(({ part }) => part === 'body')?.frame;
    const end =
      (host && meetLines(wall.a, way, host.origin, host.direction)) ?? along(wall.a, way, own.length);
    return cornerMoved(query, wall.storey, wall.b, end, 'Square up a wall');
  }
});

export const shapeCommands: Command[] = [
  splitWall,
  splitAtJoints,
  joinWalls,
  reachWall,
  offsetWalls,
  squareWall
];
