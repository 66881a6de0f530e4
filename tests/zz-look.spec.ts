import { Bench, test } from './bench';
test('look', async ({ page }) => {
  test.setTimeout(200000);
  const bench = new Bench(page);
  await bench.openDemo();
  await page
    .getByRole('button', { name: /^Ground/ })
    .first()
    .click()
    .catch(() => undefined);
  await page
    .getByRole('button', { name: /Floors/ })
    .first()
    .click();
  await bench.drawn();
  await page.screenshot({ path: '/tmp/l1.png' });
  await bench.point(11500, 6500).catch(() => undefined);
  await bench.points([11563, 5500]);
  await bench.drawn();
  await page.screenshot({ path: '/tmp/l2.png' });
  await bench.key('Escape', 'Escape', 'Shift+U');
  await bench.blank('Under').waitFor();
  await bench.drawn();
  await page.screenshot({ path: '/tmp/l3.png' });
});
