/**
 * The stack: the building in a narrow upright strip, heights to scale from the ground to the ridge. Breadths have no room,
 * so a roof is its section with the middle of each slope left out: eaves at the walls and the ridge between them, each
 * as steep and as thick as it is.
 *
 *      limit - - - - - -
 *            /^\              ridge
 *           .   .             left out: dotted
 *         /       \           eaves
 *        +---------+  2 880   datum
 *        |  Upper  |
 *        +---------+
 */
import { roofSection, type RoofSectionPoint } from '../core/kinds/roof/section';
import { storeysInOrder } from '../core/kinds/storey/record';
import { groundAsItIs } from '../core/kinds/ground/stages';
import { framesOn, outlineOn } from '../core/kinds/wall/stages';
import { heightAt } from '../core/geometry/plane';
import { ringHolds } from '../core/geometry/ring';
import type { Model } from '../core/model/graph';
import { groupedBy } from '../core/document/grouped';
import type { Project, Query } from '../core/document/kind';
import type { Settings } from '../core/kinds/project/record';

/** The strip in pixels: where the storeys stand, and how far to either side a roof may reach. */
const strip = { left: 14, right: 66, middle: 40, reach: 12, top: 58, below: 24 } as const;

/** Pixels of a roof drawn inwards from each wall, and to either side of its ridge. */
const drawn = { eave: 16, ridge: 15 } as const;

interface Place {
  readonly x: number;
  readonly y: number;
}

export interface StackRoof {
  readonly id: string;
  /** The cut pieces, closed. */
  readonly pieces: readonly (readonly Place[])[];
  /** Across what is left out. */
  readonly gaps: readonly (readonly [Place, Place])[];
  readonly ridge: number;
}

export interface StackStorey {
  readonly id: string;
  readonly name: string;
  readonly datum: number;
  readonly floor: number;
  readonly bottom: number;
  readonly top: number;
  /** The top of the highest wall that stands on it, where that is above its own. */
  readonly walls: number | undefined;
}

export interface Stack {
  readonly storeys: readonly StackStorey[];
  readonly roofs: readonly StackRoof[];
  /** Along the outer walls of the lowest storey as it is: where it is lowest, and highest. */
  readonly ground: readonly [low: number, high: number];
  readonly limit: number | undefined;
  /** Pixels to the millimetre. */
  readonly scale: number;
  readonly y: (z: number) => number;
}

/**
 * `height`: of the strip, px; `current`: the storey in hand. Of each storey its highest roof, where no storey stands over
 * it or it is in hand.
 */
export function stackOf(
  project: Project,
  model: Model,
  { ground, heightLimit }: Settings,
  height: number,
  current: string
): Stack {
  const query = model.at(project);
  const storeys = storeysInOrder(project).map((storey) => {
    const tops = query.get(framesOn, storey.id).map(({ top }) => (Number.isFinite(top) ? top : 0));
    return { storey, walls: storey.datum + tops.reduce((most, top) => Math.max(most, top), 0) };
  });
  const all = [...project.tables.roof.values()].flatMap((roof) => {
    const solved = model.roof(project, roof);
    const datum = project.tables.storey.get(roof.storey)?.datum;
    return solved && datum !== undefined ? [{ roof, datum, solved, section: roofSection(solved) }] : [];
  });
  const topmost = storeys.at(-1)?.storey.id;
  const roofs = [...groupedBy(all, ({ roof }) => roof.storey)].flatMap(([storey, list]) =>
    storey === topmost || storey === current
      ? [list.reduce((most, one) => (one.solved.ridge > most.solved.ridge ? one : most))]
      : []
  );
  const limit = heightLimit === null ? undefined : ground + heightLimit;
  const highest = [
    ...storeys.flatMap(({ storey, walls }) => [storey.datum + storey.height, walls]),
    ...all.map(({ datum, solved }) => datum + solved.ridge),
    limit ?? ground
  ];
  const [low, high] = groundBeside(query, storeys[0]?.storey.id ?? '', ground);
  const lowest = [low, ...storeys.map(({ storey }) => storey.datum - storey.floorDepth)];
  const [top, bottom] = [Math.max(...highest), Math.min(...lowest)];
  const scale = Math.max(height - strip.top - strip.below - 40, 50) / Math.max(top - bottom, 1);
  const y = (z: number) => strip.top + (top - z) * scale;
  return {
    storeys: storeys.map(({ storey, walls }) => ({
      ...{ id: storey.id, name: storey.name, datum: storey.datum },
      ...{ floor: storey.floorDepth * scale, bottom: y(storey.datum), top: y(storey.datum + storey.height) },
      walls: walls > storey.datum + storey.height + 1 ? y(walls) : undefined
    })),
    roofs: roofs.map(({ roof, datum, section, solved }) => ({
      ...{ id: roof.id, ridge: datum + solved.ridge },
      ...brokenSection(section, roof.plateLevel, scale, (z) => y(datum + z))
    })),
    ...{ ground: [low, high], limit, scale, y }
  };
}

function groundBeside(query: Query, storey: string, usual: number): readonly [number, number] {
  const surface = query.get(groundAsItIs, '');
  const corners = outlineOn(query, storey, 'outer')?.rings.flat() ?? [];
  const heights = corners.flatMap((p) => {
    const facet = surface?.facets.find(({ ring }) => ringHolds(ring, p));
    return facet ? [heightAt(facet.plane, p)] : [];
  });
  return heights.length > 0 ? [Math.min(...heights), Math.max(...heights)] : [usual, usual];
}

/** A roof's section with its slopes cut short, so that it stands on the storeys of the strip. */
function brokenSection(
  section: readonly RoofSectionPoint[],
  plate: number,
  scale: number,
  y: (z: number) => number
): Pick<StackRoof, 'pieces' | 'gaps'> {
  if (section.length < 2) return { pieces: [], gaps: [] };
  const [first, last] = [section[0]!, section.at(-1)!];
  const [left, right] = [wallLine(section, plate), -wallLine(mirrored(section), plate)];
  const peak = section.reduce((high, one) => (one.top > high.top ? one : high), first).s;
  const windows = [
    { at: strip.left, s: left, from: -strip.reach, to: drawn.eave },
    { at: strip.middle, s: peak, from: -drawn.ridge, to: drawn.ridge },
    { at: strip.right, s: right, from: -drawn.eave, to: strip.reach }
  ];
  const whole = (right - left) * scale <= strip.right - strip.left;
  const isEnd = Math.min(peak - left, right - peak) * scale < drawn.ridge + drawn.eave;
  const shown = whole
    ? [{ at: strip.middle, s: (left + right) / 2, from: -strip.middle, to: strip.middle }]
    : windows.filter((_, i) => i !== 1 || !isEnd);
  const cut = shown.map(({ at, s, from, to }) => {
    const part = between(section, Math.max(first.s, s + from / scale), Math.min(last.s, s + to / scale));
    const place = (one: RoofSectionPoint, z: number) => ({ x: at + (one.s - s) * scale, y: y(z) });
    return {
      upper: part.map((one) => place(one, one.top)),
      lower: part.map((one) => place(one, one.underside))
    };
  });
  return {
    pieces: cut.map(({ upper, lower }) => [...upper, ...lower.reverse()]),
    gaps: cut.slice(1).map(({ upper }, i) => [cut[i]!.upper.at(-1)!, upper[0]!] as const)
  };
}

/** Where the underside first passes the plate level, at the outer face of a wall; else the eave. */
function wallLine(section: readonly RoofSectionPoint[], plate: number): number {
  for (const [i, q] of section.entries()) {
    const p = section[i - 1];
    if (p && p.underside < plate && q.underside >= plate)
      return p.s + ((plate - p.underside) * (q.s - p.s)) / (q.underside - p.underside);
  }
  return section[0]!.s;
}

const mirrored = (section: readonly RoofSectionPoint[]) =>
  section.map((one) => ({ ...one, s: -one.s })).reverse();

/** The part of a section from one place to another. */
function between(section: readonly RoofSectionPoint[], from: number, to: number): RoofSectionPoint[] {
  const at = (s: number): RoofSectionPoint => {
    const i = Math.max(
      section.findIndex((one) => one.s >= s),
      1
    );
    const [p, q] = [section[i - 1]!, section[i]!];
    const k = q.s > p.s ? (s - p.s) / (q.s - p.s) : 0;
    return { s, underside: p.underside + k * (q.underside - p.underside), top: p.top + k * (q.top - p.top) };
  };
  return [at(from), ...section.filter(({ s }) => s > from && s < to), at(to)];
}

/**
 * Places for labels that each want one, at least `gap` apart and between two ends: as near as they can be in all, in the
 * order of what they want.
 */
export function spread(wanted: readonly number[], gap: number, low: number, high: number): number[] {
  const order = [...wanted.keys()].sort((i, k) => wanted[i]! - wanted[k]! || i - k);
  const runs: { sum: number; count: number }[] = [];
  const start = ({ sum, count }: { sum: number; count: number }) =>
    Math.min(Math.max(sum / count, low), Math.max(low, high - (count - 1) * gap));
  for (const i of order) {
    let run = { sum: wanted[i]!, count: 1 };
    // A run that the one before reaches becomes part of it, which moves as a whole.
    for (let last = runs.at(-1); last && start(last) + last.count * gap > start(run); last = runs.at(-1)) {
      run = { sum: last.sum + run.sum - run.count * last.count * gap, count: last.count + run.count };
      runs.pop();
    }
    runs.push(run);
  }
  const places = runs.flatMap((run) => Array.from({ length: run.count }, (_, k) => start(run) + k * gap));
  const found: number[] = [];
  order.forEach((i, at) => (found[i] = places[at]!));
  return found;
}
