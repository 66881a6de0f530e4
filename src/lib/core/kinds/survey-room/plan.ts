/** Survey rooms in the plan, where what was measured is worked on: corners by their letters, sides and diagonals with their lengths. */
import { readable } from '../../display/arrows';
import { characterWidth, type Mark } from '../../display/marks';
import { sureness } from '../../display/certainty';
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
import { boxesMeet, boxOf } from '../../geometry/ring';
import { normaliseAngle } from '../../units/angle';
import { formatLength } from '../../units/length';
import { letterName } from '../../units/letters';
import { isSide, sideFrom, type SurveyRoom } from './record';
import type { ShapedRoom } from './shape';

/** mm of paper: how far letters and lengths stand off; letters. */
const [off, letters] = [1.9, 2.2];
/** Nearer than this another room lies beside, mm. */
const beside = 570;

interface Solver {
  readonly shapeOf: (query: Query, id: string) => ShapedRoom | undefined;
  /** The room that those it is tied to are laid down by. */
  readonly anchorOf: (query: Query, id: string) => string;
}

/**
 * What solves them, with a library larger than most of the plan: it comes with the commands that are read late, and until
 * then no room is drawn or met.
 */
let solver: Solver | undefined;

export const learnShapes = (known: Solver) => {
  solver = known;
};

const shapeOf = (query: Query, id: string): ShapedRoom | undefined => solver?.shapeOf(query, id);

/** The room that moves a room with all that it is tied to. */
export const anchorOfRoom = (query: Query, id: string): SurveyRoom | undefined =>
  query.project.tables.surveyRoom.get(solver?.anchorOf(query, id) ?? id);

/** The corners of a room where it is drawn; none before it can be. */
export const ringOfRoom = (query: Query, id: string): readonly Point[] => shapeOf(query, id)?.ring ?? [];

/** Where along a diagonal its length may be written. */
const shares = [0.5, 0.4, 0.6, 0.3, 0.7, 0.22, 0.78];

/** Where each length is written: sides at their middle, diagonals where they are farthest from all other lines and lengths. */
function placesOf(ring: readonly Point[], lengths: SurveyRoom['lengths']): readonly Point[] {
  const ends = lengths.map(({ from, to }) => [ring[from]!, ring[to]!] as const);
  const found = new Map<number, Point>();
  lengths.forEach((one, k) => {
    if (isSide(one, ring.length)) found.set(k, lerp(...ends[k]!, 0.5));
  });
  ends.forEach((line, k) => {
    if (found.has(k)) return;
    const free = (p: Point) =>
      Math.min(
        ...[...found.values()].map((other) => distance(other, p)),
        ...ends.flatMap((other, i) => (i === k ? [] : [2 * distance(p, nearestOnSegment(p, ...other))]))
      );
    const places = shares.map((share) => ({ at: lerp(...line, share), room: free(lerp(...line, share)) }));
    found.set(k, places.reduce((best, one) => (one.room > best.room + 1 ? one : best)).at);
  });
  return lengths.map((_, k) => found.get(k)!);
}

/** A place within a corner for its letter: in the widest gap between the sides and diagonals that end there. */
function clearOfLines(
  ring: readonly Point[],
  corner: number,
  lengths: SurveyRoom['lengths'],
  paper: number
): Point {
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
  const widest = gaps.reduce((best, one) => (one.size > best.size + 1e-6 ? one : best));
  return along(
    at,
    fromAngle(first + widest.from + widest.size / 2),
    (widest.size < 1 ? 3 : 2.4) * off * paper
  );
}

/** Whether other rooms are tied to a room, or lie where its letters and lengths would be outside of it. */
function isBesideOther(query: Query, id: string): boolean {
  const { roomTie, surveyRoom } = query.project.tables;
  if ([...roomTie.values()].some(({ one, other }) => one === id || other === id)) return true;
  const ring = ringOfRoom(query, id);
  if (ring.length === 0) return false;
  const { minX, minY, maxX, maxY } = boxOf(ring);
  const around = { minX: minX - beside, minY: minY - beside, maxX: maxX + beside, maxY: maxY + beside };
  const storey = surveyRoom.get(id)?.storey;
  return [...surveyRoom.values()].some((other) => {
    if (other.id === id || other.storey !== storey) return false;
    const ring = ringOfRoom(query, other.id);
    return ring.length > 0 && boxesMeet(boxOf(ring), around);
  });
}

/** At a scale: `scaledKey(paper, id)`. */
const roomPlans = stage(
  'plans of survey rooms',
  {
    room: ({ project }: Query, key) => project.tables.surveyRoom.get(idOfKey(key)),
    shape: (query, key) => shapeOf(query, idOfKey(key)),
    isBeside: (query, key) => isBesideOther(query, idOfKey(key)),
    units: ({ project }) => settingsOf(project).units
  },
  ({ room, shape, isBeside, units }, key): readonly Mark[] => {
    if (!room || !shape) return [];
    const paper = paperOfKey(key);
    const mark = { subject: room.id, group: 'survey', ink: 'tide' } as const;
    const { ring, isKnown } = shape;
    const count = ring.length;
    const middle = meanOf(ring);
    const outwards = (p: Point) => (distance(p, middle) < 1 ? { x: 0, y: 1 } : unit(subtract(p, middle)));
    const places = placesOf(ring, room.lengths);
    const measured = new Set(room.lengths.map(({ from, to }) => `${from} ${to}`));
    const open = ring.flatMap((p, i): Mark[] => {
      if (measured.has(sideFrom(i, count).join(' '))) return [];
      const points = [p, ring[(i + 1) % count]!];
      return [{ ...mark, kind: 'stroke', points, closed: false, pen: 'dotted' }];
    });
    return [
      // Sides that were not measured, and a shape that is not known, are dotted.
      ...open,
      ...room.lengths.flatMap((one, k): Mark[] => {
        const [a, b] = [ring[one.from]!, ring[one.to]!];
        if (distance(a, b) < 1) return [];
        const pen = isSide(one, count) ? sureness('cut', one) : sureness('thin', one);
        const way = readable(unit(subtract(b, a)));
        const text = formatLength(one.length, units);
        const fits = text.length * letters * characterWidth * paper < distance(a, b);
        const at = places[k]!;
        const above = along(at, leftOf(way), off * paper);
        const below = along(at, leftOf(way), -off * paper);
        // Within a room that others may lie beside.
        const isBelow = isBeside && isSide(one, count) && distance(below, middle) < distance(above, middle);
        return [
          { ...mark, kind: 'stroke', points: [a, b], closed: false, pen: isKnown ? pen : 'dotted' },
          ...(fits
            ? [
                {
                  ...{ ...mark, kind: 'text' as const, height: letters, text, angle: angleOf(way) },
                  at: isBelow ? below : above
                }
              ]
            : [])
        ];
      }),
      ...ring.map((p, i): Mark => ({
        ...{ ...mark, kind: 'text', height: 1.4 * letters, text: letterName(i), angle: 0 },
        // Outwards, others may lie beside it.
        at: isBeside ? clearOfLines(ring, i, room.lengths, paper) : along(p, outwards(p), 1.3 * off * paper)
      })),
      ...(room.name === ''
        ? []
        : [
            {
              ...{ ...mark, kind: 'text' as const, height: 1.2 * letters, text: room.name, angle: 0 },
              at: lerp(middle, lerp(ring[0]!, ring[1]!, 0.5), 0.5)
            }
          ])
    ];
  }
);

export const planOfSurveyRooms: PlanOver = (query, storey, at, paper) =>
  at === 'measure' && solver
    ? [...query.project.tables.surveyRoom.values()].flatMap((room) =>
        room.storey === storey ? [query.get(roomPlans, scaledKey(paper, room.id))] : []
      )
    : [];
