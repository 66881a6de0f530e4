/** Tools by name. */
import type { Preset, Rec, SizeEnd, Wall } from '../core/project/records';
import type { Editor } from './editor';
import type { WallStyle } from './style';
import type { Tool, ToolName } from './tool';
import { ChimneyTool } from './tools/chimney';
import { ColumnTool } from './tools/column';
import { DimensionTool } from './tools/dimension';
import { GuideTool } from './tools/guide';
import { CopyUpTool, RoofEdgeTool, RoofTool, SlabTool } from './tools/forms';
import { TrueUpTool } from './tools/true-up';
import { MakeTrueTool } from './tools/make-true';
import { JointTool } from './tools/joint';
import { OpeningTool } from './tools/opening';
import { PasteTool } from './tools/paste';
import { ShapeTool } from './tools/shape';
import { RectangleTool } from './tools/rectangle';
import { WallRunTool } from './tools/wall-run';

const makers: Record<ToolName, (editor: Editor, style: WallStyle) => Tool> = {
  wallRun: (editor, style) => new WallRunTool(editor, style),
  rectangle: (editor, style) => new RectangleTool(editor, style),
  joint: (editor) => new JointTool(editor),
  shape: (editor) => new ShapeTool(editor),
  guide: (editor) => new GuideTool(editor),
  dimension: (editor) => new DimensionTool(editor),
  makeTrue: (editor) => new MakeTrueTool(editor),
  column: (editor) => new ColumnTool(editor),
  chimney: (editor) => new ChimneyTool(editor),
  door: (editor) => new OpeningTool(editor, 'door'),
  window: (editor) => new OpeningTool(editor, 'window'),
  opening: (editor) => new OpeningTool(editor, 'none'),
  slab: (editor) => new SlabTool(editor),
  copyUp: (editor) => new CopyUpTool(editor),
  roof: (editor) => new RoofTool(editor),
  roofEdge: (editor) => new RoofEdgeTool(editor),
  trueUp: (editor) => new TrueUpTool(editor)
};

export const isTool = (name: string): name is ToolName => name in makers;

/** Take a tool in hand. Tools that preview at once need the old one gone first. */
export function takeTool(editor: Editor, style: WallStyle, name: ToolName) {
  editor.take(undefined);
  const tool = makers[name](editor, style);
  const { message } = editor;
  editor.tool = tool;
  editor.selection = name === 'trueUp' || name === 'shape' ? editor.selection : new Set();
  editor.say(message);
}

/** Walls like a preset or another wall, in hand to be drawn. */
export function takeLike(editor: Editor, style: WallStyle, like: Preset | Wall) {
  style.take(like);
  takeTool(editor, style, 'wallRun');
}

/** A size of the plan that was pointed at, in hand to be written. */
export function takeSize(editor: Editor, ends: readonly [SizeEnd, SizeEnd]) {
  editor.take(undefined);
  editor.tool = new MakeTrueTool(editor, ends);
  editor.changed();
}

/** What was copied, in hand to be put down. */
export function takePaste(editor: Editor, records: readonly Rec[]) {
  editor.take(undefined);
  editor.select([]);
  editor.tool = new PasteTool(editor, records);
  editor.changed();
}
