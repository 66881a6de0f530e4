/** The order of work: eight stages with their tools and keys. Nothing is locked. */
import type { WorkStage } from '../core/document/kind';
import type { KeyHint, ToolName } from './tool';

/** What is not a drawing tool but belongs on the shelf. */
export type ActionName =
  | 'project'
  | 'meter'
  | 'layTracingSheet'
  | 'buildUps'
  | 'catalogue'
  | 'storey'
  | 'review'
  | 'quantities'
  | 'handOver';

export interface Shelf {
  readonly tool: ToolName | ActionName;
  readonly label: string;
  readonly key: string;
}

export interface StageInfo {
  readonly stage: WorkStage;
  readonly label: string;
  readonly tools: readonly Shelf[];
  /** Shown instead of tools while there are none. */
  readonly later?: string;
}

export const stages: readonly StageInfo[] = [
  {
    stage: 'measure',
    label: 'Measure',
    tools: [
      { tool: 'project', label: 'Project', key: 'p' },
      { tool: 'layTracingSheet', label: 'Tracing sheet', key: 't' },
      { tool: 'trueUp', label: 'True up', key: 'y' },
      { tool: 'foundWalls', label: 'Find walls', key: 'T' },
      { tool: 'tape', label: 'Tape', key: 'E' },
      { tool: 'guide', label: 'Guide', key: 'G' },
      { tool: 'surveyRun', label: 'Survey run', key: 'R' },
      { tool: 'surveyRoom', label: 'Room', key: 'O' },
      { tool: 'roomTie', label: 'Tie rooms', key: 'J' },
      { tool: 'meter', label: 'Meter', key: 'N' },
      { tool: 'siteNote', label: 'Note', key: 'P' }
    ]
  },
  {
    stage: 'walls',
    label: 'Walls',
    tools: [
      { tool: 'wallRun', label: 'Wall run', key: 'w' },
      { tool: 'rectangle', label: 'Rectangle', key: 'r' },
      { tool: 'joint', label: 'Joint', key: 'j' },
      { tool: 'shape', label: 'Shape', key: 'z' },
      { tool: 'makeTrue', label: 'Make true', key: 'q' },
      { tool: 'column', label: 'Column', key: 'm' },
      { tool: 'chimney', label: 'Chimney', key: 'e' },
      { tool: 'buildUps', label: 'Build-ups', key: 'k' }
    ]
  },
  {
    stage: 'openings',
    label: 'Openings',
    tools: [
      { tool: 'door', label: 'Door', key: 'd' },
      { tool: 'window', label: 'Window', key: 'i' },
      { tool: 'opening', label: 'Bare opening', key: 'b' },
      { tool: 'catalogue', label: 'Catalogue', key: 'c' },
      { tool: 'clearSpace', label: 'Clear space', key: 'C' }
    ]
  },
  {
    stage: 'floors',
    label: 'Floors',
    tools: [
      { tool: 'slab', label: 'Slab', key: 's' },
      { tool: 'fall', label: 'Falls', key: 'F' },
      { tool: 'ground', label: 'Ground', key: 'B' },
      { tool: 'footing', label: 'Footing', key: 'U' },
      { tool: 'stair', label: 'Stair', key: 'S' }
    ]
  },
  {
    stage: 'storeys',
    label: 'Storeys',
    tools: [
      { tool: 'storey', label: 'Storey', key: 'l' },
      { tool: 'copyUp', label: 'Copy storey', key: 'u' }
    ]
  },
  {
    stage: 'roof',
    label: 'Roof',
    tools: [
      { tool: 'roof', label: 'Roof', key: 'h' },
      { tool: 'roofEdge', label: 'Roof edge', key: 'g' },
      { tool: 'dormer', label: 'Dormer', key: 'M' },
      { tool: 'rooflight', label: 'Rooflight', key: 'L' }
    ]
  },
  { stage: 'review', label: 'Review', tools: [{ tool: 'review', label: 'Findings', key: 'v' }] },
  {
    stage: 'drawings',
    label: 'Drawings',
    tools: [
      { tool: 'dimension', label: 'Dimension', key: 'D' },
      { tool: 'quantities', label: 'Quantities', key: 'Q' },
      { tool: 'handOver', label: 'Hand over', key: 'o' }
    ],
    later: 'Sections, elevations and sheets will be here; the plan and the model can be handed over now.'
  }
];

/** All that can be taken from the rail. */
export const shelves: readonly Shelf[] = stages.flatMap(({ tools }) => tools);

/** What every tool does with these. */
export const keysOfAll: readonly KeyHint[] = [
  { key: 'Enter', does: 'accepts' },
  { key: 'Tab', does: 'next blank' },
  { key: 'Esc', does: 'back' }
];

/** What these do while nothing, or something selected, is in hand. */
export const keysWithout: readonly KeyHint[] = [
  { key: '[ ]', does: 'step through things' },
  { key: '{ }', does: 'add the next to the selection' },
  { key: 'Arrows', does: 'nudge what is selected, or move the plan' },
  { key: '⇧ Arrows', does: 'nudge ten times as far' },
  { key: '⇧W', does: 'draw a wall like the selected one' },
  { key: '⇧A', does: 'look at the selection alone' },
  { key: '⇧V', does: 'veil what is in hand' },
  { key: 'A', does: 'fit plan and model' },
  { key: '+ −', does: 'zoom' },
  { key: 'Del', does: 'delete the selection' },
  { key: '⇧F10', does: 'what can be done to the selection, as a right click' },
  { key: 'Ctrl Z', does: 'undo' },
  { key: 'Ctrl ⇧Z', does: 'redo' },
  { key: 'Ctrl C, Ctrl V', does: 'copy and paste, also between houses' },
  { key: '?', does: 'these keys' }
];

export const stageOfTool = new Map<string, WorkStage>(
  stages.flatMap(({ stage, tools }) => tools.map(({ tool }) => [tool, stage] as const))
);
