/**
 * The plan of a storey as a drawing: what is cut, what lies over it, its dimensions. Screen, SVG and whatever else prints it
 * ask this one function. Each list stays the same object while nothing that it shows changes.
 */
import type { DimensionString, Mark } from '../display/marks';
import { fallMarks, markedSlabs } from '../kinds/slab/plan';
import { stairMarks, stairWords } from '../kinds/stair/plan';
import { allCuts } from '../document/cuts';
import type { Cut } from '../kernels/solids/cut';
import { indexedRoofs } from '../kinds/roof/stages';
import { dimensionMark } from '../display/dimension';
import type { Query, WorkStage } from '../document/kind';
import { sameValue } from '../document/patch';
import { declarationsOf, settingsOf } from '../document/project';
import { pairKey, partsOfKey, result, stage, stageWithMemory, table } from '../document/stage';
import { storeyModels } from '../kinds/storey/model';
import { buildings } from '../kinds/wall/stages';
import { StringMemory, dimensionStrings } from './dimensions';
import { worksOf } from '../document/work';
import { byWork } from './by-work';
import { atScale } from './poche';
import { placeStairWords } from './stair-words';
import { aroundIn } from './obstacles';
import { placeTags, smallestTagged, type TagMemory } from './tags';
import { freeSizes } from './free-sizes';
import { pitchesOn, valueMarks } from './roof-values';
import { drawNotes, placedStrings, type PlacedString } from './placed';

/** How it is drawn. */
export interface PlanLook {
  /** Model mm to a mm of paper, 75 for 1:75. */
  readonly paper: number;
  /** How deep the strings of a side may be, mm of paper; as deep as they get, where nothing is said. */
  readonly room?: number;
  /** What is worked on, and so shown with all its lines: of roofs only their eaves are else, of footings nothing. */
  readonly at?: WorkStage;
}

export interface PlanDrawing {
  /** What is cut or seen below the cut, one list for each thing or so. */
  readonly things: readonly (readonly Mark[])[];
  /** Lines over everything, as of roofs. */
  readonly over: readonly (readonly Mark[])[];
  readonly dimensions: readonly Mark[];
  /** Marks of doors and windows; where roofs show all their lines, pitches of these instead. */
  readonly tags: readonly Mark[];
}

/** A storey at a scale, as the key of a stage. */
export const lookKey = (storey: string, { paper, room = Infinity }: PlanLook) =>
  pairKey(`${paper} ${room}`, storey);
const storeyOf = (key: string) => partsOfKey(key)[1];
const looksOf = (key: string) => {
  const [paper, room] = partsOfKey(key)[0].split(' ').map(Number);
  return { paper: paper!, room: room! };
};
const paperOf = (key: string) => looksOf(key).paper;

const none: readonly never[] = [];

const units = ({ project }: Query) => settingsOf(project).units;
const secondUnits = ({ project }: Query) => settingsOf(project).secondUnits;

/** All that what was placed by hand is read from. */
const placedFrom = {
  ...{ dimension: table('dimension'), wall: table('wall'), opening: table('opening') },
  ...{ buildUp: table('buildUp'), storey: table('storey') },
  ...{ slab: table('slab'), footing: table('footing') }
} as const;

/** The strings placed by hand as they measure, their sizes not yet where they can be read; by `lookKey`. */
const chainsByHand = stage(
  'chains by hand',
  {
    ...placedFrom,
    ...{ units, secondUnits }
  },
  ({ units: first, secondUnits: second, ...tables }, key): readonly PlacedString[] =>
    tables.dimension.size === 0
      ? []
      : placedStrings({ tables }, storeyOf(key), { units: first, secondUnits: second }, paperOf(key))
);

/** Columns, chimneys and the like that a storey shows. */
const cutsOn = (query: Query, storey: string): Cut[] => {
  const { datum = 0, height = 0 } = query.project.tables.storey.get(storey) ?? {};
  return query.get(allCuts, '').filter(({ z0, z1 }) => z0 < datum + height && z1 > datum);
};

/** The automatic strings, by `lookKey`. */
export const automaticStrings = stageWithMemory(
  'automatic strings',
  {
    model: result(storeyModels, storeyOf),
    surrounds: result(buildings, storeyOf),
    roofs: (query, key) => indexedRoofs(query, storeyOf(key)),
    standing: (query, key) => cutsOn(query, storeyOf(key)),
    paved: (query, key) => markedSlabs(query, storeyOf(key)),
    ...{ byHand: result(chainsByHand), units, secondUnits }
  },
  () => new StringMemory(),
  (
    { model, surrounds, roofs, standing, paved, byHand, ...units },
    key,
    memory
  ): readonly DimensionString[] =>
    model
      ? dimensionStrings(
          model,
          surrounds,
          units,
          {
            ...looksOf(key),
            clear: [
              ...roofs.flatMap(({ planes }) => planes.map(({ ring }) => ring)),
              ...standing.map(({ ring }) => ring),
              ...paved
            ]
          },
          byHand,
          memory
        )
      : []
);

/** All that a plan shows but what lies over it, by storey: gathered once, for the drawing and for what is placed in it. */
const thingsOn = stage(
  'things of a plan',
  {
    lists: (query, storey) => declarationsOf(query.project).flatMap(({ plan }) => plan?.(query, storey) ?? [])
  },
  ({ lists }) => lists
);

/** Automatic strings as marks, each kept as long as its string. */
const automaticMarks = stageWithMemory(
  'marks of automatic strings',
  { automatic: result(automaticStrings) },
  () => new WeakMap<DimensionString, Mark>(),
  ({ automatic }, _, known): readonly Mark[] =>
    automatic.map((string) => {
      const mark = known.get(string) ?? dimensionMark(string);
      known.set(string, mark);
      return mark;
    })
);

/** Angles and notes placed by hand. */
const notesByHand = stage('angles and notes by hand', placedFrom, (tables, key): readonly Mark[] =>
  drawNotes({ tables }, storeyOf(key), paperOf(key))
);

/** The strings placed by hand, their sizes where they can be read; by `lookKey`. */
export const stringsByHand = stage(
  'strings by hand',
  {
    chains: result(chainsByHand),
    drawn: (query, key) =>
      query.get(chainsByHand, key).length === 0
        ? none
        : [...query.get(automaticMarks, key), ...query.get(notesByHand, key)],
    things: (query, key) =>
      query.get(chainsByHand, key).length === 0 ? none : query.get(thingsOn, storeyOf(key))
  },
  ({ chains, drawn, things }, key): readonly PlacedString[] => freeSizes(chains, things, drawn, paperOf(key))
);

const dimensionMarks = stage(
  'marks of dimensions',
  {
    ...{ automatic: result(automaticMarks), byHand: result(stringsByHand) },
    notes: result(notesByHand)
  },
  ({ automatic, byHand, notes }): readonly Mark[] => [
    ...automatic,
    ...byHand.map((string) => dimensionMark(string, string.dimension)),
    ...notes
  ]
);

/** What is written on slabs and stairs. */
const onFloors = stage(
  'texts on floors',
  {
    falls: (query, key) => fallMarks(query, storeyOf(key), paperOf(key)),
    stairs: (query, key) => stairMarks(query, storeyOf(key), paperOf(key))
  },
  ({ falls, stairs }) => [...falls, ...stairs]
);

/** What things and dimensions take of a plan, for texts that look for a place; by `lookKey`. */
const takenIn = stage(
  'what a plan takes',
  { things: result(thingsOn, storeyOf), drawn: result(dimensionMarks) },
  ({ things, drawn }, key) => aroundIn(things, drawn, paperOf(key))
);

const written = (texts: readonly Mark[], key: string) =>
  texts.length > 0 ? [aroundIn([], texts, paperOf(key))] : [];

/** What the steps of stairs are, where it is written: the same marks as long as it is written there; by `lookKey`. */
const placedWords = stage(
  'words by stairs',
  {
    texts: result(onFloors),
    words: (query, key) => stairWords(query, storeyOf(key), paperOf(key)),
    taken: (query, key) =>
      stairWords(query, storeyOf(key), paperOf(key)).length > 0 ? query.get(takenIn, key) : undefined
  },
  ({ texts, words, taken }, key): readonly Mark[] =>
    !taken ? none : placeStairWords(words, [taken, ...written(texts, key)], paperOf(key)),
  sameValue
);

const textsOnFloors = stage(
  'texts on floors and by stairs',
  { texts: result(onFloors), words: result(placedWords) },
  ({ texts, words }): readonly Mark[] => (words.length === 0 ? texts : [...texts, ...words])
);

const hasTags = ({ project }: Query, key: string) =>
  project.tables.opening.size > 0 && paperOf(key) <= smallestTagged;

const tags = stageWithMemory(
  'marks of openings',
  {
    model: result(storeyModels, storeyOf),
    taken: (query, key) => (hasTags(query, key) ? query.get(takenIn, key) : undefined),
    texts: result(textsOnFloors)
  },
  (): TagMemory => new Map(),
  ({ model, taken, texts }, key, memory): readonly Mark[] => {
    if (!model || !taken) return none;
    return placeTags(model, [taken, ...written(texts, key)], paperOf(key), memory);
  }
);

const pitchMarks = stage(
  'marks of pitches',
  { values: (query, key) => pitchesOn(query, storeyOf(key), paperOf(key)) },
  ({ values }, key): readonly Mark[] => valueMarks(values, paperOf(key))
);

const tagsAndFalls = stage(
  'marks of openings and falls',
  { tags: result(tags), falls: result(textsOnFloors) },
  ({ tags, falls }): readonly Mark[] => (falls.length === 0 ? tags : [...tags, ...falls])
);

/** What lies over the plan of a storey, one list for each thing. */
export const overPlan = (query: Query, storey: string, { at, paper }: PlanLook): (readonly Mark[])[] =>
  declarationsOf(query.project).flatMap(({ planOver }) => planOver?.(query, storey, at ?? null, paper) ?? []);

/** The plan of a storey; empty where there is no such storey. */
export function planDrawing(query: Query, storey: string, look: PlanLook): PlanDrawing {
  if (!query.project.tables.storey.has(storey)) return { things: [], over: [], dimensions: [], tags: [] };
  const works = query.get(worksOf, '');
  return {
    things: query.get(thingsOn, storey).map((marks) => byWork(atScale(marks, look.paper), works)),
    over: overPlan(query, storey, look).map((marks) => byWork(marks, works)),
    dimensions: query.get(dimensionMarks, lookKey(storey, look)),
    // Where one works on roofs, their lines go everywhere.
    tags: query.get(look.at === 'roof' ? pitchMarks : tagsAndFalls, lookKey(storey, look))
  };
}
