/** The colours of the drawing table by day and by night; app.css has the same names for the interface. */
import { mixColours } from './core/display/colours';

export interface Tokens {
  readonly chalk: string;
  readonly paper: string;
  readonly slate: string;
  readonly shale: string;
  readonly gorse: string;
  readonly heather: string;
  readonly tide: string;
  readonly lichen: string;
  readonly kelp: string;
  readonly fog: string;
  /** Behind the model, and the ground it stands on. */
  readonly sky: string;
  readonly ground: string;
  /** How much of a material's own colour shows in its cut. */
  readonly fill: number;
}
export type ThemeName = 'day' | 'night';

export const themes: Readonly<Record<ThemeName, Tokens>> = {
  day: {
    chalk: '#FFFFFF',
    paper: '#FBFAF6',
    slate: '#1F2B33',
    shale: '#5C6B73',
    gorse: '#D99A0B',
    heather: '#7A4A86',
    tide: '#2C6E9B',
    lichen: '#A9B48A',
    kelp: '#1F6F5C',
    fog: '#E6E9E8',
    sky: '#EDF0EE',
    ground: '#D9DDC6',
    fill: 0.75
  },
  night: {
    chalk: '#1F2B33',
    paper: '#162027',
    slate: '#E4E8E6',
    shale: '#9DABB2',
    gorse: '#E5B23A',
    heather: '#CFA3DA',
    tide: '#7FB9DE',
    lichen: '#6F7D50',
    kelp: '#74C7B0',
    fog: '#34444E',
    sky: '#1B262D',
    ground: '#39432F',
    fill: 0.42
  }
};

/** A material's colour toned towards the paper; a role of the tokens is its own colour. */
export const toneFill = (colour: string, tokens: Tokens): string =>
  colour in tokens ? String(tokens[colour as keyof Tokens]) : mixColours(tokens.paper, colour, tokens.fill);
