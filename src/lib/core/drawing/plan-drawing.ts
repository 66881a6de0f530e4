/**
 * The plan of a storey as a drawing: what is cut, what lies over it, its dimensions. Screen, SVG and whatever else prints it
 * ask this one function. Each list stays the same object while nothing that it shows changes.
 */
import type { DimensionString, Mark } from '../display/marks';
import { dimensionMark } from '../display/dimension';
import type { Query } from '../document/kind';
import { declarationsOf, settingsOf } from '../document/project';
import { pairKey, partsOfKey, result, stage, table } from '../document/stage';
import { storeyModels } from '../kinds/storey/model';
import { outlineKey, outlines } from '../kinds/wall/stages';
import { dimensionStrings } from './dimensions';
import { drawPlaced, placedStrings, type PlacedString } from './placed';

/** How it is drawn. `paper`: model mm to a mm of paper, 75 for 1:75. */
export interface PlanLook {
  readonly paper: number;
}

export interface PlanDrawing {
  /** What is cut or seen below the cut, one list for each thing or so. */
  readonly things: readonly (readonly Mark[])[];
  /** Lines over everything, as of roofs. */
  readonly over: readonly (readonly Mark[])[];
  readonly dimensions: readonly Mark[];
}

/** A storey at a scale, as the key of a stage. */
export const lookKey = (storey: string, { paper }: PlanLook) => pairKey(String(paper), storey);
const storeyOf = (key: string) => partsOfKey(key)[1];
const paperOf = (key: string) => Number(partsOfKey(key)[0]);

const units = ({ project }: Query) => settingsOf(project).units;
const secondUnits = ({ project }: Query) => settingsOf(project).secondUnits;

/** The strings placed by hand, by `lookKey`. */
export const stringsByHand = stage(
  'strings by hand',
  {
    ...{ dimension: table('dimension'), wall: table('wall'), opening: table('opening') },
    ...{ buildUp: table('buildUp'), storey: table('storey'), units, secondUnits }
  },
  ({ units: first, secondUnits: second, ...tables }, key): readonly PlacedString[] =>
    tables.dimension.size === 0
      ? []
      : placedStrings({ tables }, storeyOf(key), { units: first, secondUnits: second }, paperOf(key))
);

/** The automatic strings, by `lookKey`. */
export const automaticStrings = stage(
  'automatic strings',
  {
    model: result(storeyModels, storeyOf),
    outline: result(outlines, (key) => outlineKey(storeyOf(key), 'outer')),
    ...{ byHand: result(stringsByHand), units, secondUnits }
  },
  ({ model, outline, byHand, units: first, secondUnits: second }, key): readonly DimensionString[] =>
    model ? dimensionStrings(model, outline, { units: first, secondUnits: second }, paperOf(key), byHand) : []
);

const dimensionMarks = stage(
  'marks of dimensions',
  {
    ...{ automatic: result(automaticStrings), byHand: result(stringsByHand) },
    ...{ dimension: table('dimension'), wall: table('wall'), opening: table('opening') },
    ...{ buildUp: table('buildUp'), storey: table('storey') }
  },
  ({ automatic, byHand, ...tables }, key): readonly Mark[] => [
    ...automatic.map((string) => dimensionMark(string)),
    ...drawPlaced({ tables }, storeyOf(key), byHand, paperOf(key))
  ]
);

/** The plan of a storey; empty where there is no such storey. */
export function planDrawing(query: Query, storey: string, look: PlanLook): PlanDrawing {
  if (!query.project.tables.storey.has(storey)) return { things: [], over: [], dimensions: [] };
  const kinds = declarationsOf(query.project);
  return {
    things: kinds.flatMap(({ plan }) => plan?.(query, storey) ?? []),
    over: kinds.flatMap(({ planOver }) => planOver?.(query, storey) ?? []),
    dimensions: query.get(dimensionMarks, lookKey(storey, look))
  };
}
