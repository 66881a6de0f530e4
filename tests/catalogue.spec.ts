/** Openings from the catalogue, set out as a designer does, and an entry of one's own. */
import { Bench, expect, inspect, test } from './bench';

interface Report {
  openings: {
    id: string;
    name: string;
    mark: string;
    wall: string;
    entry: string | null;
    leaves: number;
    from: number;
    depth: number;
    parts: object;
  }[];
  catalogue: { id: string; name: string; usedBy: number }[];
}

interface Place {
  readonly x: number;
  readonly y: number;
}

/** What is read of the house in the page. */
interface Editing {
  readonly project: {
    readonly tables: {
      readonly opening: ReadonlyMap<
        string,
        {
          readonly id: string;
          readonly filling: Wanted['filling'];
          readonly entry: string | null;
          readonly wall: string;
          readonly distance: number;
          readonly width: number;
          readonly height: number;
          readonly sill: number;
          readonly handing: { readonly hinge: string; readonly opens: string };
        }
      >;
      readonly wall: ReadonlyMap<string, { a: Place; b: Place; storey: string; outside: string }>;
    };
  };
  select(ids: readonly string[]): void;
}

test('the same double doors in three walls at one typed distance; an entry made like another changes them', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Petrel Barn');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '7 m' });
  await bench.key('Escape', 'Escape');
  // Chosen once, it stays chosen.
  await bench.key('d');
  await bench.say({ 'Door set': 'Glazed double doors', Wall: 'Wall 1', Distance: '1 250' });
  await bench.say({ Wall: 'Wall 2', Distance: '1 250' });
  await bench.say({ Wall: 'Wall 3', Distance: '1 250' });
  await bench.key('Escape', 'Escape');
  await page.getByRole('button', { name: 'Openings' }).click();
  await bench.key('c');
  const panel = page.getByRole('region', { name: 'Catalogue' });
  await expect(panel.getByRole('button', { name: /Glazed double doors.*used 3 times/ })).toBeVisible();
  await panel.getByLabel('Find in the catalogue').fill('sash');
  await expect(panel.getByRole('listitem')).toHaveCount(1);
  await panel.getByLabel('Find in the catalogue').fill('double');
  await panel.getByRole('button', { name: 'Make another like Glazed double doors' }).click();
  await expect(panel.getByRole('listitem')).toHaveCount(2);
  await page.getByLabel('Form').last().selectOption({ label: 'folding' });
  await panel.getByRole('button', { name: 'Remove Glazed double doors', exact: true }).click();
  await expect(panel.getByRole('alert')).toContainText('Glazed double doors');
  await panel.getByRole('button', { name: 'Close the catalogue' }).click();
  await bench.settled();
  const { openings, catalogue } = inspect<Report>(await bench.handOver(/Save the project/));
  expect(openings.map(({ entry, leaves }) => [entry, leaves])).toEqual(
    [1, 2, 3].map(() => ['doors-glazed', 2])
  );
  expect(openings.every(({ parts }) => 'glass' in parts && 'threshold' in parts)).toBe(true);
  expect(catalogue.find(({ name }) => name === 'Glazed double doors, changed')).toMatchObject({
    form: 'folding',
    usedBy: 0
  });
});

interface Wanted {
  readonly id: string;
  readonly filling: 'none' | 'door' | 'window';
  readonly entry: string | null;
  readonly storey: string;
  readonly wall: string;
  readonly distance: number;
  readonly sizes: readonly [width: number, height: number, sill: number];
  /** Its middle in its wall, and where the tip of its leaf is to stand open. */
  readonly at: readonly [number, number];
  readonly tip: readonly [number, number];
}

test('every opening of Gannet House is set out and hung by pointer and typing, each in four actions at most', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.openDemo();
  const before = inspect<Report>(await bench.handOver(/Save the project/));
  await page.keyboard.press('Escape');
  const all = await bench.plan.evaluate((canvas) => {
    const { editor } = (canvas as unknown as { planView: { editor: Editing } }).planView;
    const { opening, wall } = editor.project.tables;
    editor.select([...opening.keys()]);
    return [...opening.values()].map((one): Wanted => {
      const { a, b, storey, outside } = wall.get(one.wall)!;
      const long = Math.hypot(b.x - a.x, b.y - a.y);
      const [u, v] = [(b.x - a.x) / long, (b.y - a.y) / long];
      const near = one.handing.hinge === 'near' ? one.distance : one.distance + one.width;
      const side = ((one.handing.opens === 'outside') === (outside === 'left') ? 1 : -1) * (one.width + 200);
      const place = (t: number, y: number) => [a.x + u * t - v * y, a.y + v * t + u * y] as const;
      return {
        ...{ id: one.id, filling: one.filling, entry: one.entry, storey, wall: one.wall },
        ...{ distance: one.distance, sizes: [one.width, one.height, one.sill] },
        ...{ at: place(one.distance + one.width / 2, 0), tip: place(near, side) }
      };
    });
  });
  await page.keyboard.press('Delete');
  await bench.settled();
  const keys = { none: 'b', door: 'd', window: 'i' };
  for (const storey of ['Ground', 'Upper']) {
    const own = all.filter((one) => one.storey === (storey === 'Ground' ? 'storey-1' : 'storey-2'));
    await page.getByRole('button', { name: storey, exact: true }).click();
    for (const one of own) {
      await page.keyboard.press(keys[one.filling]);
      let actions = 0;
      const entry = bench.blank(one.filling === 'door' ? 'Door set' : 'Window unit');
      if (one.filling !== 'none' && (await entry.inputValue()) !== (one.entry ?? '')) {
        await entry.selectOption(one.entry ?? '');
        actions += 1;
      }
      // Pointed at, then typed in one go.
      const at = await bench.at(...one.at);
      await page.mouse.move(at.x, at.y);
      actions += 1;
      await bench.blank('Wall').selectOption(one.wall);
      await bench.blank('Measured from').selectOption({ label: 'the start of its line' });
      for (const [label, value] of [
        ['Distance', one.distance],
        ['Width', one.sizes[0]],
        ['Height', one.sizes[1]],
        ['Sill', one.sizes[2]]
      ] as const) {
        await bench.blank(label).fill(String(value));
        await bench.blank(label).press('Tab');
      }
      actions += 1;
      if (one.filling === 'door') await bench.drag([...one.at], [...one.tip]);
      else await page.keyboard.press('Enter');
      actions += 1;
      expect(actions).toBeLessThanOrEqual(4);
      await page.keyboard.press('Escape');
    }
  }
  await bench.settled();
  const after = inspect<Report>(await bench.handOver(/Save the project/));
  const told = ({ openings }: Report) =>
    openings.map(({ id: _, name: __, mark: ___, ...rest }) => JSON.stringify(rest)).sort();
  expect(told(after)).toEqual(told(before));
});

test('an entry of one’s own goes to another project as a file; walls moved and thickened take their doors along', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Petrel Barn');
  const panel = page.getByRole('region', { name: 'Catalogue' });
  await bench.key('c');
  await panel.getByLabel('Find in the catalogue').fill('boarded');
  await panel.getByRole('button', { name: 'Make another like Boarded door' }).click();
  await bench.field('Name').fill('Barn gate');
  await bench.field('Name').press('Enter');
  await bench.field('Leaf thick').fill('60');
  await bench.field('Leaf thick').press('Enter');
  await panel.getByLabel('Find in the catalogue').fill('gate');
  const saving = page.waitForEvent('download');
  await panel.getByRole('button', { name: 'Keep as a file' }).click();
  const file = await (await saving).path();
  await bench.settled();

  await bench.newProject('Petrel House');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '7 m' });
  await bench.key('Escape', 'Escape', 'c');
  const bring = async (path: string) => {
    const choosing = page.waitForEvent('filechooser');
    await panel.getByRole('button', { name: 'Bring from a file' }).click();
    await (await choosing).setFiles(path);
  };
  await bring('package.json');
  await expect(panel.getByRole('alert')).toContainText('is not a catalogue');
  await bring(file);
  await expect(panel.getByRole('status')).toContainText('1 brought');
  await bench.key('Escape', 'd');
  await bench.say({ 'Door set': 'Barn gate', Wall: 'Wall 1', Distance: '1 250' });
  await bench.key('Escape', 'Escape');
  const before = inspect<Report>(await bench.handOver(/Save the project/)).openings[0]!;
  expect(before).toMatchObject({ from: 1250, depth: 200 });
  expect(before.entry).not.toBeNull();

  // Its wall made thicker, the lining follows; moved, the door does.
  await page.keyboard.press('Escape');
  await bench.point(6000, 100);
  await bench.field('Thickness').fill('340');
  await bench.field('Thickness').press('Enter');
  await bench.settled();
  const after = inspect<Report>(await bench.handOver(/Save the project/)).openings[0]!;
  expect(after).toMatchObject({ from: 1250, depth: 340 });
  expect(Object.keys(after.parts)).toEqual(Object.keys(before.parts));
});
