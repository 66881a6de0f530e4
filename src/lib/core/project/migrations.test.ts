import { expect, it } from 'vitest';
import { strToU8, zipSync } from 'fflate';
import { readProject } from '../exchange/archive';
import { migrate } from './migrations';
import { allRecords, newProject } from './project';
import type { Rec } from './records';

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
    'returnJambs'
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
    { kind: 'wall', settingOutOffset: 0, returnEnds: true, returnJambs: false, certainty: 'measured' }
  ]);
});
