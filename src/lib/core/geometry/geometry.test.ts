import { describe, expect, it } from 'vitest';
import { at } from '../testing/build';
import { arrange } from './arrangement';
import { buildColumns, type Cell } from './columns';
import { flat, heightAt } from './plane';
import { weldRings } from './weld';
import { meshVolume, openEdges } from './mesh';
import { distance, leftOf, locate, meetLines, nearestOnSegment, rotate, unit } from './point';
import {
  edgesOf,
  boxOf,
  dropCollinear,
  dropRepeats,
  isSimple,
  ringArea,
  ringHolds,
  ringPerimeter,
  segmentsCross,
  sideOf
} from './ring';
import { toStored } from './tolerances';
import { innerPoint, triangulate, triangulateWhole } from './triangulate';

const square = [at(0, 0), at(1000, 0), at(1000, 1000), at(0, 1000)];

describe('points', () => {
  it('left is counter-clockwise, of a line, of a direction, of a point', () => {
    expect(leftOf(at(1, 0))).toEqual({ x: -0, y: 1 });
    expect(sideOf(at(0, 0), at(1, 0), at(0, 1))).toBeGreaterThan(0);
    expect(locate(at(3, 4), at(0, 0), at(1, 0))).toEqual({ t: 3, y: 4 });
  });
  it('lines meet at one point; parallels do not', () => {
    expect(meetLines(at(0, 0), at(1, 0), at(5, 5), at(0, 1))).toEqual({ x: 5, y: 0 });
    expect(meetLines(at(0, 0), at(1, 0), at(0, 5), at(-1, 0))).toBeUndefined();
  });
  it('the nearest place of a segment is an end or a foot; zero stays zero', () => {
    expect(nearestOnSegment(at(5, 5), at(0, 0), at(10, 0))).toEqual({ x: 5, y: 0 });
    expect(nearestOnSegment(at(-5, 5), at(0, 0), at(10, 0))).toEqual({ x: 0, y: 0 });
    expect(nearestOnSegment(at(1, 1), at(2, 2), at(2, 2))).toEqual({ x: 2, y: 2 });
    expect(unit(at(0, 0))).toEqual({ x: 0, y: 0 });
  });
  it('turns about a point', () => {
    const turned = rotate(at(2, 1), Math.PI / 2, at(1, 1));
    expect(distance(turned, at(1, 2))).toBeLessThan(1e-12);
  });
  it('rounds to the stored grid without negative zero', () => {
    expect(toStored(1.23456)).toBe(1.235);
    expect(Object.is(toStored(-0.0001), 0)).toBe(true);
  });
});

describe('rings', () => {
  it('measure and hold', () => {
    expect([ringArea(square), ringPerimeter(square)]).toEqual([1e6, 4000]);
    expect(ringArea([...square].reverse())).toBe(-1e6);
    expect([ringHolds(square, at(500, 500)), ringHolds(square, at(1500, 500))]).toEqual([true, false]);
    expect(boxOf(square)).toEqual({ minX: 0, minY: 0, maxX: 1000, maxY: 1000 });
  });
  it('a bow tie is not simple, though its signed area is', () => {
    const bow = [at(0, 0), at(1000, 1000), at(1000, 0), at(0, 900)];
    expect([isSimple(square), isSimple(bow)]).toEqual([true, false]);
    expect(segmentsCross(at(0, 0), at(2, 2), at(0, 2), at(2, 0))).toBe(true);
    expect(segmentsCross(at(0, 0), at(2, 0), at(2, 0), at(4, 0))).toBe(false);
  });
  it('drop what repeats and what lies straight', () => {
    const more = [at(0, 0), at(0, 0.001), at(500, 0), at(1000, 0), at(1000, 1000), at(0, 1000), at(0, 0)];
    expect(dropRepeats(more, 0.01)).toHaveLength(5);
    expect(dropCollinear(more, 0.01)).toEqual(square);
  });
});

describe('triangles', () => {
  it('keep the winding and the area, with holes', () => {
    const hole = [at(200, 200), at(200, 800), at(800, 800), at(800, 200)];
    const all = [...square, ...hole];
    const triangles = triangulate(square, [hole]);
    let area = 0;
    for (let i = 0; i < triangles.length; i += 3)
      area += ringArea([all[triangles[i]!]!, all[triangles[i + 1]!]!, all[triangles[i + 2]!]!]);
    expect(area).toBeCloseTo(1e6 - 36e4, 6);
  });
  it('keep the winding, although the first ear is a hair on the wrong side of a straight border', () => {
    const ring = [
      [6500, 12100.000000000002],
      [0, 12100.000000000002],
      [1473, 10627],
      [1550, 10550],
      [4950, 10550]
    ].map(([x, y]) => ({ x: x!, y: y! }));
    for (const [x, y] of [-1e-5, -1e-12, 0, 1e-12, 1e-5].flatMap((v) => [
      [v, 0],
      [0, v]
    ]))
      for (let first = 0; first < ring.length; first++) {
        const nudged = ring.map((p, i) => (i === 2 ? at(p.x + x!, p.y + y!) : p));
        const turned = [...nudged.slice(first), ...nudged.slice(0, first)];
        const triangles = triangulateWhole(turned);
        let area = 0;
        for (let k = 0; k < triangles.length; k += 3)
          area += ringArea([0, 1, 2].map((c) => turned[triangles[k + c]!]!));
        expect(area / ringArea(turned)).toBeCloseTo(1, 6);
      }
  });
  it('use every vertex, also on straight borders and in a row', () => {
    const dotted = [
      at(0, 0),
      at(250, 0),
      at(500, 0),
      at(1000, 0),
      at(1000, 400),
      at(1000, 1000),
      at(0, 1000)
    ];
    const triangles = triangulateWhole(dotted);
    expect(triangles).toHaveLength(3 * (dotted.length - 2));
    expect(new Set(triangles).size).toBe(dotted.length);
    expect(triangulateWhole(square)).toHaveLength(6);
    expect(triangulateWhole(square.slice(0, 3))).toEqual([0, 1, 2]);
  });
  it('an inner point lies inside an L; a line has none', () => {
    const ell = [at(0, 0), at(1000, 0), at(1000, 100), at(100, 100), at(100, 1000), at(0, 1000)];
    expect(ringHolds(ell, innerPoint(ell)!)).toBe(true);
    expect(innerPoint([at(0, 0), at(1, 0), at(2, 0)])).toBeUndefined();
  });
});

describe('arrangements', () => {
  it('two overlapping squares: three faces, one outline', () => {
    const other = square.map((p) => at(p.x + 500, p.y + 500));
    const { faces, outlines } = arrange([...edgesOf(square), ...edgesOf(other)])!;
    expect(faces.map(({ outer }) => Math.round(ringArea(outer))).sort()).toEqual([250000, 750000, 750000]);
    expect(outlines.map((ring) => Math.round(ringArea(ring)))).toEqual([1750000]);
  });
  it('a square in a square is a face with a hole, and a face', () => {
    const inner = square.map((p) => at(300 + p.x * 0.2, 300 + p.y * 0.2));
    const { faces } = arrange([...edgesOf(square), ...edgesOf(inner)])!;
    expect(faces.map(({ holes }) => holes.length).sort()).toEqual([0, 1]);
  });
  it('loose ends are pruned; nothing gives nothing', () => {
    const { faces } = arrange([...edgesOf(square), [at(1000, 500), at(3000, 500)]])!;
    expect(faces).toHaveLength(1);
    expect(arrange([])!.faces).toEqual([]);
  });
  it('a line that runs along a border only splits it', () => {
    const { faces } = arrange([...edgesOf(square), [at(200, 0), at(700, 0)], [at(0, 500), at(1000, 500)]])!;
    expect(faces).toHaveLength(2);
  });
});

describe('column solids', () => {
  const cell = (ring: typeof square, ...spans: [number, number][]): Cell => ({
    ring,
    intervals: spans.map(([low, high]) => ({
      bottom: flat(low),
      top: flat(high),
      bottomName: 'b',
      topName: 't'
    }))
  });
  const right = square.map((p) => at(p.x + 1000, p.y));
  it('neighbours of unlike heights share every edge', () => {
    const mesh = buildColumns([cell(square, [0, 2000]), cell(right, [0, 500], [800, 3000])], () => 'side');
    expect(openEdges(mesh)).toBe(0);
    expect(meshVolume(mesh)).toBeCloseTo(1e6 * (2000 + 500 + 2200), 0);
  });
  it('tops that cross along a border are split there', () => {
    const tilted = (a: number, c: number): Cell['intervals'] => [
      { bottom: flat(0), top: { a: 0, b: a, c }, bottomName: 'b', topName: 't' }
    ];
    const mesh = buildColumns(
      [
        { ring: square, intervals: tilted(1, 500) },
        { ring: right, intervals: tilted(-1, 1500) }
      ],
      () => 'side'
    );
    expect(openEdges(mesh)).toBe(0);
    expect(meshVolume(mesh)).toBeCloseTo(2 * 1e6 * 1000, 0);
  });
  it('draws edges where faces of other names meet, and none across one face', () => {
    const mesh = buildColumns([cell(square, [0, 1000]), cell(right, [0, 1000])], (p, q) =>
      p.y === q.y ? (p.y === 0 ? 'south' : 'north') : p.x === 0 ? 'west' : 'east'
    );
    // A box has twelve edges; where the two cells' faces meet there is no line but the border's ends.
    expect(mesh.faces.toSorted()).toEqual(['b', 'east', 'north', 'south', 't', 'west']);
    expect(mesh.edges.length / 2).toBe(4 + 8 + 4);
  });
  it('planes that cross within a cell leave nothing beyond their crossing, and the solid is closed', () => {
    const ramp = (a: number, c: number) => ({ a, b: 0, c });
    const crossing: Cell = {
      ring: square,
      intervals: [{ bottom: flat(0), top: ramp(-1, 600), bottomName: 'b', topName: 't' }]
    };
    const mesh = buildColumns([crossing, cell(right, [0, 800])], () => 'side');
    expect(openEdges(mesh)).toBe(0);
    expect(meshVolume(mesh)).toBeGreaterThan(800 * 1e6);
  });
  it('an interval without height is nothing; a plane knows its heights', () => {
    expect(buildColumns([cell(square, [500, 500])], () => 's').indices).toHaveLength(0);
    expect(heightAt({ a: 1, b: 2, c: 3 }, at(10, 20))).toBe(53);
  });
  it('welding puts a neighbour’s corner into a border, and drops what vanishes', () => {
    const half = [at(1000.004, 500), at(2000, 500), at(2000, 1000), at(1000, 1000)];
    const [welded, , gone] = weldRings([square, half, [at(0, 0), at(0.001, 0), at(0, 0.002)]]);
    expect(welded).toHaveLength(5);
    expect(gone).toBeUndefined();
  });
});
