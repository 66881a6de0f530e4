/** What the browser tests share: the page without console errors, and hands on the workbench. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { readProject } from '../src/lib/core/exchange/archive';
import { Model } from '../src/lib/core/model/graph';
import { inspectProject } from '../src/lib/core/takeoff/inspect';

export const test = base.extend<{ quiet: void }>({
  quiet: [
    async ({ page, context }, use) => {
      const errors: string[] = [];
      page.on('console', (message) => {
        // A request that the page makes on purpose may be refused by the browser test itself.
        if (message.type() === 'error') errors.push(message.text());
      });
      page.on('pageerror', (error) => errors.push(error.message));
      // Native file dialogs cannot be driven: the page then falls back to the ordinary file input and download.
      await context.addInitScript(() => {
        localStorage.setItem('cliffstead hints learned', '3');
        for (const name of ['showOpenFilePicker', 'showSaveFilePicker']) Reflect.deleteProperty(window, name);
      });
      await use();
      expect(errors, 'errors in the console').toEqual([]);
    },
    { auto: true }
  ]
});
export { expect };

/** Holds back the model view, much larger than all else; answers what lets it go. `read`: told of every other script of the page. */
export async function holdModelView(
  page: Page,
  read: (body: Buffer) => void = () => undefined
): Promise<(() => Promise<void>)[]> {
  const held: (() => Promise<void>)[] = [];
  await page.route('**/*.js', async (route) => {
    const response = await route.fetch();
    const body = await response.body();
    // A worker is a thread of its own, and reads its file by itself.
    const isWorker = route.request().url().includes('/workers/');
    const isModelView = body.length > 600_000 && !isWorker;
    if (!isModelView && !isWorker) read(body);
    if (isModelView) held.push(() => route.fulfill({ response, body }));
    else await route.fulfill({ response, body });
  });
  return held;
}

/** The command line on the same core. */
export const cliffstead = (...args: string[]): string =>
  execFileSync(process.execPath, ['--import', 'tsx', 'src/cli/main.ts', ...args], {
    encoding: 'utf8',
    maxBuffer: 1e8
  });

/** What `inspect --json` says of a file that was handed over, whatever it is called; told here, as starting the command takes seconds. */
export function inspect<Report>(path: string): Report {
  const result = readProject('handed over.cliffstead', readFileSync(path));
  if (!result.ok) throw new Error(`${result.problem.message} ${result.problem.hint}`);
  return JSON.parse(JSON.stringify(inspectProject(new Model().at(result.project)))) as Report;
}

export interface PlanHandle {
  toScreen(p: { x: number; y: number }): [number, number];
}

/** The person at the workbench: points at plan places, types, takes tools. */
export class Bench {
  readonly plan: Locator;
  constructor(readonly page: Page) {
    this.plan = page.getByTestId('plan');
  }

  async newProject(name: string) {
    await this.page.goto('/');
    await this.page.getByRole('button', { name: 'New project' }).click();
    await this.page.getByLabel('What is the house called?').fill(name);
    await this.page.getByRole('button', { name: 'Start drawing' }).click();
    await this.plan.waitFor();
  }

  async openDemo() {
    await this.page.goto('/');
    await this.page.getByRole('link', { name: /Gannet House/ }).click();
    await this.plan.waitFor();
    await this.settled();
  }

  /** Screen place of a plan point, in pixels of the page. */
  async at(x: number, y: number): Promise<{ x: number; y: number }> {
    const box = (await this.plan.boundingBox())!;
    const [px, py] = await this.plan.evaluate(
      (canvas, p) => (canvas as HTMLCanvasElement & { planView: PlanHandle }).planView.toScreen(p),
      { x, y }
    );
    return { x: box.x + px, y: box.y + py };
  }

  async point(x: number, y: number) {
    const at = await this.at(x, y);
    await this.page.mouse.move(at.x, at.y);
    await this.page.mouse.click(at.x, at.y);
  }

  /** One after another. */
  async points(...places: readonly (readonly [number, number])[]) {
    for (const [x, y] of places) await this.point(x, y);
  }

  async drag(from: [number, number], to: [number, number], drop = true) {
    const [p, q] = [await this.at(...from), await this.at(...to)];
    await this.page.mouse.move(p.x, p.y);
    await this.page.mouse.down();
    for (const k of [0.2, 0.5, 0.8, 1])
      await this.page.mouse.move(p.x + (q.x - p.x) * k, p.y + (q.y - p.y) * k);
    if (drop) await this.page.mouse.up();
  }

  key(...keys: string[]) {
    return keys.reduce((before, key) => before.then(() => this.page.keyboard.press(key)), Promise.resolve());
  }

  blank(label: string): Locator {
    return this.page.getByRole('group', { name: 'The sentence' }).getByLabel(label, { exact: true });
  }

  /** Fill blanks of the sentence in order and accept with Enter. */
  async say(blanks: Record<string, string>) {
    for (const [label, text] of Object.entries(blanks)) {
      const blank = this.blank(label);
      await expect(blank).toBeVisible();
      if ((await blank.evaluate((one) => one.tagName)) === 'SELECT')
        await blank.selectOption({ label: text });
      else {
        await blank.fill(text);
        await blank.press('Tab');
      }
    }
    await this.blank(Object.keys(blanks).at(-1)!).press('Enter');
  }

  /** Everything is saved and the model has been built. */
  async settled() {
    await expect(this.page.getByTestId('saved')).toContainText('Saved');
    await expect.poll(() => this.triangles(), { timeout: 20_000 }).toBeGreaterThan(-1);
  }

  /** Plan and model have been drawn since the last change: pictures of the model that take long wait for the hand to rest. */
  async drawn() {
    await this.settled();
    await expect(this.page.getByText('Building the model')).toBeHidden({ timeout: 20_000 });
    await this.page.evaluate(
      () =>
        new Promise((done) =>
          requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 1500)))
        )
    );
  }

  triangles(): Promise<number> {
    return this.page
      .getByTestId('model')
      .evaluate(
        (canvas) =>
          (canvas as HTMLCanvasElement & { modelScene?: { triangles: number } }).modelScene?.triangles ?? -1
      );
  }

  field(label: string): Locator {
    return this.page.getByRole('region', { name: 'Details' }).getByLabel(label);
  }

  /** Download what the hand-over button saves. */
  async handOver(button: RegExp): Promise<string> {
    await this.page.getByRole('button', { name: 'Hand over' }).first().click();
    const wait = this.page.waitForEvent('download');
    const panel = this.page.getByRole('region', { name: 'Hand over' });
    await panel.getByRole('button', { name: button }).click();
    const path = await (await wait).path();
    await expect(panel).toBeHidden();
    return path;
  }
}
