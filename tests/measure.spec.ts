/** What was measured on site: a wall entered piece after piece, its closing error found, its walls built. */
import { Bench, expect, inspect, test } from './bench';

interface Report {
  surveyRuns: {
    sum: number;
    overall: number;
    closingError: number;
    causes: { cause: string; pieces: number[]; share: number }[];
  }[];
  walls: { grossLength: number }[];
  openings: { from: number; to: number }[];
  columns: unknown[];
  findings: { code: string }[];
}

const inch = 25.4;

test('a wall of two recessed doors and a pier is entered in feet and inches by typing; a dropped 3/8" is found and put right', async ({
  page
}) => {
  const bench = new Bench(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'New project' }).click();
  await page.getByLabel('What is the house called?').fill('Old cabin');
  await page.getByRole('radio', { name: /Feet and inches/ }).check();
  await page.getByRole('button', { name: 'Start drawing' }).click();
  await bench.plan.waitFor();
  await page.getByRole('button', { name: 'Measure', exact: true }).click();
  await bench.key('Shift+R');
  await bench.blank('Offset across').fill("10'");
  await bench.blank('Offset across').press('Tab');
  const piece = async (kind: string, length: string, more: Record<string, string> = {}) => {
    await bench.blank('Piece').selectOption({ label: kind });
    for (const [label, text] of Object.entries(more)) {
      await bench.blank(label).fill(text);
      await bench.blank(label).press('Tab');
    }
    await bench.blank('Length').fill(length);
    await bench.blank('Length').press('Enter');
  };
  await piece('wall', "4'");
  await piece('recess', '4"', { Depth: '6"' });
  await piece('opening', "3'", { Sill: '0', Head: '6\'-8"' });
  await piece('wall', '2\'-6"');
  await piece('pier or column', '13"', { Depth: '17"' });
  await piece('wall', '5\'-0 5/8"');
  await piece('opening', "3'", { Sill: '0', Head: '6\'-8"' });
  // Measured as 3'-11 3/8", written without its fraction.
  await piece('wall', '3\'-11"');
  await bench.blank('Overall').fill('22\'-11"');
  await bench.blank('Overall').press('Tab');
  await expect(page.getByText(/8 pieces.*3\/8" too little/)).toBeVisible();
  await bench.key('Escape');
  const details = page.getByRole('region', { name: 'Details' });
  await expect(details).toContainText('a fraction misread');
  await bench.field('A tape length is good to').fill('0');
  await bench.field('A tape length is good to').press('Enter');
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  const [run] = report.surveyRuns;
  expect(run!.closingError / inch).toBeCloseTo(3 / 8, 4);
  expect(run!.causes[0]).toMatchObject({ cause: 'fraction' });
  expect(run!.causes[0]!.pieces).toContain(8);
  expect(report.findings.map(({ code }) => code)).toEqual(['survey.off']);
  const choices = await bench.field('Put it right').locator('option').allTextContents();
  await bench
    .field('Put it right')
    .selectOption({ label: choices.find((one) => one.startsWith('piece 8'))! });
  await expect(details).toContainText('none');
  await details.getByRole('button', { name: 'Build its walls' }).click();
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(report.surveyRuns[0]!.closingError).toBeCloseTo(0, 3);
  expect(report.walls.map(({ grossLength }) => grossLength / inch)).toEqual([expect.closeTo(275, 3)]);
  expect(report.openings.map(({ from, to }) => [from / inch, to / inch])).toEqual([
    [expect.closeTo(52, 3), expect.closeTo(88, 3)],
    [expect.closeTo(191.625, 3), expect.closeTo(227.625, 3)]
  ]);
  expect(report.columns).toHaveLength(1);
});
