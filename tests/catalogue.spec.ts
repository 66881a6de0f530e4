/** Openings from the catalogue, set out as a designer does, and an entry of one's own. */
import { Bench, expect, inspect, test } from './bench';

interface Report {
  openings: { id: string; wall: string; entry: string | null; leaves: number; from: number; parts: object }[];
  catalogue: { id: string; name: string; usedBy: number }[];
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
