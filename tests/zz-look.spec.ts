import { Bench, test } from './bench';
test('look', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.key('Shift+S');
  await page.waitForTimeout(500);
  await bench.key('Escape');
  await bench.drawn();
  await bench.point(6110, 5000);
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/g1.png' });
  await bench.key('Escape');
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/g2.png' });
});
