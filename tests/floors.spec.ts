/** Floors by hand: a patio at a house, its falls by pointing and typing, its hole, its edge dragged. */
import { Bench, expect, inspect, test } from './bench';

interface Report {
  slabs: {
    id: string;
    area: number;
    volume: number;
    least: number | null;
    holes: number;
    falls: { gradient: number; direction: number | null }[];
  }[];
  findings: { code: string }[];
}

test('a patio below the floor falls away from the house by its edge over a flat underside; then by a corner; level again', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Patio');
  await bench.key('r');
  await bench.say({ Width: '8 m', Depth: '6 m', Height: '2600' });
  await bench.key('Escape', 'Escape', 's');
  await bench.blank('By').selectOption({ label: 'corners you point at' });
  await bench.blank('Thickness').fill('120');
  await bench.blank('Top').fill('-140');
  await bench.blank('Top').press('Tab');
  await bench.say({ 'Up from project zero': '-3300', 'Across from project zero': '500' });
  await bench.say({ 'To the next corner': '5400', Angle: '0' });
  await bench.say({ 'To the next corner': '3300', Angle: '90' });
  await bench.say({ 'To the next corner': '5400', Angle: '180' });
  await bench.say({ 'To the next corner': '3300', Angle: '270' });
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await bench.key('Escape', 'Shift+F');
  await bench.blank('Fall').fill('1 : 60');
  await bench.blank('Fall').press('Tab');
  await bench.points([3200, -60]);
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.points([3200, -1000]);
  await bench.field('Underside').selectOption({ label: 'flat, one ply varies' });
  await bench.settled();
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  const patio = () => report.slabs[0]!;
  expect(patio().falls).toEqual([{ gradient: expect.closeTo(1 / 60, 5), direction: expect.closeTo(270, 2) }]);
  expect(patio().volume / 1e9).toBeCloseTo(1.64835, 4);
  expect(patio().least).toBeCloseTo(65, 1);
  const written = () =>
    bench.plan.evaluate((canvas) => {
      const { editor } = (canvas as unknown as { planView: { editor: { settings: { fallsAs: string } } } })
        .planView;
      return editor.settings.fallsAs;
    });
  expect(await written()).toBe('percent');
  await expect(bench.field('Fall')).toHaveValue('1.67 %');

  // Thinner than it may be is refused where it is typed, with what would do.
  await bench.field('Nowhere under').fill('75');
  await bench.field('Nowhere under').press('Enter');
  await expect(page.getByText(/130\s*mm would do, or a fall of 45\s*mm/)).toBeVisible();
  await bench.field('Nowhere under').fill('60');
  await bench.field('Nowhere under').press('Enter');

  await bench.key('Escape', 'Escape', 'Shift+F');
  await bench.blank('What').selectOption({ label: 'have a height at a place' });
  await bench.blank('Height').fill('-58');
  await bench.blank('Height').press('Tab');
  await bench.points([5880, -3280]);
  await bench.key('Escape', 'Escape', 'Escape');
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(patio().falls).toHaveLength(2);
  expect(patio().least).toBeCloseTo(62, 1);

  // An edge pulled out, by a typed length.
  await bench.drag([3200, -3290], [3200, -3790]);
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(patio().area / 1e6).toBeCloseTo(5.4 * 3.8, 2);
  expect(report.findings.map(({ code }) => code)).toEqual([]);
});
