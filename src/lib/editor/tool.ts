/** What a tool is: a pure state machine. It gets points and texts, and answers calls to try or perform. */
import type { Point } from '../core/geometry/point';
import type { Ring } from '../core/geometry/ring';
import type { Choice, SentencePart } from './sentence';

export type ToolName =
  | 'wallRun'
  | 'rectangle'
  | 'joint'
  | 'makeTrue'
  | 'shape'
  | 'guide'
  | 'dimension'
  | 'column'
  | 'chimney'
  | 'door'
  | 'window'
  | 'opening'
  | 'slab'
  | 'fall'
  | 'stair'
  | 'clearSpace'
  | 'surveyRun'
  | 'surveyRoom'
  | 'roomTie'
  | 'siteNote'
  | 'ground'
  | 'footing'
  | 'copyUp'
  | 'roof'
  | 'roofEdge'
  | 'dormer'
  | 'rooflight'
  | 'trueUp'
  | 'foundWalls'
  | 'tape';

/** `out`: which way it may stand farther off, where another is in its place; `short`: what is written where all of it has no room. */
export interface Label {
  readonly at: Point;
  readonly text: string;
  readonly isChosen: boolean;
  readonly out?: Point;
  readonly short?: string;
}

export interface Overlay {
  /** Points to mark, and lines to draw dash-dot. */
  readonly points?: readonly Point[];
  readonly lines?: readonly (readonly [Point, Point])[];
  /** Stretches to choose from, as they would lie: those that are chosen as what is begun, the others dashed. */
  readonly bands?: readonly { readonly ring: Ring; readonly isChosen: boolean }[];
  /** In the model instead of lines and points: where they are in space. */
  readonly inSpace?: readonly (readonly [Spot, Spot])[];
  /** Where the outer side of what is drawn looks: from a place in a unit direction. */
  readonly outwards?: readonly { readonly at: Point; readonly towards: Point }[];
  /** Written beside a point, off it in the unit direction `beside`. */
  readonly label?: { readonly at: Point; readonly text: string; readonly beside: Point };
  /** Several ways, of which one is chosen by pointing at it: written at their places. */
  readonly labels?: readonly Label[];
  /** `list`: all candidates in reach, of which this one is `chosen`. */
  readonly snap?: {
    readonly at: Point;
    readonly name: string;
    readonly list?: readonly string[];
    readonly chosen?: number;
  };
}

/** A place in space, mm; its height above project zero. */
export interface Spot extends Point {
  readonly z: number;
  /** The thing that it was met on. */
  readonly on?: string | undefined;
}

/** A key that does something while a tool is in hand. */
export interface KeyHint {
  readonly key: string;
  readonly does: string;
}

/** Things to take or leave out, in groups. */
export interface ToolList {
  readonly title: string;
  readonly of: string;
  readonly groups: readonly {
    readonly title: string;
    readonly rows: readonly {
      readonly label: string;
      readonly also?: string;
      readonly isTaken: boolean;
      readonly turn: () => void;
    }[];
  }[];
}

export interface Tool {
  /** `paste` is taken by pasting, not from the rail. */
  readonly name: ToolName | 'paste';
  sentence(): SentencePart[];
  /** Put a typed text into a blank; answers what is wrong with it. */
  fill(blank: string, text: string): string | undefined;
  /** `z`: above project zero, where a surface of the model is pointed at; `on`: of which thing. */
  move?(point: Point, mmPerPixel: number, z?: number, on?: string): void;
  /** The button goes down: what moves until it comes up again is pulled. */
  press?(point: Point): void;
  click?(point: Point, mmPerPixel: number, z?: number, on?: string): void;
  /** The button is up without a click: what was pulled is let go. */
  lift?(): void;
  /** Enter. */
  accept(): void;
  /** Esc: true when it stepped back, false when the tool should be left. */
  back(): boolean;
  /** A letter key while the tool is in hand; true when it was used. */
  key?(key: string): boolean;
  /** What its letter keys do. */
  readonly keys?: readonly KeyHint[];
  /** What holds and no blank tells. */
  readonly note?: string;
  overlay?(): Overlay;
  /** What it takes or leaves out, one by one, told in Details while it is in hand, in place of what is selected. */
  list?(): ToolList | undefined;
  /** What it can do, where that is more than one thing, and the blank that says which. */
  readonly ways?: { readonly blank: string; readonly now: string; readonly all: readonly Choice[] };
  /** Where typed keys go, where that is not the first blank. */
  readonly present?: string;
  /** The thing that it changes: what the plan tells of it stays written. */
  readonly about?: string | undefined;
  /** In the model it is pointed at surfaces, and not at the floor of the storey: those of things, or of the ground too. */
  readonly surfaces?: 'things' | 'all';
  /** What is half drawn: of it nothing is found fault with yet. */
  readonly unfinished?: readonly string[];
}
