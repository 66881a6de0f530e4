/** The record of a project: what is stored of it, and what the reader lets in. */
import type { Work } from '../../document/work';
import { fallForms, type FallForm } from '../../units/fall';
import { boolean, number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';
import type { LengthUnits } from '../../units/length';

/** Of projects that nobody named: scripts and tests that are never kept. */
export const namelessGuid = '00000000-0000-4000-8000-000000000000';

/** Lines of a module both ways through its origin, turned by an angle. */
export interface PlanningGrid {
  readonly module: number;
  readonly origin: Point;
  readonly angle: number;
  readonly shown: boolean;
}

/**
 * What the review measures openings by: the least clear area (mm2), width and height of a way out through a window and
 * the highest its sill may be; how far a threshold may lie above or below the floor; whether doors of rooms with a way out are to open into them.
 */
export interface OpeningLimits {
  readonly escapeArea: number;
  readonly escapeWidth: number;
  readonly escapeHeight: number;
  readonly escapeSill: number;
  readonly step: number;
  readonly inwards: boolean;
}

/** Section R310 of the International Residential Code; a step of 20 mm is a usual limit for a way without barriers. */
export const usualLimits: OpeningLimits = {
  ...{ escapeArea: 0.53e6, escapeWidth: 508, escapeHeight: 610, escapeSill: 1118, step: 20, inwards: false }
};

/**
 * What steps of stairs may be: the highest riser, the least going, two risers and a going from and to (0: of no account),
 * headroom, width, the narrow end of winders.
 */
export interface StairRules {
  readonly riser: number;
  readonly going: number;
  readonly strideLeast: number;
  readonly strideMost: number;
  readonly headroom: number;
  readonly width: number;
  readonly narrow: number;
}

export interface StairLimitSets {
  readonly stair: StairRules;
  readonly spiral: StairRules;
  readonly ladder: StairRules;
}

/** Section R311.7 of the International Residential Code, as usual values; the stride is a rule of the trade. */
export const usualStairs: StairLimitSets = {
  stair: {
    ...{ riser: 196, going: 254, strideLeast: 600, strideMost: 640, headroom: 2032, width: 860, narrow: 152 }
  },
  spiral: { riser: 241, going: 171, strideLeast: 0, strideMost: 0, headroom: 1982, width: 660, narrow: 0 },
  ladder: { riser: 241, going: 127, strideLeast: 0, strideMost: 0, headroom: 2032, width: 508, narrow: 0 }
};

/** A guard is wanted where one could fall by more than `drop`, as high as `height` above the floor. */
export interface GuardLimits {
  readonly drop: number;
  readonly height: number;
}

export const usualGuards: GuardLimits = { drop: 762, height: 914 };

export const usualFall = 0.02;

/**
 * The one record of kind `project`, id `project`. `guid`: names this project among all, from its making on. `ground`: outside level against project zero. `secondUnits`: shown
 * beside the first. `heightLimit`: above the ground, mm; `areaLimit`: all storeys' outlines together, mm2. `nudge`: step
 * of the arrow keys, mm.
 */
export interface Settings {
  readonly id: string;
  readonly kind: 'project';
  readonly guid: string;
  readonly name: string;
  readonly units: LengthUnits;
  readonly ground: number;
  readonly heightLimit: number | null;
  readonly secondUnits: LengthUnits | null;
  readonly areaLimit: number | null;
  readonly nudge: number;
  readonly grid: PlanningGrid | null;
  readonly openingLimits: OpeningLimits;
  readonly stairLimits: StairLimitSets;
  /** How much floors beside the house are to fall away from it, for each mm of plan. */
  readonly leastFall: number;
  readonly guardLimits: GuardLimits;
  /** How slopes of floors are told. */
  readonly fallsAs: FallForm;
  /** The stage of work of what is drawn. */
  readonly drawnAs: Exclude<Work, 'removed'>;
  /** By whom and when what is entered now was measured, as the person says. */
  readonly measuring: { readonly by: string; readonly on: string };
}

const rules = () =>
  object({
    riser: f.size(),
    going: f.size(),
    strideLeast: number().min(0).max(f.most).required(),
    strideMost: number().min(0).max(f.most).required(),
    headroom: f.size(),
    width: f.size(),
    narrow: number().min(0).max(f.most).required()
  }).required();

/** What a project may be in a file, besides its id and kind. */
export const schema = object({
  guid: f.guid(),
  name: f.text(),
  units: f.units().required(),
  ground: f.mm(),
  heightLimit: number().nullable().defined(),
  secondUnits: f.units().nullable().defined().default(undefined),
  areaLimit: number().nullable().defined(),
  nudge: f.size(),
  openingLimits: object({
    escapeArea: number().positive().max(1e12).required(),
    escapeWidth: f.size(),
    escapeHeight: f.size(),
    escapeSill: f.size(),
    step: f.size(),
    inwards: boolean().required()
  }).required(),
  stairLimits: object({ stair: rules(), spiral: rules(), ladder: rules() }).required(),
  leastFall: number().min(0).max(1).required(),
  guardLimits: object({ drop: f.size(), height: f.size() }).required(),
  fallsAs: f.choice(fallForms),
  drawnAs: f.choice(['existing', 'new']),
  measuring: object({ by: f.text(), on: f.text() }).required(),
  grid: object({
    module: f.size(),
    origin: f.point(),
    angle: number().required(),
    shown: boolean().required()
  })
    .nullable()
    .defined()
    .default(undefined)
});

declare module '../../document/record' {
  interface Records {
    project: Settings;
  }
}
