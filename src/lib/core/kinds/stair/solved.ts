/** Stairs keep to what they climb: when heights change they are solved again with as little change as can be. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { applyPatch, composePatches, patchOf, type Patch } from '../../document/patch';
import { settingsOf } from '../../document/project';
import { ringsArea } from '../../geometry/ring';
import { solvedAgain } from '../../kernels/stairs/solve';
import { formatArea } from '../../units/area';
import { formatLength } from '../../units/length';
import { onFloors } from './on-floors';
import { fewestRisers, isTurning, turnRange, type Stair } from './record';
import { climbOf, goingStep, holesOfStairs, limitsOf } from './shape';
import { wallsInStair } from './walls-in';

/** Kinds by which the height of a stair is told. */
const about: ReadonlySet<unknown> = new Set(['storey', 'stair', 'slab', 'footing']);

/** Of these what changes the hole over a stair. */
const ofFloors: ReadonlySet<unknown> = new Set(['storey', 'slab', 'footing']);

const has = (patch: Patch, kinds: ReadonlySet<unknown>) =>
  [...patch.values()].some(({ before, after }) => kinds.has((after ?? before)?.kind));

/** mm2: a smaller change of a hole is not told. */
const leastHoleTold = 1e4;

/** The law: a stair whose ends keep to floors goes with them, and one whose height changed, and whose steps nobody named, has those that come nearest. Its head stays. */
export function solvedStairs({ project }: Query, patch: Patch): Patch {
  if (project.tables.stair.size === 0) return patch;
  if (!has(patch, about)) return patch;
  const given = applyPatch(project, patch);
  const based = [...given.tables.stair.values()].flatMap((stair) => {
    const kept = onFloors(given, stair);
    return kept === stair ? [] : [kept];
  });
  const whole = based.length > 0 ? composePatches(patch, patchOf(given, based)) : patch;
  const now = based.length > 0 ? applyPatch(project, whole) : given;
  const changed = [...now.tables.stair.values()].flatMap((stair): Stair[] => {
    const before = project.tables.stair.get(stair.id);
    if (!before || before.risers !== stair.risers || before.going !== stair.going) return [];
    const { height } = climbOf(now, stair);
    if (height <= 0 || Math.abs(height - climbOf(project, before).height) < 1e-6) return [];
    const step = goingStep(now);
    const found = solvedAgain(height, stair, limitsOf(now, stair), { step, fewest: fewestRisers(stair) });
    if (!found || (found.risers === stair.risers && found.going === stair.going)) return [];
    // What is before the turn takes up the difference, so that the flight that comes to the head stays.
    const [least, most] = turnRange({ ...stair, risers: found.risers });
    const moved = stair.first + found.risers - stair.risers;
    const first = isTurning(stair.form) ? Math.max(least, Math.min(most, moved)) : stair.first;
    return [{ ...stair, risers: found.risers, going: found.going, first }];
  });
  return changed.length === 0 ? whole : composePatches(whole, patchOf(now, changed));
}

/** How the hole over a stair changed, where a floor or a storey did: the longer for it, or of a turning one the larger. */
function saidOfHole(before: Query, after: Query, { id, form }: Stair): string {
  const [was, is] = [before, after].map((query) => ringsArea(query.get(holesOfStairs, id)));
  const more = is! - was!;
  const [old, now] = [before, after].map(({ project }) => project.tables.stair.get(id)!);
  if (Math.abs(more) < leastHoleTold || old!.width !== now!.width || old!.hole !== now!.hole) return '';
  const { units } = settingsOf(after.project);
  return form === 'straight'
    ? `${formatLength(Math.abs(more) / now!.width, units)} ${more > 0 ? 'longer' : 'shorter'}`
    : `${formatArea(Math.abs(more), units)} ${more > 0 ? 'larger' : 'smaller'}`;
}

/** What became of stairs whose height changed, or the floor over them, in sentences. */
export function saidOfStairs(query: Query, patch: Patch): string[] {
  const { project } = query;
  if (project.tables.stair.size === 0 || !has(patch, about)) return [];
  const now = applyPatch(project, patch);
  const after = query.at(now);
  const isOfFloors = has(patch, ofFloors);
  const { units } = settingsOf(project);
  return [...now.tables.stair.values()].flatMap((stair) => {
    const before = project.tables.stair.get(stair.id);
    if (!before) return [];
    const [was, is] = [climbOf(project, before).height, climbOf(now, stair).height];
    const hole = isOfFloors ? saidOfHole(query, after, stair) : '';
    if (Math.abs(was - is) < 1e-6 || is <= 0)
      return hole ? [`The hole over ${nameElement(now, stair.id)} is ${hole} now.`] : [];
    const old = wallsInStair(query, before);
    const more = stair.risers - before.risers;
    const longer = (stair.risers - 1) * stair.going - (before.risers - 1) * before.going;
    const counted = `${Math.abs(more)} ${Math.abs(more) === 1 ? 'riser' : 'risers'}`;
    const parts = [
      ...(more === 0 ? [] : [`${counted} ${more > 0 ? 'more' : 'fewer'}`]),
      ...(Math.abs(longer) < 1e-6
        ? []
        : [`${formatLength(Math.abs(longer), units)} ${longer > 0 ? 'longer' : 'shorter'}, its head stays`]),
      ...(hole ? [`the hole over it ${hole}`] : [])
    ];
    const steps = `${stair.risers} risers of ${formatLength(is / stair.risers, units)}`;
    const name = nameElement(now, stair.id);
    const inTheWay = wallsInStair(after, stair).filter(
      ({ wall, into }) => !old.some((one) => one.wall === wall && one.into >= into - 1)
    );
    const walls = inTheWay.map(
      ({ wall, into }) => `${nameElement(now, wall)} is in the way by ${formatLength(into, units)}`
    );
    const told = [parts.join(', '), walls.join(', ')].filter((one) => one !== '').join('; ');
    return [`${name} has ${steps} now${told ? `: ${told}` : ''}.`];
  });
}
