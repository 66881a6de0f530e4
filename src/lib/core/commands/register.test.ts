import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyPatch, invertPatch } from '../document/patch';
import { allRecords } from '../document/project';
import { newProject } from '../kinds/new-project';
import type { Project } from '../document/kind';
import { commands } from './all';
import { perform } from './register';
import { runScript, type Script } from './script';

/** What the examples stand on: a closed house with an opening, a sheet; and what else one of them needs. */
const base: Script = {
  commands: [
    {
      name: 'drawRectangle',
      args: { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 6000, depth: 4000, thickness: 200 }
    },
    { name: 'addOpening', args: { wall: 'wall-1', filling: 'door', distance: 3000 } },
    {
      name: 'addTracingSheet',
      args: { storey: 'storey-1', blob: 'b', mime: 'image/png', widthPx: 100, heightPx: 100 }
    }
  ]
};
const exampleOf = (name: string) => ({ name, args: commands.find((one) => one.name === name)!.example });
const post = exampleOf('addColumn');
const part = (id: string, a: object, b: object) => ({
  name: 'drawWall',
  args: { id, storey: 'storey-1', a, b, thickness: 120, role: 'partition' }
});
const patio = {
  name: 'addSlab',
  args: {
    ...{ id: 'slab-1', storey: 'storey-1', thickness: 150 },
    points: [
      { x: 1000, y: -3000 },
      { x: 5000, y: -3000 },
      { x: 5000, y: 0 },
      { x: 1000, y: 0 }
    ]
  }
};
/** South of the house. */
const measured = {
  name: 'addSurveyRun',
  args: { ...(exampleOf('addSurveyRun').args as object), at: { x: 0, y: -12_000 } }
};
const pointedOut = {
  name: 'addSurveyRoom',
  args: {
    storey: 'storey-1',
    corners: [
      { x: 0, y: -12_000 },
      { x: 4000, y: -12_000 },
      { x: 4000, y: -9000 },
      { x: 0, y: -9000 }
    ]
  }
};
const sideOf = (from: number) => ({
  name: 'measureRoom',
  args: { id: 'room-survey-1', from, to: from + 1, length: 4000 }
});
const twoRooms = [
  pointedOut,
  {
    ...pointedOut,
    args: {
      ...pointedOut.args,
      corners: pointedOut.args.corners.map(({ x, y }) => ({ x: x + 4120, y }))
    }
  }
];
const also: Record<string, Script['commands']> = {
  // A sheet of the example's paper, so that both lengths are near to what they are there.
  stretchTracingSheet: [
    {
      name: 'trueUpTracingSheet',
      args: { id: 'tracing-sheet-1', p: { x: 1000, y: 1000 }, q: { x: 9000, y: 1000 }, length: 8000 }
    }
  ],
  setSurveyRun: [measured],
  mendSurveyRun: [measured],
  spreadSurveyRun: [{ ...measured, args: { ...measured.args, overall: 4812 } }],
  buildSurveyRun: [measured],
  closeSurveyRuns: [
    [0, -20_000, 0, 8400],
    [8400, -20_000, 90, 5200],
    [8400, -14_800, 180, 8410],
    [-10, -14_800, 270, 5215]
  ].map(([x, y, angle, length]) => ({
    name: 'addSurveyRun',
    args: { storey: 'storey-1', at: { x, y }, angle, pieces: [{ length }] }
  })),
  setSiteNote: [exampleOf('addSiteNote')],
  addDoorway: twoRooms,
  measureDoorway: [...twoRooms, exampleOf('addDoorway')],
  addOutsideLength: twoRooms,
  setOutsideLength: [...twoRooms, exampleOf('addDoorway'), exampleOf('addOutsideLength')],
  setSurveyRoom: [pointedOut],
  measureRoom: [pointedOut],
  buildSurveyRoom: [
    pointedOut,
    { name: 'setSurveyRoom', args: { id: 'room-survey-1', square: true } },
    ...[1, 2].map(sideOf)
  ],
  closeRun: [{ name: 'deleteItems', args: { ids: ['opening-1', 'wall-4'] } }],
  moveStorey: [{ name: 'addStorey', args: {} }],
  splitSlab: [patio],
  mergeSlabs: [
    patio,
    { name: 'splitSlab', args: { id: 'slab-1', a: { x: 3000, y: -4000 }, b: { x: 3000, y: 0 } } }
  ],
  copySlab: [patio, { name: 'addStorey', args: {} }],
  alignWalls: [{ name: 'copyStorey', args: { storey: 'storey-1', which: 'outer', aligned: false } }],
  setAlignment: [{ name: 'copyStorey', args: { storey: 'storey-1', which: 'outer' } }],
  setFooting: [
    { name: 'addFooting', args: { storey: 'storey-1', walls: [{ of: 'wall-1' }], thickness: 225 } }
  ],
  resetJoint: [
    { name: 'setJoint', args: { storey: 'storey-1', at: { x: 0, y: 0 }, cut: 'square', through: 'wall-1' } }
  ],
  resumeFinding: [
    { name: 'deferFinding', args: { finding: 'opening.near-joint opening-1 wall-1', reason: 'for now' } }
  ],
  joinWalls: [
    part('left-part', { x: 0, y: 9000 }, { x: 3000, y: 9000 }),
    part('right-part', { x: 3000, y: 9000 }, { x: 5000, y: 9000 })
  ],
  reachWall: [part('far-wall', { x: 9000, y: -1000 }, { x: 9000, y: 4000 })],
  squareWall: [part('skew', { x: 0, y: -6000 }, { x: 5000, y: -5900 })],
  splitAtJoints: [part('inner', { x: 4000, y: 0 }, { x: 4000, y: 3000 })],
  releaseTwins: [{ name: 'copyItems', args: { ids: ['wall-1'], by: { x: 0, y: 12_000 }, twins: true } }],
  setGuide: [exampleOf('addGuide')],
  setDimension: [exampleOf('addDimension')],
  setColumn: [post],
  moveItems: [post],
  setChimney: [exampleOf('addChimney')],
  setSlab: [{ name: 'addSlab', args: { storey: 'storey-1' } }],
  setFalls: [{ name: 'addSlab', args: { storey: 'storey-1' } }],
  moveSlabEdge: [
    {
      name: 'addSlab',
      args: {
        storey: 'storey-1',
        points: [
          { x: 0, y: -3000 },
          { x: 4000, y: -3000 },
          { x: 4000, y: 0 }
        ]
      }
    }
  ],
  setRoof: [{ name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } }],
  setRoofEdge: [{ name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } }],
  levelEaves: [
    { name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } },
    { name: 'setRoofEdge', args: { roof: 'roof-1', wall: 'wall-2', pitch: 20 } }
  ],
  setGround: [exampleOf('addGround')],
  setClearSpace: [exampleOf('addClearSpace')],
  addStair: [{ name: 'addStorey', args: {} }],
  setStair: [{ name: 'addStorey', args: {} }, exampleOf('addStair')],
  addRooflight: [{ name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } }],
  setRooflight: [{ name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } }, exampleOf('addRooflight')],
  addDormer: [{ name: 'addRoof', args: { storey: 'storey-1', pitch: 45 } }],
  fitRoof: [
    { name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } },
    {
      name: 'addRoof',
      args: {
        ...{ storey: 'storey-1', pitch: 15, plateLevel: 1500 },
        corners: [
          { x: 0, y: -2000 },
          { x: 3000, y: -2000 },
          { x: 3000, y: -100 },
          { x: 0, y: -100 }
        ]
      }
    }
  ]
};
const empty = new Set(['drawWall', 'drawRun', 'drawRectangle']);

const start = (name: string): Project => {
  const result = empty.has(name)
    ? ({ ok: true, project: newProject() } as const)
    : runScript({ commands: [...base.commands, ...(also[name] ?? [])] });
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};

describe('every command', () => {
  it.each(commands.map((one) => [one.name, one] as const))(
    '%s: its example runs, and undo restores the same records',
    (name, one) => {
      const project = start(name);
      const result = perform(project, { name, args: one.example });
      if (!result.ok) throw new Error(result.problem.message);
      expect(result.patch.size).toBeGreaterThan(0);
      const back = applyPatch(applyPatch(project, result.patch), invertPatch(result.patch));
      expect(allRecords(back).every((record) => allRecords(project).includes(record))).toBe(true);
      expect(allRecords(back)).toHaveLength(allRecords(project).length);
    }
  );
});

const house = start('');
const refusal = (name: string, args: unknown, project = house) => {
  const result = perform(project, { name, args });
  return result.ok ? 'accepted' : `${result.problem.code}: ${result.problem.message}`;
};

describe('refusals name the thing, the number and the remedy', () => {
  it.each([
    ['fly', {}, /command.unknown.*"fly"/],
    ['drawWall', { storey: 'storey-1', a: { x: 0, y: 0 }, length: -5 }, /length of the wall.*-5/],
    [
      'drawWall',
      { storey: 'storey-1', a: { x: 9000, y: 0 }, length: 5 },
      /too-short.*5\s*mm long; the shortest wall is 10/
    ],
    [
      'drawWall',
      { storey: 'storey-1', a: { x: 9000, y: 0 }, length: 500, thickness: 5000 },
      /5\s000\s*mm thick/
    ],
    ['drawWall', { storey: 'storey-1', a: { x: 9000, y: 0 }, length: 500, colour: 'red' }, /args.invalid/],
    ['drawWall', { storey: 'attic', a: { x: 9000, y: 0 }, length: 500 }, /no storey "attic"/],
    [
      'drawWall',
      { storey: 'storey-1', a: { x: 1000, y: 0 }, b: { x: 4000, y: 0 } },
      /would lie on south wall 1 for 3\s000/
    ],
    [
      'drawWall',
      { storey: 'storey-1', a: { x: 0, y: 0 }, length: 3000, angle: 2 },
      /would meet south wall 1 at 2°; the least is 5°/
    ],
    [
      'drawRectangle',
      { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 0, depth: 10 },
      /width of the rectangle/
    ],
    [
      'addOpening',
      { wall: 'wall-1', distance: 100, width: 9000 },
      /The 9\s000\s*mm wide opening in south wall 1 needs 9\s000\s*mm; south wall 1 has only 6\s000/
    ],
    [
      'addOpening',
      { wall: 'wall-1', distance: 5500, width: 1000 },
      /reach 500\s*mm past the east end of south wall 1/
    ],
    [
      'addOpening',
      { wall: 'wall-1', distance: 2500, width: 1000 },
      /910\s*mm wide door D01 in south wall 1 would overlap the 1\s000/
    ],
    ['addOpening', { wall: 'wall-2', distance: 500, width: 1000, height: 4000 }, /head at 4\s000/],
    ['addOpening', { wall: 'wall-2', distance: 500, width: -1 }, /width of the opening/],
    ['moveWalls', { ids: ['wall-2'], by: { x: -7000, y: 0 } }, /shrink from 6\s000\s*mm to 0/],
    ['moveWalls', { ids: ['wall-2'], by: { x: -2500, y: 0 } }, /squeezed out by 410/],
    ['setWallLength', { id: 'wall-1', length: 0 }, /length of the wall/],
    ['setWalls', { ids: ['wall-1'], height: -3 }, /height of the wall/],
    ['addRoof', { storey: 'storey-1', pitch: 89 }, /pitch of 89°/],
    ['setRoofEdge', { roof: 'roof-1', wall: 'wall-1', kind: 'gable' }, /no roof "roof-1"/],
    [
      'trueUpTracingSheet',
      { id: 'tracing-sheet-1', p: { x: 0, y: 0 }, q: { x: 0, y: 0 }, length: 10 },
      /two points are 0/
    ],
    ['deleteItems', { ids: ['storey-1'] }, /only storey/],
    ['deleteItems', { ids: ['project'] }, /cannot be deleted/],
    ['deleteItems', { ids: ['plain'] }, /is used by/],
    [
      'addSlab',
      {
        storey: 'storey-1',
        points: [
          { x: 0, y: 0 },
          { x: 1, y: 1 },
          { x: 1, y: 0 },
          { x: 0, y: 1 }
        ]
      },
      /crosses itself/
    ]
  ])('%s %o', (name, args, message) => expect(refusal(name, args)).toMatch(message));
  it('a script is all or nothing and says which command failed', () => {
    const result = runScript({ commands: [...base.commands, { name: 'fly', args: {} }] });
    expect(!result.ok && result.index).toBe(3);
  });
});

const run = (project: Project, name: string, args: unknown) => {
  const result = perform(project, { name, args });
  if (!result.ok) throw new Error(result.problem.message);
  return applyPatch(project, result.patch);
};

describe('a rectangle against walls that stand', () => {
  const lean = (corner: { x: number; y: number }, width: number, depth: number) => {
    const project = run(house, 'drawRectangle', { storey: 'storey-1', corner, width, depth, thickness: 200 });
    return [...project.tables.wall.values()].slice(4).map(({ a, b }) => [a.x, a.y, b.x, b.y]);
  };
  it('builds only the missing sides', () => {
    expect(lean({ x: 6000, y: 500 }, 2000, 3000)).toEqual([
      [6000, 500, 8000, 500],
      [8000, 500, 8000, 3500],
      [8000, 3500, 6000, 3500]
    ]);
  });
  it('and only the missing stretch of a side', () => {
    expect(lean({ x: 4000, y: 4000 }, 4000, 2000)).toEqual([
      [6000, 4000, 8000, 4000],
      [8000, 4000, 8000, 6000],
      [8000, 6000, 4000, 6000],
      [4000, 6000, 4000, 4000]
    ]);
  });
  it('all standing is refused', () => {
    const again = { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 6000, depth: 4000, thickness: 200 };
    expect(refusal('drawRectangle', again)).toMatch(/All four sides.*wall 1/);
  });
});

describe('moving walls', () => {
  it('neighbours stretch by d / sin(angle): interior angles 60 and 90, 4 000 long, 300 inwards', () => {
    const k = Math.tan(Math.PI / 3);
    let project = newProject();
    const corners = [
      { x: 0, y: 0 },
      { x: 4000, y: 0 },
      { x: 4000, y: 3000 },
      { x: 3000 / k, y: 3000 }
    ];
    project = run(project, 'drawRun', {
      storey: 'storey-1',
      points: corners,
      close: true,
      thickness: 100,
      settingOut: 'centre'
    });
    const length = (p: Project, id: string) =>
      Math.hypot(
        p.tables.wall.get(id)!.b.x - p.tables.wall.get(id)!.a.x,
        p.tables.wall.get(id)!.b.y - p.tables.wall.get(id)!.a.y
      );
    const moved = run(project, 'moveWalls', { ids: ['wall-1'], by: { x: 0, y: 300 } });
    expect(length(project, 'wall-4') - length(moved, 'wall-4')).toBeCloseTo(346.41, 1);
    expect(length(project, 'wall-2') - length(moved, 'wall-2')).toBeCloseTo(300, 2);
    expect(length(moved, 'wall-1')).toBeCloseTo(3826.79, 1);
    const back = run(moved, 'moveWalls', { ids: ['wall-1'], by: { x: 0, y: -300 } });
    for (const id of ['wall-1', 'wall-2', 'wall-4'])
      expect(length(back, id)).toBeCloseTo(length(project, id), 2);
  });
  it('a tee slides on its host, and follows when the host moves', () => {
    let project = run(house, 'drawWall', {
      id: 'tee',
      storey: 'storey-1',
      a: { x: 2000, y: 0 },
      b: { x: 2000, y: 4000 },
      thickness: 100,
      settingOut: 'centre'
    });
    project = run(project, 'moveWalls', { ids: ['tee'], by: { x: 300, y: 0 } });
    expect(project.tables.wall.get('tee')).toMatchObject({ a: { x: 2300, y: 0 }, b: { x: 2300, y: 4000 } });
    project = run(project, 'moveWalls', { ids: ['wall-3'], by: { x: 0, y: 500 } });
    expect(project.tables.wall.get('tee')).toMatchObject({ a: { x: 2300, y: 0 }, b: { x: 2300, y: 4500 } });
    expect(project.tables.wall.get('wall-2')!.b).toEqual({ x: 6000, y: 4500 });
  });
  it('a length is set with one end held; the corner moves with its neighbour', () => {
    const project = run(house, 'setWallLength', { id: 'wall-1', length: 6250, hold: 'a' });
    expect(project.tables.wall.get('wall-2')).toMatchObject({
      a: { x: 6250, y: 0 },
      b: { x: 6250, y: 4000 }
    });
    expect(project.tables.wall.get('wall-3')!.a).toEqual({ x: 6250, y: 4000 });
  });
  it('a corner is moved, an end inside a body settles on its line, a deleted wall takes its door', () => {
    const turned = run(house, 'moveCorner', {
      storey: 'storey-1',
      from: { x: 6000, y: 4000 },
      to: { x: 6500, y: 4400 }
    });
    expect(turned.tables.wall.get('wall-2')!.b).toEqual({ x: 6500, y: 4400 });
    expect(turned.tables.wall.get('wall-3')!.a).toEqual({ x: 6500, y: 4400 });
    const met = run(house, 'drawWall', {
      id: 'w',
      storey: 'storey-1',
      a: { x: 3000, y: 150 },
      b: { x: 3000, y: 3900 },
      thickness: 100,
      settingOut: 'centre'
    });
    expect(met.tables.wall.get('w')).toMatchObject({ a: { x: 3000, y: 0 }, b: { x: 3000, y: 4000 } });
    expect(run(house, 'deleteItems', { ids: ['wall-1'] }).tables.opening.size).toBe(0);
  });
});

it('Gannet House is built by its script', () => {
  const script = JSON.parse(readFileSync('examples/gannet-house.json', 'utf8')) as Script;
  const result = runScript(script);
  if (!result.ok) throw new Error(`command ${result.index + 1}: ${result.problem.message}`);
  expect(result.project.tables.wall.size).toBe(27);
});
