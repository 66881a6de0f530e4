/** Building stairs, and changing them. */
import type { AnyObject } from 'yup';
import {
  command,
  done,
  freshOrGiven,
  need,
  needHouseSize,
  needPositive,
  refuse,
  storedPoint
} from '../../document/command';
import type { Project } from '../../document/kind';
import * as s from '../../document/schemas';
import { settingsOf } from '../../document/project';
import type { Point } from '../../geometry/point';
import { toStored } from '../../geometry/tolerances';
import { brokenLimits } from '../../kernels/stairs/solve';
import { isRadiating } from '../../kernels/stairs/winders';
import { degree } from '../../units/angle';
import { usualMaterial } from '../material/usual';
import { storeyAbove } from '../storey/record';
import { stairArgs } from './args';
import { checkStair, refuseLong, turnOf, waysUp } from './choose';
import { checkFloors, endsGiven, onFloors } from './on-floors';
import type { Stair } from './record';
import { climbOf, footOf, headFrom, limitsOf, rulesFor } from './shape';

/** What a stair is where nothing is said. */
export const plainStair = {
  ...{ turn: 'left', gap: 0, post: 60, base: 0, top: 0, footFloor: null, headFloor: null },
  ...{ body: 'strings', open: false, tread: 40, waist: 160 },
  ...{ rails: 'both', guard: true, hole: 'headroom' }
} as const satisfies Partial<Stair>;

type Given = { readonly [K in Exclude<keyof Stair, 'id' | 'kind' | 'at'>]?: Stair[K] | undefined } & {
  readonly foot?: Point | undefined;
  readonly head?: Point | undefined;
  readonly within?: number | undefined;
};

const sizes = { width: 'width', going: 'going', post: 'post', tread: 'tread', waist: 'waist' } as const;

/** A stair with what is said of it: its steps solved where they are not, its head kept where nothing is said of its place. */
function stairWith(project: Project, old: Stair, given: Given, isNew: boolean): Stair {
  for (const [name, word] of Object.entries(sizes)) {
    const value = given[name as keyof typeof sizes];
    if (value === undefined) continue;
    needPositive(project, word, 'the stair', value);
    needHouseSize(project, 'length', 'the stair', value);
  }
  const { foot, head, angle } = given;
  const placing = new Set(['foot', 'head', 'angle', 'within']);
  const asked = Object.fromEntries(
    Object.entries(given).flatMap(([key, value]) =>
      value === undefined || placing.has(key)
        ? []
        : [[key, typeof value === 'number' ? toStored(value) : value]]
    )
  ) as Partial<Stair>;
  const ends: Stair = { ...old, ...asked, ...endsGiven(old, given) };
  checkFloors(project, ends, given);
  const bare = onFloors(project, ends);
  if (given.material !== undefined) need(project, 'material', given.material);
  const { height } = climbOf(project, bare);
  if (bare.storey === bare.to || height <= 0) checkStair(project, bare);
  const way = stepsOf(project, old, bare, given, height, isNew);
  const turned = turnOf(project, bare, way, {
    first:
      given.first ?? (isNew || bare.form !== old.form || bare.risers !== way.risers ? undefined : old.first),
    winders: given.winders ?? (isNew || bare.form !== old.form ? undefined : old.winders)
  });
  const stair: Stair = { ...bare, risers: way.risers, going: toStored(way.going), ...turned };
  checkStair(project, stair);
  const footBefore = isNew ? { at: old.at, angle: old.angle } : footOf(old);
  const up = angle === undefined ? footBefore.angle : angle * degree;
  const from = headFrom(stair, foot ? storedPoint(foot) : footBefore.at, up);
  // Its head stays where it is, unless it is told where it begins.
  const at = head ?? (foot || isNew ? from.at : old.at);
  return { ...stair, at: storedPoint(at), angle: from.angle };
}

/** Risers and going: as they are said or were, or the best that the limits let be. */
function stepsOf(project: Project, old: Stair, bare: Stair, given: Given, height: number, isNew: boolean) {
  const { risers, going, within } = given;
  const limits = limitsOf(project, bare);
  const held = { risers, going, within };
  if (risers !== undefined && going !== undefined) return { risers, going };
  const ways = waysUp(project, height, bare, held);
  if (within !== undefined && !(ways[0] && ways[0].run <= within))
    refuseLong(project, height, bare, within, [...ways].sort((p, q) => p.run - q.run)[0]);
  const isAsked = isNew || risers !== undefined || going !== undefined || within !== undefined;
  const kept = { risers: old.risers, riser: height / old.risers, going: old.going, run: 0 };
  const isAlike = rulesFor(bare.form) === rulesFor(old.form) && brokenLimits(kept, limits).length === 0;
  const isKept = !isAsked && (bare.form === old.form || isAlike);
  if (isKept) return kept;
  // What is typed holds, within the limits or not.
  const best = ways[0] ?? waysUp(project, height, bare, {})[0];
  const usual = { risers: Math.max(1, Math.ceil(height / limits.riser)), going: limits.going };
  return {
    ...usual,
    ...best,
    ...(risers !== undefined && { risers }),
    ...(going !== undefined && { going })
  };
}

function needStoreyAbove(project: Project, id: string): string {
  return (
    storeyAbove(project, id)?.id ??
    refuse(project, 'stair.no-storey', { texts: { thing: need(project, 'storey', id).name } })
  );
}

/** mm. */
const [fewSteps, usualNewel] = [540, 100];

export const addStair = command({
  name: 'addStair',
  about:
    'Build a stair from a storey to a higher one, or from a level of it (`base`, above the datum) to another (`to` the same storey, `top`): from its foot (the middle of the first nosing) or to its head (of the last one), up by an angle. Risers and going are solved from the height by the limits of the project, where they are not given; `footFloor`, `headFloor`: slabs whose tops its ends keep to; `within`: room for the run.',
  args: s.object({ id: s.id(), storey: s.id().required(), to: s.id(), ...stairArgs() }),
  example: { storey: 'storey-1', foot: { x: 2000, y: 1000 }, angle: 0, width: 900 },
  run: (project, args) => {
    const stair = newStair(project, args);
    return done(project, 'Build a stair', [stair], [], [stair.id]);
  }
});

type New = Omit<Given, 'storey' | 'to'> & {
  readonly id?: string | undefined;
  readonly storey: string;
  readonly to?: string | undefined;
};

/** The stair that would be built; refuses as the command does. */
export function newStair(project: Project, args: New): Stair {
  const { id, storey: from, to, foot, head, ...given } = args;
  const storey = need(project, 'storey', from).id;
  const above = to === undefined ? needStoreyAbove(project, storey) : need(project, 'storey', to).id;
  if (!foot && !head) refuse(project, 'stair.no-place', { texts: { thing: 'the stair' } });
  const form = given.form ?? 'straight';
  const rules = settingsOf(project).stairLimits[rulesFor(form)];
  const bare: Stair = {
    id: freshOrGiven(project, 'stair', id),
    kind: 'stair',
    name: given.name ?? '',
    storey,
    to: above,
    ...plainStair,
    body: form === 'spiral' ? 'solid' : 'strings',
    post: isRadiating(form) ? usualNewel / 2 : plainStair.post,
    ...{ form, width: rules.width, risers: 1, going: rules.going, first: 1, winders: 8 },
    ...{ at: storedPoint((foot ?? head)!), angle: 0 },
    material: usualMaterial(project, 'stair')
  };
  return stairWith(project, bare, { ...given, foot, head }, true);
}

export const setStair = command({
  name: 'setStair',
  about:
    'Change a stair: its place by foot or head (else its head stays), the levels of its ends, or the slabs whose tops these are and stay (`footFloor`, `headFloor`; none: null), way up, form, steps, what it is made of, rails, guards, the hole over it.',
  args: s.object({ id: s.id().required(), storey: s.id(), to: s.id(), ...stairArgs() }),
  example: { id: 'stair-1', form: 'quarter' },
  run: (project, args: AnyObject) => {
    const { id, ...given } = args as Given & { id: string };
    const old = need(project, 'stair', id);
    for (const one of [given.storey, given.to]) if (one) need(project, 'storey', one);
    // Led to a level of its own storey it climbs as high as a few steps, until more is said.
    if (given.to === (given.storey ?? old.storey) && given.top === undefined && old.top <= old.base)
      given.top = toStored((given.base ?? old.base) + fewSteps);
    return done(project, 'Change a stair', [stairWith(project, old, given, false)]);
  }
});
