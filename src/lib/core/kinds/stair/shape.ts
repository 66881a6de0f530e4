/** Stairs where they stand: what they climb, by which limits, their steps in the plan, and the holes that they want in floors. */
import type { Project, Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { own, result, stage } from '../../document/stage';
import { flat } from '../../geometry/plane';
import { add, angleOf, rotate, subtract, type Point } from '../../geometry/point';
import { boxOf, ringArea, type Ring } from '../../geometry/ring';
import { unionOf } from '../../geometry/union';
import { leastHole } from '../../kernels/stairs/hole';
import { layoutOf, middleOfNosing, movedLayout, spiralAngle } from '../../kernels/stairs/layout';
import {
  walkingOffset,
  type PitchPiece,
  type StairForm,
  type StairLayout,
  type StairShape
} from '../../kernels/stairs/pieces';
import type { StairLimits } from '../../kernels/stairs/solve';
import { formatAngle } from '../../units/angle';
import { formatLength, type LengthUnits } from '../../units/length';
import type { StairRules } from '../project/record';
import { slabLevel } from '../slab/level';
import { storeyAbove, type Storey } from '../storey/record';
import type { Stair } from './record';

/** What a stair climbs: heights above project zero. */
export interface Climb {
  readonly foot: number;
  readonly head: number;
  readonly height: number;
}

type Ends = Pick<Stair, 'storey' | 'to' | 'base' | 'top'>;

/** The storey that a stair comes to; undefined where none is above. */
export function arrivesOn(project: Project, { storey, to }: Pick<Ends, 'storey' | 'to'>): Storey | undefined {
  if (to !== null) return project.tables.storey.get(to);
  return storeyAbove(project, storey);
}

/** Where no storey is above, as high as its own. */
export function climbOf(project: Project, stair: Ends): Climb {
  const own = project.tables.storey.get(stair.storey);
  const foot = (own?.datum ?? 0) + stair.base;
  const head = (arrivesOn(project, stair)?.datum ?? (own ? own.datum + own.height : 0)) + stair.top;
  return { foot, head, height: head - foot };
}

export type RuleSet = 'stair' | 'spiral' | 'ladder';

export const rulesFor = (form: StairForm): RuleSet =>
  form === 'spiral' || form === 'ladder' ? form : 'stair';

/** Limits as the solver takes them. Winders are told by the straight way between two nosings, so their going on the arc is more. */
export function limitsOf(project: Project, { form, width }: Pick<StairShape, 'form' | 'width'>): StairLimits {
  const rules: StairRules = settingsOf(project).stairLimits[rulesFor(form)];
  const offset = walkingOffset(width);
  const onArc = 2 * offset * Math.asin(Math.min(1, rules.going / (2 * offset)));
  return {
    riser: rules.riser,
    going: form === 'winding' ? onArc : rules.going,
    stride: rules.strideMost > 0 ? [rules.strideLeast, rules.strideMost] : null,
    headroom: rules.headroom,
    width: rules.width
  };
}

/** Whole goings: of a millimetre, in feet and inches of an eighth. */
export const goingStep = (project: Project): number =>
  settingsOf(project).units.system === 'ft' ? 25.4 / 8 : 1;

/** A layout turned and moved so that the middle of its last nosing lies at a place, the way up over it by an angle. */
function placed(layout: StairLayout, at: Point, angle: number): StairLayout {
  const turn = angle - angleOf(layout.arrival);
  const by = subtract(at, rotate(middleOfNosing(layout.nosings.at(-1)!), turn));
  return movedLayout(layout, { angle: turn, flips: false, by });
}

export const placedLayout = (stair: Stair): StairLayout => placed(layoutOf(stair), stair.at, stair.angle);

/** How long a shape is: the run of a straight one, how far a spiral turns, of others how far it reaches along its flights. */
export function lengthTold(shape: StairShape, units: LengthUnits): string {
  const { form, risers, going } = shape;
  if (form === 'spiral') return `turning ${formatAngle((risers - 1) * spiralAngle(shape), 0)}`;
  if (form === 'straight' || form === 'ladder') return `${formatLength((risers - 1) * going, units)} long`;
  const { minX, minY, maxX, maxY } = boxOf(layoutOf(shape).outline);
  return `${formatLength(maxX - minX, units)} by ${formatLength(maxY - minY, units)}`;
}

/** Where the last nosing lies and which way it is come over, of a shape that begins at a place by an angle. */
export function headFrom(shape: StairShape, foot: Point, angle: number): { at: Point; angle: number } {
  const layout = layoutOf(shape);
  const head = add(rotate(middleOfNosing(layout.nosings.at(-1)!), angle), foot);
  return { at: head, angle: angle + angleOf(layout.arrival) };
}

/** The middle of its first nosing, and the way up there. */
export function footOf(stair: Stair): { at: Point; angle: number } {
  const layout = layoutOf(stair);
  const angle = stair.angle - angleOf(layout.arrival);
  return { at: subtract(stair.at, rotate(middleOfNosing(layout.nosings.at(-1)!), angle)), angle };
}

/** By its id; undefined where there is none. */
export const stairLayouts = stage('steps of stairs', { stair: own('stair') }, ({ stair }) =>
  stair ? placedLayout(stair) : undefined
);

const climbRead = ({ project }: Query, id: string): readonly number[] => {
  const stair = project.tables.stair.get(id);
  if (!stair) return [];
  const { foot, head, height } = climbOf(project, stair);
  return [foot, head, height / stair.risers];
};

/** Foot, head and riser of a stair, heights above project zero; empty where there is none. */
export const climbs = stage('climbs of stairs', { climb: climbRead }, ({ climb }) => climb);

/** Its pitch surface, above project zero. */
export const stairPitch = stage(
  'pitch of stairs',
  { layout: result(stairLayouts), climb: result(climbs) },
  ({ layout, climb: [foot, , riser] }): readonly PitchPiece[] =>
    layout && foot !== undefined && riser !== undefined
      ? layout.steps
          .flatMap(({ pitch }) => pitch)
          .map(({ ring, plane: { a, b, c } }) => ({
            ring,
            plane: { a: a * riser, b: b * riser, c: foot + c * riser }
          }))
      : none
);

const none: readonly PitchPiece[] = [];

/** A step with what is under it, heights above project zero. */
export interface StairSolid {
  readonly ring: Ring;
  readonly z0: number;
  readonly z1: number;
}

const stairSolidsOf = stage(
  'solids of a stair',
  { stair: own('stair'), layout: result(stairLayouts), climb: result(climbs) },
  ({ stair, layout, climb: [foot, , riser] }): readonly StairSolid[] =>
    stair && layout && foot !== undefined && riser !== undefined
      ? layout.steps.map(({ ring, up }) => {
          const z1 = foot + up * riser;
          return { ring, z0: Math.max(foot, z1 - 2 * riser - stair.waist), z1 };
        })
      : []
);

/** All steps of all stairs, down to their soffits, for what must not run into them. */
export const stairSolids = (query: Query): readonly StairSolid[] =>
  [...query.project.tables.stair.keys()].flatMap((id) => query.get(stairSolidsOf, id));

/** The underside of the floor that a stair comes to, above project zero: of its slabs' deepest, else by the storey's depth. */
function undersideAbove({ project }: Query, id: string): number {
  const stair = project.tables.stair.get(id);
  const storey = stair && arrivesOn(project, stair);
  if (!storey) return 0;
  const slabs = [...project.tables.slab.values()].filter((slab) => slab.storey === storey.id);
  if (slabs.length === 0) return storey.datum - storey.floorDepth;
  return Math.min(...slabs.map((slab) => slabLevel(project, slab) - slab.thickness));
}

/** Newels and posts stand so high over the nosing they end at. mm. */
export const newelHeight = 900;

/** The top of the newel that winders radiate from, above project zero; of the highest nosing near it, up to over a handrail. */
export function newelTopOf({ project }: Query, id: string): number {
  const stair = project.tables.stair.get(id);
  if (!stair) return 0;
  const { foot, height } = climbOf(project, stair);
  const up = Math.min(stair.risers, stair.first + stair.winders + 2);
  return foot + (up * height) / stair.risers + newelHeight;
}

/** The rings that a stair is to have open in the floor that it comes to, by its id. */
export const holesOfStairs = stage(
  'holes for stairs',
  {
    // Within a storey no floor is in its way.
    hole: ({ project }, id) => {
      const stair = project.tables.stair.get(id);
      return stair && stair.to !== stair.storey ? stair.hole : 'none';
    },
    layout: result(stairLayouts),
    pitch: result(stairPitch),
    under: undersideAbove,
    newelTop: newelTopOf,
    headroom: ({ project }, id) => {
      const stair = project.tables.stair.get(id);
      return stair ? limitsOf(project, stair).headroom : 0;
    }
  },
  ({ hole, layout, pitch, under, newelTop, headroom }): readonly Ring[] => {
    if (!layout || hole === 'none') return [];
    if (hole === 'whole') return [layout.outline];
    const rings = leastHole(pitch, headroom, flat(under));
    if (!layout.newel) return rings;
    // No piece of floor stays over a newel, nor where it comes through.
    const all = rings.filter((ring) => ringArea(ring) > 0);
    return newelTop > under ? unionOf([...all, layout.newel]) : all;
  }
);

/** All that stairs open in the floor of a storey. */
export const stairHolesOn = (query: Query, storey: string): readonly Ring[] => {
  const { stair } = query.project.tables;
  if (stair.size === 0) return noRings;
  return [...stair.values()].flatMap((one) =>
    arrivesOn(query.project, one)?.id === storey ? query.get(holesOfStairs, one.id) : noRings
  );
};

const noRings: readonly Ring[] = [];
