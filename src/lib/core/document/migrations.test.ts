import { usualFall, usualGuards, usualStairs } from '../kinds/project/record';
import { plainSlab } from '../kinds/slab/record';
import { asRoof, plainEnds } from '../kinds/roof/record';
import { expect, it } from 'vitest';
import { strToU8, zipSync } from 'fflate';
import { readProject } from '../exchange/archive';
import { migrate } from './migrations';
import { allRecords } from './project';
import { newProject } from '../kinds/new-project';
import { projectOf } from '../kinds/project-of';
import { act, twoRooms } from '../testing/house';
import type { Project } from './kind';
import type { Rec } from './record';

/** A file as version 1 wrote it: without what came later. */
function asVersion1(records: readonly Rec[]): Uint8Array {
  const later = new Set([
    'secondUnits',
    'areaLimit',
    'conductivity',
    'density',
    'texture',
    'unitLength',
    'unitHeight',
    'fireRating',
    'soundRating',
    'settingOutOffset',
    'returnEnds',
    'returnJambs',
    'coversFloor',
    'endCut'
  ]);
  const old = records.map((record) =>
    Object.fromEntries(Object.entries(record).filter(([key]) => !later.has(key)))
  );
  return zipSync({
    'project.json': strToU8(JSON.stringify({ application: 'cliffstead', schemaVersion: 1, records: old }))
  });
}

it('a file of version 1 opens, with what it was silent about filled in', () => {
  const result = readProject('old.cliffstead', asVersion1(allRecords(newProject('Old house'))));
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.project.tables.project.get('project')).toMatchObject({
    name: 'Old house',
    secondUnits: null,
    areaLimit: null
  });
  expect(result.project.tables.material.get('stone')).toMatchObject({ texture: 'plain', density: 1000 });
  expect(result.project.tables.buildUp.get('partition')).toMatchObject({ fireRating: '' });
});

it('what is not a list of records is left for the validator', () => {
  expect(migrate('nothing', 1)).toBe('nothing');
  expect(migrate([null], 1)).toEqual([{}]);
});

it('a record that has a field already keeps it', () => {
  expect(migrate([{ kind: 'wall', returnEnds: true }], 1)).toEqual([
    {
      kind: 'wall',
      settingOutOffset: 0,
      returnEnds: true,
      returnJambs: false,
      endCut: 0,
      coversFloor: false,
      throughRoofs: false,
      on: null,
      certainty: 'measured'
    }
  ]);
});

it('version 4: kinds, profiles, layers and findings by their new names; materials and a GUID that stays', () => {
  const house = [
    { kind: 'project', id: 'project', name: 'Old' },
    { kind: 'material', id: 'brick' },
    { kind: 'material', id: 'slate' },
    { kind: 'sheet', id: 'sheet-1', fade: 0.5 },
    { kind: 'putOff', id: 'put-1', finding: 'standing.overlap column-1 chimney-1', reason: 'agreed' },
    { kind: 'column', id: 'column-1', section: { kind: 'round', width: 200 } },
    { kind: 'layer', id: 'layer-1', holds: { by: 'kind', what: 'sheet' } },
    { kind: 'slab', id: 'slab-1' },
    { kind: 'roof', id: 'roof-1' },
    { kind: 'chimney', id: 'chimney-1' }
  ];
  const now = migrate(house, 4) as { kind: string; guid?: string }[];
  expect(now.slice(3)).toEqual([
    {
      ...{
        kind: 'tracingSheet',
        id: 'sheet-1',
        fade: 0.5,
        page: 1,
        stretch: 1,
        rectangle: null,
        lengths: [],
        shown: true
      },
      ...{ greys: false, clearPaper: false, order: 0, crop: null, hidden: [] }
    },
    { kind: 'deferral', id: 'put-1', finding: 'item.overlap column-1 chimney-1', reason: 'agreed' },
    { kind: 'column', id: 'column-1', profile: { kind: 'round', width: 200 } },
    { kind: 'layer', id: 'layer-1', holds: { by: 'kind', what: 'tracingSheet' } },
    // The house has no concrete and no stone: its first material is what these have to be of.
    { kind: 'slab', id: 'slab-1', material: 'brick', ...plainSlab },
    { kind: 'roof', id: 'roof-1', material: 'slate', sides: null, ...plainEnds },
    { kind: 'chimney', id: 'chimney-1', capMaterial: 'brick', hearthMaterial: 'brick' }
  ]);
  expect(now[0]!.guid).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/);
  expect(migrate(house, 4)).toEqual(now);
  // A row of a journal: some records, beside a house that is up to date.
  expect(migrate([{ kind: 'slab', id: 'slab-2' }], 4, now)).toEqual([
    { kind: 'slab', id: 'slab-2', material: 'brick', ...plainSlab }
  ]);
});

it('version 5: openings of older houses have no marks until something of the house is changed', () => {
  const house = twoRooms();
  const old = allRecords(house).map((one) => {
    if (one.kind !== 'opening') return one;
    return Object.fromEntries(Object.entries(one).filter(([field]) => field !== 'mark'));
  });
  const project = projectOf(migrate(old, 5) as Rec[]);
  const marks = (of: Project) => [...of.tables.opening.values()].map(({ mark }) => mark);
  expect(new Set(marks(project))).toEqual(new Set(['']));
  expect(marks(act(project, 'setProject', { name: 'Later' }))).toEqual(marks(house));
});
it('roof edges of before were as their roof, windows stayed in their wall, doors opened as they liked', () => {
  const now = migrate(
    [
      { kind: 'project', openingLimits: { step: 30 } },
      { kind: 'roof', edges: [{ wall: 'wall-1', kind: 'gable' }] },
      { kind: 'opening', id: 'opening-1' },
      { kind: 'catalogueEntry', id: 'entry-1' }
    ],
    7
  );
  expect(now).toEqual([
    {
      kind: 'project',
      openingLimits: { step: 30, inwards: false },
      fallsAs: 'percent',
      drawnAs: 'new',
      stairLimits: usualStairs,
      guardLimits: usualGuards,
      leastFall: usualFall,
      measuring: { by: '', on: '' }
    },
    {
      kind: 'roof',
      edges: [{ wall: 'wall-1', kind: 'gable', ...asRoof }],
      sides: null,
      ...plainEnds
    },
    { kind: 'opening', id: 'opening-1', mirrored: false, floor: null },
    {
      ...{ kind: 'catalogueEntry', id: 'entry-1', corner: { width: 0, lights: ['fixed'] } },
      bay: { depth: 0, splay: 0, boards: 0, sides: 'fixed' },
      thresholdShape: 'level'
    }
  ]);
});

it('version 9: roofs ended plumb without boards and over outer faces, thresholds were level, nothing was wasted', () => {
  const edge = { kind: 'eave', pitch: null, overhang: 300, plateLevel: null, second: null };
  const now = migrate(
    [
      {
        kind: 'roof',
        edges: [{ wall: 'wall-1', ...edge }],
        sides: [{ wall: 'wall-2', line: null, ...edge }]
      },
      { kind: 'material', id: 'slate' },
      { kind: 'catalogueEntry', id: 'entry-1' }
    ],
    9
  );
  const unsaid = { fascia: null, soffit: null, seat: null };
  expect(now).toEqual([
    {
      ...{ kind: 'roof', ...plainEnds, edges: [{ wall: 'wall-1', ...edge, ...unsaid }] },
      sides: [{ wall: 'wall-2', inner: false, line: null, ...edge, ...unsaid }]
    },
    { kind: 'material', id: 'slate', waste: 0 },
    { kind: 'catalogueEntry', id: 'entry-1', thresholdShape: 'level' }
  ]);
});

it('versions 16 and 17: by whom and when pieces of a survey run were measured was not said, nor their trim', () => {
  const piece = { kind: 'wall', length: 1300 };
  const now = migrate([{ kind: 'surveyRun', pieces: [piece] }, { kind: 'project' }], 16);
  expect(now).toEqual([
    { kind: 'surveyRun', thickness: null, pieces: [{ ...piece, by: '', on: '', trim: 0 }] },
    { kind: 'project', measuring: { by: '', on: '' } }
  ]);
});

it('version 18: no opening was measured over a floor, and no end of a stair kept to one', () => {
  expect(
    migrate(
      [
        { kind: 'opening', sill: 900 },
        { kind: 'stair', base: 20, top: 0 }
      ],
      18
    )
  ).toEqual([
    { kind: 'opening', sill: 900, floor: null },
    { kind: 'stair', base: 20, top: 0, footFloor: null, headFloor: null }
  ]);
});
