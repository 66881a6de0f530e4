/** The plan of a storey, cut above its datum: poché by ply, door swings, window lines, what is overhead dashed. */
import { boxesMeet, boxOf, partsOutside, ringArea, ringHolds, sideOf, type Ring } from '../geometry/ring';
import { clipLeft } from '../derive/joints/solve';
import { innerPoint } from '../geometry/triangulate';
import { angleOf, distance, dot, locate, subtract, unit, type Point } from '../geometry/point';
import { tolerances } from '../geometry/tolerances';
import type { WallFootprint } from '../derive/1-footprints';
import { returnedStrips, returnsOf, type OpeningPlace, type Stretch } from '../derive/2-openings';
import type { RoofModel } from '../derive/4-roofs';
import { cutAtJambs, cutVoid, isOnCut, piecesOf } from '../derive/5-solids';
import { fromFrame, type Frame } from '../derive/frame';
import type { Cut } from '../derive/standing';
import type { Certainty, Material } from '../project/records';
import { textEnds, type Mark, type Pen } from './display';

/** Usual height of the cut above the datum, mm. */
export const cutHeight = 1200;

export type MaterialTable = ReadonlyMap<string, Material>;

const kept = new WeakMap<
  WallFootprint['bands'],
  {
    places: readonly OpeningPlace[];
    materials: MaterialTable;
    cuts: readonly Cut[];
    datum: number;
    returned: boolean;
    unsure: boolean;
    marks: readonly Mark[];
  }
>();
const noCuts: readonly Cut[] = [];

/** Marks of one wall with its openings; the same array while nothing it reads changed. `cuts`: what stands in it. */
export function drawWall(
  footprint: WallFootprint,
  places: readonly OpeningPlace[],
  materials: MaterialTable,
  cuts: readonly Cut[] = noCuts,
  datum = 0
): readonly Mark[] {
  const old = kept.get(footprint.bands);
  const { returnJambs: returned, certainty } = footprint.frame.wall;
  const unsure = certainty !== 'measured';
  const same =
    old?.places === places &&
    old.materials === materials &&
    old.returned === returned &&
    old.unsure === unsure;
  if (old && same && old.cuts === cuts && (old.datum === datum || cuts.length === 0)) return old.marks;
  const height = heightOfCut(footprint.frame);
  const standing = cuts.filter(({ z0, z1 }) => z0 < datum + height && datum + height < z1);
  const marks = [
    ...drawPlies(footprint, height, places, materials, standing),
    ...places.flatMap((place) => drawOpening(footprint.frame, place))
  ];
  kept.set(footprint.bands, { places, materials, cuts, datum, returned, unsure, marks });
  return marks;
}

/** A low wall is drawn from above, as at half its height. */
const heightOfCut = ({ base, top }: Frame) =>
  top <= cutHeight ? (base + top) / 2 : Math.max(cutHeight, base + 1);

function drawPlies(
  { frame, bands }: WallFootprint,
  height: number,
  places: readonly OpeningPlace[],
  materials: MaterialTable,
  standing: readonly Cut[]
): Mark[] {
  const band = bands.find(({ z0, z1 }) => z0 <= height && height <= z1) ?? bands[0];
  if (!band) return [];
  const low = frame.top < cutHeight;
  const holes = places.filter(({ z0, z1 }) => z0 < height && height < z1);
  const marks: Mark[] = [];
  const lines = new Map<Pen, Point[]>();
  const { sides: returns } = returnsOf(frame, holes);
  const { outer, covered } = returnedStrips(frame);
  const materialOf = (strip: number) =>
    materials.get(frame.buildUp.plies[frame.strips[strip]!.ply]!.material);
  band.plies.forEach((rings, strip) => {
    for (const ring of rings)
      for (const piece of cutAtJambs(frame, ring, [...holes, ...returns]).flatMap((one) =>
        besides(frame, one, standing)
      )) {
        const corners = piece.map((p) => locate(p, frame.origin, frame.direction));
        if (isIn(corners, holes)) continue;
        const turned = isIn(corners, returns);
        const material = materialOf(turned && covered.has(strip) ? outer : strip);
        marks.push({
          kind: 'path',
          subject: frame.wall.id,
          layer: low ? 'walls low' : 'walls',
          points: piece,
          closed: true,
          ink: 'slate',
          fill: material?.colour ?? '#C9CCC6',
          ...(material && material.hatch !== 'none' && { hatch: material.hatch })
        });
        gatherBorders(piece, corners, standing, low, lines, (p, q) =>
          borderPen(frame, p, q, holes, turned ? returns : [])
        );
      }
  });
  for (const [pen, all] of [
    [low ? 'face' : 'cut', band.exposed],
    ['thin', band.butts]
  ] as const) {
    const points = standing.reduce<readonly Point[]>((left, { ring }) => partsOutside(left, ring), all);
    const list = lines.get(pen);
    if (list) list.push(...points);
    else if (points.length > 0) lines.set(pen, [...points]);
  }
  for (const [pen, points] of lines)
    marks.push({
      ...{ kind: 'lines', subject: frame.wall.id, layer: 'walls', points, ink: 'slate' },
      pen: pen === 'thin' ? pen : sureness(pen, frame.wall)
    });
  return marks;
}

/** What is assumed or unknown is dotted. */
const sureness = (pen: Pen, { certainty }: { certainty: Certainty }): Pen =>
  certainty === 'measured' ? pen : 'dotted';

/** The parts of a piece outside what stands there. */
function besides(frame: Frame, piece: Ring, cuts: readonly Cut[]): Ring[] {
  if (cuts.length === 0) return [piece];
  const box = boxOf(piece);
  const standing = cuts.filter((cut) => boxesMeet(cut.box, box));
  if (standing.length === 0) return [piece];
  if (isConvex(piece))
    return standing.reduce<Ring[]>(
      (left, { ring }) => left.flatMap((one) => outsideOf(frame, one, ring)),
      [piece]
    );
  const voids = standing.map((cut) => cutVoid(cut, frame.left, 0));
  return piecesOf(piece, voids).filter((part) => {
    const inside = innerPoint(part);
    return inside && !standing.some(({ ring }) => ringHolds(ring, inside));
  });
}

const isConvex = (ring: Ring) =>
  ring.every((p, i) => sideOf(p, ring[(i + 1) % ring.length]!, ring[(i + 2) % ring.length]!) >= 0);

/** A convex piece without a convex ring; split across the wall first, so that no seam runs along its plies. */
function outsideOf(frame: Frame, piece: Ring, ring: Ring): Ring[] {
  const edges = ring
    .map((p, i) => [p, ring[(i + 1) % ring.length]!] as const)
    .map(([p, q]) => ({ p, q, along: Math.abs(dot(unit(subtract(q, p)), frame.direction)) }))
    .sort((m, n) => m.along - n.along);
  const parts: Ring[] = [];
  let rest: Ring = piece;
  for (const { p, q } of edges) {
    const part = clipLeft(rest, q, p);
    if (part.length > 2 && ringArea(part) > 1e-3) parts.push(withCorners(part, ring));
    rest = clipLeft(rest, p, q);
    // Nothing of it is inside.
    if (rest.length < 3 || ringArea(rest) < 1e-3) return [piece];
  }
  return parts;
}

/** Corners of the cut as corners of what is left, so that each border is either on the cut or off it. */
function withCorners(part: Ring, ring: Ring): Ring {
  return part.flatMap((p, i) => {
    const q = part[(i + 1) % part.length]!;
    const size = distance(p, q);
    const way = unit(subtract(q, p));
    const on = ring
      .map((corner) => ({ corner, ...locate(corner, p, way) }))
      .filter(
        ({ t, y }) => Math.abs(y) < 1e-6 && t > tolerances.coincident && t < size - tolerances.coincident
      )
      .sort((m, n) => m.t - n.t);
    return [p, ...on.map(({ corner }) => corner)];
  });
}

interface Located {
  readonly t: number;
  readonly y: number;
}

/** A piece lies between neighbouring jamb lines, so the middle of its corners tells on which side. */
function isIn(corners: readonly Located[], holes: readonly Stretch[]): boolean {
  const middle = corners.reduce((sum, { t }) => sum + t, 0) / corners.length;
  return holes.some(({ t0, t1 }) => t0 < middle && middle < t1);
}

/** Faces and jambs strong, lines between plies thin, cut lines at joints left out. */
function gatherBorders(
  piece: Ring,
  corners: readonly Located[],
  standing: readonly Cut[],
  low: boolean,
  lines: Map<Pen, Point[]>,
  penOf: (p: Located, q: Located) => Pen | undefined
) {
  piece.forEach((p, i) => {
    const j = (i + 1) % piece.length;
    const pen = isOnCut(standing, p, piece[j]!) ? 'cut' : penOf(corners[i]!, corners[j]!);
    if (!pen || distance(p, piece[j]!) < tolerances.coincident) return;
    const used: Pen = low && pen === 'cut' ? 'face' : pen;
    const list = lines.get(used);
    if (list) list.push(p, piece[j]!);
    else lines.set(used, [p, piece[j]!]);
  });
}

/** `returned`: stretches that the outer ply fills to the far face's ply, where no line runs between the strips. */
function borderPen(
  frame: Frame,
  p: Located,
  q: Located,
  holes: readonly Stretch[],
  returned: readonly Stretch[]
): Pen | undefined {
  const gap = tolerances.coincident;
  const isAt = (list: readonly Stretch[]) =>
    list.some(({ t0, t1 }) => Math.abs(p.t - t0) < gap || Math.abs(p.t - t1) < gap);
  if (Math.abs(p.y - q.y) < gap) {
    if (Math.abs(p.y - frame.y0) < gap || Math.abs(p.y - frame.y1) < gap) return 'cut';
    const far = frame.strips[0]!.ply === 0 ? frame.strips.at(-1)!.y0 : frame.strips[0]!.y1;
    return returned.length === 0 || Math.abs(p.y - far) < gap ? 'thin' : undefined;
  }
  if (Math.abs(p.t - q.t) > gap) return undefined;
  if (isAt(holes)) return 'cut';
  const y = (p.y + q.y) / 2;
  const covered = y > frame.strips[0]!.y1 && y < frame.strips.at(-1)!.y0;
  return covered && isAt(returned) ? 'thin' : undefined;
}

function drawOpening(frame: Frame, place: OpeningPlace): Mark[] {
  const { opening } = place;
  const line = (t0: number, y0: number, t1: number, y1: number, pen: Pen): Mark => ({
    kind: 'path',
    subject: opening.id,
    layer: 'openings',
    points: [fromFrame(frame, t0, y0), fromFrame(frame, t1, y1)],
    closed: false,
    pen: sureness(pen, opening),
    ink: 'slate'
  });
  const { t0, t1 } = place;
  const faces = (pen: Pen) => [frame.y0, frame.y1].map((y) => line(t0, y, t1, y, pen));
  if (place.z0 >= cutHeight || place.z1 <= cutHeight) return faces('overhead');
  if (opening.filling === 'none') return faces('overhead');
  if (opening.filling === 'window') {
    const middle = (frame.core[0] + frame.core[1]) / 2;
    return [...faces('face'), ...[-35, 0, 35].map((d) => line(t0, middle + d, t1, middle + d, 'fine'))];
  }
  return drawSwing(frame, place, line);
}

/** The leaf open at a right angle and the quarter it sweeps. */
function drawSwing(
  frame: Frame,
  { opening, t0, t1 }: OpeningPlace,
  line: (t0: number, y0: number, t1: number, y1: number, pen: Pen) => Mark
): Mark[] {
  const insideIsLeft = frame.wall.outside === 'right';
  const toLeft = (opening.handing.opens === 'inside') === insideIsLeft;
  const [y, sign] = toLeft ? [frame.y1, 1] : [frame.y0, -1];
  const nearAtLow = opening.end === 'a';
  const hingeAtLow = (opening.handing.hinge === 'near') === nearAtLow;
  const [hinge, latch] = hingeAtLow ? [t0, t1] : [t1, t0];
  const radius = t1 - t0;
  const centre = fromFrame(frame, hinge, y);
  const [open, shut] = [
    angleOf(subtract(fromFrame(frame, hinge, y + sign), centre)),
    angleOf(subtract(fromFrame(frame, latch, y), centre))
  ];
  const turn = (from: number, to: number) => (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const [a0, a1] =
    turn(shut, open) < Math.PI ? [shut, shut + turn(shut, open)] : [open, open + turn(open, shut)];
  const thick = Math.sign(latch - hinge) * 44;
  const leaf = [
    fromFrame(frame, hinge, y),
    fromFrame(frame, hinge + thick, y),
    fromFrame(frame, hinge + thick, y + sign * radius),
    fromFrame(frame, hinge, y + sign * radius)
  ];
  return [
    line(t0, frame.y0, t1, frame.y0, 'thin'),
    line(t0, frame.y1, t1, frame.y1, 'thin'),
    {
      kind: 'path',
      subject: opening.id,
      layer: 'openings',
      points: leaf,
      closed: true,
      pen: 'fine',
      ink: 'slate',
      fill: 'chalk'
    },
    { kind: 'arc', subject: opening.id, layer: 'openings', centre, radius, a0, a1, pen: 'thin', ink: 'shale' }
  ];
}

/** Eaves, hips, valleys and ridges of a roof over the plan. */
export function drawRoof(model: RoofModel): Mark[] {
  const points: Point[] = [];
  const seen = new Set<string>();
  const key = (p: Point, q: Point) =>
    [p, q]
      .map((v) => `${v.x.toFixed(1)},${v.y.toFixed(1)}`)
      .sort()
      .join(' ');
  for (const { ring } of model.planes)
    ring.forEach((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      if (seen.has(key(p, q))) return;
      seen.add(key(p, q));
      points.push(p, q);
    });
  return [{ kind: 'lines', subject: model.roof.id, layer: 'roof', points, pen: 'roof', ink: 'shale' }];
}

/** Corners of everything drawn, texts with their width at so many mm a mm of paper; undefined for an empty list. */
export function marksBox(marks: Iterable<Mark>, paper = 0): ReturnType<typeof boxOf> | undefined {
  const points: Point[] = [];
  for (const mark of marks) {
    if (mark.kind === 'path' || mark.kind === 'lines') points.push(...mark.points);
    else if (mark.kind === 'text') points.push(...textEnds(mark, paper));
    else
      points.push(
        { x: mark.centre.x - mark.radius, y: mark.centre.y - mark.radius },
        { x: mark.centre.x + mark.radius, y: mark.centre.y + mark.radius }
      );
  }
  return points.length > 0 ? boxOf(points) : undefined;
}
