/** Walls that are carried up to roofs: under none, or under one along a part only. */
import { storeyModelIn } from '../storey/model';
import { clearHeightOf, storeysInOrder } from '../storey/record';
import { indexedRoofsFrom, planesOver, roofModels } from '../roof/stages';
import { settingsOf } from '../../document/project';
import { formatLengthWithUnit } from '../../units/length';
import { toStored, tolerances } from '../../geometry/tolerances';
import { boxOf, crossingsOf, ringsHold, type Ring } from '../../geometry/ring';
import { heightAt } from '../../geometry/plane';
import { fromFrame } from '../../kernels/joints/frame';
import { liesOver, type RoofPlane } from '../../kernels/roof/planes';
import type { Project, Query, Repair, Scope } from '../../document/kind';
import type { WallFrame } from './frame';
import { outlineOn } from './stages';

const rooflessIn = (project: Project, query: Query, storey: string) =>
  [...project.tables.roof.values()].some(
    (roof) => roof.storey === storey && !query.get(roofModels, roof.id)?.planes.length
  );

/** Walls carried up to a roof that is not there. */
export function findTopless({ project, say, named, query, storey }: Scope) {
  const own = storeyModelIn(query, storey);
  const roofs = indexedRoofsFrom(query, storey);
  // A roof without planes says so itself.
  if (rooflessIn(project, query, storey)) return;
  const bare = own.walls.filter(({ frame, bands }) => {
    const ring = bands.flatMap(({ outline }) => outline.flat());
    return frame.top === Infinity && (ring.length === 0 || planesOver(roofs, boxOf(ring)).length === 0);
  });
  if (bare.length === 0) return;
  const ids = bare.map(({ frame }) => frame.wall.id);
  const height = toStored(clearHeightOf(project, own.storey));
  const texts =
    ids.length === 1
      ? { thing: named(ids[0]!), verb: 'is' }
      : { thing: `${ids.length} walls of ${own.storey.name}`, verb: 'are' };
  say('roof', 'wall.no-roof', ids, { height: own.storey.height }, texts, {
    label: `Make ${ids.length === 1 ? 'it' : 'them'} ${formatLengthWithUnit(height, settingsOf(project).units)} high`,
    call: { name: 'setWalls', args: { ids, height } }
  });
}

/** So short a part under no roof is the thickness of what the wall ends at, mm. */
const leastBare = 50;

/**
 * Stretches of a wall's middle that neither a plane nor a storey lies over, from and to along it; `outline`: its own, as
 * joints leave it: what of a corner is the other wall's is none of this.
 */
function bareStretches(
  frame: WallFrame,
  outline: readonly Ring[],
  planes: readonly RoofPlane[],
  above: readonly Ring[]
): { readonly bare: [number, number][]; readonly start: number; readonly end: number } {
  const across = (frame.y0 + frame.y1) / 2;
  const at = (t: number) => fromFrame(frame, t, across);
  const { direction, base } = frame;
  const own = outline.flatMap((ring) => crossingsOf(ring, at(0), direction));
  const [start, end] = [Math.min(Infinity, ...own), Math.max(-Infinity, ...own)];
  const ends = [
    start,
    end,
    ...[...planes.map(({ ring }) => ring), ...above].flatMap((ring) => crossingsOf(ring, at(0), direction))
  ]
    .filter((t) => t >= start && t <= end)
    .sort((p, q) => p - q);
  const bare: [number, number][] = [];
  for (const [i, to] of ends.entries()) {
    const from = ends[i - 1];
    if (from === undefined || to - from < tolerances.coincident) continue;
    const middle = at((from + to) / 2);
    if (ringsHold(above, middle)) continue;
    if (planes.some((one) => liesOver(one, middle) && heightAt(one.underside, middle) > base)) continue;
    const last = bare.at(-1);
    if (last && from - last[1] < tolerances.coincident) last[1] = to;
    else bare.push([from, to]);
  }
  return { bare: bare.filter(([from, to]) => to - from > leastBare), start, end };
}

/** Walls that a roof lies over along a part: the rest ends at the height of its storey. */
export function findPartTopless({ project, say, named, query, storey }: Scope) {
  if (rooflessIn(project, query, storey)) return;
  const own = storeyModelIn(query, storey);
  const roofs = indexedRoofsFrom(query, storey);
  const { units } = settingsOf(project);
  const above = storeysInOrder(project)
    .filter(({ datum }) => datum > own.storey.datum)
    .flatMap(({ id }) => outlineOn(query, id, 'outer')?.rings ?? []);
  for (const { frame, bands } of own.walls) {
    const ring = bands.flatMap(({ outline }) => outline.flat());
    const planes = frame.top === Infinity && ring.length > 0 ? planesOver(roofs, boxOf(ring)) : [];
    if (planes.length === 0) continue;
    const { bare, start, end: last } = bareStretches(frame, bands[0]!.outline, planes, above);
    if (bare.length === 0) continue;
    const { wall, length } = frame;
    const whole = bare.reduce((sum, [from, to]) => sum + to - from, 0);
    // The edge of the roof: where the longest of them begins, or ends.
    const [from, to] = bare.reduce((most, one) => (one[1] - one[0] > most[1] - most[0] ? one : most));
    const edge = toStored(from > start + leastBare ? from : to);
    const isFree = (end: 'a' | 'b') =>
      own.footprints.nodes.every(
        ({ members }) =>
          members.length < 2 || !members.some((one) => one.frame.wall.id === wall.id && one.part === end)
      );
    const ends: Repair[] = (['a', 'b'] as const).flatMap((end) => {
      const isAt = end === 'a' ? from < start + leastBare : to > last - leastBare;
      if (!isAt || !isFree(end) || edge < leastBare || edge > length - leastBare) return [];
      const left = toStored(end === 'a' ? length - edge : edge);
      const hold = end === 'a' ? ('b' as const) : ('a' as const);
      return [
        {
          label: `End it at the roof's edge, ${formatLengthWithUnit(left, units)} long`,
          call: { name: 'setWallLength', args: { id: wall.id, length: left, hold } }
        }
      ];
    });
    const cut: Repair = {
      label: "Cut it in two at the roof's edge",
      call: { name: 'splitWall', args: { id: wall.id, at: edge } }
    };
    const isWithin = edge > leastBare && edge < length - leastBare;
    say(
      'roof',
      'wall.part-roof',
      [wall.id],
      { length: whole, height: own.storey.height },
      { thing: named(wall.id) },
      [...ends, ...(isWithin ? [cut] : [])]
    );
  }
}
