/** How parts look for which no material is chosen. */
import type { PartRole } from './part';

export const roleLooks: Partial<Record<PartRole, { name: string; colour: string; alpha: number }>> = {
  frame: { name: 'Frame', colour: '#F1EEE6', alpha: 1 },
  lining: { name: 'Lining', colour: '#F1EEE6', alpha: 1 },
  leaf: { name: 'Door leaf', colour: '#4E6A62', alpha: 1 },
  sash: { name: 'Sash', colour: '#E6E2D6', alpha: 1 },
  bar: { name: 'Glazing bar', colour: '#F1EEE6', alpha: 1 },
  threshold: { name: 'Threshold', colour: '#8C8A80', alpha: 1 },
  casing: { name: 'Casing', colour: '#ECE8DC', alpha: 1 },
  ledge: { name: 'Sill', colour: '#DAD6C9', alpha: 1 },
  handle: { name: 'Handle', colour: '#77756E', alpha: 1 },
  drip: { name: 'Drip', colour: '#B9B6AA', alpha: 1 },
  track: { name: 'Track', colour: '#77756E', alpha: 1 },
  earth: { name: 'Earth', colour: '#D2D7B8', alpha: 1 },
  fascia: { name: 'Fascia', colour: '#F1EEE6', alpha: 1 },
  bargeBoard: { name: 'Barge board', colour: '#F1EEE6', alpha: 1 },
  soffit: { name: 'Soffit', colour: '#E6E2D6', alpha: 1 },
  glass: { name: 'Glass', colour: '#A9C6CF', alpha: 0.45 },
  obscured: { name: 'Obscured glass', colour: '#DCE4E3', alpha: 0.85 }
};
