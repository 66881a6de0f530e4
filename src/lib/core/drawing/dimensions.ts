/**
 * Automatic dimension strings outside the building, on its four sides: openings, wall faces, overall. Directions follow
 * the longest outer wall, so a turned house is dimensioned square to itself.
 */
import { add, distance, dot, leftOf, lerp, scale, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import { formatLength, type LengthUnits } from '../units/length';
import type { Outline } from '../derive/3-outline';
import type { StoreyModel } from '../derive/graph';
import { fromFrame } from '../derive/frame';
import type { Mark } from './display';

export interface DimensionString {
  readonly side: 'south' | 'east' | 'north' | 'west';
  readonly what: 'openings' | 'faces' | 'overall';
  /** Unit vector along the string, and outwards from the building. */
  readonly along: Point;
  readonly out: Point;
  /** Positions along, ascending; and how far out the string lies, mm of model. */
  readonly stops: readonly number[];
  readonly level: number;
  /** Where its extension lines begin. */
  readonly from: number;
}

/** Paper mm between strings, and from the building to the first. */
const spacing = 9;
const textHeight = 2.3;

/** Strings for a storey. `paper`: model mm per mm of paper. None without a closed outline. */
export function dimensionStrings(
  model: StoreyModel,
  outline: Outline | undefined,
  paper: number
): DimensionString[] {
  const ring = outline?.rings[0];
  if (!ring) return [];
  const longest = ring
    .map((p, i) => [p, ring[(i + 1) % ring.length]!] as const)
    .reduce((best, edge) => (distance(...edge) > distance(...best) + tolerances.coincident ? edge : best));
  const axis = squareAxis(unit(subtract(longest[1], longest[0])));
  const sides = [
    ['south', axis],
    ['east', leftOf(axis)],
    ['north', scale(axis, -1)],
    ['west', scale(leftOf(axis), -1)]
  ] as const;
  return sides.flatMap(([side, direction]) => sideStrings(model, outline, side, direction, paper));
}

/** The nearest of the four turns that points mostly to the right. */
function squareAxis(d: Point): Point {
  const turns = [d, leftOf(d), scale(d, -1), scale(leftOf(d), -1)];
  return turns.reduce((best, turn) => (turn.x > best.x + 1e-9 ? turn : best));
}

function sideStrings(
  model: StoreyModel,
  outline: Outline,
  side: DimensionString['side'],
  direction: Point,
  paper: number
): DimensionString[] {
  const ring = outline.rings[0]!;
  const out = scale(leftOf(direction), -1);
  const along = side === 'north' || side === 'west' ? scale(direction, -1) : direction;
  const at = (p: Point) => dot(p, along);
  const from = Math.max(...ring.map((p) => dot(p, out)));
  const facing = ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return dot(unit(subtract(q, p)), direction) > 1 - 1e-6 ? [{ p, q, walls: outline.walls[0]![i]! }] : [];
  });
  const overall = sorted(ring.map(at));
  const corners = sorted(facing.flatMap(({ p, q }) => [at(p), at(q)]));
  const walls = new Set(facing.flatMap((edge) => edge.walls));
  const jambs = [...walls].flatMap((wall) =>
    (model.places.get(wall) ?? []).flatMap(({ t0, t1 }) => {
      const frame = model.frames.get(wall)!;
      return [at(fromFrame(frame, t0, 0)), at(fromFrame(frame, t1, 0))];
    })
  );
  const faces = sorted([...corners, ...crossFaces(model, walls, along)]);
  const ends = [overall[0]!, overall[overall.length - 1]!];
  const strings: { what: DimensionString['what']; stops: number[] }[] = [];
  if (jambs.length > 0) strings.push({ what: 'openings', stops: sorted([...corners, ...jambs]) });
  if (faces.length > 2) strings.push({ what: 'faces', stops: faces });
  strings.push({ what: 'overall', stops: ends });
  return strings.map((string, i) => ({
    side,
    along,
    out,
    from,
    ...string,
    level: from + paper * spacing * (i + 1.25)
  }));
}

function sorted(values: readonly number[]): number[] {
  const list = [...values].sort((p, q) => p - q);
  return list.filter((v, i) => i === 0 || v - list[i - 1]! > tolerances.coincident);
}

/** Faces of the walls that stand square to the side and meet one of its walls. */
function crossFaces(model: StoreyModel, walls: ReadonlySet<string>, along: Point): number[] {
  return model.footprints.nodes
    .filter(({ members }) => members.some(({ frame }) => walls.has(frame.wall.id)))
    .flatMap(({ members }) =>
      members.flatMap(({ frame }) =>
        !walls.has(frame.wall.id) && Math.abs(dot(frame.direction, along)) < 1e-6
          ? [frame.y0, frame.y1].map((y) => dot(fromFrame(frame, 0, y), along))
          : []
      )
    );
}

/** Marks of the strings: line, extension lines, slanted ticks, sizes. Sizes too narrow for their text step outwards. */
export function drawDimensions(
  strings: readonly DimensionString[],
  units: LengthUnits,
  paper: number
): Mark[] {
  return strings.flatMap((string) => drawString(string, units, paper));
}

function drawString(
  { along, out, stops, level, from, what, side }: DimensionString,
  units: LengthUnits,
  paper: number
): Mark[] {
  const point = (t: number, o: number): Point => add(scale(along, t), scale(out, o));
  const layer = `dimensions ${what}`;
  const base = { subject: '', layer, closed: false, ink: 'tide' as const };
  const line = (points: Point[], pen: 'fine' | 'thin' | 'face'): Mark => ({
    ...base,
    kind: 'path',
    points,
    pen
  });
  const tick = add(
    scale(along, 1.1 * paper),
    scale(out, side === 'north' || side === 'west' ? 1.1 * paper : -1.1 * paper)
  );
  const marks: Mark[] = [line([point(stops[0]!, level), point(stops[stops.length - 1]!, level)], 'fine')];
  for (const t of stops) {
    marks.push(line([point(t, Math.min(level, from + 1.5 * paper)), point(t, level + 1.5 * paper)], 'thin'));
    marks.push(line([subtract(point(t, level), tick), add(point(t, level), tick)], 'face'));
  }
  const angle =
    Math.abs(along.y) > Math.abs(along.x)
      ? Math.atan2(Math.abs(along.y), along.x * Math.sign(along.y))
      : Math.atan2(along.y, along.x);
  const up = { x: -Math.sin(angle), y: Math.cos(angle) };
  stops.slice(1).forEach((t, i) => {
    const size = t - stops[i]!;
    const text = formatLength(size, units);
    const wide = text.length * textHeight * 0.55 * paper;
    const narrow = wide > size;
    const middle = lerp(point(stops[i]!, level), point(t, level), 0.5);
    // Sizes too narrow for their text stand one row further out, smaller.
    const away = dot(up, out) > 0 ? 1 : -1;
    const at = narrow
      ? add(middle, scale(out, (away > 0 ? 4.1 : 2.4) * paper))
      : add(middle, scale(up, 1.8 * paper));
    marks.push({ ...base, kind: 'text', at, angle, height: narrow ? textHeight * 0.8 : textHeight, text });
  });
  return marks;
}
