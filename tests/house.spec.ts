import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { validateBytes } from 'gltf-validator';
import { Bench, expect, inspect, test } from './bench';

const folder = mkdtempSync(join(tmpdir(), 'cliffstead-'));

interface Report {
  walls: { id: string; length: number; volume: number; thickness: number }[];
  openings: { id: string; from: number; width: number; height: number; sill: number }[];
  roofs: { planes: unknown[]; ridge: number }[];
  slabs: { area: number; volume: number }[];
  storeys: unknown[];
}

/** A plan drawn by the page itself: a rectangle 570 x 390 pixels at 100, 100 stands for 11 400 x 7 800. */
async function drawPicture(page: import('@playwright/test').Page): Promise<Buffer> {
  const base64 = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [800, 600];
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, 800, 600);
    context.lineWidth = 4;
    context.strokeRect(100, 100, 570, 390);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
  return Buffer.from(base64, 'base64');
}

test('Gannet House from nothing: sheet, walls, openings, storey, roof, hand-over, undo all, redo all', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('From nothing');

  // A picture of the plan, trued up from two points and a typed length; it never scales the model.
  const picture = await drawPicture(page);
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a picture or drawing of a plan' }).click();
  await (await choosing).setFiles({ name: 'survey.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('survey');
  await bench.key('y');
  const scale = 12000 / 800;
  for (const x of [100, 670]) await bench.point(x * scale, 110 * scale);
  await bench.say({ 'True length': '11.4 m' });
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('20 mm');
  await page.getByRole('region', { name: 'Details' }).getByLabel('Strength').selectOption('0.3');
  await page.getByRole('region', { name: 'Details' }).getByLabel('Locked').check();

  // The outline by typing over it: any unit, fractions and sums.
  await bench.key('Escape', 'w');
  await bench.say({
    'Across from project zero': '0',
    'Up from project zero': '0',
    Thickness: '42.5 cm',
    Height: '2550'
  });
  await bench.say({ Length: '7.2 m', Angle: '0' });
  await bench.say({ Length: `3400 + 200`, Angle: '-90' });
  await bench.say({ Length: '4200', Angle: '0' });
  await expect(page.locator('footer')).toContainText('outside on the right');
  await bench.say({ Length: '11.4 m', Angle: '90' });
  await bench.say({ Length: '11 400', Angle: '180' });
  await page.keyboard.press('c');
  await expect(page.locator('footer')).toContainText('The run is closed');
  await bench.key('Escape');
  await bench.settled();
  await expect(page.getByTestId('findings')).toHaveText('No findings');

  // Openings: a digit typed anywhere goes into the sentence; then by pointing.
  await bench.key('d');
  await bench.say({ Wall: 'Wall 5', Distance: '4690', Width: '1 010', Height: '2 110' });
  await bench.key('Escape', 'i');
  await bench.say({ Wall: 'Wall 1', Distance: '1300', Width: '1790', Sill: '0', Height: '2110' });
  const there = await bench.at(11200, 2000);
  await page.mouse.move(there.x, there.y);
  await page.mouse.click(there.x, there.y);
  await bench.key('Escape');

  // Slab, the storey above, its roof, one gable and back.
  await bench.key('s', 'Enter');
  await bench.key('Escape', 'u');
  await bench.say({ Name: 'Upper', Height: '2 460', 'Floor depth': '330' });
  await expect(page.locator('footer')).toContainText('Plan of Upper');
  await bench.key('h');
  await bench.say({ Pitch: '7:12', Overhang: '450' });
  await bench.key('g');
  await bench.say({ Wall: 'Wall 10', 'Kind of edge': 'a gable' });
  await bench.key('Escape');
  await bench.settled();
  const path = await bench.handOver(/Save the project/);
  const report = inspect<Report>(path);
  expect(report.walls).toHaveLength(12);
  expect(report.walls.map((wall) => wall.length).slice(0, 6)).toEqual([7200, 3600, 4200, 11400, 11400, 7800]);
  expect(report.openings).toHaveLength(3);
  expect(report.openings[0]).toMatchObject({ from: 4690, width: 1010 });
  expect(report.slabs[0]!.area).toBeCloseTo(11400 * 7800 + 4200 * 3600, 0);
  expect(report.slabs[0]!.volume).toBeCloseTo((11400 * 7800 + 4200 * 3600) * 150, -3);
  // Outer wall ring on the ground less the three openings.
  const ring = 11400 * 7800 + 4200 * 3600 - ((11400 - 850) * (7800 - 850) + 3350 * 3600);
  const holes = report.openings.reduce((sum, one) => sum + one.width, 0);
  const ground = report.walls.slice(0, 6).reduce((sum, wall) => sum + wall.volume, 0);
  expect(holes).toBe(1010 + 1790 + 1790);
  expect(ground).toBeCloseTo(ring * 2550 - 425 * (1010 * 2110 + 1790 * 2110 * 2), -3);
  expect(report.roofs[0]!.planes).toHaveLength(5);

  // The model for others: valid, one named node per element.
  const glb = readFileSync(await bench.handOver(/Export the model/));
  const { issues } = await validateBytes(new Uint8Array(glb));
  expect(issues.numErrors).toBe(0);
  const json = JSON.parse(glb.subarray(20, 20 + glb.readUInt32LE(12)).toString()) as {
    nodes: { name: string; extras?: { id?: string } }[];
  };
  expect(json.nodes.some((node) => node.name === 'Wall 1' && node.extras?.id === 'wall-1')).toBe(true);
  const svg = await bench.handOver(/Export this plan/);
  execFileSync('xmllint', ['--noout', svg]);

  // Undo all, redo all: the same house; also after a reload.
  const before = readFileSync(path);
  await page.reload();
  await bench.settled();
  for (let i = 0; i < 30; i++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await expect(page.getByText('Nothing is drawn on this storey yet')).toBeVisible();
  for (let i = 0; i < 30; i++) await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: 'Redo' })).toBeDisabled();
  await bench.settled();
  expect(readFileSync(await bench.handOver(/Save the project/)).equals(before)).toBe(true);
});

test('a quick typist is ahead of the frames: what is typed right after a tool key is in the new sentence', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Ahead');
  await bench.key('w');
  await bench.say({ 'Across from project zero': '0', 'Up from project zero': '0' });
  await bench.say({ Length: '6 m', Angle: '0' });
  await bench.key('Escape', 'Escape');
  await page.evaluate(() => {
    const later = window.requestAnimationFrame.bind(window);
    window.requestAnimationFrame = (task) => later(() => setTimeout(() => task(performance.now()), 1500));
  });
  await bench.key('d');
  await bench.say({ Wall: 'Wall 1', Distance: '500', Width: '1 010', Height: '2 050' });
  // From one tool straight to another, and keys only: Tab goes to the wall, its arrow chooses, then the blanks in order.
  await bench.key('Escape', 'i', 'Tab', 'ArrowDown', 'Tab', 'Tab', 'Tab');
  for (const text of ['3 m', undefined, '1790', '1400', '500']) {
    if (text) await page.keyboard.type(text);
    await bench.key('Tab');
  }
  await bench.key('Shift+Tab', 'Enter');
  await bench.settled();
  const { openings } = inspect<Report>(await bench.handOver(/Save the project/));
  expect(openings).toMatchObject([
    { from: 500, width: 1010, height: 2050 },
    { from: 3000, width: 1790, height: 1400, sill: 500 }
  ]);
});

test('select, drag and edit; neighbours stay attached; versions bring a state back', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.point(8000, 7700);
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('main block, north');
  await expect(bench.blank('Length')).toHaveValue(/11.400/);
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByLabel('Name of this version').fill('Before the move');
  await page.getByRole('button', { name: 'Name this state' }).click();
  await page.getByRole('button', { name: 'Versions' }).click();

  await bench.drag([8000, 7650], [8000, 8300]);
  await bench.settled();
  const moved = inspect<Report>(await bench.handOver(/Save the project/));
  const east = moved.walls.find((wall) => wall.id === 'east')!.length;
  expect(east).toBeGreaterThan(11900);
  expect(moved.walls.find((wall) => wall.id === 'hall-west')!.length).toBeCloseTo(east - 3600, 0);

  await bench.field('Thickness').fill('0');
  await bench.field('Thickness').press('Enter');
  await expect(page.getByRole('region', { name: 'Details' }).getByRole('alert')).toContainText(
    'must be between'
  );
  await bench.key('Escape');
  // An opening is dragged along its wall and stays within it.
  await bench.key('Escape');
  await bench.drag([2200, 200], [2700, 200]);
  await bench.settled();
  const slid = inspect<Report>(await bench.handOver(/Save the project/));
  expect(slid.openings.find((one) => one.id === 'garden-doors')!.from).toBeGreaterThan(1500);

  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('button', { name: 'Go back to it' }).click();
  await bench.settled();
  const back = inspect<Report>(await bench.handOver(/Save the project/));
  expect(back.walls.find((wall) => wall.id === 'east')!.length).toBe(11400);
  await page.getByTestId('findings').click();
  await expect(page.getByRole('region', { name: 'Review tray' })).toContainText('Nothing to say');
});

test('nothing is lost: reload in a drag, a killed page, two tabs', async ({ page, context }) => {
  const bench = new Bench(page);
  await bench.newProject('Kept');
  await bench.key('r');
  await bench.say({ Width: '6000', Depth: '4000' });
  await bench.key('Escape');
  await bench.settled();
  const url = page.url();

  // A reload in the middle of a drag keeps all that was done, and not the half-done.
  await bench.drag([3000, 100], [3000, -800], false);
  await page.reload();
  await bench.plan.waitFor();
  await bench.settled();
  expect(inspect<Report>(await bench.handOver(/Save the project/)).walls.map((wall) => wall.length)).toEqual([
    6000, 4000, 6000, 4000
  ]);

  // Killed right after the command says it is saved.
  await bench.key('d');
  await bench.say({ Wall: 'Wall 1', Distance: '1000' });
  await bench.settled();
  await page.close();
  const again = await context.newPage();
  const reopened = new Bench(again);
  await again.goto(url);
  await reopened.plan.waitFor();
  await reopened.settled();
  expect(inspect<Report>(await reopened.handOver(/Save the project/)).openings).toHaveLength(1);

  // A second tab follows; when the first goes, it edits.
  const second = await context.newPage();
  await second.goto(url);
  await expect(second.getByTestId('saved')).toHaveText('Following the tab that edits');
  await again.bringToFront();
  await reopened.key('s', 'Enter');
  await reopened.settled();
  await again.close();
  await second.bringToFront();
  await expect(second.getByTestId('saved')).toContainText('Saved');
  expect(inspect<Report>(await new Bench(second).handOver(/Save the project/)).slabs).toHaveLength(1);
});

test('files that are damaged, foreign, truncated, a bomb or newer are refused and change nothing', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.openDemo();
  const good = readFileSync(await bench.handOver(/Save the project/));
  await page.goto('/');
  const { zipSync, strToU8 } = await import('fflate');
  const bytes = (value: unknown) => Buffer.from(zipSync({ 'project.json': strToU8(JSON.stringify(value)) }));
  const cases: [string, Buffer, RegExp][] = [
    [
      'damaged',
      Buffer.concat([good.subarray(0, 200), Buffer.alloc(300, 7), good.subarray(500)]),
      /is damaged/
    ],
    ['foreign', Buffer.from('not a zip at all'), /is not a Cliffstead file/],
    ['truncated', good.subarray(0, Math.floor(good.length / 2)), /is damaged/],
    [
      'bomb',
      Buffer.from(zipSync({ 'project.json': new Uint8Array(300 * 1024 * 1024) })),
      /unpacks to more than 256 MB/
    ],
    [
      'newer',
      bytes({ application: 'cliffstead', schemaVersion: 99, records: [] }),
      /written by a newer Cliffstead/
    ],
    [
      'wrong',
      bytes({ application: 'cliffstead', schemaVersion: 1, records: [{ id: 'project', kind: 'wall' }] }),
      /records\[0\]/
    ]
  ];
  for (const [name, buffer, message] of cases) {
    await page
      .getByLabel('Project file')
      .setInputFiles({ name: `${name}.cliffstead`, mimeType: 'application/zip', buffer });
    await expect(page.getByRole('alert')).toContainText(message);
    await expect(page.getByRole('alert')).toContainText(`${name}.cliffstead`);
  }
  await expect(page.getByRole('listitem')).toHaveCount(3);
  await page.getByLabel('Copy Gannet House').click();
  await expect(page.getByRole('listitem')).toHaveCount(4);
  await expect(page.getByRole('listitem').first()).toContainText('Gannet House, copy');
  const file = join(folder, 'good.cliffstead');
  writeFileSync(file, good);
  await page.getByLabel('Project file').setInputFiles(file);
  await bench.plan.waitFor();
  await expect(page.getByTestId('project-name')).toHaveText('Gannet House');

  const convert = (data: Buffer, to: string) =>
    page.request.post(`/api/convert?to=${to}`, {
      data,
      // Forty at once wait in line.
      timeout: 60_000,
      headers: { 'content-type': 'application/octet-stream' }
    });
  const glb = await convert(good, 'glb');
  expect((await validateBytes(new Uint8Array(await glb.body()))).issues.numErrors).toBe(0);
  expect((await convert(Buffer.from('nonsense'), 'glb')).status()).toBe(422);
  expect((await convert(good, 'dwx')).status()).toBe(400);
  const large = await convert(Buffer.alloc(25 * 1024 * 1024, 1), 'glb');
  expect(large.status()).toBe(413);
  expect(await large.json()).toMatchObject({ message: 'The file is larger than 24 MB.' });
  // At once: some are converted, the rest are told when to ask again, in JSON; static files come meanwhile.
  const burst = await Promise.all(Array.from({ length: 40 }, () => convert(good, 'glb')));
  const busy = burst.filter((answer) => answer.status() === 503);
  expect(burst.filter((answer) => answer.ok()).length + busy.length).toBe(40);
  expect(busy[0]!.headers()).toMatchObject({ 'retry-after': '5', 'x-content-type-options': 'nosniff' });
  expect(await busy[0]!.json()).toMatchObject({ message: 'The converter is busy.' });
  for (const [method, address] of [
    ['PUT', '/api/convert'],
    ['GET', '/api/nothing']
  ] as const)
    expect(await (await page.request.fetch(address, { method })).json()).toHaveProperty('hint');
  const mark = (await page.request.get('/mark.svg')).headers();
  expect(mark).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'no-referrer' });
  expect(mark['content-security-policy']).toContain("default-src 'self'");
});

test('by keyboard alone, at 1024 wide, with no serious finding of axe', async ({ page }) => {
  const bench = new Bench(page);
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Gannet House/ })).toBeVisible();
  const axe = async () =>
    (await new AxeBuilder({ page }).analyze()).violations
      .filter((one) => one.impact === 'serious' || one.impact === 'critical')
      .map((one) => `${one.id}: ${one.nodes[0]?.html}`);
  expect(await axe()).toEqual([]);
  await bench.newProject('By keys');
  expect(await axe()).toEqual([]);

  // A run, typed: the first digit goes into the first blank without any click.
  await bench.key('w');
  await page.keyboard.type('0');
  await bench.key('Tab');
  await page.keyboard.type('0');
  await bench.key('Enter');
  for (const [length, angle] of [
    ['5 m', '0'],
    ['4 m', '90'],
    ['5 m', '180']
  ] as const) {
    await page.keyboard.type(length);
    await bench.key('Tab');
    await page.keyboard.type(angle);
    await bench.key('Enter');
  }
  await bench.key('c', 'Escape', 'i');
  await bench.key('Tab');
  await bench.blank('Wall').selectOption({ label: 'Wall 2' });
  await page.keyboard.press('Enter');
  await bench.key('Escape', 'Escape', 's', 'Enter', 'Escape', 'h', 'Enter', 'Escape');
  await bench.key('Escape', ']');
  await expect(page.getByRole('region', { name: 'Details' })).toBeVisible();
  await bench.key('ArrowDown');
  await bench.settled();
  await bench.key('D');
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  expect(await axe()).toEqual([]);
  // As at a browser zoom of 150 %.
  await page.setViewportSize({ width: 853, height: 533 });
  expect(await axe()).toEqual([]);
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.getByRole('button', { name: 'Night colours' }).click();
  expect(await axe()).toEqual([]);
  await page.reload();
  await bench.settled();
  await page.getByRole('button', { name: 'Day colours' }).click();
  // What is chosen holds where the system is dark, and nothing of it comes through.
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.reload();
  await bench.settled();
  expect(await axe()).toEqual([]);
  await expect(page.getByRole('button', { name: 'Night colours' })).toBeVisible();
  const report = inspect<Report>(await bench.handOver(/Save the project/));
  expect(report.walls.map((wall) => wall.length)).toEqual([5000, 4010, 5000, 4010]);
  expect([report.openings.length, report.slabs.length, report.roofs.length]).toEqual([1, 1, 1]);
  // Nonsense in a blank is refused in place.
  await bench.key('Escape', 'w');
  await page.keyboard.type('7 kg');
  await bench.key('Enter');
  await expect(page.getByRole('alert')).toContainText('“kg” is not a length; try');
});
