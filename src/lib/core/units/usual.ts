/** Sizes that are proposed where none is said, mm: round ones in the units of the project. */
import { inch, type LengthUnits } from './length';

const metric = {
  wall: 200,
  lowWall: 900,
  parapet: 450,
  foundation: 1050,
  settingOutOffset: 50,
  door: { width: 910, height: 2110, sill: 0 },
  window: { width: 1200, height: 1210, sill: 900 },
  none: { width: 1200, height: 2110, sill: 0 },
  storey: 2700,
  floorDepth: 300,
  slab: 150,
  /** Of a corner or gully, above a slab's level. */
  fall: -20,
  /** Contours of the ground stand so far apart. */
  contour: 250,
  footing: { projection: 150, thickness: 300, depth: 1050, working: 150 },
  overhang: 450,
  roof: 200,
  plate: 2400,
  column: 300,
  chimney: {
    ...{ width: 1500, backToBack: 900, breast: 600 },
    ...{ fireWidth: 800, fireHeight: 900, fireDepth: 340, hearth: 400 },
    ...{ flue: 200, flueIn: 100, above: 900, gap: 50, foot: 600 }
  },
  /** `height`: of its front over the plane; `setback`: from the line of the wall under it. */
  dormer: { width: 1800, height: 1300, setback: 600, overhang: 150, cheeks: 150 },
  rooflight: { width: 780, height: 1180, upstand: 80 },
  stair: 900,
  /** From a corner face or to the start, before anything is pointed at; and the pointer's step along a wall. */
  setOut: 600,
  step: 50
};

export type UsualSizes = typeof metric;

const feet = 12 * inch;
const imperial: UsualSizes = {
  wall: 5.5 * inch,
  lowWall: 3 * feet,
  parapet: 1.5 * feet,
  foundation: 3.5 * feet,
  settingOutOffset: 2 * inch,
  door: { width: 3 * feet, height: 80 * inch, sill: 0 },
  window: { width: 4 * feet, height: 4 * feet, sill: 32 * inch },
  none: { width: 4 * feet, height: 80 * inch, sill: 0 },
  storey: 9 * feet,
  floorDepth: feet,
  slab: 6 * inch,
  fall: -0.75 * inch,
  contour: feet,
  footing: { projection: 6 * inch, thickness: feet, depth: 3.5 * feet, working: 6 * inch },
  overhang: 1.5 * feet,
  roof: 8 * inch,
  plate: 8 * feet,
  column: feet,
  chimney: {
    ...{ width: 5 * feet, backToBack: 3 * feet, breast: 2 * feet },
    ...{ fireWidth: 32 * inch, fireHeight: 3 * feet, fireDepth: 14 * inch, hearth: 16 * inch },
    ...{ flue: 8 * inch, flueIn: 4 * inch, above: 3 * feet, gap: 2 * inch, foot: 2 * feet }
  },
  dormer: { width: 6 * feet, height: 4 * feet, setback: 2 * feet, overhang: 6 * inch, cheeks: 6 * inch },
  rooflight: { width: 30 * inch, height: 46 * inch, upstand: 3 * inch },
  stair: 3 * feet,
  setOut: 2 * feet,
  step: 2 * inch
};

export const usualSizes = ({ system }: LengthUnits): UsualSizes => (system === 'ft' ? imperial : metric);
