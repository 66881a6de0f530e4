import { Bench, test } from './bench';
test('look', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await page.getByRole('button', { name: 'Pull apart' }).click();
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/i1.png' });
  await bench.key('Shift+S');
  await page.waitForTimeout(500);
  await bench.key('Escape');
  await bench.point(6110, 5000);
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/i2.png' });
});
