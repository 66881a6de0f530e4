/** Argument schemas that commands share. Lengths in mm, angles in degrees, as scripts write them. */
import { array, boolean, mixed, number, object, string } from 'yup';
import { certainties } from '../units/certainty';

/** Farther from the origin than this is a slip of the finger, mm. */
export const farthest = 1_000_000;

export const id = () =>
  string()
    .min(1)
    .max(80)
    .matches(/^[\w.:-]+$/, '${path} may hold letters, digits, - . _ :');

export const name = () => string().max(120);

export const mm = () => number().min(-farthest).max(farthest);

export const degrees = () => number().min(-3600).max(3600);

export const point = () => object({ x: mm().required(), y: mm().required() }).noUnknown(true);

export const ids = () => array(id().required()).min(1).max(20_000);

export const oneOf = <T extends string>(values: readonly T[]) =>
  string().oneOf([...values]) as ReturnType<typeof string<T>>;

export const side = () => oneOf(['left', 'right'] as const);

export const end = () => oneOf(['a', 'b'] as const);

export const flag = () => boolean();

export const certainty = () => oneOf(certainties);

export const units = () =>
  object({
    system: oneOf(['mm', 'cm', 'm', 'ft'] as const).required(),
    fineness: number().positive().max(1000).required()
  }).noUnknown(true);

export { array, mixed, number, object, string };
