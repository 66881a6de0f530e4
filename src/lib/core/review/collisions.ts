/**
 * What takes the same room in height: walls that run on into the storey above, slabs within walls, roofs through the
 * storey above or close over one another. Heights are above project zero.
 */
import { areaWithin, commonPieces, sharedArea } from '../geometry/common-area';

import { heightAt, raise, type Plane } from '../geometry/plane';
import { rangeOf } from '../kinds/slab/body';
import { slabHeight, slabLevel } from '../kinds/slab/level';
import { slabRings } from '../kinds/slab/rings';
import { slabParts } from '../kinds/slab/shape';
import { boxesMeet, boxOf, ringArea, ringsArea, ringsHold, type Box, type Ring } from '../geometry/ring';
import { toStored, tolerances } from '../geometry/tolerances';
import { withoutRings } from '../geometry/union';
import { settingsOf } from '../document/project';
import { formatArea, formatVolume } from '../units/area';
import { formatLengthWithUnit } from '../units/length';
import type { Query, Repair, Scope } from '../document/kind';
import { fromFrame } from '../kernels/joints/frame';
import { roofModels } from '../kinds/roof/stages';

import { storeyModelIn } from '../kinds/storey/model';
import { storeysInOrder, type Storey } from '../kinds/storey/record';
import type { Slab } from '../kinds/slab/record';
import { skirtOf } from '../kinds/wall/body';
import type { WallFrame } from '../kinds/wall/frame';
import type { WallTop } from '../kinds/wall/record';
import { outlineOn } from '../kinds/wall/stages';

/** What two things must share to be worth a word: mm2 of the plan, mm3. */
const leastArea = 100;
const leastVolume = 1e5;
/** Roofs nearer than this above one another, mm, over more than this, mm2, are one too many. */
const leastRoofGap = 300;
const leastRoofArea = 1e5;

/** The share of a wall that a slab must cover to lie over all of it. */
const mostly = 0.99;

/** A part of a wall or slab between two heights. */
interface Block {
  readonly ring: Ring;
  readonly box: Box;
  readonly z0: number;
  readonly z1: number;
}

/** A wall between two heights above project zero; what is carried up has no end here. */
interface Standing {
  readonly frame: WallFrame;
  readonly z0: number;
  readonly z1: number;
  readonly blocks: () => readonly Block[];
}

/** Walls of a storey. Their blocks are made for those only that something else comes near in height. */
function wallsOn(query: Query, { id, datum }: Storey): Standing[] {
  return storeyModelIn(query, id).walls.map(({ frame, bands }) => ({
    frame,
    z0: datum + frame.foot,
    z1: datum + frame.top,
    blocks: () => {
      const block = (ring: Ring, z0: number, z1: number): Block => ({
        ...{ ring, box: boxOf(ring), z0: datum + z0, z1: datum + z1 }
      });
      const skirt = skirtOf({ frame, bands }, frame.foot);
      return [
        ...bands.flatMap(({ outline, z0, z1 }) => outline.map((ring) => block(ring, z0, z1))),
        ...(skirt ? skirt.plies.flat().map((ring) => block(ring, skirt.z0, skirt.z1)) : [])
      ];
    }
  }));
}

type Span = Pick<Block, 'z0' | 'z1'>;

/** How much of the height two things have in common; 0 where one ends as the other begins. */
function levelOver(p: Span, q: Span): number {
  const over = Math.min(p.z1, q.z1) - Math.max(p.z0, q.z0);
  return over > tolerances.coincident ? over : 0;
}

/** What two blocks share: how much of the height, and how much room. */
function shared(p: Block, q: Block): { over: number; volume: number } | undefined {
  const over = levelOver(p, q);
  if (over === 0 || !boxesMeet(p.box, q.box)) return undefined;
  const area = sharedArea(p.ring, q.ring);
  return area > leastArea ? { over, volume: area * over } : undefined;
}

/** Walls that run into the walls, or partitions into the floor, of a storey above. */
export function findIntoAbove({ project, query, storey, say, named }: Scope) {
  const order = storeysInOrder(project);
  const at = order.findIndex(({ id }) => id === storey);
  const [own, next] = [order[at]!, order[at + 1]];
  if (!next) return;
  const above = order.slice(at + 1).flatMap((one) => wallsOn(query, one).map((upper) => ({ one, upper })));
  const lowest = Math.min(...above.map(({ upper }) => upper.z0));
  const floor = outlineOn(query, next.id, 'outer')?.rings ?? [];
  const into = next.datum - next.floorDepth;
  for (const lower of wallsOn(query, own)) {
    const { frame } = lower;
    const { wall } = frame;
    // The roof ends what is carried up to it.
    if (frame.top === Infinity || lower.z1 <= Math.min(lowest, into) + tolerances.coincident) continue;
    const blocks = lower.z1 > lowest + tolerances.coincident ? lower.blocks() : [];
    const hit = above.flatMap(({ one, upper }) => {
      if (blocks.length === 0 || levelOver(lower, upper) === 0) return [];
      const over = Math.max(0, ...upper.blocks().flatMap((q) => blocks.map((p) => shared(p, q)?.over ?? 0)));
      return over > 0 ? [{ one, upper, over }] : [];
    });
    const worst = hit.sort((p, q) => q.over - p.over)[0];
    if (worst) {
      const texts = {
        thing: named(wall.id),
        other: named(worst.upper.frame.wall.id),
        storey: worst.one.name
      };
      const offset = Math.min(
        ...hit.filter(({ one }) => one === worst.one).map(({ upper }) => upper.frame.foot)
      );
      say(
        'storeys',
        'wall.into-storey',
        [wall.id, worst.upper.frame.wall.id],
        { over: worst.over },
        texts,
        endAt(frame, own, worst.one, Math.min(0, offset))
      );
    } else if (wall.role !== 'exterior') {
      const over = lower.z1 - into;
      const middle = fromFrame(frame, frame.length / 2, (frame.y0 + frame.y1) / 2);
      if (over > tolerances.coincident && ringsHold(floor, middle))
        say(
          'storeys',
          'wall.into-floor',
          [wall.id],
          { over },
          { thing: named(wall.id), storey: next.name },
          endAt(frame, own, next, -next.floorDepth)
        );
    }
  }
}

/** Its top at a height of the storey above; none where nothing would be left of the wall. */
function endAt(frame: WallFrame, own: Storey, above: Storey, offset: number): Repair | undefined {
  if (above.datum + offset - own.datum - frame.base < tolerances.leastLength) return undefined;
  const top: WallTop = { kind: 'datum', storey: above.id, offset };
  return {
    label: offset === 0 ? `End it at the floor of ${above.name}` : `End it under the floor of ${above.name}`,
    call: { name: 'setWalls', args: { ids: [frame.wall.id], top } }
  };
}

/** Slabs that lie in walls of any storey. */
export function findSlabsInWalls({ project, query, storey, say, named }: Scope) {
  const slabs = [...project.tables.slab.values()].filter((slab) => slab.storey === storey);
  if (slabs.length === 0) return;
  const walls = storeysInOrder(project).flatMap((one) =>
    wallsOn(query, one).filter(({ frame }) => one.id === storey || frame.top !== Infinity)
  );
  for (const slab of slabs) {
    const level = slabLevel(project, slab);
    // At its lowest and highest: what falls is looked at as if it were level there, so that no wall in it is missed.
    const ranges = query.get(slabParts, slab.id).map((part) => rangeOf(slab, part, level));
    if (ranges.length === 0) continue;
    const heights = {
      z0: Math.min(...ranges.map(([low]) => low)),
      z1: level
    };
    const own = query
      .get(slabRings, slab.id)
      .flatMap((ring) => (ringArea(ring) > 0 ? [{ ring, box: boxOf(ring), ...heights }] : []));
    const hit = walls.flatMap((wall) => {
      const { frame } = wall;
      if (levelOver(wall, heights) === 0) return [];
      const blocks = wall.blocks();
      const parts = own.flatMap((p) => blocks.flatMap((q) => shared(p, q) ?? []));
      const volume = parts.reduce((sum, part) => sum + part.volume, 0);
      const met = blocks.flatMap((block) => (levelOver(block, heights) > 0 ? [block.ring] : []));
      return volume > leastVolume
        ? [{ frame, volume, met, over: Math.max(...parts.map(({ over }) => over)) }]
        : [];
    });
    if (hit.length === 0) continue;
    const ids = hit.map(({ frame }) => frame.wall.id);
    const sum = hit.reduce((all, { volume }) => all + volume, 0);
    say(
      'floors',
      'slab.in-walls',
      [slab.id, ...ids],
      { over: Math.max(...hit.map(({ over }) => over)) },
      {
        thing: named(slab.id),
        other: ids.length === 1 ? named(ids[0]!) : `${ids.length} walls`,
        volume: formatVolume(sum, settingsOf(project).units, sum < 1e8 ? 3 : 2)
      },
      apart(
        slab,
        slabHeight(project, slab),
        hit,
        own.map(({ ring }) => ring)
      )
    );
  }
}

/** A wall that a slab lies in, and its rings there. */
interface Hit {
  readonly frame: WallFrame;
  readonly met: readonly Ring[];
}

/**
 * Walls from below end under a slab that covers all of them; one that follows walls may end at their inner face; one that
 * is drawn is cut back to them.
 */
function apart(slab: Slab, height: number, hit: readonly Hit[], own: readonly Ring[]): Repair | undefined {
  const { id, storey, outline } = slab;
  const walls = hit.map(({ frame }) => frame);
  // Under a slab that lies over a part of it only, a wall would leave a gap beside.
  const isCovered = hit.every(({ met }) => areaWithin(met, own) > mostly * ringsArea(met));
  if (isCovered && walls.every(({ wall }) => wall.storey !== storey)) {
    const top: WallTop = { kind: 'datum', storey, offset: height - slab.thickness };
    const ids = walls.map(({ wall }) => wall.id);
    return {
      label: ids.length === 1 ? 'End the wall under it' : 'End the walls under it',
      call: { name: 'setWalls', args: { ids, top } }
    };
  }
  if (outline.kind === 'drawn') {
    const left = withoutRings(
      [outline.points],
      hit.flatMap(({ met }) => met)
    );
    const [points, ...others] = left.sort((p, q) => ringArea(q) - ringArea(p));
    // Strips before the walls go; what is more than that, as a balcony through them, stays to be decided.
    return points && others.every((ring) => Math.abs(ringArea(ring)) < (1 - mostly) * ringArea(points))
      ? { label: 'Cut it back to the walls', call: { name: 'setSlab', args: { id, points } } }
      : undefined;
  }
  if (outline.kind !== 'walls' || outline.face === 'inner') return undefined;
  const follows = walls.every(({ wall }) => wall.storey === storey && wall.role === 'exterior');
  return follows
    ? { label: 'Let it end at their inner face', call: { name: 'setSlab', args: { id, face: 'inner' } } }
    : undefined;
}

/** A plane of a roof over a ring, its heights above project zero. */
interface Sheet {
  readonly ring: Ring;
  readonly box: Box;
  readonly underside: Plane;
  readonly top: Plane;
}

function sheetsOf(query: Query, roof: string, datum: number): Sheet[] {
  return (query.get(roofModels, roof)?.planes ?? []).map(({ ring, underside, top }) => ({
    ...{ ring, box: boxOf(ring) },
    ...{ underside: raise(underside, datum), top: raise(top, datum) }
  }));
}

/** Roofs of unlike storeys that lie close over one another. */
export function findRoofsInWay({ project, query, storey, say, named }: Scope) {
  const order = storeysInOrder(project);
  const at = order.findIndex(({ id }) => id === storey);
  const own = [...project.tables.roof.values()].filter((roof) => roof.storey === storey);
  if (own.length === 0) return;
  for (const roof of own) {
    const sheets = sheetsOf(query, roof.id, order[at]!.datum);
    for (const upper of order.slice(at + 1))
      for (const other of project.tables.roof.values()) {
        if (other.storey !== upper.id) continue;
        const near = nearOver(sheets, sheetsOf(query, other.id, upper.datum));
        if (near.area > leastRoofArea)
          say(
            'roof',
            'roof.near',
            [roof.id, other.id],
            { gap: near.gap },
            {
              thing: named(roof.id),
              other: named(other.id),
              area: formatArea(near.area, settingsOf(project).units)
            }
          );
      }
  }
}

/** Walls that end in a roof over them, or stand up through it. */
export function findWallsInRoofs({ project, query, storey, say, named }: Scope) {
  const roofs = storeysInOrder(project).flatMap(({ id, datum }) =>
    [...project.tables.roof.values()].flatMap((roof) =>
      roof.storey === id ? boxedSheets(roof.id, sheetsOf(query, roof.id, datum)) : []
    )
  );
  if (roofs.length === 0) return;
  const { units } = settingsOf(project);
  const lowest = Math.min(...roofs.map(({ low }) => low));
  for (const { frame, z1, blocks } of wallsOn(query, storeyModelIn(query, storey).storey)) {
    // What is carried up ends under it; what stands through it is cut out of it.
    if (frame.top === Infinity || frame.wall.throughRoofs || z1 <= lowest) continue;
    const own = blocks();
    const box = boxOf(own.flatMap(({ ring }) => ring));
    for (const { roof, sheets } of roofs.filter((one) => boxesMeet(one.box, box))) {
      const hit = own.map((block) => inSheets(block, sheets));
      const over = Math.max(0, ...hit.map((one) => one.over));
      const volume = hit.reduce((sum, one) => sum + one.volume, 0);
      if (volume <= leastVolume || over <= tolerances.joint) continue;
      const { id } = frame.wall;
      const height = toStored(frame.top - over - frame.base);
      say('roof', 'wall.in-roof', [id, roof], { over }, { thing: named(id), roof: named(roof) }, [
        {
          label: 'Carry it up to the roof',
          call: { name: 'setWalls', args: { ids: [id], top: { kind: 'roof' } } }
        },
        {
          label: 'Let it pass through the roof',
          call: { name: 'setWalls', args: { ids: [id], throughRoofs: true } }
        },
        ...(height > tolerances.leastLength
          ? [
              {
                label: `Make it ${formatLengthWithUnit(height, units)} high`,
                call: { name: 'setWalls', args: { ids: [id], height } }
              }
            ]
          : [])
      ]);
    }
  }
}

/** Sheets of a roof with what they reach over, and down to; none where it has none. */
function boxedSheets(roof: string, sheets: readonly Sheet[]) {
  if (sheets.length === 0) return [];
  const heights = sheets.flatMap(({ ring, underside }) => ring.map((p) => heightAt(underside, p)));
  return [{ roof, sheets, box: boxOf(sheets.flatMap(({ ring }) => ring)), low: Math.min(...heights) }];
}

/** How far a block reaches over the undersides of planes that it stands in, and what both take; mm, mm3. */
function inSheets({ ring, box, z0, z1 }: Block, sheets: readonly Sheet[]): { over: number; volume: number } {
  let [over, volume] = [0, 0];
  for (const sheet of sheets) {
    if (!boxesMeet(box, sheet.box)) continue;
    for (const piece of commonPieces(ring, sheet.ring)) {
      const heights = piece.map((p) => {
        const under = Math.max(z0, heightAt(sheet.underside, p));
        return Math.max(0, Math.min(z1, heightAt(sheet.top, p)) - under);
      });
      const shared = (ringArea(piece) * heights.reduce((sum, one) => sum + one, 0)) / heights.length;
      volume += shared;
      if (shared > 0) over = Math.max(over, ...piece.map((p) => z1 - heightAt(sheet.underside, p)));
    }
  }
  return { over, volume };
}

/** Where the upper roof comes near the lower, or runs through it (a gap of 0). */
function nearOver(lower: readonly Sheet[], upper: readonly Sheet[]): { gap: number; area: number } {
  let [gap, area] = [Infinity, 0];
  for (const p of lower)
    for (const q of upper) {
      if (!boxesMeet(p.box, q.box)) continue;
      for (const piece of commonPieces(p.ring, q.ring)) {
        const gaps = piece.map((at) =>
          Math.max(
            heightAt(q.underside, at) - heightAt(p.top, at),
            heightAt(p.underside, at) - heightAt(q.top, at)
          )
        );
        const least = Math.max(0, Math.min(...gaps));
        if (least >= leastRoofGap) continue;
        gap = Math.min(gap, least);
        area += ringArea(piece);
      }
    }
  return { gap, area };
}
