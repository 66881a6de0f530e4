/** Tools by name. */
import type { Preset } from '../core/kinds/preset/record';
import type { Rec } from '../core/document/record';
import type { SizeEnd } from '../core/kinds/dimension/record';
import type { Opening } from '../core/kinds/opening/record';
import type { Wall } from '../core/kinds/wall/record';
import type { RoofValue } from '../core/drawing/roof-values';
import type { Editor } from './editor';
import type { RoofEdgeTool } from './kinds/roof/edge-tool';
import type { WallStyle } from './style';
import type { Tool, ToolName } from './tool';
import { MakeTrueTool } from './tools/make-true';
import { PasteTool } from './tools/paste';
import { OpeningTool } from './kinds/opening/tool';
import { allEditorKinds } from './kinds/register';

type Maker = (editor: Editor, style: WallStyle) => Tool;

/** Nothing is drawn first with these: they are read once the plan can be worked in. */
const lateNames = [
  ...([
    'shape',
    'column',
    'chimney',
    'copyUp',
    'slab',
    'fall',
    'stair',
    'clearSpace',
    'surveyRun',
    'surveyRoom',
    'roomTie',
    'siteNote',
    'ground',
    'footing',
    'roof',
    'roofEdge',
    'dormer',
    'rooflight'
  ] as const),
  ...(['guide', 'dimension', 'trueUp', 'foundWalls', 'tape'] as const)
] as const;
let late: Readonly<Record<(typeof lateNames)[number], Maker>> | undefined;

export const readLateTools = async () => {
  late ??= (await import('./tools/late')).lateTools;
};

/** The tools of each kind, and those across kinds. */
const makers = {
  ...Object.assign({}, ...allEditorKinds.map(([, { tools }]) => tools)),
  makeTrue: (editor: Editor) => new MakeTrueTool(editor)
} as Readonly<Record<Exclude<ToolName, (typeof lateNames)[number]>, Maker>>;

const isLate = (name: string): name is (typeof lateNames)[number] =>
  (lateNames as readonly string[]).includes(name);

export const isTool = (name: string): name is ToolName => name in makers || isLate(name);

/**
 * Take a tool in hand, one that is still to be read as soon as it is, unless another was taken or Escape pressed by then;
 * `then`: with it. Tools that preview at once need the old one gone first.
 */
export function takeTool(
  editor: Editor,
  style: WallStyle,
  name: ToolName,
  then: (tool: Tool) => void = () => undefined
) {
  const make = isLate(name) ? late?.[name] : makers[name];
  if (!make) {
    const isWanted = editor.ask();
    void readLateTools().then(() => {
      if (isWanted()) takeTool(editor, style, name, then);
    });
    return;
  }
  editor.take(undefined);
  const tool = make(editor, style);
  editor.hold(tool, name === 'trueUp' || name === 'foundWalls' || name === 'shape' ? 'kept' : 'dropped');
  then(tool);
}

/** Walls like a preset or another wall, or an opening like another, in hand to be drawn. */
export function takeLike(editor: Editor, style: WallStyle, like: Preset | Wall | Opening) {
  if (like.kind === 'opening') {
    const tool = new OpeningTool(editor, like.filling);
    tool.takeAfter(like);
    editor.take(undefined);
    editor.hold(tool, 'dropped');
    return;
  }
  style.take(like);
  takeTool(editor, style, 'wallRun');
}

/** A size of the plan that was pointed at, in hand to be written. */
export function takeSize(editor: Editor, ends: readonly [SizeEnd, SizeEnd]) {
  editor.take(undefined);
  editor.hold(new MakeTrueTool(editor, ends), 'kept');
}

/** The edge of a roof that was pointed at by one of its values, in hand to be written. */
export const takeRoofValue = (editor: Editor, style: WallStyle, value: RoofValue) =>
  takeTool(editor, style, 'roofEdge', (tool) => (tool as RoofEdgeTool).hold(value));

/** What was copied, in hand to be put down. */
export function takePaste(editor: Editor, records: readonly Rec[]) {
  editor.take(undefined);
  editor.select([]);
  editor.hold(new PasteTool(editor, records));
}
