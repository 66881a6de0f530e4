/** Fields of stored records as Yup schemas: what the reader of files lets in. Lengths in mm, angles in radians. */
import { mixed, number, object, string, type AnyObject, type ObjectSchema } from 'yup';
import { certainties } from '../units/certainty';

export const most = 10_000_000;

export const mm = () => number().min(-most).max(most).required();

export const size = () => number().positive().max(most).required();

export const text = (most = 1000) => string().max(most).defined();

export const id = () => string().min(1).max(200).required();

/** A name for one thing in all the world, such as 3f0c2a18-5b1e-4c63-9d0a-6c3f4f1b2a77. */
export const guid = () =>
  string()
    .matches(
      /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/,
      '${path} must be like 3f0c2a18-5b1e-4c63-9d0a-6c3f4f1b2a77'
    )
    .required();

export const point = () => object({ x: mm(), y: mm() }).required();

export const choice = (values: readonly string[]) =>
  string()
    .oneOf([...values])
    .required();

export const side = () => choice(['left', 'right']);

export const units = () => object({ system: choice(['mm', 'cm', 'm', 'ft']), fineness: size() });

export const certainty = () => choice(certainties);

/** One of several forms, told apart by its field `by`. */
export const formed = (forms: Readonly<Record<string, ObjectSchema<AnyObject>>>, by = 'kind') =>
  mixed()
    .required()
    .test(
      'form',
      ({ path }) => `${path} is of no known form, or lacks a value`,
      (value) => {
        // What may be none says so itself.
        if (value === null) return true;
        const form = forms[String((value as AnyObject)[by])];
        return form !== undefined && form.strict(true).isValidSync(value);
      }
    );

export const kind = () => string().required();
