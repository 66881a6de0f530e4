/** Walls kept over those below: derived after every edit, refused by name, gone with what they name. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { perform } from '../../commands/register';
import type { Project } from '../../document/kind';
import { applyPatch } from '../../document/patch';
import { Model } from '../../model/graph';
import { act, built, call, refusal } from '../../testing/house';
import { lineFor, offLine } from './lines';
import { alignmentRows } from './schedule';

const walls = ['south', 'east', 'north', 'west'];
const lower = built(
  call('drawRectangle', {
    ...{ storey: 'storey-1', corner: { x: 0, y: 0 }, width: 11_400, depth: 7800, buildUp: 'stone-cavity' },
    ids: walls
  })
);
const copied = act(lower, 'copyStorey', {
  ...{
    storey: 'storey-1',
    which: 'outer',
    name: 'Upper',
    height: 2460,
    floorDepth: 330,
    buildUp: 'boarded-frame'
  }
});
/** Upper walls in the order of those below. */
const above = (project: Project) =>
  walls.map((below) => [...project.tables.alignment.values()].find((one) => one.lower === below)!.upper);
const wallOf = (project: Project, id: string) => project.tables.wall.get(id)!;
/** How far any aligned wall is off its line. */
const worst = (project: Project) =>
  Math.max(
    0,
    ...[...project.tables.alignment.values()].map((one) =>
      offLine(wallOf(project, one.upper), lineFor(project, one)!)
    )
  );
const also = (project: Project, name: string, args: object) => {
  const result = perform(project, { name, args });
  return result.ok ? (result.also ?? '') : result.problem.message;
};

describe('alignments', () => {
  it('come with a storey that is copied up, flush, unless not wanted', () => {
    expect(alignmentRows(new Model().at(copied)).map(({ offset, upperLine }) => [offset, upperLine])).toEqual(
      walls.map(() => [0, 'outer'])
    );
    expect(worst(copied)).toBe(0);
    const bare = act(lower, 'copyStorey', { storey: 'storey-1', which: 'outer', aligned: false });
    expect(bare.tables.alignment.size).toBe(0);
  });

  it('bring upper walls along, corners cut anew, and say so', () => {
    const args = { ids: ['east'], by: { x: 700, y: 0 } };
    const moved = act(copied, 'moveWalls', args);
    const [south, east, north] = above(copied);
    expect(wallOf(moved, east!).a.x).toBe(12_100);
    expect(wallOf(moved, south!).b).toEqual({ x: 12_100, y: 0 });
    expect(wallOf(moved, north!).a).toEqual({ x: 12_100, y: 7800 });
    expect(also(copied, 'moveWalls', args)).toMatch(/follows the wall below by 700/);
  });

  it('oversail, stand back, and by any line of either', () => {
    const [, east] = above(copied);
    const id = [...copied.tables.alignment.values()].find(({ upper }) => upper === east)!.id;
    const out = act(copied, 'setAlignment', { id, offset: 280 });
    expect(wallOf(out, east!).a.x).toBe(11_680);
    // By other lines it stays where it is.
    const inner = act(out, 'setAlignment', { id, upperLine: 'inner', lowerLine: 'inner' });
    expect(wallOf(inner, east!).a.x).toBe(11_680);
    expect(inner.tables.alignment.get(id)!.offset).toBe(280 + 425 - 251);
    // A thinner wall below leaves the inner faces where they are kept.
    const flush = act(inner, 'setAlignment', { id, offset: 0 });
    expect(wallOf(flush, east!).a.x).toBe(11_400 - 425 + 251);
  });

  it('follow a wall below that turns, and the storey between', () => {
    const three = act(copied, 'copyStorey', { storey: 'storey-2', which: 'outer', name: 'Top' });
    expect(three.tables.alignment.size).toBe(8);
    const turned = act(three, 'moveCorner', {
      storey: 'storey-1',
      from: { x: 11_400, y: 0 },
      to: { x: 12_000, y: -500 }
    });
    expect(worst(turned)).toBeLessThan(0.001);
    const tops = [...turned.tables.wall.values()].filter(({ storey }) => storey === 'storey-3');
    expect(tops.some(({ a }) => Math.hypot(a.x - 12_000, a.y + 500) < 0.01)).toBe(true);
  });

  it('hold an upper wall that is moved by itself, by name', () => {
    const [south] = above(copied);
    expect(refusal(copied, 'moveWalls', { ids: [south!], by: { x: 0, y: -300 } })).toMatch(
      /^alignment.held: .*kept over wall "?south.*300/
    );
    const free = act(copied, 'deleteItems', {
      ids: [[...copied.tables.alignment.values()].find(({ upper }) => upper === south)!.id]
    });
    expect(refusal(free, 'moveWalls', { ids: [south!], by: { x: 0, y: -300 } })).toBe('');
    // All of the house together goes as it is.
    const all = [...copied.tables.wall.keys()];
    const shifted = act(copied, 'moveItems', { ids: all, by: { x: 500, y: 250 } });
    expect(worst(shifted)).toBeLessThan(0.001);
  });

  it('take what walls are cut into, joined and deleted', () => {
    const [south] = above(copied);
    const cut = act(copied, 'splitWall', { id: south!, at: 5000 });
    expect(cut.tables.alignment.size).toBe(5);
    const below = act(copied, 'splitWall', { id: 'south', at: 5000 });
    expect(below.tables.alignment.size).toBe(4);
    const parts = [...below.tables.wall.values()].filter(
      ({ storey, a, b }) => storey === 'storey-1' && a.y === 0 && b.y === 0
    );
    const whole = act(below, 'joinWalls', { ids: parts.map(({ id }) => id) });
    expect(whole.tables.alignment.size).toBe(4);
    expect(also(copied, 'deleteItems', { ids: ['south'] })).toMatch(/is kept over nothing any more/);
    expect(act(copied, 'deleteItems', { ids: ['south'] }).tables.alignment.size).toBe(3);
    expect(act(copied, 'deleteItems', { ids: [south!] }).tables.alignment.size).toBe(3);
  });

  it('are refused with what is wrong', () => {
    const [south] = above(copied);
    expect(refusal(copied, 'alignWalls', { walls: [south!] })).toMatch(/^alignment.twice/);
    expect(refusal(copied, 'alignWalls', { walls: ['south'] })).toMatch(/^alignment.nothing/);
    const bare = act(lower, 'copyStorey', { storey: 'storey-1', which: 'outer', aligned: false });
    const ids = [...bare.tables.wall.values()].flatMap(({ id, storey }) =>
      storey === 'storey-2' ? [id] : []
    );
    expect(refusal(bare, 'alignWalls', { walls: [ids[0]!], lower: 'east' })).toMatch(/^alignment.unlike/);
    expect(refusal(bare, 'alignWalls', { walls: ['south'], lower: ids[0] })).toMatch(/^alignment.storeys/);
    expect(act(bare, 'alignWalls', { walls: ids, offset: 0 }).tables.alignment.size).toBe(4);
    // A wall below that would leave no room for the one above.
    expect(refusal(copied, 'moveWalls', { ids: ['east'], by: { x: -11_395, y: 0 } })).not.toBe('');
  });

  it('are kept through random edits of the storey below, without drift', () => {
    const edit = fc.record({
      wall: fc.constantFrom(...walls),
      x: fc.integer({ min: -900, max: 900 }),
      y: fc.integer({ min: -900, max: 900 }),
      kind: fc.constantFrom('move', 'corner', 'thick', 'split')
    });
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 25 }), (edits) => {
        let project = copied;
        for (const { wall, x, y, kind } of edits) {
          const record = wallOf(project, wall);
          const step = { x: x / 7, y: y / 7 };
          const asked =
            kind === 'move'
              ? { name: 'moveWalls', args: { ids: [wall], by: step } }
              : kind === 'corner'
                ? {
                    name: 'moveCorner',
                    args: {
                      storey: 'storey-1',
                      from: record.a,
                      to: { x: record.a.x + step.x, y: record.a.y + step.y }
                    }
                  }
                : kind === 'thick'
                  ? {
                      name: 'setWalls',
                      args: { ids: [wall], buildUp: x > 0 ? 'stone-cavity' : 'boarded-frame' }
                    }
                  : { name: 'splitWall', args: { id: wall, at: 3000 + x } };
          const result = perform(project, asked);
          if (result.ok) project = applyPatch(project, result.patch);
          expect(worst(project)).toBeLessThan(0.0025);
        }
        expect(project.tables.alignment.size).toBe(4);
      }),
      { numRuns: Number(process.env.LAW_RUNS ?? 40) }
    );
  });
});
