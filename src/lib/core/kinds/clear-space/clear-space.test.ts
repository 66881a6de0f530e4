/** Floor kept clear: by doors that swing into it, and what stands there. */
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, refusal, twoRooms } from '../../testing/house';
import { spaceRing } from './record';

const review = (project: Project) => reviewProject(new Model().at(project));
const codes = (project: Project) => review(project).map(({ code }) => code as string);
/** A door in the south wall that opens inwards, 3 m from its corner, and a basin before it. */
const door = {
  ...{ wall: 'south', filling: 'door', distance: 3000, width: 900, height: 2100 },
  handing: { hinge: 'near', opens: 'inside' }
};
const house = act(twoRooms(), 'addOpening', door);
const space = (x: number, more: object = {}) =>
  act(house, 'addClearSpace', { storey: 'storey-1', use: 'basin', at: { x, y: 425 }, angle: 90, ...more });

describe('a clear space', () => {
  it('is as large as its use asks, its back where it is pointed', () => {
    const one = space(2000).tables.clearSpace.get('space-1')!;
    expect(one).toMatchObject({ width: 700, depth: 1100 });
    expect(spaceRing(one).map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [2350, 425],
      [2350, 1525],
      [1650, 1525],
      [1650, 425]
    ]);
  });

  it('that a door swings into is found, with the way to hang it that does not', () => {
    expect(codes(space(1500))).not.toContain('opening.in-space');
    const [found] = review(space(2700)).filter(({ code }) => code === 'opening.in-space');
    const texts = found?.message ?? '';
    expect(texts).toContain('clear space 1');
    const near = [2700, 3000, 3300, 3700, 4100]
      .map((x) => space(x))
      .find((one) => codes(one).includes('opening.in-space'));
    const { repair } = review(near!).find(({ code }) => code === 'opening.in-space')!;
    const mended = act(near!, repair!.call.name, repair!.call.args);
    expect(codes(mended)).not.toContain('opening.in-space');
  });

  it('that a wall or a column stands in is found; what is wrong is refused with its number', () => {
    expect(codes(space(2000))).not.toContain('space.taken');
    expect(codes(space(2000, { at: { x: 2000, y: 100 } }))).toContain('space.taken');
    const stood = act(space(2000), 'addColumn', { storey: 'storey-1', at: { x: 2000, y: 1000 } });
    expect(codes(stood)).toContain('space.taken');
    expect(refusal(house, 'addClearSpace', { storey: 'storey-1', at: { x: 0, y: 0 }, width: 0 })).toContain(
      'width'
    );
  });
});
