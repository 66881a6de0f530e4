/** What the editor knows of a kind: how it is pointed at, dragged, described. Its folder has the tools that make it. */
import type { Call } from '../../core/commands/register';

import type { Point } from '../../core/geometry/point';
import type { Ring } from '../../core/geometry/ring';
import type { Editor } from '../editor';
import type { WallStyle } from '../style';
import type { Tool, ToolName } from '../tool';

export interface EditorKind {
  /** Fields of the card that the sentence shows, by name, in order. */
  readonly sentence: readonly string[];
  /** Whether brackets step through its records on a storey. */
  readonly steps: boolean;
  /** What of it lies under a point of the plan; a greater `over` is found before a lesser one. */
  readonly hits: readonly Hit[];
  /** Outlines by id that a box of the plan selects by; null where it selects none. */
  readonly outlines: ((editor: Editor) => Iterable<readonly [string, Ring]>) | null;
  /** What a drag of one does; null where it cannot be dragged. */
  readonly drag: ((pull: Pull) => Call | undefined) | null;
  /** What the arrow keys do to those selected; null where they do nothing, or move them with all that moves together. */
  readonly nudge: ((editor: Editor, ids: readonly string[], by: Point) => readonly Call[]) | null;
  readonly tools: Partial<Record<ToolName, (editor: Editor, style: WallStyle) => Tool>>;
}

export interface Hit {
  readonly over: number;
  readonly at: (editor: Editor, p: Point, mmPerPixel: number) => string | undefined;
}

/** One thing pulled from a point by a vector; `round`: to the step that suits the scale. */
export interface Pull {
  readonly editor: Editor;
  readonly id: string;
  readonly from: Point;
  readonly by: Point;
  readonly round: (value: number) => number;
}

/** Of a kind that is neither pointed at nor made by a tool of its own. */
export const unseen = {
  ...{ sentence: [], steps: false, hits: [], outlines: null, drag: null, nudge: null },
  tools: {}
} as const;
