// In the built application: how long a key or the pointer takes to be seen in the sentence, first key of a session too.
// Without a graphics card frames wait for pictures of the model; with one they come at once.
import { spawn } from 'node:child_process';
import { chromium, type Page } from '@playwright/test';
import { browser } from '../playwright.config';

const port = '3125';
const server = spawn(process.execPath, ['scripts/serve.mjs'], {
  env: { ...process.env, PORT: port },
  stdio: 'ignore'
});
const address = `http://127.0.0.1:${port}/`;

/** From the event to the sentence standing otherwise, and to the frame that shows it, ms; none where it stays. */
type Seen = readonly [said: number, shown: number];

async function watched(
  page: Page,
  event: 'keydown' | 'pointermove',
  act: () => Promise<void>
): Promise<Seen[]> {
  await page.evaluate((name) => {
    const bar = document.querySelector('[aria-label="The sentence"]')!;
    const found = new Promise<Seen[]>((done) => {
      setTimeout(() => done([]), 2000);
      window.addEventListener(
        name,
        ({ timeStamp }) => {
          const watcher = new MutationObserver(() => {
            watcher.disconnect();
            const said = performance.now() - timeStamp;
            requestAnimationFrame(() => done([[said, performance.now() - timeStamp]]));
          });
          watcher.observe(bar, { subtree: true, childList: true, characterData: true, attributes: true });
        },
        { capture: true, once: true }
      );
    });
    Object.assign(window, { found });
  }, event);
  await act();
  return page.evaluate(() => (window as unknown as { found: Promise<Seen[]> }).found);
}

const median = (list: number[]) => list.sort((p, q) => p - q)[list.length >> 1]!;
const told = (list: number[]) => `${median(list).toFixed(0)} (${Math.max(...list).toFixed(0)})`;
const row = (name: string, list: Seen[]) =>
  `| ${name} | ${told(list.map(([said]) => said))} | ${told(list.map(([, shown]) => shown))} |`;

try {
  for (let i = 0; i < 100 && !(await fetch(address).catch(() => undefined))?.ok; i++)
    await new Promise((done) => setTimeout(done, 100));
  const chrome = await chromium.launch(browser);
  const [first, keys, pointer]: [Seen[], Seen[], Seen[]] = [[], [], []];
  for (let round = 0; round < 3; round++) {
    const context = await chrome.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(address);
    await page.getByRole('link', { name: /Gannet House/ }).click();
    const plan = page.getByTestId('plan');
    await plan.waitFor();
    await page.waitForTimeout(2500);
    first.push(...(await watched(page, 'keydown', () => page.keyboard.press('w'))));
    const { x, y } = (await plan.boundingBox())!;
    for (let i = 0; i < 8; i++)
      pointer.push(
        ...(await watched(page, 'pointermove', () => page.mouse.move(x + 60 + 9 * i, y + 80 + 5 * i)))
      );
    for (let i = 0; i < 8; i++)
      keys.push(...(await watched(page, 'keydown', () => page.keyboard.press(i % 2 ? 'w' : 'd'))));
    await context.close();
  }
  await chrome.close();
  console.log(
    JSON.stringify(
      [
        '| in the browser, median (most), ms | until the sentence says it | until a frame shows it |',
        '| --- | ---: | ---: |',
        row('first key of a session: a tool', first),
        row('later keys: tools in turn', keys),
        row('the pointer, with a tool in hand', pointer)
      ].join('\n')
    )
  );
} finally {
  server.kill();
}
