/** Sizes that are assumed or not known, and those that nothing tells yet: the list to take along to the house. */
import type { Query } from '../document/kind';
import { nameElement } from '../document/names';
import { settingsOf } from '../document/project';
import { frameOf } from '../kinds/wall/frame';
import { chainSizes } from '../kinds/dimension/sizes';
import { pairName } from '../kinds/survey-room/record';
import { laidRoom, tieState } from '../kinds/room-tie/net';
import { pieceWords, sizesOfTie } from '../kinds/room-tie/words';
import { storeysInOrder } from '../kinds/storey/record';
import { certaintyWords, isSure, type Certainty } from '../units/certainty';
import { formatLengthWithUnit } from '../units/length';

/** `now`: as it stands, in words; empty where nothing is known of it. */
export interface SizeToMeasure {
  readonly id: string;
  readonly storey: string;
  readonly thing: string;
  readonly size: string;
  readonly now: string;
  readonly known: string;
  readonly by: string;
  readonly on: string;
}

type Row = Pick<SizeToMeasure, 'id' | 'storey' | 'size'> & {
  /** Told of those that are listed only. */
  readonly now: () => string;
  readonly certainty: Certainty;
  readonly by?: string;
  readonly on?: string;
};

function rowsOf(query: Query): Row[] {
  const { project } = query;
  const { tables } = project;
  const { units } = settingsOf(project);
  const words = (...sizes: readonly number[]) =>
    sizes.map((one) => formatLengthWithUnit(one, units)).join(' × ');
  return [
    ...[...tables.wall.values()].map((wall): Row => {
      const { id, storey, certainty } = wall;
      const now = () => {
        const frame = frameOf(project, wall);
        return frame ? words(frame.length, frame.y1 - frame.y0) : '';
      };
      return { id, storey, certainty, size: 'length and thickness', now };
    }),
    ...[...tables.opening.values()].map(({ id, wall, width, height, certainty }): Row => ({
      ...{ id, certainty, storey: tables.wall.get(wall)?.storey ?? '' },
      ...{ size: 'width and height', now: () => words(width, height) }
    })),
    ...[...tables.dimension.values()].flatMap(({ id, storey, form, certainty }): Row[] => {
      if (form.kind !== 'chain') return [];
      const now = () => (chainSizes(project, form.ends) ?? []).map((one) => words(one)).join(', ');
      return [{ id, storey, certainty, size: 'sizes', now }];
    }),
    ...[...tables.surveyRun.values()].flatMap(({ id, storey, pieces }) =>
      pieces.map(({ kind, length, certainty, by, on }, i): Row => ({
        ...{ id, storey, certainty, by, on, size: `piece ${i + 1}, ${kind}`, now: () => words(length) }
      }))
    ),
    ...[...tables.surveyRoom.values()].flatMap(({ id, storey, lengths }) =>
      lengths.map(({ from, to, length, certainty, by, on }): Row => ({
        ...{ id, storey, certainty, by, on, size: pairName(from, to), now: () => words(length) }
      }))
    ),
    ...[...tables.roomTie.values()].flatMap((tie) => {
      const { id, one } = tie;
      const storey = tables.surveyRoom.get(one)?.storey ?? '';
      return sizesOfTie(project, tie).map(({ what, length, certainty, by, on }): Row => ({
        ...{ id, storey, certainty, by, on, size: what, now: () => words(length) }
      }));
    })
  ];
}

/** What would hold rooms whose shape is not known, and tie those between which a doorway is. */
function wantedRows(query: Query): Row[] {
  const { project } = query;
  const { surveyRoom, roomTie } = project.tables;
  const wanted = (id: string, storey: string, size: string): Row => ({
    ...{ id, storey, certainty: 'unknown', size, now: () => '' }
  });
  return [
    ...[...surveyRoom.values()].flatMap(({ id, storey }) =>
      (laidRoom(query, id)?.wanted ?? []).map((pair) => wanted(id, storey, pairName(...pair)))
    ),
    ...[...roomTie.values()].flatMap((tie) =>
      tieState(query, tie).missing.map(([piece, at]) =>
        wanted(tie.id, surveyRoom.get(tie.one)?.storey ?? '', pieceWords(project, tie, piece, at))
      )
    )
  ];
}

/** In the order of storeys, upwards. */
export function sizesToMeasure(query: Query): SizeToMeasure[] {
  const order = storeysInOrder(query.project).map(({ id }) => id);
  return [...rowsOf(query).filter(({ certainty }) => !isSure(certainty)), ...wantedRows(query)]
    .sort((p, q) => order.indexOf(p.storey) - order.indexOf(q.storey))
    .map(({ id, storey, size, now, certainty, by = '', on = '' }) => {
      const told = now();
      return {
        ...{ id, storey, size, now: told, by, on },
        thing: nameElement(query.project, id),
        known: told === '' ? 'not measured' : certaintyWords[certainty]
      };
    });
}
