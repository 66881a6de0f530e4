/** What an opening has otherwise than the entry that fills it. */
import { mixed } from 'yup';
import { merge } from '../../document/merge';
import { plainDoor } from './plain';
import { schema, type CatalogueEntry } from './record';

export type Overrides = Deep<Omit<CatalogueEntry, 'id' | 'kind' | 'name' | 'filling' | 'form' | 'size'>>;

type Deep<T> = {
  readonly [K in keyof T]?: T[K] extends readonly unknown[] ? T[K] : T[K] extends object ? Deep<T[K]> : T[K];
};

const bodySchema = schema.omit(['name', 'filling', 'form', 'size']).noUnknown(true);

/** All that can be otherwise. */
const body = Object.fromEntries(Object.entries(plainDoor).filter(([key]) => key in bodySchema.fields));

/** As a field of a record: null, or such that an entry with it is one. */
export const overrides = () =>
  mixed()
    .nullable()
    .defined()
    .test('overrides', '${path} must be null, or what a door set or window unit is made of', (value) => {
      if (value === null) return true;
      return isWithin(value, body) && bodySchema.isValidSync(merge(body, value as object), { strict: true });
    });

/** Whether all that is said is part of what there is. */
const isWithin = (given: unknown, whole: object): boolean =>
  typeof given === 'object' &&
  given !== null &&
  Object.entries(given).every(([key, value]) => {
    if (!Object.hasOwn(whole, key)) return false;
    const part = (whole as Record<string, unknown>)[key];
    return typeof part !== 'object' || part === null || Array.isArray(part) || isWithin(value, part);
  });
