/** Survey runs in the plan, where what was measured is worked on: ticks where pieces end, their lengths, openings and gaps dashed. */
import { characterWidth, type Mark } from '../../display/marks';
import { readable } from '../../display/arrows';
import type { Query, WorkStage } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { own, stage } from '../../document/stage';
import { along, angleOf, fromAngle, leftOf, type Point } from '../../geometry/point';
import { isSure } from '../../units/certainty';
import { formatLength } from '../../units/length';
import { placeOn, stopsOf } from './record';

/** mm: a tick, and how far lengths stand off; letters in mm of paper at 1 : 100. */
const [tick, off, letters, usualScale] = [120, 230, 2.2, 100];

const surveyPlans = stage(
  'plans of survey runs',
  { run: own('surveyRun'), units: ({ project }) => settingsOf(project).units },
  ({ run, units }): readonly Mark[] => {
    if (!run) return [];
    const mark = { subject: run.id, group: 'survey', ink: 'tide' } as const;
    const stops = stopsOf(run);
    const left = leftOf(fromAngle(run.angle));
    const way = readable(fromAngle(run.angle));
    const ends = stops.map((t) => placeOn(run, t));
    const ticks = ends.flatMap((p): Point[] => [along(p, left, -tick / 2), along(p, left, tick / 2)]);
    return [
      { ...mark, kind: 'lines', points: ticks, pen: 'face' },
      ...run.pieces.flatMap(({ kind, length, certainty }, i): Mark[] => {
        const [a, b] = [ends[i]!, ends[i + 1]!];
        const isOpen = kind === 'opening' || kind === 'gap';
        const text = formatLength(length, units);
        const fits = text.length * letters * characterWidth * usualScale < length;
        return [
          // What is assumed is dotted, as everywhere.
          {
            ...{ ...mark, kind: 'stroke', points: [a, b], closed: false },
            pen: isOpen ? 'overhead' : isSure(certainty) ? 'cut' : 'dotted'
          },
          ...(fits
            ? [
                {
                  ...{ ...mark, kind: 'text' as const, height: letters, text, angle: angleOf(way) },
                  // On the side of who measured it, from the left to the right.
                  at: along(placeOn(run, (stops[i]! + stops[i + 1]!) / 2), left, -off)
                }
              ]
            : [])
        ];
      })
    ];
  }
);

export const planOfSurveys = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  at === 'measure'
    ? [...query.project.tables.surveyRun.values()].flatMap((run) =>
        run.storey === storey ? [query.get(surveyPlans, run.id)] : []
      )
    : [];
