import { describe, expect, it } from 'vitest';
import { choose, rectangle, startSession } from '../../testing/session';

const px = 10;
const slabs = ({ editor }: ReturnType<typeof startSession>) => [...editor.project.tables.slab.values()];

describe('slabs by pointing', () => {
  it('in the room that is pointed at; beside it there is none, and that is said', () => {
    const session = startSession([
      rectangle(),
      {
        name: 'drawWall',
        args: { storey: 'storey-1', a: { x: 3000, y: 0 }, b: { x: 3000, y: 4000 }, thickness: 100 }
      }
    ]);
    const tool = session.take('slab');
    choose(tool, 'face', 'the room you point at');
    tool.accept();
    expect(session.editor.message!.text).toBe('No place is chosen yet.');
    tool.move!({ x: 1500, y: 2000 }, px);
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 1500, y: 2000 }, px);
    expect(slabs(session)[0]!.outline).toEqual({ kind: 'room', at: { x: 1500, y: 2000 } });
    const again = session.take('slab');
    choose(again, 'face', 'the room you point at');
    again.click!({ x: -5000, y: 2000 }, px);
    expect(session.editor.message!.text).toMatch(/Walls close round no room/);
    expect(slabs(session)).toHaveLength(1);
  });

  it('cut in two by a line from place to place, which Esc begins anew', () => {
    const points = [
      { x: 0, y: -3000 },
      { x: 5000, y: -3000 },
      { x: 5000, y: 0 },
      { x: 0, y: 0 }
    ];
    const session = startSession([
      rectangle(),
      { name: 'addSlab', args: { id: 'patio', storey: 'storey-1', thickness: 120, points } }
    ]);
    const tool = session.take('slab');
    choose(tool, 'face', 'a line that cuts one in two');
    tool.click!({ x: 2000, y: -3400 }, px);
    expect(tool.back()).toBe(true);
    tool.click!({ x: 2000, y: -3400 }, px);
    tool.click!({ x: 1000, y: -5400 }, px);
    expect(session.editor.message!.text).toBe('No slab lies under the line.');
    tool.move!({ x: 2000, y: 400 }, px);
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 2000, y: 400 }, px);
    expect(slabs(session)).toHaveLength(2);
  });

  it('by the walls is cut by a line whose ends are typed, and is drawn then', () => {
    const session = startSession([
      rectangle(),
      { name: 'addSlab', args: { id: 'floor', storey: 'storey-1', face: 'outer', thickness: 120 } }
    ]);
    const tool = session.take('slab');
    choose(tool, 'face', 'a line that cuts one in two');
    for (const [blank, text] of [
      ['x', '2500'],
      ['y', '-300']
    ] as const)
      expect(tool.fill(blank, text)).toBeUndefined();
    tool.accept();
    for (const [blank, text] of [
      ['way', '9 m'],
      ['turn', '90.3']
    ] as const)
      expect(tool.fill(blank, text)).toBeUndefined();
    expect(session.editor.isTrial).toBe(true);
    tool.accept();
    expect(slabs(session).map(({ outline }) => outline.kind)).toEqual(['drawn', 'drawn']);
    expect(session.editor.message!.text).toContain('follows the walls no more');
  });
});
