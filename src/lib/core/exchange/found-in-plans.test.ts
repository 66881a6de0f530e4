import { expect, it } from 'vitest';
import { dot, type Point } from '../geometry/point';
import { thicknessOf } from '../kernels/joints/frame';
import { lineAt } from '../kernels/survey/line-drawing';
import { findWalls, type FoundWall } from '../kernels/walls-found/find';
import type { Piece } from '../kernels/walls-found/runs';
import { seekWalls } from '../kernels/walls-found/seek';
import { newProject } from '../kinds/new-project';
import { storeyModelIn } from '../kinds/storey/model';
import type { WallFrame } from '../kinds/wall/frame';
import { Model } from '../model/graph';
import { example } from '../testing/house';
import { writePlanSvg } from './plan-svg';
import { readSvg } from './svg-read';

const scale = 75;

/** A plan of an example as its own export has it, in mm of the house; what is true of its walls. */
function planOf(name: Parameters<typeof example>[0], storey: string) {
  const query = new Model().at(example(name));
  const read = readSvg(writePlanSvg(query, storey, scale)!);
  if (!read.ok) throw new Error(read.code);
  const { drawing } = read;
  const model = storeyModelIn(query, storey);
  const pieces = Array.from(drawing.layerOf, (layer, i) => {
    const [a, b] = lineAt(drawing, i).map(({ x, y }): Point => ({ x: x * scale, y: y * scale })) as [
      Point,
      Point
    ];
    return { a, b, layer: drawing.layers[layer]!.name };
  });
  // The walls' own lines begin where the house does.
  const walls = pieces.filter(({ layer }) => layer === 'walls').flatMap(({ a, b }) => [a, b]);
  const corners = model.walls.flatMap(({ bands }) => bands.flatMap(({ outline }) => outline.flat()));
  const least = (list: readonly Point[], of: 'x' | 'y') => Math.min(...list.map((p) => p[of]));
  const shift = { x: least(corners, 'x') - least(walls, 'x'), y: least(corners, 'y') - least(walls, 'y') };
  const moved = pieces.map(({ a, b, layer }) => ({
    a: { x: a.x + shift.x, y: a.y + shift.y },
    b: { x: b.x + shift.x, y: b.y + shift.y },
    layer
  }));
  const frames = model.walls.map(({ frame }) => frame);
  const thicknesses = [...new Set(frames.map(({ buildUp }) => Math.round(thicknessOf(buildUp))))];
  return { pieces: moved, frames, thicknesses, openings: [...model.places.values()].flat().length };
}

/** The stretch of a true wall that a found one is, along it. */
function on(found: FoundWall, frame: WallFrame): readonly [number, number] | undefined {
  const { origin, direction, y0, y1, buildUp } = frame;
  const turn = dot(found.along, direction);
  if (Math.abs(turn) < 0.99999 || Math.abs(found.thickness - thicknessOf(buildUp)) > 1) return undefined;
  const base = dot(origin, found.left);
  const [p, q] = found.faces.map((off) => (off - base) * Math.sign(turn)).sort((a, b) => a - b) as [
    number,
    number
  ];
  if (Math.abs(p - y0) > 1 || Math.abs(q - y1) > 1) return undefined;
  const ts = [found.bands[0]!.t0, found.bands.at(-1)!.t1].map(
    (t) => (t - dot(origin, found.along)) * Math.sign(turn)
  );
  return [Math.min(...ts), Math.max(...ts)];
}

/** Shares of the length of walls, but for as much at their ends as the thickest is. */
function score(found: readonly FoundWall[], frames: readonly WallFrame[], thicknesses: readonly number[]) {
  const off = Math.max(...thicknesses);
  const sure = found.filter(({ doubt }) => doubt === undefined);
  const covered = (list: readonly FoundWall[]) => {
    let [all, right] = [0, 0];
    for (const frame of frames) {
      const [from, to] = [off, frame.length - off];
      if (to <= from) continue;
      all += to - from;
      let reached = from;
      for (const [a, b] of list
        .flatMap((one) => [on(one, frame) ?? []].filter((x) => x.length === 2) as [number, number][])
        .sort((x, y) => x[0] - y[0])) {
        right += Math.max(0, Math.min(b, to) - Math.max(a, reached));
        reached = Math.max(reached, Math.min(b, to));
      }
    }
    return right / all;
  };
  return {
    sure: covered(sure),
    found: covered(found),
    wrong: sure.filter((one) => !frames.some((frame) => on(one, frame))).length,
    openings: sure.reduce((sum, one) => sum + one.openings.length, 0)
  };
}

const isWritten = /^(dimensions|sheet|marks)/;

it.each([
  ['gannet-house', 'storey-1', 0.95],
  ['gannet-house', 'storey-2', 0.99],
  ['plover-cabin', 'storey-1', 0.99],
  ['dunlin-net-stores', 'storey-1', 0.99],
  ['dunlin-net-stores', 'storey-2', 0.99]
] as const)(
  '%s, %s, from its own export as lines: its walls are sure, nothing sure is wrong',
  (name, storey, least) => {
    const { pieces, frames, thicknesses, openings } = planOf(name, storey);
    const drawn = pieces.filter(({ layer }) => !isWritten.test(layer));
    // As if all were on one layer, with its sizes and its title block too: their lines begin beyond the corners.
    for (const own of [drawn, pieces]) {
      const all = score(findWalls(own, { thicknesses }), frames, thicknesses);
      expect(all.wrong).toBe(0);
      expect(all.sure).toBeGreaterThan(least);
      expect(all.found).toBeGreaterThan(0.99);
    }
    // On layers, those that build walls are found first: nothing that runs past an opening hides it.
    const names = [...new Set(pieces.map(({ layer }) => layer))];
    const job = { pieces, layers: pieces.map(({ layer }) => names.indexOf(layer)), wanted: { thicknesses } };
    const { walls } = seekWalls({ ...job, isNarrowed: true, isGuess: false });
    const told = score(walls, frames, thicknesses);
    expect(told.wrong).toBe(0);
    expect(told.sure).toBeGreaterThan(least);
    expect(Math.abs(told.openings - openings)).toBeLessThan(2);
    // Thicknesses that nobody named: those that the drawing has, out of the usual ones and what stands as far apart in it.
    const known = [...newProject().tables.buildUp.values()].map(thicknessOf);
    const guess = seekWalls({ ...job, wanted: { thicknesses: known }, isNarrowed: true, isGuess: true });
    expect(guess.thicknesses).toEqual(expect.arrayContaining(thicknesses));
  }
);

it('Dunlin Net Stores: what its openings hold is told by layers that build no walls', () => {
  const { pieces, thicknesses } = planOf('dunlin-net-stores', 'storey-1');
  const names = [...new Set(pieces.map(({ layer }) => layer))];
  const job = { pieces, layers: pieces.map(({ layer }) => names.indexOf(layer)), wanted: { thicknesses } };
  const { walls } = seekWalls({ ...job, isNarrowed: true, isGuess: false });
  const fills = walls.flatMap((one) => one.openings.map(({ fill }) => fill)).sort();
  expect(fills).toEqual([...Array<string>(5).fill('door'), 'none', 'none', 'window', 'window', 'window']);
});

it('Gannet House with a kitchen front, steps and boards at the thickness of its walls: nothing sure is wrong', () => {
  const { pieces, frames, thicknesses } = planOf('gannet-house', 'storey-1');
  const drawn = pieces.filter(({ layer }) => !isWritten.test(layer));
  const line = (x0: number, y0: number, x1: number, y1: number): Piece => ({
    a: { x: x0, y: y0 },
    b: { x: x1, y: y1 }
  });
  const decoys = [
    // Before the east wall of the dining room, as deep as a partition is thick; steps; boards.
    line(10_855, 500, 10_855, 3400),
    ...Array.from({ length: 8 }, (_, k) => line(5000 + 170 * k, 1200, 5000 + 170 * k, 2100)),
    ...Array.from({ length: 12 }, (_, k) => line(1000, 2000 + 120 * k, 3200, 2000 + 120 * k))
  ];
  const told = score(findWalls([...drawn, ...decoys], { thicknesses }), frames, thicknesses);
  expect(told.wrong).toBe(0);
  expect(told.sure).toBeGreaterThan(0.9);
});
