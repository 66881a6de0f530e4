/** Makes docs/screenshots from the demo data: npm run screenshots. */
import { Bench, expect, test } from './bench';

const folder = 'docs/screenshots';

test('projects, and the start of a new one', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Gannet House/ })).toBeVisible();
  await page.getByRole('button', { name: 'New project' }).click();
  await page.screenshot({ path: `${folder}/projects.png` });
});

test('the workbench', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.point(8000, 7700);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/workbench.png` });

  // A wall being drawn, its joint finished before the click.
  await bench.key('Escape', 'w');
  await bench.blank('Build-up').selectOption({ label: 'Partition 120' });
  await bench.point(5200, 200);
  const { x, y } = await bench.at(5200, 2600);
  await page.mouse.move(x, y);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/wall-run.png` });

  // An opening set out from a face.
  await bench.key('Escape', 'Escape', 'd');
  const door = await bench.at(8600, 3900);
  await page.mouse.move(door.x, door.y);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/opening.png` });

  await bench.key('Escape', 'Escape');
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  await bench.key('Escape', 'g');
  await bench.drawn();
  await page.screenshot({ path: `${folder}/roof.png` });
});
