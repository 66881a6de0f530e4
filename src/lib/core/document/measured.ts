/** Lists of lengths that were measured: one of them given, given anew, or taken away. */
import { toStored } from '../geometry/tolerances';
import { needHouseSize, needPositive, refuse } from './command';
import type { Project } from './kind';
import { knownOf, type Known, type KnownGiven } from './known';

type Sized = { readonly length: number } & Known;

/**
 * The list with a length given, which `isIt` tells among those that are there and `bare` says what it is of; null takes it
 * away. Measured anew, it is known by whoever measures now. `words`: what a refusal calls it.
 */
export function withMeasured<L extends Sized>(
  project: Project,
  list: readonly L[],
  {
    isIt,
    bare,
    words
  }: {
    readonly isIt: (one: L) => boolean;
    readonly bare: Omit<L, keyof Sized>;
    readonly words: string;
  },
  { length, ...given }: KnownGiven & { readonly length?: number | null | undefined }
): readonly L[] {
  if (length === null) return list.filter((one) => !isIt(one));
  const before = list.find(isIt);
  const size = length ?? before?.length;
  if (size === undefined) return refuse(project, 'survey.no-length', { texts: { pair: words } });
  needPositive(project, 'length', words, size);
  needHouseSize(project, 'length', words, size);
  const isAnew = length !== undefined && length !== before?.length;
  const known = knownOf(project, given, isAnew ? undefined : before);
  const measured = { ...bare, length: toStored(size), ...known } as L;
  return before ? list.map((one) => (isIt(one) ? measured : one)) : [...list, measured];
}
