/** Setting out openings: by parts, in line with others, by what is left, in several walls; hanging doors by their leaf. */
import { describe, expect, it } from 'vitest';
import { reviewProject } from '../../../core/review/review';
import { choose, readSentence, rectangle, startSession, type Session } from '../../testing/session';
import type { Opening } from '../../../core/kinds/opening/record';
import { takeLike } from '../../take-tool';
import type { Tool } from '../../tool';

const px = 10;
/** Outer faces of 6 by 4 m, walls of 200: the clear stretch of the south wall runs from 200 to 5 800. */
const started = () => startSession([rectangle()]);
const openings = ({ editor }: Session): Opening[] => [...editor.project.tables.opening.values()];
const told = (tool: Tool) => readSentence(tool.sentence());
const ends = (session: Session, one: Opening) => {
  const { model, project, storey } = session.editor;
  const place = model
    .storey(project, storey)!
    .places.get(one.wall)!
    .find(({ opening }) => opening.id === one.id)!;
  return [place.t0, place.t1].map(Math.round);
};

describe('an opening is set out', () => {
  it('by equal parts of the clear wall, or between two things', () => {
    const session = started();
    const tool = session.take('window');
    tool.move!({ x: 1000, y: 100 }, px);
    choose(tool, 'to', 'centre, in equal parts');
    expect(tool.fill('of', '7')).toBeUndefined();
    expect(tool.fill('nth', '7')).toMatch(/places 1 to 6/);
    expect(tool.fill('of', 'many')).toMatch(/whole number/);
    tool.fill('nth', '2');
    expect(told(tool)).toMatch(
      /its \[centre, in equal parts\] \[2\] of \[7\] parts between \[the face of Wall 4\]/
    );
    tool.accept();
    // 200 + 5 600 * 2 / 7, less half of 1 200.
    expect(ends(session, openings(session)[0]!)).toEqual([1200, 2400]);
    tool.move!({ x: 4000, y: 100 }, px);
    choose(tool, 'from', 'the start of its line');
    choose(tool, 'till', 'the end of its line');
    tool.fill('of', '2');
    tool.fill('nth', '1');
    tool.fill('width', '600');
    tool.accept();
    expect(ends(session, openings(session)[1]!)).toEqual([2700, 3300]);
  });
  it('in line with one in another wall, pointed at or chosen, also of the storey below', () => {
    const session = started();
    const { editor } = session;
    editor.perform({
      name: 'addOpening',
      args: { id: 'w', wall: 'wall-1', filling: 'window', distance: 1234 }
    });
    const tool = session.take('window');
    // The north wall runs back: what is 1 834 along the south one is 4 166 along it.
    tool.move!({ x: 1850, y: 3900 }, px);
    expect(tool.overlay!().snap?.name).toBe('in line with the middle of W01');
    tool.accept();
    expect(ends(session, openings(session)[1]!)).toEqual([3566, 4766]);
    editor.perform({
      name: 'copyStorey',
      args: { storey: 'storey-1', which: 'outer', id: 'up', name: 'Upper', floorDepth: 300 }
    });
    editor.goTo('up');
    const above = session.take('window');
    const [south] = [...editor.project.tables.wall.values()].filter(
      ({ storey, a, b }) => storey === 'up' && a.y === 0 && b.y === 0
    );
    above.fill('wall', south!.id);
    choose(above, 'from', 'the west jamb of W01, Ground');
    above.fill('distance', '0');
    above.accept();
    expect(ends(session, openings(session)[2]!)).toEqual([1234, 2434]);
    expect(openings(session)[2]).toMatchObject({ origin: { kind: 'line' }, distance: 1234 });
  });
  it('by what is left on either side, live and typed', () => {
    const session = started();
    const tool = session.take('window');
    tool.move!({ x: 1400, y: 100 }, px);
    expect(told(tool)).toContain(', leaving [600] west and [3 800] east.');
    expect(tool.overlay!().label?.text).toBe('3\u00a0800');
    tool.fill('high', '900');
    tool.fill('width', '1000');
    expect(told(tool)).toContain('its [near jamb] [900] from [the face of Wall 2, backwards]');
    // It holds when another size changes.
    expect(told(tool)).toContain(', leaving [3 700] west and [900] east.');
    tool.accept();
    expect(ends(session, openings(session)[0]!)).toEqual([3900, 4900]);
  });
  it('its sill and head over the datum or over the floor that lies inside, which is said', () => {
    const session = startSession([
      rectangle(),
      { name: 'addSlab', args: { storey: 'storey-1', face: 'inner', thickness: 100, offset: 40 } }
    ]);
    const tool = session.take('window');
    tool.move!({ x: 2000, y: 100 }, px);
    tool.fill('sill', '850');
    expect(told(tool)).toContain('its sill [850 above the datum]');
    choose(tool, 'above', 'the floor');
    expect(told(tool)).toContain(
      'its sill [850 above the floor], its head [2 060 above the floor] over [the floor]'
    );
    tool.accept();
    expect(openings(session)[0]).toMatchObject({ sill: 890, height: 1210 });
    expect(told(startSession([rectangle()]).take('window'))).not.toContain('over [');
  });
  it('like another: filled, sized and made as that is', () => {
    const session = started();
    const { editor, style } = session;
    const given = {
      entry: 'window-sash',
      width: 800,
      height: 1300,
      sill: 600,
      overrides: { glazing: 'obscured' },
      escape: true
    };
    editor.perform({
      name: 'addOpening',
      args: { id: 'w', wall: 'wall-1', filling: 'window', distance: 600, ...given }
    });
    takeLike(editor, style, openings(session)[0]!);
    const tool = editor.tool!;
    tool.move!({ x: 4000, y: 100 }, px);
    tool.accept();
    expect(openings(session)[1]).toMatchObject({ ...given, filling: 'window' });
    tool.move!({ x: 2500, y: 3900 }, px);
    choose(tool, 'entry', 'Fixed pane');
    tool.accept();
    expect(openings(session)[2]).toMatchObject({ entry: 'window-fixed', overrides: null, width: 800 });
  });
  it('in several walls in one step, and back one by one', () => {
    const session = started();
    const tool = session.take('window');
    tool.fill('distance', '700');
    tool.fill('width', '800');
    for (const point of [
      { x: 1000, y: 100 },
      { x: 5900, y: 1000 },
      { x: 5000, y: 3900 }
    ]) {
      tool.move!(point, px);
      expect(tool.key!('a')).toBe(true);
    }
    expect(tool.note).toMatch(/^In 3 walls/);
    expect(session.editor.isTrial).toBe(true);
    expect(tool.back()).toBe(true);
    tool.move!({ x: 5900, y: 1000 }, px);
    expect(tool.key!('a')).toBe(false);
    tool.fill('wall', '');
    tool.accept();
    expect(openings(session).map(({ wall, distance }) => [wall, distance])).toEqual([
      ['wall-1', 700],
      ['wall-2', 700]
    ]);
    session.editor.undo();
    expect(openings(session)).toEqual([]);
  });
});

describe('a door is hung', () => {
  it('as is likeliest, and why: against the nearer wall', () => {
    const session = started();
    const tool = session.take('door');
    tool.move!({ x: 800, y: 150 }, px);
    expect(told(tool)).toContain('hung on the [near jamb], opening [inwards]');
    expect(tool.note).toMatch(/^Hung against the nearer wall; pull its leaf/);
    // Set out from the west, near the east wall.
    choose(tool, 'from', 'the face of Wall 4');
    tool.fill('distance', '4500');
    expect(told(tool)).toContain('hung on the [far jamb]');
  });
  it('clear of a door that would be in its way', () => {
    const session = started();
    const { editor } = session;
    // In the west wall, 300 from the corner, opening inwards on the jamb near it.
    const other = { wall: 'wall-4', end: 'b', filling: 'door', distance: 300, width: 900 };
    editor.perform({ name: 'addOpening', args: { ...other, handing: { hinge: 'far', opens: 'inside' } } });
    const tool = session.take('door');
    tool.move!({ x: 1150, y: 150 }, px);
    expect(told(tool)).toContain('hung on the [far jamb], opening [inwards]');
    expect(tool.note).toContain('clear of what is in the way');
    tool.accept();
    const query = editor.model.at(editor.project);
    expect(reviewProject(query).filter(({ code }) => code === 'opening.swings')).toEqual([]);
  });
  it('by pulling its leaf: the nearest of the four ways, the opening as it was set out', () => {
    const session = started();
    const tool = session.take('door');
    const ways = [
      [{ x: 1900, y: 900 }, 'near', 'inside'],
      [{ x: 2800, y: 1000 }, 'far', 'inside'],
      [{ x: 1900, y: -800 }, 'near', 'outside'],
      [{ x: 2900, y: -700 }, 'far', 'outside']
    ] as const;
    for (const [point, hinge, opens] of ways) {
      tool.fill('width', '900');
      tool.move!({ x: 2350, y: 150 }, px);
      tool.fill('distance', '1700');
      tool.press!({ x: 2350, y: 150 });
      tool.move!({ x: 2351, y: 151 }, px);
      expect(tool.overlay!().lines).toHaveLength(2);
      tool.move!(point, px);
      expect(tool.overlay!().lines).toHaveLength(3);
      tool.click!(point, px);
      expect(openings(session)).toMatchObject([{ distance: 1700, handing: { hinge, opens } }]);
      session.editor.undo();
    }
    // Let go of without a click, the pointer sets it out again.
    tool.move!({ x: 2350, y: 150 }, px);
    tool.press!({ x: 2350, y: 150 });
    tool.lift!();
    tool.move!({ x: 4000, y: 150 }, px);
    expect(told(tool)).not.toContain('[1 700]');
  });
  it('otherwise by a key after it was put', () => {
    const session = started();
    const tool = session.take('door');
    tool.move!({ x: 1000, y: 150 }, px);
    tool.accept();
    const [before] = openings(session);
    tool.key!('h');
    tool.key!('x');
    const [now] = openings(session);
    expect([before!.handing, now!.handing]).toEqual([
      { hinge: 'near', opens: 'inside' },
      { hinge: 'far', opens: 'outside' }
    ]);
    session.editor.undo();
    expect(openings(session)[0]!.handing).toEqual({ hinge: 'far', opens: 'inside' });
  });
});
