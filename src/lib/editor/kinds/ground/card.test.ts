import { expect, it } from 'vitest';
import { describeSelection } from '../../details/describe';
import { startSession } from '../../testing/session';

it('the plot is changed corner by corner; one that would cross itself is refused and changes nothing', () => {
  const points = [0, 20_000, 20_000, 0].map((x, i) => ({ x, y: i < 2 ? 0 : 15_000 }));
  const { editor } = startSession([{ name: 'addGround', args: { points } }]);
  editor.select(['ground-1']);
  const field = (label: string) =>
    describeSelection(editor)!
      .groups.flatMap(({ fields }) => fields)
      .find((one) => one.label === label)!;
  const plot = () => editor.project.tables.ground.get('ground-1')!.shape;
  expect(field('Corner 2, across from zero').set!('23.5 m')).toBeUndefined();
  expect(plot()).toMatchObject({ kind: 'plot', points: [{ x: 0 }, { x: 23_500, y: 0 }, { x: 20_000 }, {}] });
  const before = plot();
  expect(field('Corner 3, up from zero').set!('-9 m')).toContain('cross');
  expect(plot()).toBe(before);
});
