/** Random editing sessions: command calls made from numbers, so that shrinking keeps them sensible. */
import fc from 'fast-check';
import { commands } from '../commands/all';
import { perform, type Call } from '../commands/register';
import { runScript } from '../commands/script';
import { anyCall } from './any-command';
import { applyPatch, invertPatch } from '../document/patch';
import { newProject } from '../kinds/new-project';
import type { Project } from '../document/kind';

export interface Edit {
  readonly kind: number;
  readonly pick: number;
  readonly x: number;
  readonly y: number;
}

export const editsArb = (most: number): fc.Arbitrary<Edit[]> =>
  fc.array(
    fc.record({
      kind: fc.nat(999),
      pick: fc.nat(999),
      x: fc.integer({ min: -40, max: 40 }),
      y: fc.integer({ min: -40, max: 40 })
    }),
    { minLength: 1, maxLength: most }
  );

type Maker = (project: Project, edit: Edit) => Call | undefined | '';

function one<T>(items: Iterable<T>, pick: number): T | undefined {
  const list = [...items];
  return list[pick % Math.max(1, list.length)];
}
const wallOf = (project: Project, pick: number) => one(project.tables.wall.values(), pick);
const storeyOf = (project: Project, pick: number) => one(project.tables.storey.keys(), pick)!;
const thicknesses = [100, 150, 200, 300, 425];

/** What a person does, by weight: position in the list stands for its share. */
const makers: readonly [number, Maker][] = [
  [
    14,
    (project, { pick, x, y }) => ({
      name: 'drawRectangle',
      args: {
        storey: storeyOf(project, pick),
        corner: { x: x * 250, y: y * 250 },
        width: 3000 + (pick % 7) * 700,
        depth: 2500 + (pick % 5) * 600,
        thickness: thicknesses[pick % 5]
      }
    })
  ],
  [
    12,
    (project, { pick, x, y }) => ({
      name: 'drawWall',
      args: {
        storey: storeyOf(project, pick),
        a: { x: x * 200, y: y * 200 },
        length: 1500 + (pick % 9) * 500,
        angle: (pick % 24) * 15,
        thickness: thicknesses[pick % 5],
        settingOut: (['outer', 'centre', 'inner'] as const)[pick % 3],
        role: pick % 2 ? 'partition' : 'exterior'
      }
    })
  ],
  [
    20,
    (project, { pick, x, y }) => {
      const wall = wallOf(project, pick);
      return wall && { name: 'moveWalls', args: { ids: [wall.id], by: { x: x * 37, y: y * 41 } } };
    }
  ],
  [
    8,
    (project, { pick, x, y }) => {
      const wall = wallOf(project, pick);
      const from = wall?.a;
      return (
        wall && {
          name: 'moveCorner',
          args: { storey: wall.storey, from, to: { x: wall.a.x + x * 31, y: wall.a.y + y * 29 } }
        }
      );
    }
  ],
  [
    16,
    (project, { pick, x }) => {
      const wall = wallOf(project, pick);
      const filling = (['door', 'window', 'none'] as const)[pick % 3];
      return (
        wall && {
          name: 'addOpening',
          args: { wall: wall.id, filling, distance: Math.abs(x) * 90, width: 900 }
        }
      );
    }
  ],
  [
    8,
    (project, { pick, x, y }) => {
      const opening = one(project.tables.opening.values(), pick);
      return (
        opening && {
          name: 'setOpening',
          args: { id: opening.id, distance: Math.abs(x) * 70, width: 600 + Math.abs(y) * 20 }
        }
      );
    }
  ],
  [
    6,
    (project, { pick }) => {
      const wall = wallOf(project, pick);
      return wall && { name: 'setWalls', args: { ids: [wall.id], thickness: thicknesses[(pick + 2) % 5] } };
    }
  ],
  [
    4,
    (project, { pick }) => {
      const wall = wallOf(project, pick);
      return wall && { name: 'setWalls', args: { ids: [wall.id], height: 900 + (pick % 8) * 300 } };
    }
  ],
  [3, (project, { pick }) => ({ name: 'addSlab', args: { storey: storeyOf(project, pick) } })],
  [
    4,
    (project, { pick }) => ({
      name: 'addRoof',
      args: { storey: storeyOf(project, pick), pitch: 15 + (pick % 40), overhang: (pick % 6) * 100 }
    })
  ],
  [
    2,
    (project, { pick }) => ({
      name: 'copyStorey',
      args: { storey: storeyOf(project, pick), which: 'outer' }
    })
  ],
  [
    3,
    (project, { pick, x }) => ({
      name: 'setStorey',
      args: { id: storeyOf(project, pick), height: 2400 + x * 10 }
    })
  ],
  [
    3,
    (project, { pick, x, y }) => ({
      name: 'addColumn',
      args: {
        storey: storeyOf(project, pick),
        at: { x: x * 210, y: y * 190 },
        angle: pick % 90,
        profile: pick % 2 ? { kind: 'round', diameter: 300 } : { kind: 'rectangle', width: 330, depth: 215 },
        ...(pick % 3 === 0 && { top: { kind: 'roof' } })
      }
    })
  ],
  [
    2,
    (project, { pick, x, y }) => ({
      name: 'addChimney',
      args: {
        storey: storeyOf(project, pick),
        at: { x: x * 190, y: y * 210 },
        angle: (pick % 8) * 45,
        width: 1200,
        depth: 600,
        flues: [
          {
            ...{ across: -80, width: 200, depth: 200 },
            fire: { side: 'front', width: 700, height: 800, depth: 340 }
          }
        ]
      }
    })
  ],
  [
    3,
    (project, { pick, x }) => {
      const wall = wallOf(project, pick);
      const side = pick % 2 ? 'left' : 'right';
      return (
        wall && { name: 'addGuide', args: { storey: wall.storey, wall: wall.id, side, distance: x * 20 } }
      );
    }
  ],
  [
    5,
    (project, { pick, x, y }) => {
      const [from, to] = [wallOf(project, pick), wallOf(project, pick + x)];
      const ends = [
        { wall: from?.id, side: 'left' },
        { wall: to?.id, side: (['left', 'right', 'centre'] as const)[pick % 3] }
      ];
      const locked = pick % 4 === 0;
      return (
        from && {
          name: 'addDimension',
          args: { storey: from.storey, ends, at: { x: x * 99, y: y * 99 }, locked }
        }
      );
    }
  ],
  [
    4,
    (project, { pick, x, y }) => {
      const ids = [wallOf(project, pick), wallOf(project, pick + 1)].flatMap((wall) =>
        wall ? [wall.id] : []
      );
      const by = { x: 15_000 + x * 300, y: y * 300 };
      return ids.length > 0
        ? { name: 'copyItems', args: { ids: [...new Set(ids)], by, twins: true } }
        : undefined;
    }
  ],
  [
    3,
    (project, { pick, x, y }) => {
      const wall = wallOf(project, pick);
      return (
        wall && {
          name: 'mirrorItems',
          args: {
            ids: [wall.id],
            a: { x: x * 300, y: -9000 },
            b: { x: x * 300 + y * 10, y: 9000 },
            twins: true
          }
        }
      );
    }
  ],
  [
    2,
    (project, { pick, x }) => {
      const wall = wallOf(project, pick);
      return wall && { name: 'turnItems', args: { ids: [wall.id], about: wall.a, angle: x } };
    }
  ],
  [
    3,
    (project, { pick, x, y }) => {
      const { column, chimney } = project.tables;
      const id = one([...column.keys(), ...chimney.keys()], pick);
      const wall = y % 2 === 0 ? wallOf(project, pick) : undefined;
      const ids = [id, wall?.id].flatMap((one) => one ?? []);
      return ids.length > 0 ? { name: 'moveItems', args: { ids, by: { x: x * 33, y: y * 27 } } } : undefined;
    }
  ],
  [40, anyCall]
];
const total = makers.reduce((sum, [weight]) => sum + weight, 0);

export function callOf(project: Project, edit: Edit): Call | undefined {
  let at = edit.kind % total;
  for (const [weight, make] of makers) {
    if (at < weight) return make(project, edit) || undefined;
    at -= weight;
  }
  return undefined;
}

/** Deleting is rarer than drawing, or nothing would ever stand. */
export function deletionOf(project: Project, { pick }: Edit): Call | undefined {
  const { wall, opening, column, chimney, slab, roof } = project.tables;
  const tables = [wall, opening, column, chimney, slab, roof];
  const id = one(
    tables.flatMap((table) => [...table.keys()]),
    pick
  );
  return id === undefined ? undefined : { name: 'deleteItems', args: { ids: [id] } };
}

/** Play a session; `each` sees the project before, after and whether it was accepted. */
export function playEdits(
  edits: readonly Edit[],
  each: (before: Project, after: Project, call: Call, accepted: boolean) => void,
  start: Project = newProject('Played')
): Project {
  let project = start;
  for (const edit of edits) {
    const call = edit.pick % 13 === 12 ? deletionOf(project, edit) : callOf(project, edit);
    if (!call) continue;
    const before = project;
    const result = perform(project, call);
    if (result.ok) project = applyPatch(project, result.patch);
    each(before, project, call, result.ok);
    if (
      result.ok &&
      applyPatch(project, invertPatch(result.patch)).tables.wall.size !== before.tables.wall.size
    )
      throw new Error('undo lost a wall');
  }
  return project;
}

/** An edit by any command of the register. */
export const anyEditArb: fc.Arbitrary<Edit> = fc.record({
  kind: fc.integer({ min: 100, max: 160 }),
  pick: fc.nat(999),
  x: fc.integer({ min: -40, max: 40 }),
  y: fc.integer({ min: -40, max: 40 })
});

/** Corners of a room, far from the house. */
const roomAt = (x: number) =>
  [
    [0, 0],
    [4000, 0],
    [4000, 3100],
    [0, 3100]
  ].map(([across, up]) => ({ x: x + across!, y: up! - 60_000 }));

/** A house with one of everything, so that every command has something to be about. */
export function furnished(): Project {
  const example = (name: string) => ({ name, args: commands.find((one) => one.name === name)!.example });
  const built = runScript({
    commands: [
      {
        name: 'drawRectangle',
        args: { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 6000, depth: 4000 }
      },
      ...['addOpening', 'addSlab', 'addRoof', 'addRooflight', 'addColumn', 'addGuide', 'addDimension'].map(
        example
      ),
      {
        name: 'drawWall',
        args: { storey: 'storey-1', a: { x: 2500, y: 0 }, b: { x: 2500, y: 4000 }, thickness: 100 }
      },
      {
        name: 'addSlab',
        args: {
          ...{ storey: 'storey-1', thickness: 100, offset: -100 },
          points: [
            { x: 1000, y: -2500 },
            { x: 5000, y: -2500 },
            { x: 5000, y: 0 },
            { x: 1000, y: 0 }
          ]
        }
      },
      { name: 'splitSlab', args: { id: 'slab-2', a: { x: 3000, y: -4000 }, b: { x: 3000, y: 1000 } } },
      ...[
        'addStorey',
        'addStair',
        'addClearSpace',
        'addGround',
        'addFooting',
        'addSurveyRun',
        'addSurveyRoom',
        'addSiteNote',
        'addTracingSheet',
        'deferFinding',
        'setJoint'
      ].map(example),
      // Round a triangle, far from the house.
      ...[
        [0, 0, 4000],
        [4000, 120, 4010],
        [2000, 240, 3990]
      ].map(([x, angle, length], i) => ({
        name: 'addSurveyRun',
        args: {
          ...{ storey: 'storey-1', at: { x, y: i === 2 ? -36_530 : -40_000 }, angle },
          pieces: [{ length }]
        }
      })),
      { name: 'setSurveyRoom', args: { id: 'room-survey-1', square: true, corners: roomAt(0) } },
      { name: 'addSurveyRoom', args: { storey: 'storey-1', corners: roomAt(5000) } },
      example('addDoorway'),
      example('addOutsideLength'),
      ...[1, 2].map((from) => ({
        name: 'measureRoom',
        args: { id: 'room-survey-1', from, to: from + 1, length: 4000 }
      })),
      {
        name: 'drawRectangle',
        args: { storey: 'storey-2', corner: { x: 0, y: 0 }, width: 6000, depth: 4000 }
      }
    ]
  });
  if (!built.ok) throw new Error(built.problem.message);
  return built.project;
}
