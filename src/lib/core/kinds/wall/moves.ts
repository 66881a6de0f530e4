/**
 * Moving walls with everything jointed to them. A moved wall keeps its direction; neighbours keep their lines and
 * stretch; tees slide on their hosts; walls in line move as one chain.
 */
import * as s from '../../document/schemas';
import {
  add,
  cross,
  distance,
  dot,
  leftOf,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { boxOf, boxesMeet } from '../../geometry/ring';
import { tolerances } from '../../geometry/tolerances';
import type { Member, Node } from '../../kernels/joints/gather';
import type { Frame } from '../../kernels/joints/frame';
import { storeyNodes } from './nodes';
import type { Command, Project, Query, Result } from '../../document/kind';
import type { Wall } from './record';
import { freshIds } from '../../document/project';
import { after, command, done, need, needPositive, refuse, storedPoint } from '../../document/command';
import { checkAgainst, checkOnHost, checkSense, checkWall } from './checks';
import { checkOpenings } from '../opening/checks';

const parallel = (p: Point, q: Point) => Math.abs(cross(p, q)) <= Math.sin(tolerances.inLine);

/** The walls that must move along: those in line, joined end to end, when the move leaves their common line. */
export function chainOf(nodes: readonly Node[], ids: Iterable<string>, by: Point): Set<string> {
  const chain = new Set(ids);
  for (let grew = true; grew;) {
    grew = false;
    for (const { members } of nodes) {
      const ends = members.filter((member) => member.part !== 'body');
      for (const { frame } of ends.filter((member) => chain.has(member.frame.wall.id)))
        for (const other of ends) {
          const out = Math.abs(dot(by, leftOf(frame.direction))) > tolerances.coincident;
          if (chain.has(other.frame.wall.id) || !out || !parallel(frame.direction, other.frame.direction))
            continue;
          chain.add(other.frame.wall.id);
          grew = true;
        }
    }
  }
  return chain;
}

export interface Line {
  readonly origin: Point;
  readonly direction: Point;
}

/** New ends of all walls touched when the `moving` walls shift by a vector. */
export function shifted(
  project: Project,
  nodes: readonly Node[],
  moving: ReadonlySet<string>,
  by: Point
): Wall[] {
  const ends = new Map<string, { a?: Point; b?: Point }>();
  const put = (member: Member, point: Point) => {
    if (member.part === 'body') return;
    const entry = ends.get(member.frame.wall.id) ?? {};
    entry[member.part] = point;
    ends.set(member.frame.wall.id, entry);
  };
  const lineOf = (frame: Frame): Line => ({
    origin: moving.has(frame.wall.id) ? add(frame.origin, by) : frame.origin,
    direction: frame.direction
  });
  for (const node of nodes) {
    const movers = node.members.filter((member) => moving.has(member.frame.wall.id));
    if (movers.length === 0) continue;
    const stay = node.members.filter((member) => !moving.has(member.frame.wall.id));
    const lead = movers[0]!;
    const crossers = stay.filter((member) => !parallel(member.frame.direction, lead.frame.direction));
    const anchor = [...crossers].sort(
      (p, q) => Number(q.part === 'body') - Number(p.part === 'body') || sine(q, lead) - sine(p, lead)
    )[0];
    if (!anchor) {
      for (const member of node.members)
        if (member.part !== 'body' && moving.has(member.frame.wall.id))
          put(member, add(member.frame.wall[member.part], by));
      for (const member of stay)
        if (member.part !== 'body') put(member, add(member.frame.wall[member.part], by));
      continue;
    }
    meetNode(project, node, moving, lineOf, anchor, put);
  }
  return [...ends].map(([id, { a, b }]) => {
    const wall = need(project, 'wall', id);
    const rest = moving.has(id) ? by : { x: 0, y: 0 };
    return { ...wall, a: storedPoint(a ?? add(wall.a, rest)), b: storedPoint(b ?? add(wall.b, rest)) };
  });
}

const sine = (p: Member, q: Member) => Math.abs(cross(p.frame.direction, q.frame.direction));

/** Each end at a node goes to where its own line meets the line it is joined to. */
function meetNode(
  project: Project,
  node: Node,
  moving: ReadonlySet<string>,
  lineOf: (frame: Frame) => Line,
  anchor: Member,
  put: (member: Member, point: Point) => void
) {
  const held = lineOf(anchor.frame);
  const movers = node.members.filter((member) => moving.has(member.frame.wall.id));
  for (const member of movers) {
    if (member.part === 'body') continue;
    const own = lineOf(member.frame);
    const met = meetLines(own.origin, own.direction, held.origin, held.direction);
    if (!met) continue;
    if (anchor.part === 'body')
      checkOnHost(
        project,
        need(project, 'wall', anchor.frame.wall.id),
        met,
        need(project, 'wall', member.frame.wall.id)
      );
    put(member, met);
  }
  const lead = lineOf(
    movers.find((member) => !parallel(member.frame.direction, anchor.frame.direction))?.frame ??
      movers[0]!.frame
  );
  for (const member of node.members) {
    if (member.part === 'body' || moving.has(member.frame.wall.id)) continue;
    const own = lineOf(member.frame);
    const met = meetLines(own.origin, own.direction, lead.origin, lead.direction);
    if (
      met &&
      movers.length > 0 &&
      !(anchor.part === 'body' && movers.every((mover) => mover.part !== 'body'))
    )
      put(member, met);
  }
}

/** Refuse reversed and vanishing walls, tees off their hosts, squeezed openings; else the answer. */
export function settle(project: Project, walls: readonly Wall[], label: string): Result {
  for (const wall of walls) checkSense(project, need(project, 'wall', wall.id), wall);
  const grown = after(project, walls);
  const ids = new Set(walls.map((wall) => wall.id));
  const all = boxOf(walls.flatMap(({ a, b }) => [a, b]));
  const others = [...grown.tables.wall.values()].filter(
    ({ id, a, b }) => boxesMeet(all, boxOf([a, b]), tolerances.joint) && !ids.has(id)
  );
  for (const wall of walls) checkAgainst(grown, wall, others);
  checkOpenings(grown, ids, ids);
  return done(project, label, walls);
}

/** Nodes at which only walls in line with those that move end, apart from these: there they part. */
function partingNodes(nodes: readonly Node[], moving: ReadonlySet<string>, by: Point): Node[] {
  return nodes.filter(({ members }) => {
    const movers = members.filter(({ frame }) => moving.has(frame.wall.id));
    const stay = members.filter(({ frame }) => !moving.has(frame.wall.id));
    const leaves = movers.some(
      ({ frame }) => Math.abs(dot(by, leftOf(frame.direction))) > tolerances.coincident
    );
    return (
      leaves &&
      stay.length > 0 &&
      stay.every(({ frame }) => parallel(frame.direction, movers[0]!.frame.direction))
    );
  });
}

/**
 * New ends of all walls touched when walls move by themselves, and step walls, alike to them, from where the walls in
 * line with them stay.
 */
function stepped(
  project: Project,
  nodes: readonly Node[],
  moving: ReadonlySet<string>,
  by: Point
): { changed: Wall[]; steps: Wall[] } {
  const parting = partingNodes(nodes, moving, by);
  const left = nodes.map((node) =>
    parting.includes(node)
      ? { ...node, members: node.members.filter(({ frame }) => moving.has(frame.wall.id)) }
      : node
  );
  const ids = freshIds(project, 'wall', parting.length);
  const steps = parting.map(({ members }, i): Wall => {
    const { frame, part } = members.find((member) => moving.has(member.frame.wall.id))!;
    const from = part === 'body' ? frame.origin : frame.wall[part];
    const to = storedPoint(add(from, by));
    const [a, b] = part === 'b' ? [to, from] : [from, to];
    return { ...need(project, 'wall', frame.wall.id), id: ids[i]!, name: '', a, b };
  });
  return { changed: shifted(project, left, moving, by), steps };
}

/** The answer with step walls built besides. */
export function settleSteps(
  project: Project,
  { changed, steps }: ReturnType<typeof stepped>,
  label: string
): Result {
  const result = settle(project, changed, label);
  if (steps.length === 0) return result;
  const grown = after(project, [...changed, ...steps]);
  for (const step of steps) {
    checkWall(grown, step);
    checkAgainst(grown, step, grown.tables.wall.values());
  }
  return done(project, label, [...changed, ...steps]);
}

/** What moves when walls do: those in line along with them, or the walls by themselves with steps. */
export function displaced(
  project: Project,
  nodes: readonly Node[],
  ids: ReadonlySet<string>,
  by: Point,
  inLine: 'along' | 'step'
): ReturnType<typeof stepped> {
  return inLine === 'step'
    ? stepped(project, nodes, ids, by)
    : { changed: shifted(project, nodes, chainOf(nodes, ids, by), by), steps: [] };
}

/** The same on whatever storeys the walls are. */
export function movedWalls(
  query: Query,
  ids: readonly string[],
  by: Point,
  inLine: 'along' | 'step'
): ReturnType<typeof stepped> {
  const { project } = query;
  const walls = ids.map((id) => need(project, 'wall', id));
  const changed: Wall[] = [];
  const steps: Wall[] = [];
  for (const storey of new Set(walls.map((wall) => wall.storey))) {
    const nodes = storeyNodes(query, storey);
    const own = walls.filter((wall) => wall.storey === storey).map((wall) => wall.id);
    const moved = displaced(after(project, steps), nodes, new Set(own), by, inLine);
    changed.push(...moved.changed);
    steps.push(...moved.steps);
  }
  return { changed, steps };
}

const moveWalls = command({
  name: 'moveWalls',
  about:
    'Move walls by a vector. Walls jointed to them stretch or shrink; tees slide; walls in line move along, or with `step` stay, and a step wall is built between.',
  args: s.object({ ids: s.ids().required(), by: s.point().required(), step: s.flag() }),
  example: { ids: ['wall-1'], by: { x: 0, y: -500 } },
  run: (project, { ids, by, step }, query) => {
    const label = ids.length === 1 ? 'Move a wall' : `Move ${ids.length} walls`;
    return settleSteps(project, movedWalls(query, ids, by, step ? 'step' : 'along'), label);
  }
});

/** The answer with a joint's point moved: the walls that end there turn; tees on them keep their direction. */
export function cornerMoved(query: Query, storey: string, from: Point, to: Point, label: string): Result {
  const { project } = query;
  const nodes = storeyNodes(query, storey);
  const node = nodes.find(({ point }) => distance(point, from) <= tolerances.joint);
  const ends = node?.members.filter((member) => member.part !== 'body') ?? [];
  if (!node || ends.length === 0) refuse(project, 'nothing.selected');
  const target = storedPoint(to);
  const turned = new Map<string, Wall>();
  for (const { frame, part } of ends)
    if (part !== 'body')
      turned.set(frame.wall.id, { ...need(project, 'wall', frame.wall.id), [part]: target });
  const changed = new Map(turned);
  for (const other of nodes)
    for (const host of other.members) {
      const wall = turned.get(host.frame.wall.id);
      if (host.part !== 'body' || !wall || other === node) continue;
      for (const branch of other.members) {
        if (branch.part === 'body' || turned.has(branch.frame.wall.id)) continue;
        const met = meetLines(
          branch.frame.origin,
          branch.frame.direction,
          wall.a,
          unit(subtract(wall.b, wall.a))
        );
        const present = changed.get(branch.frame.wall.id) ?? need(project, 'wall', branch.frame.wall.id);
        if (met) changed.set(branch.frame.wall.id, { ...present, [branch.part]: storedPoint(met) });
      }
    }
  return settle(project, [...changed.values()], label);
}

const moveCorner = command({
  name: 'moveCorner',
  about:
    'Move the joint at a point of a storey: the walls that end there turn; tees on them keep their direction.',
  args: s.object({ storey: s.id().required(), from: s.point().required(), to: s.point().required() }),
  example: { storey: 'storey-1', from: { x: 0, y: 0 }, to: { x: -300, y: 0 } },
  run: (_, { storey, from, to }, query) => cornerMoved(query, storey, from, to, 'Move a corner')
});

const setWallLength = command({
  name: 'setWallLength',
  about:
    'Give a wall another length on its setting-out line, one end held; what is jointed at the other end follows.',
  args: s.object({ id: s.id().required(), length: s.mm().required(), hold: s.end() }),
  example: { id: 'wall-1', length: 6250, hold: 'a' },
  run: (project, { id, length, hold }, query) => {
    needPositive(project, 'length', 'the wall', length);
    const wall = need(project, 'wall', id);
    const free = hold === 'b' ? 'a' : 'b';
    const direction = scale(unit(subtract(wall.b, wall.a)), free === 'b' ? 1 : -1);
    const by = scale(direction, length - distance(wall.a, wall.b));
    const nodes = storeyNodes(query, wall.storey);
    const node = nodes.find(({ members }) => members.some((m) => m.frame.wall.id === id && m.part === free));
    const followers = (node?.members ?? [])
      .filter((m) => m.frame.wall.id !== id && !parallel(m.frame.direction, direction))
      .map((m) => m.frame.wall.id);
    const changed = followers.length > 0 ? shifted(project, nodes, chainOf(nodes, followers, by), by) : [];
    const known = changed.find((w) => w.id === id);
    const walls = known ? changed : [...changed, { ...wall, [free]: storedPoint(add(wall[free], by)) }];
    return settle(project, walls, 'Set the length of a wall');
  }
});

export const wallMoveCommands: Command[] = [moveWalls, moveCorner, setWallLength];
