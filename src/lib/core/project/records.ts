/**
 * The document: tables of plain, immutable records by stable id. Lengths in mm, angles in radians, x right, y up
 * the page, z up. Derived values never live here. See docs/file-format.md.
 */
import type { Motion } from '../geometry/motion';
import type { Point } from '../geometry/point';
import type { LengthUnits } from '../units/length';

export const schemaVersion = 4;

export type Side = 'left' | 'right';
export const otherSide = { left: 'right', right: 'left' } as const satisfies Record<Side, Side>;
export type WallEnd = 'a' | 'b';
export const duties = [
  'structure',
  'insulation',
  'sheathing',
  'cladding',
  'finish',
  'cavity',
  'membrane'
] as const;
export type Duty = (typeof duties)[number];
export const hatches = [
  'none',
  'stone',
  'block',
  'brick',
  'insulation',
  'timber',
  'concrete',
  'board'
] as const;
export type Hatch = (typeof hatches)[number];
/** `offset`: at a typed distance inwards from the outer face. */
export const settingOuts = [
  'outer',
  'structureOuter',
  'centre',
  'structureInner',
  'inner',
  'offset'
] as const;
export type SettingOut = (typeof settingOuts)[number];
export const wallRoles = ['exterior', 'partition', 'nib', 'foundation', 'parapet', 'chimney', 'low'] as const;
export type WallRole = (typeof wallRoles)[number];
export const fillings = ['none', 'door', 'window'] as const;
export type Filling = (typeof fillings)[number];
export const setOutTos = ['near', 'centre', 'far'] as const;
export type SetOutTo = (typeof setOutTos)[number];
export const slabFaces = ['outer', 'structure', 'inner'] as const;
export type SlabFace = (typeof slabFaces)[number];
export const roofEdgeKinds = ['eave', 'gable'] as const;
export type RoofEdgeKind = (typeof roofEdgeKinds)[number];
export const jointCuts = ['mitre', 'through', 'square'] as const;
export type JointCutKind = (typeof jointCuts)[number];
export const wallParts = ['a', 'b', 'body'] as const;
export type WallPart = (typeof wallParts)[number];
export const fireSides = ['front', 'back'] as const;
export type FireSide = (typeof fireSides)[number];
export const certainties = ['measured', 'assumed', 'unknown'] as const;
/** How sure a size is; assumed and unknown ones are to be measured again. */
export type Certainty = (typeof certainties)[number];
export const layerKinds = [
  'exterior',
  'partition',
  'otherWall',
  'opening',
  'column',
  'chimney',
  'slab',
  'roof',
  'dimension',
  'guide',
  'sheet'
] as const;
export type LayerKind = (typeof layerKinds)[number];
export const textures = ['plain', 'courses', 'bond', 'boards', 'tiles'] as const;
export type Texture = (typeof textures)[number];

/** Lines of a module both ways through its origin, turned by an angle. */
export interface PlanningGrid {
  readonly module: number;
  readonly origin: Point;
  readonly angle: number;
  readonly shown: boolean;
}

/**
 * The one record of kind `project`, id `project`. `ground`: outside level against project zero. `secondUnits`: shown
 * beside the first. `heightLimit`: above the ground, mm; `areaLimit`: all storeys' outlines together, mm2. `nudge`: step
 * of the arrow keys, mm.
 */
export interface Settings {
  readonly id: string;
  readonly kind: 'project';
  readonly name: string;
  readonly units: LengthUnits;
  readonly ground: number;
  readonly heightLimit: number | null;
  readonly secondUnits: LengthUnits | null;
  readonly areaLimit: number | null;
  readonly nudge: number;
  readonly grid: PlanningGrid | null;
}

/** `datum`: finished floor above project zero; `height`: datum to next datum; `floorDepth`: under the datum. */
export interface Storey {
  readonly id: string;
  readonly kind: 'storey';
  readonly name: string;
  readonly datum: number;
  readonly height: number;
  readonly floorDepth: number;
}

/**
 * `conductivity`: W/(m K); null for an unventilated cavity, whose resistance ISO 6946 gives. `density`: kg/m3.
 * `texture` repeats at `unitLength` by `unitHeight`, mm, in the model.
 */
export interface Material {
  readonly id: string;
  readonly kind: 'material';
  readonly name: string;
  readonly colour: string;
  readonly hatch: Hatch;
  readonly conductivity: number | null;
  readonly density: number;
  readonly texture: Texture;
  readonly unitLength: number;
  readonly unitHeight: number;
}

export interface Ply {
  readonly material: string;
  readonly thickness: number;
  readonly duty: Duty;
}

/** Plies from the outside inwards. The ratings are as the user notes them. */
export interface BuildUp {
  readonly id: string;
  readonly kind: 'buildUp';
  readonly name: string;
  readonly fireRating: string;
  readonly soundRating: string;
  readonly plies: readonly Ply[];
}

/** `height` is above the wall's base; `datum` above another storey's datum; `roof`: carried up to the roof above. */
export type WallTop =
  | { readonly kind: 'height'; readonly height: number }
  | { readonly kind: 'datum'; readonly storey: string; readonly offset: number }
  | { readonly kind: 'roof' };

/**
 * A straight stretch from a to b on its setting-out line. `outside`: seen along a to b. `base`: above the datum.
 * `settingOutOffset`: inwards from the outer face, read where `settingOut` is `offset`. `returnEnds`, `returnJambs`: the
 * outer ply turns round free ends, and into the jambs of openings.
 */
export interface Wall {
  readonly id: string;
  readonly kind: 'wall';
  readonly name: string;
  readonly storey: string;
  readonly a: Point;
  readonly b: Point;
  readonly settingOut: SettingOut;
  readonly settingOutOffset: number;
  readonly returnEnds: boolean;
  readonly returnJambs: boolean;
  readonly outside: Side;
  readonly buildUp: string;
  readonly base: number;
  readonly top: WallTop;
  readonly role: WallRole;
  readonly standsApart: boolean;
  readonly certainty: Certainty;
}

/** `line`: from the end of the setting-out line; `face`: from the face of a wall jointed there, read on one side. */
export type SetOutOrigin =
  { readonly kind: 'line' } | { readonly kind: 'face'; readonly wall: string; readonly side: Side };

/** `hinge`: which jamb, `near` being nearer the origin's end; `opens`: to which side of the wall. */
export interface Handing {
  readonly hinge: 'near' | 'far';
  readonly opens: 'inside' | 'outside';
}

/** `sill` and head are above the storey's datum. */
export interface Opening {
  readonly id: string;
  readonly kind: 'opening';
  readonly name: string;
  readonly wall: string;
  readonly filling: Filling;
  readonly end: WallEnd;
  readonly origin: SetOutOrigin;
  readonly to: SetOutTo;
  readonly distance: number;
  readonly width: number;
  readonly height: number;
  readonly sill: number;
  readonly handing: Handing;
  readonly certainty: Certainty;
}

export type SlabOutline =
  | { readonly kind: 'walls'; readonly face: SlabFace }
  | { readonly kind: 'drawn'; readonly points: readonly Point[] };

/** `offset`: top of the slab above the storey's datum. */
export interface Slab {
  readonly id: string;
  readonly kind: 'slab';
  readonly name: string;
  readonly storey: string;
  readonly outline: SlabOutline;
  readonly thickness: number;
  readonly offset: number;
}

export interface RoofEdge {
  readonly wall: string;
  readonly kind: RoofEdgeKind;
}

/**
 * Solved from the outline of the storey's walls. Edges not listed are eaves. `plateLevel`: above the storey's
 * datum, where the underside crosses the outer line of the bearing; `thickness`: square to the slope.
 */
export interface Roof {
  readonly id: string;
  readonly kind: 'roof';
  readonly name: string;
  readonly storey: string;
  readonly pitch: number;
  readonly overhang: number;
  readonly plateLevel: number;
  readonly thickness: number;
  readonly edges: readonly RoofEdge[];
}

/** Round: as a prism of many sides. */
export type Section =
  | { readonly kind: 'rectangle'; readonly width: number; readonly depth: number }
  | { readonly kind: 'round'; readonly diameter: number };

/** A column or pier, free or in walls, which are cut round it. `at`: its middle; `base`: above the datum. */
export interface Column {
  readonly id: string;
  readonly kind: 'column';
  readonly name: string;
  readonly storey: string;
  readonly at: Point;
  readonly angle: number;
  readonly section: Section;
  readonly material: string;
  readonly base: number;
  readonly top: WallTop;
}

/**
 * A fire opening in the front or the back of a chimney, centred under its flue and standing on the datum. `reach`: how
 * far it runs on in front of the face, through the wall of an outside chimney; `hearth`: how far the hearth comes out.
 */
export interface Fire {
  readonly side: FireSide;
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  readonly reach: number;
  readonly hearth: number;
}

/**
 * A flue from a storey to the top. `along`, `across`: its middle from the chimney's, to the right and to the back;
 * `width` along, `depth` across. Without a fire it begins at the datum.
 */
export interface Flue {
  readonly storey: string;
  readonly along: number;
  readonly across: number;
  readonly width: number;
  readonly depth: number;
  readonly fire: Fire | null;
}

/** `roof`: so far above the highest point of the roofs; `height`: so far above the datum of the chimney's storey. */
export type ChimneyTop =
  { readonly kind: 'roof'; readonly above: number } | { readonly kind: 'height'; readonly height: number };

/**
 * A chimney through as many storeys as it is high. `at`: its middle; `angle`: of its width; its front lies to the right
 * of that direction. `base`: above the datum of `storey`; `gap`: kept clear of all that it passes through. The cap lies
 * on the top.
 */
export interface Chimney {
  readonly id: string;
  readonly kind: 'chimney';
  readonly name: string;
  readonly storey: string;
  readonly at: Point;
  readonly angle: number;
  readonly width: number;
  readonly depth: number;
  readonly material: string;
  readonly base: number;
  readonly top: ChimneyTop;
  readonly gap: number;
  readonly cap: number;
  readonly capOverhang: number;
  readonly flues: readonly Flue[];
}

/** A picture under the plan. `origin`: where its lower left corner lies; never scales the model. */
export interface TracingSheet {
  readonly id: string;
  readonly kind: 'sheet';
  readonly name: string;
  readonly storey: string;
  readonly blob: string;
  readonly mime: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly origin: Point;
  readonly angle: number;
  readonly mmPerPixel: number;
  readonly fade: number;
  readonly locked: boolean;
}

/**
 * How one joint is cut where that differs from the usual. `members`: the walls that meet and how, which is who the
 * joint is. `through`: the wall that runs through (of `square`: the one that runs past, the other stops at its face).
 * `plies`: single plies that run through their match or stop at it.
 */
export interface Joint {
  readonly id: string;
  readonly kind: 'joint';
  readonly storey: string;
  readonly members: readonly { readonly wall: string; readonly part: WallPart }[];
  readonly cut: JointCutKind;
  readonly through: string | null;
  readonly plies: readonly { readonly wall: string; readonly ply: number; readonly runs: boolean }[];
}

/** A face or the middle of a wall, a jamb or the middle of an opening; `low`: the jamb nearer end a of its wall. */
export type SizeEnd =
  | { readonly wall: string; readonly side: Side | 'centre' }
  | { readonly opening: string; readonly jamb: 'low' | 'high' | 'centre' };

/** `face`: so far off a face, away from its wall; `division`: parts of equal size between two parallel lines. */
export type GuideLine =
  | { readonly kind: 'points'; readonly a: Point; readonly b: Point }
  | { readonly kind: 'face'; readonly wall: string; readonly side: Side; readonly distance: number }
  | { readonly kind: 'division'; readonly from: SizeEnd; readonly to: SizeEnd; readonly parts: number };

/** Construction lines, endless, that print nowhere. */
export interface Guide {
  readonly id: string;
  readonly kind: 'guide';
  readonly name: string;
  readonly storey: string;
  readonly line: GuideLine;
}

/** A ray from where the two lines meet: along the face of a wall as it runs, or against it. */
export interface AngleArm {
  readonly wall: string;
  readonly side: Side;
  readonly reverse: boolean;
}

/** What a note points at: a place in a wall (from its start, to the left of its line), or of the storey. */
export type NoteTip =
  | { readonly kind: 'wall'; readonly wall: string; readonly t: number; readonly y: number }
  | { readonly kind: 'point'; readonly at: Point };

/**
 * `chain`: parallel lines in order; `place`: where the string lies, along the first of them from its start; `locked`:
 * sizes of the stretches that must stay. `angle`: counter-clockwise from the first arm to the second. `note`: a text at
 * an offset from its tip.
 */
export type DimensionForm =
  | {
      readonly kind: 'chain';
      readonly ends: readonly SizeEnd[];
      readonly place: number;
      readonly locked: readonly number[] | null;
    }
  | { readonly kind: 'angle'; readonly arms: readonly [AngleArm, AngleArm]; readonly radius: number }
  | { readonly kind: 'note'; readonly tip: NoteTip; readonly offset: Point; readonly text: string };

/** A dimension or note placed by hand. */
export interface Dimension {
  readonly id: string;
  readonly kind: 'dimension';
  readonly storey: string;
  readonly form: DimensionForm;
  readonly certainty: Certainty;
}

/** What the next wall is to be, under a name; `height` null: as high as its storey. */
export interface Preset {
  readonly id: string;
  readonly kind: 'preset';
  readonly name: string;
  readonly buildUp: string;
  readonly settingOut: SettingOut;
  readonly settingOutOffset: number;
  readonly outside: Side;
  readonly height: number | null;
  readonly base: number;
  readonly role: WallRole;
}

/** Things shown, hidden and locked together: all of a kind, or those that were put in. */
export interface Layer {
  readonly id: string;
  readonly kind: 'layer';
  readonly name: string;
  readonly holds:
    | { readonly by: 'kind'; readonly what: LayerKind }
    | { readonly by: 'items'; readonly items: readonly string[] };
  readonly shown: boolean;
  readonly locked: boolean;
}

/** `items`: walls, openings, columns, chimneys, in the order of the first set; `motion`: from the first set to this. */
export interface TwinSet {
  readonly items: readonly string[];
  readonly motion: Motion;
}

/** Mirrored or repeated sets that stay alike until they are released. */
export interface Twins {
  readonly id: string;
  readonly kind: 'twins';
  readonly sets: readonly TwinSet[];
}

/** A finding that was looked at and put off, with the reason; `finding` is the finding's id. */
export interface PutOff {
  readonly id: string;
  readonly kind: 'putOff';
  readonly finding: string;
  readonly reason: string;
}

export type Rec =
  | Settings
  | Storey
  | Material
  | BuildUp
  | Wall
  | Opening
  | Column
  | Chimney
  | Slab
  | Roof
  | TracingSheet
  | Joint
  | PutOff
  | Guide
  | Dimension
  | Preset
  | Layer
  | Twins;
export type Kind = Rec['kind'];
export type RecordOf<K extends Kind> = Extract<Rec, { kind: K }>;
export const kinds: readonly Kind[] = [
  'project',
  'storey',
  'material',
  'buildUp',
  'wall',
  'opening',
  'column',
  'chimney',
  'slab',
  'roof',
  'sheet',
  'joint',
  'putOff',
  'guide',
  'dimension',
  'preset',
  'layer',
  'twins'
];

export type Tables = { readonly [K in Kind]: ReadonlyMap<string, RecordOf<K>> };

export interface Project {
  readonly schemaVersion: typeof schemaVersion;
  readonly tables: Tables;
}
