/** Roofs by hand, as a designer would: a mono-pitch, a lean-to without a step, one of two roofs changed, a ridge under its limit. */
import { Bench, expect, inspect, test } from './bench';

interface Report {
  walls: { id: string; top: number | null }[];
  roofs: {
    id: string;
    ridge: number;
    edges: {
      kind: string;
      overhang: number;
      pitchDeg: number | null;
      plateLevel: number;
      fascia: number;
      soffit: string;
    }[];
    planes: {
      name: string;
      pitchDeg: number;
      planArea: number;
      corners: { x: number; y: number; z: number }[];
    }[];
  }[];
  findings: { code: string }[];
}

test('a mono-pitch of unlike overhangs in twelve actions, a lean-to that continues its foot without a step', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Sheds');
  await bench.key('r');
  await bench.say({ Width: '6 m', Depth: '4 m', Height: '2400' });
  await bench.key('Escape', 'Escape');
  let actions = 0;
  const did = async (step: Promise<unknown>) => {
    actions += 1;
    await step;
  };
  // Low at its south side, 600 there and 200 at the others.
  await did(bench.key('h'));
  await did(bench.say({ Form: 'mono-pitch' }).then(() => bench.key('Escape')));
  await did(bench.key('g'));
  await did(bench.blank('Overhang').fill('200'));
  for (const place of [
    [6000, 2000],
    [3000, 4000],
    [0, 2000]
  ] as const)
    await did(bench.points(place));
  await did(bench.key('Escape'));
  expect(actions).toBeLessThan(12);
  let report = inspect<Report>(await bench.handOver(/Save the project/));
  expect(report.roofs[0]!.edges.map(({ kind, overhang }) => `${kind} ${overhang}`).sort()).toEqual([
    'eave 450',
    'gable 200',
    'gable 200',
    'gable 200'
  ]);

  // A lean-to before it, drawn; then its plate is set so that its top goes on from the eave.
  actions = 0;
  await did(bench.key('Escape', 'Escape', 'h'));
  await did(bench.blank('Over').selectOption({ label: 'corners you point at' }));
  await did(bench.blank('Form').selectOption({ label: 'mono-pitch' }));
  await did(
    bench.say({
      Pitch: '10',
      'Plate level': '1500',
      'Up from project zero': '-2000',
      'Across from project zero': '0'
    })
  );
  await did(bench.say({ 'To the next corner': '6 m', Angle: '0' }));
  await did(bench.say({ 'To the next corner': '2 m', Angle: '90' }));
  await did(bench.say({ 'To the next corner': '6 m', Angle: '180' }));
  await did(bench.points([0, -2000]));
  await did(bench.field('Continues the foot of').selectOption({ index: 1 }));
  expect(actions).toBeLessThan(12);
  await bench.settled();
  report = inspect<Report>(await bench.handOver(/Save the project/));
  const [main, lean] = report.roofs;
  const topAtEave = (roof: (typeof report.roofs)[number], thick: number) => {
    const plane = roof.planes[0]!;
    const [low, high] = [...plane.corners]
      .sort((p, q) => p.y - q.y)
      .filter((_, i, all) => i === 0 || i === all.length - 1);
    const slope = (high!.z - low!.z) / (high!.y - low!.y);
    return low!.z + slope * (-450 - low!.y) + thick / Math.cos(Math.atan(slope));
  };
  expect(topAtEave(lean!, 200)).toBeCloseTo(topAtEave(main!, 200), 1);
});

test('a ridge over its limit: each way shown before it is done; a wall is pulled and every roof follows', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.openDemo();
  await bench.key('h', 'Escape');
  await page.getByRole('button', { name: 'Upper', exact: true }).click();
  const planes = () =>
    bench.plan.evaluate((canvas) => {
      const { editor } = (
        canvas as unknown as { planView: { editor: { shown: never; model: { ridge(p: never): number } } } }
      ).planView;
      return Math.round(editor.model.ridge(editor.shown));
    });
  expect(await planes()).toBe(7823);
  await page.evaluate(() => {
    const canvas = document.querySelector('[data-testid=plan]') as unknown as {
      planView: { editor: { perform(call: object): unknown } };
    };
    canvas.planView.editor.perform({ name: 'setRoof', args: { id: 'main-roof', pitch: 34 } });
  });
  await page.getByRole('button', { name: /finding/ }).click();
  const tray = page.getByRole('region', { name: 'Review tray' });
  const whole = tray.getByRole('button', { name: /^30°/ });
  await whole.hover();
  await expect.poll(planes).toBe(7823);
  await page.mouse.move(600, 300);
  await expect.poll(planes).toBeGreaterThan(8000);
  await expect(tray.getByRole('button', { name: /^Plate at/ })).toBeVisible();
  await tray.getByRole('button', { name: /^Steepest/ }).click();
  await expect.poll(planes).toBe(7840);
  await expect(page.getByRole('button', { name: 'No findings' })).toBeVisible();

  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  const before = inspect<Report>(await bench.handOver(/Save the project/));
  await bench.key('Escape', 'Escape');
  await bench.drag([7850, -3400], [7850, -4000]);
  await bench.settled();
  const after = inspect<Report>(await bench.handOver(/Save the project/));
  const area = ({ roofs }: Report, id: string) =>
    roofs.find((roof) => roof.id === id)!.planes.reduce((sum, { planArea }) => sum + planArea, 0);
  expect(area(after, 'wing-roof') - area(before, 'wing-roof')).toBeGreaterThan(2_000_000);
  expect(area(after, 'boot-roof')).toBe(area(before, 'boot-roof'));
  expect(after.findings).toEqual([]);
});

test('boards at the eaves, a dormer by pointing, a storey copied up as a parapet with a flat roof in it', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Attic');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '8 m', Height: '2400' });
  await bench.key('Escape', 'Escape', 'h');
  await bench.say({ Form: 'gabled', Pitch: '42' });
  await bench.field('Fascia, barge board').fill('240');
  await bench.field('Fascia, barge board').press('Enter');
  await bench.field('Under overhangs').selectOption({ label: 'boarded level' });
  await bench.field('Eaves cut').selectOption({ label: 'square to the slope' });
  await bench.key('Escape', 'Escape', 'Shift+M');
  await bench.blank('Form').selectOption({ label: 'shed' });
  await bench.points([4500, 900]);
  await bench.settled();
  let report = inspect<Report & { openings: unknown[] }>(await bench.handOver(/Save the project/));
  expect(report.roofs).toHaveLength(2);
  expect([report.walls.length, report.openings.length]).toEqual([5, 1]);
  expect(report.roofs[0]!.edges.map(({ fascia, soffit }) => `${fascia} ${soffit}`)).toEqual(
    Array(4).fill('240 level')
  );
  expect(report.findings.map(({ code }) => code)).toEqual(['house.no-door']);

  await bench.newProject('Flat');
  await bench.key('r');
  await bench.say({ Width: '6 m', Depth: '4 m', Height: '2700' });
  await bench.key('Escape', 'Escape');
  let actions = 0;
  const did = async (step: Promise<unknown>) => {
    actions += 1;
    await step;
  };
  await did(bench.key('u'));
  await did(bench.say({ Height: '600', 'Floor depth': '0' }));
  await did(bench.key('h'));
  await did(bench.blank('Over').selectOption({ label: 'what parapets enclose' }));
  await did(bench.blank('Form').selectOption({ label: 'flat, with a fall' }));
  await did(bench.points([3000, 100]));
  await did(bench.key('Enter'));
  expect(actions).toBeLessThan(8);
  await bench.settled();
  report = inspect(await bench.handOver(/Save the project/));
  expect(report.roofs.map(({ planes }) => planes.map(({ pitchDeg }) => pitchDeg))).toEqual([[2]]);
  const parapets = report.walls.filter(({ top }) => top === 600);
  expect(parapets).toHaveLength(4);
  expect(report.roofs[0]!.ridge).toBeLessThan(3300 - 149);
});

interface Carried {
  plies: { top: { low: number; high: number } }[];
}

test('two sloped roofs at 2 in 12 on drawn outlines: a wall is broken, one extended and carried up between them', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Two roofs');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '6 m', Height: '2400' });
  await bench.key('Escape', 'Escape');
  // The wall between stops short of the south wall; it is extended to it, and that one broken there.
  await bench.key('w');
  await bench.blank('Kind of wall').selectOption({ label: 'a partition' });
  await bench.blank('Setting-out line').selectOption({ label: 'centre line' });
  await bench.blank('Thickness').fill('200');
  await bench.points([5000, 5800], [5000, 2000]);
  await bench.key('Escape', 'Escape');
  await bench.point(5000, 3000);
  await bench.key('z');
  await bench.blank('What to do').selectOption({ label: 'Carry an end of' });
  await bench.blank('To').selectOption({ label: 'Wall 1' });
  await bench.key('Enter');
  await bench.point(2000, 100);
  await bench.key('z');
  await bench.blank('What to do').selectOption({ label: 'Split' });
  await bench.say({ 'From its start': '5 m' });
  await bench.key('Escape', 'Escape');

  const roof = async (start: number, width: string, plate: string) => {
    await bench.key('Escape', 'Escape', 'h');
    await bench.blank('Over').selectOption({ label: 'corners you point at' });
    await bench.blank('Form').selectOption({ label: 'mono-pitch' });
    await bench.say({
      ...{ Pitch: '2:12', 'Plate level': plate, 'Up from project zero': '0' },
      'Across from project zero': String(start)
    });
    await bench.say({ 'To the next corner': width, Angle: '0' });
    await bench.say({ 'To the next corner': '6 m', Angle: '90' });
    await bench.say({ 'To the next corner': width, Angle: '180' });
    await bench.points([start, 0]);
    await bench.key('Escape', 'Escape');
  };
  // The lower one ends at the near face of the wall between, the upper one bears on all of it.
  await roof(0, '4.9 m', '2400');
  await bench.key('g');
  await bench.blank('Kind of edge').selectOption({ label: 'an abutment' });
  await bench.points([4900, 3000]);
  await bench.key('Escape', 'Escape', 'g');
  await bench.points([0, 3000]);
  await roof(4900, '4.1 m', '3400');
  await bench.settled();
  const report = inspect<Omit<Report, 'walls'> & { walls: Carried[] }>(
    await bench.handOver(/Save the project/)
  );
  const rise = 2 / 12;
  expect(report.roofs.map(({ planes }) => planes.map(({ pitchDeg }) => pitchDeg.toFixed(3)))).toEqual([
    ['9.462'],
    ['9.462']
  ]);
  expect(report.walls).toHaveLength(6);
  const tops = report.walls.map(({ plies }) => plies.map(({ top }) => top)[0]!);
  // Falling west from the wall between, falling east beyond it.
  const at = (x: number) => (x <= 4900 ? 2400 + x * rise : 3400 + (9000 - x) * rise);
  const highest = tops.reduce((most, one) => (one.low > most.low ? one : most));
  expect(highest.high).toBeCloseTo(at(4900.001), 0);
  expect(highest.low).toBeCloseTo(at(5100), 0);
  expect(Math.min(...tops.map(({ low }) => low))).toBeCloseTo(2400, 0);
  expect(report.findings).toEqual([]);
});

test('a rooflight by pointing; a slope is picked, and an overhang written where it stands', async ({
  page
}) => {
  const bench = new Bench(page);
  await bench.newProject('Lights');
  await bench.key('r');
  await bench.say({ Width: '9 m', Depth: '8 m', Height: '2400' });
  await bench.key('Escape', 'Escape', 'h');
  await bench.say({ Form: 'gabled', Pitch: '42' });
  await bench.key('Escape', 'Escape', 'Shift+L');
  await bench.blank('Height along the slope').fill('980');
  await bench.points([4500, 2000]);
  await bench.key('Escape', 'Escape');
  // Where roofs are worked on a plane is picked between its walls.
  await bench.point(2000, 6000);
  await expect(page.getByRole('group', { name: /^Over Wall/ }).first()).toContainText('Overhang');
  const [value] = await bench.plan.evaluate((canvas) => {
    const { values } = (
      canvas as unknown as { planView: { values: { of: { text: string; at: { x: number; y: number } }[] } } }
    ).planView;
    return values.of.filter(({ text, at }) => text.startsWith('overhang') && at.y > 4000);
  });
  await bench.point(value!.at.x, value!.at.y);
  await page.keyboard.type('650');
  await bench.key('Enter', 'Escape', 'Escape');
  await bench.settled();
  const report = inspect<Report & { rooflights: { along: number; height: number; sillOverFloor: number }[] }>(
    await bench.handOver(/Save the project/)
  );
  const [light] = report.rooflights;
  expect([light!.along, light!.height]).toEqual([4500, 980]);
  expect(light!.sillOverFloor).toBeGreaterThan(2400);
  expect(report.roofs[0]!.edges.map(({ kind, overhang }) => `${kind} ${overhang}`).sort()).toEqual(
    ['eave 450', 'eave 650', 'gable 450', 'gable 450'].sort()
  );
  expect(report.findings.map(({ code }) => code)).toEqual([]);
});
