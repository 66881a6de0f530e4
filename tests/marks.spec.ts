import { Bench, expect, inspect, test } from './bench';

interface Report {
  walls: { id: string; length: number; thickness: number; volume: number }[];
  findings: { code: string; message: string }[];
}
const saved = async (bench: Bench) => {
  await bench.settled();
  return inspect<Report>(await bench.handOver(/Save the project/));
};

test('presets, grid, guides and dimensions; a locked size holds; twins follow until released', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Helpers');
  const details = page.getByRole('region', { name: 'Details' });

  // The planning grid gives its module to every length.
  await bench.key('p');
  await bench.field('Module').fill('600');
  await bench.field('Module').press('Enter');
  await bench.key('Escape', 'r');
  await bench.say({ Width: '10 mod', Depth: '7 mod' });
  await bench.key('Escape', 'Escape');
  const shell = await saved(bench);
  expect(shell.walls.map(({ length }) => length)).toEqual([6000, 4200, 6000, 4200]);

  // A preset is kept from what the tool is set to, and taken again with P.
  await bench.key('w');
  await bench.blank('Kind of wall').selectOption({ label: 'a partition' });
  await bench.blank('Setting-out line').selectOption({ label: 'centre line' });
  await bench.blank('Thickness').fill('110');
  await bench.blank('Thickness').press('Tab');
  await page.getByRole('button', { name: 'Save as preset' }).click();
  await page.getByLabel('Name of the preset').fill('Thin');
  await page.getByLabel('Name of the preset').press('Enter');
  await expect(page.getByRole('button', { name: 'Thin', exact: true })).toBeVisible();
  await bench.key('Escape');
  await page.getByRole('button', { name: 'Thin', exact: true }).click();

  // A guide off a face; the wall is drawn where it crosses the faces, by named snaps.
  await bench.key('Escape', 'G');
  await bench.blank('From').selectOption({ label: 'inner face of Wall 4' });
  await bench.say({ Distance: '2 000' });
  await bench.key('Escape', 'Escape');
  await page.getByRole('button', { name: 'Walls', exact: true }).click();
  await page.getByRole('button', { name: 'Thin', exact: true }).click();
  const low = await bench.at(2206, 202);
  await page.mouse.move(low.x, low.y);
  await expect(page.locator('footer')).toContainText('N next snap');
  await page.mouse.click(low.x, low.y);
  await bench.point(2200, 4000);
  await bench.key('Escape', 'Escape');
  const divided = await saved(bench);
  expect(divided.walls[4]).toMatchObject({ thickness: 110 });
  expect(divided.walls[4]!.length).toBeCloseTo(4200, 3);

  // A dimension by hand, locked: what would change it is refused in words.
  await bench.key('D');
  await bench.blank('From').selectOption({ label: 'inner face of Wall 4' });
  await bench.blank('To').selectOption({ label: 'middle of Wall 5' });
  await bench.blank('How known').selectOption({ label: 'locked' });
  await bench.point(1200, 3000);
  await bench.key('Escape', 'Escape');
  await bench.point(2200, 1500);
  await expect(details).toContainText('Wall 5');
  await bench.key('ArrowRight');
  await expect(page.getByRole('alert')).toContainText('is locked; it would become');
  expect((await saved(bench)).walls).toEqual(divided.walls);

  // What is assumed is dotted and listed, to be measured again.
  await bench.field('How known').selectOption('assumed');
  const unsure = await saved(bench);
  expect(unsure.findings.map(({ code }) => code)).toEqual(['size.assumed']);
  await bench.key('Control+z');

  // A twin, mirrored: what happens to one happens to the other, until it is released.
  await bench.point(2200, 1500);
  await bench.key('z');
  await bench.blank('What to do').selectOption({ label: 'Mirror' });
  await bench.blank('A copy').selectOption({ label: 'a twin that stays alike' });
  await bench.say({ Across: '3 000', Up: '0' });
  await expect(details).toContainText('Wall 6');
  await bench.field('Thickness').fill('150');
  await bench.field('Thickness').press('Enter');
  expect((await saved(bench)).walls.slice(4).map(({ thickness }) => thickness)).toEqual([150, 150]);
  await details.getByRole('button', { name: 'Release from twins' }).click();
  await bench.field('Thickness').fill('90');
  await bench.field('Thickness').press('Enter');
  expect((await saved(bench)).walls.slice(4).map(({ thickness }) => thickness)).toEqual([150, 90]);
});

test('a wall is drawn in the model view; boxes, layers, veil and looking alone', async ({ page }) => {
  const bench = new Bench(page);
  await bench.newProject('In the model');
  await bench.key('r');
  await bench.say({ Width: '8 m', Depth: '6 m' });
  await bench.key('Escape', 'Escape');
  await bench.drawn();

  // On the storey's datum, seen from above: from one joint to the other, by their snaps.
  await page.getByRole('button', { name: 'Top', exact: true }).click();
  await bench.drawn();
  const model = page.getByTestId('model');
  const inModel = async (x: number, y: number) => {
    const box = (await model.boundingBox())!;
    const [px, py] = await model.evaluate(
      (canvas, p) =>
        (
          canvas as HTMLCanvasElement & {
            modelScene: { toScreen(q: { x: number; y: number }, level: number): [number, number] };
          }
        ).modelScene.toScreen(p, 0),
      { x, y }
    );
    return { x: box.x + px, y: box.y + py };
  };
  await bench.key('w');
  const from = await inModel(30, 20);
  await page.mouse.move(from.x, from.y);
  await expect(page.getByText(/^joint/)).toBeVisible();
  await page.mouse.click(from.x, from.y);
  const to = await inModel(7990, 5985);
  await page.mouse.move(to.x, to.y);
  await page.mouse.click(to.x, to.y);
  await bench.key('Escape', 'Escape');
  const drawn = await saved(bench);
  expect(drawn.walls).toHaveLength(5);
  expect(drawn.walls[4]!.length).toBeCloseTo(10_000, 2);

  // A box encloses, or touches when asked; the way it is drawn does not matter.
  const footer = page.locator('footer');
  await bench.drag([5000, 7000], [9000, 3000]);
  await expect(page.getByText(/selected/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  const shown = page.getByRole('region', { name: 'What is shown' });
  await shown.getByLabel('A box selects what it').selectOption({ label: 'touches' });
  await bench.drag([9000, 3000], [5000, 7000]);
  await expect(footer).toContainText('3 selected');

  // Layers hide, and lock; the selection can be looked at alone; undo brings all back.
  await shown.getByRole('button', { name: 'Lock Outer walls' }).click();
  await bench.plan.focus();
  await bench.key('ArrowUp');
  await expect(page.getByRole('alert')).toContainText('the layer Outer walls is locked');
  await shown.getByRole('button', { name: 'Hide Outer walls' }).click();
  await bench.key('Escape');
  await bench.point(7000, 5950);
  await expect(footer).not.toContainText('selected');
  await shown.getByRole('button', { name: 'Show Outer walls' }).click();
  await shown.getByRole('button', { name: 'Unlock Outer walls' }).click();
  await bench.point(7000, 5950);
  await expect(footer).toContainText('1 selected');
  await bench.plan.focus();
  await bench.key('V', 'A');
  await expect(shown.getByLabel('The selection alone')).toBeChecked();
  await expect(shown.getByLabel('Veil all but what is in hand')).toBeChecked();
  const edges = page.getByRole('button', { name: 'Edges' });
  for (const look of ['No surfaces', 'Plain surfaces', 'Materials']) {
    await page.getByLabel('Surfaces of the model').selectOption({ label: look });
    await bench.drawn();
    if (look === 'No surfaces') await expect(edges).toBeDisabled();
    else await edges.click();
  }
  await page.getByRole('button', { name: 'Below', exact: true }).click();
  await bench.key('V', 'A');
  await expect(shown.getByLabel('The selection alone')).not.toBeChecked();
});
