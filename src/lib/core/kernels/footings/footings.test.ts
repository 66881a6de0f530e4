import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildColumns } from '../../geometry/columns';
import { openEdges } from '../../geometry/mesh';
import { flat } from '../../geometry/plane';
import { distance, fromAngle, nearestOnSegment, type Point } from '../../geometry/point';
import { edgesOf, gapToBorder, ringsArea, ringsHold, type Ring } from '../../geometry/ring';
import { unionOf } from '../../geometry/union';
import { frameRectangle } from '../joints/frame';
import { footingOutline, type Borne } from './outline';
import { footingSteps, lapOf, type Arm } from './steps';
import { armsOf, cellsVolume, crossingsOf, footingPrisms, ownCells, wallPrisms, type Strip } from './strips';

const box = (x0: number, y0: number, x1: number, y1: number): Ring => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 }
];

/** South, east, north, west of a frame of walls, mitred. */
function frame(width: number, depth: number, thick: number): Ring[] {
  const [out, inside] = [box(0, 0, width, depth), box(thick, thick, width - thick, depth - thick)];
  return out.map((p, i) => [p, out[(i + 1) % 4]!, inside[(i + 1) % 4]!, inside[i]!]);
}
const under = (rings: readonly Ring[], projection: number): Borne[] =>
  rings.map((ring) => ({ rings: [ring], projection }));
const area = (borne: readonly Borne[]) => ringsArea(footingOutline(borne)) / 1e6;

describe('the outline of a strip footing', () => {
  const walls = frame(10_000, 8000, 140);

  it('has the areas worked out by hand', () => {
    expect(area(under(walls, 230))).toBeCloseTo(21.264, 9);
    const cross = box(4930, 140, 5070, 7860);
    expect(area(under([...walls, cross], 230))).toBeCloseTo(25.62, 9);
    expect(area([...under(walls, 230), ...under([cross], 130)])).toBeCloseTo(24.168, 9);
    expect(area([...under(walls.slice(0, 1), 330), ...under(walls.slice(1), 230)])).toBeCloseTo(23.236, 9);
    expect(area(under([box(0, 0, 4000, 140)], 230))).toBeCloseTo(2.676, 9);
    expect(area(under([box(0, 0, 4000, 140), box(0, 440, 4000, 580)], 230))).toBeCloseTo(4.6384, 9);
    expect(area(under(frame(11_400, 7800, 425), 162.5))).toBeCloseTo(27.525, 9);
  });

  it('is nothing under nothing', () => {
    expect(footingOutline([])).toEqual([]);
  });

  it('reaches the least projection everywhere and never beyond twice the greatest', () => {
    const wall = fc.record({
      x: fc.integer({ min: 0, max: 6000 }),
      y: fc.integer({ min: 0, max: 6000 }),
      angle: fc.double({ min: 0, max: 3.1, noNaN: true }),
      length: fc.integer({ min: 300, max: 6000 }),
      thick: fc.integer({ min: 60, max: 500 }),
      projection: fc.integer({ min: 40, max: 400 })
    });
    fc.assert(
      fc.property(
        fc.array(wall, { minLength: 1, maxLength: 7 }),
        fc.array(
          fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 6.28, noNaN: true })),
          {
            minLength: 40,
            maxLength: 40
          }
        ),
        (walls, samples) => {
          const borne = walls.map(({ x, y, angle, length, thick, projection }): Borne => {
            const direction = fromAngle(angle);
            const lying = { origin: { x, y }, direction, left: { x: -direction.y, y: direction.x } };
            return { rings: [frameRectangle(lying, 0, length, 0, thick)], projection };
          });
          const outline = footingOutline(borne);
          const cores = unionOf(borne.flatMap(({ rings }) => rings));
          const [least, most] = [
            Math.min(...walls.map(({ projection }) => projection)),
            Math.max(...walls.map(({ projection }) => projection))
          ];
          const edges = cores.flatMap(edgesOf);
          samples.forEach(([k, turn], i) => {
            const [a, b] = edges[i % edges.length]!;
            const on: Point = { x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k };
            const way = fromAngle(turn);
            const near = { x: on.x + way.x * least * 0.99, y: on.y + way.y * least * 0.99 };
            if (!outline.some((ring) => gapToBorder(ring, near) < 0.01))
              expect(ringsHold(outline, near)).toBe(true);
            const off = { x: on.x + way.x * most * 2.1, y: on.y + way.y * most * 2.1 };
            const gap = Math.min(...edges.map(([p, q]) => distance(off, nearestOnSegment(off, p, q))));
            if (gap > 2 * most + 0.1 && !ringsHold(cores, off)) expect(ringsHold(outline, off)).toBe(false);
          });
        }
      ),
      { numRuns: Number(process.env.LAW_RUNS ?? 60) }
    );
  });
});

const arm = (length: number, ...z: readonly (readonly [number, number])[]): Arm => ({
  length,
  // Each piece by itself, as lines have to bend upwards.
  needs: z.slice(1).map((to, i) => [
    { t: z[i]![0], z: z[i]![1] },
    { t: to[0], z: to[1] }
  ])
});
const told = (one: Arm, bottom = -600, step = 225, lap = 450) =>
  footingSteps([one], [], { bottom, step, lap })[0]!.map(({ from, level }) => [
    Math.round(from * 10) / 10,
    bottom - level * step
  ]);

describe('steps of a strip footing', () => {
  it('follow ground that falls as worked out by hand', () => {
    expect(told(arm(10_000, [0, -600], [10_000, -1600]))).toEqual([
      [0, -825],
      [2250, -1050],
      [4500, -1275],
      [6750, -1500],
      [9000, -1725]
    ]);
    expect(told(arm(9000, [0, -600], [4000, -600], [5000, -1600], [9000, -1600]))).toEqual([
      [0, -600],
      [3100, -825],
      [3550, -1050],
      [4000, -1275],
      [4450, -1500],
      [4900, -1725]
    ]);
  });

  it('are none where none are asked for or needed', () => {
    expect(told(arm(5000, [0, -700], [5000, -900]), -600, 0)).toEqual([[0, -600]]);
    expect(told(arm(5000, [0, -500], [5000, -600]))).toEqual([[0, -600]]);
  });

  it('are never above need, no strip is shorter than a lap, and where arms cross all is of one level', () => {
    const heights = fc.array(fc.integer({ min: -2500, max: -300 }), { minLength: 2, maxLength: 8 });
    fc.assert(
      fc.property(heights, heights, fc.integer({ min: 50, max: 300 }), (p, q, step) => {
        const arms = [p, q].map((list) =>
          arm(1500 * (list.length - 1), ...list.map((z, i) => [1500 * i, z] as const))
        );
        const lap = lapOf(step, 225);
        const crossing = [
          { arm: 0, from: 0, to: 700 },
          { arm: 1, from: arms[1]!.length - 600, to: arms[1]!.length }
        ];
        const steps = footingSteps(arms, [crossing], { bottom: -600, step, lap });
        steps.forEach((stretches, i) => {
          const { length, needs } = arms[i]!;
          expect(stretches[0]!.from).toBe(0);
          expect(stretches.at(-1)!.to).toBeCloseTo(length, 6);
          stretches.forEach(({ from, to, level }, k) => {
            expect(to - from).toBeGreaterThan(Math.min(lap, length) - 0.1);
            if (k > 0) expect(from).toBe(stretches[k - 1]!.to);
            for (const [a, b] of needs as [{ t: number; z: number }, { t: number; z: number }][])
              for (let n = 0; n <= 10; n++) {
                const t = a.t + ((b.t - a.t) * n) / 10;
                if (t > from + 0.1 && t < to - 0.1)
                  expect(-600 - level * step).toBeLessThan(a.z + ((b.z - a.z) * n) / 10 + 0.1);
              }
          });
        });
        const levels = crossing.flatMap(({ arm: i, from, to }) =>
          steps[i]!.filter((one) => one.from < to - 0.1 && one.to > from + 0.1).map(({ level }) => level)
        );
        expect(new Set(levels).size).toBe(1);
      }),
      { numRuns: Number(process.env.LAW_RUNS ?? 200) }
    );
  });
});

const lying = { origin: { x: 0, y: 0 }, direction: { x: 1, y: 0 }, left: { x: 0, y: 1 } };
const straight = (length: number, width: number): Strip => ({
  ...{ frame: lying, t0: 0, t1: length, y0: -width / 2, y1: width / 2, isPad: false }
});

describe('strips as prisms', () => {
  it('hold the concrete of a stepped strip with its laps, and of the wall on it', () => {
    const strip = straight(10_000, 600);
    const heights = { bottom: -600, step: 225, thickness: 225, lap: 450 };
    const ground = [{ ring: box(-1, -500, 10_001, 500), planes: [{ a: -0.1, b: 0, c: 450 }] }];
    const arms = armsOf([strip], ground, 1050);
    const steps = footingSteps(arms, crossingsOf([strip]), heights);
    expect(steps[0]!.map(({ from }) => Math.round(from))).toEqual([0, 2250, 4500, 6750, 9000]);
    const outline = [box(0, -300, 10_000, 300)];
    const prisms = footingPrisms(outline, [strip], steps, heights);
    expect(cellsVolume(ownCells(prisms, [])) / 1e9).toBeCloseTo(1.593, 9);
    const walls = wallPrisms([box(0, -100, 10_000, 100)], [strip], steps, heights, -150);
    // From the top of the strip, that is of the upper one in the laps, to 150 under zero.
    const high = [450, 675, 900, 1125, 1350];
    const long = [2250 + 450, 2250, 2250, 2250, 1000 - 450];
    const sum = high.reduce((all, z, i) => all + z * long[i]!, 0);
    expect(cellsVolume(ownCells(walls, prisms)) / 1e9).toBeCloseTo((sum * 200) / 1e9, 9);
  });

  it('give what two of them share to the first', () => {
    const [p, q] = [box(0, 0, 1000, 1000), box(500, 500, 1500, 1500)].map((ring) => ({
      ...{ ring, box: { minX: 0, minY: 0, maxX: 2000, maxY: 2000 }, bottom: 0, top: 300 }
    }));
    const both =
      cellsVolume(ownCells([p!], [])) + cellsVolume(ownCells([{ ...q!, bottom: -100, top: 200 }], [p!]));
    expect(both / 1e9).toBeCloseTo(0.3 + 0.3 - 0.25 * 0.2, 9);
  });

  it('are one body where two of them stand in each other', () => {
    const [p, q] = [box(0, 0, 1000, 1000), box(500, 500, 1500, 1500)].map((ring, i) => ({
      ...{ ring, box: { minX: 0, minY: 0, maxX: 2000, maxY: 2000 }, bottom: 0, top: 300 + 100 * i }
    }));
    const cells = ownCells([p!, q!], []);
    expect(cellsVolume(cells) / 1e9).toBeCloseTo(0.3 + 0.4 - 0.25 * 0.3, 9);
    expect(openEdges(buildColumns(cells, () => 'side'))).toBe(0);
  });

  it('keep a pad at one level', () => {
    const pad: Strip = { ...straight(900, 900), isPad: true };
    const ground = [{ ring: box(-1, -500, 901, 500), planes: [{ a: -1, b: 0, c: 0 }, flat(100)] }];
    const steps = footingSteps(armsOf([pad], ground, 500), crossingsOf([pad]), {
      bottom: -600,
      step: 200,
      lap: 400
    });
    expect(steps[0]).toEqual([{ from: 0, to: 900, level: 4 }]);
  });
});
