/** The two ways a door opens, in words: inwards and outwards in a wall round the house; from room to room, where to. */
import { compassOf } from '../../../core/geometry/compass';
import { scale } from '../../../core/geometry/point';
import { outwardsOf, type Wall } from '../../../core/kinds/wall/record';
import type { Handing } from '../../../core/kinds/opening/record';

type Opens = Handing['opens'];

/** The points of an opening that a distance runs to, and the jambs that it can be hung on. */
export const setOutChoices = [
  { value: 'near', label: 'near jamb' },
  { value: 'centre', label: 'centre' },
  { value: 'far', label: 'far jamb' }
] as const;
export const jambChoices = setOutChoices.filter(({ value }) => value !== 'centre');

export function wayOf(wall: Wall | undefined, opens: Opens): string {
  if (!wall || wall.role === 'exterior' || wall.role === 'foundation')
    return opens === 'inside' ? 'inwards' : 'outwards';
  return `to the ${compassOf(scale(outwardsOf(wall), opens === 'outside' ? 1 : -1))}`;
}

export const waysOf = (wall: Wall | undefined) =>
  (['inside', 'outside'] as const).map((value) => ({ value, label: wayOf(wall, value) }));
