/**
 * How a door is most likely hung: so that it opens wide and clashes with no other, into the room and not into the passage,
 * its leaf standing open against the nearer wall.
 */
import type { Handing } from './record';
import { hung, isWide, type Door, type Swings } from './swings';

export interface Likeliest {
  readonly handing: Handing;
  /** Why, in words; empty where nothing speaks for one way. */
  readonly reason: string;
}

/** `opens`: where it is decided already. `near`, `far`: how much wall is left beside either jamb, mm. */
export function likeliestHanding(
  swings: Swings,
  door: Door,
  beside: { readonly near: number; readonly far: number },
  opens?: Handing['opens']
): Likeliest {
  const room = opens ?? roomOf(swings, door);
  const nearer = beside.near <= beside.far ? 'near' : 'far';
  const hinges = nearer === 'near' ? (['near', 'far'] as const) : (['far', 'near'] as const);
  const sides = opens
    ? [opens]
    : room === 'inside'
      ? (['inside', 'outside'] as const)
      : (['outside', 'inside'] as const);
  const ways = sides.flatMap((side) => hinges.map((hinge): Handing => ({ hinge, opens: side })));
  const trouble = ways.map((handing) => {
    const tried = hung(door, handing);
    return (isWide(swings, tried) ? 0 : 1) + swings.clashes(tried).length;
  });
  const best = trouble.indexOf(Math.min(...trouble));
  const handing = ways[best]!;
  const reasons = [
    ...(best > 0 ? ['clear of what is in the way'] : []),
    ...(opens === undefined && handing.opens === room ? ['into the larger room'] : []),
    ...(beside.near !== beside.far && handing.hinge === nearer ? ['against the nearer wall'] : [])
  ];
  return { handing, reason: reasons.join(', ') };
}

/** Inwards in a wall round the house; between rooms to the side where more is free. */
function roomOf(swings: Swings, door: Door): Handing['opens'] {
  const { role, outside } = door.frame.wall;
  if (role !== 'partition') return 'inside';
  const [left, right] = [swings.depth(door, 1), swings.depth(door, -1)];
  return left > right === (outside === 'left') && left !== right ? 'outside' : 'inside';
}
