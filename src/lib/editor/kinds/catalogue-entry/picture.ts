/** A catalogue entry to scale: as it is seen from inside, and cut from above. */
import type { Point } from '../../../core/geometry/point';
import type { CatalogueEntry } from '../../../core/kinds/catalogue-entry/record';
import type { Piece } from '../../../core/kinds/catalogue-entry/parts';
import { planesOf, unitOf } from '../../../core/kinds/catalogue-entry/planes';
import { placeAfter, type Place, type Turn } from '../../../core/kinds/catalogue-entry/turns';
import { piecesOf } from '../../../core/kinds/catalogue-entry/pieces';
import { frameDepth, leavesOf, type Hole, type Leaf } from '../../../core/kinds/catalogue-entry/unit';
import { formatLength } from '../../../core/units/length';
import { roleLooks } from '../../../core/kernels/solids/role-looks';
import { rectangleOf, segment, type Picture, type PictureShape } from '../../details/picture';
import type { Editor } from '../../editor';

/** A wall of the usual kind, its outside up in plan. */
const wall = { y0: -150, y1: 150, core: [-150, 0] as const };

export function sampleHole({ size: { width, height, sill }, corner }: CatalogueEntry): Hole {
  const hole: Hole = {
    ...{ t0: 0, t1: width, z0: sill, z1: sill + height, ...wall },
    ...{ out: 1, opens: -1, hungLow: true }
  };
  if (corner.width <= 0) return hole;
  // Round the corner on the right, a wall like it: towards the room.
  return {
    ...hole,
    round: {
      hole: { ...hole, t0: -wall.y0, t1: corner.width - wall.y0 },
      turn: { about: 'upright', ...{ t: 0, y: 0, z: 0 }, angle: -Math.PI / 2, by: [width - wall.y0, 0, 0] },
      ...{ isAtOwnEnd: true, isAtEnd: false }
    }
  };
}

export const entryPictures = (editor: Editor, entry: CatalogueEntry): Picture[] => [
  elevation(entry),
  cutFromAbove(editor, entry),
  asBody(entry)
];

const lookOf = ({ role }: Piece) => roleLooks[role]?.colour ?? 'fog';

/** From inside, what lies farther out first; `flips`: what lies along the wall to the left stands to the right. */
export function elevationShapes(
  entry: CatalogueEntry,
  hole: Hole = sampleHole(entry),
  flips = false
): PictureShape[] {
  const way = flips ? -1 : 1;
  const pieces = [...piecesOf(entry, hole)].sort((p, q) => hole.out * (middleOf(q) - middleOf(p)));
  return [
    ...pieces.flatMap((piece) =>
      barsOf(piece).map((bar): PictureShape => {
        const ts = cornersOf(piece, bar).map(([t]) => way * t);
        const [, z0, , z1] = bar;
        return {
          points: rectangleOf(Math.min(...ts), z0, Math.max(...ts), z1),
          ...{ fill: lookOf(piece), closed: true, pen: 'fine' }
        };
      })
    ),
    ...planesOf(entry, hole).flatMap((plane) => {
      const at = ([t, z]: Spot) =>
        [way * placeAfter([t, plane.hole.y0, z], plane.turn ? [plane.turn] : [])[0], z] as const;
      return leavesOf(plane.entry, plane.hole).flatMap((leaf) =>
        openingLines(leaf).map(([p, q]): PictureShape => ({
          points: segment(...at(p), ...at(q)),
          ...{ ink: 'shale', pen: 'fine', line: 'dashes' }
        }))
      );
    })
  ];
}

/** Where the four corners of a bar of a piece lie along and across the wall, seen from above. */
const cornersOf = ({ base, turns = [], y0, y1 }: Piece, [t0, , t1]: Bar): Place[] =>
  (
    base ?? [
      { x: t0, y: y0 },
      { x: t1, y: y0 },
      { x: t1, y: y1 },
      { x: t0, y: y1 }
    ]
  ).map(({ x, y }) => placeAfter([x, y, 0], turns));

/** How far across the wall the middle of a piece lies. */
const middleOf = ({ t0, t1, y0, y1, turns = [] }: Piece) =>
  placeAfter([(t0 + t1) / 2, (y0 + y1) / 2, 0], turns)[1];

type Bar = readonly [t0: number, z0: number, t1: number, z1: number];

/** What is no bars round something. */
const isBlock = (shape: Piece['shape']) => shape !== 'ring' && shape !== 'arch';

/** The bars that a piece is made of, as rectangles in the face of the wall. */
function barsOf({ t0, t1, z0, z1, bar, shape }: Piece): Bar[] {
  if (isBlock(shape)) return [[t0, z0, t1, z1]];
  return [
    [t0, z0, t0 + bar, z1],
    [t1 - bar, z0, t1, z1],
    [t0 + bar, z1 - bar, t1 - bar, z1],
    ...(shape === 'ring' ? ([[t0 + bar, z0, t1 - bar, z0 + bar]] as Bar[]) : [])
  ];
}

/** How far what lies a mm farther out is drawn to the right and up. */
const receding = { x: 0.55, y: 0.35 };

/** As a body, seen from inside, from the right and from above: of each bar its top and the sides that look there. */
function asBody(entry: CatalogueEntry): Picture {
  const hole = sampleHole(entry);
  const at = ([t, y]: Place, z: number): Point => ({
    x: t + (y - hole.y0) * receding.x,
    y: z + (y - hole.y0) * receding.y
  });
  const bars = piecesOf(entry, hole)
    .flatMap((piece) =>
      barsOf(piece).map((bar) => {
        const ring = cornersOf(piece, bar);
        return { bar, ring, near: Math.min(...ring.map(([, y]) => y)), fill: lookOf(piece) };
      })
    )
    // What is farther off first; of what is not, what is lower and to the left.
    .sort((p, q) => q.near - p.near || p.bar[1] - q.bar[1] || p.bar[0] - q.bar[0]);
  const shapes = bars.flatMap(({ bar: [, z0, , z1], ring, fill }): PictureShape[] => {
    const face = (...points: Point[]): PictureShape => ({ points, fill, closed: true, pen: 'fine' });
    const sides = ring.flatMap((p, k) => {
      const q = ring[(k + 1) % ring.length]!;
      // Against the clock seen from above: the outward side lies to the right of the way.
      const [out, across] = [q[1] - p[1], p[0] - q[0]];
      return out * receding.x - across > 0 ? [{ p, q, far: p[1] + q[1] }] : [];
    });
    return [
      face(...ring.map((p) => at(p, z1))),
      ...sides
        .sort((m, n) => n.far - m.far)
        .map(({ p, q }) => face(at(p, z0), at(q, z0), at(q, z1), at(p, z1)))
    ];
  });
  return {
    label: `${entry.name} as a body, from inside`,
    height: 200,
    left: 8,
    shapes,
    sizes: [],
    words: []
  };
}

type Spot = readonly [t: number, z: number];

/** From the corners where a leaf shuts to the middle of the side that it hangs on; a line for what slides. */
function openingLines({ way, t0, t1, z0, z1, hinge, latch }: Leaf): (readonly [Spot, Spot])[] {
  const [middle, high] = [(t0 + t1) / 2, (z0 + z1) / 2];
  const to = (tip: Spot, ...from: Spot[]) => from.map((spot) => [spot, tip] as const);
  switch (way) {
    case 'left':
    case 'right':
    case 'pivots':
      return to([hinge, high], [latch, z0], [latch, z1]);
    case 'tiltLeft':
    case 'tiltRight':
      return [...to([hinge, high], [latch, z0], [latch, z1]), ...to([middle, z1], [t0, z0], [t1, z0])];
    case 'top':
      return to([middle, z1], [t0, z0], [t1, z0]);
    case 'bottom':
      return to([middle, z0], [t0, z1], [t1, z1]);
    case 'folds':
      return to([middle, high], [t0, z0], [t1, z0]);
    case 'slides':
      return [
        [
          [middle - (t1 - t0) / 5, high],
          [middle + (t1 - t0) / 5, high]
        ]
      ];
    default:
      return [];
  }
}

function elevation(entry: CatalogueEntry): Picture {
  const { width, height, sill } = entry.size;
  return {
    label: `${entry.name}, seen from inside`,
    height: 220,
    left: 8,
    shapes: [
      ...elevationShapes(entry),
      { points: segment(-250, 0, width + 250, 0), ink: 'shale', pen: 'face' }
    ],
    sizes: [
      { from: { x: 0, y: 0 }, to: { x: width, y: 0 }, lane: 1, field: 'width' },
      { from: { x: width, y: sill }, to: { x: width, y: sill + height }, lane: 1, field: 'height' }
    ],
    words: []
  };
}

/** So much of a wall is shown beside an opening, mm. */
const besides = 400;

/** Corners of the pieces of wall beside a hole. */
function wallsBeside(hole: Hole): Place[][] {
  const { round } = hole;
  const block = ({ y0, y1 }: Hole, t: number, u: number, turns: readonly Turn[] = []): Place[] =>
    [
      [t, y0],
      [u, y0],
      [u, y1],
      [t, y1]
    ].map(([a, b]) => placeAfter([a!, b!, 0], turns));
  return [
    ...(round && !round.isAtOwnEnd ? [] : [block(hole, hole.t0 - besides, hole.t0)]),
    ...(round?.isAtOwnEnd ? [] : [block(hole, hole.t1, hole.t1 + besides)]),
    ...(round
      ? [
          round.isAtEnd
            ? block(round.hole, round.hole.t0 - besides, round.hole.t0, [round.turn])
            : block(round.hole, round.hole.t1, round.hole.t1 + besides, [round.turn])
        ]
      : [])
  ];
}

/** Cut at half its height, the outside on top: how deep it sits in its wall. */
export function cutFromAbove(
  { settings }: Editor,
  entry: CatalogueEntry,
  hole: Hole = sampleHole(entry)
): Picture {
  const cut = (hole.z0 + hole.z1) / 2;
  // Seen so that the outside is on top: where it lies to the right of the wall, all is turned round.
  const shapes = piecesOf(entry, hole).flatMap((piece): PictureShape[] => {
    const outline = (bar: Bar) =>
      cornersOf(piece, bar).map(([t, y]) => ({ x: hole.out * t, y: hole.out * y }));
    const { t0, t1, z0, z1, bar, shape } = piece;
    if (z0 > cut || z1 < cut)
      return [{ points: outline([t0, z0, t1, z1]), ink: 'shale', closed: true, pen: 'fine' }];
    const uprights: Bar[] = isBlock(shape)
      ? [[t0, z0, t1, z1]]
      : [
          [t0, z0, t0 + bar, z1],
          [t1 - bar, z0, t1, z1]
        ];
    return uprights.map((one) => ({ points: outline(one), fill: lookOf(piece), closed: true, pen: 'fine' }));
  });
  const { t0, t1, y0, y1, out } = hole;
  const depths = frameDepth(entry, hole).map((y) => out * y) as [number, number];
  const [low, high] = [Math.min(...depths), Math.max(...depths)];
  const outer = Math.max(out * y0, out * y1);
  const size = (x: number, lane: number, from: number, to: number) => ({
    ...{ from: { x, y: from }, to: { x, y: to }, lane },
    text: formatLength(to - from, settings.units)
  });
  const [left, right] = [Math.min(out * t0, out * t1) - 400, Math.max(out * t0, out * t1) + 400];
  return {
    label: `${entry.name}, cut from above, the outside on top`,
    height: 120,
    left: 48,
    shapes: [
      ...wallsBeside(hole).map((corners): PictureShape => ({
        points: corners.map(([t, y]) => ({ x: out * t, y: out * y })),
        ...{ closed: true, fill: 'fog', pen: 'cut' }
      })),
      ...shapes
    ],
    sizes:
      entry.bay.depth > 0 && unitOf(entry, hole)
        ? [size(left, -1, outer, outer + entry.bay.depth)]
        : [size(left, -1, low, high), ...(outer - high > 1 ? [size(right, 1, high, outer)] : [])],
    words: []
  };
}
