/** Site notes in the plan, where what was measured is worked on: a pin, the way one looked, the first words. */
import type { Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { own, stage } from '../../document/stage';
import { add, along, fromAngle, type Point } from '../../geometry/point';
import type { SiteNote } from './record';

/** mm: the pin, and how far and how wide the sight goes; letters in mm of paper; so many letters are shown. */
const [pin, sight, spread, letters, most] = [130, 620, Math.PI / 7, 2.2, 32];

/** Its first words, or what its photo is called. */
export function titleOf({ text, photo }: SiteNote): string {
  const whole = text.split('\n')[0] || photo?.name || '';
  return whole.length > most ? `${whole.slice(0, most - 1).trimEnd()}…` : whole;
}

const circle = (at: Point, radius: number): Point[] =>
  Array.from({ length: 16 }, (_, k) => along(at, fromAngle((k * Math.PI) / 8), radius));

const notePlans = stage('plans of site notes', { note: own('siteNote') }, ({ note }): readonly Mark[] => {
  if (!note) return [];
  const { at, looks, photo } = note;
  const mark = { subject: note.id, group: 'survey', ink: 'tide' } as const;
  const eyes =
    looks === null
      ? []
      : [looks - spread, looks + spread].flatMap((way) => [at, along(at, fromAngle(way), sight)]);
  return [
    { ...mark, kind: 'stroke', points: circle(at, pin), closed: true, pen: 'cut' },
    // With a photo a ring within.
    ...(photo
      ? [
          {
            ...mark,
            kind: 'stroke' as const,
            points: circle(at, pin / 2),
            closed: true,
            pen: 'face' as const
          }
        ]
      : []),
    ...(eyes.length > 0 ? [{ ...mark, kind: 'lines' as const, points: eyes, pen: 'face' as const }] : []),
    {
      ...{ ...mark, kind: 'text', height: letters, text: titleOf(note), angle: 0 },
      at: add(at, { x: 0, y: -2.6 * pin })
    }
  ];
});

export const planOfSiteNotes = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  at === 'measure'
    ? [...query.project.tables.siteNote.values()].flatMap((note) =>
        note.storey === storey ? [query.get(notePlans, note.id)] : []
      )
    : [];
