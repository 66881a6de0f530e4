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

/** From the event to the sentence reading otherwise, and to the frame that shows it, ms; none where it stays. */
type Seen = readonly [said: number, shown: number];

/** Tells of every change of the sentence: of its nodes, and of what a field holds, which is no node and no attribute. */
function listen() {
  new MutationObserver((list) => {
    const bar = document.querySelector('[aria-label="The sentence"]');
    if (list.some(({ target }) => bar?.contains(target))) dispatchEvent(new Event('said'));
  }).observe(document, { subtree: true, childList: true, characterData: true });
  for (const { prototype } of [HTMLInputElement, HTMLSelectElement]) {
    const own = Object.getOwnPropertyDescriptor(prototype, 'value')!;
    Object.defineProperty(prototype, 'value', {
      ...own,
      set(this: HTMLElement, value: string) {
        const held = own.get!.call(this);
        own.set!.call(this, value);
        if (own.get!.call(this) !== held && this.closest('[aria-label="The sentence"]'))
          dispatchEvent(new Event('said'));
      }
    });
  }
}

async function watched(
  page: Page,
  event: 'keydown' | 'pointermove',
  act: () => Promise<void>
): Promise<Seen[]> {
  await page.evaluate((name) => {
    const found = new Promise<Seen[]>((done) => {
      setTimeout(() => done([]), 1500);
      window.addEventListener(
        name,
        ({ timeStamp }) =>
          window.addEventListener(
            'said',
            () => {
              const said = performance.now() - timeStamp;
              requestAnimationFrame(() => done([[said, performance.now() - timeStamp]]));
            },
            { once: true }
          ),
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
const row = (name: string, list: Seen[], of: number) =>
  `| ${name} | ${list.length} of ${of} | ${told(list.map(([said]) => said))} | ${told(list.map(([, shown]) => shown))} |`;

try {
  for (let i = 0; i < 100 && !(await fetch(address).catch(() => undefined))?.ok; i++)
    await new Promise((done) => setTimeout(done, 100));
  const chrome = await chromium.launch(browser);
  const [first, keys, pointer]: [Seen[], Seen[], Seen[]] = [[], [], []];
  for (let round = 0; round < 3; round++) {
    const context = await chrome.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.addInitScript(listen);
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
        '| in the browser, median (most), ms | seen | until the sentence says it | until a frame shows it |',
        '| --- | ---: | ---: | ---: |',
        row('first key of a session: a tool', first, 3),
        row('later keys: tools in turn', keys, 24),
        row('the pointer, with a tool in hand', pointer, 24)
      ].join('\n')
    )
  );
} finally {
  server.kill();
}
