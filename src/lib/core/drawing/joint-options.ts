/** The ways in which one joint can be cut, each as a small picture of that very joint. */
import { boxOf, type Box } from '../geometry/ring';
import type { SolvedJoint } from '../kernels/joints/bands';
import { deriveFootprints } from '../kernels/joints/footprints';
import type { StoreyModel } from '../kinds/storey/model';
import { armsOf } from '../kernels/joints/arms';
import { classify } from '../kernels/joints/classify';
import type { Node } from '../kernels/joints/gather';
import type { JointCutKind } from '../kernels/joints/override';
import type { Mark } from '../display/marks';
import { drawWall } from '../kinds/wall/plan';
import type { MaterialTable } from '../kinds/material/record';

export interface JointOption {
  readonly cut: JointCutKind;
  readonly through: string | null;
  /** In words, with the wall's name where one is named. */
  readonly label: string;
  readonly marks: readonly Mark[];
  /** What the picture shows, around the joint. */
  readonly box: Box;
}

type Way = Pick<JointOption, 'cut' | 'through' | 'label'>;

/** A square around where the walls are cut, which is beside the node where they are drawn on their faces. */
function around({ node, bands }: SolvedJoint): Box {
  const cuts = bands[0]?.cut?.cuts.flatMap(({ outline }) => outline ?? []) ?? [];
  const box = boxOf(cuts.length > 0 ? cuts : [node.point]);
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const reach = 80 + 0.95 * Math.max(...node.members.map(({ frame }) => frame.y1 - frame.y0));
  return { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach };
}

/** Options of a joint by its key; none for a free end. `named`: walls as the person knows them. */
export function jointOptions(
  model: StoreyModel,
  key: string,
  materials: MaterialTable,
  named: (wall: string) => string
): JointOption[] {
  const solved = model.footprints.joints.find(({ node }) => node.key === key);
  const node = solved?.node;
  if (!node || node.members.length < 2) return [];
  const frames = node.members.map(({ frame }) => model.frames.get(frame.wall.id)!);
  return waysOf(node, named).map((way) => {
    const { walls } = deriveFootprints(frames, new Map([[key, { ...way, plies: [] }]]));
    return {
      ...way,
      marks: [...walls.values()].flatMap((wall) => drawWall(wall, [], materials)),
      box: around(solved)
    };
  });
}

function waysOf(node: Node, named: (wall: string) => string): Way[] {
  const { kind } = classify(armsOf(node.members), node.point);
  const ids = node.members.map(({ frame }) => frame.wall.id);
  const usual: Way = { cut: 'mitre', through: null, label: 'mitred, as usual' };
  if (kind === 'corner' || kind === 'star')
    return [
      kind === 'star' ? { ...usual, label: 'meeting in the middle, as usual' } : usual,
      ...ids.map((id): Way => ({ cut: 'through', through: id, label: `${named(id)} runs through` })),
      ...ids.map((id): Way => ({ cut: 'square', through: id, label: `square, ${named(id)} runs past` }))
    ];
  if (kind === 'tee')
    return [
      { ...usual, label: 'to the structure, as usual' },
      { cut: 'square', through: null, label: 'to the face' }
    ];
  if (kind === 'crossing')
    return [
      { ...usual, label: 'the stronger through' },
      ...ids.map((id): Way => ({ cut: 'through', through: id, label: `${named(id)} runs through` })),
      { cut: 'square', through: null, label: 'stopped at its faces' }
    ];
  return [{ ...usual, label: 'as usual' }];
}
