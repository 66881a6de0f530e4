import { describe, expect, it } from 'vitest';
import { rectangle, startSession } from '../testing/session';
import type { Call } from '../../core/commands/register';
import { describeSelection, fieldNow } from './describe';
import { picturesOf } from '../kinds/pictures';
import { fieldsInPictures } from './picture';

const opening: Call = {
  name: 'addOpening',
  args: {
    ...{ wall: 'wall-1', filling: 'door', end: 'a', to: 'near', distance: 1480, width: 910 },
    origin: { kind: 'face', wall: 'wall-4', side: 'left' }
  }
};
const things: Record<string, readonly Call[]> = {
  'wall-1': [],
  'opening-1': [opening],
  'slab-1': [{ name: 'addSlab', args: { storey: 'storey-1', face: 'outer' } }],
  'column-1': [{ name: 'addColumn', args: { storey: 'storey-1', at: { x: 3000, y: 2000 } } }],
  'roof-1': [{ name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } }],
  'storey-1': []
};

function cardOf(id: string) {
  const session = startSession([rectangle(), ...things[id]!]);
  session.editor.select([id]);
  return {
    ...session,
    card: { ...describeSelection(session.editor)!, pictures: picturesOf(session.editor) }
  };
}

describe('pictures of what is in hand', () => {
  it.each(Object.keys(things))('%s: drawn with finite sizes, every value one of its fields', (id) => {
    const { card } = cardOf(id);
    expect(card.pictures.length).toBeGreaterThan(0);
    const names = card.groups.flatMap(({ fields }) => fields.map(({ name }) => name));
    const drawn = fieldsInPictures(card.pictures);
    expect(drawn.size).toBeGreaterThan(0);
    for (const name of drawn) expect(names).toContain(name);
    for (const { shapes, sizes, words } of card.pictures) {
      const points = [
        ...shapes.flatMap((shape) => shape.points),
        ...sizes.flatMap(({ from, to }) => [from, to]),
        ...words.map(({ at }) => at)
      ];
      for (const { x, y } of points) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
      // A size is told level or upright, between places that differ.
      for (const { from, to } of sizes) expect((from.x === to.x) !== (from.y === to.y)).toBe(true);
    }
  });
  it('a size that a field tells is as long as the field says', () => {
    for (const id of Object.keys(things)) {
      const { card, editor } = cardOf(id);
      const fields = card.groups.flatMap((group) => group.fields);
      for (const { sizes } of card.pictures)
        for (const { from, to, field } of sizes) {
          const known = fields.find(({ name, kind }) => name === field && kind === 'length');
          const long = Math.abs(to.x - from.x) + Math.abs(to.y - from.y);
          // The slope's depth is drawn along the upright, its field is square to it.
          if (known && id !== 'roof-1') expect(long).toBeCloseTo(fieldNow(editor, known).mm!, 6);
        }
    }
  });
  it('an opening tells both nibs, the typed one as its field; a door is hung by pointing at where its leaf stands', () => {
    const { card, editor } = cardOf('opening-1');
    const [elevation, cut, plan] = card.pictures;
    // A plain door is as deep as its wall.
    expect(cut!.sizes.map(({ text }) => text)).toEqual(['200']);
    const level = elevation!.sizes.filter(({ from, to }) => from.y === to.y);
    expect(level.map(({ field, text }) => field ?? text)).toEqual(
      expect.arrayContaining(['distance', 'width', '3\u00a0210'])
    );
    const before = editor.project.tables.opening.get('opening-1')!.handing;
    const other = plan!.choices!.find(({ chosen }) => !chosen)!;
    other.run();
    expect(editor.project.tables.opening.get('opening-1')!.handing).not.toEqual(before);
    expect(plan!.choices!.filter(({ chosen }) => chosen)).toHaveLength(1);
  });
  it('a head can be set in place of a height', () => {
    const { card, editor } = cardOf('opening-1');
    const head = card.groups.flatMap(({ fields }) => fields).find(({ name }) => name === 'head')!;
    expect(head.set!('2300')).toBeUndefined();
    expect(editor.project.tables.opening.get('opening-1')).toMatchObject({ height: 2300, sill: 0 });
  });
});
