/** Survey runs in the plan, where what was measured is worked on: ticks where pieces end, their lengths, openings and gaps dashed. */
import { characterWidth, type Mark } from '../../display/marks';
import { readable } from '../../display/arrows';
import type { PlanOver, Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { idOfKey, paperOfKey, scaledKey, stage } from '../../document/stage';
import { along, angleOf, fromAngle, leftOf, type Point } from '../../geometry/point';
import { isSure } from '../../units/certainty';
import { formatLength } from '../../units/length';
import { placeOn, stopsOf } from './record';

/** mm of paper: a tick, how far lengths stand off, letters. */
const [tick, off, letters] = [1.2, 2.3, 2.2];

/** At a scale: `scaledKey(paper, id)`. */

const surveyPlans = stage(
  'plans of survey runs',
  {
    run: ({ project }: Query, key) => project.tables.surveyRun.get(idOfKey(key)),
    units: ({ project }) => settingsOf(project).units
  },
  ({ run, units }, key): readonly Mark[] => {
    if (!run) return [];
    const paper = paperOfKey(key);
    const mark = { subject: run.id, group: 'survey', ink: 'tide' } as const;
    const stops = stopsOf(run);
    const left = leftOf(fromAngle(run.angle));
    const way = readable(fromAngle(run.angle));
    const ends = stops.map((t) => placeOn(run, t));
    const ticks = ends.flatMap((p): Point[] => [
      along(p, left, (-tick * paper) / 2),
      along(p, left, (tick * paper) / 2)
    ]);
    return [
      { ...mark, kind: 'lines', points: ticks, pen: 'face' },
      ...run.pieces.flatMap(({ kind, length, certainty }, i): Mark[] => {
        const [a, b] = [ends[i]!, ends[i + 1]!];
        const isOpen = kind === 'opening' || kind === 'gap';
        const text = formatLength(length, units);
        const fits = text.length * letters * characterWidth * paper < length;
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
                  at: along(placeOn(run, (stops[i]! + stops[i + 1]!) / 2), left, -off * paper)
                }
              ]
            : [])
        ];
      })
    ];
  }
);

export const planOfSurveys: PlanOver = (query, storey, at, paper) =>
  at === 'measure'
    ? [...query.project.tables.surveyRun.values()].flatMap((run) =>
        run.storey === storey ? [query.get(surveyPlans, scaledKey(paper, run.id))] : []
      )
    : [];
