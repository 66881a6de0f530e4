/** Floors by hand: a patio at a house, its falls by pointing and typing, its hole, its edge dragged. */
import { Bench, expect, inspect, test } from './bench';

interface Report {
  slabs: {
    id: string;
    area: number;
    volume: number;
    least: number | null;
    holes: number;
    falls: { gradient: number; direction: number | null }[];
  }[];
  stairs: {
    risers: number;
    riser: number;
    going: number;
    run: number;
    headroom: number;
    limits: string[];
  }[];
  ground: { cut: number; fill: number };
  footings: { levels: number[]; length: number }[];
  alignments: { offset: number }[];
  walls: { work: string }[];
  findings: { code: string; numbers: Record<string, number> }[];
}

/** A house of 8 by 6 m with a patio south of it, laid corner by corner, its top at a level. */
async function withPatio(bench: Bench, top: string) {
  await bench.key('r');
  await bench.say({ Width: '8 m', Depth: '6 m', Height: '2600' });
  await bench.key('Escape', 'Escape', 's');
  await bench.blank('By').selectOption({ label: 'corners you point at' });
  await bench.blank('Thickness').fill('120');
  await bench.blank('Top').fill(top);
  await bench.blank('Top').press('Tab');
  await bench.say({ 'Up from project zero': '-3300', 'Across from project zero': '500' });
  await bench.say({ 'To the next corner': '5400', Angle: '0' });
  await bench.say({ 'To the next corner': '3300', Angle: '90' });
  await bench.say({ 'To the next corner': '5400', Angle: '180' });
  await bench.say({ 'To the next corner': '3300', Angle: '270' });
}

test('a patio below the floor falls away from the house by its edge over a flat underside; then by a corner; level again', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Patio');
  await withPatio(bench, '-140');
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await bench.key('Escape', 'Shift+F');
  await bench.blank('Fall').fill('1 : 60');
  await bench.blank('Fall').press('Tab');
  await bench.points([3200, -60]);
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.points([3200, -1000]);
  await bench.field('Underside').selectOption({ label: 'flat, one ply varies' });
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  const patio = () => report.slabs[0]!;
  expect(patio().falls).toEqual([{ gradient: expect.closeTo(1 / 60, 5), direction: expect.closeTo(270, 2) }]);
  expect(patio().volume / 1e9).toBeCloseTo(1.64835, 4);
  expect(patio().least).toBeCloseTo(65, 1);
  const written = () =>
    bench.plan.evaluate((canvas) => {
      const { editor } = (canvas as unknown as { planView: { editor: { settings: { fallsAs: string } } } })
        .planView;
      return editor.settings.fallsAs;
    });
  expect(await written()).toBe('percent');
  await expect(bench.field('Fall')).toHaveValue('1.67 %');

  // Thinner than it may be is refused where it is typed, with what would do.
  await bench.field('Nowhere under').fill('75');
  await bench.field('Nowhere under').press('Enter');
  await expect(page.getByText(/130\s*mm would do, or a fall of 45\s*mm/)).toBeVisible();
  await bench.field('Nowhere under').fill('60');
  await bench.field('Nowhere under').press('Enter');

  await bench.key('Escape', 'Escape', 'Shift+F');
  await bench.blank('What').selectOption({ label: 'have a height at a place' });
  await bench.blank('Height').fill('-58');
  await bench.blank('Height').press('Tab');
  await bench.points([5880, -3280]);
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(patio().falls).toHaveLength(2);
  expect(patio().least).toBeCloseTo(62, 1);

  // An edge pulled out, by a typed length.
  await bench.drag([3200, -3290], [3200, -3790]);
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(patio().area / 1e6).toBeCloseTo(5.4 * 3.8, 2);
  // Paving beside a house is to fall away by 2 in 100; farther out it lies under the ground, 150 below the floor.
  expect(report.findings.map(({ code }) => code)).toEqual(['slab.slight-fall', 'ground.over-slab']);
});

test('a stair by pointing among its ways; the storey grows and it follows; a door and a basin in its way are found', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Stair');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '7 m', Height: '2550' });
  await bench.key('Escape', 'Escape', 'u');
  await bench.blank('Which walls').waitFor();
  await bench.key('Enter');
  await bench.settled();
  await bench.key('Escape', 's');
  await bench.blank('By').waitFor();
  await bench.key('Enter');
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await bench.key('Escape', 'Shift+S');
  await bench.blank('Width').fill('950');
  await bench.blank('Width').press('Tab');
  await bench.point(2000, 4000);
  // The second of the ways: its end is pointed at.
  await bench.point(6300, 4000);
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  const stair = () => report.stairs[0]!;
  expect(stair()).toMatchObject({ risers: 16, limits: [] });
  const head = () =>
    bench.plan.evaluate((canvas) => {
      const { editor } = (
        canvas as unknown as {
          planView: { editor: { project: { tables: { stair: Map<string, { at: object }> } } } };
        }
      ).planView;
      return editor.project.tables.stair.get('stair-1')!.at;
    });
  const before = await head();
  expect(before).toEqual({ x: 2000 + stair().run, y: 3525 });
  await expect(page.getByText('kept', { exact: true })).toBeVisible();

  // Two hundred more to climb: the head stays, and it is said what became of it.
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await bench.field('Storey height').fill('3100');
  await bench.field('Storey height').press('Enter');
  await expect(page.getByText(/Stair 1 has 1[67] risers of/)).toBeVisible();
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(stair().limits).toEqual([]);
  expect(await head()).toEqual(before);
  expect(stair().headroom).toBeGreaterThan(2030);

  // Room for a basin where the steps are.
  await bench.key('Escape', 'Escape', 'Shift+C');
  await bench.blank('For').waitFor();
  await bench.point(3500, 3300);
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(report.findings.map(({ code }) => code)).toContain('space.taken');
});

test('the ground is told by two lines; it pokes through a patio, and is brought to it', async ({ page }) => {
  const bench = new Bench(page);
  await bench.newProject('Ground');
  await withPatio(bench, '-420');
  await bench.key('Escape', 'Escape', 'Shift+B');
  await bench.blank('What').selectOption({ label: 'a line of levels' });
  for (const [up, level] of [
    [12_000, -160],
    [-12_000, -640]
  ])
    for (const across of [-9000, 20_000]) {
      await bench.blank('Corner').selectOption({ label: 'project zero' });
      await bench.say({ Level: String(level), 'Offset across': String(across), 'Offset up': String(up) });
    }
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  const over = () => report.findings.filter(({ code }) => code === 'ground.over-slab');
  expect(over()).toHaveLength(1);
  expect(over()[0]!.numbers.most).toBeCloseTo(20, 1);
  await bench.key('Escape', 'Escape');
  await bench.points([3200, -1600]);
  await bench.field('Ground').selectOption({ label: 'brought to its underside' });
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(over()).toEqual([]);
  expect(report.ground.cut / 1e9).toBeGreaterThan(0.5);
});

test('a footing under the outer walls steps with the ground; the floor is measured from its top; its wall moves', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Foundations');
  await bench.key('r');
  await bench.say({ Width: '10 m', Depth: '8 m', Height: '2600' });
  await bench.key('Escape', 'Escape', 's');
  await bench.blank('By').waitFor();
  await bench.key('Enter');
  await bench.key('Escape', 'Shift+B');
  await bench.blank('What').selectOption({ label: 'a line of levels' });
  for (const [across, level] of [
    [-5000, -150],
    [15_000, -1150]
  ])
    for (const up of [-9000, 20_000]) {
      await bench.blank('Corner').selectOption({ label: 'project zero' });
      await bench.say({ Level: String(level), 'Offset across': String(across), 'Offset up': String(up) });
    }
  await bench.key('Escape', 'Escape', 'Shift+U');
  await bench.say({ 'Wider on each side': '150', Thickness: '225', 'Under the ground': '900' });
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  const footing = () => report.footings[0]!;
  expect(footing().levels.length).toBeGreaterThan(2);
  expect(footing().levels[0]! - footing().levels[1]!).toBeCloseTo(225, 6);
  expect(report.findings.filter(({ code }) => code.startsWith('footing'))).toEqual([]);
  const before = footing().length;

  // A step higher than the strip is thick is refused where it is typed.
  await bench.field('Height of a step').fill('300');
  await bench.field('Height of a step').press('Enter');
  await expect(page.getByText(/more than it is thick/)).toBeVisible();

  // The floor goes with the top of the foundation, and stays where it is when that is chosen.
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.point(5000, 4000);
  await bench.field('Measured from').selectOption({ index: 1 });
  await expect(bench.blank('Top')).toHaveValue('150 above the foundation');
  await bench.key('Escape', 'Escape', 'Escape', 'w');
  await bench.key('Escape', 'Escape');
  await bench.drag([5000, 8000], [5000, 9000]);
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(footing().length).toBeGreaterThan(before + 1900);
});

test('a storey copied up is kept over the one below; it oversails, is compared, and is cut loose; old walls are told from new', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Over');
  await bench.key('r');
  await bench.say({ Width: '10 m', Depth: '8 m', Height: '2550' });
  await bench.key('Escape', 'Escape', 'u');
  await bench.blank('Which walls').waitFor();
  await bench.key('Enter');
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  expect(report.alignments.map(({ offset }) => offset)).toEqual([0, 0, 0, 0]);

  // The wall below pulled out takes the one above along, and says so.
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await bench.drag([5000, 8000], [5000, 8700]);
  await expect(page.getByText(/follows the wall below by/)).toBeVisible();

  // By itself the upper one is held, by name; by its offset it oversails.
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  await bench.drawn();
  await bench.point(3000, 8650);
  await bench.field('Outwards of it').fill('280');
  await bench.field('Outwards of it').press('Enter');
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(report.alignments.map(({ offset }) => offset).sort((p, q) => p - q)).toEqual([0, 0, 0, 280]);
  await bench.field('Kept over').selectOption({ label: 'nothing' });
  await bench.field('It is').selectOption({ label: 'to be removed' });
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(report.alignments).toHaveLength(3);
  expect(report.walls.map(({ work }) => work).filter((work) => work === 'removed')).toHaveLength(1);
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  const drawn = () => bench.plan.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  const whole = await drawn();
  await page.getByLabel('Stages of work').selectOption({ label: 'after the work' });
  await expect.poll(drawn).not.toBe(whole);
  const hidden = await bench.plan.evaluate((canvas) => {
    const { editor } = (
      canvas as unknown as {
        planView: {
          editor: { isHidden(id: string): boolean; project: { tables: { wall: Map<string, object> } } };
        };
      }
    ).planView;
    return [...editor.project.tables.wall.keys()].filter((id) => editor.isHidden(id)).length;
  });
  expect(hidden).toBe(1);
  await page.getByRole('button', { name: 'Show', exact: true }).click();

  // What is cut away of the model is not pointed at any more.
  await page.getByLabel('Cut a part of the model away').selectOption('south');
  await page.getByLabel('Where it is cut').fill('4000');
  const kept = await page.getByTestId('model').evaluate((canvas) => {
    const { x, y, width, height } = canvas.getBoundingClientRect();
    const { modelScene } = canvas as unknown as {
      modelScene: { pick(x: number, y: number): { at: { y: number } } | undefined };
    };
    return Array.from({ length: 20 * 20 }, (_, i) =>
      modelScene.pick(x + (width * (i % 20)) / 20, y + (height * Math.floor(i / 20)) / 20)
    ).flatMap((hit) => (hit ? [hit.at.y] : []));
  });
  expect(kept.length).toBeGreaterThan(5);
  expect(Math.min(...kept)).toBeGreaterThan(3900);
});
