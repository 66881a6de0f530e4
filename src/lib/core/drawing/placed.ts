/** Dimensions and notes placed by hand, as they are now. */
import {
  add,
  along,
  angleOf,
  cross,
  dot,
  fromAngle,
  leftOf,
  scale,
  subtract,
  unit,
  type Point
} from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { isSure, type Certainty } from '../units/certainty';
import { formatAngle } from '../units/angle';
import { borderOf, type Border, type Readable } from '../kinds/dimension/sizes';
import { angleNow, tipAt } from '../kinds/dimension/angles';
import type { Dimension, SizeEnd } from '../kinds/dimension/record';
import type { DimensionString, Mark } from '../display/marks';
import { placeSizes, type SizeUnits } from './dimensions';
import { paperGaps, textHeight } from '../display/dimension';
import type { Tables } from '../document/record';

/** All that what was placed by hand is read from. */
interface Placeable {
  readonly tables: Readable['tables'] & Pick<Tables, 'dimension'>;
}

export interface PlacedString extends DimensionString {
  readonly dimension: string;
  readonly ends: readonly SizeEnd[];
}

const textOf = (certainty: Certainty) => (text: string) => (certainty === 'unknown' ? `? ${text}` : text);

/** The strings by hand of a storey; those whose ends are no longer parallel are left out. */
export function placedStrings(
  project: Placeable,
  storey: string,
  units: SizeUnits,
  paper: number
): PlacedString[] {
  return [...project.tables.dimension.values()].flatMap((dimension) =>
    dimension.storey === storey ? (placedString(project, dimension, units, paper) ?? []) : []
  );
}

function placedString(
  project: Placeable,
  dimension: Dimension,
  units: SizeUnits,
  paper: number
): PlacedString | undefined {
  const { form, certainty, id } = dimension;
  if (form.kind !== 'chain') return undefined;
  const found = form.ends.flatMap((end) => {
    const border = borderOf(project, end);
    return border ? [{ end, border }] : [];
  });
  const first = found[0]?.border;
  const isAskew = ({ border }: { border: Border }) =>
    Math.abs(cross(border.direction, first!.direction)) > tolerances.sameDirection;
  if (!first || found.length < form.ends.length || found.some(isAskew)) return undefined;
  const normal = leftOf(first.direction);
  const far = found.at(-1)!.border;
  const way = dot(subtract(far.point, first.point), normal) < 0 ? scale(normal, -1) : normal;
  const through = along(first.point, first.direction, form.place);
  // Walls may have been moved past each other: the string tells them in the order in which they lie.
  const lying = found
    .map(({ end, border }) => {
      const off = form.place - dot(subtract(border.point, first.point), first.direction);
      const sense = dot(border.direction, first.direction);
      return { end, border, stop: dot(along(border.point, border.direction, off * sense), way) };
    })
    .sort((p, q) => p.stop - q.stop);
  const borders = lying.map(({ border }) => border);
  const stops = lying.map(({ stop }) => stop);
  // The rows of small sizes go away from the lines that are measured.
  const side = leftOf(way);
  const reaches = borders.map((border) => reachOf(border, side));
  const level = dot(through, side);
  const outwards =
    level >= (Math.min(...reaches.map(([low]) => low)) + Math.max(...reaches.map(([, high]) => high))) / 2;
  const out = outwards ? side : scale(side, -1);
  const own = dot(through, out);
  const froms = borders.map((border) => {
    const [low, high] = reachOf(border, out);
    const gap = paperGaps.house * paper;
    return own > high ? Math.min(own, high + gap) : own < low ? Math.max(own, low - gap) : own;
  });
  const sizes = placeSizes(stops, units, paper, textOf(certainty)).map((size) => ({
    ...size,
    unsure: !isSure(certainty),
    locked: form.locked !== null
  }));
  return {
    slant: -1,
    what: 'placed',
    along: way,
    out,
    stops,
    level: own,
    froms,
    sizes,
    dimension: id,
    ends: lying.map(({ end }) => end)
  };
}

/** From where to where a line reaches in a direction. */
function reachOf({ point, direction, length }: Border, way: Point): [number, number] {
  const [p, q] = [dot(point, way), dot(along(point, direction, length), way)];
  return [Math.min(p, q), Math.max(p, q)];
}

/** Marks of the angles and notes that were placed on a storey; each mark names its dimension. */
export function drawNotes(project: Placeable, storey: string, paper: number): Mark[] {
  return [...project.tables.dimension.values()].flatMap((one) =>
    one.storey !== storey
      ? []
      : one.form.kind === 'angle'
        ? drawAngle(project, one, paper)
        : drawNote(project, one, paper)
  );
}

function drawAngle(project: Readable, dimension: Dimension, paper: number): Mark[] {
  if (dimension.form.kind !== 'angle') return [];
  const { arms, radius } = dimension.form;
  const angle = angleNow(project, arms);
  if (!angle) return [];
  const { vertex, a0, size, rays } = angle;
  const base = { subject: dimension.id, group: 'dimensions placed', ink: 'tide' as const };
  const middle = fromAngle(a0 + size / 2);
  const thin = rays.flatMap(({ border, direction }) => {
    const [low, high] = reachOf(border, direction);
    const start = dot(vertex, direction);
    const gap = paperGaps.house * paper;
    const [near, far] = [low - start, high - start];
    if (radius <= far && radius >= near) return [];
    const from = radius > far ? far + gap : near - gap;
    return [along(vertex, direction, from), along(vertex, direction, radius + (radius > far ? gap : -gap))];
  });
  const ticks = [a0, a0 + size].flatMap((turn) => {
    const at = along(vertex, fromAngle(turn), radius);
    const slanted = scale(unit(add(fromAngle(turn), leftOf(fromAngle(turn)))), 1.5 * paper);
    return [subtract(at, slanted), add(at, slanted)];
  });
  return [
    {
      ...base,
      kind: 'arc',
      centre: vertex,
      radius,
      a0,
      a1: a0 + size,
      pen: isSure(dimension.certainty) ? 'fine' : 'dotted'
    },
    { ...base, kind: 'lines', points: thin, pen: 'thin' },
    { ...base, kind: 'lines', points: ticks, pen: 'face' },
    {
      ...base,
      kind: 'text',
      at: along(vertex, middle, radius + 2.6 * paper),
      angle: 0,
      height: textHeight,
      text: textOf(dimension.certainty)(formatAngle(size, 1))
    }
  ];
}

function drawNote(project: Readable, dimension: Dimension, paper: number): Mark[] {
  if (dimension.form.kind !== 'note') return [];
  const { tip, offset, text } = dimension.form;
  const at = tipAt(project, tip);
  if (!at) return [];
  const to = add(at, offset);
  const way = unit(subtract(to, at));
  const base = { subject: dimension.id, group: 'notes', ink: 'tide' as const };
  const right = offset.x >= 0;
  const foot = add(to, { x: (right ? 2 : -2) * paper, y: 0 });
  const barb = (turn: number) => along(at, fromAngle(angleOf(way) + turn), 2 * paper);
  const half = (text.length * textHeight * 0.5 * paper) / 2;
  return [
    { ...base, kind: 'lines', points: [at, to, to, foot, at, barb(0.3), at, barb(-0.3)], pen: 'fine' },
    {
      ...base,
      kind: 'text',
      at: add(foot, { x: (right ? 1 : -1) * (half + paper), y: 0 }),
      angle: 0,
      height: textHeight,
      text
    }
  ];
}
