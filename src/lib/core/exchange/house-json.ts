/** The project.json of a house, checked at the door: in a file, or as a text that was copied. */
import { defaultUnits } from '../units/length';
import { migrate } from '../document/migrations';
import { problem, type Problem, type ProblemCode } from '../document/problems';
import { allRecords } from '../document/project';
import { projectOf } from '../kinds/project-of';
import { schemaVersion } from '../document/record';
import type { Project } from '../document/kind';
import { readRecords } from '../document/read';
import { kinds } from '../kinds/register';

export const application = 'cliffstead';

export function fail(code: ProblemCode, texts: Record<string, string>): { ok: false; problem: Problem } {
  return { ok: false, problem: problem(code, defaultUnits.mm, { texts }) };
}

/** Numbers given to ids that are gone since; anything else is passed over, as a file can do without. */
function readLastIds(given: unknown): Record<string, number> {
  const entries = typeof given === 'object' && given !== null ? Object.entries(given) : [];
  return Object.fromEntries(
    entries.filter(([, value]) => Number.isInteger(value) && value >= 0 && value < 1e9)
  ) as Record<string, number>;
}

/** Of which form parsed JSON of ours is; refused where it does not say, or is of a newer one. */
export function formOf(
  name: string,
  { schemaVersion: version }: { readonly schemaVersion?: unknown }
): { readonly ok: true; readonly version: number } | { readonly ok: false; readonly problem: Problem } {
  if (typeof version !== 'number') return fail('file.damaged', { name, fault: 'it does not say its form' });
  if (version > schemaVersion)
    return fail('file.newer', { name, version: String(version), own: String(schemaVersion) });
  return { ok: true, version };
}

type ReadHouse =
  { readonly ok: true; readonly project: Project } | { readonly ok: false; readonly problem: Problem };

/** The house that parsed JSON from outside describes; `name`: what messages call it. */
export function readHouse(name: string, data: unknown): ReadHouse {
  if (
    typeof data !== 'object' ||
    data === null ||
    (data as { application?: unknown }).application !== application
  )
    return fail('file.foreign', { name });
  const form = formOf(name, data);
  if (!form.ok) return form;
  const records = readRecords(kinds, migrate((data as { records?: unknown }).records, form.version));
  if (!records.ok) return fail('file.record', { name, fault: records.fault });
  const lastIds = readLastIds((data as { lastIds?: unknown }).lastIds);
  return { ok: true, project: projectOf(allRecords(records.project), lastIds) };
}
