import { describe, expect, it } from 'vitest';
import { choose, readSentence, rectangle, startSession } from '../../testing/session';
import { describeSelection } from '../../details/describe';
import { Drag, hitAt } from '../../pointing';

const px = 10;
const patio = {
  name: 'addSlab',
  args: {
    ...{ id: 'patio', storey: 'storey-1', thickness: 120, offset: -140 },
    points: [
      { x: 0, y: -3000 },
      { x: 5000, y: -3000 },
      { x: 5000, y: 0 },
      { x: 0, y: 0 }
    ]
  }
};
const begun = () => startSession([rectangle(), { name: 'addSlab', args: { storey: 'storey-1' } }, patio]);
const slabOf = ({ editor }: ReturnType<typeof startSession>) => editor.project.tables.slab.get('patio')!;

describe('falls by pointing', () => {
  it('away from an edge: of two that lie on each other that of the slab that is pointed into', () => {
    const session = begun();
    const tool = session.take('fall');
    tool.accept();
    expect(session.editor.message!.text).toBe('Nothing of a slab is chosen yet.');
    tool.fill('slope', '1 : 50');
    tool.move!({ x: 2500, y: -80 }, px);
    expect(readSentence(tool.sentence())).toContain('edge 3 of slab patio, 5 000 mm');
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 2500, y: -80 }, px);
    expect(slabOf(session).falls).toEqual({
      kind: 'plane',
      slope: expect.closeTo(0.02, 9) as number,
      direction: expect.closeTo(-Math.PI / 2, 9) as number
    });
    expect(tool.fill('slope', '0')).toContain('more than nothing');
  });
  it('a height at a corner and a gully; the other heights stay; level again; undone step by step', () => {
    const session = begun();
    const tool = session.take('fall');
    tool.click!({ x: 2500, y: -80 }, px);
    choose(tool, 'way', 'have a height at a place');
    tool.fill('z', '-90');
    tool.click!({ x: 4950, y: -2930 }, px);
    tool.fill('z', '-120');
    tool.move!({ x: 2504, y: -1499 }, px);
    expect(tool.note).toContain('a gully in slab');
    tool.click!({ x: 2504, y: -1499 }, px);
    const { falls } = slabOf(session);
    expect(falls?.kind === 'levels' && falls.levels.map(({ at, z }) => [at.x, at.y, Math.round(z)])).toEqual([
      [0, -3000, -50],
      [5000, 0, 0],
      [0, 0, 0],
      [5000, -3000, -90],
      [2500, -1500, -120]
    ]);
    choose(tool, 'way', 'be level again');
    tool.click!({ x: 1000, y: -1000 }, px);
    expect(slabOf(session).falls).toBeNull();
    session.editor.undo();
    expect(slabOf(session).falls).toEqual(falls);
  });
  it('a slab is picked where floors are worked on; its edge is dragged square to itself, heights go along', () => {
    const session = begun();
    session.editor.open('walls');
    expect(hitAt(session.editor, { x: 2500, y: -1500 }, px)).toBeUndefined();
    session.editor.open('floors');
    expect(hitAt(session.editor, { x: 2500, y: -1500 }, px)).toBe('patio');
    session.editor.perform({
      name: 'setFalls',
      args: { id: 'patio', level: { at: { x: 5000, y: -3000 }, z: -60 } }
    });
    const drag = Drag.begin(session.editor, { x: 2500, y: -2990 }, px)!;
    drag.move({ x: 2700, y: -3490 });
    drag.drop();
    const { outline, falls } = slabOf(session);
    expect(outline).toMatchObject({
      points: [
        { x: 0, y: -3500 },
        { x: 5000, y: -3500 },
        { x: 5000, y: 0 },
        { x: 0, y: 0 }
      ]
    });
    expect(falls).toMatchObject({
      levels: expect.arrayContaining([{ at: { x: 5000, y: -3500 }, z: -60 }]) as object
    });
  });
  it('a gully so far from a corner that is chosen, and a ridge from one place that is typed to another', () => {
    const session = begun();
    const tool = session.take('fall');
    choose(tool, 'way', 'have a height at a place');
    choose(tool, 'corner', 'corner 1 of slab patio at 0, -3 000');
    for (const [blank, text] of [
      ['across', '1234.5'],
      ['up', '900'],
      ['z', '-75']
    ] as const)
      expect(tool.fill(blank, text)).toBeUndefined();
    tool.accept();
    const levels = () => {
      const { falls } = slabOf(session);
      return falls?.kind === 'levels' ? falls.levels : [];
    };
    expect(levels()).toContainEqual({ at: { x: 1234.5, y: -2100 }, z: -75 });
    tool.fill('across', '5000');
    expect(tool.note).toBe('corner 2 of slab patio');
    tool.fill('across', '5100');
    tool.accept();
    expect(session.editor.message!.text.replace(/\s/g, ' ')).toBe(
      'That place lies 100 mm beside slab patio.'
    );
    choose(tool, 'way', 'have a ridge or valley');
    choose(tool, 'corner', 'corner 1 of slab patio at 0, -3 000');
    tool.fill('up', '1000');
    tool.accept();
    tool.fill('across', '5 m');
    tool.fill('up', '1 m');
    tool.accept();
    const { falls } = slabOf(session);
    expect(falls?.kind === 'levels' && falls.lines[0]).toMatchObject({
      from: { at: { x: 0, y: -2000 } },
      to: { at: { x: 5000, y: -2000 } }
    });
  });
  it('of four heights one that is cleared follows the plane of the others', () => {
    const session = begun();
    session.editor.select(['patio']);
    const fieldOf = (label: string) =>
      describeSelection(session.editor)!
        .groups.flatMap(({ fields }) => fields)
        .find((field) => field.label === label)!;
    session.editor.perform({
      name: 'setFalls',
      args: {
        id: 'patio',
        levels: [
          [0, -3000, -40],
          [5000, -3000, -70],
          [5000, 0, -10],
          [0, 0, -5]
        ].map(([x, y, z]) => ({ at: { x, y }, z }))
      }
    });
    expect(fieldOf('Planes').value).toMatch(/^2:/);
    expect(fieldOf('Corner 4, height').set!('')).toBeUndefined();
    expect(fieldOf('Planes').value).toBe('one');
    expect(fieldOf('Corner 4, height')).toMatchObject({
      value: '20 above its level',
      also: 'follows the others'
    });
    expect(fieldOf('Corner 4, height').set!('5 below')).toBeUndefined();
    expect(fieldOf('Corner 4, height').value).toBe('5 below its level');
  });
  it('an edge is as long as is typed, by the edge after it; what followed walls is drawn when that is chosen', () => {
    const session = begun();
    const fieldOf = (label: RegExp) =>
      describeSelection(session.editor)!
        .groups.flatMap(({ fields }) => fields)
        .find((field) => label.test(field.label))!;
    session.editor.select(['patio']);
    expect(fieldOf(/^Edge 1/).label).toBe('Edge 1, to the south');
    expect(fieldOf(/^Edge 1/).set!('5432')).toBeUndefined();
    expect(slabOf(session).outline).toMatchObject({
      points: [
        { x: 0, y: -3000 },
        { x: 5432, y: -3000 },
        { x: 5432, y: 0 },
        { x: 0, y: 0 }
      ]
    });
    expect(fieldOf(/^Edge 1/).set!('0')).toBeDefined();
    session.editor.select(['slab-1']);
    fieldOf(/^Outline by/).set!('drawn');
    expect(session.editor.project.tables.slab.get('slab-1')!.outline.kind).toBe('drawn');
    fieldOf(/^Outline by/).set!('inner');
    expect(session.editor.project.tables.slab.get('slab-1')!.outline).toEqual({
      kind: 'walls',
      face: 'inner'
    });
  });
  it('a hole by its corners in the slab that they lie on', () => {
    const session = begun();
    const tool = session.take('slab');
    choose(tool, 'face', 'corners of a hole in one');
    for (const [x, y] of [
      [1000, -2000],
      [2000, -2000],
      [2000, -1000],
      [1000, -2000]
    ] as const)
      tool.click!({ x, y }, px);
    expect(slabOf(session).holes).toHaveLength(1);
  });
  it('a valley from place to place; where water runs is told where it is pointed at; Esc lets its beginning go', () => {
    const session = begun();
    const tool = session.take('fall');
    choose(tool, 'way', 'have a ridge or valley');
    tool.fill('z', '-30');
    tool.click!({ x: 0, y: -1500 }, px);
    expect(readSentence(tool.sentence())).toContain('from where it was begun, 30 below its level, to');
    expect(tool.back()).toBe(true);
    tool.click!({ x: 0, y: -1500 }, px);
    tool.fill('z', '-60');
    tool.move!({ x: 4990, y: -1500 }, px);
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 5000, y: -1500 }, px);
    const { falls } = slabOf(session);
    expect(falls?.kind === 'levels' && falls.lines).toEqual([
      { from: { at: { x: 0, y: -1500 }, z: -30 }, to: { at: { x: 5000, y: -1500 }, z: -60 } }
    ]);
    tool.move!({ x: 2500, y: -500 }, px);
    expect(tool.overlay!().label!.text).toMatch(/^water over an edge, \d+ lower$/);
    session.editor.select(['patio']);
    const fields = () => describeSelection(session.editor)!.groups.flatMap((group) => group.fields);
    expect(fields().find(({ label }) => label === 'Water runs')!.value).toContain('over an edge');
    expect(fields().find(({ name }) => name === 'line 0 to')!.set!('-80')).toBeUndefined();
    expect(slabOf(session).falls).toMatchObject({ lines: [{ from: { z: -30 }, to: { z: -80 } }] });
    expect(fields().find(({ name }) => name === 'line 0 kept')!.set!('out')).toBeUndefined();
    expect(slabOf(session).falls).toMatchObject({ lines: [] });
  });
});
