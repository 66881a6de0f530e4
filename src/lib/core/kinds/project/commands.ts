/** The project itself, and deleting things with all that hangs on them. */
import { formatArea } from '../../units/area';
import { fallForms } from '../../units/fall';
import * as s from '../../document/schemas';
import { command, done, needPositive, refuse } from '../../document/command';
import { settingsOf } from '../../document/project';
import { toStored } from '../../geometry/tolerances';
import { merge } from '../../document/merge';
import type { GuardLimits, OpeningLimits, StairLimitSets, StairRules } from './record';
import type { Project } from '../../document/kind';
import type { LengthUnits } from '../../units/length';

const limitWords: Record<Exclude<keyof OpeningLimits, 'inwards'> | keyof GuardLimits, string> = {
  drop: 'drop without a guard',
  height: 'height of guards',
  escapeArea: 'least clear area of a way out',
  escapeWidth: 'least clear width of a way out',
  escapeHeight: 'least clear height of a way out',
  escapeSill: 'highest sill of a way out',
  step: 'highest step at a threshold'
};

const stairWords = {
  riser: 'highest riser of stairs',
  going: 'least going of stairs',
  headroom: 'headroom over stairs',
  width: 'width of stairs'
} as const;

const stairRules = () =>
  s
    .object({
      ...{ riser: s.mm(), going: s.mm(), strideLeast: s.mm().min(0), strideMost: s.mm().min(0) },
      ...{ headroom: s.mm(), width: s.mm(), narrow: s.mm().min(0) }
    })
    .noUnknown(true)
    .default(undefined);

function checkRules(project: Project, rules: StairRules) {
  for (const [name, word] of Object.entries(stairWords))
    needPositive(project, word, 'the project', rules[name as keyof typeof stairWords]);
  if (rules.strideMost < rules.strideLeast)
    refuse(project, 'stair.stride', { numbers: { least: rules.strideLeast, most: rules.strideMost } });
}

export const setProject = command({
  name: 'setProject',
  about:
    'Name, units and fineness, a second unit beside them, ground level (above project zero), limits of height above the ground and of floor area in mm2 (null: none), the step of the arrow keys, how slopes of floors are told, what openings are measured by (least clear area in mm2, width and height of a way out, highest sill of one, highest step at a threshold), what steps of stairs may be (of stairs, spirals, ship ladders: highest riser, least going, two risers and a going from and to, headroom, width, narrow end of winders), how much floors are to fall away from the house (`leastFall`, 0.02 is 2 in 100), from what drop on guards are wanted and how high, by whom and when what is entered now was measured (`measuring`).',
  args: s.object({
    name: s.name().min(1),
    units: s.units().default(undefined),
    secondUnits: s.units().nullable().default(undefined),
    ground: s.mm(),
    heightLimit: s.mm().nullable(),
    areaLimit: s.number().max(1e12).nullable(),
    nudge: s.mm(),
    leastFall: s.number().min(0).max(1),
    guardLimits: s.object({ drop: s.mm(), height: s.mm() }).noUnknown(true).default(undefined),
    drawnAs: s.oneOf(['existing', 'new'] as const),
    fallsAs: s.oneOf(fallForms),
    measuring: s.object({ by: s.name(), on: s.name() }).noUnknown(true).default(undefined),
    openingLimits: s
      .object({
        escapeArea: s.number().max(1e12),
        ...{ escapeWidth: s.mm(), escapeHeight: s.mm(), escapeSill: s.mm(), step: s.mm(), inwards: s.flag() }
      })
      .noUnknown(true)
      .default(undefined),
    stairLimits: s
      .object({ stair: stairRules(), spiral: stairRules(), ladder: stairRules() })
      .noUnknown(true)
      .default(undefined)
  }),
  example: { name: 'Gannet House', units: { system: 'mm', fineness: 1 }, ground: -360, heightLimit: 8200 },
  run: (project, args) => {
    const old = settingsOf(project);
    if (args.heightLimit !== undefined && args.heightLimit !== null)
      needPositive(project, 'height limit', 'the project', args.heightLimit);
    if (args.nudge !== undefined) needPositive(project, 'nudge step', 'the project', args.nudge);
    if (args.areaLimit !== undefined && args.areaLimit !== null && args.areaLimit <= 0)
      refuse(project, 'area.not-positive', {
        texts: { area: formatArea(args.areaLimit, old.units) }
      });
    for (const [name, value] of Object.entries({ ...args.openingLimits, ...args.guardLimits }))
      if (typeof value === 'number')
        needPositive(project, limitWords[name as keyof typeof limitWords], 'the project', value);
    const stairLimits = merge(old.stairLimits, args.stairLimits ?? {}) as StairLimitSets;
    for (const rules of Object.values(stairLimits) as StairRules[]) checkRules(project, rules);
    return done(project, 'Change the project', [
      {
        ...old,
        name: args.name ?? old.name,
        units: (args.units as LengthUnits | undefined) ?? old.units,
        ground: args.ground === undefined ? old.ground : toStored(args.ground),
        secondUnits:
          args.secondUnits === undefined ? old.secondUnits : (args.secondUnits as LengthUnits | null),
        heightLimit: args.heightLimit === undefined ? old.heightLimit : args.heightLimit,
        areaLimit: args.areaLimit === undefined ? old.areaLimit : args.areaLimit,
        openingLimits: merge(old.openingLimits, args.openingLimits ?? {}) as OpeningLimits,
        stairLimits,
        nudge: args.nudge === undefined ? old.nudge : toStored(args.nudge),
        leastFall: args.leastFall ?? old.leastFall,
        guardLimits: merge(old.guardLimits, args.guardLimits ?? {}) as GuardLimits,
        drawnAs: args.drawnAs ?? old.drawnAs,
        fallsAs: args.fallsAs ?? old.fallsAs,
        measuring: { by: args.measuring?.by ?? old.measuring.by, on: args.measuring?.on ?? old.measuring.on }
      }
    ]);
  }
});
