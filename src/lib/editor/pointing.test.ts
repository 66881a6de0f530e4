import { describe, expect, it } from 'vitest';
import type { Call } from '../core/commands/register';
import { Drag, hitAt, idsInBox, nudge } from './pointing';
import { openingAt, wallAt } from './hits';
import type { Editor } from './editor';
import { SnapHand } from './snap-hand';
import { findSnaps, snapsAt } from './snapping';
import { rectangle, startSession } from './testing/session';

const px = 10;

const placeOf = ({ model, project, storey }: Editor) => ({ query: model.at(project), storey });
const door = {
  name: 'addOpening',
  args: { id: 'door', wall: 'wall-1', filling: 'door', distance: 2000, width: 900 }
};
const dragging = (session: ReturnType<typeof startSession>, from: [number, number], to: [number, number]) => {
  const drag = Drag.begin(session.editor, { x: from[0], y: from[1] }, px);
  drag?.move({ x: to[0], y: to[1] });
  return drag;
};

describe('dragging', () => {
  it('a jointed wall moves square to itself; its neighbours follow; one entry when dropped', () => {
    const session = startSession([rectangle(), door]);
    const drag = dragging(session, [4000, 3900], [4700, 4400])!;
    expect(drag.subject).toBe('wall-3');
    // Told as what is done: 500 upwards, though the pointer went aside too.
    expect(drag.overlay.snap?.name).toBe('500\u00a0mm');
    expect(session.operations).toHaveLength(0);
    drag.drop();
    expect(session.operations).toHaveLength(1);
    expect(session.editor.project.tables.wall.get('wall-3')).toMatchObject({
      a: { x: 6000, y: 4500 },
      b: { x: 0, y: 4500 }
    });
    expect(session.editor.project.tables.wall.get('wall-2')!.b).toEqual({ x: 6000, y: 4500 });
  });
  it('the open leaf of a door is pulled to where it should stand; the door stays where it is', () => {
    const session = startSession([rectangle(), door]);
    const { editor } = session;
    const leaf = (x: number, y: number) => hitAt(editor, { x, y }, px);
    // Hung at 2 000 and open at a right angle into the room: its lining is 30.
    expect([leaf(2030, 600), leaf(2400, 600)]).toEqual(['door', undefined]);
    const drag = dragging(session, [2030, 600], [2800, -700])!;
    expect(drag.subject).toBe('door');
    drag.drop();
    expect(editor.project.tables.opening.get('door')).toMatchObject({
      ...{ distance: 2000, handing: { hinge: 'far', opens: 'outside' } }
    });
    expect(session.operations).toHaveLength(1);
    // Its leaf is found where it stands now, and on the wall it is pulled along that.
    expect(leaf(2870, -600)).toBe('door');
    dragging(session, [2400, 50], [2800, 50])!.drop();
    expect(editor.project.tables.opening.get('door')!.distance).toBe(2400);
  });
  it('says no distance where what is done does not tell one', () => {
    const dimension: Call = {
      name: 'addDimension',
      args: {
        id: 'd',
        ...{ storey: 'storey-1', at: { x: 0, y: -1200 } },
        ends: [
          { wall: 'wall-4', side: 'left' },
          { wall: 'wall-2', side: 'left' }
        ]
      }
    };
    const session = startSession([rectangle(), dimension]);
    session.editor.select(['d']);
    expect(dragging(session, [3000, -1200], [3000, -1800])?.overlay).toEqual({});
  });
  it('takes a typed distance, which the pointer only gives the way of; said in the sentence too', () => {
    const session = startSession([rectangle(), door]);
    const { editor } = session;
    const drag = dragging(session, [4000, 3900], [4300, 4400])!;
    for (const key of '1250') expect(drag.key(key)).toBe(true);
    expect(drag.words).toBe('Pull 1250');
    expect(editor.shown.tables.wall.get('wall-3')!.a.y).toBe(5250);
    drag.move({ x: 4000, y: 3100 });
    expect(editor.shown.tables.wall.get('wall-3')!.a.y).toBe(2750);
    expect(drag.key('Backspace')).toBe(true);
    drag.drop();
    expect(editor.project.tables.wall.get('wall-3')!.a.y).toBe(3875);
    // An opening goes as far along its wall, though the pointer goes aside as well.
    const slide = dragging(session, [2500, 0], [2900, 300])!;
    for (const key of '333') slide.key(key);
    slide.drop();
    expect(editor.project.tables.opening.get('door')).toMatchObject({ distance: 2333 });
    expect(Drag.begin(editor, { x: 2500, y: 0 }, px)!.key('3')).toBe(false);
  });
  it('walls and columns that are selected go together, pulled or nudged, in one step', () => {
    const post = { name: 'addColumn', args: { id: 'post', storey: 'storey-1', at: { x: 3000, y: 5000 } } };
    const session = startSession([rectangle(), post]);
    const { editor, operations } = session;
    editor.select(['wall-3', 'post']);
    nudge(editor, { x: 0, y: 100 });
    dragging(session, [3000, 5100], [3000, 5300])!.drop();
    expect(operations).toHaveLength(2);
    expect(editor.project.tables.wall.get('wall-3')!.a.y).toBe(4300);
    expect(editor.project.tables.column.get('post')!.at).toEqual({ x: 3000, y: 5300 });
  });
  it('goes by the step of the project at any scale', () => {
    const session = startSession([rectangle()]);
    dragging(session, [4000, 3900], [4000, 4653])!.drop();
    expect(session.editor.project.tables.wall.get('wall-3')!.a.y).toBe(4750);
  });
  it('a wall that stands free goes where it is pulled', () => {
    const session = startSession([
      {
        name: 'drawWall',
        args: { storey: 'storey-1', a: { x: 0, y: 0 }, length: 3000, angle: 0, thickness: 200 }
      }
    ]);
    dragging(session, [1500, 100], [2000, 1100])!.drop();
    expect(session.editor.project.tables.wall.get('wall-1')!.a).toEqual({ x: 500, y: 1000 });
  });
  it('an opening slides along its wall; dropped where it is refused it stays, and the refusal too', () => {
    const session = startSession([rectangle(), door]);
    const drag = dragging(session, [2400, 100], [2900, 600])!;
    expect(drag.subject).toBe('door');
    drag.move({ x: 9000, y: 100 });
    expect(session.editor.message?.kind).toBe('problem');
    drag.drop();
    expect(session.editor.project.tables.opening.get('door')!.distance).toBe(2000);
    expect([session.operations.length, session.editor.message?.kind]).toEqual([0, 'problem']);
    const again = dragging(session, [2400, 100], [2900, 600])!;
    again.drop();
    expect(session.editor.project.tables.opening.get('door')!.distance).toBe(2500);
  });
  it('a corner of the selection takes both its walls along', () => {
    const session = startSession([rectangle()]);
    session.editor.select(['wall-1']);
    const drag = dragging(session, [6000, 0], [6500, -400])!;
    expect(drag.subject).toBeUndefined();
    drag.drop();
    expect(session.editor.project.tables.wall.get('wall-2')!.a).toEqual({ x: 6500, y: -400 });
  });
  it('an unlocked tracing sheet that is selected moves; a locked one is not even hit', () => {
    const sheet = {
      name: 'addTracingSheet',
      args: { storey: 'storey-1', blob: 'b', mime: 'image/png', widthPx: 800, heightPx: 600, mmPerPixel: 15 }
    };
    const session = startSession([sheet]);
    expect(hitAt(session.editor, { x: 6000, y: 4000 }, 5)).toBe('tracing-sheet-1');
    expect(dragging(session, [6000, 4000], [6500, 4000])).toBeUndefined();
    session.editor.select(['tracing-sheet-1']);
    dragging(session, [6000, 4000], [6500, 4200])!.drop();
    expect(session.editor.project.tables.tracingSheet.get('tracing-sheet-1')!.origin).toEqual({
      x: 500,
      y: 200
    });
    session.editor.perform({ name: 'setTracingSheet', args: { id: 'tracing-sheet-1', locked: true } });
    expect(hitAt(session.editor, { x: 6000, y: 4000 }, 5)).toBeUndefined();
  });
  it('Esc in a drag leaves everything as it was; nothing under the pointer is no drag', () => {
    const session = startSession([rectangle()]);
    const before = session.editor.project;
    const drag = dragging(session, [4000, 3900], [4000, 5000])!;
    drag.cancel();
    drag.drop();
    expect(session.editor.project).toBe(before);
    expect(dragging(session, [3000, 2000], [3500, 2000])).toBeUndefined();
  });
  it('keys nudge walls, and openings along their wall', () => {
    const session = startSession([rectangle(), door]);
    session.editor.select(['wall-3']);
    nudge(session.editor, { x: 0, y: 10 });
    expect(session.editor.project.tables.wall.get('wall-3')!.a.y).toBe(4010);
    session.editor.select(['door']);
    nudge(session.editor, { x: -100, y: 0 });
    nudge(session.editor, { x: 0, y: 10 });
    expect(session.editor.project.tables.opening.get('door')!.distance).toBe(1900);
  });
  it('a box selects the walls wholly inside it', () => {
    const { editor } = startSession([rectangle()]);
    expect(idsInBox(editor, { x: 7000, y: 5000 }, { x: 5000, y: -100 })).toEqual(['wall-2']);
  });
});

describe('snaps', () => {
  const { editor } = startSession([rectangle(), door]);
  const names = (x: number, y: number, more = {}) =>
    findSnaps({ pointer: { x, y }, mmPerPixel: px, ...placeOf(editor), ...more }).map(({ name }) => name);
  it('name what they are, best first', () => {
    expect(names(30, 40)[0]).toBe('joint');
    expect(names(3040, 10)[0]).toBe('middle of a wall');
    expect(names(3040, 210)[0]).toBe('middle of the inner face');
    expect(names(1500, 205)[0]).toBe('on the inner face');
    expect(names(1500, 4)).toContain('on the setting-out line');
    expect(names(3000, 2000)).toEqual([]);
  });
  it('while drawing: directions from the start, the first point of the run, in line with joints', () => {
    const start = { x: 2000, y: 1500 };
    expect(names(2500, 1510, { start })[0]).toBe('at 0°');
    expect(names(1010, 1010, { start, first: { x: 1000, y: 1000 } })[0]).toBe('start of the run');
    expect(names(2210, 4020, { start })[0]).toMatch(/face|in line|at 90/);
    expect(names(9000, 4030)).toContain('in line with a joint');
  });
  it('middles of a wall, of a face and of a stretch between crossings are told apart; divisions', () => {
    const wall = (id: string, a: [number, number], b: [number, number]) => ({
      name: 'drawWall',
      args: {
        ...{ id, storey: 'storey-1', a: { x: a[0], y: a[1] }, b: { x: b[0], y: b[1] } },
        ...{ thickness: 100, settingOut: 'centre' }
      }
    });
    const session = startSession([
      rectangle(),
      wall('p', [2000, 0], [2000, 4000]),
      { ...door, args: { ...door.args, distance: 2500 } }
    ]);
    const at = (x: number, y: number, more = {}) =>
      findSnaps({ pointer: { x, y }, mmPerPixel: px, ...placeOf(session.editor), ...more });
    const place = (name: string, x: number, y: number, more = {}) =>
      at(x, y, more).find((one) => one.name === name)?.point;
    expect(place('middle of a wall', 2990, 10)).toEqual({ x: 3000, y: 0 });
    expect(place('middle of the inner face', 2990, 190)).toEqual({ x: 3000, y: 200 });
    expect(place('middle of the stretch, inner face', 3930, 210)).toEqual({ x: (2050 + 5800) / 2, y: 200 });
    expect(place('middle of the stretch, inner face', 1130, 190)).toEqual({ x: (200 + 1950) / 2, y: 200 });
    expect(place('a third of the stretch, inner face', 3350, 210)!.x).toBeCloseTo(2050 + 3750 / 3, 6);
    expect(place('a quarter of the stretch, inner face', 4870, 210)!.x).toBeCloseTo(5800 - 3750 / 4, 6);
    expect(place('middle of the clear inner face', 5790, 1980)).toEqual({ x: 5800, y: 2000 });
    expect(place('jamb of Door D01, inner face', 2510, 190)).toEqual({ x: 2500, y: 200 });
    expect(place('corner of a wall', 210, 210)).toEqual({ x: 200, y: 200 });
    expect(place('extension of a face', 1960, 5000)).toEqual({ x: 1950, y: 5000 });
    expect(place('square to a face', 4020, 210, { start: { x: 4000, y: 2500 } })).toEqual({
      x: 4000,
      y: 200
    });
    const free = at(2960, 4990, { start: { x: 2960, y: 4400 } }).map(({ name }) => name);
    expect(free[0]).toBe('at 90°');
    expect(place('crossing of two faces', 1955, 205)).toEqual({ x: 1950, y: 200 });
  });
  it('guides, the grid and parallels are named; a held key leaves the pointer free; N lists the others', () => {
    const guide = {
      name: 'addGuide',
      args: { storey: 'storey-1', a: { x: 9000, y: 0 }, b: { x: 10000, y: 1000 } }
    };
    const slant = {
      name: 'drawWall',
      args: { storey: 'storey-1', a: { x: 9000, y: 5000 }, b: { x: 12000, y: 6000 }, thickness: 100 }
    };
    const grid = { name: 'setGrid', args: { module: 900, origin: { x: 50, y: 0 } } };
    const { editor } = startSession([rectangle(), guide, slant, grid]);
    const best = (x: number, y: number, start?: { x: number; y: number }) =>
      snapsAt(editor, { x, y }, px, { start });
    expect(best(9510, 500)[0]!.name).toBe('on a guide');
    expect(best(2740, 1810)[0]).toMatchObject({ name: 'crossing of the grid', point: { x: 2750, y: 1800 } });
    const [parallel] = best(6060, 2350, { x: 3000, y: 1350 }).filter(({ name }) =>
      name.startsWith('parallel')
    );
    expect(parallel!.name).toBe('parallel to Wall 5');
    expect((parallel!.point.y - 1350) / (parallel!.point.x - 3000)).toBeCloseTo(1 / 3, 6);
    const hand = new SnapHand(editor);
    hand.move({ x: 30, y: 40 }, px);
    expect(hand.overlay.snap!.name).toMatch(/^joint \(N: \d more\)$/);
    hand.key('n');
    expect(hand.overlay.snap).toMatchObject({ chosen: 1, name: hand.present!.name });
    expect(hand.overlay.snap!.list![0]).toBe('joint');
    hand.key('N');
    expect(hand.present!.name).toBe('joint');
    editor.freePointer(true);
    expect(hand.move({ x: 30, y: 40 }, px)).toEqual({ x: 30, y: 40 });
    editor.perform({ name: 'setLayer', args: { what: 'exterior', shown: false } });
    editor.freePointer(false);
    expect(snapsAt(editor, { x: 3040, y: 210 }, px).map(({ name }) => name)).not.toContain(
      'middle of the inner face'
    );
  });
  it('hits: the opening in a wall before the wall, the wall by its thickness', () => {
    const model = editor.storeyModel;
    expect(openingAt(model, { x: 2300, y: 100 }, 5)).toBe('door');
    expect(openingAt(model, { x: 2300, y: 400 }, 5)).toBeUndefined();
    expect(wallAt(model, { x: 5900, y: 2000 }, 5)).toBe('wall-2');
    expect(wallAt(undefined, { x: 0, y: 0 }, 5)).toBeUndefined();
    expect(hitAt(editor, { x: 2300, y: 100 }, 5)).toBe('door');
  });
});
