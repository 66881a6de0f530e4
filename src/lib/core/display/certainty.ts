/** What is not sure is dotted. */
import type { Pen } from './marks';
import { isSure, type Certainty } from '../units/certainty';

/** What is assumed or unknown is dotted. */
export const sureness = (pen: Pen, { certainty }: { certainty: Certainty }): Pen =>
  isSure(certainty) ? pen : 'dotted';
