/** Tools that are read once the plan can be worked in, by name, and the commands that they ask. */
import '../../core/commands/late';
import type { Editor } from '../editor';
import { ChimneyTool } from '../kinds/chimney/tool';
import { ColumnTool } from '../kinds/column/tool';
import { CopyUpTool } from '../kinds/storey/tool';
import { DimensionTool } from '../kinds/dimension/tool';
import { DormerTool } from '../kinds/roof/dormer-tool';
import { RoofEdgeTool } from '../kinds/roof/edge-tool';
import { RoofTool } from '../kinds/roof/tool';
import { RooflightTool } from '../kinds/rooflight/tool';
import { FallTool } from '../kinds/slab/fall-tool';
import { SlabTool } from '../kinds/slab/tool';
import { FootingTool } from '../kinds/footing/tool';
import { GroundTool } from '../kinds/ground/tool';
import { SiteNoteTool } from '../kinds/site-note/tool';
import { RoomTieTool } from '../kinds/room-tie/tool';
import { SurveyRoomTool } from '../kinds/survey-room/tool';
import { SurveyTool } from '../kinds/survey-run/tool';
import { SpaceTool } from '../kinds/clear-space/tool';
import { StairTool } from '../kinds/stair/tool';
import { GuideTool } from '../kinds/guide/tool';
import { FoundWallsTool } from '../kinds/tracing-sheet/found-tool';
import { TrueUpTool } from '../kinds/tracing-sheet/tool';
import { ShapeTool } from './shape';
import { TapeTool } from './tape';

export const lateTools = {
  shape: (editor: Editor) => new ShapeTool(editor),
  chimney: (editor: Editor) => new ChimneyTool(editor),
  column: (editor: Editor) => new ColumnTool(editor),
  roof: (editor: Editor) => new RoofTool(editor),
  roofEdge: (editor: Editor) => new RoofEdgeTool(editor),
  dormer: (editor: Editor) => new DormerTool(editor),
  rooflight: (editor: Editor) => new RooflightTool(editor),
  slab: (editor: Editor) => new SlabTool(editor),
  fall: (editor: Editor) => new FallTool(editor),
  footing: (editor: Editor) => new FootingTool(editor),
  ground: (editor: Editor) => new GroundTool(editor),
  clearSpace: (editor: Editor) => new SpaceTool(editor),
  surveyRun: (editor: Editor) => new SurveyTool(editor),
  surveyRoom: (editor: Editor) => new SurveyRoomTool(editor),
  roomTie: (editor: Editor) => new RoomTieTool(editor),
  siteNote: (editor: Editor) => new SiteNoteTool(editor),
  stair: (editor: Editor) => new StairTool(editor),
  guide: (editor: Editor) => new GuideTool(editor),
  copyUp: (editor: Editor) => new CopyUpTool(editor),
  dimension: (editor: Editor) => new DimensionTool(editor),
  trueUp: (editor: Editor) => new TrueUpTool(editor),
  foundWalls: (editor: Editor) => new FoundWallsTool(editor),
  tape: (editor: Editor) => new TapeTool(editor)
};
