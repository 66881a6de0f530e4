/** Sizes to be measured again, of whatever kind has a certainty. */
import { certaintyWords, isCertainty, isSure } from '../units/certainty';
import type { Scope } from '../document/kind';
import { allRecords, declarationOf } from '../document/project';

export function findUnsure({ project, storey, say, named }: Scope) {
  for (const record of allRecords(project)) {
    const certainty = 'certainty' in record ? record.certainty : 'measured';
    if (!isCertainty(certainty) || isSure(certainty)) continue;
    if (declarationOf(project, record).storey?.(record, project) !== storey) continue;
    say(
      'measure',
      'size.assumed',
      [record.id],
      {},
      { thing: named(record.id), sure: `are ${certaintyWords[certainty]}` }
    );
  }
}
