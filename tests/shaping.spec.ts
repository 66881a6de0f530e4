import { Bench, expect, inspect, test } from './bench';

const inch = 25.4;

interface Report {
  walls: { id: string; length: number; thickness: number; volume: number }[];
  storeys: { footprintArea: number }[];
  findings: { code: string }[];
}

test('Plover Cabin sketched by hand is made true by writing sizes; then shaped', async ({ page }) => {
  const bench = new Bench(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'New project' }).click();
  await page.getByLabel('What is the house called?').fill('Plover Cabin');
  await page.getByRole('radio', { name: /Feet and inches/ }).check();
  await page.getByRole('button', { name: 'Start drawing' }).click();
  await bench.plan.waitFor();

  // By hand, roughly: an outline of four points and three partitions; no size is typed.
  let actions = 0;
  const tap = async (x: number, y: number) => {
    actions += 1;
    await bench.point(x, y);
  };
  await bench.key('w');
  await bench.blank('Build-up').selectOption({ label: 'Boarded frame 7 5/16"' });
  for (const [x, y] of [
    [1000, 800],
    [10200, 800],
    [10200, 6700],
    [1000, 6700]
  ] as const)
    await tap(x, y);
  await page.keyboard.press('c');
  await expect(page.locator('footer')).toContainText('The run is closed');
  await bench.key('Escape', 'Escape', 'w');
  await bench.blank('Build-up').selectOption({ label: 'Partition 4 1/2"' });
  await bench.blank('Kind of wall').selectOption({ label: 'a partition' });
  await bench.blank('Setting-out line').selectOption({ label: 'centre line' });
  await tap(6800, 800);
  await tap(6800, 6700);
  await bench.key('Escape', 'Escape', 'w');
  await tap(6800, 3900);
  await tap(10200, 3900);
  await bench.key('Escape', 'Escape', 'w');
  await tap(9000, 3900);
  await tap(9000, 6700);
  await bench.key('Escape', 'Escape');
  expect(actions).toBeLessThan(40);
  await bench.settled();

  // The sizes, written where they stand in the plan.
  await bench.key('a');
  /** The outermost size on the way out from a place: there the pointer turns into that of a text. */
  const findSize = async (x: number, y: number, way: [number, number]) => {
    const { x: px, y: py } = await bench.at(x, y);
    let found: { x: number; y: number } | undefined;
    for (let i = 5; i < 60; i++) {
      const at = { x: px + way[0] * i * 3, y: py + way[1] * i * 3 };
      await page.mouse.move(at.x, at.y);
      if ((await bench.plan.evaluate((canvas) => canvas.style.cursor)) === 'text') found = at;
    }
    return found!;
  };
  const write = async (size: string, at: { x: number; y: number }) => {
    await page.mouse.click(at.x, at.y);
    await expect(bench.blank('Size')).toBeVisible();
    await bench.say({ Size: size });
    await expect(bench.blank('Size')).toHaveCount(0);
  };
  await write(`31'-6"`, await findSize(5600, 800, [0, 1]));
  await bench.key('a');
  // A size is told once: that from south to north on the west side.
  await write(`20'`, await findSize(1000, 3750, [-1, 0]));
  await bench.settled();
  const true1 = inspect<Report>(await bench.handOver(/Save the project/));
  expect(true1.storeys[0]!.footprintArea).toBeCloseTo(31.5 * 12 * inch * 240 * inch, 0);
  const lengths = true1.walls.slice(0, 4).map(({ length }) => Math.round(length * 10));
  expect(lengths.sort()).toEqual([60960, 60960, 96012, 96012]);

  // A face to a face: the room east of the long partition is to be 10' wide, the partition moves.
  await bench.key('Escape', 'q');
  await bench.blank('From').selectOption({ label: 'inner face of Wall 2' });
  const faces = await bench.blank('To').locator('option').allTextContents();
  await bench.blank('To').selectOption({ label: faces.find((face) => /Wall 5/.test(face))! });
  await bench.say({ Size: `10'` });
  await bench.key('Escape', 'Escape');

  // Thicken a wall: its joints stay. Mirror a set, and delete the stretch between two crossings.
  const { x, y } = await bench.at(1000, 3000);
  await page.mouse.click(x + 3, y);
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('Wall 4');
  await bench.field('Thickness').fill('10"');
  await bench.field('Thickness').press('Enter');
  await bench.settled();
  const before = inspect<Report>(await bench.handOver(/Save the project/));
  expect(before.walls.find(({ id }) => id === 'wall-4')!.thickness).toBeCloseTo(10 * inch, 3);
  expect(before.findings).toEqual([]);

  await bench.key('Escape', ']');
  await page
    .getByRole('region', { name: 'Details' })
    .getByRole('button', { name: 'Select all of this kind' })
    .click();
  await bench.key('z');
  await bench.blank('What to do').selectOption({ label: 'Mirror' });
  await bench.say({ Across: `60'`, Up: '0' });
  await bench.settled();
  const two = inspect<Report>(await bench.handOver(/Save the project/));
  expect(two.walls).toHaveLength(before.walls.length + 4);

  await page.keyboard.press('Control+z');

  // The stretch of the north wall between two crossings becomes a wall of its own, and goes.
  await bench.key('Escape', 'z');
  await bench.blank('What to do').selectOption({ label: 'Part at its joints' });
  const north = await bench.at(4000, 800 + 240 * inch - 60);
  await page.mouse.click(north.x, north.y);
  await bench.say({ 'From its start': `5'` });
  await expect(page.locator('footer')).toContainText('1 selected');
  await bench.key('Delete');
  await bench.settled();
  const parted = inspect<Report>(await bench.handOver(/Save the project/));
  expect(parted.walls).toHaveLength(before.walls.length);
  expect(parted.walls.reduce((sum, { length }) => sum + length, 0)).toBeLessThan(
    before.walls.reduce((sum, { length }) => sum + length, 0) - 1000
  );
});

test('the partitions of a bathroom of Gannet House are pasted in another house', async ({
  page,
  context
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const bench = new Bench(page);
  await bench.openDemo();
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  await bench.drawn();
  await bench.point(9500, 5300);
  await page.keyboard.down('Shift');
  await bench.point(7700, 7300);
  await page.keyboard.up('Shift');
  await expect(page.locator('footer')).toContainText('2 selected');
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Copied 2 walls.')).toBeVisible();

  await bench.newProject('Takes a partition');
  await bench.key('r');
  await bench.say({ Width: '6 m', Depth: '4 m' });
  await bench.key('Escape');
  await page.keyboard.press('Control+v');
  await expect(bench.blank('Across')).toBeVisible();
  await bench.say({ Across: '-6 m', Up: '-3 800' });
  await bench.settled();
  const { walls } = inspect<Report>(await bench.handOver(/Save the project/));
  expect(walls).toHaveLength(6);
  expect(walls.slice(4).map(({ thickness }) => thickness)).toEqual([130, 120]);
});
