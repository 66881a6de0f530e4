/** Ends of stairs that keep to the tops of floors. */
import { need } from '../../document/command';
import type { Project } from '../../document/kind';
import { toStored } from '../../geometry/tolerances';
import { isFloorOf, needFloor } from '../slab/lifted';
import { slabHeight } from '../slab/level';
import type { Stair } from './record';
import { arrivesOn } from './shape';

/** As it is with its floors where they are; one that is gone or of another storey is kept to no more. */
export function onFloors(project: Project, stair: Stair): Stair {
  const top = (slab: string | null, storey: string | undefined) =>
    isFloorOf(project, slab, storey)
      ? toStored(slabHeight(project, need(project, 'slab', slab!)))
      : undefined;
  const foot = top(stair.footFloor, stair.storey);
  const head = top(stair.headFloor, arrivesOn(project, stair)?.id);
  const now: Stair = {
    ...stair,
    ...(foot === undefined ? { footFloor: null } : { base: foot }),
    ...(head === undefined ? { headFloor: null } : { top: head })
  };
  const fields = ['base', 'top', 'footFloor', 'headFloor'] as const;
  return fields.every((field) => now[field] === stair[field]) ? stair : now;
}

type Given = { readonly [K in 'base' | 'top' | 'footFloor' | 'headFloor']?: Stair[K] | undefined };

/** What is said of its ends: a level that is typed holds, whatever it kept to. */
export function endsGiven(old: Stair, given: Given): Pick<Stair, 'footFloor' | 'headFloor'> {
  const kept = (floor: string | null | undefined, level: number | undefined, before: string | null) =>
    floor !== undefined ? floor : level !== undefined ? null : before;
  return {
    footFloor: kept(given.footFloor, given.base, old.footFloor),
    headFloor: kept(given.headFloor, given.top, old.headFloor)
  };
}

/** Refuses floors that are not of the storeys where it begins and ends. */
export function checkFloors(project: Project, stair: Stair, given: Given) {
  const ends = [
    [given.footFloor, stair.storey],
    [given.headFloor, arrivesOn(project, stair)?.id]
  ] as const;
  for (const [floor, storey] of ends) if (floor) needFloor(project, floor, storey);
}
