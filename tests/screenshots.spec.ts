/** Makes docs/screenshots from the demo data: npm run screenshots. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Bench, cliffstead, expect, test } from './bench';

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

  // A size written over, the side that moves shown before it is accepted.
  await bench.key('Escape', 'Escape', 'q');
  await bench.blank('From').selectOption({ label: 'inner face of Wall main block, west' });
  await bench.blank('To').selectOption({ label: 'outer face of Wall living room to hall' });
  await bench.blank('Size').fill('3 900');
  await bench.blank('Size').press('Tab');
  await bench.drawn();
  await page.screenshot({ path: `${folder}/make-true.png` });

  // A partition copied in a row, before it is accepted.
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.point(8600, 3900);
  await bench.key('z');
  await bench.blank('What to do').selectOption({ label: 'Make a row of' });
  for (const [label, text] of [
    ['Up', '-6 m'],
    ['Spacing', '1 600']
  ] as const) {
    await bench.blank(label).fill(text);
    await bench.blank(label).press('Tab');
  }
  await bench.drawn();
  await page.screenshot({ path: `${folder}/shape.png` });

  const stepTo = async (words: RegExp) => {
    const details = page.getByRole('region', { name: 'Details' });
    for (let i = 0; i < 80; i++) {
      await bench.key(']');
      await details.waitFor();
      if (words.test(await details.innerText())) return;
    }
  };

  // A door set out from a face, its leaf pulled to where it is to stand.
  await bench.key('Escape', 'Escape', 'd');
  await bench.drag([9300, 3900], [8900, 4700], false);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/opening.png` });
  await page.mouse.up();
  await bench.key('Escape', 'Escape', 'Control+z');

  // A window in plan, elevation and model.
  await stepTo(/Window W03/);
  const model = (await page.getByTestId('model').boundingBox())!;
  await page.getByRole('button', { name: 'North', exact: true }).click();
  const window = await bench.at(2200, 7600);
  await page.mouse.move(window.x, window.y);
  for (let i = 0; i < 5; i++) await page.mouse.wheel(0, -240);
  // Where that window is in the house as it is fitted, seen from the north.
  await page.mouse.move(model.x + model.width * 0.655, model.y + model.height * 0.68);
  for (let i = 0; i < 3; i++) await page.mouse.wheel(0, -240);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/window.png` });
  await page.getByRole('button', { name: 'Oblique', exact: true }).click();
  await bench.key('Escape', 'a');

  await bench.key('Escape', 'Escape', 'c');
  const catalogue = page.getByRole('region', { name: 'Catalogue' });
  await catalogue.getByRole('button', { name: /^Glazed double doors/ }).click();
  await bench.drawn();
  await page.screenshot({ path: `${folder}/catalogue.png` });
  await bench.key('Escape', 'Escape');
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  // A dormer where it is pointed at, before it is let in.
  await bench.key('Escape', 'Shift+M');
  const front = await bench.at(3600, 800);
  await page.mouse.move(front.x, front.y);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/roof.png` });
  await bench.key('Escape', 'Escape');
  // The roof plan, one of its slopes pointed at.
  await bench.point(5000, 1500);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/details-roof.png` });
});

test('walls close up: joints, build-ups, the stack, materials, by night', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  const zoom = async (x: number, y: number, steps: number) => {
    const at = await bench.at(x, y);
    await page.mouse.move(at.x, at.y);
    for (let i = 0; i < steps; i++) await page.mouse.wheel(0, -240);
  };
  await zoom(11300, 7700, 5);
  await bench.key('j');
  await bench.point(11400, 7800);
  await page.getByRole('button', { name: /main block, north runs through/ }).click();
  await bench.drawn();
  await page.screenshot({ path: `${folder}/joint.png` });

  await bench.key('Escape', 'Escape', 'k');
  await bench.drawn();
  await page.screenshot({ path: `${folder}/build-ups.png` });
  await bench.key('Escape', 'a', 'l');
  // What the upper walls are kept over and stand on, and what their thinness gains.
  await page.getByRole('button', { name: /^Storeys/ }).click();
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  await bench.drawn();
  await page.screenshot({ path: `${folder}/storeys.png` });

  // Among the floors another stair is begun: each way with its length, the storeys pulled apart over the ground that falls.
  await bench.key('Escape');
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await page.getByRole('button', { name: 'Pull apart' }).click();
  await bench.key('Escape', 'Shift+S');
  await bench.blank('Width').waitFor();
  await bench.drawn();
  await bench.point(1200, 1600);
  const led = await bench.at(1200, 5600);
  await page.mouse.move(led.x, led.y);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/stair.png` });
  await page.getByRole('button', { name: 'Pull apart' }).click();
  await bench.key('Escape', 'Escape');
  await bench.point(11_563, 5500);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/foundations.png` });
});

test('a plan of Gannet House laid as lines, held against known lengths, its walls found', async ({
  page
}) => {
  const made = mkdtempSync(join(tmpdir(), 'cliffstead-sheet-'));
  const [house, plan] = [join(made, 'gannet.cliffstead'), join(made, 'gannet-house-ground.svg')];
  cliffstead('run', 'examples/gannet-house.json', '--out', house);
  cliffstead('export', house, '--to', plan, '--scale', '75');
  const bench = new Bench(page);
  await bench.newProject('From a drawing');
  const choosing = page.waitForEvent('filechooser');
  await bench.key('t');
  await (await choosing).setFiles(plan);
  await page.getByRole('region', { name: 'Details' }).getByText('Is it true?').waitFor();
  await page.getByRole('button', { name: 'Fit' }).click();
  await bench.drawn();
  // From the outer corner of the house to the south, as long as its west wall is said to be.
  await bench.key('y');
  await bench.blank('What to do').selectOption({ label: 'hold a further known length against it' });
  await bench.points([10_155, 8311], [10_155, 16_111]);
  await bench.say({ 'True length': '7 800' });
  await bench.key('Escape', 'Shift+T');
  await page
    .getByText(/as thick as is guessed/)
    .first()
    .waitFor({ timeout: 60_000 });
  await bench.key('Enter');
  await page.getByText(/to build with/).waitFor();
  await bench.drawn();
  await page.screenshot({ path: `${folder}/sheet.png` });
});

test('Plover Cabin: dimensions by hand, a guide, presets', async ({ page }) => {
  const bench = new Bench(page);
  await page.goto('/');
  await page.getByRole('link', { name: /Plover Cabin/ }).click();
  await bench.plan.waitFor();
  await bench.drawn();
  await page.screenshot({ path: `${folder}/plover.png` });

  // Its north wall as it was measured: a fraction was written without its eighths.
  await page.getByRole('button', { name: /^Measure/ }).click();
  await bench.drawn();
  await bench.points([3000, 6096]);
  await bench.drawn();
  await page.screenshot({ path: `${folder}/survey.png` });
});

test('Dunlin Net Stores: what exists, what is new, what is to be removed', async ({ page }) => {
  const bench = new Bench(page);
  await page.goto('/');
  await page.getByRole('link', { name: /Dunlin Net Stores/ }).click();
  await bench.plan.waitFor();
  await bench.drawn();
  await page.getByRole('button', { name: 'Lift off above' }).click();
  await bench.drawn();
  await page.screenshot({ path: `${folder}/work.png` });
});
