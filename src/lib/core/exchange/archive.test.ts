import { asRoof } from '../kinds/roof/record';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { perform } from '../commands/register';
import { runScript, type Script } from '../commands/script';
import { allRecords, settingsOf } from '../document/project';
import { copyOfProject, newProject } from '../kinds/new-project';
import { projectOf } from '../kinds/project-of';
import { schemaVersion, type Rec } from '../document/record';
import type { Project } from '../document/kind';
import { applyPatch } from '../document/patch';
import { anyEditArb, editsArb, furnished, playEdits } from '../testing/edits';
import { readProject, writeProject } from './archive';
import { fileLimits, fitTogether } from './blobs';

const none = new Map<string, Uint8Array>();
const demo = () => {
  const result = runScript(JSON.parse(readFileSync('examples/gannet-house.json', 'utf8')) as Script);
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const zipOf = (data: unknown, more: Record<string, Uint8Array> = {}) =>
  zipSync({ 'project.json': strToU8(typeof data === 'string' ? data : JSON.stringify(data)), ...more });
const fileOf = (records: unknown, version: unknown = schemaVersion) =>
  zipOf({ application: 'cliffstead', schemaVersion: version, records });
const refusal = (bytes: Uint8Array) => {
  const result = readProject('some.cliffstead', bytes);
  if (result.ok) throw new Error('was read');
  expect(result.problem.message).toContain('some.cliffstead');
  return `${result.problem.code}: ${result.problem.message}`;
};

describe('the project file', () => {
  it('load of save is the identity, after any session of any commands, whatever is no longer there', () => {
    const readsBack = (project: Project) => {
      const result = readProject('x', writeProject(project, none));
      if (!result.ok) throw new Error(result.problem.message);
      expect(allRecords(result.project)).toEqual(allRecords(project));
    };
    const start = furnished();
    const { material, buildUp, preset } = start.tables;
    const catalogue = [...preset.keys(), ...buildUp.keys(), ...material.keys()];
    fc.assert(
      fc.property(
        fc.array(anyEditArb, { minLength: 10, maxLength: 30 }),
        fc.subarray(catalogue),
        (edits, gone) => {
          const bare = gone.reduce((project, id) => {
            const result = perform(project, { name: 'deleteItems', args: { ids: [id] } });
            return result.ok ? applyPatch(project, result.patch) : project;
          }, start);
          readsBack(playEdits(edits, () => undefined, bare));
        }
      ),
      { numRuns: 30 }
    );
  });
  it('a number that is not finite, and a second project record, are refused on reading', () => {
    const text = JSON.stringify({ application: 'cliffstead', schemaVersion, records: allRecords(demo()) });
    const angle = /"angle":[-0-9.e]+/;
    expect(text).toMatch(angle);
    expect(refusal(zipOf(text.replace(angle, '"angle":1e999')))).toMatch(/angle must be a finite number/);
    const settings = settingsOf(demo());
    const two = [...allRecords(demo()), { ...settings, id: 'project-2' }];
    expect(refusal(fileOf(two, schemaVersion))).toMatch(/settings of more than one project/);
    const endless = { name: 'setGrid', args: { angle: Infinity } };
    expect(perform(demo(), endless)).toMatchObject({ ok: false });
  });
  it('load of save is the identity, ids that are gone included', () => {
    fc.assert(
      fc.property(editsArb(10), (edits) => {
        const project = playEdits(edits, () => undefined);
        const result = readProject('x', writeProject(project, none));
        if (!result.ok) throw new Error(result.problem.message);
        expect(allRecords(result.project)).toEqual(allRecords(project));
        expect(result.project.lastIds).toEqual(project.lastIds);
      }),
      { numRuns: 30 }
    );
  });
  it('a project keeps its GUID through files; an explicit copy has its own, and the rest alike', () => {
    const [first, second] = [1, 2].map((n) => `3f0c2a18-5b1e-4c63-9d0a-6c3f4f1b2a7${n}`);
    const made = newProject('Gull Cottage', undefined, first);
    const read = readProject('x', writeProject(made, none));
    if (!read.ok) throw new Error(read.problem.message);
    expect(settingsOf(read.project).guid).toBe(first);
    const copy = copyOfProject(read.project, second!);
    expect(settingsOf(copy)).toEqual({ ...settingsOf(made), guid: second, name: 'Gull Cottage, copy' });
    expect(allRecords(copy).slice(1)).toEqual(allRecords(made).slice(1));
  });
  it('sheets that would make a file that cannot be read again do not fit', () => {
    const sheet = (mime: 'image/png' | 'image/vnd.dxf', mb: number) => ({ mime, size: mb * 2 ** 20 });
    expect(fitTogether([sheet('image/png', 50)])).toBe(true);
    expect(fitTogether([sheet('image/png', 50), sheet('image/png', 10)])).toBe(false);
    expect(fitTogether([sheet('image/png', 30), sheet('image/vnd.dxf', 60)])).toBe(true);
    expect(fitTogether(Array.from({ length: 4 }, () => sheet('image/vnd.dxf', 60)))).toBe(false);
  });
  it('the same project gives the same bytes; only pictures in use go along', () => {
    const project = projectOf([
      ...allRecords(newProject()),
      {
        id: 'tracing-sheet-1',
        kind: 'tracingSheet',
        name: 'survey',
        storey: 'storey-1',
        blob: 'used',
        mime: 'image/png',
        widthPx: 10,
        heightPx: 10,
        origin: { x: 0, y: 0 },
        angle: 0,
        mmPerPixel: 1,
        fade: 0.5,
        locked: false,
        ...{
          page: 1,
          stretch: 1,
          rectangle: null,
          lengths: [],
          shown: true,
          greys: false,
          clearPaper: false
        },
        ...{ order: 1, crop: null, hidden: [] }
      }
    ]);
    const blobs = new Map([
      ['used', new Uint8Array([1, 2, 3])],
      ['left over', new Uint8Array([4])]
    ]);
    const bytes = writeProject(project, blobs);
    expect(writeProject(project, blobs)).toEqual(bytes);
    const result = readProject('x', bytes);
    expect(result.ok && [...result.blobs]).toEqual([['used', new Uint8Array([1, 2, 3])]]);
  });
  it.each([
    ['not a zip', strToU8('hello, this is text'), /file.foreign/],
    ['an empty file', new Uint8Array(), /file.foreign/],
    ['a zip of something else', zipSync({ 'letter.txt': strToU8('hi') }), /file.foreign/],
    ['another application', zipOf({ application: 'other', schemaVersion: 1 }), /file.foreign/],
    ['garbled json', zipOf('{ "application": '), /file.damaged.*cut short/],
    ['no version', zipOf({ application: 'cliffstead' }), /file.damaged.*does not say/],
    ['a newer version', fileOf([], 99), /file.newer.*form 99/],
    ['records that are no list', fileOf('nothing'), /file.record.*not a list/]
  ])('%s is refused', (_, bytes, message) => expect(refusal(bytes)).toMatch(message));
  it('truncated and overwritten files are damaged, wherever they are hit', () => {
    const good = writeProject(demo(), none);
    for (const share of [0.1, 0.5, 0.9, 0.99])
      expect(refusal(good.slice(0, Math.floor(good.length * share)))).toMatch(/file.(damaged|foreign)/);
  });
  it('a bomb is stopped while it unpacks', () => {
    const bomb = zipSync({ 'project.json': new Uint8Array(fileLimits.unpacked + 1024) });
    expect(bomb.length).toBeLessThan(2_000_000);
    expect(refusal(bomb)).toMatch(/file.too-large.*more than 256 MB/);
    expect(refusal(new Uint8Array(fileLimits.packed + 1))).toMatch(/file.too-large/);
    const many = Object.fromEntries(
      Array.from({ length: fileLimits.entries + 1 }, (_, i) => [`blobs/${i}`, new Uint8Array(1)])
    );
    expect(refusal(zipSync(many))).toMatch(/file.too-large/);
  });
});

describe('every record is checked at the door', () => {
  const records = () => structuredClone(allRecords(demo())) as unknown as Record<string, unknown>[];
  const change = (id: string, changes: Record<string, unknown>) =>
    fileOf(records().map((record) => (record.id === id ? { ...record, ...changes } : record)));
  it.each([
    ['north', { a: { x: 'left', y: 0 } }, /\(north\): a.x/],
    ['north', { top: { kind: 'sky' } }, /\(north\): top must be a height/],
    ['north', { buildUp: 'marble' }, /north names the build-up "marble", which is missing/],
    ['north', { storey: 'north' }, /north names the storey "north"/],
    ['north', { colour: 'red' }, /\(north\).*colour/],
    ['north', { settingOut: 'middle' }, /settingOut must be one of/],
    ['front-door', { width: -900 }, /\(front-door\): width must be a positive number/],
    ['front-door', { origin: { kind: 'face', wall: 'nowhere', side: 'left' } }, /wall "nowhere"/],
    ['front-door', { origin: { kind: 'face' } }, /origin must be the line/],
    ['ground-slab', { outline: { kind: 'drawn', points: [{ x: 0, y: 0 }] } }, /outline must name a face/],
    ['main-roof', { pitch: 3 }, /pitch must be less than/],
    [
      'main-roof',
      {
        edges: [{ wall: 'gone', kind: 'gable', ...asRoof }]
      },
      /wall "gone"/
    ],
    ['stone', { colour: 'grey' }, /colour must match/],
    ['storey-1', { height: 0 }, /height must be a positive/],
    ['project', { units: { system: 'ell', fineness: 1 } }, /units.system must be one of/]
  ])('%s with %o', (id, changes, message) => expect(refusal(change(id, changes))).toMatch(message));
  it('ids twice, no settings, no storey, no kind', () => {
    const all = records();
    expect(refusal(fileOf([...all, all.at(-1)]))).toMatch(/is used twice/);
    expect(refusal(fileOf(all.filter(({ id }) => id !== 'project')))).toMatch(
      /settings of the project are missing/
    );
    const bare = allRecords(newProject()).filter(({ kind }: Rec) => kind !== 'storey');
    expect(refusal(fileOf(bare))).toMatch(/has no storey/);
    expect(refusal(fileOf([{ id: 'x', kind: 'ghost' }]))).toMatch(/records\[0\] is of no known kind/);
    expect(refusal(fileOf([null]))).toMatch(/records\[0\]/);
  });
});
