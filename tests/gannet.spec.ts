import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Bench, cliffstead, expect, inspect, test } from './bench';

const folder = mkdtempSync(join(tmpdir(), 'cliffstead-gannet-'));

interface Report {
  storeys: { datum: number; height: number }[];
  walls: {
    length: number;
    thickness: number;
    base: number;
    top: number;
    storey: string;
    plies: { material: string; area: number }[];
  }[];
  roofs: { planes: { pitchDeg: number; area: number }[] }[];
  chimneys: { base: number; top: number; flues: number; volume: number }[];
  slabs: { area: number }[];
  footings: { length: number }[];
  stairs: { risers: number; riser: number; run: number; hole: number; headroom: number; limits: string[] }[];
  findings: { code: string }[];
}

/** How a stair climbs, and what it takes of the floor. */
const climbOf = ({ stairs }: Report) =>
  stairs.map(({ risers, riser, run, hole, headroom, limits }) => [
    risers,
    riser,
    run,
    hole,
    headroom,
    limits
  ]);

/** What a wall is in plan and height, whatever its id and name. */
const wallsOf = ({ walls }: Report) =>
  walls
    .map(({ storey, length, thickness, base, top, plies }) =>
      [
        ...[storey, length, thickness, base, top],
        ...plies.map(({ material, area }) => `${material} ${area.toFixed(0)}`)
      ].join(' · ')
    )
    .sort();

/** The planes of all roofs, as they are where the roofs meet. */
const planesOf = ({ roofs }: Report) =>
  roofs.flatMap(({ planes }) => planes.map(({ pitchDeg, area }) => `${pitchDeg} ${area.toFixed(0)}`)).sort();

test('two storeys with all their build-ups, the chimney stack and every roof, by pointer and typing', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Gannet once more');
  await bench.key('l');
  await bench.say({ Datum: 'at zero', 'Storey height': '2 880', 'Floor depth': '0' });

  /** A run from a typed start; the settings of the walls stay as they were said last. */
  const run = async (
    [x, y]: [number, number],
    stretches: [string, string][],
    how: Record<string, string> = {},
    { close = false, flip = false } = {}
  ) => {
    await bench.key('Escape', 'Escape', 'w');
    await bench.say({ 'Across from project zero': String(x), 'Up from project zero': String(y), ...how });
    if (flip) await page.keyboard.press('x');
    for (const [Length, Angle] of stretches) await bench.say({ Length, Angle });
    if (flip) await page.keyboard.press('x');
    if (close) await page.keyboard.press('c');
  };

  await run(
    [0, 0],
    [
      ['7 200', '0'],
      ['3.6 m', '-90'],
      ['4200', '0'],
      ['7800 + 3600', '90'],
      ['11.4 m', '180']
    ],
    { 'Build-up': 'Stone cavity 425', Height: '2550' },
    { close: true }
  );
  await expect(page.locator('footer')).toContainText('The run is closed');
  await run(
    [0, 6000],
    [
      ['2400', '180'],
      ['4200', '-90'],
      ['2400', '0']
    ]
  );
  await run(
    [10_500, 7800],
    [
      ['1200', '90'],
      ['2400', '180'],
      ['1200', '-90']
    ],
    { Height: '3 m' }
  );
  const partition = { 'Setting-out line': 'centre line', 'Kind of wall': 'a partition' };
  await run([4040, 0], [['7800', '90']], {
    'Build-up': 'Bearing partition 170',
    ...partition,
    Height: '2 550'
  });
  await run([7540, 7800], [['3900', '-90']]);
  await run([7540, 3900], [['3860', '0']], { 'Build-up': 'Partition 120' });
  await run(
    [5500, 7800],
    [
      ['1600', '-90'],
      ['1460', '180']
    ]
  );

  // The storey above: its outer walls as a rectangle, each its own wall; partitions as they come.
  await bench.key('Escape', 'Escape', 'l');
  await page.getByRole('region', { name: 'Details' }).getByRole('button', { name: 'Add above' }).click();
  await expect(page.locator('footer')).toContainText('Plan of Upper');
  await bench.key('l');
  await bench.say({ 'Storey height': '2 460', 'Floor depth': '330' });
  await bench.key('Escape', 'r');
  await bench.say({
    'Build-up': 'Boarded frame 251',
    'Setting-out line': 'outer face',
    'Kind of wall': 'an outer wall',
    Height: '2460',
    Width: '11.4 m',
    Depth: '7.8 m'
  });
  await run([4040, 0], [['7800', '90']], {
    'Build-up': 'Bearing partition 170',
    ...partition,
    Height: '2460'
  });
  await run([0, 5500], [['4040', '0']], { 'Build-up': 'Wet-room partition 130' }, { flip: true });
  await run([7700, 5300], [['3700', '0']], {}, { flip: true });
  await run([7700, 0], [['2900', '90']], { 'Build-up': 'Partition 120' });
  await run([7700, 2900], [['4900', '90']]);
  await run([4040, 2900], [['7360', '0']]);
  await bench.key('Escape', 'Escape', 's');
  await bench.say({ By: 'the walls’ structure', Thickness: '330' });
  await bench.key('Escape', 'Escape', 'h');
  await bench.say({ Pitch: '30', Overhang: '450', Thickness: '200' });

  // The stack: on the bearing partition of the ground storey, chosen by pointing, then typed.
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await bench.key('Escape', 'Escape', 'e');
  const there = await bench.at(4040, 5000);
  await page.mouse.move(there.x, there.y);
  await expect(bench.blank('Arrangement')).toHaveValue('both');
  await bench.say({
    'Distance from the start': '5 m',
    Width: '1500',
    Depth: '900',
    Foot: '1 410 below',
    'Height above the roofs': '900',
    Gap: '50'
  });

  // The lower roofs: over walls that are pointed at, the last one the house that they end at; the canopy drawn.
  await bench.key('Escape', 'Escape', 'h');
  await bench.blank('Over').selectOption({ label: 'walls you point at' });
  await bench.points([7250, -2600], [8500, -3500], [11300, -2000], [3000, 100]);
  await bench.say({ Form: 'gabled', Pitch: '38', Overhang: '450', Thickness: '200' });
  await expect(page.locator('footer')).toContainText('3 walls are carried up to it');
  await bench.key('Escape', 'h');
  await bench.points([-1500, 5900], [-2300, 3000], [-1500, 1900], [100, 6500]);
  await bench.say({ Form: 'mono-pitch', Pitch: '15', Overhang: '300', Thickness: '120' });
  await bench.key('Escape', 'h');
  await bench.blank('Over').selectOption({ label: 'what parapets enclose' });
  await bench.points([10_300, 8500], [9300, 8800], [8300, 8500]);
  await bench.say({ Form: 'flat, with a fall', Pitch: '2', Thickness: '150' });
  await bench.key('Escape', 'h');
  await bench.say({
    Over: 'corners you point at',
    Pitch: '22',
    Overhang: '250',
    'Plate level': '2250',
    Thickness: '100',
    'Across from project zero': '5450',
    'Up from project zero': '7800'
  });
  for (const [way, Angle] of [
    ['2100', '0'],
    ['1500', '90'],
    ['2100', '180']
  ] as const)
    await bench.say({ 'To the next corner': way, Angle });
  await bench.points([5450, 7800]);
  await bench.key('Escape', 'g');
  await bench.blank('Kind of edge').selectOption({ label: 'an abutment' });
  await bench.points([6500, 7800]);

  // What it stands on: the floor, the patio that falls away from it, strips under the outer walls; the stair as it is in the hall.
  await bench.key('Escape', 'Escape', 's');
  await bench.say({ By: 'the walls’ outer face', Thickness: '150', Top: '0' });
  await bench.key('Escape', 'Escape', 's');
  await bench.say({
    ...{ By: 'corners you point at', Thickness: '120', Top: '-140' },
    ...{ 'Across from project zero': '500', 'Up from project zero': '-3300' }
  });
  for (const [way, Angle] of [
    ['5400', '0'],
    ['3300', '90'],
    ['5400', '180'],
    ['3300', '270']
  ] as const)
    await bench.say({ 'To the next corner': way, Angle });
  await bench.key('Escape', 'Escape', 'Shift+F');
  await bench.blank('Fall').fill('1 : 48');
  await bench.blank('Fall').press('Tab');
  await bench.points([3200, -60]);
  // Farther out it would lie under the ground.
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.points([3200, -1600]);
  await bench.field('Ground').selectOption({ label: 'brought to its underside' });
  await bench.key('Escape', 'Escape', 'Shift+U');
  await bench.say({ 'Wider on each side': '162.5', Thickness: '300', 'Under the ground': '1050' });
  await bench.key('Escape', 'Escape', 'Shift+S');
  await bench.blank('Form').selectOption({ label: 'quarter turn with a landing' });
  await bench.blank('Side').selectOption({ label: 'middle' });
  await bench.blank('Corner').selectOption({ label: 'project zero' });
  for (const [label, text] of [
    ['Width', '900'],
    ['Offset across', '6820'],
    ['Offset up', '2552'],
    ['Way up', '180'],
    ['Turns after', '2']
  ] as const) {
    await bench.blank(label).fill(text);
    await bench.blank(label).press('Tab');
  }
  await bench.points([6100, 5600]);

  await bench.settled();
  const drawn = inspect<Report>(await bench.handOver(/Save the project/));
  const file = join(folder, 'scripted.cliffstead');
  cliffstead('run', 'examples/gannet-house.json', '--out', file);
  const scripted = inspect<Report>(file);
  expect(drawn.storeys.map(({ datum, height }) => [datum, height])).toEqual([
    [0, 2880],
    [2880, 2460]
  ]);
  expect(drawn.findings).toEqual([]);
  expect(wallsOf(drawn)).toEqual(wallsOf(scripted));
  expect(planesOf(drawn)).toEqual(planesOf(scripted));
  expect(climbOf(drawn)).toEqual(climbOf(scripted));
  expect(drawn.slabs.map(({ area }) => area).sort()).toEqual(scripted.slabs.map(({ area }) => area).sort());
  expect(drawn.footings[0]!.length).toBeCloseTo(55_976.176, 1);
  expect(drawn.chimneys[0]).toMatchObject({ base: -1410, flues: 2, top: scripted.chimneys[0]!.top });
});
