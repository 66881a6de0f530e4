/**
 * What every command keeps, in the same patch and whatever the command was. First nothing is left that names what is gone;
 * then each kind brings along what follows from the change (twins stay alike, joints find their homes); then each kind
 * says whether what it holds fast has held. Because this is asked of the result and not of each command, no command can
 * break it, nor can one that is written later.
 */
import type { Query } from '../document/kind';
import type { Patch } from '../document/patch';
import { declarationsOf } from '../document/project';
import { drawnAtStage } from '../document/work';
import { healed } from '../document/references';

/** The patch with all that follows from it. Refuses (throws a `Refusal`) what breaks something held fast. */
export function withLaws(query: Query, patch: Patch): Patch {
  let whole = healed(query, drawnAtStage(query, patch));
  const kinds = declarationsOf(query.project);
  for (const { law } of kinds) if (law) whole = healed(query, law(query, whole));
  for (const { holds } of kinds) holds?.(query, whole);
  return whole;
}
