/** The record of a roof: what is stored of it, and what the reader lets in. */
import { array, number, object } from 'yup';
import * as f from '../../document/fields';

/** `abutment`: upright at a wall that goes on above it. */
export const roofEdgeKinds = ['eave', 'gable', 'abutment'] as const;

export type RoofEdgeKind = (typeof roofEdgeKinds)[number];

export const edgeWords: Readonly<Record<RoofEdgeKind, string>> = {
  eave: 'an eave',
  gable: 'a gable',
  abutment: 'an abutment'
};

/** Of an edge that is as its roof has it. */
export const asRoof = { pitch: null, overhang: null, plateLevel: null } as const;

/** What is null is as the roof has it. `overhang`: of a gable, how far its verge projects; an abutment has none. */
export interface RoofEdge {
  readonly wall: string;
  readonly kind: RoofEdgeKind;
  readonly pitch: number | null;
  readonly overhang: number | null;
  readonly plateLevel: number | null;
}

/**
 * Solved from the outline of the storey's walls. Edges not listed are eaves as it says. `plateLevel`: above the storey's
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
  readonly material: string;
  readonly edges: readonly RoofEdge[];
}

/** What a roof may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  storey: f.id(),
  pitch: number().positive().max(1.5).required(),
  overhang: number().min(0).max(f.most).required(),
  plateLevel: f.mm(),
  thickness: f.size(),
  material: f.id(),
  edges: array(
    object({
      wall: f.id(),
      kind: f.choice(roofEdgeKinds),
      pitch: number().positive().max(1.5).nullable().defined(),
      overhang: number().min(0).max(f.most).nullable().defined(),
      plateLevel: number().min(-f.most).max(f.most).nullable().defined()
    }).required()
  ).required()
});

declare module '../../document/record' {
  interface Records {
    roof: Roof;
  }
}
