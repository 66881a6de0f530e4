/** The catalogue that a new project starts with, in whole millimetres or whole inches. */
import { inch, type UnitSystem } from '../../units/length';
import { plainDoor, plainWindow } from './plain';
import type { CatalogueEntry } from './record';

/** Of a new opening: width, height, sill. */
type Size = readonly [number, number, number?];
type Spec = readonly [
  id: string,
  name: string,
  size: readonly [mm: Size, inches: Size],
  more: Partial<CatalogueEntry>
];

const cased = { width: 60, thickness: 18 };
const bare = { width: 0, thickness: 0 };
/** Of doors to the outside. */
const outside = {
  frame: { width: 60, depth: 95, recess: 60 },
  threshold: 20,
  casing: { outside: bare, inside: cased },
  glazing: 'safety',
  drip: 25,
  leaf: { ...plainDoor.leaf, style: 'glazed', glazed: 1, stile: 95, thickness: 54 }
} as const;

const doors: readonly Spec[] = [
  [
    'door-panelled',
    'Panelled door',
    [
      [910, 2110],
      [36, 80]
    ],
    {
      leaf: { ...plainDoor.leaf, style: 'panelled', panels: 3 }
    }
  ],
  [
    'door-boarded',
    'Boarded door',
    [
      [910, 2110],
      [36, 80]
    ],
    {
      leaf: { ...plainDoor.leaf, style: 'boarded' }
    }
  ],
  [
    'door-half-glazed',
    'Half-glazed door',
    [
      [910, 2110],
      [36, 80]
    ],
    {
      ...outside,
      leaf: { ...outside.leaf, glazed: 0.55, panels: 2 }
    }
  ],
  [
    'door-front',
    'Front door',
    [
      [1010, 2110],
      [36, 80]
    ],
    {
      ...outside,
      leaf: { ...outside.leaf, style: 'panelled', panels: 4 }
    }
  ],
  [
    'doors-glazed',
    'Glazed double doors',
    [
      [1790, 2110],
      [72, 80]
    ],
    { ...outside, form: 'pair' }
  ],
  [
    'doors-unequal',
    'Door and a half',
    [
      [1350, 2110],
      [54, 80]
    ],
    {
      form: 'pair',
      share: 0.68,
      leaf: { ...plainDoor.leaf, style: 'panelled', panels: 3 }
    }
  ],
  [
    'doors-sliding',
    'Sliding doors',
    [
      [2400, 2110],
      [96, 80]
    ],
    {
      ...outside,
      form: 'sliding',
      leaves: 2,
      frame: { width: 60, depth: 140, recess: 60 }
    }
  ],
  [
    'doors-folding',
    'Folding doors',
    [
      [3000, 2110],
      [120, 80]
    ],
    {
      ...outside,
      form: 'folding',
      leaves: 4
    }
  ],
  [
    'door-garage',
    'Garage door',
    [
      [2600, 2150],
      [108, 84]
    ],
    {
      form: 'garage',
      leaves: 5,
      frame: { width: 70, depth: 100, recess: null },
      casing: { outside: bare, inside: bare }
    }
  ],
  [
    'door-up-and-over',
    'Up-and-over door',
    [
      [2600, 2150],
      [108, 84]
    ],
    {
      form: 'garage',
      leaves: 1,
      frame: { width: 70, depth: 100, recess: null },
      casing: { outside: bare, inside: bare }
    }
  ],
  [
    'doors-french',
    'French doors, glass beside and above',
    [
      [2700, 2400],
      [108, 96]
    ],
    { ...outside, form: 'pair', handle: 'lever', beside: { left: 450, right: 450, above: 300 } }
  ],
  [
    'door-pivot',
    'Pivoting door',
    [
      [1200, 2400],
      [48, 96]
    ],
    { ...outside, form: 'pivot', handle: 'bar', leaf: { ...outside.leaf, style: 'boarded' } }
  ],
  [
    'door-pocket',
    'Pocket door',
    [
      [910, 2110],
      [36, 80]
    ],
    { form: 'pocket', handle: 'none' }
  ],
  [
    'door-barn',
    'Barn door',
    [
      [1010, 2110],
      [40, 80]
    ],
    { form: 'barn', handle: 'bar', leaf: { ...plainDoor.leaf, style: 'boarded' } }
  ],
  [
    'door-hatch',
    'Hatch',
    [
      [700, 700, 1000],
      [28, 28, 40]
    ],
    { form: 'hatch', handle: 'knob', leaf: { ...plainDoor.leaf, style: 'panelled', panels: 1, stile: 80 } }
  ]
];

const windows: readonly Spec[] = [
  [
    'window-two-lights',
    'Two lights',
    [
      [1200, 1200, 900],
      [48, 48, 36]
    ],
    { lights: ['left', 'right'] }
  ],
  [
    'window-three-lights',
    'Three lights',
    [
      [1800, 1200, 900],
      [72, 48, 36]
    ],
    {
      lights: ['left', 'fixed', 'right']
    }
  ],
  [
    'window-one-light',
    'One light',
    [
      [600, 1050, 1050],
      [24, 42, 42]
    ],
    { lights: ['left'] }
  ],
  [
    'window-fixed',
    'Fixed pane',
    [
      [1200, 1200, 900],
      [48, 48, 36]
    ],
    {}
  ],
  [
    'window-top-hung',
    'Top hung',
    [
      [900, 600, 1500],
      [36, 24, 60]
    ],
    { lights: ['top'] }
  ],
  [
    'window-sash',
    'Sash window',
    [
      [900, 1500, 700],
      [36, 60, 28]
    ],
    {
      form: 'sash',
      frame: { width: 50, depth: 120, recess: 80 },
      leaf: { ...plainWindow.leaf, stile: 50, thickness: 44 },
      bars: { upright: 1, level: 0 }
    }
  ],
  [
    'window-barred',
    'Two barred lights',
    [
      [1200, 1050, 1000],
      [48, 42, 38]
    ],
    {
      lights: ['left', 'right'],
      bars: { upright: 1, level: 2 }
    }
  ],
  [
    'window-sliding',
    'Sliding window',
    [
      [1500, 1200, 900],
      [60, 48, 36]
    ],
    {
      form: 'sliding',
      leaves: 2,
      frame: { width: 60, depth: 120, recess: 60 },
      leaf: { ...plainWindow.leaf, thickness: 50 }
    }
  ],
  [
    'window-tilt-turn',
    'Tilt and turn',
    [
      [1000, 1300, 800],
      [40, 52, 32]
    ],
    { lights: ['tiltRight'] }
  ],
  [
    'window-awning',
    'Awning over a fixed pane',
    [
      [900, 1400, 700],
      [36, 56, 28]
    ],
    { lights: ['top', 'fixed'], rows: 2 }
  ],
  [
    'window-obscured',
    'Obscured light',
    [
      [600, 900, 1200],
      [24, 36, 48]
    ],
    { lights: ['top'], glazing: 'obscured' }
  ],
  [
    'window-louvre',
    'Louvre',
    [
      [600, 900, 1200],
      [24, 36, 48]
    ],
    { form: 'louvre', leaves: 6, glass: 6, handle: 'none' }
  ],
  [
    'window-screen',
    'Glazed screen',
    [
      [3600, 2400, 0],
      [144, 96, 0]
    ],
    {
      ...{ lights: ['fixed', 'fixed', 'fixed', 'fixed', 'left', 'fixed', 'fixed', 'right'], rows: 2 },
      ...{
        glazing: 'safety',
        ledge: { outside: { past: 40, thickness: 30 }, inside: { past: 0, thickness: 0 } }
      }
    }
  ],
  [
    'window-corner',
    'Corner pair',
    [
      [1200, 1200, 900],
      [48, 48, 36]
    ],
    { lights: ['left'], corner: { width: 1200, lights: ['fixed'] } }
  ],
  [
    'window-bay',
    'Splayed bay',
    [
      [2400, 1500, 600],
      [96, 60, 24]
    ],
    {
      ...{ lights: ['fixed', 'fixed'], bay: { depth: 600, splay: 450, boards: 50, sides: 'hung' } },
      casing: { outside: bare, inside: cased }
    }
  ],
  [
    'window-box-bay',
    'Box bay',
    [
      [1800, 1500, 600],
      [72, 60, 24]
    ],
    {
      ...{ lights: ['left', 'fixed', 'right'], bay: { depth: 450, splay: 0, boards: 50, sides: 'fixed' } },
      casing: { outside: bare, inside: cased }
    }
  ]
];

const ofDoors: CatalogueEntry = { ...plainDoor, handle: 'lever', casing: { outside: cased, inside: cased } };
const ofWindows: CatalogueEntry = {
  ...{ ...plainWindow, handle: 'lever', frame: { width: 60, depth: 70, recess: 80 } },
  ledge: { outside: { past: 40, thickness: 30 }, inside: { past: 30, thickness: 25 } }
};

export function starterEntries(system: UnitSystem): CatalogueEntry[] {
  const whole = (mm: number) => (system === 'ft' ? Math.round(mm / inch) * inch : mm);
  const entryOf =
    (model: CatalogueEntry) =>
    ([id, name, [mm, inches], more]: Spec): CatalogueEntry => {
      const [size, unit] = system === 'ft' ? [inches, inch] : [mm, 1];
      const [width, height, sill = 0] = size;
      return {
        ...model,
        id,
        name,
        size: { width: width * unit, height: height * unit, sill: sill * unit },
        ...more,
        ...(more.bay && { bay: { ...more.bay, depth: whole(more.bay.depth), splay: whole(more.bay.splay) } }),
        ...(more.corner && { corner: { ...more.corner, width: whole(more.corner.width) } })
      };
    };
  return [...doors.map(entryOf(ofDoors)), ...windows.map(entryOf(ofWindows))];
}
