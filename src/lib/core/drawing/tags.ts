/**
 * Marks of doors and windows in the plan (D01, W01), beside their opening where nothing is drawn: in the quarter that a
 * leaf sweeps, else in the room, else outside. Those with the fewest free places choose first; one without any is left
 * out, as symbols are at small scales.
 * Source: point-feature label placement (Christensen, Marks & Shieber 1995).
 */
import RBush from 'rbush';
import { characterWidth, type TextMark } from '../display/marks';
import { sameInput } from '../document/stage';
import { add, scale, subtract, type Point } from '../geometry/point';
import { boxOf, boxesMeet, type Box } from '../geometry/ring';
import { fromFrame, type Frame } from '../kernels/joints/frame';
import { hangingOf, type OpeningPlace } from '../kinds/opening/place';
import type { StoreyModel } from '../kinds/storey/model';
import { boxAt, enters, type Around, type Obstacles } from './obstacles';

/** mm of paper: of the letters; clear round them; how much farther each next place lies. */
const letters = 1.9;
const clear = 0.5;
const farther = 2.6;
/** At smaller scales, mm of the building to a mm of paper, there are none. */
export const smallestTagged = 230;
/** So many free places are looked for: others are not needed but where all openings of a corner crowd. */
const enough = 3;

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

const nearIn = (around: readonly Around[], box: Box) => around.flatMap((lists) => lists.near(box));

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

function tagOf(
  frame: Frame,
  place: OpeningPlace,
  around: readonly Around[],
  paper: number,
  memory: TagMemory
): Tag {
  const { mark: text, id } = place.opening;
  const old = memory.get(id);
  const isThere = old?.frame === frame && old.place === place;
  if (isThere && sameInput(old.near, nearIn(around, old.region))) return old.tag;
  const half = scale(
    { x: (text.length * letters * characterWidth) / 2 + clear, y: letters / 2 + clear },
    paper
  );
  const places = candidates(frame, place, half, paper);
  const region = boxOf(places.flatMap((p) => [subtract(p, half), add(p, half)]));
  const near = nearIn(around, region);
  const isFree = (box: Box) => !near.some((one) => boxesMeet(one.box!, box) && enters(one.lines, box));
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
 * The tags of a storey at a scale. `around`: what its plan takes: all that it shows, its dimensions, notes and texts.
 * `memory`: of one storey and scale.
 */
export function placeTags(
  { frames, places }: StoreyModel,
  around: readonly Around[],
  paper: number,
  memory: TagMemory
): TextMark[] {
  const marked = [...places].flatMap(([wall, list]) =>
    list.flatMap((place) => (place.opening.mark ? [{ frame: frames.get(wall)!, place }] : []))
  );
  if (marked.length === 0) return [];
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
