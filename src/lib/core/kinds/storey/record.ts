/** The record of a storey: what is stored of it, and what the reader lets in. */
import { number, object } from 'yup';
import * as f from '../../document/fields';
import type { Project } from '../../document/kind';

/** `datum`: finished floor above project zero; `height`: datum to next datum; `floorDepth`: under the datum. */
export interface Storey {
  readonly id: string;
  readonly kind: 'storey';
  readonly name: string;
  readonly datum: number;
  readonly height: number;
  readonly floorDepth: number;
}

/** Storeys from the lowest datum up; ties by id. */
export function storeysInOrder(project: Project): Storey[] {
  return [...project.tables.storey.values()].sort((p, q) => p.datum - q.datum || (p.id < q.id ? -1 : 1));
}

/** The storey next above or below; undefined where none is. */
export const storeyAbove = (project: Project, id: string): Storey | undefined => besideIt(project, id, 1);
export const storeyBelow = (project: Project, id: string): Storey | undefined => besideIt(project, id, -1);

function besideIt(project: Project, id: string, step: 1 | -1): Storey | undefined {
  const order = storeysInOrder(project);
  return order[order.findIndex((one) => one.id === id) + step];
}

/** From the datum to the underside of the floor above; of the topmost storey as if one like its own came above. */
export function clearHeightOf(project: Project, { id, datum, height, floorDepth }: Storey): number {
  const above = storeyAbove(project, id);
  return above ? above.datum - above.floorDepth - datum : height - floorDepth;
}

/** How high what is carried up to roofs stands where none is over it: to the floor above, or the height of its storey. */
export function heightWithoutRoof(project: Project, id: string): number {
  const storey = project.tables.storey.get(id);
  if (!storey) return 0;
  return storeysInOrder(project).at(-1) === storey ? storey.height : clearHeightOf(project, storey);
}

export const datumOf = (project: { readonly tables: Pick<Project['tables'], 'storey'> }, storey: string) =>
  project.tables.storey.get(storey)?.datum ?? 0;

/** What a storey may be in a file, besides its id and kind. */
export const schema = object({
  name: f.text(),
  datum: f.mm(),
  height: f.size(),
  floorDepth: number().min(0).max(f.most).required()
});

declare module '../../document/record' {
  interface Records {
    storey: Storey;
  }
}
