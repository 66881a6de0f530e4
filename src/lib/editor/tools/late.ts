/** Tools that are read once the plan can be worked in, by name. */
import type { Editor } from '../editor';
import { ChimneyTool } from '../kinds/chimney/tool';
import { ColumnTool } from '../kinds/column/tool';
import { DormerTool } from '../kinds/roof/dormer-tool';
import { GuideTool } from '../kinds/guide/tool';
import { TrueUpTool } from '../kinds/tracing-sheet/tool';
import { ShapeTool } from './shape';

export const lateTools = {
  shape: (editor: Editor) => new ShapeTool(editor),
  chimney: (editor: Editor) => new ChimneyTool(editor),
  column: (editor: Editor) => new ColumnTool(editor),
  dormer: (editor: Editor) => new DormerTool(editor),
  guide: (editor: Editor) => new GuideTool(editor),
  trueUp: (editor: Editor) => new TrueUpTool(editor)
};
