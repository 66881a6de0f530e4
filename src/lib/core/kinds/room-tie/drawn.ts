/**
 * Ties between survey rooms drawn: a doorway by its jambs; a length outside along the rooms, over the walls at its ends.
 *
 *        |<------ 6 723 ------>|
 *      A +---------+ +---------+ B     ends at the outer faces, where the walls will stand
 *        |         | |         |
 */
import { readable } from '../../display/arrows';
import { sureness } from '../../display/certainty';
import type { Mark, Pen, TextMark } from '../../display/marks';
import type { PlanOver, Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { idOfKey, paperOfKey, scaledKey, stage } from '../../document/stage';
import {
  add,
  along,
  angleOf,
  distance,
  dot,
  leftOf,
  lerp,
  meanOf,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { formatLength } from '../../units/length';
import { laidRing, tieState } from './net';
import type { RoomTie } from './record';

/** Letters in mm of paper; how far they stand off, mm. */
const [letters, off] = [2, 160];
/** mm of paper: how far a length outside stands off the walls, its ticks, and its letters off it. */
const [out, tick, above] = [3.4, 1.2, 1.7];

type Line = readonly [Point, Point];

/** Of a length outside: from outer face to outer face, beside the rooms; undefined where a room has no such corner or shape. */
function lineOutside(query: Query, { one, other, shape }: RoomTie, paper: number): Line | undefined {
  if (shape.kind !== 'outside') return undefined;
  const rings = [one, other].map((id) => laidRing(query, id));
  const [p, q] = rings.map((ring, k) => ring[shape.corners[k]!]);
  if (!p || !q || distance(p, q) < 1) return undefined;
  const way = unit(subtract(q, p));
  const side = leftOf(way);
  const within = dot(subtract(meanOf(rings.flat()), p), side);
  const aside = scale(side, (within > 0 ? -1 : 1) * (Math.max(...shape.walls) + out * paper));
  return [add(along(p, way, -shape.walls[0]), aside), add(along(q, way, shape.walls[1]), aside)];
}

export function linesOfTie(query: Query, tie: RoomTie, paper: number): readonly Line[] {
  if (tie.shape.kind === 'outside') {
    const line = lineOutside(query, tie, paper);
    return line ? [line] : [];
  }
  const { jambs } = tieState(query, tie);
  if (!jambs) return [];
  const [j0, j1, k0, k1] = jambs;
  return [
    [j0, k0],
    [j1, k1]
  ];
}

/** At a scale: `scaledKey(paper, id)`. */
const tiePlans = stage(
  'plans of ties between rooms',
  {
    tie: ({ project }: Query, key) => project.tables.roomTie.get(idOfKey(key)),
    lines: (query, key) => {
      const tie = query.project.tables.roomTie.get(idOfKey(key));
      return tie ? linesOfTie(query, tie, paperOfKey(key)).flat() : [];
    },
    ties: (query, key) => {
      const tie = query.project.tables.roomTie.get(idOfKey(key));
      return tie !== undefined && tieState(query, tie).ties;
    },
    units: ({ project }) => settingsOf(project).units
  },
  ({ tie, lines, ties, units }, key): readonly Mark[] => {
    if (!tie || lines.length === 0) return [];
    const paper = paperOfKey(key);
    const mark = { subject: tie.id, group: 'survey', ink: 'tide' } as const;
    const line = (p: Point, q: Point, pen: Pen): Mark => ({
      ...{ ...mark, kind: 'stroke' as const, points: [p, q], closed: false, pen }
    });
    const written = (p: Point, q: Point, text: string, stands: number): Mark => {
      const way = readable(unit(subtract(q, p)));
      return {
        ...{ ...mark, kind: 'text' as const, height: letters, text, angle: angleOf(way) },
        at: along(lerp(p, q, 0.5), leftOf(way), stands)
      };
    };
    const { shape } = tie;
    if (shape.kind === 'outside') {
      const [p, q] = lines as [Point, Point];
      const across = scale(leftOf(unit(subtract(q, p))), tick * paper);
      const pen = ties ? sureness('thin', shape) : 'dotted';
      return [
        line(p, q, pen),
        ...[p, q].map((end) => line(subtract(end, across), add(end, across), pen)),
        written(p, q, formatLength(shape.length, units), above * paper)
      ];
    }
    return ([0, 1] as const).flatMap((at): Mark[] => {
      const [p, q] = lines.slice(2 * at) as [Point, Point];
      const own = shape.lengths.find((one) => one.piece === 'thick' && one.at === at);
      return [
        line(p, q, own ? sureness('cut', own) : 'dotted'),
        ...(own ? [written(p, q, formatLength(own.length, units), off)] : [])
      ];
    });
  }
);

/** What is written of the ties of a room. */
export const tieTexts = (query: Query, room: string, paper: number): readonly TextMark[] =>
  [...query.project.tables.roomTie.values()]
    .filter(({ one, other }) => one === room || other === room)
    .flatMap(({ id }) => query.get(tiePlans, scaledKey(paper, id)))
    .flatMap((mark) => (mark.kind === 'text' ? [mark] : []));

export const drawnTies: PlanOver = (query, storey, _at, paper) => {
  const { roomTie, surveyRoom } = query.project.tables;
  return [...roomTie.values()].flatMap(({ id, one }) =>
    surveyRoom.get(one)?.storey === storey ? [query.get(tiePlans, scaledKey(paper, id))] : []
  );
};
