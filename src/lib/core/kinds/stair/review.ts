/** Stairs whose steps or headroom break a limit, that stand in walls, or have no floor to come to. */
import type { Repair, Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { middleOfNosing } from '../../kernels/stairs/layout';
import { windersFor } from '../../kernels/stairs/winders';
import { formatLengthWithUnit } from '../../units/length';
import { along, type Point } from '../../geometry/point';
import { gapToBorders, ringHolds, ringsHold } from '../../geometry/ring';
import { slabLevel } from '../slab/level';
import { slabRings } from '../slab/rings';
import { storeyModelIn } from '../storey/model';
import { brokenRules, limitWords, waysUp, type BrokenRule } from './choose';
import { headroomOver } from './headroom';
import type { Stair } from './record';
import { arrivesOn, climbOf, limitsOf, stairLayouts } from './shape';
import { wallsInStair } from './walls-in';

export function findStairs(scope: Scope) {
  for (const stair of scope.project.tables.stair.values()) {
    if (stair.storey !== scope.storey) continue;
    findSteps(scope, stair);
    findHeadroom(scope, stair);
    for (const { wall, into } of wallsInStair(scope.query, stair)) {
      const texts = { thing: scope.named(stair.id), other: scope.named(wall) };
      scope.say('floors', 'stair.in-wall', [stair.id, wall], { into }, texts);
    }
    if (!arrivesOn(scope.project, stair))
      scope.say('floors', 'stair.no-floor', [stair.id], {}, { thing: scope.named(stair.id) });
    findHead(scope, stair);
  }
}

/**
 * Past its last nosing there is to be floor, mm, or past a wall that it leads through, so thick at most; so far over or
 * under it floor may lie, with what is laid on it.
 */
const atHead = { past: 100, step: 50, through: 700, over: 150 };

/** Where slabs are laid where it comes to, one has to lie at its head. */
function findHead({ project, query, say, named }: Scope, stair: Stair) {
  const layout = query.get(stairLayouts, stair.id);
  const last = layout?.nosings.at(-1);
  const storey = arrivesOn(project, stair);
  if (!last || !storey) return;
  const { head } = climbOf(project, stair);
  const floors = [...project.tables.slab.values()]
    .filter((slab) => slab.storey === storey.id && Math.abs(slabLevel(project, slab) - head) < atHead.over)
    .map(({ id }) => ({ id, rings: query.get(slabRings, id) }))
    .filter(({ rings }) => rings.length > 0);
  if (floors.length === 0) return;
  const walls = storeyModelIn(query, storey.id).walls.flatMap(({ bands }) => bands[0]?.outline ?? []);
  const middle = middleOfNosing(last);
  const past = (far: number): Point => {
    const place = along(middle, layout!.arrival, far);
    const isInWall = far < atHead.through && walls.some((ring) => ringHolds(ring, place));
    return isInWall ? past(far + atHead.step) : place;
  };
  const at = past(atHead.past);
  if (floors.some(({ rings }) => ringsHold(rings, at))) return;
  const gaps = floors.map(({ id, rings }) => ({
    id,
    gap: gapToBorders(rings, at)
  }));
  const { id, gap } = gaps.reduce((best, one) => (one.gap < best.gap ? one : best));
  say(
    'floors',
    'stair.head-off',
    [stair.id, id],
    { gap, x: at.x, y: at.y },
    { thing: named(stair.id), other: named(id) }
  );
}

function findSteps({ project, query, say, named }: Scope, stair: Stair) {
  const { height } = climbOf(project, stair);
  const { units } = settingsOf(project);
  const thing = named(stair.id);
  const length = (value: number) => formatLengthWithUnit(value, units);
  if (height <= 0) {
    say('floors', 'stair.climbs-nothing', [stair.id], { height }, { thing });
    return;
  }
  const best = waysUp(project, height, stair, {})[0];
  const set = (label: string, changes: object): Repair => ({
    label,
    call: { name: 'setStair', args: { id: stair.id, ...changes } }
  });
  const steps =
    best &&
    set(`Make it ${best.risers} risers of ${length(best.riser)}, goings of ${length(best.going)}`, {
      risers: best.risers,
      going: best.going
    });
  for (const { limit, value, bound } of brokenRules(project, stair, query.get(stairLayouts, stair.id))) {
    const enough = limit === 'narrow' ? enoughWinders(stair, bound) : undefined;
    const repairs: Readonly<Record<BrokenRule['limit'], Repair | undefined>> = {
      ...{ riser: steps, going: steps, stride: steps, winders: undefined },
      narrow: enough === undefined ? undefined : set(`Turn on ${enough} winders`, { winders: enough }),
      width: set(`Make it ${length(bound)} wide`, { width: bound })
    };
    say(
      'floors',
      'stair.limit',
      [stair.id],
      { value, bound },
      { thing, what: limitWords[limit], way: value < bound ? 'least' : 'most' },
      repairs[limit]
    );
  }
}

/** Winders so many that the narrowest is wide enough, where the stair has steps for them. */
function enoughWinders({ form, going, width, first, risers }: Stair, narrow: number): number | undefined {
  const enough = form === 'winding' ? windersFor(going, width, narrow) : undefined;
  return enough !== undefined && first + enough <= risers - 1 ? enough : undefined;
}

function findHeadroom({ project, query, say, named }: Scope, stair: Stair) {
  const least = headroomOver(query, stair);
  const { headroom } = limitsOf(project, stair);
  // What touches only is drawn in by half a millimetre.
  if (!least || least.clear >= headroom - 1) return;
  const repair: Repair | undefined =
    stair.hole === 'headroom' || !project.tables.slab.has(least.of)
      ? undefined
      : {
          label: 'Open the floor as far as headroom asks',
          call: { name: 'setStair', args: { id: stair.id, hole: 'headroom' } }
        };
  say(
    'floors',
    'stair.headroom',
    [stair.id, least.of],
    { clear: Math.max(0, least.clear), headroom, x: least.at.x, y: least.at.y },
    { thing: named(stair.id), other: named(least.of) },
    repair
  );
}
