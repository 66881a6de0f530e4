/** The record of a build up: what is stored of it, and what the reader lets in. */
import { array, object } from 'yup';
import * as f from '../../document/fields';
import { duties, type Duty } from '../../kernels/joints/frame';

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

/** A build-up of one ply of a material, named by its thickness in the words given. */
export const plainBuildUp = (id: string, material: string, thickness: number, shown: string): BuildUp => ({
  id,
  kind: 'buildUp',
  name: `Plain ${shown}`,
  fireRating: '',
  soundRating: '',
  plies: [{ material, thickness, duty: 'structure' }]
});

/** What a build up may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  fireRating: f.text(),
  soundRating: f.text(),
  plies: array(object({ material: f.id(), thickness: f.size(), duty: f.choice(duties) }).required())
    .min(1)
    .required()
});

declare module '../../document/record' {
  interface Records {
    buildUp: BuildUp;
  }
}
