/** One step for each version of the document; a file of version n runs the steps from n on. */
import { schemaVersion } from './records';

type Step = (records: unknown) => unknown;

/** Keyed by the version a step starts from. There is only one version yet. */
const steps: Record<number, Step> = {};

export function migrate(records: unknown, from: number): unknown {
  let current = records;
  for (let version = from; version < schemaVersion; version++)
    current = (steps[version] ?? ((same) => same))(current);
  return current;
}
