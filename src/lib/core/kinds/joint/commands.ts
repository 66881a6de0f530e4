/** How single joints are cut, and keeping that through edits. */
import * as s from '../../document/schemas';
import { storeyNodes } from '../wall/nodes';
import { distance, type Point } from '../../geometry/point';
import { tolerances } from '../../geometry/tolerances';
import { command, done, need, refuse } from '../../document/command';
import { nodeKey, type Node } from '../../kernels/joints/gather';
import { jointCuts } from '../../kernels/joints/override';
import { freshIds } from '../../document/project';
import { nameOf } from '../../document/names';
import type { Joint } from './record';
import type { Project, Query } from '../../document/kind';

export const membersOf = (node: Node): Joint['members'] =>
  node.members.map(({ frame, part }) => ({ wall: frame.wall.id, part }));

function nodeAt(query: Query, storey: string, at: Point): Node {
  const near = storeyNodes(query, storey)
    .filter(({ members }) => members.length > 1)
    .map((node) => ({ node, gap: distance(node.point, at) }))
    .sort((p, q) => p.gap - q.gap)[0];
  if (!near || near.gap > tolerances.nearMiss)
    refuse(query.project, 'joint.none', { numbers: { x: at.x, y: at.y } });
  return near.node;
}

function jointOf(project: Project, node: Node): Joint | undefined {
  return [...project.tables.joint.values()].find((joint) => nodeKey(joint.members) === node.key);
}

/** Joints of the same number of walls, made up of the same build-ups meeting in the same ways. */
function alike(query: Query, node: Node): { node: Node; storey: string }[] {
  const shape = ({ members }: Node) =>
    members
      .map(({ frame, part }) => `${frame.buildUp.id} ${part === 'body' ? 'body' : 'end'}`)
      .sort()
      .join();
  return [...query.project.tables.storey.keys()].flatMap((storey) =>
    storeyNodes(query, storey).flatMap((one) =>
      one.key !== node.key && shape(one) === shape(node) ? [{ node: one, storey }] : []
    )
  );
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

export const setJoint = command({
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
  run: (project, args, query) => {
    const storey = need(project, 'storey', args.storey);
    const node = nodeAt(query, storey.id, args.at);
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
    const others = args.alike ? alike(query, node) : [];
    const ids = freshIds(project, 'joint', others.length + 1);
    const puts = others.map(({ node: other, storey: there }, i): Joint => ({
      ...joint,
      id: jointOf(project, other)?.id ?? ids[i + (old ? 0 : 1)]!,
      storey: there,
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
        texts: { wall: nameOf(project, wall), thing: nameOf(project, joint) }
      });
  }
  for (const { wall: id, ply } of joint.plies) {
    const wall = need(project, 'wall', id);
    const count = need(project, 'buildUp', wall.buildUp).plies.length;
    if (ply >= count)
      refuse(project, 'joint.ply', {
        subjects: [id],
        texts: { wall: nameOf(project, wall), ply: String(ply), count: String(count) }
      });
  }
}

export const resetJoint = command({
  name: 'resetJoint',
  about: 'Cut the joint at a point of a storey as usual again.',
  args: s.object({ storey: s.id().required(), at: s.point().required() }),
  example: { storey: 'storey-1', at: { x: 0, y: 0 } },
  run: (project, args, query) => {
    const node = nodeAt(query, need(project, 'storey', args.storey).id, args.at);
    const old = jointOf(project, node);
    return done(project, 'Cut a joint as usual', [], old ? [old.id] : []);
  }
});
