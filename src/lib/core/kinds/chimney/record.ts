/** The record of a chimney: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { array, mixed, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

export const fireSides = ['front', 'back'] as const;

export type FireSide = (typeof fireSides)[number];

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
export interface Chimney extends Worked {
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
  readonly capMaterial: string;
  readonly hearthMaterial: string;
  readonly flues: readonly Flue[];
}

export const chimneyTop = () =>
  mixed()
    .required()
    .test('top', '${path} must be so far above the roof, or a height', (value) => {
      const given = value as { kind?: unknown; above?: unknown; height?: unknown };
      return given.kind === 'roof' ? Number.isFinite(given.above) : Number.isFinite(given.height);
    });

/** What a chimney may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  storey: f.id(),
  at: f.point(),
  angle: number().required(),
  width: f.size(),
  depth: f.size(),
  material: f.id(),
  base: f.mm(),
  top: chimneyTop(),
  gap: number().min(0).max(f.most).required(),
  cap: number().min(0).max(f.most).required(),
  capOverhang: number().min(0).max(f.most).required(),
  capMaterial: f.id(),
  hearthMaterial: f.id(),
  flues: array(
    object({
      storey: f.id(),
      along: f.mm(),
      across: f.mm(),
      width: f.size(),
      depth: f.size(),
      fire: object({
        side: f.choice(fireSides),
        width: f.size(),
        height: f.size(),
        depth: f.size(),
        reach: number().min(0).max(f.most).required(),
        hearth: number().min(0).max(f.most).required()
      })
        .nullable()
        .defined()
        .default(undefined)
    }).required()
  )
    .min(1)
    .required()
});

declare module '../../document/record' {
  interface Records {
    chimney: Chimney;
  }
}
