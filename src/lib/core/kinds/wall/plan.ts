/** The plan of a storey, cut above its datum: poché by ply, door swings, window lines, what is overhead dashed. */
import { drawOpening } from '../opening/plan';
import { own, result, stage, table } from '../../document/stage';
import { footprintOf, frames, wallsOn } from './stages';
import { entries, holesIn, opensBeside, placesIn } from '../opening/stages';
import type { CatalogueEntry } from '../catalogue-entry/record';
import { type WallShape } from './body';
import { cutsOfWall } from './cuts';
import { cutVoid, isOnCut, piecesOf } from '../../kernels/solids/pieces';
import { datumOf } from '../storey/record';
import { cutHeight, type Mark, type Pen } from '../../display/marks';
import { returnedStrips, returnsOf, type OpeningPlace, type Stretch } from '../opening/place';
import { cutAtJambs, jambLines } from '../opening/jambs';
import { distance, dot, locate, subtract, unit, type Point } from '../../geometry/point';
import {
  boxOf,
  boxesMeet,
  edgesOf,
  partsOutside,
  ringArea,
  ringHolds,
  sideOf,
  type Ring
} from '../../geometry/ring';
import { sureness } from '../../display/certainty';

import { innerPoint } from '../../geometry/triangulate';
import { clipLeft } from '../../geometry/clip';
import { tolerances } from '../../geometry/tolerances';
import type { WallFrame } from './frame';
import type { Material, MaterialTable } from '../material/record';
import type { Cut } from '../../kernels/solids/cut';
import type { Query } from '../../document/kind';
import { fromFrame, type Frame } from '../../kernels/joints/frame';

/** What opens a wall besides its own openings: all its holes, and those that walls beside go on through. */
export interface Opened {
  readonly holes: readonly Stretch[];
  readonly through: readonly Stretch[];
}

/** Marks of one wall with its openings. `cuts`: what stands in it; `filled`: by what its openings are, one by one. */
export function drawWall(
  footprint: WallShape<WallFrame>,
  places: readonly OpeningPlace[],
  materials: MaterialTable,
  cuts: readonly Cut[] = [],
  datum = 0,
  filled: readonly (CatalogueEntry | undefined)[] = [],
  { holes, through }: Opened = { holes: places, through: [] }
): readonly Mark[] {
  const height = heightOfCut(footprint.frame);
  const met = cuts.filter(({ z0, z1 }) => z0 < datum + height && datum + height < z1);
  return [
    ...drawPlies(footprint, height, holes, materials, met),
    ...through.flatMap((hole) => drawThrough(footprint.frame, hole)),
    ...places.flatMap((place, i) => drawOpening(footprint.frame, place, filled[i]))
  ];
}

/** What the plies of a build-up are of; the same list as long as these materials are as they were. */
const materialsOf = stage(
  'materials of build-ups',
  { buildUp: own('buildUp'), material: table('material') },
  ({ buildUp, material }): readonly Material[] =>
    (buildUp?.plies ?? []).flatMap((ply) => material.get(ply.material) ?? [])
);

const wallPlans = stage(
  'plans of walls',
  {
    frame: result(frames),
    bands: (query, id) => footprintOf(query, id)?.bands,
    places: result(placesIn),
    beside: result(opensBeside),
    holes: result(holesIn),
    filled: (query, id) => query.get(placesIn, id).map(({ opening }) => query.get(entries, opening.id)),
    materials: result(materialsOf, (id, query) => query.get(frames, id)?.buildUp.id ?? ''),
    cuts: cutsOfWall,
    datum: ({ project }, id) => datumOf(project, project.tables.wall.get(id)?.storey ?? '')
  },
  ({ frame, bands, places, beside, holes, filled, materials, cuts, datum }): readonly Mark[] =>
    frame && bands
      ? drawWall(
          { frame, bands },
          places,
          new Map(materials.map((one) => [one.id, one])),
          ...([cuts, datum, filled, { holes, through: beside.through }] as const)
        )
      : []
);

/** One list of marks for each wall of a storey, its openings drawn with it. */
export const planOfWalls = (query: Query, storey: string): (readonly Mark[])[] =>
  query.get(wallsOn, storey).map(({ id }) => query.get(wallPlans, id));

/** A low wall is drawn from above, as at half its height. */
const heightOfCut = ({ base, top }: Frame) =>
  top <= cutHeight ? (base + top) / 2 : Math.max(cutHeight, base + 1);

/** The faces over what an opening of a wall beside opens in this one. */
const drawThrough = (frame: WallFrame, { t0, t1 }: Stretch): Mark[] =>
  [frame.y0, frame.y1].map((y) => ({
    ...{
      kind: 'stroke',
      subject: frame.wall.id,
      group: 'openings',
      closed: false,
      pen: 'overhead',
      ink: 'slate'
    },
    points: [fromFrame(frame, t0, y), fromFrame(frame, t1, y)]
  }));

function drawPlies(
  { frame, bands }: WallShape<WallFrame>,
  height: number,
  places: readonly Stretch[],
  materials: MaterialTable,
  met: readonly Cut[]
): Mark[] {
  const band = bands.find(({ z0, z1 }) => z0 <= height && height <= z1) ?? bands[0];
  if (!band) return [];
  const low = frame.top < cutHeight;
  const pens = pensOf(frame, low);
  const holes = places.filter(({ z0, z1 }) => z0 < height && height < z1);
  const marks: Mark[] = [];
  const lines = new Map<Pen, Point[]>();
  const { sides: returns } = returnsOf(frame, holes);
  const { outer, covered } = returnedStrips(frame);
  const materialOf = (strip: number) =>
    materials.get(frame.buildUp.plies[frame.strips[strip]!.ply]!.material);
  const jambs = jambLines([...holes, ...returns]);
  band.plies.forEach((rings, strip) => {
    for (const ring of rings)
      for (const piece of cutAtJambs(frame, ring, jambs).flatMap((one) => besides(frame, one, met))) {
        const corners = piece.map((p) => locate(p, frame.origin, frame.direction));
        if (isIn(corners, holes)) continue;
        const turned = isIn(corners, returns);
        const material = materialOf(turned && covered.has(strip) ? outer : strip);
        marks.push({
          kind: 'region',
          subject: frame.wall.id,
          group: low ? 'walls low' : 'walls',
          rings: [piece],
          ink: 'slate',
          fill: material?.colour ?? '#C9CCC6',
          hatch: material && material.hatch !== 'none' ? material.hatch : undefined
        });
        gatherBorders(piece, corners, met, pens, lines, (p, q) =>
          borderPen(frame, pens, p, q, holes, turned ? returns : [])
        );
      }
  });
  for (const [pen, all] of [
    [pens.cut, band.exposed],
    ['thin', band.butts]
  ] as const) {
    const points = met.reduce<readonly Point[]>((left, { ring }) => partsOutside(left, ring), all);
    const list = lines.get(pen);
    if (list) list.push(...points);
    else if (points.length > 0) lines.set(pen, [...points]);
  }
  for (const [pen, points] of lines)
    marks.push({
      ...{ kind: 'lines', subject: frame.wall.id, group: 'walls', points, ink: 'slate' },
      pen: pen === pens.cut ? sureness(pen, frame.wall) : pen
    });
  return marks;
}

/** What the borders of a wall are drawn with: its faces where they are cut, and its structure within it. */
interface WallPens {
  readonly cut: Pen;
  readonly core: Pen;
}

/** What only divides rooms is lighter than what bears and keeps the weather out; what is not cut is lighter too. */
function pensOf({ wall }: WallFrame, low: boolean): WallPens {
  const isLight = wall.role === 'partition' || wall.role === 'nib';
  return { cut: low || isLight ? 'face' : 'cut', core: isLight ? 'fine' : 'face' };
}

/** The parts of a piece outside what stands there. */
function besides(frame: Frame, piece: Ring, cuts: readonly Cut[]): Ring[] {
  if (cuts.length === 0) return [piece];
  const box = boxOf(piece);
  const met = cuts.filter((cut) => boxesMeet(cut.box, box));
  if (met.length === 0) return [piece];
  if (isConvex(piece))
    return met.reduce<Ring[]>(
      (left, { ring }) => left.flatMap((one) => outsideOf(frame, one, ring)),
      [piece]
    );
  const voids = met.map((cut) => cutVoid(cut, frame.left, 0));
  return piecesOf(piece, voids).filter((part) => {
    const inside = innerPoint(part);
    return inside && !met.some(({ ring }) => ringHolds(ring, inside));
  });
}

const isConvex = (ring: Ring) =>
  ring.every((p, i) => sideOf(p, ring[(i + 1) % ring.length]!, ring[(i + 2) % ring.length]!) >= 0);

/** A convex piece without a convex ring; split across the wall first, so that no seam runs along its plies. */
function outsideOf(frame: Frame, piece: Ring, ring: Ring): Ring[] {
  const edges = edgesOf(ring)
    .map(([p, q]) => ({ p, q, along: Math.abs(dot(unit(subtract(q, p)), frame.direction)) }))
    .sort((m, n) => m.along - n.along);
  const parts: Ring[] = [];
  let rest: Ring = piece;
  for (const { p, q } of edges) {
    const part = clipLeft(rest, q, p);
    if (part.length > 2 && ringArea(part) > tolerances.scrap) parts.push(withCorners(part, ring));
    rest = clipLeft(rest, p, q);
    // Nothing of it is inside.
    if (rest.length < 3 || ringArea(rest) < tolerances.scrap) return [piece];
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
        ({ t, y }) =>
          Math.abs(y) < tolerances.sameLine && t > tolerances.coincident && t < size - tolerances.coincident
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
  met: readonly Cut[],
  pens: WallPens,
  lines: Map<Pen, Point[]>,
  penOf: (p: Located, q: Located) => Pen | undefined
) {
  piece.forEach((p, i) => {
    const j = (i + 1) % piece.length;
    const pen = isOnCut(met, p, piece[j]!) ? pens.cut : penOf(corners[i]!, corners[j]!);
    if (!pen || distance(p, piece[j]!) < tolerances.coincident) return;
    const list = lines.get(pen);
    if (list) list.push(p, piece[j]!);
    else lines.set(pen, [p, piece[j]!]);
  });
}

/** `returned`: stretches that the outer ply fills to the far face's ply, where no line runs between the strips. */
function borderPen(
  frame: Frame,
  pens: WallPens,
  p: Located,
  q: Located,
  holes: readonly Stretch[],
  returned: readonly Stretch[]
): Pen | undefined {
  const gap = tolerances.coincident;
  const isAt = (list: readonly Stretch[]) =>
    list.some(({ t0, t1 }) => Math.abs(p.t - t0) < gap || Math.abs(p.t - t1) < gap);
  if (Math.abs(p.y - q.y) < gap) {
    if (Math.abs(p.y - frame.y0) < gap || Math.abs(p.y - frame.y1) < gap) return pens.cut;
    const far = frame.strips[0]!.ply === 0 ? frame.strips.at(-1)!.y0 : frame.strips[0]!.y1;
    if (returned.length > 0 && Math.abs(p.y - far) >= gap) return undefined;
    return frame.core.some((y) => Math.abs(p.y - y) < gap) ? pens.core : 'thin';
  }
  if (Math.abs(p.t - q.t) > gap) return undefined;
  if (isAt(holes)) return pens.cut;
  const y = (p.y + q.y) / 2;
  const covered = y > frame.strips[0]!.y1 && y < frame.strips.at(-1)!.y0;
  return covered && isAt(returned) ? 'thin' : undefined;
}
