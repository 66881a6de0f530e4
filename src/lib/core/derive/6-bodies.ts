/** Stage 6: bodies that are not walls: slabs, roof bodies, columns, chimneys, what fills openings. Heights above project zero. */
import { arrange, type Segment } from '../geometry/arrangement';
import { buildColumns, flat, heightAt, type Cell, type Plane } from '../geometry/columns';
import type { Mesh } from '../geometry/mesh';
import { angleOf, fromAngle, subtract, type Point } from '../geometry/point';
import { boxesMeet, boxOf, ringHolds, type Ring } from '../geometry/ring';
import { innerPoint } from '../geometry/triangulate';
import type { Chimney, Column, Project } from '../project/records';
import type { OpeningPlace } from './2-openings';
import { planesNear, type RoofModel } from './4-roofs';
import { cellsUnder, cutVoid, flatCell, isOnCut, liftCells, piecesOf } from './5-solids';
import { chimneyVoids, columnRing, hearthsOf, stackRing, type Cut } from './standing';
import { frameRectangle, type Frame } from './frame';

export interface Part {
  /** Material id. */
  readonly material: string;
  readonly mesh: Mesh;
}

const raise = (plane: Plane, by: number): Plane => ({ ...plane, c: plane.c + by });
const acrossPage: Point = { x: 1, y: 0 };

const slabs = new WeakMap<Ring, { top: number; thickness: number; cuts: readonly Cut[]; mesh: Mesh }>();

/** A flat slab over the ring, its top at `top`; the same mesh as long as the ring and what cuts it are the same. */
export function slabMesh(ring: Ring, top: number, thickness: number, cuts: readonly Cut[]): Mesh {
  const old = slabs.get(ring);
  if (old && old.top === top && old.thickness === thickness && old.cuts === cuts) return old.mesh;
  const bottom = top - thickness;
  const box = boxOf(ring);
  const voids = cuts
    .filter((cut) => cut.z0 < top && cut.z1 > bottom && boxesMeet(cut.box, box))
    .map((cut) => cutVoid(cut, acrossPage, 0));
  const pieces = voids.length > 0 ? piecesOf(ring, voids) : [ring];
  const mesh = buildColumns(
    liftCells(
      pieces.map((piece) => flatCell(piece, voids, bottom, top)),
      0
    ),
    () => 'edge'
  );
  slabs.set(ring, { top, thickness, cuts, mesh });
  return mesh;
}

/** The body between undersides and tops, eaves and verges cut plumb; open where something passes through. */
export function roofMesh(model: RoofModel, datum: number, cuts: readonly Cut[]): Mesh {
  const through = cuts.filter(
    (cut) => cut.roofs && model.planes.some(({ ring }) => boxesMeet(boxOf(ring), cut.box))
  );
  const pieces =
    through.length > 0
      ? roofPieces(model, datum, through)
      : model.planes.map((plane) => ({ plane, ring: plane.ring }));
  const cells = pieces.map(({ plane: { underside, top, name }, ring }): Cell => ({
    ring,
    intervals: [
      {
        bottom: raise(underside, datum),
        top: raise(top, datum),
        bottomName: `under ${name}`,
        topName: name
      }
    ]
  }));
  return buildColumns(cells, (p, q) => (isOnCut(through, p, q) ? 'cut' : 'eave'));
}

/** All planes in one arrangement with what cuts them, so that neighbours share the new points. */
function roofPieces(model: RoofModel, datum: number, cuts: readonly Cut[]) {
  const edges = model.planes.flatMap(({ ring }) =>
    ring.map((p, i): Segment => [p, ring[(i + 1) % ring.length]!])
  );
  const voids = cuts.map((cut) => cutVoid(cut, acrossPage, datum));
  const faces = arrange([...edges, ...voids.flatMap(({ borders }) => borders)])?.faces ?? [];
  return faces.flatMap(({ outer, holes }) => {
    const middle = holes.length === 0 ? innerPoint(outer) : undefined;
    const plane = middle && model.planes.find(({ ring }) => ringHolds(ring, middle));
    if (!plane) return [];
    const bottom = heightAt(plane.underside, middle);
    return voids.some((one) => one.holds(middle) && one.z1 > bottom) ? [] : [{ plane, ring: outer }];
  });
}

/** A column between its base and its top, or the underside of the roofs over it; `height`: where there is none. */
export function columnMesh(
  column: Column,
  top: number,
  datum: number,
  roofs: readonly RoofModel[],
  height: number
): Mesh {
  const ring = columnRing(column);
  const planes = top === Infinity ? roofs.flatMap((roof) => planesNear(roof, boxOf(ring))) : [];
  const cells =
    top === Infinity
      ? cellsUnder(ring, [], column.base, top, planes, height)
      : [flatCell(ring, [], column.base, top)];
  const side = (p: Point, q: Point) =>
    `side ${Math.round((angleOf(subtract(q, p)) - column.angle) / (Math.PI / 2))}`;
  return buildColumns(liftCells(cells, datum), column.section.kind === 'round' ? () => 'side' : side);
}

/** How thick a hearth is laid on the floor, mm. */
const hearthThickness = 50;

/** Masonry up to `top` with its voids, the cap over it, the hearths. Heights above project zero. */
export function chimneyParts(project: Project, chimney: Chimney, base: number, top: number): Part[] {
  const voids = chimneyVoids(project, chimney).map(({ ring, z0, z1 }) =>
    cutVoid(
      { subject: chimney.id, ring, box: boxOf(ring), z0, z1, roofs: false },
      fromAngle(chimney.angle),
      0
    )
  );
  const solid = (ring: Ring, z0: number, z1: number) =>
    buildColumns(
      liftCells(
        piecesOf(ring, voids).map((piece) => flatCell(piece, voids, z0, z1)),
        0
      ),
      (p, q) => `side ${Math.round((8 * angleOf(subtract(q, p))) / Math.PI)}`
    );
  return [
    { material: chimney.material, mesh: solid(stackRing(chimney), base, top) },
    ...(chimney.cap > 0
      ? [
          {
            material: 'concrete',
            mesh: solid(stackRing(chimney, chimney.capOverhang), top, top + chimney.cap)
          }
        ]
      : []),
    ...hearthsOf(project, chimney).map(({ ring, datum }) => ({
      material: 'stone',
      mesh: slabMesh(ring, datum + hearthThickness, hearthThickness, noCuts)
    }))
  ];
}

const noCuts: readonly Cut[] = [];

/** Sections of frames and leaves, mm. */
export const fillingSizes = { frame: 60, frameDepth: 70, glass: 24, lining: 30, leaf: 44 } as const;

interface Bar {
  readonly t0: number;
  readonly t1: number;
  readonly z: readonly (readonly [number, number])[];
}

function bars(frame: Frame, list: readonly Bar[], y0: number, y1: number, datum: number): Mesh {
  const cells = list.map(({ t0, t1, z }): Cell => ({
    ring: frameRectangle(frame, t0, t1, y0, y1),
    intervals: z.map(([low, high]) => ({
      bottom: flat(datum + low),
      top: flat(datum + high),
      bottomName: 'bottom',
      topName: 'top'
    }))
  }));
  return buildColumns(cells, () => 'side');
}

/** Plain bodies: a window's frame and glass, a door's lining and leaf. A bare opening has none. */
export function fillingParts(frame: Frame, { opening, t0, t1, z0, z1 }: OpeningPlace, datum: number): Part[] {
  if (opening.filling === 'none') return [];
  const middle = (frame.core[0] + frame.core[1]) / 2;
  const hollow = (w: number, sill: boolean): Bar[] => [
    { t0, t1: t0 + w, z: [[z0, z1]] },
    {
      t0: t0 + w,
      t1: t1 - w,
      z: sill
        ? [
            [z0, z0 + w],
            [z1 - w, z1]
          ]
        : [[z1 - w, z1]]
    },
    { t0: t1 - w, t1, z: [[z0, z1]] }
  ];
  if (opening.filling === 'window') {
    const w = Math.min(fillingSizes.frame, (t1 - t0) / 4, (z1 - z0) / 4);
    const [d, g] = [fillingSizes.frameDepth / 2, fillingSizes.glass / 2];
    return [
      { material: 'frame', mesh: bars(frame, hollow(w, true), middle - d, middle + d, datum) },
      {
        material: 'glass',
        mesh: bars(frame, [{ t0: t0 + w, t1: t1 - w, z: [[z0 + w, z1 - w]] }], middle - g, middle + g, datum)
      }
    ];
  }
  const w = Math.min(fillingSizes.lining, (t1 - t0) / 4);
  const insideIsLeft = frame.wall.outside === 'right';
  const toLeft = (opening.handing.opens === 'inside') === insideIsLeft;
  const [y0, y1] = toLeft
    ? [frame.y1 - fillingSizes.leaf, frame.y1]
    : [frame.y0, frame.y0 + fillingSizes.leaf];
  return [
    { material: 'frame', mesh: bars(frame, hollow(w, false), frame.y0, frame.y1, datum) },
    { material: 'leaf', mesh: bars(frame, [{ t0: t0 + w, t1: t1 - w, z: [[z0, z1 - w]] }], y0, y1, datum) }
  ];
}
