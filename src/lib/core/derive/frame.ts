/**
 * A wall in its own coordinates: t along the setting-out line from a, y to the left of it. Plies are strips
 * [y0, y1] in ascending y; the core runs from the first to the last structure ply (none: the highest duty).
 */
import { leftOf, subtract, unit, length as lengthOf, along, type Point } from '../geometry/point';
import type { BuildUp, Duty, Project, Wall } from '../project/records';

export interface Strip {
  /** Index into the build-up's plies. */
  readonly ply: number;
  readonly duty: Duty;
  readonly y0: number;
  readonly y1: number;
}

export interface Frame {
  readonly wall: Wall;
  readonly buildUp: BuildUp;
  readonly origin: Point;
  readonly direction: Point;
  readonly left: Point;
  readonly length: number;
  readonly strips: readonly Strip[];
  /** Whole wall and core as y ranges. */
  readonly y0: number;
  readonly y1: number;
  readonly core: readonly [number, number];
  /** Heights above the storey's datum; the top of a wall carried up is Infinity. */
  readonly base: number;
  readonly top: number;
}

export const dutyRank: Record<Duty, number> = {
  structure: 6,
  insulation: 5,
  sheathing: 4,
  cladding: 3,
  finish: 2,
  cavity: 1,
  membrane: 0
};

export function thicknessOf(buildUp: BuildUp): number {
  return buildUp.plies.reduce((sum, ply) => sum + ply.thickness, 0);
}

/** First and last ply of the core. */
export function corePlies(buildUp: BuildUp): [number, number] {
  const ranks = buildUp.plies.map((ply) => dutyRank[ply.duty]);
  const most = Math.max(...ranks);
  const first = ranks.indexOf(most);
  return most === dutyRank.structure ? [first, ranks.lastIndexOf(most)] : [first, first];
}

/** Distance from the outer face inwards to the setting-out line. */
export function settingOutDepth(
  buildUp: BuildUp,
  { settingOut, settingOutOffset }: Pick<Wall, 'settingOut' | 'settingOutOffset'>
): number {
  const total = thicknessOf(buildUp);
  const [first, last] = corePlies(buildUp);
  const depth = (count: number) => buildUp.plies.slice(0, count).reduce((sum, ply) => sum + ply.thickness, 0);
  switch (settingOut) {
    case 'outer':
      return 0;
    case 'structureOuter':
      return depth(first);
    case 'centre':
      return total / 2;
    case 'structureInner':
      return depth(last + 1);
    case 'inner':
      return total;
    case 'offset':
      return settingOutOffset;
  }
}

const frames = new WeakMap<Wall, { buildUp: BuildUp; topDatum: number; frame: Frame }>();

/** The frame of a wall; the same object as long as the records it reads are the same. */
export function frameOf(project: Project, wall: Wall): Frame | undefined {
  const buildUp = project.tables.buildUp.get(wall.buildUp);
  const storey = project.tables.storey.get(wall.storey);
  if (!buildUp || !storey) return undefined;
  const named = wall.top.kind === 'datum' ? project.tables.storey.get(wall.top.storey) : undefined;
  const topDatum = (named?.datum ?? storey.datum) - storey.datum;
  const known = frames.get(wall);
  if (known && known.buildUp === buildUp && known.topDatum === topDatum) return known.frame;
  const frame = makeFrame(wall, buildUp, topDatum);
  frames.set(wall, { buildUp, topDatum, frame });
  return frame;
}

function makeFrame(wall: Wall, buildUp: BuildUp, topDatum: number): Frame {
  const direction = unit(subtract(wall.b, wall.a));
  const depth = settingOutDepth(buildUp, wall);
  const sign = wall.outside === 'left' ? -1 : 1;
  let at = -depth;
  const strips = buildUp.plies.map((ply, index): Strip => {
    const [p, q] = [sign * at, sign * (at + ply.thickness)];
    at += ply.thickness;
    return { ply: index, duty: ply.duty, y0: Math.min(p, q), y1: Math.max(p, q) };
  });
  if (sign < 0) strips.reverse();
  const [first, last] = corePlies(buildUp);
  const core = strips.filter((strip) => strip.ply >= first && strip.ply <= last);
  const top =
    wall.top.kind === 'height'
      ? wall.base + wall.top.height
      : wall.top.kind === 'roof'
        ? Infinity
        : topDatum + wall.top.offset;
  return {
    wall,
    buildUp,
    origin: wall.a,
    direction,
    left: leftOf(direction),
    length: lengthOf(subtract(wall.b, wall.a)),
    strips,
    y0: strips[0]!.y0,
    y1: strips[strips.length - 1]!.y1,
    core: [core[0]!.y0, core[core.length - 1]!.y1],
    base: wall.base,
    top
  };
}

/** The rectangle of a frame between two places along it and two across, counter-clockwise. */
export function frameRectangle(frame: Frame, t0: number, t1: number, y0: number, y1: number): Point[] {
  return [
    fromFrame(frame, t0, y0),
    fromFrame(frame, t1, y0),
    fromFrame(frame, t1, y1),
    fromFrame(frame, t0, y1)
  ];
}

/** Plan point at t, y of a frame. */
export function fromFrame(frame: Frame, t: number, y: number): Point {
  return along(along(frame.origin, frame.direction, t), frame.left, y);
}
