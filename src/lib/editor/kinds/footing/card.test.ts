import { expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { rectangle, startSession } from '../../testing/session';

it('a footing is laid under one more, and taken from under one, from its card', () => {
  const { editor } = startSession([
    rectangle(),
    {
      name: 'drawWall',
      args: {
        ...{ storey: 'storey-1', a: { x: 3000, y: 0 }, b: { x: 3000, y: 4000 }, thickness: 100 },
        ...{ settingOut: 'centre', role: 'partition' }
      }
    },
    { name: 'addFooting', args: { storey: 'storey-1', walls: ['wall-1', 'wall-2'].map((of) => ({ of })) } }
  ]);
  editor.select(['footing-1']);
  const field = (label: string) =>
    describeSelection(editor)!
      .groups.flatMap(({ fields }) => fields)
      .find((one) => one.label === label)!;
  const borne = () => editor.project.tables.footing.get('footing-1')!.walls.map(({ of }) => of);
  expect(field('Lay it also under').choices!.map(({ value }) => value)).toEqual([
    ...['', 'wall-3', 'wall-4', 'wall-5']
  ]);
  expect(field('Lay it also under').set!('wall-5')).toBeUndefined();
  expect(borne()).toEqual(['wall-1', 'wall-2', 'wall-5']);
  expect(field('Take it from under').set!('wall-2')).toBeUndefined();
  expect(borne()).toEqual(['wall-1', 'wall-5']);
  field('Take it from under').set!('wall-1');
  // The last is not taken: it would be a footing of nothing.
  expect(field('Take it from under')).toBeUndefined();
});
