/** Whether a survey run adds up, and what may have gone wrong where it does not. */
import type { Project } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { thicknessOf } from '../../kernels/joints/frame';
import {
  causesOf,
  closingError,
  type CauseLine,
  type RunMeasured,
  type SlipCause
} from '../../kernels/survey/causes';
import { formatLengthWithUnit, inch, type LengthUnits } from '../../units/length';
import { wallsOf } from '../wall/record';
import type { SurveyRun } from './record';

/** A run as causes are sought in it; undefined where it has no overall length. */
export function measuredOf(project: Project, run: SurveyRun): RunMeasured | undefined {
  if (run.overall === null || run.pieces.length === 0) return undefined;
  const { units } = settingsOf(project);
  const known = wallsOf(project, run.storey).flatMap(({ buildUp }) => {
    const found = project.tables.buildUp.get(buildUp);
    return found ? [thicknessOf(found)] : [];
  });
  const named = run.thickness === null ? known : [run.thickness, ...known];
  const thicknesses = named.length > 0 ? named : [...project.tables.buildUp.values()].map(thicknessOf);
  const inches = units.system === 'ft';
  return {
    pieces: run.pieces,
    overall: run.overall,
    tape: run.tape,
    fineness: inches ? inch / 8 : 1,
    inches,
    thicknesses: [...new Set(thicknesses.map((one) => Math.round(one * 10) / 10))].slice(0, 12)
  };
}

export const slipWords: Readonly<Record<SlipCause, string>> = {
  leftOut: 'a piece is left out',
  off: 'a round figure off',
  swap: 'two digits swapped',
  fraction: 'a fraction misread',
  thickness: 'a wall thickness left out or counted twice',
  face: 'a face taken for a centre',
  unit: 'the wrong unit',
  twice: 'a piece written twice'
};

/** `swapped digits in piece 2 or 4: 180 less, 68 %`. */
export function lineWords({ cause, change, pieces, share }: CauseLine, units: LengthUnits): string {
  const which = pieces.length === 0 ? '' : ` in piece ${pieces.map((i) => i + 1).join(' or ')}`;
  const size = formatLengthWithUnit(Math.abs(change), units);
  return `${slipWords[cause]}${which}: ${size} ${change > 0 ? 'more' : 'less'}, ${Math.round(100 * share)} %`;
}

/** The error of a run with what may have caused it. */
export function closingOfRun(project: Project, run: SurveyRun) {
  const measured = measuredOf(project, run);
  if (!measured) return undefined;
  return { measured, error: closingError(measured), ...causesOf(measured) };
}
