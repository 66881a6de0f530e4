/** The record of a deferral: what is stored of it, and what the reader lets in. */
import { object } from 'yup';
import * as f from '../../document/fields';

/** A finding that was looked at and put off, with the reason; `finding` is the finding's id. */
export interface Deferral {
  readonly id: string;
  readonly kind: 'deferral';
  readonly finding: string;
  readonly reason: string;
}

/** What a deferral may be in a file, besides its id and kind. */
export const schema = object({ finding: f.id(), reason: f.text() });

declare module '../../document/record' {
  interface Records {
    deferral: Deferral;
  }
}
