/**
 * Marks of doors and windows in the plan (D01, W01), beside their opening where nothing is drawn: in the quarter that a
 * leaf sweeps, else in the room, else outside. Those with the fewest free places choose first; one without any is left
 * out, as symbols are at small scales.
 * Source: point-feature label placement (Christensen, Marks & Shieber 1995).
 */
import Flatbush from 'flatbush';
import RBush from 'rbush';
import { plainMarks } from '../display/dimension';
import { characterWidth, textEnds, type Mark, type PlainMark, type TextMark } from '../display/marks';
import { sameInput } from '../document/stage';
import { add, along, fromAngle, leftOf, scale, subtract, type Point } from '../geometry/point';
import { boxOf, boxesMeet, edgesOf, type Box } from '../geometry/ring';
import { fromFrame, type Frame } from '../kernels/joints/frame';
import { hangingOf, type OpeningPlace } from '../kinds/opening/place';
import type { StoreyModel } from '../kinds/storey/model';

/** mm of paper: of the letters; clear round them; how much farther each next place lies. */
const letters = 1.9;
const clear = 0.5;
const farther = 2.6;
/** At smaller scales, mm of the building to a mm of paper, there are none. */
const smallest = 230;
/** So many free places are looked for: others are not needed but where all openings of a corner crowd. */
const enough = 3;

type Segment = readonly [Point, Point];
interface Obstacles {
  readonly box: Box | undefined;
  readonly segments: readonly Segment[];
  /** The scale at which they are so; undefined where they are so at any. */
  readonly paper: number | undefined;
}

/** Lines of a list of marks, kept as long as the list. */
const known = new WeakMap<readonly Mark[], Obstacles>();
const knownStrings = new WeakMap<Mark, { paper: number; marks: readonly PlainMark[] }>();

/** A string as plain marks, kept for one scale. */
function plainOf(mark: Mark, paper: number): readonly PlainMark[] {
  const old = knownStrings.get(mark);
  if (old?.paper === paper) return old.marks;
  const marks = plainMarks([mark], paper);
  knownStrings.set(mark, { paper, marks });
  return marks;
}

function segmentsOf(mark: Mark, paper: number): readonly Segment[] {
  switch (mark.kind) {
    case 'region':
      return mark.rings.flatMap(edgesOf);
    case 'stroke':
      return edgesOf(mark.points).slice(0, mark.closed ? undefined : -1);
    case 'lines':
      return mark.points.flatMap((q, i) => (i % 2 ? [[mark.points[i - 1]!, q] as const] : []));
    case 'arc': {
      const at = (share: number) =>
        along(mark.centre, fromAngle(mark.a0 + (mark.a1 - mark.a0) * share), mark.radius);
      return edgesOf(Array.from({ length: 9 }, (_, i) => at(i / 8))).slice(0, -1);
    }
    case 'text': {
      const [p, q] = textEnds(mark, paper);
      const up = scale(leftOf(fromAngle(mark.angle)), (mark.height * paper) / 2);
      return [
        [p, q],
        [add(p, up), add(q, up)],
        [subtract(p, up), subtract(q, up)]
      ];
    }
    // Dimensions are told by plain marks before.
    case 'dimension':
      return [];
  }
}

function obstaclesOf(marks: readonly Mark[], paper: number): Obstacles {
  const old = known.get(marks);
  if (old && (old.paper === undefined || old.paper === paper)) return old;
  const segments = marks.flatMap((mark) => segmentsOf(mark, paper));
  const box = segments.length === 0 ? undefined : boxOf(segments.flat());
  // Texts have their size on paper.
  const made = { box, segments, paper: marks.some(({ kind }) => kind === 'text') ? paper : undefined };
  known.set(marks, made);
  return made;
}

/** Whether a segment has a point in a box: what is left of it between the sides, one pair after the other. */
function enters([a, b]: Segment, { minX, minY, maxX, maxY }: Box): boolean {
  let [low, high] = [0, 1];
  for (const [from, way, least, most] of [
    [a.x, b.x - a.x, minX, maxX],
    [a.y, b.y - a.y, minY, maxY]
  ] as const) {
    if (way === 0) {
      if (from < least || from > most) return false;
      continue;
    }
    const [p, q] = [(least - from) / way, (most - from) / way];
    low = Math.max(low, Math.min(p, q));
    high = Math.min(high, Math.max(p, q));
    if (low > high) return false;
  }
  return true;
}

interface Tag {
  readonly opening: string;
  readonly text: string;
  readonly half: Point;
  readonly free: readonly Point[];
}

/** What was found of an opening before, and from what: it holds while all that lies near is the same. */
interface Known {
  readonly frame: Frame;
  readonly place: OpeningPlace;
  /** All that its places take. */
  readonly region: Box;
  readonly near: readonly Obstacles[];
  readonly tag: Tag;
}
export type TagMemory = Map<string, Known>;

const boxAt = ({ x, y }: Point, half: Point): Box => ({
  minX: x - half.x,
  minY: y - half.y,
  maxX: x + half.x,
  maxY: y + half.y
});

/** Places for a text of so much half width and height by an opening, the best first. */
function candidates(frame: Frame, place: OpeningPlace, half: Point, paper: number): Point[] {
  const { opening, t0, t1 } = place;
  const { side, hinge, latch } = hangingOf(frame, place);
  const isDoor = opening.filling === 'door';
  const opens = isDoor ? side : frame.wall.outside === 'right' ? 1 : -1;
  const middle = (t0 + t1) / 2;
  const { left, direction } = frame;
  const reach = Math.abs(left.x) * half.x + Math.abs(left.y) * half.y;
  const across = Math.abs(direction.x) * half.x + Math.abs(direction.y) * half.y;
  const face = (side: number) => (side > 0 ? frame.y1 : frame.y0);
  const at = (t: number, side: number, off: number) => fromFrame(frame, t, face(side) + side * off);
  const beside = [0, 1, 2].flatMap((step) =>
    [opens, -opens].flatMap((side) =>
      [middle, t0 - across, t1 + across].map((t) => at(t, side, reach + (0.4 + step * farther) * paper))
    )
  );
  if (!isDoor) return beside;
  const inSwing = [0.42, 0.36, 0.5].map((share) =>
    at(hinge + share * (latch - hinge), opens, share * (t1 - t0))
  );
  return [...inSwing, ...beside];
}

/** Lists of marks by where they lie. */
class Around {
  private readonly index: Flatbush | undefined;
  constructor(private readonly all: readonly Obstacles[]) {
    if (all.length === 0) return;
    this.index = new Flatbush(all.length);
    for (const { box } of all) this.index.add(box!.minX, box!.minY, box!.maxX, box!.maxY);
    this.index.finish();
  }

  near({ minX, minY, maxX, maxY }: Box): Obstacles[] {
    const found = this.index?.search(minX, minY, maxX, maxY) ?? [];
    return found.sort((p, q) => p - q).map((i) => this.all[i]!);
  }
}

function tagOf(frame: Frame, place: OpeningPlace, around: Around, paper: number, memory: TagMemory): Tag {
  const { mark: text, id } = place.opening;
  const old = memory.get(id);
  const isThere = old?.frame === frame && old.place === place;
  if (isThere && sameInput(old.near, around.near(old.region))) return old.tag;
  const half = scale(
    { x: (text.length * letters * characterWidth) / 2 + clear, y: letters / 2 + clear },
    paper
  );
  const places = candidates(frame, place, half, paper);
  const region = boxOf(places.flatMap((p) => [subtract(p, half), add(p, half)]));
  const near = around.near(region);
  const isFree = (box: Box) =>
    !near.some((one) => boxesMeet(one.box!, box) && one.segments.some((segment) => enters(segment, box)));
  const free: Point[] = [];
  for (const p of places) {
    if (isFree(boxAt(p, half))) free.push(p);
    if (free.length === enough) break;
  }
  const tag = { opening: id, text, half, free };
  memory.set(id, { frame, place, region, near, tag });
  return tag;
}

/**
 * The tags of a storey at a scale. `things`: all that its plan shows; `drawn`: its dimensions and notes. `memory`: of one
 * storey and scale.
 */
export function placeTags(
  { frames, places }: StoreyModel,
  things: readonly (readonly Mark[])[],
  drawn: readonly Mark[],
  paper: number,
  memory: TagMemory
): TextMark[] {
  if (paper > smallest) return [];
  const marked = [...places].flatMap(([wall, list]) =>
    list.flatMap((place) => (place.opening.mark ? [{ frame: frames.get(wall)!, place }] : []))
  );
  if (marked.length === 0) return [];
  const around = new Around(
    [
      ...things.map((marks) => obstaclesOf(marks, paper)),
      ...drawn.map((mark) => obstaclesOf(plainOf(mark, paper), paper))
    ].filter(({ box }) => box !== undefined)
  );
  const tags = marked.map(({ frame, place }) => tagOf(frame, place, around, paper, memory));
  const taken = new RBush<Box>();
  return tags
    .sort((p, q) => p.free.length - q.free.length)
    .flatMap(({ opening, text, half, free }): TextMark[] => {
      const at = free.find((p) => !taken.collides(boxAt(p, half)));
      if (!at) return [];
      taken.insert(boxAt(at, half));
      return [
        {
          ...{ kind: 'text', subject: opening, group: 'marks', at, angle: 0 },
          ...{ height: letters, text, ink: 'shale' }
        }
      ];
    });
}
