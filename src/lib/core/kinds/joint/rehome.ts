/** Joints that are cut otherwise than usual, found again after every command. */
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { storeyNodes } from '../wall/nodes';
import { nodeKey, type Node } from '../../kernels/joints/gather';
import { membersOf } from './commands';
import type { Project, Query } from '../../document/kind';
import type { Rec } from '../../document/record';
import type { Joint } from './record';

/**
 * The patch with joint records moved to the joints they belong to afterwards: the one that shares most of their
 * walls' ends, at least two of them; else the record goes, in the same patch.
 */
export function rehomeJoints(query: Query, patch: Patch): Patch {
  const { project } = query;
  const touched = [...patch.values()].some(({ before, after }) => {
    const kind = (after ?? before)?.kind;
    return kind === 'wall' || kind === 'buildUp' || kind === 'storey';
  });
  if (!touched || project.tables.joint.size === 0) return patch;
  const grown = applyPatch(project, patch);
  const nodes = new Map<string, readonly Node[]>();
  const puts: Rec[] = [];
  const removes: string[] = [];
  const taken = new Set<string>();
  for (const joint of grown.tables.joint.values()) {
    const there = nodes.get(joint.storey) ?? storeyNodes(query.at(grown), joint.storey);
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
