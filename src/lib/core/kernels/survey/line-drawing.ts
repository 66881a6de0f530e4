/** A drawing of lines as it was read from a file: straight pieces on layers, in its own units, from its lower left corner. */
import Flatbush from 'flatbush';
import type { Box } from '../../geometry/ring';
import { cross, distance, dot, lerp, meetLines, subtract, unit, type Point } from '../../geometry/point';

export interface DrawnText {
  readonly at: Point;
  readonly text: string;
  readonly height: number;
  /** Radians. */
  readonly angle: number;
  readonly layer: number;
  /** Where along it its place is: 0 its beginning, 1 its end; and above its line, of its height. */
  readonly share: number;
  readonly raised: number;
}

/** A size that the drawing states, between the places that it is of: `said` in its own units. */
export interface DrawnSize {
  readonly p: Point;
  readonly q: Point;
  readonly said: number;
}

export interface LineDrawing {
  readonly width: number;
  readonly height: number;
  /** Length of its unit, mm, and what that is called; `isSaid`: the file tells it, else it is taken by its size. */
  readonly unit: { readonly mm: number; readonly name: string; readonly isSaid: boolean };
  /** `isOff`: the file itself does not show it. */
  readonly layers: readonly { readonly name: string; readonly count: number; readonly isOff: boolean }[];
  /** Four numbers a piece. */
  readonly lines: Float64Array;
  /** The layer of each piece. */
  readonly layerOf: Uint16Array;
  readonly texts: readonly DrawnText[];
  readonly sizes: readonly DrawnSize[];
  /** What of the file is not shown, in plain words or as it is called there, and how often. */
  readonly leftOut: readonly { readonly name: string; readonly count: number }[];
  /** The file breaks off before its end: what stood after that is missing. */
  readonly isCut: boolean;
}

/** As a list, how often each: "hatches (12), pictures (1)". Empty where all is shown. */
export const leftOutWords = ({ leftOut }: Pick<LineDrawing, 'leftOut'>): string =>
  leftOut.map(({ name, count }) => `${name} (${count})`).join(', ');

/** Of the ends of all pieces; without end where there are none. */
export function boxOfLines(lines: ArrayLike<number>): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let k = 0; k < lines.length; k += 2) {
    minX = Math.min(minX, lines[k]!);
    maxX = Math.max(maxX, lines[k]!);
    minY = Math.min(minY, lines[k + 1]!);
    maxY = Math.max(maxY, lines[k + 1]!);
  }
  return { minX, minY, maxX, maxY };
}

/** How many lines are remembered as drawn. */
const slots = 2 ** 18;

/**
 * Of many lines those that give their picture where `cell` is about two pixels: of lines about as long, as steep and with
 * their middles in the same cell one. Cells are tied to the drawing, so that the same are left when it is moved. Some may be
 * left that could go, never the other way round. Cost: their number.
 */
export function thinned(
  { lines }: Pick<LineDrawing, 'lines'>,
  ids: readonly number[],
  cell: number
): number[] {
  const taken = new Float64Array(slots).fill(-1);
  const place = (v: number) => Math.floor(v / cell / 2) & 0xfffff;
  return ids.filter((i) => {
    const [x0, y0, x1, y1] = [lines[4 * i]!, lines[4 * i + 1]!, lines[4 * i + 2]!, lines[4 * i + 3]!];
    const [wide, high] = [Math.abs(x1 - x0), Math.abs(y1 - y0)];
    const octave = Math.min(31, Math.max(0, Math.ceil(Math.log2(Math.max(wide, high) / cell))));
    const [x, y] = [place(x0 + x1), place(y0 + y1)];
    const look = 2 * octave + (high > wide ? 1 : 0);
    const key = (x * 0x100000 + y) * 64 + look;
    const slot =
      (Math.imul(x, 73_856_093) ^ Math.imul(y, 19_349_663) ^ Math.imul(look, 83_492_791)) & (slots - 1);
    if (taken[slot] === key) return false;
    taken[slot] = key;
    return true;
  });
}

export const lineAt = ({ lines }: Pick<LineDrawing, 'lines'>, i: number): [Point, Point] => [
  { x: lines[4 * i]!, y: lines[4 * i + 1]! },
  { x: lines[4 * i + 2]!, y: lines[4 * i + 3]! }
];

export interface DrawnSnap {
  readonly point: Point;
  readonly what: 'end' | 'middle' | 'crossing' | 'along';
  /** Unit direction of the line that it is on. */
  readonly direction: Point;
}

/** More lines than these near a place are not told apart. */
const mostNear = 60;

/** A drawing with its pieces found by place. Cost: n log n once, then by what is near. */
export class DrawnLines {
  private readonly index: Flatbush | undefined;

  constructor(readonly drawing: LineDrawing) {
    const { layerOf, lines } = drawing;
    if (layerOf.length === 0) return;
    const index = new Flatbush(layerOf.length);
    for (let i = 0; i < layerOf.length; i++) {
      const [x0, y0, x1, y1] = [lines[4 * i]!, lines[4 * i + 1]!, lines[4 * i + 2]!, lines[4 * i + 3]!];
      index.add(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1));
    }
    index.finish();
    this.index = index;
  }

  /** Numbers of the pieces whose boxes meet a box. */
  within(minX: number, minY: number, maxX: number, maxY: number): number[] {
    return this.index?.search(minX, minY, maxX, maxY) ?? [];
  }

  /** Places of the drawing within `reach` of `p`, on layers that are seen. */
  snapsNear(p: Point, reach: number, isSeen: (layer: number) => boolean): DrawnSnap[] {
    const near = this.within(p.x - reach, p.y - reach, p.x + reach, p.y + reach)
      .filter((i) => isSeen(this.drawing.layerOf[i]!))
      .slice(0, mostNear)
      .map((i) => lineAt(this.drawing, i))
      .filter(([a, b]) => a.x !== b.x || a.y !== b.y);
    const found: DrawnSnap[] = [];
    const offer = (point: Point, what: DrawnSnap['what'], direction: Point) => {
      if (distance(point, p) <= reach) found.push({ point, what, direction });
    };
    near.forEach(([a, b], i) => {
      const way = unit(subtract(b, a));
      offer(a, 'end', way);
      offer(b, 'end', way);
      offer(lerp(a, b, 0.5), 'middle', way);
      const t = Math.max(0, Math.min(distance(a, b), dot(subtract(p, a), way)));
      offer({ x: a.x + way.x * t, y: a.y + way.y * t }, 'along', way);
      for (const [c, d] of near.slice(i + 1)) {
        const other = unit(subtract(d, c));
        if (Math.abs(cross(way, other)) < 0.02) continue;
        const met = meetLines(a, way, c, other);
        if (met && isOn(met, a, b) && isOn(met, c, d)) offer(met, 'crossing', way);
      }
    });
    return found;
  }
}

/** To a hundredth of a thousandth of its length. */
const isOn = (p: Point, a: Point, b: Point) => {
  const size = distance(a, b);
  const t = dot(subtract(p, a), subtract(b, a)) / size;
  return t >= -1e-5 * size && t <= size * (1 + 1e-5);
};
