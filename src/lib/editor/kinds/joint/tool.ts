/**
 * Cutting joints: point at one (or choose it), choose a cut from its pictures or in the sentence, or take one ply and
 * pull it through the joint, or back out of it to stop it.
 */
import { nodeKey } from '../../../core/kernels/joints/gather';
import { distance, dot, locate, scale, subtract, type Point } from '../../../core/geometry/point';
import { jointOptions, type JointOption } from '../../../core/drawing/joint-options';
import type { SolvedJoint } from '../../../core/kernels/joints/bands';
import type { MaterialTable } from '../../../core/kinds/material/record';
import type { Box } from '../../../core/geometry/ring';
import { nameElement } from '../../../core/document/names';
import type { Joint } from '../../../core/kinds/joint/record';
import type { Editor } from '../../editor';
import { choiceBlank, type SentencePart } from '../../sentence';
import type { Overlay, Tool } from '../../tool';
import { BaseTool } from '../../tools/base';

interface Pull {
  readonly wall: string;
  readonly ply: number;
  readonly from: Point;
  /** Away from the joint along the wall. */
  readonly outwards: Point;
  runs?: boolean;
}

/** How near the pointer must come to a joint, pixels; and how far a ply is pulled before it means it. */
const reach = 26;
const pullFrom = 10;

export class JointTool extends BaseTool implements Tool {
  readonly name = 'joint';
  private inHand = '';
  private alike = false;
  private pull: Pull | undefined;
  private kept: { joint: SolvedJoint; material: MaterialTable; options: readonly JointOption[] } | undefined;

  constructor(editor: Editor) {
    super(editor);
    const [only] = [...editor.selection];
    this.inHand =
      this.joints.find(({ node }) => node.members.some(({ frame }) => frame.wall.id === only))?.node.key ??
      '';
  }

  private get model() {
    return this.editor.model.storey(this.editor.project, this.editor.storey);
  }

  private get joints(): SolvedJoint[] {
    return (this.model?.footprints.joints ?? []).filter(({ node }) => node.members.length > 1);
  }

  private get joint(): SolvedJoint | undefined {
    return this.joints.find(({ node }) => node.key === this.inHand);
  }

  /** What has to be seen to read the joint in hand. */
  get region(): Box | undefined {
    const { joint } = this;
    if (!joint) return undefined;
    const { x, y } = joint.node.point;
    const around = 2.5 * thickest(joint);
    return { minX: x - around, minY: y - around, maxX: x + around, maxY: y + around };
  }

  private readonly named = (wall: string) => nameElement(this.editor.project, wall);

  /** The joint in hand, its present record, and its possible cuts with their pictures, kept while it is the same. */
  get options(): { readonly options: readonly JointOption[]; readonly record: Joint | undefined } {
    const { model, joint } = this;
    const { material } = this.editor.project.tables;
    if (!model || !joint) return { options: [], record: undefined };
    if (this.kept?.joint !== joint || this.kept.material !== material) {
      const options = jointOptions(model, this.inHand, material, this.named);
      this.kept = { joint, material, options };
    }
    return { options: this.kept.options, record: this.record(joint) };
  }

  private record({ node }: SolvedJoint): Joint | undefined {
    const { joint } = this.editor.project.tables;
    return [...joint.values()].find(({ members }) => nodeKey(members) === node.key);
  }

  private describe({ node }: SolvedJoint): string {
    return node.members.map(({ frame }) => this.named(frame.wall.id)).join(' and ');
  }

  sentence(): SentencePart[] {
    const joints = this.joints;
    if (joints.length === 0) return ['No walls meet on this storey yet: draw them first.'];
    const { options, record } = this.options;
    const present = options.findIndex((one) => isPresent(one, record));
    return [
      'Cut the joint of',
      choiceBlank('joint', 'Joint', this.inHand, [
        { value: '', label: 'the walls you point at' },
        ...joints.map((joint) => ({ value: joint.node.key, label: this.describe(joint) }))
      ]),
      ...(this.joint
        ? [
            ':',
            choiceBlank('cut', 'Cut', String(present), [
              ...(present < 0 ? [{ value: '-1', label: 'ply by ply' }] : []),
              ...options.map((one, i) => ({ value: String(i), label: one.label }))
            ]),
            ',',
            choiceBlank('alike', 'Where', this.alike ? 'all' : 'here', [
              { value: 'here', label: 'here only' },
              { value: 'all', label: 'at all joints alike' }
            ])
          ]
        : []),
      '.'
    ];
  }

  fill(blank: string, text: string): string | undefined {
    if (blank === 'joint') {
      this.inHand = text;
      this.editor.toolChanged();
    } else if (blank === 'alike') {
      this.alike = text === 'all';
      this.editor.toolChanged();
    } else this.choose(Number(text));
    return undefined;
  }

  /** Take one of the pictures. */
  choose(index: number) {
    const option = this.options.options[index];
    const { joint } = this;
    if (!option || !joint) return;
    const { cut, through } = option;
    const usual = cut === 'mitre' && through === null;
    const place = { storey: this.editor.storey, at: joint.node.point };
    if (usual && !this.alike) this.perform({ name: 'resetJoint', args: place });
    else
      this.perform({
        name: 'setJoint',
        args: { ...place, cut, ...(through && { through }), plies: [], alike: this.alike }
      });
  }

  private nearest(point: Point, mmPerPixel: number): SolvedJoint | undefined {
    return this.joints
      .map((joint) => ({ joint, gap: distance(joint.node.point, point) }))
      .filter(({ gap, joint }) => gap < Math.max(reach * mmPerPixel, thickest(joint)))
      .sort((p, q) => p.gap - q.gap)[0]?.joint;
  }

  /** A ply of the joint in hand is under the point: it may be pulled. */
  press(point: Point) {
    this.pull = undefined;
    for (const { frame, part, t: at } of this.joint?.node.members ?? []) {
      const { t, y } = locate(point, frame.origin, frame.direction);
      const strip = frame.strips.find(({ y0, y1 }) => y > y0 && y < y1);
      const away = t - at;
      if (
        !strip ||
        Math.abs(away) > 4 * thickest(this.joint!) ||
        (part === 'a' && away < 0) ||
        (part === 'b' && away > 0)
      )
        continue;
      const outwards = scale(frame.direction, part === 'body' ? Math.sign(away) : part === 'a' ? 1 : -1);
      this.pull = { wall: frame.wall.id, ply: strip.ply, from: point, outwards };
      return;
    }
  }

  move(point: Point, mmPerPixel: number) {
    const { pull } = this;
    if (!pull) {
      const near = this.nearest(point, mmPerPixel);
      this.editor.hoverOver(near && !this.joint ? near.node.members[0]!.frame.wall.id : undefined);
      this.editor.toolChanged();
      return;
    }
    const along = dot(subtract(point, pull.from), pull.outwards);
    if (Math.abs(along) < pullFrom * mmPerPixel) delete pull.runs;
    else pull.runs = along < 0;
    this.attempt(this.pullCall());
  }

  private pullCall() {
    const { pull, joint } = this;
    if (!joint || pull?.runs === undefined) return undefined;
    const { wall, ply, runs } = pull;
    const others = (this.options.record?.plies ?? []).filter((one) => one.wall !== wall || one.ply !== ply);
    return {
      name: 'setJoint',
      args: {
        storey: this.editor.storey,
        at: joint.node.point,
        plies: [...others, { wall, ply, runs }],
        alike: this.alike
      }
    };
  }

  click(point: Point, mmPerPixel: number) {
    const call = this.pullCall();
    this.pull = undefined;
    if (call) {
      this.perform(call);
      return;
    }
    this.inHand = this.nearest(point, mmPerPixel)?.node.key ?? '';
    this.editor.toolChanged();
  }

  accept() {
    if (!this.joint)
      this.editor.say({
        kind: 'problem',
        text: 'No joint is chosen yet.',
        hint: 'Point at a place where walls meet, or choose it in the sentence.'
      });
  }

  back(): boolean {
    if (this.pull?.runs !== undefined) {
      this.pull = undefined;
      this.attempt(undefined);
      return true;
    }
    if (!this.inHand) return false;
    this.inHand = '';
    this.editor.toolChanged();
    return true;
  }

  overlay(): Overlay {
    const { joint, pull } = this;
    if (!joint) return {};
    return {
      points: [joint.node.point],
      ...(pull?.runs !== undefined && {
        snap: { at: pull.from, name: pull.runs ? 'this ply runs through' : 'this ply stops' }
      })
    };
  }
}

const thickest = ({ node }: SolvedJoint) => Math.max(...node.members.map(({ frame }) => frame.y1 - frame.y0));

/** Whether an option is how the joint is cut now. */
export function isPresent({ cut, through }: JointOption, record: Joint | undefined): boolean {
  if (!record) return cut === 'mitre' && through === null;
  return record.plies.length === 0 && record.cut === cut && record.through === through;
}
