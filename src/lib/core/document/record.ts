/**
 * The document: tables of plain, immutable records by stable id. Lengths in mm, angles in radians, x right, y up
 * the page, z up. Derived values never live here. See docs/file-format.md.
 */

/** The form of the document that this version of the program writes. */
export const schemaVersion = 19;

/**
 * The type of record of each kind. It is empty here: every kind adds its own from its folder (`declare module`), so
 * that the document stays generic over the kinds and yet `tables.wall` is known to hold walls.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface Records {}

export type Kind = keyof Records;
export type RecordOf<K extends Kind> = Records[K];
export type Rec = Records[Kind];

/** For each kind its records by id. Tables are never changed in place; those that a patch leaves alone are shared. */
export type Tables = { readonly [K in Kind]: ReadonlyMap<string, Records[K]> };

/**
 * Anything with tables: what patches apply to. `lastIds`: the highest number that ids with a prefix ever had in the life
 * of the project, so that no id is given twice: it only rises, whatever is deleted or undone.
 */
export interface Tabled {
  readonly tables: Tables;
  readonly lastIds: Readonly<Record<string, number>>;
}
