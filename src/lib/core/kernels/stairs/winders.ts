/** Turns without a landing: winders that lessen evenly to the corner, and winders that radiate from a newel. mm. */
import { add, along, distance, fromAngle, leftOf, subtract, type Point } from '../../geometry/point';
import { dropCollinear } from '../../geometry/ring';
import {
  arc,
  east,
  outlineBetween,
  pitchBetween,
  sideAlong,
  walkingOffset,
  type Nosing,
  type SideStretch,
  type StairForm,
  type StairLayout,
  type StairShape,
  type Step
} from './pieces';

/** How much shorter the inner string is than the walking line round a quarter turn. */
const savedInTurn = (width: number): number => (Math.PI / 2) * walkingOffset(width);

/** Going of the narrowest of balanced winders, beside the inner string. */
export const narrowestWinder = (going: number, width: number, winders: number): number =>
  going - savedInTurn(width) / (winders / 2 + 1);

/** How many turn a corner at least, so that the narrowest is as wide as asked; undefined where none is. */
export function windersFor(going: number, width: number, narrow: number): number | undefined {
  for (let n = 2; n <= 40; n += 2) if (narrowestWinder(going, width, n) >= narrow - 1e-9) return n;
  return undefined;
}

/** Goings of balanced winders beside the inner string: less and less to the corner, and back. */
function innerGoings({ going, winders, width }: StairShape): number[] {
  const saved = savedInTurn(width);
  const weights = Array.from({ length: winders }, (_, i) => Math.min(i + 1, winders - i));
  const sum = weights.reduce((all, one) => all + one, 0);
  return weights.map((one) => going - (saved * one) / sum);
}

/** How far along its first flight the corner lies about which winders turn. */
export function beforeWinders(shape: StairShape): number {
  const { form, first, going, winders } = shape;
  const lessened = form === 'winding' ? innerGoings(shape).slice(0, winders / 2) : [];
  return lessened.reduce((sum, one) => sum + one, first * going);
}

/**
 * A quarter turn without a landing: equal goings on the walking line, and beside the inner string goings that lessen evenly
 * to the corner; nosings are the lines through both, prolonged to the outer string.
 */
export function winding(shape: StairShape): StairLayout {
  const { width: w, risers, going, first, winders } = shape;
  const d = walkingOffset(w);
  const goings = innerGoings(shape);
  const x = beforeWinders(shape);
  const corner = { x, y: w / 2 };
  const outer = { x: x + w, y: -w / 2 };
  const turned = savedInTurn(w);
  const onInner = (s: number): Point => (s <= x ? { x: s, y: w / 2 } : { x, y: w / 2 + s - x });
  const onWalk = (s: number): Point => {
    if (s <= x) return { x: s, y: w / 2 - d };
    if (s >= x + turned) return { x: x + d, y: w / 2 + s - x - turned };
    return along(corner, fromAngle(-Math.PI / 2 + (s - x) / d), d);
  };
  const toOuter = (from: Point, through: Point): Point => {
    const way = subtract(through, from);
    const below = way.y < -1e-9 ? (-w / 2 - from.y) / way.y : Infinity;
    const beside = way.x > 1e-9 ? (outer.x - from.x) / way.x : Infinity;
    return add(from, { x: way.x * Math.min(below, beside), y: way.y * Math.min(below, beside) });
  };
  let inner = 0;
  const nosings = Array.from({ length: risers }, (_, i): Nosing => {
    if (i > 0) inner += goings[i - 1 - first] ?? going;
    const from = onInner(inner);
    return [from, toOuter(from, onWalk(i * going))];
  });
  const isBelow = (p: Point) => p.y <= -w / 2 + 1e-9 && p.x < outer.x - 1e-9;
  /** The outer corner, for the step that goes round it. */
  const cornersOf = (r: Point, s: Point): Point[] =>
    isBelow(r) && s.y > outer.y + 1e-9 && s.x > outer.x - 1e-9 ? [outer] : [];
  const steps = nosings.slice(1).map(([m, s], i): Step => {
    const [l, r] = nosings[i]!;
    const corners = cornersOf(r, s);
    return {
      ring: dropCollinear([r, ...corners, s, m, l], 1e-6),
      up: i + 1,
      kind: i >= first && i < first + winders ? 'winder' : 'step',
      pitch: pitchBetween([l, r], [m, s], i + 1, corners)
    };
  });
  const left = nosings.slice(1).flatMap(([m], i) => sideAlong([nosings[i]![0], m], i + 1));
  const right = nosings.slice(1).flatMap(([, s], i) => {
    const r = nosings[i]![1];
    return sideAlong([r, ...cornersOf(r, s), s], i + 1);
  });
  const end = onWalk((risers - 1) * going);
  return {
    ...{ steps, nosings, left, right },
    walk: [{ x: 0, y: w / 2 - d }, { x, y: w / 2 - d }, ...arc(corner, d, -Math.PI / 2, Math.PI / 2), end],
    outline: outlineBetween(left, right, nosings[0]!, nosings.at(-1)!),
    arrival: { x: 0, y: 1 },
    narrowest: goings[winders / 2 - 1]
  };
}

/** How far round winders turn. */
export const turnOfForm = (form: StairForm): number => (form === 'radiatingHalf' ? Math.PI : Math.PI / 2);

/** Forms with winders. */
export const hasWinders = (form: StairForm): boolean => form === 'winding' || isRadiating(form);

export const isRadiating = (form: StairForm): boolean => form === 'radiating' || form === 'radiatingHalf';

/** Between the strings about which they turn: nothing in a quarter turn. */
const gapOf = ({ form, gap }: Pick<StairShape, 'form' | 'gap'>): number =>
  form === 'radiatingHalf' ? gap : 0;

/** Going of winders that radiate, straight from nosing to nosing on the walking line. */
export const radiatingGoing = (shape: Pick<StairShape, 'form' | 'gap' | 'width'>, winders: number): number =>
  2 * (gapOf(shape) / 2 + walkingOffset(shape.width)) * Math.sin(turnOfForm(shape.form) / (2 * winders));

/** Places about the middle that a turn radiates from. */
class Turn {
  readonly inner: number;
  readonly outer: number;
  readonly turn: number;
  readonly centre: Point;
  /** The way of the flight after the turn. */
  readonly last: Point;

  constructor(readonly shape: StairShape) {
    const { width } = shape;
    this.inner = gapOf(shape) / 2;
    this.outer = this.inner + width;
    this.turn = turnOfForm(shape.form);
    this.centre = { x: beforeWinders(shape), y: width / 2 + this.inner };
    this.last = fromAngle(this.turn);
  }

  private beside(way: Point, far: number, off: number): Point {
    return along(along(this.centre, way, far), leftOf(way), -off);
  }

  /** `far` along the way of the flight before the turn from its middle, `off` to the right. */
  before(far: number, off: number): Point {
    return this.beside(east, far, off);
  }

  /** The same of the flight after it. */
  after(far: number, off: number): Point {
    return this.beside(this.last, far, off);
  }

  /** On a square about the middle, by how far it is turned. */
  on(half: number, angle: number): Point {
    const way = fromAngle(angle - Math.PI / 2);
    return along(this.centre, way, half / Math.max(Math.abs(way.x), Math.abs(way.y)));
  }

  /** How far a nosing is turned, by its number. */
  turned(i: number): number {
    return ((i - this.shape.first) / this.shape.winders) * this.turn;
  }

  /** Whether the step after a nosing is a winder. */
  isWinder(i: number): boolean {
    const { first, winders } = this.shape;
    return i >= first && i < first + winders;
  }

  /** Corners of a square that the step after a nosing goes round. */
  corners(half: number, i: number): Point[] {
    if (!this.isWinder(i)) return [];
    const [from, to] = [this.turned(i) + 1e-9, this.turned(i + 1) - 1e-9];
    const angles = [Math.PI / 4, (3 * Math.PI) / 4].filter((one) => one > from && one < to);
    return angles.map((one) => this.on(half, one));
  }

  nosing(i: number): Nosing {
    const { first, winders, going, post } = this.shape;
    const [down, up] = [(i - first) * going, (i - first - winders) * going];
    if (down < 0) return [this.before(down, this.inner), this.before(down, this.outer)];
    if (up > 0) return [this.after(up, this.inner), this.after(up, this.outer)];
    return [this.on(post, this.turned(i)), this.on(this.outer, this.turned(i))];
  }

  step(i: number): Step {
    const { first, winders, post } = this.shape;
    const [now, next, up] = [this.nosing(i), this.nosing(i + 1), i + 1];
    const [[l, r], [m, s]] = [now, next];
    if (this.isWinder(i)) {
      const [outer, inner] = [this.corners(this.outer, i), this.corners(post, i)];
      const ring = dropCollinear([r, ...outer, s, m, ...[...inner].reverse(), l], 1e-6);
      return { ring, up, kind: 'winder', pitch: pitchBetween(now, next, up, outer, inner) };
    }
    const pitch = pitchBetween(now, next, up);
    const isBefore = up === first;
    if (post <= this.inner + 1e-9 || (!isBefore && i !== first + winders))
      return { ring: [r, s, m, l], up, kind: 'step', pitch };
    // Beside the newel it is narrower.
    const at = (off: number) => (isBefore ? this.before(-post, off) : this.after(post, off));
    const [p, q, far] = [at(this.inner), at(post), at(this.outer)];
    const [parts, ring] = isBefore
      ? ([
          [
            [r, far, p, l],
            [far, s, m, q]
          ],
          [r, s, m, q, p, l]
        ] as const)
      : ([
          [
            [r, far, q, l],
            [far, s, m, p]
          ],
          [r, s, m, p, q, l]
        ] as const);
    return { ring, up, kind: 'step', pitch: parts.map((one) => ({ ring: one, plane: pitch[0]!.plane })) };
  }

  /** Along the inner strings, which end at the newel. */
  left(): SideStretch[] {
    const { first, winders, risers, going, post } = this.shape;
    const over = risers - 1 - first - winders;
    const into = post / going;
    const side = (a: Point, b: Point, from: number, to: number): SideStretch => ({ a, b, from, to });
    const { inner } = this;
    return [
      ...(first > 0
        ? [side(this.before(-first * going, inner), this.before(-post, inner), 1, first + 1 - into)]
        : []),
      ...(over > 0
        ? [side(this.after(post, inner), this.after(over * going, inner), risers - over + into, risers)]
        : [])
    ];
  }

  /** Beside the newel, of the winder after a nosing. */
  goingAtNewel(i: number): number {
    const way = [this.nosing(i)[0], ...this.corners(this.shape.post, i), this.nosing(i + 1)[0]];
    return way.slice(1).reduce((sum, p, k) => sum + distance(way[k]!, p), 0);
  }
}

/**
 * A turn on winders that radiate from the middle of a square newel, each by the same angle. The strings of the flights run
 * to its middle, or along it where the flights of a half turn stand as far apart as it is thick; it is no thinner than that
 * gap, and thinner than a going is long.
 */
export function radiating(shape: StairShape): StairLayout {
  const { width, risers, going, first, winders, post } = shape;
  const turn = new Turn(shape);
  const { inner, outer, centre, last } = turn;
  const walking = inner + walkingOffset(width);
  const [foot, head] = [-first * going, (risers - 1 - first - winders) * going];
  const nosings = Array.from({ length: risers }, (_, i) => turn.nosing(i));
  const right = nosings
    .slice(1)
    .flatMap(([, s], i) => sideAlong([nosings[i]![1], ...turn.corners(outer, i), s], i + 1));
  const inwards = [
    turn.after(head, inner),
    turn.after(0, inner),
    turn.before(0, inner),
    turn.before(foot, inner)
  ];
  return {
    steps: nosings.slice(1).map((_, i) => turn.step(i)),
    ...{ nosings, right, left: turn.left() },
    walk: [
      turn.before(foot, walking),
      turn.before(0, walking),
      ...arc(centre, walking, -Math.PI / 2, turn.turn),
      turn.after(head, walking)
    ],
    outline: dropCollinear([nosings[0]![1], ...right.map(({ b }) => b), ...inwards], 1e-6),
    arrival: last,
    narrowest: Math.min(...Array.from({ length: winders }, (_, i) => turn.goingAtNewel(first + i))),
    turning: radiatingGoing(shape, winders),
    newel: [0, 1, 2, 3].map((k) =>
      along(centre, fromAngle(Math.PI / 4 + (k * Math.PI) / 2), post * Math.SQRT2)
    )
  };
}
