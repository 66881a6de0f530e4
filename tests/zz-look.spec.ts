import { Bench, test } from './bench';
test('look', async ({ page }) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.key('Shift+B');
  await page.waitForTimeout(900);
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/h1.png' });
  await bench.key('Escape', 'Escape');
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/h2.png' });
  await page.getByRole('button', { name: 'South', exact: true }).click();
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/h3.png' });
});
