/** The record of a slab: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { array, boolean, mixed, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';
import type { ThickEdge } from '../../kernels/solids/thick-edge';
import type { FallLine, Level } from '../../kernels/falls/surface';

export const slabFaces = ['outer', 'structure', 'inner'] as const;

export type SlabFace = (typeof slabFaces)[number];

export type SlabOutline =
  | { readonly kind: 'walls'; readonly face: SlabFace }
  /** What walls leave clear round a place. */
  | { readonly kind: 'room'; readonly at: Point }
  | { readonly kind: 'drawn'; readonly points: readonly Point[] };

/** One way, from its highest corner, which stays at its level; `slope`: fall for each mm of plan. Or by heights. */
export type Falls =
  | { readonly kind: 'plane'; readonly direction: number; readonly slope: number }
  | { readonly kind: 'levels'; readonly levels: readonly Level[]; readonly lines: readonly FallLine[] };

/** The ground is brought to it: so far under its top, with banks that run out by `run` for each mm of height. */
export interface SlabPad {
  readonly drop: number;
  readonly run: number;
}

/** What a slab is without falls, holes and plies. */
export const plainSlab = {
  holes: [],
  buildUp: null,
  falls: null,
  underside: 'tilted',
  varies: 0,
  least: 0,
  pad: null,
  from: null,
  edge: null,
  guard: false
} as const;

export const undersides = ['tilted', 'flat'] as const;

/** With falls: all of it tilts, or its underside stays flat and one ply varies. */
export type Underside = (typeof undersides)[number];

/**
 * `offset`: top of the slab above the storey's datum, or with `from` above the top of that foundation. Of plies it is as thick as these. `varies`: which ply takes up falls
 * over a flat underside, as thick as it is told where the fall is nothing, and nowhere thinner than `least`.
 */
export interface Slab extends Worked {
  readonly id: string;
  readonly kind: 'slab';
  readonly name: string;
  readonly storey: string;
  readonly outline: SlabOutline;
  readonly thickness: number;
  readonly material: string;
  readonly offset: number;
  readonly holes: readonly (readonly Point[])[];
  readonly buildUp: string | null;
  readonly falls: Falls | null;
  readonly underside: Underside;
  readonly varies: number;
  readonly least: number;
  readonly pad: SlabPad | null;
  /** A footing with a foundation wall. */
  readonly from: string | null;
  /** Deeper along its border, with a side of 45 degrees within; null where it is as thick as elsewhere. */
  readonly edge: ThickEdge | null;
  /** Guards along it and its holes where one could fall from it. */
  readonly guard: boolean;
}

export const outline = () =>
  mixed()
    .required()
    .test(
      'outline',
      '${path} must name a face of the walls, a place in a room, or at least three points',
      (value) => {
        const given = value as { kind?: unknown; face?: unknown; points?: unknown };
        if (given.kind === 'walls') return slabFaces.includes(given.face as never);
        if (given.kind === 'room') return f.point().isValidSync((value as { at?: unknown }).at);
        return given.kind === 'drawn' && array(f.point()).min(3).isValidSync(given.points);
      }
    );

const level = () => object({ at: f.point(), z: f.mm() }).required();

const line = () => object({ from: level(), to: level() }).required();

const falls = () =>
  f
    .formed({
      plane: object({
        kind: f.kind(),
        direction: f.mm(),
        slope: number().positive().max(steepest).required()
      }),
      levels: object({
        kind: f.kind(),
        levels: array(level()).max(mostLevels).required(),
        lines: array(line()).max(mostLevels).required()
      })
    })
    .nullable();

/** What falls more is a ramp, not a slab. */
export const steepest = 1;

export const mostLevels = 200;

/** What a slab may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  outline: outline(),
  material: f.id(),
  thickness: f.size(),
  offset: f.mm(),
  holes: array(array(f.point()).min(3).required()).max(mostLevels).required(),
  buildUp: f.id().nullable().defined(),
  falls: falls(),
  underside: f.choice(undersides),
  varies: number().integer().min(0).max(100).required(),
  least: number().min(0).max(f.most).required(),
  pad: object({ drop: number().min(0).max(f.most).required(), run: number().min(0.1).max(100).required() })
    .nullable()
    .defined()
    .default(undefined),
  from: f.id().nullable().defined(),
  edge: object({ width: f.size(), depth: f.size() }).nullable().defined().default(undefined),
  guard: boolean().required()
});

declare module '../../document/record' {
  interface Records {
    slab: Slab;
  }
}
