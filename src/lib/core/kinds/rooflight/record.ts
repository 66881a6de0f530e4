/** The record of a rooflight: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { number, object, string } from 'yup';
import * as f from '../../document/fields';

/** `topHung`: about its upper edge; `pivot`: about its middle. */
export const lightOpens = ['fixed', 'topHung', 'pivot'] as const;

export type LightOpens = (typeof lightOpens)[number];

/**
 * An opening in a plane of a roof, with its frame and glass. It stands on the slope over one eave: over a wall, or over a
 * side of the roof's own outline. `along`: from the left end of that eave's bearing, seen from outside, to its middle;
 * `up`: along the slope from that line to its lower edge. `height`: along the slope; `upstand`: of its frame over the
 * covering, square to it.
 */
export interface Rooflight extends Worked {
  readonly id: string;
  readonly kind: 'rooflight';
  readonly name: string;
  readonly roof: string;
  readonly wall: string | null;
  readonly side: number | null;
  readonly along: number;
  readonly up: number;
  readonly width: number;
  readonly height: number;
  readonly upstand: number;
  readonly opens: LightOpens;
}

/** What is made of it, mm: face of the frame, boards that line the hole, glass and how far under the frame's edge. */
export const lightMade = { face: 60, lining: 20, glass: 24, under: 10 } as const;

/** Of its glass, mm2. */
export const glassArea = ({ width, height }: Pick<Rooflight, 'width' | 'height'>): number =>
  Math.max(0, width - 2 * lightMade.face) * Math.max(0, height - 2 * lightMade.face);

/** Smaller ones have no glass, and on a lower frame it would lie under the covering. */
export const leastLight = { size: 2 * lightMade.face + 100, upstand: 40 } as const;

/** What a rooflight may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  roof: f.id(),
  wall: string().min(1).max(200).nullable().defined(),
  side: number().integer().min(0).max(1000).nullable().defined(),
  along: f.mm(),
  up: f.mm(),
  width: f.size(),
  height: f.size(),
  upstand: f.size(),
  opens: f.choice(lightOpens)
});

declare module '../../document/record' {
  interface Records {
    rooflight: Rooflight;
  }
}
