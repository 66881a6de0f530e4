/** How rooflights open, in words. */
import { lightOpens, type LightOpens } from '../../../core/kinds/rooflight/record';

const words: Readonly<Record<LightOpens, string>> = {
  fixed: 'fixed',
  topHung: 'hung at its upper edge',
  pivot: 'turning about its middle'
};

export const opensWords = lightOpens.map((value) => ({ value, label: words[value] }));
