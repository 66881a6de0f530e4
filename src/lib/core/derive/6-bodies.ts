/** Stage 6: bodies that are not walls: slabs, roof bodies, what fills openings. Heights above project zero. */
import { buildColumns, flat, type Cell, type Plane } from '../geometry/columns';
import type { Mesh } from '../geometry/mesh';
import type { Ring } from '../geometry/ring';
import type { OpeningPlace } from './2-openings';
import type { RoofModel } from './4-roofs';
import { fromFrame, type Frame } from './frame';

export interface Part {
  /** Material id. */
  readonly material: string;
  readonly mesh: Mesh;
}

const raise = (plane: Plane, by: number): Plane => ({ ...plane, c: plane.c + by });

const slabs = new WeakMap<Ring, { top: number; thickness: number; mesh: Mesh }>();

/** A flat slab over the ring, its top at `top`; the same mesh as long as the ring is the same. */
export function slabMesh(ring: Ring, top: number, thickness: number): Mesh {
  const old = slabs.get(ring);
  if (old && old.top === top && old.thickness === thickness) return old.mesh;
  const interval = { bottom: flat(top - thickness), top: flat(top), bottomName: 'underside', topName: 'top' };
  const mesh = buildColumns([{ ring, intervals: [interval] }], () => 'edge');
  slabs.set(ring, { top, thickness, mesh });
  return mesh;
}

/** The body between undersides and tops, eaves and verges cut plumb. */
export function roofMesh(model: RoofModel, datum: number): Mesh {
  const cells = model.planes.map(({ ring, underside, top, name }): Cell => ({
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
  return buildColumns(cells, () => 'eave');
}

/** Sections of frames and leaves, mm. */
export const fillingSizes = { frame: 60, frameDepth: 70, glass: 24, lining: 30, leaf: 44 } as const;

interface Bar {
  readonly t0: number;
  readonly t1: number;
  readonly z: readonly (readonly [number, number])[];
}

function bars(frame: Frame, list: readonly Bar[], y0: number, y1: number, datum: number): Mesh {
  const cells = list.map(({ t0, t1, z }): Cell => ({
    ring: [
      fromFrame(frame, t0, y0),
      fromFrame(frame, t1, y0),
      fromFrame(frame, t1, y1),
      fromFrame(frame, t0, y1)
    ],
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
