/** How single joints are cut, and keeping that through edits. GEOMETRY: identity of joints. */
import { distance, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { frameOf } from '../derive/frame';
import { gatherNodes, nodeKey, type Node } from '../derive/joints/gather';
import { applyPatch, composePatches, patchOf, type Patch } from '../project/patch';
import { freshIds, wallsOf } from '../project/project';
import { jointCuts, type Joint, type Project, type Rec } from '../project/records';
import { command, done, nameOf, need, refuse, type Command } from './command';
import * as s from './schemas';

export function storeyNodes(project: Project, storey: string): Node[] {
  return gatherNodes(wallsOf(project, storey).flatMap((wall) => frameOf(project, wall) ?? []));
}

const membersOf = (node: Node): Joint['members'] =>
  node.members.map(({ frame, part }) => ({ wall: frame.wall.id, part }));

function nodeAt(project: Project, storey: string, at: Point): Node {
  const near = storeyNodes(project, storey)
    .filter(({ members }) => members.length > 1)
    .map((node) => ({ node, gap: distance(node.point, at) }))
    .sort((p, q) => p.gap - q.gap)[0];
  if (!near || near.gap > tolerances.nearMiss)
    refuse(project, 'joint.none', { texts: { where: `at ${Math.round(at.x)}, ${Math.round(at.y)}` } });
  return near.node;
}

function jointOf(project: Project, node: Node): Joint | undefined {
  return [...project.tables.joint.values()].find((joint) => nodeKey(joint.members) === node.key);
}

/** Joints of the same number of walls, made up of the same build-ups meeting in the same ways. */
function alike(project: Project, node: Node): Node[] {
  const shape = ({ members }: Node) =>
    members
      .map(({ frame, part }) => `${frame.buildUp.id} ${part === 'body' ? 'body' : 'end'}`)
      .sort()
      .join();
  return [...project.tables.storey.keys()]
    .flatMap((storey) => storeyNodes(project, storey))
    .filter((one) => one.key !== node.key && shape(one) === shape(node));
}

/** The wall of another joint that plays the part of `through` here: same build-up, same way of meeting. */
function counterpart(node: Node, through: string | null, other: Node): string | null {
  if (through === null) return null;
  const role = ({ frame, part }: Node['members'][number]) =>
    `${frame.buildUp.id} ${part === 'body' ? 'body' : 'end'}`;
  const own = node.members.find(({ frame }) => frame.wall.id === through)!;
  const there = other.members.filter((member) => role(member) === role(own));
  return (there.find(({ part }) => part === own.part) ?? there[0])?.frame.wall.id ?? null;
}

const plyRun = () =>
  s
    .object({
      wall: s.id().required(),
      ply: s.number().integer().min(0).required(),
      runs: s.flag().required()
    })
    .noUnknown(true);

const setJoint = command({
  name: 'setJoint',
  about:
    'Cut the joint at a point of a storey otherwise than usual: mitre, one wall through, or square (one wall stops at the face of the other); single plies through or stopped; at all joints alike when asked.',
  args: s.object({
    storey: s.id().required(),
    at: s.point().required(),
    cut: s.oneOf(jointCuts),
    through: s.id(),
    plies: s.array(plyRun().required()).max(100).default(undefined),
    alike: s.flag()
  }),
  example: { storey: 'storey-1', at: { x: 0, y: 0 }, cut: 'through', through: 'wall-1' },
  run: (project, args) => {
    const storey = need(project, 'storey', args.storey);
    const node = nodeAt(project, storey.id, args.at);
    const old = jointOf(project, node);
    const through = args.through ?? old?.through ?? null;
    const joint: Joint = {
      id: old?.id ?? freshIds(project, 'joint', 1)[0]!,
      kind: 'joint',
      storey: storey.id,
      members: membersOf(node),
      cut: args.cut ?? old?.cut ?? 'mitre',
      through,
      plies: args.plies ?? old?.plies ?? []
    };
    checkJoint(project, joint);
    const others = args.alike ? alike(project, node) : [];
    const ids = freshIds(project, 'joint', others.length + 1);
    const puts = others.map((other, i): Joint => ({
      ...joint,
      id: jointOf(project, other)?.id ?? ids[i + (old ? 0 : 1)]!,
      storey: other.members[0]!.frame.wall.storey,
      members: membersOf(other),
      through: counterpart(node, through, other),
      plies: joint.plies.flatMap((one) => {
        const wall = counterpart(node, one.wall, other);
        return wall === null ? [] : [{ ...one, wall }];
      })
    }));
    const label = puts.length > 0 ? `Cut ${puts.length + 1} joints alike` : 'Cut a joint';
    return done(project, label, [joint, ...puts], [], [joint.id]);
  }
});

function checkJoint(project: Project, joint: Joint) {
  const here = new Set(joint.members.map(({ wall }) => wall));
  const named = [...joint.plies.map(({ wall }) => wall), ...(joint.through === null ? [] : [joint.through])];
  for (const id of named) {
    const wall = need(project, 'wall', id);
    if (!here.has(id))
      refuse(project, 'joint.not-there', {
        subjects: [id],
        texts: { wall: nameOf(wall), thing: nameOf(joint) }
      });
  }
  for (const { wall: id, ply } of joint.plies) {
    const wall = need(project, 'wall', id);
    const count = need(project, 'buildUp', wall.buildUp).plies.length;
    if (ply >= count)
      refuse(project, 'joint.ply', {
        subjects: [id],
        texts: { wall: nameOf(wall), ply: String(ply), count: String(count) }
      });
  }
}

const resetJoint = command({
  name: 'resetJoint',
  about: 'Cut the joint at a point of a storey as usual again.',
  args: s.object({ storey: s.id().required(), at: s.point().required() }),
  example: { storey: 'storey-1', at: { x: 0, y: 0 } },
  run: (project, args) => {
    const node = nodeAt(project, need(project, 'storey', args.storey).id, args.at);
    const old = jointOf(project, node);
    return done(project, 'Cut a joint as usual', [], old ? [old.id] : []);
  }
});

/**
 * The patch with joint records moved to the joints they belong to afterwards: the one that shares most of their
 * walls' ends, at least two of them; else the record goes, in the same patch.
 */
export function rehomeJoints(project: Project, patch: Patch): Patch {
  const touched = [...patch.values()].some(({ before, after }) => {
    const kind = (after ?? before)?.kind;
    return kind === 'wall' || kind === 'buildUp' || kind === 'storey';
  });
  if (!touched || project.tables.joint.size === 0) return patch;
  const grown = applyPatch(project, patch);
  const nodes = new Map<string, Node[]>();
  const puts: Rec[] = [];
  const removes: string[] = [];
  const taken = new Set<string>();
  for (const joint of grown.tables.joint.values()) {
    const there = nodes.get(joint.storey) ?? storeyNodes(grown, joint.storey);
    nodes.set(joint.storey, there);
    const home = homeOf(joint, there, taken);
    if (!home) removes.push(joint.id);
    else {
      taken.add(home.key);
      puts.push(inHome(grown, joint, home));
    }
  }
  return composePatches(patch, patchOf(grown, puts, removes));
}

function homeOf(joint: Joint, nodes: readonly Node[], taken: ReadonlySet<string>): Node | undefined {
  const key = nodeKey(joint.members);
  const own = new Set(joint.members.map(({ wall, part }) => `${wall}:${part}`));
  const shared = (node: Node) =>
    node.members.filter(({ frame, part }) => own.has(`${frame.wall.id}:${part}`)).length;
  return nodes
    .filter((node) => !taken.has(node.key) && shared(node) >= 2)
    .sort(
      (p, q) =>
        Number(q.key === key) - Number(p.key === key) || shared(q) - shared(p) || (p.key < q.key ? -1 : 1)
    )[0];
}

/** What the record says of walls that no longer meet there, or of plies that are gone, is dropped. */
function inHome(project: Project, joint: Joint, home: Node): Joint {
  if (nodeKey(joint.members) === home.key && joint.plies.length === 0) return joint;
  const here = new Set(home.members.map(({ frame }) => frame.wall.id));
  const plies = joint.plies.filter(
    ({ wall, ply }) =>
      here.has(wall) &&
      ply < (project.tables.buildUp.get(project.tables.wall.get(wall)!.buildUp)?.plies.length ?? 0)
  );
  const lost = joint.through !== null && !here.has(joint.through);
  return {
    ...joint,
    members: nodeKey(joint.members) === home.key ? joint.members : membersOf(home),
    through: lost ? null : joint.through,
    cut: lost ? 'mitre' : joint.cut,
    plies: plies.length === joint.plies.length ? joint.plies : plies
  };
}

export const jointCommands: Command[] = [setJoint, resetJoint];
