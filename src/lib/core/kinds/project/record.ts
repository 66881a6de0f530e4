/** The record of a project: what is stored of it, and what the reader lets in. */
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
}

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
