/** The drawing table: details as drawings, keys, refusals at their blank, single partitions, the sheet that is printed. */
import { readFileSync } from 'node:fs';
import { Bench, expect, test } from './bench';

test('a wall and a door are changed in their drawings; a refusal stands at its blank', async ({ page }) => {
  const bench = new Bench(page);
  await bench.newProject('Table');
  await bench.key('r');
  await bench.say({ Width: '6 m', Depth: '4 m' });
  await bench.key('Escape', 'Escape', ']');
  const details = page.getByRole('region', { name: 'Details' });
  const field = (label: string) => details.getByLabel(label, { exact: true });
  await expect(details.getByRole('img', { name: /Section of the wall/ })).toBeVisible();
  const height = field('Height');
  await height.fill('2.4 m');
  // Drawn anew meanwhile, as by the pointer over the plan: what is being typed stays.
  const [over, off] = [await bench.at(3000, 3950), await bench.at(3000, 2000)];
  await page.mouse.move(over.x, over.y);
  await page.mouse.move(off.x, off.y);
  await expect(height).toHaveValue('2.4 m');
  await height.press('Enter');
  await expect(height).toHaveValue('2\u00a0400');
  // The model beside it is not covered.
  const [model, panel] = [await page.getByTestId('model').boundingBox(), await details.boundingBox()];
  expect(model!.y + model!.height).toBeLessThanOrEqual(panel!.y + 1);

  // Pointed at from outside, a door opens outwards; flipped while a number is being typed.
  await bench.key('Escape', 'd');
  const place = await bench.at(2600, -20);
  await page.mouse.move(place.x, place.y);
  await page.keyboard.type('1480');
  await page.keyboard.press('x');
  await page.keyboard.type('5');
  await expect(bench.blank('Distance')).toHaveValue('14805');
  await expect(bench.blank('Opening to')).toHaveValue('inside');
  await page.keyboard.type('kg');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('“kg” is not a length; try 3.4 m or 11\'2".');
  // So is what a command refuses: at the blank that its numbers are of, in one place, until it is put right.
  await bench.blank('Distance').fill('1480');
  await bench.blank('Distance').press('Tab');
  const width = bench.blank('Width');
  const usual = await width.inputValue();
  for (const [text, alerts] of [
    ['9 m', 1],
    [usual, 0]
  ] as const) {
    await width.fill(text);
    await width.press('Tab');
    await expect(page.getByRole('alert')).toHaveCount(alerts);
    if (alerts > 0) await expect(page.locator('#fault-width')).toContainText('Make the opening narrower');
  }
  await bench.say({ Distance: '1480', 'Measured from': 'the face of Wall 4' });
  await bench.key('Escape', 'Escape');
  await bench.point(2100, 100);
  await expect(details).toContainText('Door');
  // What was typed is found again: as a size of the elevation, which is a field.
  await expect(field('Distance')).toHaveValue('1\u00a0480');
  const leaf = details.getByRole('button', { name: 'Hung on the far jamb, opening outwards' });
  await leaf.focus();
  await page.keyboard.press('Enter');
  await expect(leaf).toHaveAttribute('aria-pressed', 'true');
  await expect(field('Head')).toHaveValue('2\u00a0110');
  await field('Head').fill('2200');
  await field('Head').press('Enter');
  await expect(field('Height')).toHaveValue('2\u00a0200');
});

test('a right click lists what can be done; a wall is pulled by a typed amount, and a drag takes one', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Pull');
  await bench.key('r');
  await bench.say({ Width: '6 m', Depth: '4 m' });
  await bench.key('Escape');
  const place = await bench.at(2000, 50);
  await page.mouse.click(place.x, place.y, { button: 'right' });
  const menu = page.getByRole('menu', { name: 'Wall 1' });
  await expect(menu.getByRole('menuitem', { name: 'Move …' })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(menu.getByRole('menuitem', { name: 'Delete' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
  await page.keyboard.press('Shift+F10');
  await menu.getByRole('menuitem', { name: 'Pull …' }).click();
  await bench.say({ Distance: "2'-6" });
  await bench.drawn();
  const length = page.getByRole('region', { name: 'Details' }).getByLabel('Length', { exact: true });
  await bench.key('Escape', ']', ']');
  await expect(length).toHaveValue('4\u00a0762');

  // By hand: what is typed meanwhile is how far it goes, said in the sentence; Enter sets it before the hand lets go.
  const [from, to] = [await bench.at(5950, 2000), await bench.at(6400, 2300)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.keyboard.type('1234');
  await expect(page.getByRole('group', { name: 'The sentence' })).toContainText('Pull 1234');
  await page.keyboard.press('Enter');
  await page.mouse.up();
  await bench.key('Escape', ']');
  await expect(length).toHaveValue('7\u00a0234');
});

test('the keys are listed; the browser prints the sheet of the plan on one page', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.key('w', '?');
  const keys = page.getByRole('region', { name: 'Keys' });
  await expect(keys).toContainText('close the run');
  // A key is changed, and one that is taken is refused by what it does.
  const keyOf = (label: string) => keys.getByLabel(`Key of ${label}`, { exact: true });
  await keyOf('Rectangle').fill('w');
  await keyOf('Rectangle').press('Tab');
  await expect(keys.getByRole('alert')).toContainText('W takes Wall run');
  await keyOf('Rectangle').fill('f');
  await keyOf('Rectangle').press('Tab');
  await expect(keys.getByRole('alert')).toBeHidden();
  await bench.key('Escape', 'Escape', 'f');
  await expect(bench.blank('Width')).toBeVisible();
  await bench.key('?');
  await keys.getByRole('button', { name: 'Take back the keys' }).click();
  await expect(keyOf('Rectangle')).toHaveValue('R');
  await bench.key('Escape', 'Escape', 'w', '?');
  await bench.key('Escape');
  await expect(keys).toBeHidden();
  await expect(bench.blank('Across from project zero')).toBeVisible();
  await bench.key('Escape');
  const pdf = (await page.pdf({ preferCSSPageSize: true, printBackground: true })).toString('latin1');
  expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
  const [, width, height] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!;
  expect([Math.round(Number(width)), Math.round(Number(height))]).toEqual([842, 595]);
  await expect(page.locator('.print-sheet')).toHaveCount(0);
  await expect(bench.plan).toBeVisible();
});

test('quantities are told by stage of work, and are saved as a table of what is shown', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /Dunlin Net Stores/ }).click();
  const bench = new Bench(page);
  await bench.plan.waitFor();
  await bench.settled();
  await bench.key('Q');
  const panel = page.getByRole('region', { name: 'Quantities' });
  await panel.getByLabel('Stage of work').selectOption({ label: 'to be removed' });
  const rows = panel.locator('tbody tr');
  await expect(rows.filter({ hasText: 'Plaster' })).toContainText(['to be removed']);
  await expect(rows.filter({ hasNotText: 'to be removed' })).toHaveCount(0);
  const wait = page.waitForEvent('download');
  await panel.getByRole('button', { name: /Save as a table/ }).click();
  const [head, ...lines] = readFileSync(await (await wait).path(), 'utf8').split('\r\n');
  expect(head).toContain('Volume m3');
  expect(lines).toHaveLength(await rows.count());
  // Counted anew while it is open.
  await panel.getByLabel('Stage of work').selectOption({ label: 'all' });
  const before = await panel.locator('tfoot').innerText();
  await bench.plan.focus();
  await bench.key(']', 'Delete');
  await expect(panel.locator('tfoot')).not.toHaveText(before);
});
