/** Rooms tied by doorways and lengths outside, by numbers that a plan of known walls gives. */
import { describe, expect, it } from 'vitest';
import { readProject, writeProject } from '../../exchange/archive';
import { perform } from '../../commands/register';
import type { Project } from '../../document/kind';
import { planDrawing } from '../../drawing/plan-drawing';
import { mirrorIn } from '../../geometry/motion';
import { declarationOf } from '../../document/project';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { sizesToMeasure } from '../../review/to-measure';
import { act, built, call, refusal } from '../../testing/house';
import { surveyRoomRows } from '../survey-room/schedule';
import { roomsOn } from '../wall/rooms';
import { wallRows } from '../wall/schedule';
import { ringArea } from '../../geometry/ring';
import { roomTieRows } from './schedule';

const box = (x: number, y: number, w: number, d: number) => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + d },
  { x, y: y + d }
];

/** Of each room: its lower left corner and size. */
const plan = { hall: [0, 0, 3000, 4000], kitchen: [3120, 0, 4000, 4000] } as const;

const measured = (
  project: Project,
  id: string,
  width: number,
  depth: number,
  taped = (length: number) => length
): Project =>
  [
    [1, 2, width],
    [2, 3, depth],
    [3, 4, width],
    [1, 4, depth],
    [1, 3, Math.hypot(width, depth)],
    [2, 4, Math.hypot(width, depth)]
  ].reduce(
    (now, [from, to, length]) => act(now, 'measureRoom', { id, from, to, length: taped(length!) }),
    project
  );

/** Pointed out far from where they are. */
const rooms = Object.entries(plan).reduce(
  (project, [id, [, , w, d]], i) =>
    measured(
      act(project, 'addSurveyRoom', {
        id,
        name: id,
        storey: 'storey-1',
        corners: box(9000 * i, 700 * i, w + 90, d - 80)
      }),
      id,
      w,
      d
    ),
  built(call('setProject', { measuring: { by: 'R. Hale', on: '3 May' } }))
);
const tied = act(rooms, 'addDoorway', { id: 'door', one: 'hall', other: 'kitchen', side: 2, otherSide: 4 });
const pieces = [
  ['from', 1, 1000],
  ['width', 1, 910],
  ['from', 2, 4000 - 1910],
  ['width', 2, 910],
  ['thick', 1, 120]
] as const;
const given = (project: Project, list: readonly (readonly [string, number, number | null])[]) =>
  list.reduce(
    (now, [piece, at, length]) => act(now, 'measureDoorway', { id: 'door', piece, at, length }),
    project
  );
const whole = given(tied, pieces);
const query = (project: Project) => new Model().at(project);
const tie = (project: Project, id = 'door') => roomTieRows(query(project)).find((one) => one.id === id)!;
const room = (project: Project, id: string) => surveyRoomRows(query(project)).find((one) => one.id === id)!;
const codes = (project: Project) =>
  reviewProject(query(project)).flatMap(({ code }) => (code.startsWith('survey') ? [code] : []));

describe('a doorway between two rooms', () => {
  it('says what is missing, and ties them when that is measured: the other room comes to where it lies', () => {
    expect(tie(tied)).toMatchObject({ ties: false, closingError: null, thickness: [] });
    expect(tie(tied).missing[0]).toBe('B to the doorway, in hall');
    expect(codes(tied)).toEqual(['survey.tie-open']);
    const list = sizesToMeasure(query(tied)).map(({ size, known }) => `${size}: ${known}`);
    expect(list).toContain('thickness of the wall towards B of hall: not measured');
    expect(tie(whole)).toMatchObject({ ties: true, missing: [], thickness: [120, 120] });
    expect(codes(whole)).toEqual([]);
    expect(room(whole, 'hall').corners[0]).toEqual([0, 0]);
    expect([room(tied, 'hall').tiedScatter, room(whole, 'hall').tiedScatter! > 0]).toEqual([null, true]);
    expect(room(whole, 'kitchen').lengths.every(({ residual }) => Math.abs(residual!) < 0.01)).toBe(true);
    const clear = room(whole, 'kitchen').corners.map(([x, y]) => [Math.round(x), Math.round(y)]);
    expect(clear).toEqual([
      [3120, 0],
      [7120, 0],
      [7120, 4000],
      [3120, 4000]
    ]);
    expect(tie(whole).lengths[0]).toMatchObject({
      length: 1000,
      certainty: 'measured',
      by: 'R. Hale',
      on: '3 May'
    });
  });

  it('is kept in the file, goes with a room, and is turned over with both', () => {
    const read = readProject('house.cliffstead', writeProject(whole, new Map()));
    expect(read.ok && read.project.tables.roomTie.get('door')).toEqual(whole.tables.roomTie.get('door'));
    expect(act(whole, 'deleteItems', { ids: ['hall'] }).tables.roomTie.size).toBe(0);
    const over = mirrorIn({ x: 0, y: 0 }, { x: 0, y: 1000 });
    const turned = ['hall', 'kitchen'].map((id) => {
      const record = whole.tables.surveyRoom.get(id)!;
      return declarationOf(whole, record).moved!(record, over);
    });
    const flipped: Project = {
      ...whole,
      tables: { ...whole.tables, surveyRoom: new Map(turned.map((one) => [one.id, one as never])) }
    };
    expect(tie(flipped).ties).toBe(true);
    const xs = room(flipped, 'kitchen').corners.map(([x]) => Math.round(x));
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([-7120, -3120]);
  });

  it('refuses what cannot be, by name', () => {
    const door = { one: 'hall', other: 'kitchen', side: 2, otherSide: 4 };
    expect(refusal(rooms, 'addDoorway', { ...door, other: 'hall' })).toContain('cannot be tied to itself');
    expect(refusal(rooms, 'addDoorway', { ...door, side: 7 })).toContain('has 4, A to D');
    const upstairs = act(act(rooms, 'addStorey', {}), 'addSurveyRoom', {
      ...{ id: 'loft', storey: 'storey-2', corners: box(0, 0, 3000, 3000) }
    });
    expect(refusal(upstairs, 'addDoorway', { ...door, other: 'loft' })).toContain('different storeys');
    const longer = { id: 'door', piece: 'to', at: 1, length: 2900 };
    expect(refusal(whole, 'measureDoorway', longer)).toMatch(/3 pieces along B–C .* 4.810.mm together/);
    expect(refusal(whole, 'measureDoorway', { ...longer, length: 0 })).toContain('more than zero');
    expect(refusal(whole, 'measureDoorway', { ...longer, length: undefined })).toContain(
      'It is not said how long'
    );
    expect(refusal(whole, 'setOutsideLength', { id: 'door', length: 9 })).toContain('not measured outside');
  });

  it('taken away it ties no more; measured anew it is known by whoever measures', () => {
    expect(tie(given(whole, [['thick', 1, null]])).ties).toBe(false);
    const known = act(whole, 'measureDoorway', { id: 'door', piece: 'thick', at: 1, certainty: 'assumed' });
    expect(tie(known).lengths[4]).toMatchObject({ certainty: 'assumed', length: 120, by: 'R. Hale' });
    expect(sizesToMeasure(query(known)).map(({ known: how }) => how)).toContain('assumed');
  });
});

describe('a length outside', () => {
  const outside = {
    one: 'hall',
    other: 'kitchen',
    corner: 1,
    otherCorner: 2,
    length: 7720,
    wall: 300,
    otherWall: 300
  };
  it('agrees with the rooms, or its slip is named; its walls leave something of it', () => {
    const agreed = act(whole, 'addOutsideLength', { id: 'out', ...outside });
    expect(tie(agreed, 'out')).toMatchObject({ ties: true, kind: 'outside', walls: [300, 300] });
    expect(Math.abs(tie(agreed, 'out').lengths[0]!.residual!)).toBeLessThan(0.01);
    const slipped = act(agreed, 'setOutsideLength', { id: 'out', length: 7790 });
    expect(codes(slipped)).toEqual(['survey.net-worst']);
    const told = reviewProject(query(slipped)).find(({ code }) => code === 'survey.net-worst')!.message;
    expect(told).toMatch(/outside from A of hall to B of kitchen is about 69.mm too long/);
    expect(refusal(rooms, 'addOutsideLength', { ...outside, length: 500 })).toContain('nothing is left');
    expect(refusal(agreed, 'setOutsideLength', { id: 'out', length: null })).toContain('not said how long');
    expect(refusal(agreed, 'measureDoorway', { id: 'out', piece: 'to', at: 1, length: 1 })).toContain(
      'no doorway'
    );
    expect(tie(act(rooms, 'addOutsideLength', { id: 'out', ...outside }), 'out').ties).toBe(false);
  });

  it('is drawn from outer face to outer face beside the rooms, with its length', () => {
    const drawnAt = (project: Project, at: 'measure' | 'walls') =>
      planDrawing(query(project), 'storey-1', { paper: 100, at })
        .over.flat()
        .filter(({ subject }) => subject === 'out');
    const agreed = act(whole, 'addOutsideLength', { id: 'out', ...outside });
    const [line, ...rest] = drawnAt(agreed, 'measure');
    expect(line).toMatchObject({
      points: [
        { x: expect.closeTo(-300, 2), y: expect.closeTo(-640, 2) },
        { x: expect.closeTo(7420, 2), y: expect.closeTo(-640, 2) }
      ]
    });
    expect(rest.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))).toEqual(['7\u00a0720']);
    expect(drawnAt(agreed, 'walls')).toEqual([]);
    // Where it does not tie them yet, dotted between the rooms as they lie.
    const loose = act(rooms, 'addOutsideLength', { id: 'out', ...outside });
    expect(drawnAt(loose, 'measure')[0]).toMatchObject({ pen: 'dotted' });
  });
});

describe('tied rooms that are built', () => {
  const built2 = (project: Project, first: string, second: string) => {
    const one = act(project, 'buildSurveyRoom', { id: first, thickness: 300 });
    return act(one, 'buildSurveyRoom', { id: second, thickness: 300 });
  };
  it.each([
    ['hall', 'kitchen', 0],
    ['kitchen', 'hall', 0],
    ['hall', 'kitchen', 9]
  ] as const)(
    'from %s on to %s share the wall between them, with its doorway; %d askew',
    (first, second, off) => {
      const askew = given(whole, [['thick', 2, 120 + off]]);
      const house = built2(askew, first, second);
      const model = new Model().at(house);
      expect(house.tables.wall.size).toBe(7);
      const roles = [...house.tables.wall.values()].map(({ role }) => role).sort();
      expect(roles).toEqual([...Array<string>(6).fill('exterior'), 'partition']);
      const partition = [...house.tables.wall.values()].find(({ role }) => role === 'partition')!;
      const thick = wallRows(model).find(({ id }) => id === partition.id)!.thickness;
      expect(Math.abs(thick - 120)).toBeLessThanOrEqual(off * 2);
      const [door] = [...house.tables.opening.values()];
      expect([door!.wall, Math.round(door!.width)]).toEqual([partition.id, 910]);
      // Both rooms are closed, and as large as they were measured.
      const areas = model
        .get(roomsOn, 'storey-1')
        .map((rings) => rings.reduce((sum, ring) => sum + ringArea(ring), 0) / 1e6)
        .sort((p, q) => p - q);
      expect(areas[0]).toBeCloseTo(12, off > 0 ? 0.5 : 2);
      expect(areas[1]).toBeCloseTo(16, off > 0 ? 0.5 : 2);
      // What is askew is said to be.
      const told = new Set(reviewProject(model).map(({ code }) => code));
      expect([...told].filter((code) => /^(run|wall|joint)/.test(code))).toEqual(
        off > 0 ? ['wall.not-square'] : []
      );
      expect(refusal(house, 'buildSurveyRoom', { id: second })).toContain('built already');
    }
  );

  it.each([0, 4])(
    'four rooms round a crossing, the last doorway closing the way round, lengths off by up to %d',
    (off) => {
      let k = 0;
      const noisy = (length: number) => length + off * Math.sin(12.9898 * k++ + 3);
      const [widths, depths] = [
        [4000, 3000],
        [3500, 2800]
      ] as const;
      let project = built();
      for (const r of [0, 1] as const)
        for (const c of [0, 1] as const) {
          const [w, d, id] = [widths[c], depths[r], `r${c}${r}`];
          project = act(project, 'addSurveyRoom', {
            id,
            storey: 'storey-1',
            corners: box(6000 * c, 5000 * r, w, d)
          });
          project = measured(project, id, w, d, noisy);
        }
      const doors = [
        ['r00', 'r10', 2, 4, 3500],
        ['r01', 'r11', 2, 4, 2800],
        ['r00', 'r01', 3, 1, 4000],
        ['r10', 'r11', 3, 1, 3000]
      ] as const;
      doors.forEach(([one, other, side, otherSide, long], i) => {
        project = act(project, 'addDoorway', { id: `door-${i}`, one, other, side, otherSide });
        for (const [piece, at, length] of [
          ['from', 1, 700],
          ['width', 1, 900],
          ['from', 2, long - 1600],
          ['width', 2, 900],
          ['thick', 1, 120],
          ['thick', 2, 120]
        ] as const)
          project = act(project, 'measureDoorway', { id: `door-${i}`, piece, at, length: noisy(length) });
      });
      const closing = roomTieRows(query(project)).flatMap(({ closingError }) => closingError ?? []);
      expect(closing).toHaveLength(1);
      expect(closing[0]).toBeLessThan(off > 0 ? 40 : 0.01);
      for (const id of ['r00', 'r11', 'r01', 'r10'])
        project = act(project, 'buildSurveyRoom', { id, thickness: 300 });
      expect([project.tables.wall.size, project.tables.opening.size]).toEqual([12, 4]);
      const areas = new Model()
        .at(project)
        .get(roomsOn, 'storey-1')
        .map((rings) => rings.reduce((sum, ring) => sum + ringArea(ring), 0) / 1e6)
        .sort((p, q) => q - p);
      [14, 11.2, 10.5, 8.4].forEach((area, i) => expect(areas[i]).toBeCloseTo(area, off > 0 ? 1 : 3));
    }
  );

  it('says where a wall that stands beyond does not reach along a side', () => {
    const long = act(whole, 'setSurveyRoom', { id: 'hall', square: false });
    const short = [
      [2, 3, 2500],
      [1, 4, 2500],
      [1, 3, Math.hypot(4000, 2500)],
      [2, 4, Math.hypot(4000, 2500)]
    ].reduce((now, [from, to, length]) => act(now, 'measureRoom', { id: 'kitchen', from, to, length }), long);
    const fits = given(short, [['from', 2, 600]]);
    const one = act(fits, 'buildSurveyRoom', { id: 'kitchen', thickness: 300 });
    const made = perform(one, call('buildSurveyRoom', { id: 'hall', thickness: 300 }));
    expect(made.ok && made.also).toContain('No wall is built along B–C');
  });
});
