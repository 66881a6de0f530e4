/** Doors and windows that do not do what they are for: ways out, glass where one falls or breaks in, thresholds, casings. */
import { besides } from './review';
import type { Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { tolerances } from '../../geometry/tolerances';
import { formatArea } from '../../units/area';
import { clearOf } from '../catalogue-entry/clear';
import { isGlass } from '../../kernels/solids/part';
import { piecesOf } from '../catalogue-entry/pieces';
import { leavesOf } from '../catalogue-entry/unit';
import { storeyModelIn } from '../storey/model';
import { indexedRoofsFrom, planesOver } from '../roof/stages';
import { liesOver } from '../../kernels/roof/planes';

import { heightAt } from '../../geometry/plane';
import { leastShared, sharedArea } from '../../geometry/common-area';
import { boxOf, type Ring } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import { outlineOn } from '../wall/stages';
import { floorAt } from './floor';
import { filledOn, type Filled } from './filled';
import { clearOfWall, holeOf } from './place';

/** Windows that are wanted as a way out in a fire, and are too small or too high for one. */
export function findEscapes({ project, query, storey, say, named }: Scope) {
  const { openingLimits: limits, units } = settingsOf(project);
  for (const { footprint, place, entry } of query.get(filledOn, storey)) {
    const { opening, z0 } = place;
    if (!opening.escape) continue;
    const { width, height } = clearOf(entry, holeOf(footprint.frame, place));
    const thing = named(opening.id);
    const tell = (what: string, value: number, least: number, changes?: object) =>
      say(
        'openings',
        'opening.escape',
        [opening.id],
        { value, least },
        { thing, what },
        changes && {
          label: `Make its ${what} enough`,
          call: { name: 'setOpening', args: { id: opening.id, ...changes } }
        }
      );
    const few = tolerances.coincident;
    if (width <= 0) say('openings', 'opening.escape-shut', [opening.id], {}, { thing });
    else if (width < limits.escapeWidth - few)
      tell('clear width', width, limits.escapeWidth, { width: opening.width + limits.escapeWidth - width });
    else if (height < limits.escapeHeight - few)
      tell('clear height', height, limits.escapeHeight, {
        height: opening.height + limits.escapeHeight - height
      });
    else if (width * height < limits.escapeArea) {
      const [area, least] = [width * height, limits.escapeArea].map((one) => formatArea(one, units, 3));
      say('openings', 'opening.escape-area', [opening.id], {}, { thing, area: area!, least: least! });
    } else if (z0 > limits.escapeSill + few)
      say(
        'openings',
        'opening.escape-sill',
        [opening.id],
        { sill: z0, most: limits.escapeSill },
        { thing },
        {
          label: 'Lower its sill, the head as it is',
          call: {
            name: 'setOpening',
            args: { id: opening.id, sill: limits.escapeSill, height: opening.height + z0 - limits.escapeSill }
          }
        }
      );
  }
}

/** Glass that begins lower than this above the threshold is walked into, mm. */
const lowGlass = 450;
/** From a hole in glass so near the lock it is opened, mm. */
const reachOfLock = 600;
const lockHeight = 1000;

/** Doors to the outside with glass that is no safety glass where one falls into it, or reaches the lock through it. */
export function findGlass({ query, storey, say, named }: Scope) {
  for (const { footprint, place, entry } of query.get(filledOn, storey)) {
    const { frame } = footprint;
    if (frame.wall.role !== 'exterior' || entry.filling !== 'door' || entry.glazing === 'safety') continue;
    const hole = holeOf(frame, place);
    const panes = piecesOf(entry, hole).filter(({ role }) => isGlass(role));
    const locks = leavesOf(entry, hole);
    const off = (from: number, to: number, at: number) => Math.max(from - at, at - to, 0);
    const near = Math.min(
      Infinity,
      ...panes.flatMap(({ t0, t1, z0, z1 }) =>
        locks.map(({ latch, z0: foot }) => Math.hypot(off(t0, t1, latch), off(z0, z1, foot + lockHeight)))
      )
    );
    const low = Math.min(Infinity, ...panes.map(({ z0 }) => z0 - hole.z0));
    const { id } = place.opening;
    const repair = {
      label: 'Make it safety glass',
      call: { name: 'setOpening', args: { id, overrides: { glazing: 'safety' } } }
    };
    if (low < lowGlass)
      say('openings', 'opening.glass-low', [id], { low, least: lowGlass }, { thing: named(id) }, repair);
    else if (near < reachOfLock)
      say('openings', 'opening.glass-lock', [id], { near, least: reachOfLock }, { thing: named(id) }, repair);
  }
}

/** Thresholds more above or below the floor that they lead to than the project allows. */
export function findThresholds({ project, query, storey, say, named }: Scope) {
  const most = settingsOf(project).openingLimits.step;
  for (const { footprint, place, entry } of query.get(filledOn, storey)) {
    if (entry.filling !== 'door' || entry.form === 'hatch') continue;
    const { frame } = footprint;
    const { opening, z0 } = place;
    const top = z0 + entry.threshold;
    const floor = floorAt(query, storey, frame, place, top);
    const over = top - (floor ?? top);
    if (floor === undefined || Math.abs(over) <= most + tolerances.coincident) continue;
    say(
      'openings',
      'opening.threshold',
      [opening.id],
      { off: Math.abs(over), most },
      { thing: named(opening.id), way: over > 0 ? 'above' : 'below' },
      {
        label: 'Bring it to the floor',
        call: {
          name: 'setOpening',
          args: { id: opening.id, sill: floor, height: opening.height + z0 - floor }
        }
      }
    );
  }
}

/** What a bay takes of the plan, with its heights. */
interface BayRoom {
  readonly id: string;
  readonly wall: string;
  readonly ring: Ring;
  readonly z0: number;
  readonly z1: number;
}

function bayRoom({ footprint: { frame }, place, entry }: Filled): BayRoom | undefined {
  const { depth, splay } = entry.bay;
  if (entry.filling !== 'window' || depth <= 0) return undefined;
  const { out, y0, y1, t0, t1, z0, z1 } = holeOf(frame, place);
  const face = out > 0 ? y1 : y0;
  const corner = (t: number, past: number) => fromFrame(frame, t, face + out * past);
  const ring = [corner(t0, 0), corner(t1, 0), corner(t1 - splay, depth), corner(t0 + splay, depth)];
  return { id: place.opening.id, wall: frame.wall.id, ring: out > 0 ? ring : ring.reverse(), z0, z1 };
}

/** Bays that stand in another wall, or in one another. */
export function findBays({ project, query, storey, say, named }: Scope) {
  const { units } = settingsOf(project);
  const bays = query.get(filledOn, storey).flatMap((one) => bayRoom(one) ?? []);
  if (bays.length === 0) return;
  const { walls } = storeyModelIn(query, storey);
  bays.forEach((bay, i) => {
    const tell = (other: string, rings: readonly Ring[]) => {
      const area = rings.reduce((sum, ring) => sum + sharedArea(bay.ring, ring), 0);
      if (area <= leastShared) return;
      const texts = { thing: named(bay.id), other: named(other), area: formatArea(area, units) };
      say('openings', 'opening.bay', [bay.id, other], {}, texts);
    };
    for (const { frame, bands } of walls)
      if (frame.wall.id !== bay.wall && frame.base < bay.z1 && frame.top > bay.z0)
        tell(frame.wall.id, bands[0]?.outline ?? []);
    for (const other of bays.slice(i + 1))
      if (other.z0 < bay.z1 && other.z1 > bay.z0) tell(other.id, [other.ring]);
  });
}

/** Casings and linings that a corner leaves no room for. */
export function findCasings({ query, storey, say, named }: Scope) {
  for (const { footprint, place, entry } of query.get(filledOn, storey)) {
    const { frame } = footprint;
    const wide = Math.max(
      ...(['outside', 'inside'] as const).map((side) =>
        entry.casing[side].thickness > 0 ? entry.casing[side].width : 0
      )
    );
    const { opening } = place;
    const [low, high] = besides(place, clearOfWall(footprint)) as [number, number];
    const gap = Math.min(low, high);
    // What reaches past the end is said of by itself.
    if (gap >= wide - tolerances.coincident || gap < 0) continue;
    const isLow = low < high;
    const away = (wide - gap) * (isLow === (opening.end === 'a') ? 1 : -1);
    say(
      'openings',
      'opening.casing',
      [opening.id, frame.wall.id],
      { gap, wide },
      { thing: named(opening.id), wall: named(frame.wall.id) },
      {
        label: 'Move it off the corner by that much',
        call: { name: 'setOpening', args: { id: opening.id, distance: opening.distance + away } }
      }
    );
  }
}

/** Leaves that slide into their wall or along it, and have no wall there to go to. */
export function findSlidingRoom({ query, storey, say, named }: Scope) {
  const { places } = storeyModelIn(query, storey);
  for (const { footprint, place, entry } of query.get(filledOn, storey)) {
    if (entry.form !== 'pocket' && entry.form !== 'barn') continue;
    const { frame } = footprint;
    const { opening, t0, t1, z0, z1 } = place;
    const [leaf] = leavesOf(entry, holeOf(frame, place));
    const { hinge, latch } = leaf!;
    const [c0, c1] = clearOfWall(footprint);
    const beside = (places.get(frame.wall.id) ?? []).filter(
      (one) => one !== place && one.z0 < z1 && one.z1 > z0 && entry.form === 'pocket'
    );
    const isLow = hinge < latch;
    const ends = beside.flatMap((one) => (isLow ? (one.t1 <= t0 ? one.t1 : []) : one.t0 >= t1 ? one.t0 : []));
    const room = isLow ? t0 - Math.max(c0, ...ends) : Math.min(c1, ...ends) - t1;
    const need = Math.abs(latch - hinge);
    if (room >= need - tolerances.coincident) continue;
    const { hinge: own } = opening.handing;
    say(
      'openings',
      'opening.no-room',
      [opening.id, frame.wall.id],
      { room: Math.max(0, room), need },
      {
        thing: named(opening.id),
        wall: named(frame.wall.id)
      },
      {
        label: 'Let it slide the other way',
        call: {
          name: 'setOpenings',
          args: { ids: [opening.id], handing: { hinge: own === 'near' ? 'far' : 'near' } }
        }
      }
    );
  }
}

/** Openings in walls that are carried up to a roof, and reach over the wall that it leaves them. */
export function findAboveRoof({ query, storey, say, named }: Scope) {
  const { places, frames } = storeyModelIn(query, storey);
  for (const [wall, list] of places) {
    const frame = frames.get(wall)!;
    if (frame.top !== Infinity) continue;
    for (const { opening, t0, t1, z0, z1 } of list) {
      // Within the wall: a roof that ends at its face is not over it.
      const [y0, y1] = [frame.y0 + tolerances.joint, frame.y1 - tolerances.joint];
      const corners = [t0, t1].flatMap((t) => [y0, y1].map((y) => fromFrame(frame, t, y)));
      const over = planesOver(indexedRoofsFrom(query, storey), boxOf(corners));
      const tops = corners.flatMap((p) =>
        over
          .filter((plane) => liesOver(plane, p))
          .map(({ underside }) => heightAt(underside, p))
          .filter((z) => z > frame.base)
      );
      const top = Math.min(...tops);
      if (z1 <= top + tolerances.coincident || !Number.isFinite(top)) continue;
      const height = Math.floor(top - z0);
      say(
        'openings',
        'opening.above-roof',
        [opening.id, wall],
        { over: z1 - top, top },
        { thing: named(opening.id), wall: named(wall) },
        height > leastHeight
          ? { label: 'Lower its head', call: { name: 'setOpening', args: { id: opening.id, height } } }
          : undefined
      );
    }
  }
}

/** Lower than this an opening is not made to fit, mm. */
const leastHeight = 300;

/** Lower than this, and with a sill higher than this, an opening is no way in, mm. */
const doorway = { head: 1800, sill: 400 };

/** A house that is closed and has openings, and no way into it. */
export function findNoWayIn({ project, query, storey, isFirst, say }: Scope) {
  if (!isFirst || (outlineOn(query, storey, 'outer')?.rings.length ?? 0) === 0) return;
  const { opening, wall } = project.tables;
  const all = [...opening.values()];
  const isFilled = all.some(({ filling }) => filling !== 'none');
  const isWayIn = all.some(
    ({ wall: id, filling, sill, height }) =>
      wall.get(id)?.role === 'exterior' &&
      filling !== 'window' &&
      sill + height > doorway.head &&
      sill < doorway.sill
  );
  if (isFilled && !isWayIn) say('openings', 'house.no-door', []);
}
