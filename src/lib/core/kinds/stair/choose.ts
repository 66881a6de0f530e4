/** Which steps a stair is given where they are not said, and what it may not be. */
import type { Project } from '../../document/kind';
import { refuse } from '../../document/command';
import { settingsOf } from '../../document/project';
import {
  narrowestWinder,
  walkingOffset,
  windersFor,
  type StairForm,
  type StairShape
} from '../../kernels/stairs/layout';
import { nearestWithin, stairWays, type StairLimits, type StairWay } from '../../kernels/stairs/solve';
import { formatLengthWithUnit } from '../../units/length';
import type { Stair } from './record';
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

/** Winders as many as the narrowest asks for, and the turn in the middle of the steps. */
export function turnOf(
  project: Project,
  { form, width }: Pick<StairShape, 'form' | 'width'>,
  { risers, going }: Pick<StairShape, 'risers' | 'going'>,
  given: { readonly first?: number | undefined; readonly winders?: number | undefined }
): Pick<StairShape, 'first' | 'winders'> {
  const { narrow } = settingsOf(project).stairLimits[rulesFor(form)];
  const most = Math.max(2, 2 * Math.floor((risers - 1) / 2));
  const winders = given.winders ?? Math.min(most, windersFor(going, width, narrow) ?? 8);
  const spare = form === 'winding' ? Math.max(0, risers - 1 - winders) : risers;
  return { winders, first: given.first ?? Math.floor(spare / 2) };
}

/** Refuses what climbs nothing, turns where it has no steps, or has no room; limits of its steps are the review's. */
export function checkStair(project: Project, stair: Stair) {
  const { height, foot, head } = climbOf(project, stair);
  const texts = { thing: 'the stair' };
  if (height <= 0) refuse(project, 'stair.no-height', { numbers: { foot, head }, texts });
  const { form, risers, first, winders, going, width } = stair;
  if ((form === 'quarter' || form === 'half') && (first < 1 || first > risers - 1))
    refuse(project, 'stair.turn', {
      texts: { ...texts, first: String(first), risers: String(risers), most: String(risers - 1) }
    });
  if (form !== 'winding') return;
  if (winders % 2 === 1)
    refuse(project, 'stair.odd-winders', {
      texts: { ...texts, given: String(winders), near: String(winders + 1) }
    });
  if (first + winders > risers - 1)
    refuse(project, 'stair.winders', {
      texts: { ...texts, sum: String(first + winders), steps: String(risers - 1) }
    });
  const narrowest = narrowestWinder(going, width, winders);
  if (narrowest < 1)
    refuse(project, 'stair.narrow', {
      numbers: { narrowest: Math.max(0, narrowest) },
      texts: { ...texts, winders: String(winders), enough: String(windersFor(going, width, 50) ?? 8) }
    });
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
  spiral: 'spiral',
  ladder: 'ship ladder'
};
