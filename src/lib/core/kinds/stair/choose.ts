/** Which steps a stair is given where they are not said, and what it may not be. */
import type { Project } from '../../document/kind';
import { refuse } from '../../document/command';
import { settingsOf } from '../../document/project';
import {
  stairForms,
  walkingOffset,
  type StairForm,
  type StairLayout,
  type StairShape
} from '../../kernels/stairs/pieces';
import {
  hasWinders,
  isRadiating,
  narrowestWinder,
  radiatingGoing,
  turnOfForm,
  windersFor
} from '../../kernels/stairs/winders';
import {
  brokenLimits,
  nearestWithin,
  stairWays,
  type BrokenLimit,
  type StairLimits,
  type StairWay
} from '../../kernels/stairs/solve';
import { usualStairs } from '../project/record';
import { formatLengthWithUnit } from '../../units/length';
import { turnRange, type Stair } from './record';
import { climbOf, goingStep, limitsOf, rulesFor } from './shape';

type Asked = Pick<StairShape, 'form' | 'width' | 'post'>;

/** Steps of a spiral: a twelfth of a turn each, where its limits let them. */
function spiralGoing(limits: StairLimits, { post, width }: Asked, step: number): number {
  const twelfth = 2 * (post + walkingOffset(2 * width)) * Math.sin(Math.PI / 12);
  return Math.ceil(Math.max(limits.going, twelfth) / step - 1e-9) * step;
}

/** All ways up a height in a form, best first. */
export function waysUp(
  project: Project,
  height: number,
  asked: Asked,
  held: {
    readonly risers?: number | undefined;
    readonly going?: number | undefined;
    readonly within?: number | undefined;
  }
): StairWay[] {
  const limits = limitsOf(project, asked);
  const step = goingStep(project);
  const going = held.going ?? (asked.form === 'spiral' ? spiralGoing(limits, asked, step) : undefined);
  return stairWays(height, limits, { ...held, going, step });
}

/**
 * Winders as many as the narrowest asks for; round a newel as many in each quarter turn as keep the going, else three. The
 * turn is in the middle of the steps.
 */
export function turnOf(
  project: Project,
  shape: Pick<StairShape, 'form' | 'width' | 'gap'>,
  { risers, going }: Pick<StairShape, 'risers' | 'going'>,
  given: { readonly first?: number | undefined; readonly winders?: number | undefined }
): Pick<StairShape, 'first' | 'winders'> {
  const { form, width } = shape;
  const rules = settingsOf(project).stairLimits[rulesFor(form)];
  const quarters = turnOfForm(form) / (Math.PI / 2);
  const usual = isRadiating(form)
    ? quarters * ([4, 3, 2].find((n) => radiatingGoing(shape, n * quarters) >= rules.going) ?? 3)
    : Math.min(Math.max(2, 2 * Math.floor((risers - 1) / 2)), windersFor(going, width, rules.narrow) ?? 8);
  const winders = given.winders ?? usual;
  const spare = hasWinders(form) ? Math.max(0, risers - 1 - winders) : risers;
  return { winders, first: given.first ?? Math.floor(spare / 2) };
}

/** Refuses what climbs nothing, turns where it has no steps, or has no room; limits of its steps are the review's. */
export function checkStair(project: Project, stair: Stair) {
  const { height, foot, head } = climbOf(project, stair);
  const texts = { thing: 'the stair' };
  if (height <= 0) refuse(project, 'stair.no-height', { numbers: { foot, head }, texts });
  const { form, risers, first, winders, going, width } = stair;
  const [least, most] = turnRange(stair);
  if (!hasWinders(form) && (first < least || first > most))
    refuse(project, 'stair.turn', {
      texts: { ...texts, first: String(first), risers: String(risers), most: String(most) }
    });
  if (!hasWinders(form)) return;
  if (form === 'winding' && winders % 2 === 1)
    refuse(project, 'stair.odd-winders', {
      texts: { ...texts, given: String(winders), near: String(winders + 1) }
    });
  if (first > most)
    refuse(project, 'stair.winders', {
      texts: { ...texts, sum: String(first + winders), steps: String(risers - 1) }
    });
  if (isRadiating(form)) return checkNewel(project, stair);
  const narrowest = narrowestWinder(going, width, winders);
  if (narrowest < 1)
    refuse(project, 'stair.narrow', {
      numbers: { narrowest: Math.max(0, narrowest) },
      texts: { ...texts, winders: String(winders), enough: String(windersFor(going, width, 50) ?? 8) }
    });
}

function checkNewel(project: Project, { form, gap, post, going }: Stair) {
  const least = form === 'radiatingHalf' ? gap / 2 : 0;
  if (post < least) refuse(project, 'stair.thin-newel', { numbers: { thick: 2 * post, gap } });
  if (post >= going) refuse(project, 'stair.thick-newel', { numbers: { half: post, going } });
}

/** A limit that a stair breaks, and what it should be at most, or at least. */
export interface BrokenRule extends Omit<BrokenLimit, 'limit'> {
  readonly limit: BrokenLimit['limit'] | 'width' | 'winders' | 'narrow';
}

/** All limits of its steps and its width that a stair breaks; headroom is told by what lies over it. */
export function brokenRules(project: Project, stair: Stair, layout: StairLayout | undefined): BrokenRule[] {
  const limits = limitsOf(project, stair);
  const { going, narrow, width } = settingsOf(project).stairLimits[rulesFor(stair.form)];
  const riser = climbOf(project, stair).height / stair.risers;
  const below = (limit: BrokenRule['limit'], value: number | undefined, bound: number): BrokenRule[] =>
    value !== undefined && value < bound - 1e-6 ? [{ limit, value, bound }] : [];
  return [
    ...brokenLimits({ ...stair, riser, run: 0 }, limits),
    ...below('winders', layout?.turning, going),
    ...below('narrow', layout?.narrowest, narrow),
    ...below('width', stair.width, width)
  ];
}

export const limitWords: Readonly<Record<BrokenRule['limit'], string>> = {
  riser: 'riser',
  going: 'going',
  stride: 'two risers and a going',
  width: 'width',
  winders: 'going of its winders',
  narrow: 'narrow end of its winders'
};

/**
 * Forms that are offered. Winders round a newel miss the usual going and the usual narrow end at any usual width, so that
 * they are offered where those limits were changed.
 */
export function formsOffered(project: Project, present?: StairForm): StairForm[] {
  const { going, narrow } = settingsOf(project).stairLimits.stair;
  const isChanged = going !== usualStairs.stair.going || narrow !== usualStairs.stair.narrow;
  return stairForms.filter((form) => isChanged || form === present || !isRadiating(form));
}

/** Refuses where the best way up is longer than the room there is, with the limit that would have to give way. */
export function refuseLong(
  project: Project,
  height: number,
  asked: Asked,
  within: number,
  way: StairWay | undefined
) {
  const { units } = settingsOf(project);
  const short = nearestWithin(height, limitsOf(project, asked), within);
  const words = { riser: 'a riser', going: 'a going', stride: 'a stride' } as const;
  refuse(project, 'stair.no-room', {
    numbers: { run: way?.run ?? 0, within },
    texts: {
      thing: 'the stair',
      limit: words[short.limit],
      value: formatLengthWithUnit(short.value, units),
      bound: formatLengthWithUnit(short.bound, units)
    }
  });
}

export const formWords: Readonly<Record<StairForm, string>> = {
  straight: 'straight',
  quarter: 'quarter turn with a landing',
  half: 'half turn with a landing',
  winding: 'quarter turn with winders',
  radiating: 'quarter turn with winders round a newel',
  radiatingHalf: 'half turn with winders round a newel',
  spiral: 'spiral',
  ladder: 'ship ladder'
};
