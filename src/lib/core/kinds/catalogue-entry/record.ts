/** The record of a catalogue entry: a door set or a window unit, as dimensions that its body is computed from. */
import { array, mixed, number, object } from 'yup';
import * as f from '../../document/fields';

/**
 * `hinged`: one leaf; `pair`: two, the first at the jamb that the opening is hung on; `pivot`: one, turning in its width;
 * `sliding`: in two tracks; `pocket`: one, into the wall at that jamb; `barn`: one, in front of the wall; `folding`:
 * leaves in line; `garage`: sections one above the other, up and over; `hatch`: one leaf in a frame all round.
 */
export const doorForms = [
  ...(['hinged', 'pair', 'pivot', 'sliding', 'pocket', 'barn', 'folding', 'garage', 'hatch'] as const)
] as const;

/**
 * `casement`: lights side by side in rows, each opening as `lights` says; `sash`: two, one above the other; `sliding`: two
 * tracks; `louvre`: blades of glass.
 */
export const windowForms = ['casement', 'sash', 'sliding', 'louvre'] as const;

export const forms = [...new Set([...doorForms, ...windowForms])] as const;

export type EntryForm = (typeof forms)[number];

export const leafStyles = ['flush', 'panelled', 'boarded', 'glazed'] as const;

export type LeafStyle = (typeof leafStyles)[number];

/** Which side a light is hung on, or which and at its foot; seen from inside. */
export const lightWays = ['fixed', 'left', 'right', 'top', 'bottom', 'tiltLeft', 'tiltRight'] as const;

export type LightWay = (typeof lightWays)[number];

export const glazings = ['clear', 'obscured', 'safety'] as const;

/** `lever`: with its neck; `knob`; `bar`: upright, on two necks. */
export const handles = ['none', 'lever', 'knob', 'bar'] as const;

/**
 * Outside of the leaf a threshold is `level`, a `stepped` one half as high, a `weathered` one falls to half its height; a
 * `ramped` one falls to a quarter on both sides.
 */
export const thresholdShapes = ['level', 'stepped', 'weathered', 'ramped'] as const;

export type ThresholdShape = (typeof thresholdShapes)[number];

/** How the sides of a bay open: `hung` beside the wall. */
export const baySides = ['fixed', 'hung', 'top'] as const;

/** A strip on the face of the wall round an opening; none where its width is 0. */
export interface Trim {
  readonly width: number;
  readonly thickness: number;
}

/** What lies in front of a frame, as far as past the face of the wall; none where its thickness is 0. */
export interface Ledge {
  readonly past: number;
  readonly thickness: number;
}

/**
 * Lengths in mm. `leaves`: how many, of sliding and folding ones and of a garage door's sections. `share`: of the first leaf
 * of a pair. `stile`: the width of the frame of a leaf or light; `thickness`: how thick that is. `glazed`: which part of a
 * leaf's height is glass, from its top. `bars`: how many divide each pane, upright and level. `frame.depth` null: as deep as
 * the wall; `frame.recess`: from the outer face, null: in the middle of the structure. `lights`: seen from inside, row by
 * row from the top, in so many `rows`. `drip`: how far the bar at the foot of a leaf stands out; 0: none. `reveal`: how
 * thick the boards are that line the wall from the frame to its faces; 0: none. `beside`: how wide the fixed glass is
 * beside the leaves of a door, seen from inside, and how high above them; 0: none. `bay`: how far the front of a window
 * stands off the wall, 0: not at all, how far either side comes in along the wall by then, and how thick the boards are at
 * its foot and head. `corner`: how wide a window goes on in the wall round the corner, 0: not at all, and its lights there.
 */
export interface CatalogueEntry {
  readonly id: string;
  readonly kind: 'catalogueEntry';
  readonly name: string;
  readonly filling: 'door' | 'window';
  readonly form: EntryForm;
  readonly leaves: number;
  readonly share: number;
  readonly lights: readonly LightWay[];
  readonly rows: number;
  readonly leaf: {
    readonly style: LeafStyle;
    readonly panels: number;
    readonly glazed: number;
    readonly stile: number;
    readonly thickness: number;
  };
  readonly bars: { readonly upright: number; readonly level: number };
  readonly glass: number;
  readonly glazing: (typeof glazings)[number];
  readonly handle: (typeof handles)[number];
  readonly drip: number;
  readonly reveal: { readonly outside: number; readonly inside: number };
  readonly beside: { readonly left: number; readonly right: number; readonly above: number };
  readonly bay: {
    readonly depth: number;
    readonly splay: number;
    readonly boards: number;
    readonly sides: (typeof baySides)[number];
  };
  readonly corner: { readonly width: number; readonly lights: readonly LightWay[] };
  readonly frame: { readonly width: number; readonly depth: number | null; readonly recess: number | null };
  readonly threshold: number;
  readonly thresholdShape: ThresholdShape;
  readonly casing: { readonly outside: Trim; readonly inside: Trim };
  readonly ledge: { readonly outside: Ledge; readonly inside: Ledge };
  /** Of a new opening that is filled by it. */
  readonly size: { readonly width: number; readonly height: number; readonly sill: number };
}

const least = (from: number) => number().min(from).max(f.most).required();
const trim = () => object({ width: least(0), thickness: least(0) }).required();
const ledge = () => object({ past: least(0), thickness: least(0) }).required();
const lights = () => array(mixed<LightWay>().oneOf(lightWays).required()).min(1).max(48).required();
const count = (most: number, from = 0) => number().integer().min(from).max(most).required();

/** What a catalogue entry may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  filling: f.choice(['door', 'window'] as const),
  form: f.choice(forms),
  leaves: count(12, 1),
  share: number().min(0.1).max(0.9).required(),
  lights: lights(),
  rows: count(12, 1),
  leaf: object({
    style: f.choice(leafStyles),
    panels: count(12, 1),
    glazed: number().min(0).max(1).required(),
    stile: least(1),
    thickness: least(1)
  }).required(),
  bars: object({ upright: count(12), level: count(12) }).required(),
  glass: least(1),
  glazing: f.choice(glazings),
  handle: f.choice(handles),
  drip: least(0),
  reveal: object({ outside: least(0), inside: least(0) }).required(),
  beside: object({ left: least(0), right: least(0), above: least(0) }).required(),
  bay: object({ depth: least(0), splay: least(0), boards: least(0), sides: f.choice(baySides) }).required(),
  corner: object({ width: least(0), lights: lights() }).required(),
  frame: object({
    width: least(1),
    depth: number().min(1).max(f.most).nullable().defined(),
    recess: number().min(0).max(f.most).nullable().defined()
  }).required(),
  threshold: least(0),
  thresholdShape: f.choice(thresholdShapes),
  casing: object({ outside: trim(), inside: trim() }).required(),
  ledge: object({ outside: ledge(), inside: ledge() }).required(),
  size: object({ width: f.size(), height: f.size(), sill: f.mm() }).required()
});

declare module '../../document/record' {
  interface Records {
    catalogueEntry: CatalogueEntry;
  }
}
