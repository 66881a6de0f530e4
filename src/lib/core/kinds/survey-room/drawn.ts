/** Survey rooms drawn: corners by their letters, sides and diagonals with their lengths, where there is room for them. */
import { readable } from '../../display/arrows';
import { sureness } from '../../display/certainty';
import { isClear, ringOfText } from '../../display/clear';
import { characterWidth, type Mark, type TextMark } from '../../display/marks';
import type { PlanOver, Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { idOfKey, paperOfKey, scaledKey, stage } from '../../document/stage';
import {
  along,
  angleOf,
  distance,
  fromAngle,
  leftOf,
  lerp,
  meanOf,
  nearestOnSegment,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { boxesMeet, boxOf, type Ring } from '../../geometry/ring';
import { tieTexts } from '../room-tie/drawn';
import { laidRing, laidRoom } from '../room-tie/net';
import { normaliseAngle } from '../../units/angle';
import { formatLength, type LengthUnits } from '../../units/length';
import { letterName } from '../../units/letters';
import { isSide, sideFrom, type SurveyRoom } from './record';

/** mm of paper: how far letters and lengths stand off; letters. */
const [off, letters] = [1.9, 2.2];
/** Nearer than this another room lies beside, mm. */
const beside = 570;

/** Where along a side or diagonal its length may be written, the best first. */
const shares = [0.5, 0.4, 0.6, 0.3, 0.7, 0.22, 0.78];

/** A place for a length: by its line, or to either side of it. */
type Place = Pick<TextMark, 'at' | 'angle'>;

/** Whether other rooms are tied to a room, or lie where its letters and lengths would be outside of it. */
function isBesideOther(query: Query, id: string): boolean {
  const { roomTie, surveyRoom } = query.project.tables;
  if ([...roomTie.values()].some(({ one, other }) => one === id || other === id)) return true;
  const ring = laidRing(query, id);
  if (ring.length === 0) return false;
  const { minX, minY, maxX, maxY } = boxOf(ring);
  const around = { minX: minX - beside, minY: minY - beside, maxX: maxX + beside, maxY: maxY + beside };
  const storey = surveyRoom.get(id)?.storey;
  return [...surveyRoom.values()].some((other) => {
    if (other.id === id || other.storey !== storey) return false;
    const ring = laidRing(query, other.id);
    return ring.length > 0 && boxesMeet(boxOf(ring), around);
  });
}

/** Within a corner for its letter: in the gaps between the sides and diagonals that end there, the widest first. */
function withinCorner(ring: Ring, corner: number, lengths: SurveyRoom['lengths'], paper: number): Point[] {
  const count = ring.length;
  const at = ring[corner]!;
  const first = angleOf(subtract(ring[(corner + 1) % count]!, at));
  const turnTo = (k: number) => normaliseAngle(angleOf(subtract(ring[k]!, at)) - first);
  const ends = lengths.flatMap(({ from, to }) => (from === corner ? [to] : to === corner ? [from] : []));
  const last = turnTo((corner + count - 1) % count);
  const turns = [0, ...ends.map(turnTo).filter((turn) => turn > 1e-6 && turn < last), last].sort(
    (p, q) => p - q
  );
  const gaps = turns.slice(1).map((to, i) => ({ from: turns[i]!, size: to - turns[i]! }));
  // Of gaps as wide as each other, to a thousandth of a radian, the first.
  const wide = ({ size }: { readonly size: number }) => Math.round(1000 * size);
  gaps.sort((p, q) => wide(q) - wide(p) || p.from - q.from);
  return gaps.map(({ from, size }) =>
    along(at, fromAngle(first + from + size / 2), (size < 1 ? 3 : 2.4) * off * paper)
  );
}

/** Where a side may have its length: at its middle, else nearer to an end, else farther off. `within`: on the side of that. */
function placesAtSide(a: Point, b: Point, within: Point | undefined, paper: number): Place[] {
  const way = readable(unit(subtract(b, a)));
  const to = (p: Point, side: number) => along(p, leftOf(way), side * off * paper);
  const middle = lerp(a, b, 0.5);
  const isBelow = within && distance(to(middle, -1), within) < distance(to(middle, 1), within);
  // Outside of a room that others may lie beside, nothing is written.
  const sides = within ? [isBelow ? -1 : 1] : [1, -1];
  // Farther off it is past the letters.
  return (within ? [1, 3.3] : [1]).flatMap((far) =>
    sides.flatMap((side) =>
      shares.slice(0, 5).map((share) => ({ at: to(lerp(a, b, share), far * side), angle: angleOf(way) }))
    )
  );
}

/** Where a diagonal may have its length: the farther from all other lines and lengths, the better. */
function placesAtDiagonal(
  [a, b]: readonly [Point, Point],
  lines: readonly (readonly [Point, Point])[],
  texts: readonly TextMark[],
  paper: number
): Place[] {
  const way = readable(unit(subtract(b, a)));
  const free = (p: Point) =>
    Math.min(
      ...texts.map(({ at }) => distance(at, p)),
      ...lines.map((line) => 2 * distance(p, nearestOnSegment(p, ...line)))
    );
  return (
    shares
      .map((share) => ({ p: lerp(a, b, share), room: Math.round(free(lerp(a, b, share))) }))
      // Of places as free as each other, to a millimetre, the first.
      .sort((p, q) => q.room - p.room)
      .map(({ p }) => ({ at: along(p, leftOf(way), off * paper), angle: angleOf(way) }))
  );
}

/**
 * What is written in a room: its letters, its name, its lengths; each where nothing else is, or left out. `around`: what
 * is written of its ties.
 */
function textsOf(
  room: SurveyRoom,
  ring: Ring,
  { isBeside, around, units }: { isBeside: boolean; around: readonly TextMark[]; units: LengthUnits },
  paper: number
) {
  const mark = { kind: 'text', subject: room.id, group: 'survey', ink: 'tide' } as const;
  const middle = meanOf(ring);
  const taken: Ring[] = around.map((text) => ringOfText(text, paper));
  const texts: TextMark[] = [];
  const put = (text: string, height: number, places: readonly Place[]) => {
    for (const place of places) {
      const box = ringOfText({ ...place, text, height }, paper);
      if (!isClear(box, taken)) continue;
      taken.push(box);
      texts.push({ ...mark, ...place, text, height });
      return;
    }
  };
  const outwards = (p: Point) => (distance(p, middle) < 1 ? { x: 0, y: 1 } : unit(subtract(p, middle)));
  ring.forEach((p, i) => {
    const places = isBeside
      ? withinCorner(ring, i, room.lengths, paper)
      : [along(p, outwards(p), 1.3 * off * paper)];
    put(
      letterName(i),
      1.4 * letters,
      places.map((at) => ({ at, angle: 0 }))
    );
  });
  if (room.name !== '') {
    const at = ring.map((p, i) => lerp(middle, lerp(p, ring[(i + 1) % ring.length]!, 0.5), 0.5));
    put(
      room.name,
      1.2 * letters,
      [...at, middle].map((at) => ({ at, angle: 0 }))
    );
  }
  const lines = room.lengths.map(({ from, to }) => [ring[from]!, ring[to]!] as const);
  const written = room.lengths.map(({ length }) => formatLength(length, units));
  const fits = (k: number) => written[k]!.length * letters * characterWidth * paper < distance(...lines[k]!);
  const sides = room.lengths.map((one) => isSide(one, ring.length));
  lines.forEach(([a, b], k) => {
    if (sides[k] && fits(k))
      put(written[k]!, letters, placesAtSide(a, b, isBeside ? middle : undefined, paper));
  });
  const sideTexts = texts.filter(({ height }) => height === letters);
  lines.forEach((line, k) => {
    if (sides[k] || !fits(k)) return;
    const others = lines.filter((_, i) => i !== k);
    put(written[k]!, letters, placesAtDiagonal(line, others, sideTexts, paper));
  });
  return texts;
}

/** At a scale: `scaledKey(paper, id)`. */
const roomPlans = stage(
  'plans of survey rooms',
  {
    room: ({ project }: Query, key) => project.tables.surveyRoom.get(idOfKey(key)),
    shape: (query, key) => laidRoom(query, idOfKey(key)),
    isBeside: (query, key) => isBesideOther(query, idOfKey(key)),
    around: (query, key) => tieTexts(query, idOfKey(key), paperOfKey(key)),
    units: ({ project }) => settingsOf(project).units
  },
  ({ room, shape, isBeside, around, units }, key): readonly Mark[] => {
    if (!room || !shape) return [];
    const mark = { kind: 'stroke', subject: room.id, group: 'survey', ink: 'tide', closed: false } as const;
    const { ring, isKnown } = shape;
    const count = ring.length;
    const measured = new Set(room.lengths.map(({ from, to }) => `${from} ${to}`));
    return [
      // Sides that were not measured, and a shape that is not known, are dotted.
      ...ring.flatMap((p, i): Mark[] =>
        measured.has(sideFrom(i, count).join(' '))
          ? []
          : [{ ...mark, points: [p, ring[(i + 1) % count]!], pen: 'dotted' }]
      ),
      ...room.lengths.flatMap((one): Mark[] => {
        const points = [ring[one.from]!, ring[one.to]!] as const;
        if (distance(...points) < 1) return [];
        const pen = sureness(isSide(one, count) ? 'cut' : 'thin', one);
        return [{ ...mark, points, pen: isKnown ? pen : 'dotted' }];
      }),
      ...textsOf(room, ring, { isBeside, around, units }, paperOfKey(key))
    ];
  }
);

export const drawnRooms: PlanOver = (query, storey, _at, paper) =>
  [...query.project.tables.surveyRoom.values()].flatMap((room) =>
    room.storey === storey ? [query.get(roomPlans, scaledKey(paper, room.id))] : []
  );
