/** Any command of the register with arguments that fit a project: its example, with what it names found there. */
import { commands } from '../commands/all';
import type { Call } from '../commands/register';
import { doorPieces } from '../kernels/survey/door-pieces';
import { ringFrom } from '../kinds/survey-run/ring';
import type { Project } from '../document/kind';
import { declarationsOf } from '../document/project';
import { cross, distance, locate, subtract, unit } from '../geometry/point';
import { stretchForms } from '../commands/stretch';
import type { Wall } from '../kinds/wall/record';

export interface Chance {
  readonly pick: number;
  readonly x: number;
  readonly y: number;
}

function one<T>(items: Iterable<T>, pick: number): T | undefined {
  const list = [...items];
  return list[pick % Math.max(1, list.length)];
}

/** An example's value for this project: ids that exist, places near by. */
function fitted(project: Project, value: unknown, { pick, x, y }: Chance): unknown {
  if (Array.isArray(value)) return value.map((part, i) => fitted(project, part, { pick: pick + i, x, y }));
  if (typeof value === 'string') {
    const [, prefix] = /^(.+)-\d+$/.exec(value) ?? [];
    const named = declarationsOf(project).find((kind) => kind.prefix === prefix);
    return named ? (one(project.tables[named.kind].keys(), pick) ?? value) : value;
  }
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).map(([key, part], i) => [
    key,
    key === 'x' || key === 'y'
      ? Number(part) + 150 * (key === 'x' ? x : y)
      : fitted(project, part, { pick: pick + i, x, y })
  ]);
  return Object.fromEntries(entries) as object;
}

/** Walls that run on in line with each other, end to end. */
function inLine(project: Project, pick: number): [Wall, Wall] | undefined {
  const walls = [...project.tables.wall.values()];
  const pairs = walls.flatMap((p) =>
    walls.flatMap((q): [Wall, Wall][] =>
      p !== q &&
      p.storey === q.storey &&
      distance(p.b, q.a) < 1 &&
      Math.abs(cross(unit(subtract(p.b, p.a)), unit(subtract(q.b, q.a)))) < 1e-4
        ? [[p, q]]
        : []
    )
  );
  return one(pairs, pick);
}

/** Commands whose examples name things that only some projects have. */
const special: Readonly<Record<string, (project: Project, chance: Chance) => object | undefined>> = {
  // Beside what lies in the slope already.
  addRooflight: (project, { pick, x, y }) => {
    const roof = one(project.tables.roof.values(), pick);
    const wall = one(
      [...project.tables.wall.values()].filter(({ storey }) => storey === roof?.storey),
      pick >> 1
    );
    return roof && wall
      ? {
          roof: roof.id,
          wall: wall.id,
          along: 500 + 50 * (x + 40),
          up: 100 + 15 * (y + 40),
          width: 300,
          height: 300
        }
      : undefined;
  },
  joinWalls: (project, { pick }) => {
    const pair = inLine(project, pick);
    return pair && { ids: pair.map(({ id }) => id) };
  },
  reachWall: ({ tables: { wall } }, { pick, x }) => ({
    ...{ id: one(wall.keys(), pick) ?? '-', end: pick % 2 ? 'a' : 'b' },
    to: one(wall.keys(), pick + x + 41) ?? '-'
  }),
  squareWall: ({ tables: { wall } }, { pick, x }) => ({
    ...{ id: one(wall.keys(), pick) ?? '-', to: one(wall.keys(), pick + x + 41) ?? '-' }
  }),
  setJoint: ({ tables: { wall } }, { pick }) => {
    const found = one(wall.values(), pick);
    return found && { storey: found.storey, at: found.a, cut: 'through', through: found.id };
  },
  resetJoint: ({ tables: { joint, wall } }, { pick }) => {
    const member = one(joint.values(), pick)?.members.find(({ part }) => part !== 'body');
    const found = member && wall.get(member.wall);
    return found && member.part !== 'body' ? { storey: found.storey, at: found[member.part] } : undefined;
  },
  resumeFinding: ({ tables: { deferral } }, { pick }) => {
    const found = one(deferral.values(), pick);
    return found && { finding: found.finding };
  },
  releaseTwins: ({ tables: { twins } }, { pick }) => {
    const found = one(twins.values(), pick)?.sets[0]?.items[0];
    return found === undefined ? undefined : { ids: [found] };
  },
  setOpening: ({ tables: { opening, catalogueEntry } }, { pick, x }) => {
    const found = one(opening.values(), pick);
    const fits = [...catalogueEntry.values()].filter(({ filling }) => filling === found?.filling);
    const entry = one(fits, pick + x + 41)?.id ?? null;
    return found && { id: found.id, entry, mirrored: pick % 2 === 0, distance: pick % 3 === 0 ? 0 : 750 };
  },
  addMaterial: (_, { pick }) => ({ name: `Flint ${pick}`, colour: '#6F7478' }),
  addBuildUp: (_, { pick }) => ({
    name: `Brick ${pick}`,
    plies: [{ material: 'brick', thickness: 100 + (pick % 120), duty: 'structure' }]
  }),
  savePreset: (_, { pick }) => ({ name: `Inner ${pick}`, thickness: 100 }),
  setLayer: (_, { pick }) => ({ what: ['partition', 'slab', 'roof'][pick % 3], locked: pick % 2 === 0 }),
  setRoofEdge: ({ tables: { roof, wall } }, { pick }) => {
    const found = one(roof.values(), pick);
    const walls = [...wall.values()].filter(({ storey }) => storey === found?.storey);
    if (found?.sides)
      return { roof: found.id, side: pick % found.sides.length, kind: pick % 2 ? 'gable' : 'eave' };
    return found && { roof: found.id, wall: one(walls, pick)?.id ?? '-', kind: pick % 2 ? 'gable' : 'eave' };
  },
  changeStretch: ({ tables: { wall } }, { pick, x }) => {
    const found = one(wall.values(), pick);
    const to = stretchForms[pick % 3];
    return found && { id: found.id, at: distance(found.a, found.b) * (0.3 + (x % 3) / 10), to };
  },
  splitAtJoints: ({ tables: { wall } }, { pick }) => {
    const walls = [...wall.values()];
    const tees = walls.flatMap((host) =>
      walls.flatMap((branch) => {
        const { t, y } = locate(branch.a, host.a, unit(subtract(host.b, host.a)));
        const isOn = branch.storey === host.storey && Math.abs(y) < 1 && t > 100;
        return isOn && t < distance(host.a, host.b) - 100 ? [{ id: host.id, at: t + 50 }] : [];
      })
    );
    return one(tees, pick);
  },
  makeTrue: ({ tables: { wall } }, { pick, x }) => {
    const from = one(wall.values(), pick);
    const way = from && unit(subtract(from.b, from.a));
    const others = [...wall.values()].filter(
      (to) => to !== from && way && Math.abs(cross(way, unit(subtract(to.b, to.a)))) < 1e-4
    );
    const to = one(others, pick);
    const size = 3000 + 40 * x;
    return from && to && { from: { wall: from.id, side: 'left' }, to: { wall: to.id, side: 'left' }, size };
  },
  addRoof: ({ tables: { storey, wall } }, { pick, x, y }) => {
    const on = one(storey.keys(), pick) ?? '-';
    const walls = [...wall.values()].filter((found) => found.storey === on).map(({ id }) => id);
    const [left, low] = [200 * x, 200 * y];
    const corners = [
      [left, low],
      [left + 4000, low],
      [left + 4000, low + 3000],
      [left, low + 3000]
    ].map(([px, py]) => ({ x: px, y: py }));
    const chosen = { walls: walls.slice(pick % 3, (pick % 3) + 4), within: y % 2 === 0 };
    const outline = [{}, { corners }, chosen][pick % 3];
    return {
      ...{ storey: on, pitch: 15 + (pick % 40), overhang: (pick % 6) * 100, ...outline },
      ...{ form: ['hip', 'gable', 'mono'][x & 1 ? 0 : (y + 40) % 3], plateLevel: 2000 + 150 * (pick % 9) },
      ...{ eaveCut: ['plumb', 'square', 'level'][pick % 3], fascia: (pick % 4) * 80 },
      soffit: ['open', 'level', 'sloped'][(pick + x + 40) % 3]
    };
  },
  addDormer: ({ tables: { roof, wall } }, { pick, x, y }) => {
    const found = one(
      [...roof.values()].filter(({ cheeks }) => !cheeks),
      pick
    );
    const walls = [...wall.values()].filter(
      ({ storey, role }) => storey === found?.storey && role === 'exterior'
    );
    const named = found?.sides
      ? { side: pick % found.sides.length }
      : { wall: one(walls, x + 41)?.id ?? '-' };
    return {
      ...{
        roof: found?.id ?? '-',
        ...named,
        distance: 1500 + 50 * Math.abs(y),
        setback: 100 + 20 * (pick % 9)
      },
      ...{
        form: ['gable', 'hip', 'shed'][pick % 3],
        width: 500 + 50 * (pick % 5),
        height: 100 + 40 * (pick % 4)
      },
      ...{ cheeks: 60, thickness: 60, overhang: 20 * (pick % 4) }
    };
  },
  moveSlabEdge: ({ tables: { slab } }, { pick, x, y }) => ({
    id:
      one(
        [...slab.values()].filter(({ outline }) => outline.kind === 'drawn'),
        pick
      )?.id ?? '-',
    ...{ edge: pick % 4, by: { x: 20 * x, y: 20 * y } }
  }),
  levelEaves: ({ tables: { roof } }, { pick }) => ({ roof: one(roof.keys(), pick) ?? '-' }),
  fitRoof: ({ tables: { roof } }, { pick, x }) => ({
    ...{ roof: one(roof.keys(), pick) ?? '-', to: one(roof.keys(), pick + x + 41) ?? '-' },
    by: pick % 3 ? 'plate' : 'pitch'
  }),
  closeSurveyRuns: (project, { pick }) => {
    const round = [...project.tables.surveyRun.values()].filter((run) => ringFrom(project, run));
    return { id: one(round, pick)?.id ?? '-', how: pick % 2 ? 'compass' : 'square' };
  },
  spreadSurveyRun: ({ tables: { surveyRun } }, { pick }) => {
    const open = [...surveyRun.values()].filter(({ overall }) => overall !== null);
    return { id: one(open, pick)?.id ?? one(surveyRun.keys(), pick) ?? '-' };
  },
  measureDoorway: ({ tables: { roomTie } }, { pick, x }) => {
    const doorways = [...roomTie.values()].filter(({ shape }) => shape.kind === 'doorway');
    return {
      ...{ id: one(doorways, pick)?.id ?? '-', at: 1 + (pick % 2), length: 40 * (x + 42) },
      piece: one(doorPieces, pick >> 1)
    };
  },
  setOutsideLength: ({ tables: { roomTie } }, { pick, x }) => {
    const outside = [...roomTie.values()].filter(({ shape }) => shape.kind === 'outside');
    return { id: one(outside, pick)?.id ?? '-', length: 9000 + 10 * x };
  },
  mergeSlabs: ({ tables: { slab } }, { pick }) => {
    const drawn = [...slab.values()].filter(({ outline }) => outline.kind === 'drawn');
    const first = one(drawn, pick);
    const beside = drawn.filter(({ id, storey }) => id !== first?.id && storey === first?.storey);
    return { ids: [first?.id ?? '-', one(beside, pick >> 1)?.id ?? '-'] };
  },
  buildSurveyRoom: ({ tables: { surveyRoom } }, { pick }) => {
    const square = [...surveyRoom.values()].filter((room) => room.square);
    return { id: one(square, pick)?.id ?? '-', thickness: 200 };
  },
  setTracingSheet: ({ tables: { tracingSheet } }, { pick }) => ({
    ...{ id: one(tracingSheet.keys(), pick) ?? '-', fade: 0.3, locked: pick % 3 === 0 }
  })
};

/** `pick` chooses the command too; undefined where the project has nothing that it could be about. */
export function anyCall(project: Project, chance: Chance): Call | undefined {
  // Not by what picks its things as well, or some commands never meet things that they fit.
  const { pick, x, y } = chance;
  const found = commands[(pick + 7 * (x + 40) + 131 * (y + 40)) % commands.length]!;
  const make = special[found.name];
  const args = make ? make(project, chance) : fitted(project, found.example, chance);
  return args === undefined ? undefined : { name: found.name, args };
}
