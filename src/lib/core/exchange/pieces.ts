/** The straight pieces of a drawing while it is read, each on its layer; what is read from every form of it comes here. */
import { boxOfLines, type LineDrawing } from '../kernels/survey/line-drawing';
import type { Point } from '../geometry/point';

/** More pieces than these are not shown. */
export const mostPieces = 1_000_000;

/** What is left out, in plain words where its own are not; everything else as it is called in its file. */
const plain: Readonly<Record<string, string>> = {
  hatch: 'hatches',
  mpolygon: 'hatches',
  image: 'pictures',
  leader: 'leaders',
  multileader: 'leaders',
  mline: 'double lines',
  region: 'regions',
  body: 'bodies',
  '3dsolid': 'bodies',
  surface: 'surfaces',
  tolerance: 'tolerances',
  ray: 'endless lines',
  xline: 'endless lines',
  use: 'copies of what is not there'
};

export class TooMuch extends Error {}

interface DrawnLayer {
  readonly at: number;
  readonly name: string;
  count: number;
}

export class Pieces {
  readonly numbers: number[] = [];
  readonly layerOf: number[] = [];
  private readonly byName = new Map<string, DrawnLayer>();
  private readonly skipped = new Map<string, number>();

  /** `keyOf`: names that are one, as where large and small letters are alike. */
  constructor(
    private readonly most = mostPieces,
    private readonly keyOf: (name: string) => string = (name) => name
  ) {}

  layer(name: string): DrawnLayer {
    const key = this.keyOf(name);
    const known = this.byName.get(key) ?? { at: this.byName.size, name, count: 0 };
    this.byName.set(key, known);
    return known;
  }

  /** Nothing where the two are one place, or none. Throws `TooMuch`. */
  line(p: Point, q: Point, layer: DrawnLayer) {
    if (!Number.isFinite(p.x + p.y + q.x + q.y) || (p.x === q.x && p.y === q.y)) return;
    this.numbers.push(p.x, p.y, q.x, q.y);
    this.layerOf.push(layer.at);
    layer.count += 1;
    if (this.layerOf.length > this.most) throw new TooMuch();
  }

  skip(name: string) {
    const word = plain[name] ?? name;
    this.skipped.set(word, (this.skipped.get(word) ?? 0) + 1);
  }

  get box() {
    return boxOfLines(this.numbers);
  }

  /** What of a drawing they are; its layers may be off by their name. */
  told(
    isOff: (name: string) => boolean = () => false,
    isCut = false
  ): Pick<LineDrawing, 'layerOf' | 'layers' | 'leftOut' | 'isCut'> {
    return {
      layerOf: Uint16Array.from(this.layerOf),
      layers: [...this.byName.values()].map(({ name, count }) => ({ name, count, isOff: isOff(name) })),
      leftOut: [...this.skipped].map(([name, count]) => ({ name, count })),
      isCut
    };
  }
}
