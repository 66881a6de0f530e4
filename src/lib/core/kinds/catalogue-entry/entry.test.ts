/** The catalogue in a house: entries made, changed, used, and what is refused of them. */
import { describe, expect, it } from 'vitest';
import { readClip, writeClip } from '../../exchange/clip';
import { Model } from '../../model/graph';
import { openingRows } from '../opening/schedule';
import { act, refusal, twoRooms } from '../../testing/house';
import type { Project } from '../../document/kind';
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
    expect(Object.keys(rowOf(house()).parts)).toEqual(['lining', 'threshold', 'leaf', 'glass', 'casing']);
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
