/** Stairs whose steps or headroom break a limit, that stand in walls, or have no floor to come to. */
import type { Repair, Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { commonPieces, leastShared, sharedArea } from '../../geometry/common-area';
import { dot, type Point } from '../../geometry/point';
import { boxesMeet, boxOf, type Ring } from '../../geometry/ring';
import { withoutRings } from '../../geometry/union';
import { frameRectangle } from '../../kernels/joints/frame';
import { windersFor } from '../../kernels/stairs/winders';
import { formatLengthWithUnit } from '../../units/length';
import { holesIn } from '../opening/stages';
import { storeyModelIn } from '../storey/model';
import { brokenRules, limitWords, waysUp, type BrokenRule } from './choose';
import { headroomOver } from './headroom';
import type { Stair } from './record';
import { arrivesOn, climbOf, climbs, limitsOf, stairLayouts } from './shape';

export function findStairs(scope: Scope) {
  for (const stair of scope.project.tables.stair.values()) {
    if (stair.storey !== scope.storey) continue;
    findSteps(scope, stair);
    findHeadroom(scope, stair);
    findInWalls(scope, stair);
    if (!arrivesOn(scope.project, stair))
      scope.say('floors', 'stair.no-floor', [stair.id], {}, { thing: scope.named(stair.id) });
  }
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

/** Walls of the storey that stand in a stair over its steps. */
function findInWalls({ query, storey, say, named }: Scope, stair: Stair) {
  const layout = query.get(stairLayouts, stair.id);
  const [foot, , riser] = query.get(climbs, stair.id);
  if (!layout || foot === undefined || riser === undefined || riser <= 0) return;
  const model = storeyModelIn(query, storey);
  const box = boxOf(layout.outline);
  for (const { frame, bands } of model.walls) {
    const { wall } = frame;
    const base = model.storey.datum + frame.base;
    const top = model.storey.datum + frame.top;
    const rings = bands.flatMap(({ outline }) => outline).filter((ring) => boxesMeet(boxOf(ring), box));
    if (rings.length === 0) continue;
    const holes = query.get(holesIn, wall.id).map(({ t0, t1, z0, z1 }) => ({
      ...{ z0: model.storey.datum + z0, z1: model.storey.datum + z1 },
      ring: frameRectangle(frame, t0, t1, frame.y0, frame.y1)
    }));
    const into = layout.steps.reduce((most, { up, ring }) => {
      const z = foot + up * riser;
      if (z <= base + 1 || top <= z - riser + 1) return most;
      // A step that goes through an opening stands in no wall there.
      const through = holes.filter(({ z0, z1 }) => z0 <= z - riser + 1 && z1 >= z).map((hole) => hole.ring);
      const solid = through.length > 0 ? withoutRings(rings, through) : rings;
      return solid.some((one) => sharedArea(one, ring) > leastShared)
        ? Math.max(most, ...solid.map((one) => depthInto(one, ring, frame.left)))
        : most;
    }, 0);
    if (into < 1) continue;
    say(
      'floors',
      'stair.in-wall',
      [stair.id, wall.id],
      { into },
      { thing: named(stair.id), other: named(wall.id) }
    );
  }
}

/** How wide what a step and a wall share is across the wall. */
function depthInto(wall: Ring, step: Ring, across: Point): number {
  const offs = commonPieces(wall, step).flatMap((piece) => piece.map((p) => dot(p, across)));
  return offs.length > 0 ? Math.max(...offs) - Math.min(...offs) : 0;
}
