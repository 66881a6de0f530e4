/** The catalogue in a house: entries made, changed, used, and what is refused of them. */
import { describe, expect, it } from 'vitest';
import { writeProject } from '../../exchange/archive';
import { readCatalogue, writeCatalogue } from '../../exchange/catalogue-file';
import { readClip, writeClip } from '../../exchange/clip';
import { allRecords } from '../../document/project';
import { readRecords } from '../../document/read';
import { kinds } from '../register';
import { Model } from '../../model/graph';
import { openingRows } from '../opening/schedule';
import { act, refusal, twoRooms } from '../../testing/house';
import type { Project } from '../../document/kind';
import { entryOf, isUnlikeMirrored } from './filled';
import { mirrorIn } from '../../geometry/motion';
import { newProject } from '../new-project';
import { catalogueRows } from './schedule';

const door = { id: 'd', wall: 'south', filling: 'door', entry: 'doors-glazed', distance: 1000 };
const house = () => act(twoRooms(), 'addOpening', door);
const rowOf = (project: Project, id = 'd') =>
  openingRows(new Model().at(project)).find((row) => row.id === id)!;

describe('the catalogue', () => {
  it('gives a new opening its size, and says what fills it', () => {
    expect(rowOf(house())).toMatchObject({
      ...{ entry: 'doors-glazed', leaves: 2, width: 1790, height: 2110, depth: 95 },
      // Between frames of 60, less two leaves of 54.
      clearWidth: 1562
    });
    expect(Object.keys(rowOf(house()).parts)).toEqual([
      ...['lining', 'threshold', 'leaf', 'glass', 'handle', 'drip', 'casing']
    ]);
  });
  it('a change of an entry reaches all that is filled by it, and nothing else', () => {
    const before = act(house(), 'addOpening', {
      ...door,
      id: 'e',
      entry: null,
      distance: 6000,
      width: 900
    });
    const after = act(before, 'saveEntry', {
      id: 'doors-glazed',
      leaf: { thickness: 70 },
      form: 'sliding',
      leaves: 3
    });
    expect(rowOf(after)).toMatchObject({ leaves: 3, width: 1790 });
    expect(rowOf(after, 'e')).toEqual(rowOf(before, 'e'));
    // What was not said of its leaf holds.
    expect(after.tables.catalogueEntry.get('doors-glazed')!.leaf).toMatchObject({
      style: 'glazed',
      thickness: 70,
      stile: 95
    });
  });
  it('one is made like another, under a name of its own, and counted where it is used', () => {
    const made = act(house(), 'saveEntry', {
      id: 'own',
      like: 'doors-glazed',
      name: 'Garden doors',
      share: 0.4
    });
    const used = act(made, 'setOpening', { id: 'd', entry: 'own' });
    const rows = catalogueRows(new Model().at(used)).filter(({ usedBy }) => usedBy > 0);
    expect(rows).toEqual([
      expect.objectContaining({ id: 'own', name: 'Garden doors', form: 'pair', usedBy: 1 })
    ]);
  });
  it('an opening of another filling lets its entry go', () => {
    expect(
      act(house(), 'setOpening', { id: 'd', filling: 'window' }).tables.opening.get('d')!.entry
    ).toBeNull();
    expect(
      act(house(), 'setOpening', { id: 'd', filling: 'none' }).tables.opening.get('d')!.entry
    ).toBeNull();
  });
  it.each([
    ['saveEntry', { name: 'Panelled door' }, 'entry.taken'],
    ['saveEntry', { name: 'New', filling: 'window', form: 'garage' }, 'entry.form'],
    ['saveEntry', { id: 'doors-glazed', filling: 'window', form: 'sash' }, 'entry.filling'],
    ['saveEntry', { name: 'New', like: 'nowhere' }, 'record.missing'],
    ['saveEntry', { name: 'New', leaf: { thickness: 0 } }, 'args.invalid'],
    ['saveEntry', { name: 'New', filling: 'window', lights: [] }, 'args.invalid'],
    ['setOpening', { id: 'd', entry: 'window-sash' }, 'entry.unlike'],
    ['deleteItems', { ids: ['doors-glazed'] }, 'material.used']
  ])('%s of %j is refused: %s', (name, args, code) => {
    expect(refusal(house(), name, args)).toMatch(new RegExp(`^${code}: `));
  });
  it('comes along to another house with what is pasted there, once', () => {
    const own = act(
      act(house(), 'saveEntry', { id: 'own', like: 'doors-glazed', name: 'Garden doors' }),
      'setOpening',
      {
        ...{ id: 'd', entry: 'own' }
      }
    );
    const records = readClip(writeClip(new Model().at(own), ['south']));
    const paste = { storey: 'storey-1', records };
    const once = act(newProject('Other'), 'pasteItems', paste);
    const twice = act(once, 'pasteItems', { ...paste, by: { x: 0, y: 20_000 } });
    const entries = [...twice.tables.catalogueEntry.values()].filter(({ name }) => name === 'Garden doors');
    expect(entries).toHaveLength(1);
    expect([...twice.tables.opening.values()].map(({ entry }) => entry)).toEqual([
      entries[0]!.id,
      entries[0]!.id
    ]);
  });
});

describe('what an opening has otherwise than its entry', () => {
  const glass = (project: Project, id = 'd') => Object.keys(rowOf(project, id).parts).includes('glass');
  const flush = () => act(house(), 'setOpening', { id: 'd', overrides: { leaf: { style: 'flush' } } });

  it('is said, holds when the entry changes, and is of that opening alone', () => {
    const before = act(flush(), 'addOpening', { ...door, id: 'e', distance: 6200 });
    const after = act(before, 'saveEntry', { id: 'doors-glazed', leaf: { style: 'boarded', thickness: 60 } });
    expect(rowOf(after).overrides).toEqual({ leaf: { style: 'flush' } });
    expect([glass(before), glass(before, 'e'), glass(after), glass(after, 'e')]).toEqual([
      ...[false, true, false, false]
    ]);
    // What it does not have otherwise follows the entry: frames of 60, less two leaves of 60.
    expect(rowOf(after).clearWidth).toBe(1550);
  });
  it('is added to, given up as a whole, and goes with what filled it', () => {
    const more = act(flush(), 'setOpening', {
      id: 'd',
      overrides: { leaf: { thickness: 40 }, glazing: 'clear' }
    });
    expect(rowOf(more).overrides).toEqual({ leaf: { style: 'flush', thickness: 40 }, glazing: 'clear' });
    expect(rowOf(act(more, 'setOpening', { id: 'd', overrides: null })).overrides).toBeNull();
    expect(rowOf(act(more, 'setOpening', { id: 'd', entry: 'doors-folding' })).overrides).not.toBeNull();
    expect(rowOf(act(more, 'setOpening', { id: 'd', filling: 'window' })).overrides).toBeNull();
  });
  it('panes of no width are refused with the numbers', () => {
    const many = { id: 'window-two-lights', bars: { upright: 12 } };
    expect(refusal(house(), 'saveEntry', many).replace(/\s/g, ' ')).toMatch(
      /^entry.panes: In a width of 1 200 mm, frames of 60 mm, stiles of 55 mm and bars leave the panes of Two lights 10 mm; the least is 20 mm/
    );
    expect(refusal(house(), 'saveEntry', { ...many, bars: { upright: 3 } })).toBe('');
    expect(refusal(house(), 'saveEntry', { id: 'door-panelled', bars: { upright: 12 } })).toBe('');
    for (const { id } of newProject().tables.catalogueEntry.values())
      expect([id, refusal(newProject(), 'saveEntry', { id })]).toEqual([id, '']);
  });
  it('is refused where no entry could have it', () => {
    expect(refusal(house(), 'setOpening', { id: 'd', overrides: { name: 'x' } })).toMatch(/args.invalid/);
    expect(refusal(house(), 'setOpening', { id: 'd', overrides: { leaf: { stile: 0 } } })).toMatch(
      /overrides.leaf.stile must be greater/
    );
    const saved = allRecords(flush()).map((record) =>
      record.kind === 'opening' ? { ...record, overrides: { leaf: { colour: 'red' } } } : record
    );
    expect(readRecords(kinds, saved)).toMatchObject({ ok: false });
  });
  it('comes along when another is made like it; where that one is, stays', () => {
    const two = act(flush(), 'addOpening', { id: 'w', wall: 'north', filling: 'window', distance: 6000 });
    const like = act(two, 'setOpenings', { ids: ['w'], like: 'd', sill: 100 });
    const place = { wall: 'north', distance: 6000, to: 'near', sill: 100 };
    expect(like.tables.opening.get('w')).toMatchObject({
      ...place,
      ...{ filling: 'door', entry: 'doors-glazed', overrides: { leaf: { style: 'flush' } }, width: 1790 }
    });
  });
});

describe('a catalogue as a file', () => {
  const bytes = (text: string) => new TextEncoder().encode(text);
  const read = (text: string) => readCatalogue('x.catalogue.json', bytes(text));
  const own = () =>
    act(house(), 'saveEntry', { id: 'own', like: 'doors-glazed', name: 'Garden doors', share: 0.4 });
  const file = () => writeCatalogue([...own().tables.catalogueEntry.values()]);

  it('is brought into another project, once, what is called alike under a name of its own', () => {
    const found = read(file());
    if (!found.ok) throw new Error(found.problem.message);
    const other = act(newProject(), 'saveEntry', { id: 'own', name: 'Garden doors', filling: 'door' });
    const after = act(other, 'bringEntries', { entries: found.entries });
    const more = [...after.tables.catalogueEntry.values()].slice(other.tables.catalogueEntry.size);
    expect(more).toMatchObject([{ name: 'Garden doors, brought', share: 0.4, form: 'pair' }]);
    expect(more[0]!.id).not.toBe('own');
    expect(
      refusal(after, 'bringEntries', { entries: [...newProject().tables.catalogueEntry.values()] })
    ).toMatch(/entry.here: All \d+ entries/);
  });
  it('a project is read as one, too', () => {
    const found = readCatalogue('h.cliffstead', writeProject(own(), new Map()));
    expect(found.ok && found.entries.map(({ name }) => name)).toContain('Garden doors');
  });
  it('what is none is refused with what is wrong in it', () => {
    const words = (text: string) => {
      const found = read(text);
      return found.ok ? '' : `${found.problem.code} ${found.problem.message}`;
    };
    expect(words('nonsense')).toMatch(/^catalogue.foreign .*x.catalogue.json/);
    expect(words('{"application":"other","catalogue":[]}')).toMatch(/^catalogue.foreign/);
    expect(words(file().replace(/"share": 0.4/, '"share": 7'))).toMatch(/^file.record .*share/);
    expect(words('{"application":"cliffstead","schemaVersion":7,"catalogue":[]}')).toMatch(
      /^catalogue.empty/
    );
    expect(words('{"application":"cliffstead","schemaVersion":99,"catalogue":[]}')).toMatch(/^file.newer/);
  });
});

describe('an opening turned left to right', () => {
  const turned = (entry: string, more: object = {}) => {
    const project = act(twoRooms(), 'setOpening', { id: 'window', entry, mirrored: true, ...more });
    return entryOf(project, project.tables.opening.get('window')!)!;
  };
  it('has the lights of each row the other way round, hung on the other side; the corner’s, too', () => {
    expect(
      turned('window-two-lights', { overrides: { lights: ['left', 'top', 'tiltLeft'], rows: 1 } }).lights
    ).toEqual([...['tiltRight', 'top', 'right']]);
    // Of two rows the last one is short: what is missing there is fixed, and comes first.
    expect(
      turned('window-two-lights', { overrides: { lights: ['left', 'fixed', 'right'], rows: 2 } }).lights
    ).toEqual([...['fixed', 'right', 'fixed', 'left']]);
    expect(
      turned('window-two-lights', { overrides: { corner: { lights: ['left', 'top'] } } }).corner.lights
    ).toEqual([...['top', 'right']]);
  });
  it('is told only of what is unlike on its two sides, and is so where its wall was mirrored', () => {
    const entries = new Map(house().tables.catalogueEntry);
    expect(isUnlikeMirrored(entries.get('window-sash')!)).toBe(false);
    expect(isUnlikeMirrored(entries.get('window-tilt-turn')!)).toBe(true);
    const { moved } = kinds.opening;
    const window = twoRooms().tables.opening.get('window')!;
    const flipped = moved!(window, mirrorIn({ x: 0, y: 0 }, { x: 1, y: 0 })) as typeof window;
    expect(flipped.mirrored).toBe(true);
  });
});
