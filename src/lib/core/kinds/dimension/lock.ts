/** Sizes that are locked hold against every command. */
import { applyPatch, type Patch } from '../../document/patch';
import { borderOf, chainSizes } from './sizes';
import { tolerances } from '../../geometry/tolerances';
import { refuse } from '../../document/command';
import { nameOf } from '../../document/names';
import { formatLengthWithUnit } from '../../units/length';
import { settingsOf } from '../../document/project';
import type { Query } from '../../document/kind';

/** Locked sizes that stay locked must stay what they are. */
export function keepLockedSizes({ project }: Query, patch: Patch) {
  const isSized = [...patch.values()].some(
    ({ before, after }) => project.kinds[(after ?? before)!.kind].locks.sizes
  );
  if (!isSized) return;
  const locks = [...project.tables.dimension.values()].filter(
    ({ form }) => form.kind === 'chain' && form.locked !== null
  );
  if (locks.length === 0) return;
  const after = applyPatch(project, patch);
  for (const { id } of locks) {
    const form = after.tables.dimension.get(id)?.form;
    if (form?.kind !== 'chain' || !form.locked) continue;
    const sizes = chainSizes(after, form.ends);
    form.locked.forEach((size, i) => {
      const now = sizes?.[i];
      if (now !== undefined && Math.abs(now - size) <= tolerances.coincident) return;
      const [from, to] = [borderOf(after, form.ends[i]!), borderOf(after, form.ends[i + 1]!)];
      refuse(project, 'size.locked', {
        subjects: [id],
        numbers: { size },
        texts: {
          thing: nameOf(project, from?.subject),
          other: nameOf(project, to?.subject),
          now: now === undefined ? 'askew' : formatLengthWithUnit(now, settingsOf(project).units)
        }
      });
    });
  }
}
