/** What fills openings: frames and glass, linings and leaves. */
import { frameRectangle, type Frame, type Side } from '../../kernels/joints/frame';
import { buildColumns, flat, type Cell } from '../../geometry/columns';
import { stage } from '../../document/stage';
import { frames } from '../wall/stages';
import { places } from './stages';
import { datumOf } from '../storey/record';
import type { Mesh } from '../../geometry/mesh';
import type { Part, PartRole } from '../../kernels/solids/part';
import type { OpeningPlace } from './place';
import type { Opening } from './record';
import type { ElementBody, Query } from '../../document/kind';
import { leftOf } from '../../geometry/point';

/** Sections of frames and leaves, mm. */
export const fillingSizes = { frame: 60, frameDepth: 70, glass: 24, lining: 30, leaf: 44 } as const;

interface Bar {
  readonly t0: number;
  readonly t1: number;
  readonly z: readonly (readonly [number, number])[];
}

function bars(frame: FillingHost, list: readonly Bar[], y0: number, y1: number, datum: number): Mesh {
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

const part = (role: PartRole) => ({ role, ply: null, material: null });

/** What a filling needs to know of the wall that it stands in, and of its place there. */
export type FillingHost = Pick<Frame, 'origin' | 'direction' | 'left' | 'y0' | 'y1' | 'core'> & {
  readonly wall: { readonly outside: Side };
};
export type FilledPlace = Pick<OpeningPlace, 't0' | 't1' | 'z0' | 'z1'> & {
  readonly opening: Pick<Opening, 'filling' | 'handing'>;
};

/** Plain bodies: a window's frame and glass, a door's lining and leaf. A bare opening has none. */
export function fillingParts(
  frame: FillingHost,
  { opening, t0, t1, z0, z1 }: FilledPlace,
  datum: number
): Part[] {
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
      { ...part('frame'), mesh: bars(frame, hollow(w, true), middle - d, middle + d, datum) },
      {
        ...part('glass'),
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
    { ...part('lining'), mesh: bars(frame, hollow(w, false), frame.y0, frame.y1, datum) },
    { ...part('leaf'), mesh: bars(frame, [{ t0: t0 + w, t1: t1 - w, z: [[z0, z1 - w]] }], y0, y1, datum) }
  ];
}

const frameAround = (query: Query, id: string) =>
  query.get(frames, query.project.tables.opening.get(id)?.wall ?? '');

/** All that a filling needs of its wall, by value: a wall that only grew at its far end leaves its doors as they are. */
function valuesOfHost(query: Query, id: string): HostValues | readonly [] {
  const frame = frameAround(query, id);
  if (!frame) return [];
  const { origin, direction, y0, y1, core, wall } = frame;
  return [origin.x, origin.y, direction.x, direction.y, y0, y1, ...core, wall.outside];
}

type HostValues = readonly [number, number, number, number, number, number, number, number, Side];

function hostFrom([ox, oy, dx, dy, y0, y1, c0, c1, outside]: HostValues): FillingHost {
  const direction = { x: dx, y: dy };
  const left = leftOf(direction);
  return { origin: { x: ox, y: oy }, direction, left, y0, y1, core: [c0, c1], wall: { outside } };
}

/** Its own place and kind, likewise. */
function valuesOfPlace(query: Query, id: string): PlaceValues | readonly [] {
  const place = query.get(places, id);
  if (!place) return [];
  const { t0, t1, z0, z1, opening } = place;
  return [t0, t1, z0, z1, opening.filling, opening.handing];
}

type PlaceValues = readonly [number, number, number, number, Opening['filling'], Opening['handing']];

const placeFrom = ([t0, t1, z0, z1, filling, handing]: PlaceValues): FilledPlace => ({
  ...{ t0, t1, z0, z1 },
  opening: { filling, handing }
});

export const openingBodies = stage(
  'fillings of openings',
  {
    host: valuesOfHost,
    place: valuesOfPlace,
    storey: ({ project: { tables } }, id) => tables.wall.get(tables.opening.get(id)?.wall ?? '')?.storey,
    datum: ({ project }, id) => {
      const { wall, opening } = project.tables;
      return datumOf(project, wall.get(opening.get(id)?.wall ?? '')?.storey ?? '');
    }
  },
  ({ host, place, storey, datum }, id): ElementBody | undefined =>
    host.length > 0 && place.length > 0 && storey !== undefined
      ? {
          id,
          kind: 'opening',
          storey,
          parts: fillingParts(hostFrom(host as HostValues), placeFrom(place as PlaceValues), datum)
        }
      : undefined
);
