/** What fills an opening that refers to no entry, and what a new entry begins as. */
import type { CatalogueEntry } from './record';

const none = { width: 0, thickness: 0 };
const noLedge = { past: 0, thickness: 0 };

/** A door set with one flush leaf in a lining as deep as the wall. */
export const plainDoor: CatalogueEntry = {
  ...{ id: '', kind: 'catalogueEntry', name: 'Plain door', filling: 'door', form: 'hinged' },
  ...{
    leaves: 1,
    share: 0.5,
    lights: ['fixed'],
    rows: 1,
    glass: 24,
    glazing: 'clear',
    threshold: 0,
    thresholdShape: 'level'
  },
  ...{ handle: 'none', drip: 0, reveal: { outside: 0, inside: 0 }, beside: { left: 0, right: 0, above: 0 } },
  bay: { depth: 0, splay: 0, boards: 0, sides: 'fixed' },
  corner: { width: 0, lights: ['fixed'] },
  leaf: { style: 'flush', panels: 1, glazed: 0, stile: 100, thickness: 44 },
  bars: { upright: 0, level: 0 },
  frame: { width: 30, depth: null, recess: null },
  casing: { outside: none, inside: none },
  ledge: { outside: noLedge, inside: noLedge },
  size: { width: 910, height: 2110, sill: 0 }
};

/** A fixed pane in a frame in the middle of the structure. */
export const plainWindow: CatalogueEntry = {
  ...plainDoor,
  ...{ name: 'Plain window', filling: 'window', form: 'casement' },
  leaf: { style: 'glazed', panels: 1, glazed: 1, stile: 55, thickness: 60 },
  frame: { width: 60, depth: 70, recess: null },
  size: { width: 1200, height: 1200, sill: 900 }
};

export const plainEntries = { door: plainDoor, window: plainWindow } as const;
