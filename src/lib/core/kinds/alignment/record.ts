/** The record of an alignment: a wall of an upper storey kept over one below. */
import { object } from 'yup';
import * as f from '../../document/fields';
import { wallLines, type WallLine } from '../wall/record';

/** `offset`: how far the upper wall's line lies outwards of the lower one's; 0: flush, more: it oversails. */
export interface Alignment {
  readonly id: string;
  readonly kind: 'alignment';
  readonly name: string;
  readonly upper: string;
  readonly upperLine: WallLine;
  readonly lower: string;
  readonly lowerLine: WallLine;
  readonly offset: number;
}

/** What an alignment may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  upper: f.id(),
  upperLine: f.choice(wallLines),
  lower: f.id(),
  lowerLine: f.choice(wallLines),
  offset: f.mm()
});

declare module '../../document/record' {
  interface Records {
    alignment: Alignment;
  }
}
