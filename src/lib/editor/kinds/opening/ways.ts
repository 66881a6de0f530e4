/** The two ways a door opens, in words: inwards and outwards in a wall round the house; from room to room, where to. */
import { compassOf } from '../../../core/geometry/compass';
import { scale } from '../../../core/geometry/point';
import { outwardsOf, type Wall } from '../../../core/kinds/wall/record';
import type { Handing } from '../../../core/kinds/opening/record';

type Opens = Handing['opens'];

export function wayOf(wall: Wall | undefined, opens: Opens): string {
  if (!wall || wall.role === 'exterior' || wall.role === 'foundation')
    return opens === 'inside' ? 'inwards' : 'outwards';
  return `to the ${compassOf(scale(outwardsOf(wall), opens === 'outside' ? 1 : -1))}`;
}

export const waysOf = (wall: Wall | undefined) =>
  (['inside', 'outside'] as const).map((value) => ({ value, label: wayOf(wall, value) }));
