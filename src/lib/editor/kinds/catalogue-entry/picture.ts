/** A catalogue entry to scale: as it is seen from inside, and cut from above. */
import type { Point } from '../../../core/geometry/point';
import type { CatalogueEntry } from '../../../core/kinds/catalogue-entry/record';
import type { Piece } from '../../../core/kinds/catalogue-entry/parts';
import { piecesOf } from '../../../core/kinds/catalogue-entry/pieces';
import { frameDepth, leavesOf, type Hole, type Leaf } from '../../../core/kinds/catalogue-entry/unit';
import { formatLength } from '../../../core/units/length';
import { roleLooks } from '../../../core/kernels/solids/role-looks';
import { rectangleOf, segment, type Picture, type PictureShape } from '../../details/picture';
import type { Editor } from '../../editor';

/** A wall of the usual kind, its outside up in plan. */
const wall = { y0: -150, y1: 150, core: [-150, 0] as const };

export const sampleHole = ({ size: { width, height, sill } }: CatalogueEntry): Hole => ({
  ...{ t0: 0, t1: width, z0: sill, z1: sill + height, ...wall },
  ...{ out: 1, opens: -1, hungLow: true }
});

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
  const pieces = [...piecesOf(entry, hole)].sort((p, q) => (hole.out > 0 ? q.y1 - p.y1 : p.y0 - q.y0));
  return [
    ...pieces.flatMap((piece) =>
      barsOf(piece).map(([t0, z0, t1, z1]): PictureShape => ({
        points: rectangleOf(way * t0, z0, way * t1, z1),
        ...{ fill: lookOf(piece), closed: true, pen: 'fine' }
      }))
    ),
    ...leavesOf(entry, hole).flatMap((leaf) =>
      openingLines(leaf).map(([p, q]): PictureShape => ({
        points: segment(way * p[0], p[1], way * q[0], q[1]),
        ...{ ink: 'shale', pen: 'fine', line: 'dashes' }
      }))
    )
  ];
}

/** The bars that a piece is made of, as rectangles in the face of the wall. */
function barsOf({ t0, t1, z0, z1, bar, shape }: Piece): [number, number, number, number][] {
  if (shape === 'box') return [[t0, z0, t1, z1]];
  return [
    [t0, z0, t0 + bar, z1],
    [t1 - bar, z0, t1, z1],
    [t0 + bar, z1 - bar, t1 - bar, z1],
    ...(shape === 'ring' ? ([[t0 + bar, z0, t1 - bar, z0 + bar]] as [number, number, number, number][]) : [])
  ];
}

/** How far what lies a mm farther out is drawn to the right and up. */
const receding = { x: 0.55, y: 0.35 };

/** As a body, seen from inside, from the right and from above: of each bar its front, its top and its right side. */
function asBody(entry: CatalogueEntry): Picture {
  const hole = sampleHole(entry);
  const at = (t: number, z: number, y: number): Point => ({
    x: t + (y - hole.y0) * receding.x,
    y: z + (y - hole.y0) * receding.y
  });
  const bars = piecesOf(entry, hole)
    .flatMap((piece) =>
      barsOf(piece).map((bar) => ({ bar, y0: piece.y0, y1: piece.y1, fill: lookOf(piece) }))
    )
    // What is farther off first; of what is not, what is lower and to the left.
    .sort((p, q) => q.y0 - p.y0 || p.bar[1] - q.bar[1] || p.bar[0] - q.bar[0]);
  const shapes = bars.flatMap(({ bar: [t0, z0, t1, z1], y0, y1, fill }): PictureShape[] => {
    const face = (...points: Point[]): PictureShape => ({ points, fill, closed: true, pen: 'fine' });
    return [
      face(at(t0, z1, y0), at(t1, z1, y0), at(t1, z1, y1), at(t0, z1, y1)),
      face(at(t1, z0, y0), at(t1, z1, y0), at(t1, z1, y1), at(t1, z0, y1)),
      face(at(t0, z0, y0), at(t1, z0, y0), at(t1, z1, y0), at(t0, z1, y0))
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

/** Cut at half its height, the outside on top: how deep it sits in its wall. */
export function cutFromAbove(
  { settings }: Editor,
  entry: CatalogueEntry,
  hole: Hole = sampleHole(entry)
): Picture {
  const cut = (hole.z0 + hole.z1) / 2;
  // Seen so that the outside is on top: where it lies to the right of the wall, all is turned round.
  const rectangle = (t0: number, y0: number, t1: number, y1: number) =>
    rectangleOf(hole.out * t0, hole.out * y0, hole.out * t1, hole.out * y1);
  const shapes = piecesOf(entry, hole).flatMap((piece): PictureShape[] => {
    const { t0, t1, z0, z1, y0, y1, bar, shape } = piece;
    const style = { fill: lookOf(piece), closed: true, pen: 'fine' } as const;
    if (z0 > cut || z1 < cut)
      return [{ points: rectangle(t0, y0, t1, y1), ink: 'shale', closed: true, pen: 'fine' }];
    if (shape === 'box') return [{ points: rectangle(t0, y0, t1, y1), ...style }];
    return [
      { points: rectangle(t0, y0, t0 + bar, y1), ...style },
      { points: rectangle(t1 - bar, y0, t1, y1), ...style }
    ];
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
      { points: rectangle(t0 - 400, y0, t0, y1), closed: true, fill: 'fog', pen: 'cut' },
      { points: rectangle(t1, y0, t1 + 400, y1), closed: true, fill: 'fog', pen: 'cut' },
      ...shapes
    ],
    sizes: [size(left, -1, low, high), ...(outer - high > 1 ? [size(right, 1, high, outer)] : [])],
    words: []
  };
}
