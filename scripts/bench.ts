/** Times on houses of 1, 10 and 100 times Gannet House: medians, and how they grow with size. Writes docs/performance.md with --write. */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { perform } from '../src/lib/core/commands/register';
import { runScript, type Script } from '../src/lib/core/commands/script';
import { elementsOf } from '../src/lib/core/model/bodies';
import { Model } from '../src/lib/core/model/graph';
import { readProject, writeProject } from '../src/lib/core/exchange/archive';
import { starterBuildUps } from '../src/lib/core/kinds/starter';
import { applyPatch, composePatches, invertPatch, patchOf, type Patch } from '../src/lib/core/document/patch';
import { allRecords } from '../src/lib/core/document/project';
import { newProject } from '../src/lib/core/kinds/new-project';
import { projectOf } from '../src/lib/core/kinds/project-of';
import type { BuildUp } from '../src/lib/core/kinds/build-up/record';
import type { Project } from '../src/lib/core/document/kind';
import type { Wall } from '../src/lib/core/kinds/wall/record';
import { idsInBox } from '../src/lib/editor/pointing';
import { Editor } from '../src/lib/editor/editor';
import { newHistory } from '../src/lib/editor/history';
import { snapsAt } from '../src/lib/editor/snapping';

import { heightAt } from '../src/lib/core/geometry/plane';
import { frameRectangle } from '../src/lib/core/kernels/joints/frame';
import type { OpeningPlace } from '../src/lib/core/kinds/opening/place';
import { fromAngle, scale, type Point } from '../src/lib/core/geometry/point';
import { solveWavefront, type FrontEdge } from '../src/lib/core/kernels/roof/wavefront';
import { Events } from '../src/lib/core/kernels/roof/events';
import { at } from '../src/lib/core/testing/build';
import { deriveRoof } from '../src/lib/core/kinds/roof/planes';
import { overStorey } from '../src/lib/core/kinds/roof/edges';
import { asRoof, plainEnds, type Roof } from '../src/lib/core/kinds/roof/record';
import { deriveWallSolids } from '../src/lib/core/kinds/wall/body';
import { footprints, outlineOn } from '../src/lib/core/kinds/wall/stages';
import { roofModels } from '../src/lib/core/kinds/roof/stages';
import { solidVolume } from '../src/lib/core/testing/oracle';
import { repeatHouse } from '../src/lib/core/testing/rows';
import { LocalModelService } from '../src/lib/worker/service';
import { measureStoreys } from './bench-storeys';
import { reviewProject } from '../src/lib/core/review/review';
import { planDrawing } from '../src/lib/core/drawing/plan-drawing';
import { plainMarks } from '../src/lib/core/display/dimension';
import type { DimensionMark, PlainMark } from '../src/lib/core/display/marks';

const clock = () => performance.now();
const ms = (value: number) => (value < 10 ? value.toFixed(2) : value.toFixed(0));

/** `warmUp` rounds come first, uncounted: a person drags for seconds, so the steady state is what is felt. */
async function median(
  runs: number,
  warmUp: number,
  work: (i: number) => unknown,
  before?: () => void
): Promise<number> {
  const times: number[] = [];
  for (let i = -warmUp; i < runs; i++) {
    before?.();
    const from = clock();
    await work((i + warmUp) % runs);
    if (i >= 0) times.push(clock() - from);
  }
  return times.sort((p, q) => p - q)[Math.floor(times.length / 2)]!;
}

/** One step of dragging a wall: the command, and all that the plan draws of the storey in hand. */
function dragSteps(project: Project): { step: (i: number) => Patch; plan: (shown: Project) => void } {
  const model = new Model();
  const known = new WeakMap<DimensionMark, readonly PlainMark[]>();
  const plan = (shown: Project) => {
    plainMarks(planDrawing(model.at(shown), 'storey-1', { paper: 75 }).dimensions, 75, known);
  };
  const step = (i: number) => {
    const result = perform(
      project,
      {
        name: 'moveWalls',
        args: { ids: ['north'], by: { x: 0, y: (i % 40) + 1 } }
      },
      model
    );
    if (!result.ok) throw new Error(result.problem.message);
    return result.patch;
  };
  return { step, plan };
}

async function measure(project: Project, runs: number) {
  const { step, plan } = dragSteps(project);
  plan(project);
  const warm = runs >= 30 ? 120 : 2;
  const command = await median(runs, warm, (i) => step(i));
  // Each step is a new project with new records, as it is under the pointer: nothing of an earlier round fits.
  let now = project;
  let count = 0;
  const next = () => (now = applyPatch(project, step((count += 7))));
  const drawn = await median(runs, warm, () => plan(now), next);
  const service = new LocalModelService(clock);
  service.load(allRecords(project));
  await service.update(0, new Map(), false);
  // As the interface sends it: the last trial taken back, the new one made.
  let trial: Patch = new Map();
  let patch: Patch = trial;
  let revision = 1;
  const worker = await median(
    runs,
    warm,
    () => service.update((revision += 1), patch, false),
    () => {
      const tried = step((count += 7));
      patch = composePatches(invertPatch(trial), tried);
      trial = tried;
    }
  );
  // As warm as a thread that has worked for some seconds.
  const rounds = runs >= 30 ? Math.ceil(960 / project.tables.wall.size) : 3;
  const rebuild = await median(
    rounds,
    rounds,
    async () => {
      const fresh = new LocalModelService(clock);
      // New record objects, so that nothing kept by identity helps.
      fresh.load(structuredClone(allRecords(project)));
      await fresh.update(1, new Map(), false);
    },
    // What the last round of a large house left must not be swept up in the time of the next.
    () => runs < 30 && globalThis.gc?.()
  );
  const bytes = writeProject(project, new Map());
  const save = await median(5, 2, () => writeProject(project, new Map()));
  const load = await median(5, 2, () => readProject('bench', bytes));
  return { command, drawn, worker, rebuild, save, load };
}

/** A lattice of rooms, about 1,000 walls of five plies: most nodes are crossings of four. */
function lattice(): Project {
  const buildUp: BuildUp = { ...starterBuildUps('mm').find(({ id }) => id === 'stone-cavity')! };
  const walls: Wall[] = [];
  const put = (ax: number, ay: number, bx: number, by: number) =>
    walls.push({
      ...{ id: `w${walls.length}`, kind: 'wall', name: '', storey: 'storey-1', buildUp: buildUp.id },
      ...{ a: { x: ax * 4000, y: ay * 4000 }, b: { x: bx * 4000, y: by * 4000 } },
      ...{
        settingOut: 'centre',
        settingOutOffset: 0,
        outside: 'right',
        returnEnds: false,
        endCut: 0,
        returnJambs: false,
        coversFloor: false,
        throughRoofs: false,
        on: null,
        base: 0
      },
      ...{
        top: { kind: 'height', height: 2500 },
        role: 'partition',
        standsApart: false,
        certainty: 'measured'
      }
    });
  for (let x = 0; x < 23; x++)
    for (let y = 0; y < 23; y++) {
      if (x < 22) put(x, y, x + 1, y);
      if (y < 22) put(x, y, x, y + 1);
    }
  return projectOf([...allRecords(newProject('Lattice')), ...walls]);
}

async function measureLattice(): Promise<string> {
  const project = lattice();
  const model = new Model();
  model.storey(project, 'storey-1');
  let step = project;
  let height = 2000;
  const joints = await median(
    30,
    60,
    () => model.storey(step, 'storey-1'),
    () => {
      const wall = project.tables.wall.get('w400')!;
      step = applyPatch(
        project,
        patchOf(project, [{ ...wall, top: { kind: 'height', height: (height += 1) } }])
      );
    }
  );
  const solids = await median(3, 1, () => {
    const fresh = projectOf(structuredClone(allRecords(project)));
    return elementsOf(new Model(), fresh);
  });
  return [
    `| ${project.tables.wall.size} five-ply walls in a lattice | ms |`,
    '| --- | ---: |',
    `| joints: one wall changed | ${ms(joints)} |`,
    `| joints and solids of all, nothing kept | ${ms(solids)} |`
  ].join('\n');
}

/** A spine with 50 walls that end on it, far from the lattice, on the same storey. */
function comb(): Wall[] {
  const like = [...lattice().tables.wall.values()][0]!;
  const at = (x: number, y: number) => ({ x: 200_000 + x, y });
  const put = (id: string, a: Wall['a'], b: Wall['b']): Wall => ({ ...like, id, a, b });
  return [
    put('spine', at(0, 6000), at(102_000, 6000)),
    put('base', at(0, 0), at(102_000, 0)),
    ...Array.from({ length: 50 }, (_, i) =>
      put(`tooth-${i}`, at(1000 + 2000 * i, 0), at(1000 + 2000 * i, 6000))
    )
  ];
}

/** What a person feels at the pointer in a house of 1,000 walls. */
async function measurePointing(): Promise<string> {
  const project = projectOf([...allRecords(lattice()), ...comb()]);
  const editor = new Editor(newHistory(project), { changed: () => undefined, operated: () => undefined });
  const spot = (i: number) => ({ x: 30_000 + ((i * 137) % 9000), y: 40_000 + ((i * 211) % 9000) });
  const snap = await median(400, 200, (i) =>
    snapsAt(editor, spot(i), 10, { start: { x: 33_000, y: 41_000 } })
  );
  const boxes = ['enclosed', 'touched'] as const;
  const box = await median(60, 30, (i) => {
    editor.selectByBox(boxes[i % 2]!);
    return idsInBox(editor, { x: -1000, y: -1000 }, { x: 50_000 + i, y: 50_000 });
  });
  const args = (i: number) => ({
    ...{ from: { wall: 'base', side: 'left' }, to: { wall: 'spine', side: 'right' } },
    ...{ size: 5000 + i, moves: 'to' }
  });
  const makeTrue = await median(30, 20, (i) => {
    const result = perform(project, { name: 'makeTrue', args: args(i) }, editor.model);
    if (!result.ok || result.patch.size !== 51) throw new Error('51 walls should have moved');
  });
  return [
    `| at the pointer, ${project.tables.wall.size} walls | ms |`,
    '| --- | ---: |',
    `| snaps under it, all kinds, with a start | ${ms(snap)} |`,
    `| a box over half of them | ${ms(box)} |`,
    `| make true with 50 walls following | ${ms(makeTrue)} |`
  ].join('\n');
}

/** One opening dragged along its wall in a house of 1,000. */
async function measureOpenings(house: Project): Promise<string> {
  const project = repeatHouse(house, 33);
  const { size } = project.tables.opening;
  const model = new Model();
  const id = 'living-north';
  const { distance } = project.tables.opening.get(id)!;
  const step = (i: number): Patch => {
    const args = { id, distance: distance - ((i * 10) % 400) };
    const result = perform(project, { name: 'setOpening', args }, model);
    if (!result.ok) throw new Error(result.problem.message);
    return result.patch;
  };
  const command = await median(60, 60, (i) => step(i));
  let now = project;
  let count = 0;
  const drawn = await median(
    60,
    60,
    () => planDrawing(model.at(now), 'storey-1', { paper: 75 }),
    () => (now = applyPatch(project, step((count += 1))))
  );
  const service = new LocalModelService(clock);
  service.load(allRecords(project));
  await service.update(0, new Map(), false);
  let [trial, patch]: [Patch, Patch] = [new Map(), new Map()];
  let revision = 1;
  const worker = await median(
    60,
    60,
    () => service.update((revision += 1), patch, false),
    () => {
      const tried = step((count += 1));
      patch = composePatches(invertPatch(trial), tried);
      trial = tried;
    }
  );
  const review = await median(5, 2, () => reviewProject(new Model().at(project)).length);
  return [
    `| one of ${size} openings dragged | ms |`,
    '| --- | ---: |',
    `| the command | ${ms(command)} |`,
    `| plan derivation and display list | ${ms(drawn)} |`,
    `| worker derivation of solids | ${ms(worker)} |`,
    `| the review of all, nothing kept | ${ms(review)} |`
  ].join('\n');
}

/** A five-ply wall of 9 m with three openings, plain-topped or a gable under two planes. */
function oneWall(top: Wall['top']): { solids: () => unknown; bodies: () => number } {
  const like = [...lattice().tables.wall.values()][0]!;
  const at = (x: number, y: number) => ({ x, y });
  const corners = [at(0, 0), at(9000, 0), at(9000, 6000), at(0, 6000)];
  const walls = corners.map((a, i): Wall => ({
    ...like,
    id: `w${i}`,
    a,
    b: corners[(i + 1) % 4]!,
    settingOut: 'outer',
    top
  }));
  const project = projectOf([...allRecords(newProject('Wall')), ...walls]);
  const model = new Model();
  const query = model.at(project);
  const footprint = query.get(footprints, 'storey-1').walls.get('w1')!;
  const roof: Roof = {
    ...{ id: 'r', kind: 'roof', name: '', storey: 'storey-1', pitch: Math.PI / 5, overhang: 300 },
    ...{
      plateLevel: 2400,
      thickness: 200,
      ...plainEnds,
      material: 'slate',
      edges: [{ wall: 'w1', kind: 'gable', ...asRoof }],
      sides: null
    }
  };
  const planes =
    top.kind === 'roof'
      ? deriveRoof(roof, overStorey(roof, model.outline(project, 'storey-1', 'outer')!))!.planes
      : [];
  const openings = [
    [800, 1700, 0, 2100],
    [2600, 3400, 900, 2100],
    [4200, 5200, 900, 2100]
  ].map(([t0, t1, z0, z1]) => ({ opening: {}, t0, t1, z0, z1 }) as OpeningPlace);
  const context = { datum: 0, height: 2400, openings, planes, cuts: [], foot: 0 };
  const rings = footprint.bands[0]!.plies.flat();
  const highest = Math.max(2500, ...planes.flatMap(({ top: t, ring }) => ring.map((p) => heightAt(t, p))));
  const holes = openings.map(({ t0, t1, z0, z1 }) => ({
    rings: [frameRectangle(footprint.frame, t0, t1, -2000, 2000)],
    ...{ z0, z1 }
  }));
  const above = planes.map(({ underside: { a, b, c } }) => ({
    normal: [-a, -b, 1] as [number, number, number],
    offset: c
  }));
  return {
    solids: () => deriveWallSolids(footprint, context),
    bodies: () =>
      rings.reduce((sum, ring) => sum + solidVolume({ rings: [ring], z0: 0, z1: highest }, holes, above), 0)
  };
}

/** A wall of five plies with 17 columns standing in it, changed. */
async function measureColumns(): Promise<number> {
  const draw = {
    name: 'drawWall',
    args: {
      ...{ id: 'w', storey: 'storey-1', a: { x: 0, y: 0 }, b: { x: 18_000, y: 0 } },
      ...{ buildUp: 'stone-cavity', settingOut: 'centre' }
    }
  };
  const columns = Array.from({ length: 17 }, (_, i) => ({
    name: 'addColumn',
    args: {
      ...{ storey: 'storey-1', at: { x: 700 + 1000 * i, y: 20 } },
      profile: i % 2 ? { kind: 'round', diameter: 200 } : { kind: 'rectangle', width: 200, depth: 200 }
    }
  }));
  const made = runScript({ commands: [draw, ...columns] });
  if (!made.ok) throw new Error(made.problem.message);
  const model = new Model();
  const wall = made.project.tables.wall.get('w')!;
  let now = made.project;
  let height = 2400;
  return median(
    20,
    20,
    () => elementsOf(model, now),
    () => {
      const raised = { ...wall, top: { kind: 'height', height: (height += 1) } } as const;
      now = applyPatch(made.project, patchOf(made.project, [raised]));
    }
  );
}

/** Ours beside a library of boolean bodies, turn by turn. */
async function measureOneWall(): Promise<string> {
  const rows: string[] = [];
  for (const [name, top] of [
    ['plain top', { kind: 'height', height: 2500 }],
    ['gable under two planes', { kind: 'roof' }]
  ] as const) {
    const { solids, bodies } = oneWall(top);
    const [own, other]: number[][] = [[], []];
    for (let i = 0; i < 360; i++) {
      const from = clock();
      solids();
      const between = clock();
      bodies();
      if (i >= 240) {
        own!.push(between - from);
        other!.push(clock() - between);
      }
    }
    const [p, q] = [own!, other!].map((list) => list.sort((x, y) => x - y)[list.length >> 1]!) as [
      number,
      number
    ];
    rows.push(`| ${name} | ${ms(p)} | ${ms(q)} | ${(q / p).toFixed(1)} |`);
  }
  return [
    '| five plies, three openings | ms | manifold-3d, ms | times |',
    '| --- | ---: | ---: | ---: |',
    ...rows,
    `| 17 columns in it, no openings | ${ms(await measureColumns())} | | |`
  ].join('\n');
}

const outlineKinds = ['right-angled', 'free', 'ring'] as const;

/**
 * Outlines of many edges, alike in every run: columns of unlike depth side by side, the same with every corner moved,
 * and a ring that wavers. Only the first two are alike at every size: the larger the ring, the more of its corners are
 * re-entrant, and each of those costs an event more.
 */
function outlineOf(kind: (typeof outlineKinds)[number], edges: number): Point[] {
  let seed = 7 + edges;
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  if (kind === 'ring')
    return Array.from({ length: edges }, (_, i) => {
      const radius = edges * (330 + 20 * Math.sin((6 * Math.PI * i) / edges)) + 300 * random();
      return scale(fromAngle((2 * Math.PI * i) / edges), radius / 4);
    });
  let x = 0;
  const columns = Array.from({ length: edges / 4 }, (_, i) => {
    const from = x;
    x += Math.round(1500 + 4000 * random());
    const out = (i % 2) * 1600;
    const [low, high] = [-out - Math.round(1000 * random()), 6000 + out + Math.round(1000 * random())];
    return { from, to: x, low, high };
  });
  const corners = [
    ...columns.flatMap(({ from, to, low }) => [at(from, low), at(to, low)]),
    ...columns.reverse().flatMap(({ from, to, high }) => [at(to, high), at(from, high)])
  ];
  const moved = () => (kind === 'free' ? 600 * (random() - 0.5) : 0);
  return corners.map((corner) => at(corner.x + moved(), corner.y + moved()));
}

/** The share of an outline's corners that are re-entrant, in per cent. */
function reentrant(ring: readonly Point[]): number {
  const found = ring.filter((p, i) => {
    const [q, r] = [ring[(i + 1) % ring.length]!, ring[(i + 2) % ring.length]!];
    return (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x) < 0;
  });
  return Math.round((100 * found.length) / ring.length);
}

/**
 * What one solve asks for, an edge of its outline: events, boxes put into the index, meetings looked at. Each costs
 * O(log n) at most, so that where these do not grow the whole is n log n, however noisy the machine is.
 */
function asked(edges: readonly FrontEdge[]): [number, number, number] {
  const counts: [number, number, number] = [0, 0, 0];
  const counted = ['next', 'sweepOf', 'offerHit'] as const;
  const methods = Events.prototype as unknown as Record<string, (...args: unknown[]) => unknown>;
  const kept = counted.map((name) => methods[name]!);
  counted.forEach((name, k) => {
    methods[name] = function (...args) {
      counts[k]! += 1;
      return kept[k]!.apply(this, args);
    };
  });
  solveWavefront([edges]);
  counted.forEach((name, k) => (methods[name] = kept[k]!));
  return counts.map((count) => count / edges.length) as [number, number, number];
}

/** Roofs of one pitch over outlines of more and more edges, turn by turn, so that a busy machine slows all alike. */
function measureRoofs(house: Project): string {
  const counts = [60, 120, 240, 400, 1600];
  const found = outlineKinds.map((kind) => {
    const outlines = counts.map((count) => outlineOf(kind, count));
    const fronts = outlines.map((ring) => {
      return ring.map((a, i) => ({
        a,
        b: ring[(i + 1) % ring.length]!,
        profile: [{ from: 0, speed: 1.4 }]
      }));
    });
    const times: number[][] = counts.map(() => []);
    for (let round = -20; round < 40; round++)
      fronts.forEach((edges, k) => {
        const from = clock();
        solveWavefront([edges]);
        if (round >= 0) times[k]!.push(clock() - from);
      });
    const told = times.map((list) => list.sort((p, q) => p - q)[list.length >> 1]!);
    const time = `| ${kind} (${outlines.map(reentrant).join(', ')} % re-entrant) | ${told.map(ms).join(' | ')} | ${(told[3]! / told[0]!).toFixed(1)} | ${(told[4]! / told[3]!).toFixed(1)} |`;
    const work = fronts.map((edges) =>
      asked(edges)
        .map((each) => each.toFixed(1))
        .join(' · ')
    );
    return { time, work: `| ${kind} | ${work.join(' | ')} |` };
  });
  const order = (p: number, q: number) => ((p * Math.log(p)) / (q * Math.log(q))).toFixed(1);
  return [
    `| roof solved, edges of the outline, ms | ${counts.join(' | ')} | 400 / 60 (n log n: ${order(400, 60)}) | 1600 / 400 (n log n: ${order(1600, 400)}) |`,
    `| --- |${counts.map(() => ' ---: |').join('')} ---: | ---: |`,
    ...found.map(({ time }) => time),
    '',
    `| asked for by a solve, an edge of its outline: events · boxes · meetings | ${counts.join(' | ')} |`,
    `| --- |${counts.map(() => ' ---: |').join('')}`,
    ...found.map(({ work }) => work),
    '',
    '| Gannet House, a wall of the kitchen wing pulled | ms |',
    '| --- | ---: |',
    ...measureMeeting(house)
  ].join('\n');
}

/** What of a step of a drag the roofs take, once the walls are solved: that over the wing, and those that it lies with. */
function measureMeeting(house: Project): string[] {
  const model = new Model();
  const times: number[] = [];
  let project = house;
  for (let round = -20; round < 41; round++) {
    const by = { x: 0, y: round % 2 ? 10 : -10 };
    const moved = perform(project, { name: 'moveItems', args: { ids: ['wing-south'], by } });
    if (!moved.ok) throw new Error(moved.problem.message);
    project = applyPatch(project, moved.patch);
    const query = model.at(project);
    for (const storey of project.tables.storey.keys()) outlineOn(query, storey, 'outer');
    const from = clock();
    for (const id of project.tables.roof.keys()) query.get(roofModels, id);
    if (round >= 0) times.push(clock() - from);
  }
  return [
    `| its ${project.tables.roof.size} roofs solved and met again | ${ms(times.sort((p, q) => p - q)[times.length >> 1]!)} |`
  ];
}

const script = JSON.parse(readFileSync('examples/gannet-house.json', 'utf8')) as Script;
const built = runScript(script);
if (!built.ok) throw new Error(built.problem.message);
const sizes = [1, 10, 100];
type Figures = Awaited<ReturnType<typeof measure>>;

const only = process.argv.indexOf('--only');
if (only > 0) {
  const size = process.argv[only + 1]!;
  if (size === 'lattice') console.log(JSON.stringify(await measureLattice()));
  else if (size === 'wall') console.log(JSON.stringify(await measureOneWall()));
  else if (size === 'roofs') console.log(JSON.stringify(measureRoofs(built.project)));
  else if (size === 'storeys') console.log(JSON.stringify(await measureStoreys(built.project, ms)));
  else if (size === 'openings') console.log(JSON.stringify(await measureOpenings(built.project)));
  else if (size === 'pointing') console.log(JSON.stringify(await measurePointing()));
  else {
    if (size === '1') await measure(built.project, 60);
    console.log(
      JSON.stringify(await measure(repeatHouse(built.project, Number(size)), size === '100' ? 5 : 60))
    );
  }
  process.exit(0);
}

/** Each size in a process of its own: what one leaves on the heap must not slow the next. */
function inOwnProcess<T>(size: number | string): T {
  const { stdout } = spawnSync(process.execPath, ['--expose-gc', process.argv[1]!, '--only', String(size)], {
    encoding: 'utf8'
  });
  return JSON.parse(stdout) as T;
}
const results = sizes.map((size) => inOwnProcess<Figures>(size));

const labels: Record<keyof Figures, string> = {
  command: 'drag step: the command',
  drawn: 'drag step: plan derivation and display list',
  worker: 'drag step: worker derivation of solids',
  rebuild: 'full rebuild in the worker, nothing kept',
  save: 'file save',
  load: 'file load'
};
const lines = [
  '| median, ms | 1x | 10x | 100x | 10x / 1x | 100x / 10x |',
  '| --- | ---: | ---: | ---: | ---: | ---: |',
  ...(Object.keys(labels) as (keyof typeof labels)[]).map((key) => {
    const [a, b, c] = results.map((result) => result[key]) as [number, number, number];
    return `| ${labels[key]} | ${ms(a)} | ${ms(b)} | ${ms(c)} | ${(b / a).toFixed(1)} | ${(c / b).toFixed(1)} |`;
  })
];
const walls = sizes.map((size) => `${size}x: ${built.project.tables.wall.size * size} walls`).join(', ');
const others = ['lattice', 'pointing', 'openings', 'wall', 'roofs', 'storeys'].map((one) =>
  inOwnProcess<string>(one)
);
/** What only a browser can say, of the application as it was built last. */
const inPage = spawnSync('npx', ['tsx', 'scripts/bench-page.ts'], { encoding: 'utf8' });
if (inPage.status !== 0) throw new Error(`Build the application first: npm run build.\n${inPage.stderr}`);
const tables = [lines.join('\n'), ...others, JSON.parse(inPage.stdout) as string].join('\n\n');
console.log(`${walls}\n\n${tables}`);
if (process.argv.includes('--write'))
  writeFileSync(
    'docs/performance.md',
    `# Performance\n\nMade by \`npm run bench -- --write\` on two cores, Node 20, on generated houses: copies of Gannet House on the same storeys (${walls}).\nAims: a drag step under 4 ms at 1x and 8 ms at 10x for the plan part, under 16 ms for the worker part; a full rebuild of 100x growing no faster than size; snaps under 1 ms.\n\n${tables}\n`
  );
