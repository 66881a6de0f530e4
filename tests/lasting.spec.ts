import { gzipSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { Bench, expect, holdModelView, inspect, test } from './bench';

interface Report {
  walls: unknown[];
}

/** How many things the model view has. */
const bodies = (page: Page) =>
  page
    .getByTestId('model')
    .evaluate(
      (canvas) =>
        (canvas as unknown as { modelScene?: { shown: Map<string, unknown> } }).modelScene?.shown.size ?? 0
    );

async function drawn(bench: Bench) {
  await bench.key('r');
  await bench.say({ Width: '6000', Depth: '4000' });
  await bench.key('Escape');
}

test('a project removed in another tab: both tabs know, and what is here can be kept', async ({
  page,
  context
}) => {
  const bench = new Bench(page);
  await bench.newProject('Doomed');
  await drawn(bench);
  await bench.settled();
  const other = await context.newPage();
  await other.goto('/');
  await other.getByLabel('Remove Doomed').click();
  await expect(other.getByText('It is open in another tab.')).toBeVisible();
  await other.getByRole('button', { name: 'Remove for good' }).click();
  await expect(other.getByRole('link', { name: /Doomed/ })).toBeHidden();
  await other.close();
  const gone = page.getByRole('alertdialog');
  await expect(gone).toContainText('no longer in this browser');
  await expect(page.getByTestId('saved')).not.toContainText('Saved ');
  await gone.getByRole('button', { name: 'Keep as a new project' }).click();
  await expect(gone).toBeHidden();
  await expect(page.getByTestId('saved')).toContainText('Saved');
  expect(inspect<Report>(await bench.handOver(/Save the project/)).walls).toHaveLength(4);
});

test('projects are found by name, ordered, and renamed where they are listed', async ({ page }) => {
  await page.goto('/');
  const names = () => page.getByRole('listitem').getByRole('link').allInnerTexts();
  await expect(page.getByRole('link', { name: /Gannet House/ })).toBeVisible();
  await page.getByRole('button', { name: 'Rename Gannet House' }).click();
  await page.keyboard.type('Skua House');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Skua House/ })).toBeVisible();
  await page.getByLabel('Order of the list').selectOption('by name');
  expect((await names()).map((text) => text.split('\n')[0])).toEqual([
    'Dunlin Net Stores',
    'Plover Cabin',
    'Skua House'
  ]);
  await page.getByLabel('Find a project').fill('skua');
  expect(await names()).toHaveLength(1);
  await page.getByRole('link', { name: /Skua House/ }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /project/i);
});

test('without storage: it is said, and work goes on in the page with files as the way out', async ({
  page
}) => {
  await page.addInitScript(() => Object.defineProperty(window, 'indexedDB', { value: undefined }));
  const bench = new Bench(page);
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('offers no storage');
  await page.getByRole('button', { name: 'Work without storage' }).click();
  await expect(page.getByRole('listitem')).toHaveCount(3);
  await page.getByRole('link', { name: /Plover Cabin/ }).click();
  await bench.plan.waitFor();
  await drawn(bench);
  await expect(page.getByTestId('saved')).toContainText('In this page only');
  expect(inspect<Report>(await bench.handOver(/Save the project/)).walls.length).toBeGreaterThan(7);
});

test('offline after one visit: the list, a project, drawing and a reload', async ({ page, context }) => {
  const bench = new Bench(page);
  await page.goto('/');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await page.getByRole('link', { name: /Plover Cabin/ }).click();
  await bench.plan.waitFor();
  await drawn(bench);
  await bench.settled();
  await page.reload();
  await bench.plan.waitFor();
  await bench.settled();
  expect(inspect<Report>(await bench.handOver(/Save the project/)).walls.length).toBeGreaterThan(7);
});

test('when the graphics card drops the picture, it is said, and it comes back', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.settled();
  await page.getByTestId('model').evaluate((canvas: HTMLCanvasElement) => {
    const lose = canvas.getContext('webgl2')!.getExtension('WEBGL_lose_context')!;
    Object.assign(window, { lose });
    lose.loseContext();
  });
  const said = page.getByRole('alert').filter({ hasText: 'has dropped the picture' });
  await expect(said).toBeVisible();
  await said.getByRole('button', { name: 'Draw it again' }).click();
  await expect(said).toBeHidden();
  await expect.poll(() => bodies(page)).toBeGreaterThan(20);
});

test.describe('what is loaded', () => {
  test.use({ serviceWorkers: 'block' });
  test('the first page is light, and the plan can be worked in before the model view has come', async ({
    page
  }) => {
    let size = 0;
    const held = await holdModelView(page, (body) => (size += gzipSync(body).length));
    const bench = new Bench(page);
    await page.goto('/');
    await expect(page.getByRole('link', { name: /Gannet House/ })).toBeVisible();
    expect(size).toBeLessThan(120_000);
    await page.getByRole('link', { name: /Gannet House/ }).click();
    await bench.plan.waitFor();
    await expect(page.getByText('The model view is loading')).toBeVisible();
    await expect.poll(() => held.length).toBe(1);
    expect(size).toBeLessThan(350_000);
    await bench.key('w');
    await bench.say({ 'Across from project zero': '20 m', 'Up from project zero': '0' });
    await bench.say({ Length: '3 m', Angle: '90' });
    await bench.key('Escape', 'Escape');
    await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /Draw a wall/);
    await held[0]!();
    await expect.poll(() => bench.triangles(), { timeout: 20_000 }).toBeGreaterThan(100);
    await expect(page.getByText('The model view is loading')).toBeHidden();
    // What is read after it may still be on its way.
    await page.unrouteAll({ behavior: 'wait' });
  });
});
