/**
 * Every derived number of a project, for scripts, tests and schedules, as its kinds say it (`schedules.ts`). mm, mm2 and
 * mm3 unless a name says otherwise.
 */
import type { Query } from '../document/kind';
import { findRecord, settingsOf } from '../document/project';
import { hasWork, workOf } from '../document/work';
import { reviewProject } from '../review/review';
import { bodiesOf } from '../model/bodies';
import { sizesToMeasure } from '../review/to-measure';
import { quantitiesOf } from './quantities';
import { scheduleOf } from './schedules';

/** Rows of each kind that has a schedule stand under its name beside these. */
export type Inspection = Readonly<Record<string, unknown>> & {
  readonly project: { readonly name: string; readonly guid: string; readonly units: object };
  readonly findings: readonly { readonly code: string; readonly message: string }[];
};

/** Rows of what is built say at which stage of work it is. */
function withWork({ project }: Query, rows: object): object {
  if (!Array.isArray(rows)) return rows;
  return rows.map((row: { readonly id?: unknown }) => {
    const record = typeof row.id === 'string' ? findRecord(project, row.id) : undefined;
    return record && hasWork(project, record.kind) ? { ...row, work: workOf(record) } : row;
  });
}

export function inspectProject(query: Query): Inspection {
  const { name, guid, units } = settingsOf(query.project);
  const schedules = Object.values(scheduleOf).flatMap((schedule) =>
    schedule ? [[schedule.as, withWork(query, schedule.rows(query))] as const] : []
  );
  return {
    project: { name, guid, units },
    ...Object.fromEntries(schedules),
    toMeasure: sizesToMeasure(query),
    quantities: quantitiesOf(query.project, bodiesOf(query)),
    findings: reviewProject(query).map(({ code, message, hint, subjects, numbers }) => ({
      ...{ code, message, hint },
      ...{ subjects, numbers }
    }))
  };
}
