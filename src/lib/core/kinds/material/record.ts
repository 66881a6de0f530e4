/** The record of a material: what is stored of it, and what the reader lets in. */
import { number, object, string } from 'yup';
import * as f from '../../document/fields';
import { hatches, type Hatch } from '../../display/marks';

export const textures = ['plain', 'courses', 'bond', 'boards', 'tiles'] as const;

export type Texture = (typeof textures)[number];

/**
 * `conductivity`: W/(m K); null for an unventilated cavity, whose resistance ISO 6946 gives. `density`: kg/m3.
 * `waste`: the share of what is laid that is cut off besides, 0.1: a tenth. `texture` repeats at `unitLength` by `unitHeight`, mm, in the model.
 */
export interface Material {
  readonly id: string;
  readonly kind: 'material';
  readonly name: string;
  readonly colour: string;
  readonly hatch: Hatch;
  readonly conductivity: number | null;
  readonly density: number;
  readonly waste: number;
  readonly texture: Texture;
  readonly unitLength: number;
  readonly unitHeight: number;
}

export type MaterialTable = ReadonlyMap<string, Material>;

/** What a material may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  colour: string()
    .matches(/^#[0-9A-Fa-f]{6}$/)
    .required(),
  hatch: f.choice(hatches),
  conductivity: number().positive().max(1000).nullable().defined(),
  density: number().min(0).max(30_000).required(),
  waste: number().min(0).max(1).required(),
  texture: f.choice(textures),
  unitLength: number().min(0).max(f.most).required(),
  unitHeight: number().min(0).max(f.most).required()
});

declare module '../../document/record' {
  interface Records {
    material: Material;
  }
}
