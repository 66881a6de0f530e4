import type { CDPSession } from '@playwright/test';
import { Bench, expect, inspect, test } from './bench';

interface Report {
  walls: { length: number }[];
}
interface Place {
  x: number;
  y: number;
}

test.use({ hasTouch: true });

/** Fingers, as the browser is told of them. */
class Hand {
  constructor(private readonly to: CDPSession) {}
  private send(type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: Place[]) {
    return this.to.send('Input.dispatchTouchEvent', { type, touchPoints });
  }
  async tap(at: Place, hold = 0) {
    await this.send('touchStart', [at]);
    if (hold) await new Promise((done) => setTimeout(done, hold));
    await this.send('touchEnd', []);
  }
  async drag(...steps: Place[][]) {
    for (const [i, step] of steps.entries()) await this.send(i === 0 ? 'touchStart' : 'touchMove', step);
    await this.send('touchEnd', []);
  }
}

test('by fingers: drawn, panned, pinched; a long press lists what can be done', async ({ page, context }) => {
  const bench = new Bench(page);
  await bench.newProject('By touch');
  const hand = new Hand(await context.newCDPSession(page));
  const box = (await bench.plan.boundingBox())!;
  const middle = { x: Math.round(box.x + box.width / 2), y: Math.round(box.y + box.height / 2) };
  const beside = (x: number, y: number) => ({ x: middle.x + x, y: middle.y + y });
  await page.getByRole('button', { name: /Wall run/ }).tap();
  await hand.tap(beside(-100, 0));
  await hand.tap(beside(60, 0));
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /Draw a wall/);
  // Chosen so, the finger pans with the tool in hand; two always do, and pinch.
  await page.getByRole('button', { name: 'Finger draws' }).tap();
  const look = () =>
    bench.plan.evaluate((canvas) => {
      const view = (
        canvas as unknown as { planView: { mmPerPixel: number; toModel(x: number, y: number): Place } }
      ).planView;
      return { per: view.mmPerPixel, at: view.toModel(0, 0) };
    });
  const before = await look();
  await hand.drag([beside(0, 100)], [beside(20, 100)], [beside(50, 100)]);
  const panned = await look();
  expect(panned.at.x - before.at.x).toBeCloseTo(-50 * before.per, 0);
  expect(panned.per).toBe(before.per);
  const pair = (apart: number): Place[] => [beside(-apart, 60), beside(apart, 60)];
  await hand.drag(pair(40), pair(60), pair(80));
  expect((await look()).per).toBeCloseTo(panned.per / 2, 3);
  await bench.key('Escape', 'Escape');
  await hand.tap(await bench.at((await wallMiddle(bench)).x, (await wallMiddle(bench)).y), 800);
  await expect(page.getByRole('menu')).toBeVisible();
  await bench.key('Escape');
  // Sideways, the wheel pans.
  const still = await look();
  await page.mouse.move(middle.x, middle.y);
  await page.mouse.wheel(80, 0);
  await expect.poll(async () => (await look()).at.x).toBeGreaterThan(still.at.x);
  expect((await look()).per).toBe(still.per);
  expect(inspect<Report>(await bench.handOver(/Save the project/)).walls).toHaveLength(1);
});

const wallMiddle = (bench: Bench): Promise<Place> =>
  bench.plan.evaluate((canvas) => {
    const { editor } = (canvas as unknown as { planView: { editor: { project: unknown } } }).planView;
    const walls = (editor.project as { tables: { wall: Map<string, { a: Place; b: Place }> } }).tables.wall;
    const [{ a, b }] = [...walls.values()] as [{ a: Place; b: Place }];
    return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  });
