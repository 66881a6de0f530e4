import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { homography, isConvex, mapped } from '../../geometry/homography';
import { distance, rotate, type Point } from '../../geometry/point';
import { allRecords } from '../../document/project';
import type { Project } from '../../document/kind';
import { act, built, call, refusal } from '../../testing/house';
import { putRight } from '../../kernels/survey/pixels';
import { flatOf, inPlan, onSheet, pickError, residualsOf, stateOf } from './place';

const lay = (more: object = {}) =>
  built(
    call('drawRectangle', { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 6000, depth: 4000 }),
    call('addTracingSheet', {
      ...{ id: 'plan', storey: 'storey-1', blob: 'b', mime: 'image/png', widthPx: 1200, heightPx: 900 },
      ...{ mmPerPixel: 10, ...more }
    })
  );
const sheetOf = (project: Project) => project.tables.tracingSheet.get('plan')!;
const rest = (project: Project) => allRecords(project).filter(({ kind }) => kind !== 'tracingSheet');
const at = (x: number, y: number): Point => ({ x, y });

describe('true up', () => {
  it('worked: 912.3 px for 9 000, across 598.1 px for 6 000', () => {
    let project = act(lay(), 'trueUpTracingSheet', {
      id: 'plan',
      p: at(0, 0),
      q: at(9123, 0),
      length: 9000
    });
    expect(sheetOf(project).mmPerPixel).toBeCloseTo(9.865176, 6);
    const up = 598.1 * sheetOf(project).mmPerPixel;
    project = act(project, 'stretchTracingSheet', { id: 'plan', p: at(0, 0), q: at(0, up), length: 6000 });
    const { mmPerPixel, stretch } = sheetOf(project);
    expect(mmPerPixel).toBeCloseTo(9.865176, 6);
    expect(mmPerPixel * stretch).toBeCloseTo(10.031767, 6);
    expect(stretch).toBeCloseTo(1.016887, 6);
    // Picks are good to 14 of 9 000 by pixels of 10 mm.
    expect(pickError(sheetOf(lay()), { p: at(0, 0), q: at(900, 0) }) / 9000).toBeCloseTo(0.00157, 5);
    // Of a page by pixels of its picture, which are finer than points; of lines by none.
    const page = { ...sheetOf(lay()), mime: 'application/pdf', widthPx: 1000, heightPx: 700 } as const;
    expect(pickError(page, { p: at(0, 0), q: at(900, 0) }) / 9000).toBeCloseTo(0.00157 / 4, 5);
    expect(pickError({ ...page, mime: 'image/vnd.dxf' }, { p: at(0, 0), q: at(900, 0) })).toBe(0);
  });
  it('laws: known lengths are met to 0.01, p stays or comes to its place, the model is as it was', () => {
    const place = fc.record({ x: fc.integer({ min: 20, max: 1180 }), y: fc.integer({ min: 20, max: 880 }) });
    fc.assert(
      fc.property(
        fc.tuple(place, place),
        fc.tuple(place, place),
        fc.record({
          angle: fc.integer({ min: -180, max: 180 }),
          k: fc.double({ min: 0.3, max: 3, noNaN: true })
        }),
        fc.double({ min: 0.9, max: 1.1, noNaN: true }),
        (first, second, { angle, k }, truth) => {
          const before = lay();
          const turned = act(before, 'placeTracingSheet', {
            id: 'plan',
            p: at(0, 0),
            q: at(1000, 0),
            angle
          });
          const seen = (of: Project, list: readonly Point[]) =>
            list.map((p) => inPlan(sheetOf(of), p)) as [Point, Point];
          const [p, q] = seen(turned, first);
          fc.pre(distance(p, q) > 500);
          const length = k * distance(p, q);
          const scaled = act(turned, 'trueUpTracingSheet', { id: 'plan', p, q, length });
          expect(Math.abs(residualsOf(sheetOf(scaled))[0]!.off)).toBeLessThan(0.01);
          expect(distance(inPlan(sheetOf(scaled), first[0]), p)).toBeLessThan(0.01);
          expect(rest(scaled)).toEqual(rest(before));
          const [r, s] = seen(scaled, second);
          fc.pre(distance(r, s) > 500);
          // As a copy has it that is longer one way: what the second length is on the true drawing.
          const d = { x: second[1].x - second[0].x, y: second[1].y - second[0].y };
          const f = { x: first[1].x - first[0].x, y: first[1].y - first[0].y };
          const a = length / Math.hypot(f.x, f.y * truth);
          const call = { id: 'plan', p: r, q: s, length: a * Math.hypot(d.x, d.y * truth) };
          const clear =
            Math.abs(f.x ** 2 * d.y ** 2 - d.x ** 2 * f.y ** 2) >
            0.21 * (f.x ** 2 + f.y ** 2) * (d.x ** 2 + d.y ** 2);
          if (!clear) return;
          const stretched = act(scaled, 'stretchTracingSheet', call);
          expect(sheetOf(stretched).stretch).toBeCloseTo(truth, 6);
          for (const { off } of residualsOf(sheetOf(stretched))) expect(Math.abs(off)).toBeLessThan(0.01);
          expect(distance(inPlan(sheetOf(stretched), first[0]), p)).toBeLessThan(0.01);
          expect(rest(stretched)).toEqual(rest(before));
          // And back on the sheet where it was picked.
          expect(
            distance(onSheet(sheetOf(stretched), inPlan(sheetOf(stretched), second[1])), second[1])
          ).toBeLessThan(1e-6);
        }
      ),
      { numRuns: 300 }
    );
  });
  it('squared up by the nearest right angle, or by a typed one; a point is brought to its place', () => {
    const tilt = act(lay(), 'placeTracingSheet', {
      id: 'plan',
      p: at(100, 100),
      q: rotate(at(5000, 100), 0.02, at(100, 100))
    });
    expect(sheetOf(tilt).angle).toBeCloseTo(-0.02, 12);
    const put = act(tilt, 'placeTracingSheet', { id: 'plan', p: at(100, 100), to: at(0, -50) });
    expect(distance(inPlan(sheetOf(put), onSheet(sheetOf(tilt), at(100, 100))), at(0, -50))).toBeLessThan(
      0.002
    );
  });
  it('bad input is refused and changes nothing', () => {
    const project = act(lay(), 'trueUpTracingSheet', {
      id: 'plan',
      p: at(0, 0),
      q: at(9000, 0),
      length: 9000
    });
    const across = { id: 'plan', p: at(0, 0), length: 6000 };
    expect(refusal(lay(), 'stretchTracingSheet', { ...across, q: at(0, 6000) })).toMatch(/no known length/);
    expect(refusal(project, 'stretchTracingSheet', { ...across, q: at(6000, 300) })).toMatch(
      /too much alike/
    );
    expect(refusal(project, 'stretchTracingSheet', { ...across, q: at(0, 4000) })).toMatch(/by 50.0 %/);
    expect(refusal(project, 'checkTracingSheet', { ...across, q: at(0, 4000), length: 0 })).toMatch(/length/);
    // Two sides that together cut all away are not taken for each other.
    const { widthPx: w, heightPx: h } = sheetOf(project);
    const crop = { minX: 0.7 * w, maxX: 0.4 * w, minY: 0, maxY: h };
    expect(refusal(project, 'setTracingSheet', { id: 'plan', crop })).toMatch(/70 % and 60 % of its width/);
    const locked = act(project, 'setTracingSheet', { id: 'plan', locked: true });
    expect(refusal(locked, 'placeTracingSheet', { id: 'plan', p: at(0, 0), to: at(1, 1) })).toMatch(/locked/);
    const crossed = [at(0, 0), at(4000, 3000), at(4000, 0), at(0, 3000)];
    expect(
      refusal(project, 'rectifyTracingSheet', { id: 'plan', corners: crossed, width: 4000, height: 3000 })
    ).toMatch(/no corners/);
    const lines = lay({ mime: 'image/vnd.dxf' });
    const square = [at(0, 0), at(4000, 0), at(4000, 3000), at(0, 3000)];
    expect(
      refusal(lines, 'rectifyTracingSheet', { id: 'plan', corners: square, width: 4000, height: 3000 })
    ).toMatch(/no lens/);
  });
});

describe('checks', () => {
  const checked = (...list: readonly (readonly [Point, Point, number])[]) =>
    sheetOf(
      list.reduce(
        (project, [p, q, length]) => act(project, 'checkTracingSheet', { id: 'plan', p, q, length }),
        lay({ mime: 'image/vnd.dxf' })
      )
    );
  it('say what is wrong with the sheet', () => {
    expect(stateOf(checked())).toBe('unchecked');
    expect(stateOf(checked([at(0, 0), at(5000, 0), 5000.5], [at(0, 0), at(0, 3000), 3000]))).toBe('good');
    expect(stateOf(checked([at(0, 0), at(5000, 0), 5050], [at(0, 0), at(0, 3000), 3030]))).toBe('scale');
    const across = [at(0, 0), at(5000, 0), 5000] as const;
    expect(stateOf(checked(across, [at(0, 0), at(0, 3000), 3060], [at(9000, 0), at(9000, 6000), 6120]))).toBe(
      'stretch'
    );
    expect(
      stateOf(
        checked(
          [at(5000, 4500), at(7000, 4500), 2000],
          [at(3000, 4500), at(9000, 4500), 6030],
          [at(0, 4500), at(12_000, 4500), 12_240]
        )
      )
    ).toBe('bow');
  });
  it('by pixels a length is good to three pick errors, and stays checked when the sheet is scaled', () => {
    const off = act(lay(), 'checkTracingSheet', { id: 'plan', p: at(0, 0), q: at(5000, 0), length: 5040 });
    expect(stateOf(sheetOf(off))).toBe('good');
    const scaled = act(off, 'trueUpTracingSheet', { id: 'plan', p: at(0, 0), q: at(1000, 0), length: 2000 });
    expect(stateOf(sheetOf(scaled))).toBe('scale');
    expect(residualsOf(sheetOf(scaled)).find(({ use }) => use === 'check')!.is).toBeCloseTo(10_000, 6);
  });
});

describe('a photo put right', () => {
  const corners = [at(412, 2630), at(3571, 2488), at(3022, 610), at(868, 702)];
  const room = [at(0, 0), at(8000, 0), at(8000, 6000), at(0, 6000)];
  it('worked: two places of the picture', () => {
    const map = homography(corners, room);
    expect(mapped(map, at(2000, 1500)).x).toBeCloseTo(4099.3, 1);
    expect(mapped(map, at(2000, 1500)).y).toBeCloseTo(2761.62, 1);
    expect(mapped(map, at(1500, 2000)).x).toBeCloseTo(2655.25, 1);
    expect(mapped(map, at(1500, 2000)).y).toBeCloseTo(1381.08, 1);
    corners.forEach((p, i) => expect(distance(mapped(map, p), room[i]!)).toBeLessThan(1e-6));
    expect(isConvex([at(0, 0), at(1, 0), at(0.5, 0.1), at(0, 1)])).toBe(false);
  });
  it('law: a photo of a sheet picked to a pixel over most of it is right to 0.2 % of its width', () => {
    let within = 0;
    const runs = 400;
    let seed = 7;
    const random = () => ((seed = (seed * 16_807) % 2_147_483_647) - 1) / 2_147_483_646;
    const normal = () => Math.sqrt(-2 * Math.log(random() || 1e-9)) * Math.cos(2 * Math.PI * random());
    for (let run = 0; run < runs; run++) {
      // A sheet of 8 by 6 m, seen from 20 degrees off, in a picture of 4 000 pixels.
      const way = 2 * Math.PI * random();
      const camera = ({ x, y }: Point): Point => {
        const [u, v] = [(x - 4000) / 8000, (y - 3000) / 8000];
        const deep = 1.6 + Math.sin(Math.PI / 9) * (u * Math.cos(way) + v * Math.sin(way));
        return at(2000 + (5400 * u) / deep, 1500 + (5400 * v) / deep);
      };
      const known = [at(400, 300), at(7600, 300), at(7600, 5700), at(400, 5700)];
      const project = act(
        act(lay({ widthPx: 4000, heightPx: 3000, mmPerPixel: 1 }), 'rectifyTracingSheet', {
          ...{ id: 'plan', width: 7200, height: 5400 },
          corners: known.map(camera).map(({ x, y }) => at(x + normal(), y + normal()))
        }),
        'setTracingSheet',
        { id: 'plan', fade: 1 }
      );
      const worst = Math.max(
        ...room.map((p) => distance(flatOf(sheetOf(project), camera(p)), at(p.x - 400, p.y - 300)))
      );
      if (worst <= 0.002 * 8000) within += 1;
    }
    expect(within / runs).toBeGreaterThan(0.95);
  });
  it('its sides are corrected afterwards, as they lie in the plan; its corner, its turn and the other side stay', () => {
    const corners = [at(500, 400), at(3600, 700), at(3400, 2600), at(700, 2500)];
    const sides = { width: 7200, height: 5400 };
    const right = act(lay({ widthPx: 4000, heightPx: 3000, mmPerPixel: 1 }), 'rectifyTracingSheet', {
      ...{ id: 'plan', corners, ...sides }
    });
    // Scaled and turned after that: twice as long.
    const span = { p: at(500, 400), q: at(7700, 400), length: 14_400, angle: 30 };
    const scaled = act(right, 'trueUpTracingSheet', { id: 'plan', ...span });
    const wider = sheetOf(act(scaled, 'setTracingSheet', { id: 'plan', width: 14_000 }));
    const [a, b, , d] = corners.map((p) => inPlan(wider, p)) as [Point, Point, Point, Point];
    expect([distance(a, b), distance(a, d)]).toEqual([expect.closeTo(14_000, 4), expect.closeTo(10_800, 4)]);
    expect(distance(a, at(500, 400))).toBeLessThan(1e-9);
    expect(wider.angle).toBe(sheetOf(scaled).angle);
    expect(wider.lengths.map(({ use }) => use)).toEqual(['check']);
    const plain = lay({});
    expect(refusal(plain, 'setTracingSheet', { id: 'plan', height: 900 })).toMatch(/not put right/);
    expect(refusal(right, 'setTracingSheet', { id: 'plan', height: 0 })).toMatch(/height/);
    const locked = act(right, 'setTracingSheet', { id: 'plan', locked: true });
    expect(refusal(locked, 'setTracingSheet', { id: 'plan', width: 7000 })).toMatch(/locked/);
  });
  it('pixels: a square of the photo is square again, beyond it all is clear', () => {
    const [width, height] = [60, 60];
    const data = new Uint8ClampedArray(4 * width * height).fill(255);
    const skew = homography(
      [at(0, 0), at(40, 0), at(40, 40), at(0, 40)],
      [at(10, 8), at(50, 14), at(46, 50), at(14, 46)]
    );
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = mapped(
          homography(
            [at(10, 8), at(50, 14), at(46, 50), at(14, 46)],
            [at(0, 0), at(40, 0), at(40, 40), at(0, 40)]
          ),
          at(x + 0.5, height - y - 0.5)
        );
        if (p.x > 10 && p.x < 30 && p.y > 10 && p.y < 30)
          data.fill(0, 4 * (y * width + x), 4 * (y * width + x) + 3);
      }
    expect(isConvex([at(0, 0), at(40, 0), at(40, 40), at(0, 40)].map((p) => mapped(skew, p)))).toBe(true);
    const out = putRight(
      { data, width, height },
      homography(
        [at(10, 8), at(50, 14), at(46, 50), at(14, 46)],
        [at(0, 0), at(40, 0), at(40, 40), at(0, 40)]
      ),
      { minX: -40, minY: -40, maxX: 80, maxY: 80 },
      120,
      120
    );
    const pixel = (x: number, y: number) =>
      out.slice(4 * ((80 - y - 1) * 120 + x + 40), 4 * ((80 - y - 1) * 120 + x + 40) + 4);
    expect(pixel(20, 20)[0]).toBeLessThan(20);
    for (const [x, y] of [
      [12, 20],
      [28, 20],
      [20, 12],
      [20, 28]
    ] as const)
      expect(pixel(x, y)[0]).toBeLessThan(60);
    for (const [x, y] of [
      [7, 20],
      [33, 20],
      [20, 7],
      [20, 33]
    ] as const)
      expect(pixel(x, y)[0]).toBeGreaterThan(200);
    expect(pixel(-35, -35)[3]).toBe(0);
  });
});
