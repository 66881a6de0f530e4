/** Doorways between survey rooms in the plan, where what was measured is worked on: their jambs, and how thick the wall is. */
import { readable } from '../../display/arrows';
import type { Mark } from '../../display/marks';
import { sureness } from '../../display/certainty';
import type { Query, WorkStage } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { own, stage } from '../../document/stage';
import { along, angleOf, leftOf, lerp, subtract, unit } from '../../geometry/point';
import { formatLength } from '../../units/length';
import type { RoomTie } from './record';
import type { TieState } from './net';

/** Letters in mm of paper; how far they stand off, mm. */
const [letters, off] = [2, 160];

type StateOf = (query: Query, tie: RoomTie) => TieState;

/** What solves them comes with the commands that are read late, as for survey rooms. */
let stateOf: StateOf | undefined;

export const learnTies = (solver: StateOf) => {
  stateOf = solver;
};

/** The jambs of a doorway where it is drawn; none before it can be. */
export const jambsOfTie = (query: Query, tie: RoomTie) => stateOf?.(query, tie).jambs;

const tiePlans = stage(
  'plans of ties between rooms',
  {
    tie: own('roomTie'),
    state: (query: Query, id: string) => {
      const tie = query.project.tables.roomTie.get(id);
      return tie && stateOf?.(query, tie);
    },
    units: ({ project }) => settingsOf(project).units
  },
  ({ tie, state, units }): readonly Mark[] => {
    if (!tie || !state?.jambs || tie.shape.kind !== 'doorway') return [];
    const { shape } = tie;
    const mark = { subject: tie.id, group: 'survey', ink: 'tide' } as const;
    const [j0, j1, k0, k1] = state.jambs;
    return ([0, 1] as const).flatMap((at): Mark[] => {
      const [p, q] = at === 0 ? [j0, k0] : [j1, k1];
      const own = shape.lengths.find((one) => one.piece === 'thick' && one.at === at);
      const pen = own ? sureness('cut', own) : 'dotted';
      const way = readable(unit(subtract(q, p)));
      const text = own && formatLength(own.length, units);
      return [
        { ...mark, kind: 'stroke', points: [p, q], closed: false, pen },
        ...(text
          ? [
              {
                ...{ ...mark, kind: 'text' as const, height: letters, text, angle: angleOf(way) },
                at: along(lerp(p, q, 0.5), leftOf(way), off)
              }
            ]
          : [])
      ];
    });
  }
);

export const planOfTies = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] => {
  const { roomTie, surveyRoom } = query.project.tables;
  return at === 'measure' && stateOf
    ? [...roomTie.values()].flatMap(({ id, one }) =>
        surveyRoom.get(one)?.storey === storey ? [query.get(tiePlans, id)] : []
      )
    : [];
};
