/** Windows that go round a corner: the hole in both walls, what fills it, and what is refused. */
import { describe, expect, it } from 'vitest';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { act, refusal, twoRooms } from '../../testing/house';
import type { Project } from '../../document/kind';
import { reviewProject } from '../../review/review';
import { openingBodies } from './body';
import { openingRows } from './schedule';
import { wallBodies } from '../wall/body';

const pair = {
  ...{ id: 'pair', wall: 'south', filling: 'window', entry: 'window-corner', end: 'b' },
  ...{
    origin: { kind: 'face', wall: 'east', side: 'left' },
    distance: 0,
    width: 1000,
    height: 1200,
    sill: 900
  }
};
const house = (turn = 0) => act(twoRooms(turn), 'addOpening', pair);
const volume = (project: Project, id: string) =>
  (new Model().at(project).get(wallBodies, id)?.parts ?? []).reduce(
    (sum, { mesh }) => sum + meshVolume(mesh),
    0
  );

describe('a window round a corner', () => {
  it.each([0, 0.3, 2])('opens both walls and the corner between them, turned by %s', (turn) => {
    const [before, after] = [twoRooms(turn), house(turn)];
    const thick = before.tables.buildUp
      .get('stone-cavity')!
      .plies.reduce((sum, { thickness }) => sum + thickness, 0);
    const gone = ['south', 'east'].reduce((sum, id) => sum + volume(before, id) - volume(after, id), 0);
    // 1 000 in its own wall, 1 200 in the other, and the corner; 1 200 high.
    expect(gone / (1200 * thick * (1000 + 1200 + thick))).toBeCloseTo(1, 6);
    const body = new Model().at(after).get(openingBodies, 'pair')!;
    for (const { mesh } of body.parts) expect(openEdges(mesh)).toBe(0);
    expect(openingRows(new Model().at(after)).find(({ id }) => id === 'pair')).toMatchObject({
      leaves: 2,
      width: 1000
    });
  });
  it('stays at its corner as the walls there move, and is told when there is none', () => {
    const moved = act(house(), 'moveWalls', { ids: ['east'], by: { x: 400, y: 0 } });
    expect(moved.tables.opening.get('pair')).toMatchObject({ distance: 0, width: 1000 });
    expect(openingRows(new Model().at(moved)).find(({ id }) => id === 'pair')).toMatchObject({ leaves: 2 });
    const without = act(house(), 'deleteItems', { ids: ['east'] });
    expect(openingRows(new Model().at(without)).find(({ id }) => id === 'pair')).toMatchObject({ leaves: 1 });
    expect(reviewProject(new Model().at(without)).map(({ code }) => code)).toContain('opening.no-corner');
  });
  it('refuses what has no corner, lies off it, or meets what is round it', () => {
    expect(refusal(twoRooms(), 'addOpening', { ...pair, distance: 300 })).toMatch(
      /^opening\.off-corner.*300.mm off/
    );
    const open = act(twoRooms(), 'deleteItems', { ids: ['west'] });
    const atEnd = { ...pair, end: 'a', origin: { kind: 'line' } };
    expect(refusal(open, 'addOpening', atEnd)).toMatch(/^opening\.no-corner/);
    const beside = {
      id: 'w',
      wall: 'east',
      filling: 'window',
      distance: 1400,
      width: 900,
      height: 1200,
      sill: 900
    };
    expect(refusal(house(), 'addOpening', beside)).toMatch(/^opening\.overlaps/);
    expect(refusal(house(), 'addOpening', { ...beside, distance: 1800 })).toBe('');
    const long = { ...pair, overrides: { corner: { width: 9000 } } };
    expect(refusal(twoRooms(), 'addOpening', long)).toMatch(/^opening\.outside/);
    expect(refusal(house(), 'saveEntry', { id: 'window-corner', bay: { depth: 500 } })).toMatch(
      /^entry\.bent/
    );
  });
});
