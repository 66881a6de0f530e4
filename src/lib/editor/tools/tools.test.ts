import { asRoof } from '../../core/kinds/roof/record';
import { describe, expect, it } from 'vitest';
import { inch } from '../../core/units/length';
import { angleBlank, blankAtFault, choiceBlank, shownChoices, textBlank } from '../sentence';
import { choose, readSentence, rectangle, startSession } from '../testing/session';

const px = 20;
const wallsOf = ({ editor }: ReturnType<typeof startSession>) =>
  [...editor.project.tables.wall.values()].map(({ a, b }) => [a.x, a.y, b.x, b.y]);

it('a refusal is said at the blank that its numbers are of, else at the one typed into last', () => {
  const parts = [
    'A door',
    choiceBlank('end', 'End', 'a', []),
    angleBlank('angle', 'Angle', 0),
    textBlank('name', 'Name', '')
  ];
  expect(blankAtFault(parts, ['over', 'angle'], 'name')).toBe('angle');
  expect(blankAtFault(parts, ['over', 'end'], 'name')).toBe('name');
  expect(blankAtFault(parts, ['over'], 'gone')).toBeUndefined();
});

describe('wall run', () => {
  it('a build-up proposes what kind of wall it is, until that is chosen', () => {
    const tool = startSession().take('wallRun');
    const kind = () => tool.sentence().find((part) => typeof part !== 'string' && part.name === 'role');
    choose(tool, 'buildUp', 'Partition 120');
    expect(kind()).toMatchObject({ value: 'partition' });
    choose(tool, 'buildUp', 'Stone cavity 425');
    expect(kind()).toMatchObject({ value: 'exterior' });
    tool.fill('role', 'nib');
    choose(tool, 'buildUp', 'Partition 120');
    expect(kind()).toMatchObject({ value: 'nib' });
  });
  it('says nothing of what was just done, and draws nothing that was not shown', () => {
    const session = startSession();
    const { editor } = session;
    const tool = session.take('wallRun');
    tool.click!({ x: 0, y: 0 }, px);
    tool.move!({ x: 900, y: 0 }, px);
    tool.fill('length', '3000');
    tool.accept();
    expect(editor.message).toBeUndefined();
    tool.accept();
    expect(editor.project.tables.wall.size).toBe(1);
    tool.move!({ x: 3000, y: 900 }, px);
    tool.fill('length', '2000');
    tool.accept();
    // A partition from wall to wall is whole: the next begins where the pointer goes.
    tool.back!();
    tool.click!({ x: 0, y: 0 }, px);
    tool.move!({ x: 3000, y: 2000 }, px);
    tool.click!({ x: 3000, y: 2000 }, px);
    expect(editor.project.tables.wall.size).toBe(3);
    expect(readSentence(tool.sentence())).toMatch(/^Start a wall/);
  });
  it.each([
    ['centre', 'left'],
    ['outer', 'left'],
    ['outer', 'right'],
    ['inner', 'left']
  ] as const)(
    'starts a typed clear distance from a face, by its near face: on its %s, outside %s',
    (line, side) => {
      const session = startSession([rectangle()]);
      const tool = session.take('wallRun');
      choose(tool, 'buildUp', 'Partition 120');
      tool.fill('settingOut', line);
      if (side === 'right') tool.key!('x');
      tool.move!({ x: 2000, y: 205 }, px);
      expect(readSentence(tool.sentence())).toContain('clear of [the face of Wall 4]');
      tool.fill('clear', '1200');
      // What was typed holds, wherever the pointer goes.
      tool.move!({ x: 4000, y: 3790 }, px);
      tool.move!({ x: 3000, y: 1900 }, px);
      tool.accept();
      expect(tool.unfinished).toEqual([]);
      tool.fill('angle', '90');
      tool.fill('length', '2000');
      tool.accept();
      const { frames } = session.editor.storeyModel!;
      const own = [...frames.values()].at(-1)!;
      const xs = [own.y0, own.y1].map((y) => own.origin.x + own.left.x * y);
      // The inner face of wall 4 is at 200.
      expect(Math.min(...xs)).toBeCloseTo(1400, 3);
      expect(own.wall.b.y).toBeCloseTo(2200, 3);
      expect(tool.unfinished).toEqual([own.wall.id]);
    }
  );
  it('goes square rather than to a middle that is a little off', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('wallRun');
    tool.click!({ x: 3070, y: 2000 }, px);
    tool.move!({ x: 3060, y: 205 }, px);
    tool.accept();
    expect(wallsOf(session).at(-1)!.map(Math.round)).toEqual([3070, 2000, 3070, 0]);
  });
  it('is typed end to start and closed on its first point', () => {
    const session = startSession();
    const tool = session.take('wallRun');
    expect(readSentence(tool.sentence())).toMatch(
      /^Start a wall \[0\] across and \[0\] up from project zero, on its \[outer face\]/
    );
    tool.fill('x', '1 m');
    tool.fill('y', '500');
    tool.accept();
    for (const [length, angle] of [
      ['4.2m - 200', '0'],
      ['3000', '90'],
      ['4000', '180']
    ]) {
      tool.fill('length', length!);
      tool.fill('angle', angle!);
      tool.accept();
    }
    expect(tool.key!('c')).toBe(true);
    expect(wallsOf(session)).toEqual([
      [1000, 500, 5000, 500],
      [5000, 500, 5000, 3500],
      [5000, 3500, 1000, 3500],
      [1000, 3500, 1000, 500]
    ]);
    expect(session.editor.message).toMatchObject({ kind: 'done' });
    expect(session.operations).toHaveLength(4);
  });
  it('a run drawn clockwise looks outwards once it is closed, and says so before and after', () => {
    const session = startSession();
    const { editor } = session;
    const tool = session.take('wallRun');
    for (const [x, y] of [
      [0, 0],
      [0, 4000],
      [6000, 4000],
      [6000, 0]
    ] as const)
      tool.click!({ x, y }, px);
    const outsides = () => [...editor.project.tables.wall.values()].map(({ outside }) => outside);
    expect(outsides()).toEqual(['right', 'right', 'right']);
    expect(tool.overlay!().outwards).toMatchObject([
      { towards: { x: 1 } },
      { towards: { y: -1 } },
      { towards: { x: -1 } }
    ]);
    tool.move!({ x: 0, y: 0 }, px);
    expect(editor.message?.text).toMatch(/^3 walls of the run are turned/);
    expect([...editor.shown.tables.wall.values()].map(({ outside }) => outside)).toEqual([
      'left',
      'left',
      'left',
      'left'
    ]);
    tool.accept();
    expect(outsides()).toEqual(['left', 'left', 'left', 'left']);
    expect(editor.message?.text).toMatch(/^The run is closed. 3 walls of the run are turned/);
    editor.undo();
    expect(outsides()).toEqual(['right', 'right', 'right']);
  });
  it('typed numbers win over the pointer, one at a time', () => {
    const session = startSession();
    const tool = session.take('wallRun');
    tool.click!({ x: 0, y: 0 }, px);
    tool.fill('length', '2 500');
    tool.move!({ x: 0, y: 4000 }, px);
    tool.accept();
    tool.fill('angle', '45');
    tool.move!({ x: 3000, y: 2500 }, px);
    tool.accept();
    const [first, second] = wallsOf(session);
    expect(first).toEqual([0, 0, 0, 2500]);
    expect(second![3]! - second![1]!).toBeCloseTo(second![2]! - second![0]!, 2);
  });
  it('shows the trial and its length while pointing; Esc steps back, then leaves', () => {
    const session = startSession();
    const tool = session.take('wallRun');
    tool.click!({ x: 0, y: 0 }, px);
    tool.move!({ x: 3000, y: 10 }, px);
    expect(session.editor.isTrial).toBe(true);
    const overlay = tool.overlay!();
    expect(overlay.label?.text).toBe('3\u00a0000\u00a0mm');
    expect(overlay.label?.beside.y).toBeLessThan(0);
    expect(overlay.snap?.name).toContain('at 0°');
    session.editor.escape();
    expect(session.editor.isTrial).toBe(false);
    expect(session.editor.tool).toBe(tool);
    session.editor.escape();
    expect(session.editor.tool).toBeUndefined();
  });
  it('F goes round the setting-out lines, X flips the outside, in the middle of a run', () => {
    const session = startSession();
    const tool = session.take('wallRun');
    tool.click!({ x: 0, y: 0 }, px);
    tool.key!('f');
    tool.key!('x');
    tool.fill('length', '3000');
    tool.fill('angle', '0');
    tool.accept();
    expect([...session.editor.project.tables.wall.values()][0]).toMatchObject({
      settingOut: 'centre',
      outside: 'left'
    });
    expect(tool.key!('q')).toBe(false);
  });
  it('kinds of walls bring their usual height and base; the line may be at a typed offset', () => {
    const session = startSession();
    const tool = session.take('wallRun');
    tool.click!({ x: 0, y: 0 }, px);
    choose(tool, 'role', 'a foundation wall');
    expect(readSentence(tool.sentence())).toContain(
      '[1 050] high, its base [1 050 below the datum], as [a foundation wall].'
    );
    choose(tool, 'settingOut', 'line at an offset');
    expect(tool.fill('offset', '60')).toBeUndefined();
    expect(tool.fill('base', '900 below')).toBeUndefined();
    tool.fill('length', '3000');
    tool.fill('angle', '0');
    tool.accept();
    expect([...session.editor.project.tables.wall.values()][0]).toMatchObject({
      role: 'foundation',
      base: -900,
      top: { kind: 'height', height: 1050 },
      settingOut: 'offset',
      settingOutOffset: 60
    });
    choose(tool, 'role', 'a low wall');
    // The height was proposed and follows the kind; the base was typed and holds, and so does a height from now on.
    const low = '[900] high, its base [900 below the datum], as [a low wall].';
    expect(readSentence(tool.sentence())).toContain(low);
    tool.fill('height', '1200');
    choose(tool, 'role', 'an outer wall');
    session.take('column');
    expect(readSentence(session.take('wallRun').sentence())).toContain('[1 200] high, its base [900 below');
  });
  it('refuses nonsense in a blank, and says where', () => {
    const { take } = startSession();
    const tool = take('wallRun');
    tool.click!({ x: 0, y: 0 }, px);
    expect(tool.fill('length', '7 kg')).toContain('“kg” is not a length');
    expect(tool.fill('length', '-3')).toContain('more than zero');
    expect(tool.fill('thickness', '0')).toContain('more than zero');
    expect(tool.fill('height', 'tall')).toContain('not a length');
    expect(tool.fill('angle', 'steep')).toContain('angle');
  });
  it('joins what it ends on: the trial is the finished joint', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('wallRun');
    choose(tool, 'settingOut', 'centre line');
    tool.click!({ x: 2000, y: 200 }, px);
    tool.move!({ x: 2000, y: 3800 }, px);
    const joints = session.editor.storeyModel!.footprints.joints.filter(({ node }) =>
      node.members.some(({ frame }) => session.editor.trialIds.has(frame.wall.id))
    );
    expect(joints.map(({ bands }) => bands[0]!.cut!.kind)).toEqual(['tee', 'tee']);
  });
});

describe('rectangle', () => {
  it('from two typed sizes at a typed offset from a corner', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('rectangle');
    choose(tool, 'corner', 'joint at 6 000, 0');
    for (const [blank, text] of [
      ['width', '3 m'],
      ['depth', '2500'],
      ['across', '1000'],
      ['up', '-500']
    ])
      expect(tool.fill(blank!, text!)).toBeUndefined();
    tool.accept();
    expect(wallsOf(session).slice(4)).toEqual([
      [7000, -500, 10000, -500],
      [10000, -500, 10000, 2000],
      [10000, 2000, 7000, 2000],
      [7000, 2000, 7000, -500]
    ]);
    expect(tool.fill('width', '0')).toContain('more than zero');
  });
  it('from two clicks; Esc forgets the first', () => {
    const session = startSession();
    const tool = session.take('rectangle');
    tool.click!({ x: 1000, y: 1000 }, px);
    expect(tool.back()).toBe(true);
    tool.click!({ x: 0, y: 0 }, px);
    tool.click!({ x: 5000, y: 3000 }, px);
    expect(wallsOf(session)).toHaveLength(4);
    expect(tool.back()).toBe(false);
  });
});

describe('openings', () => {
  it('follow the pointer in steps from the nearer face, and snap to the middle', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('window');
    tool.move!({ x: 1400, y: 100 }, px);
    expect(readSentence(tool.sentence())).toContain('its [near jamb] [600] from [the face of Wall 4]');
    expect(tool.overlay!().snap?.name).toBe('600\u00a0mm from the face of Wall 4');
    tool.move!({ x: 4900, y: 100 }, px);
    expect(readSentence(tool.sentence())).toContain('from [the face of Wall 2, backwards]');
    tool.move!({ x: 3010, y: 100 }, px);
    expect(tool.overlay!().snap?.name).toBe('middle of the clear wall');
    tool.accept();
    const [opening] = session.editor.project.tables.opening.values();
    expect(opening).toMatchObject({
      wall: 'wall-1',
      filling: 'window',
      distance: 2200,
      origin: { kind: 'face' }
    });
  });
  it('keep the typed distance while pointing along', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('door');
    tool.move!({ x: 1500, y: 100 }, px);
    tool.fill('distance', '450');
    tool.move!({ x: 2500, y: 100 }, px);
    tool.key!('h');
    tool.key!('x');
    tool.accept();
    const [door] = session.editor.project.tables.opening.values();
    expect(door).toMatchObject({ distance: 450, handing: { hinge: 'far', opens: 'outside' } });
    expect(tool.back()).toBe(false);
  });
  it('are set out from what is chosen, to the jamb that is chosen', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('opening');
    expect(tool.accept()).toBeUndefined();
    expect(session.editor.message?.text).toContain('No wall is chosen');
    choose(tool, 'wall', 'Wall 1');
    choose(tool, 'from', 'the end of its line');
    choose(tool, 'to', 'far jamb');
    tool.fill('distance', '2000');
    tool.fill('width', '1500');
    tool.accept();
    const [opening] = session.editor.project.tables.opening.values();
    expect(opening).toMatchObject({
      end: 'b',
      to: 'far',
      distance: 2000,
      width: 1500,
      origin: { kind: 'line' }
    });
  });
  it('are set out from the nearest face to the first jamb, which stays as the pointer moves on', () => {
    const session = startSession([rectangle()], 'ft');
    const tool = session.take('door');
    const told = () => readSentence(tool.sentence());
    // 9" from the corner face: the door lies against that face, not backwards from the other one.
    tool.move!({ x: 200 + 228.6, y: 100 }, px);
    expect(told()).toContain('near jamb] [0"] from [the face of Wall 4]');
    tool.move!({ x: 3500, y: 100 }, px);
    expect(told()).toContain('from [the face of Wall 4]');
    tool.move!({ x: 5700, y: 100 }, px);
    expect(told()).toContain('from [the face of Wall 2, backwards]');
    choose(tool, 'from', 'the face of Wall 4');
    tool.move!({ x: 5700, y: 100 }, px);
    expect(told()).toContain('from [the face of Wall 4]');
  });
  it('open to the side that is pointed at, until a side is chosen; and snap to thirds', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('door');
    tool.move!({ x: 2000, y: 30 }, px);
    expect(readSentence(tool.sentence())).toContain('opening [outwards]');
    tool.move!({ x: 200 + 5600 / 3, y: 170 }, px);
    expect(readSentence(tool.sentence())).toContain('opening [inwards]');
    expect(tool.overlay!().snap?.name).toBe('a third of the clear wall');
    tool.key!('x');
    tool.move!({ x: 2000, y: 180 }, px);
    expect(readSentence(tool.sentence())).toContain('opening [outwards]');
  });
  it('say of a partition where the door opens to, by the compass', () => {
    const wall = (role: string) => ({
      name: 'drawWall',
      args: {
        ...{ id: 'p', storey: 'storey-1', a: { x: 3000, y: 200 }, b: { x: 3000, y: 3800 }, thickness: 100 },
        ...{ role, settingOut: 'centre', outside: 'left' }
      }
    });
    for (const [role, words] of [
      ['partition', ['to the east', 'to the west']],
      ['exterior', ['inwards', 'outwards']]
    ] as const) {
      const tool = startSession([rectangle(), wall(role)]).take('door');
      tool.move!({ x: 3040, y: 2000 }, px);
      const opens = tool.sentence().find((part) => typeof part !== 'string' && part.name === 'opens');
      expect(typeof opens === 'object' && opens.choices!.map(({ label }) => label)).toEqual(words);
    }
  });
  it('show of long choices that begin alike the part that differs', () => {
    const wall = 'inner face of Wall living room and dining room';
    const labels = [`${wall}, west side`, `${wall}, east side`, 'the start of its line'];
    expect(shownChoices(labels.map((label) => ({ value: label, label }))).map(({ shown }) => shown)).toEqual([
      'inner face o … west side',
      'inner face o … east side',
      'the start of its line'
    ]);
  });
  it('take a head in place of a height: what was typed last holds', () => {
    const session = startSession([rectangle()], 'ft');
    const tool = session.take('window');
    const told = () => readSentence(tool.sentence());
    expect(told()).toContain('[4\'-0"] wide and [4\'-0"] high, its sill [2\'-8" above the datum]');
    expect(tool.fill('head', "7'")).toBeUndefined();
    expect(told()).toContain(`[4'-4"] high`);
    tool.fill('sill', `3'`);
    expect(told()).toContain(`[4'-0"] high, its sill [3'-0" above the datum], its head [7'-0" above`);
    tool.fill('height', `3'`);
    expect(told()).toContain(`its head [6'-0" above the datum]`);
    expect(tool.fill('head', `2'`)).toContain('above the sill');
    // Taken again, what was typed holds.
    expect(readSentence(session.take('window').sentence())).toContain(`[3'-0"] high`);
  });
  it('that do not fit say so at once', () => {
    const session = startSession([rectangle()]);
    const tool = session.take('door');
    choose(tool, 'wall', 'Wall 2');
    tool.fill('width', '9000');
    expect(session.editor.isTrial).toBe(false);
    expect(session.editor.message?.text).toContain('has only');
  });
});

describe('slab, copy up, roof, roof edge', () => {
  it('are a sentence and a preview; Enter does it and selects it', () => {
    const session = startSession([rectangle()]);
    const slab = session.take('slab');
    expect(session.editor.isTrial).toBe(true);
    choose(slab, 'face', 'the walls’ structure');
    expect(slab.fill('thickness', '175')).toBeUndefined();
    slab.accept();
    expect([...session.editor.selection]).toEqual(['slab-1']);
    expect(session.editor.project.tables.slab.get('slab-1')).toMatchObject({ thickness: 175 });
    const up = session.take('copyUp');
    expect(up.fill('name', ' ')).toContain('needs a name');
    up.fill('name', 'Loft');
    up.fill('height', '2.4 m');
    choose(up, 'which', 'all walls, partitions and columns');
    choose(up, 'openings', 'with their openings');
    up.accept();
    expect(session.editor.project.tables.storey.get(session.editor.storey)).toMatchObject({
      name: 'Loft',
      height: 2400
    });
    const roof = session.take('roof');
    expect(roof.fill('pitch', '95')).toContain('under 90');
    roof.fill('pitch', '7:12');
    roof.fill('form', 'mono');
    expect(readSentence(roof.sentence())).toContain('falling to');
    roof.fill('form', 'hip');
    roof.accept();
    expect(session.editor.project.tables.roof.get('roof-1')!.pitch).toBeCloseTo(Math.atan2(7, 12), 12);
  });
  it('a slab is laid by corners, pointed at or typed one from another', () => {
    const session = startSession();
    const tool = session.take('slab');
    choose(tool, 'face', 'corners you point at');
    tool.fill('x', '1000');
    tool.fill('y', '2000');
    tool.accept();
    for (const [way, turn] of [
      ['3 m', '0'],
      ['2 m', '90']
    ] as const) {
      tool.fill('way', way);
      tool.fill('turn', turn);
      tool.accept();
    }
    tool.move!({ x: 1010, y: 3990 }, px);
    expect(session.editor.isTrial).toBe(true);
    tool.click!({ x: 1000, y: 4000 }, px);
    expect(tool.back!()).toBe(true);
    tool.click!({ x: 1000, y: 4000 }, px);
    tool.click!({ x: 1005, y: 2005 }, px);
    const [slab] = [...session.editor.project.tables.slab.values()];
    expect(slab!.outline).toEqual({
      kind: 'drawn',
      points: [
        { x: 1000, y: 2000 },
        { x: 4000, y: 2000 },
        { x: 4000, y: 4000 },
        { x: 1000, y: 4000 }
      ]
    });
    const again = session.take('slab');
    choose(again, 'face', 'corners you point at');
    for (const [x, y] of [
      [0, 0],
      [1000, 1000],
      [1000, 0],
      [0, 1000]
    ] as const)
      again.click!({ x: x - 8000, y }, px);
    again.click!({ x: -8000, y: 0 }, px);
    expect(session.editor.message!.text).toMatch(/crosses itself/);
    expect(session.editor.project.tables.slab.size).toBe(1);
  });
  it('a roof edge is turned by pointing, and back', () => {
    const session = startSession([
      rectangle(),
      { name: 'addRoof', args: { storey: 'storey-1', pitch: 30, overhang: 300 } }
    ]);
    const tool = session.take('roofEdge');
    tool.click!({ x: 6300, y: 2000 }, px);
    expect(session.editor.project.tables.roof.get('roof-1')!.edges).toEqual([
      { wall: 'wall-2', kind: 'gable', ...asRoof }
    ]);
    tool.click!({ x: 6300, y: 2000 }, px);
    expect(session.editor.project.tables.roof.get('roof-1')!.edges).toEqual([]);
    tool.move!({ x: 3000, y: 2000 }, px);
    tool.accept();
    expect(session.editor.message?.text).toContain('No roof edge');
    // What is typed holds for the edges pointed at next, which stay what they are.
    tool.fill('pitch', '45');
    tool.fill('overhang', '600');
    for (const at of [
      { x: 6300, y: 2000 },
      { x: -300, y: 2000 }
    ])
      tool.click!(at, px);
    expect(session.editor.project.tables.roof.get('roof-1')!.edges).toEqual(
      ['wall-2', 'wall-4'].map((wall) => ({
        ...asRoof,
        ...{ wall, kind: 'eave', pitch: expect.closeTo(Math.PI / 4, 9) as number, overhang: 600 }
      }))
    );
    expect(tool.back!()).toBe(true);
    tool.fill('kind', 'abutment');
    tool.click!({ x: 6600, y: 2000 }, px);
    expect(session.editor.project.tables.roof.get('roof-1')!.edges.at(-1)).toMatchObject({
      ...{ wall: 'wall-2', kind: 'abutment' }
    });
  });
  it('say what is missing first', () => {
    const session = startSession();
    expect(readSentence(session.take('roofEdge').sentence())).toContain('no roof yet');
    expect(readSentence(session.take('trueUp').sentence())).toContain('no tracing sheet yet');
    session.take('slab');
    expect(session.editor.message?.text).toContain('has no');
  });
});

describe('truing up a tracing sheet', () => {
  const sheet = {
    name: 'addTracingSheet',
    args: { storey: 'storey-1', blob: 'b', mime: 'image/png', widthPx: 800, heightPx: 600, mmPerPixel: 15 }
  };
  it('two points and a length scale the sheet, never the model', () => {
    const session = startSession([rectangle(), sheet]);
    const walls = wallsOf(session);
    const tool = session.take('trueUp');
    tool.click!({ x: 1500, y: 1500 }, px);
    tool.move!({ x: 9000, y: 1500 }, px);
    expect(tool.overlay!().lines).toHaveLength(1);
    tool.click!({ x: 9000, y: 1500 }, px);
    expect(tool.fill('length', '0')).toContain('more than zero');
    tool.fill('length', '10 m');
    expect(readSentence(tool.sentence())).toContain('first point lies [1 500] across and [1 500] up');
    tool.accept();
    const trued = session.editor.project.tables.tracingSheet.get('tracing-sheet-1')!;
    expect(trued.mmPerPixel).toBeCloseTo(20, 9);
    // The first point stays where it was pointed at.
    expect(trued.origin.x + 100 * trued.mmPerPixel).toBeCloseTo(1500, 6);
    expect(wallsOf(session)).toEqual(walls);
  });
  it('the points can be typed as well', () => {
    const session = startSession([sheet]);
    const tool = session.take('trueUp');
    for (const x of ['1500', '9 m']) {
      tool.fill('x', x);
      tool.fill('y', '1500');
      tool.accept();
    }
    tool.fill('length', '10 m');
    tool.fill('toX', '0');
    tool.accept();
    const trued = session.editor.project.tables.tracingSheet.get('tracing-sheet-1')!;
    expect(trued.mmPerPixel).toBeCloseTo(20, 9);
    // What lay at 1 500 across lies at project zero, and as far up as before.
    expect(trued.origin).toEqual({ x: -2000, y: -500 });
  });
  it('Esc takes the points back one by one', () => {
    const session = startSession([sheet]);
    const tool = session.take('trueUp');
    tool.click!({ x: 0, y: 0 }, px);
    tool.click!({ x: 5000, y: 0 }, px);
    expect([tool.back(), tool.back(), tool.back()]).toEqual([true, true, false]);
  });
});

it('a house in feet and inches reads and writes them', () => {
  const session = startSession([], 'ft');
  const tool = session.take('rectangle');
  tool.fill('width', `31'-6"`);
  tool.fill('depth', '240');
  tool.accept();
  const [first] = wallsOf(session);
  expect(first![2]! - first![0]!).toBeCloseTo(31.5 * 12 * inch, 6);
  expect(readSentence(tool.sentence())).toContain(`[5 1/2"] thick`);
});
