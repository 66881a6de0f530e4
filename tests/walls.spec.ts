import AxeBuilder from '@axe-core/playwright';
import { Bench, expect, inspect, test } from './bench';

interface Report {
  storeys: { name: string; datum: number; height: number }[];
  walls: { id: string; thickness: number; volume: number; plies: { material: string; area: number }[] }[];
  findings: { code: string }[];
}

test('joints are cut from their pictures, a ply is pulled through, all alike', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  const before = inspect<Report>(await bench.handOver(/Save the project/));
  const wall = (report: Report, id: string) => report.walls.find((one) => one.id === id)!;

  // The north-east corner: point at it, take a picture.
  await bench.key('j');
  await bench.point(11400, 7800);
  const pictures = page.getByRole('region', { name: 'Ways to cut this joint' });
  await expect(pictures.getByRole('button')).toHaveCount(5);
  await expect(pictures.getByRole('button', { name: 'mitred, as usual' })).toHaveAttribute(
    'aria-pressed',
    'true'
  );
  await pictures.getByRole('button', { name: /north runs through/ }).click();
  await expect(pictures.getByRole('button', { name: /north runs through/ })).toHaveAttribute(
    'aria-pressed',
    'true'
  );
  await bench.settled();
  const through = inspect<Report>(await bench.handOver(/Save the project/));
  expect(wall(through, 'north').volume).toBeGreaterThan(wall(before, 'north').volume);
  const sum = (report: Report) => wall(report, 'north').volume + wall(report, 'east').volume;
  expect(Math.abs(sum(through) - sum(before))).toBeLessThan(10);

  // Undo by key; then one ply by pulling it with the pointer: the block of the east wall, up through the corner.
  await page.keyboard.press('Control+z');
  await expect(pictures.getByRole('button', { name: 'mitred, as usual' })).toHaveAttribute(
    'aria-pressed',
    'true'
  );
  await bench.drag([11400 - 340, 6600], [11400 - 340, 7300]);
  await expect(bench.blank('Cut')).toHaveValue('-1');
  await bench.settled();
  const pulled = inspect<Report>(await bench.handOver(/Save the project/));
  const block = (report: Report) => wall(report, 'east').plies.find((ply) => ply.material === 'block')!.area;
  expect(block(pulled)).toBeGreaterThan(block(before));

  // In the sentence, by choice and at all joints alike.
  await bench.blank('Where').selectOption({ label: 'at all joints alike' });
  await bench.blank('Cut').selectOption({ label: 'Wall main block, east runs through' });
  await expect(page.locator('footer')).not.toContainText('problem');
  await bench.key('Escape', 'Escape');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /Cut \d+ joints alike/);
});

test('build-ups and materials change every wall that has them', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.key('k');
  const panel = page.getByRole('region', { name: 'Build-ups' });
  await panel.getByRole('button', { name: /Boarded frame 251/ }).click();
  await expect(panel).toContainText('251 mm in all');
  await panel.getByLabel('Thickness of ply 4').fill('7 1/2"');
  await panel.getByLabel('Thickness of ply 4').press('Enter');
  await expect(panel).toContainText('277 mm in all');
  await panel.getByLabel('Thickness of ply 4').fill('0');
  await panel.getByLabel('Thickness of ply 4').press('Tab');
  await expect(panel.getByRole('alert')).toContainText('must be more than zero');
  await panel.getByRole('button', { name: 'Add a ply' }).click();
  await panel.getByLabel('Material of ply 6').selectOption({ label: 'Wall tiles' });
  await panel.getByRole('button', { name: 'Move ply 6 outwards' }).click();
  const tiles = (ply: number) =>
    expect(panel.getByLabel(`Material of ply ${ply}`).locator('option:checked')).toHaveText('Wall tiles');
  await tiles(5);
  const [from, to] = await Promise.all(
    [5, 3].map((ply) => panel.getByRole('listitem', { name: `Ply ${ply}`, exact: true }).boundingBox())
  );
  await page.mouse.move(from!.x + 6, from!.y + from!.height / 2);
  await page.mouse.down();
  await page.mouse.move(from!.x + 6, from!.y - 4, { steps: 3 });
  await page.mouse.move(to!.x + 6, to!.y + 2, { steps: 8 });
  await page.waitForTimeout(500);
  await page.mouse.up();
  await tiles(3);
  await panel.getByLabel('Fire rating').fill('REI 60');
  await panel.getByLabel('Fire rating').press('Tab');
  await panel.getByRole('button', { name: 'Materials' }).click();
  await panel.getByLabel('Density of Mineral wool').fill('45');
  await panel.getByLabel('Density of Mineral wool').press('Tab');
  const serious = (await new AxeBuilder({ page }).analyze()).violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
  expect(serious).toEqual([]);
  await panel.getByRole('button', { name: 'Close the build-ups' }).click();
  await bench.settled();
  const { walls } = inspect<Report>(await bench.handOver(/Save the project/));
  const upper = walls.find(({ id }) => id === 'upper-north')!;
  expect(upper.thickness).toBeCloseTo(22 + 38 + 11 + 190.5 + 15 + 12, 3);
  expect(upper.plies.map(({ material }) => material)).toContain('wallTile');
});

test('storeys in the stack: dragged, typed, added; findings put off', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  const handle = page.getByRole('slider', { name: /Datum of Upper/ });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + 20, box.y - 6, { steps: 4 });
  await page.mouse.up();
  await expect(handle).not.toHaveAttribute('aria-valuenow', '2880');
  const typed = page.getByLabel('Datum of Upper, above zero');
  await typed.fill('3 m');
  await typed.press('Enter');
  await expect(handle).toHaveAttribute('aria-valuenow', '3000');
  await typed.fill('200 below');
  await typed.press('Enter');
  await expect(page.getByRole('alert')).toContainText('from its datum to the next');
  await expect(handle).toHaveAttribute('aria-valuenow', '3000');
  await handle.focus();
  await page.keyboard.press('ArrowUp');
  await expect(handle).toHaveAttribute('aria-valuenow', '3010');

  // The ridge is now over the limit: it is said, and put off with a reason.
  await expect(page.getByTestId('findings')).toHaveText('1 finding');
  await page.getByTestId('findings').click();
  const tray = page.getByRole('region', { name: 'Review tray' });
  await expect(tray).toContainText('the limit is 8 200 mm');
  await tray.getByRole('button', { name: /Put off/ }).click();
  await tray.getByLabel('Reason').fill('The planner agreed');
  await tray.getByRole('button', { name: 'Put off', exact: true }).click();
  await expect(page.getByTestId('findings')).toHaveText('No findings');
  await expect(tray).toContainText('Put off: The planner agreed');
  await tray.getByRole('button', { name: 'Take up again' }).click();
  await expect(page.getByTestId('findings')).toHaveText('1 finding');

  // A storey is added below from its card, and the units change under everything.
  await bench.key('l');
  await page.getByRole('region', { name: 'Details' }).getByRole('button', { name: 'Add below' }).click();
  await expect(page.locator('footer')).toContainText('Plan of Basement');
  await bench.key('p');
  await page
    .getByRole('region', { name: 'Details' })
    .getByLabel('Measured in')
    .selectOption({ label: 'feet and inches' });
  await expect(page.getByLabel('Datum of Upper, above zero')).toHaveValue(/9'-10 1\/2"/);
  await bench.settled();
  const { storeys } = inspect<Report>(await bench.handOver(/Save the project/));
  expect(storeys.map(({ name }) => name)).toEqual(['Basement', 'Ground', 'Upper']);
  expect(storeys[1]).toMatchObject({ datum: 0, height: 3010 });
});
