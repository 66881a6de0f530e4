import { Bench, test } from './bench';
test('look', async ({ page }) => {
  const bench = new Bench(page);
  await bench.newProject('Stair');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '7 m', Height: '2550' });
  await bench.key('Escape', 'Escape', 'u');
  await page.waitForTimeout(1200);
  await bench.key('Enter');
  await bench.settled();
  await bench.key('Escape', 'Escape', 's');
  await page.waitForTimeout(1200);
  await bench.key('Enter');
  await bench.settled();
  await page.screenshot({ path: '/tmp/look/0.png' });
  await bench.key('Escape', 'Escape');
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await page.screenshot({ path: '/tmp/look/1.png' });
  await bench.key('Shift+S');
  await page.screenshot({ path: '/tmp/look/2.png' });
  await bench.point(2000, 3000);
  const at = await bench.at(5600, 3000);
  await page.mouse.move(at.x, at.y);
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/3.png' });
  await page.mouse.click(at.x, at.y);
  await bench.drawn();
  await page.screenshot({ path: '/tmp/look/4.png' });
  const run = (name: string, args: object) => bench.plan.evaluate((canvas, call) => (canvas as any).planView.editor.perform(call), { name, args });
  let k = 5;
  for (const form of ['quarter', 'half', 'winding', 'spiral', 'ladder'] as const) {
    await run('setStair', { id: 'stair-1', form, foot: { x: 2500, y: 2500 }, ...(form === 'spiral' && { width: 800 }) });
    await bench.key('Shift+A');
    await bench.drawn();
    await page.screenshot({ path: `/tmp/look/${k++}.png` });
    await bench.key('Shift+A');
  }
});
