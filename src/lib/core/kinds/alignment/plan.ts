/** Alignments in the plan of the upper storey, where storeys are worked on: the line below, and two ticks across it. */
import type { Mark } from '../../display/marks';
import type { Query, WorkStage } from '../../document/kind';
import { sameValue } from '../../document/patch';
import { stage } from '../../document/stage';
import { along, leftOf, lerp, locate } from '../../geometry/point';
import { lineFor } from './lines';
import type { Alignment } from './record';

/** Half of a tick, and how far two of them lie apart, mm. */
const [tick, apart] = [160, 90];

/** The stretch of the upper wall along the line that it is kept on, and the ticks in its middle. */
export function marksAlong(query: Query, alignment: Alignment) {
  const { project } = query;
  const wall = project.tables.wall.get(alignment.upper);
  const line = lineFor(project, alignment);
  if (!wall || !line) return undefined;
  const on = (p: typeof wall.a) =>
    along(line.origin, line.direction, locate(p, line.origin, line.direction).t);
  const [a, b] = [on(wall.a), on(wall.b)];
  const middle = lerp(a, b, 0.5);
  const across = leftOf(line.direction);
  const ticks = [-apart, apart].map((shift) => {
    const at = along(middle, line.direction, shift);
    return [along(at, across, -tick), along(at, across, tick)] as const;
  });
  return { line: [a, b] as const, ticks };
}

const alignmentPlans = stage(
  'plans of alignments',
  {
    found: (query: Query, id) => {
      const alignment = query.project.tables.alignment.get(id);
      return alignment && marksAlong(query, alignment);
    }
  },
  ({ found }, id): readonly Mark[] => {
    if (!found) return [];
    const mark = { subject: id, group: 'alignment', ink: 'tide', kind: 'lines' } as const;
    return [
      { ...mark, points: found.line, pen: 'dotted' },
      { ...mark, points: found.ticks.flat(), pen: 'face' }
    ];
  },
  sameValue
);

export const planOfAlignments = (query: Query, storey: string, at: WorkStage | null): (readonly Mark[])[] =>
  at === 'storeys'
    ? [...query.project.tables.alignment.values()].flatMap(({ id, upper }) =>
        query.project.tables.wall.get(upper)?.storey === storey ? [query.get(alignmentPlans, id)] : []
      )
    : [];
