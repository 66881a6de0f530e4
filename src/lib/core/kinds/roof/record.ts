/** The record of a roof: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { array, boolean, number, object, string } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

/** `abutment`: upright at a wall that goes on above it. `meeting`: runs on into another roof, as far as that is lower. */
export const roofEdgeKinds = ['eave', 'gable', 'abutment', 'meeting'] as const;

export type RoofEdgeKind = (typeof roofEdgeKinds)[number];

export const edgeWords: Readonly<Record<RoofEdgeKind, string>> = {
  eave: 'an eave',
  gable: 'a gable',
  abutment: 'an abutment',
  meeting: 'an end in another roof'
};

/** Kinds that stand at something else, and so have no overhang. */
export const isBare = (kind: RoofEdgeKind) => kind === 'abutment' || kind === 'meeting';

/** Of an edge that is as its roof has it. */
export const asRoof = {
  ...{ pitch: null, overhang: null, plateLevel: null, seat: null, second: null },
  ...{ fascia: null, soffit: null }
} as const;

/** How an eave ends: upright, square to the slope, or level from its top edge or the plate, whichever is lower. */
export const eaveCuts = ['plumb', 'square', 'level'] as const;

export type EaveCut = (typeof eaveCuts)[number];

/** Under an overhang: nothing, boards level from its foot to the wall, or boards along the underside. */
export const soffits = ['open', 'level', 'sloped'] as const;

export type Soffit = (typeof soffits)[number];

/** How thick boards at the edges are, and how far the foot of a fascia hangs below a level soffit behind it, mm. */
export const boards = { fascia: 25, soffit: 12, nib: 10 } as const;

/** Of a roof of one covering that bears on its outer line, ends at its eaves without boards, runs to its ridge, and has no cheeks. */
export const plainEnds = {
  buildUp: null,
  cutOff: null,
  seat: 0,
  eaveCut: 'plumb',
  fascia: 0,
  soffit: 'open',
  cheeks: null
} as const;

/** Upright sides of a roof that is let into another. */
export interface Cheeks {
  readonly thickness: number;
  readonly material: string;
}

/** A slope that begins `above` the plate, at the wall's face: of an eave its second pitch, of a gable a half hip. */
export interface SecondSlope {
  readonly above: number;
  readonly pitch: number;
}

/**
 * What is null is as the roof has it. `overhang`: of a gable, how far its verge projects; what is bare has none. `fascia`:
 * how deep the board at its outer line is, plumb, of a gable the barge board; 0: none.
 */
export interface EdgeSettings {
  readonly kind: RoofEdgeKind;
  readonly pitch: number | null;
  readonly overhang: number | null;
  readonly plateLevel: number | null;
  readonly seat: number | null;
  readonly second: SecondSlope | null;
  readonly fascia: number | null;
  readonly soffit: Soffit | null;
}

export interface RoofEdge extends EdgeSettings {
  readonly wall: string;
}

/**
 * A side of an outline of its own, as it runs counter-clockwise: the outer face of a wall, or its inner one (the wall is
 * a parapet then), a line that was drawn, or, where both are null, straight from the end of the side before to the
 * beginning of the one after.
 */
export interface RoofSide extends EdgeSettings {
  readonly wall: string | null;
  readonly inner: boolean;
  readonly line: { readonly from: Point; readonly to: Point } | null;
}

/**
 * Solved from an outline: that of its storey's outer walls, or one of its own `sides`. Of the first, edges not listed are
 * eaves as it says. `plateLevel`: above the storey's datum, where the underside crosses the line of its seat, which lies
 * `seat` in from the outer line of the bearing; `thickness`: square to the slope.
 */
export interface Roof extends Worked {
  readonly id: string;
  readonly kind: 'roof';
  readonly name: string;
  readonly storey: string;
  readonly pitch: number;
  readonly overhang: number;
  readonly plateLevel: number;
  readonly seat: number;
  readonly thickness: number;
  /** Its ridge is cut off level at this height of the top over the datum; null: it runs to its ridge. */
  readonly cutOff: number | null;
  readonly eaveCut: EaveCut;
  readonly fascia: number;
  readonly soffit: Soffit;
  readonly cheeks: Cheeks | null;
  readonly material: string;
  /** What it is made of, from the covering down: as thick as its plies, of the outermost's material; null: of one covering. */
  readonly buildUp: string | null;
  /** By wall, where the outline is the storey's; none where it has sides. */
  readonly edges: readonly RoofEdge[];
  readonly sides: readonly RoofSide[] | null;
}

const settings = {
  kind: f.choice(roofEdgeKinds),
  pitch: number().positive().max(1.5).nullable().defined(),
  overhang: number().min(0).max(f.most).nullable().defined(),
  plateLevel: number().min(-f.most).max(f.most).nullable().defined(),
  seat: number().min(0).max(f.most).nullable().defined(),
  second: object({
    above: f.size(),
    pitch: number().positive().max(1.5).required()
  })
    .nullable()
    .default(undefined)
    .defined(),
  fascia: number().min(0).max(f.most).nullable().defined(),
  soffit: string().oneOf(soffits).nullable().defined()
};

/** What a roof may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  pitch: number().positive().max(1.5).required(),
  overhang: number().min(0).max(f.most).required(),
  plateLevel: f.mm(),
  seat: number().min(0).max(f.most).required(),
  thickness: f.size(),
  cutOff: number().min(-f.most).max(f.most).nullable().defined(),
  eaveCut: f.choice(eaveCuts),
  fascia: number().min(0).max(f.most).required(),
  soffit: f.choice(soffits),
  cheeks: object({ thickness: f.size(), material: f.id() }).nullable().default(undefined).defined(),
  material: f.id(),
  buildUp: string().min(1).max(200).nullable().defined(),
  edges: array(object({ wall: f.id(), ...settings }).required()).required(),
  sides: array(
    object({
      wall: string().min(1).max(200).nullable().defined(),
      inner: boolean().required(),
      line: object({ from: f.point(), to: f.point() }).nullable().default(undefined).defined(),
      ...settings
    }).required()
  )
    .nullable()
    .defined()
});

declare module '../../document/record' {
  interface Records {
    roof: Roof;
  }
}
