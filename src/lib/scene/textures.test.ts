import { expect, it } from 'vitest';
import { placeTexture, unitsPerRepeat } from './textures';

const brick = { length: 225, height: 75 };
const places = (points: number[][], normal: number[]) =>
  placeTexture(Float32Array.from(points.flat()), Float32Array.from(points.flatMap(() => normal)), brick);

it('courses are level and at true size on a wall, whichever way it faces', () => {
  for (const angle of [0, 0.5, 2, 4]) {
    const [nx, nz] = [Math.cos(angle), Math.sin(angle)];
    // A metre along the wall, and 1.5 m up.
    const along = [nz, 0, -nx];
    const [u0, v0, u1, v1, u2, v2] = places([[0, 0, 0], along, [0, 1.5, 0]], [nx, 0, nz]);
    expect(Math.abs(u1! - u0!) * unitsPerRepeat).toBeCloseTo(1000 / brick.length, 3);
    expect(v1).toBeCloseTo(v0!, 5);
    expect(Math.abs(v2! - v0!) * unitsPerRepeat).toBeCloseTo(1500 / brick.height, 3);
    expect(u2).toBeCloseTo(u0!, 5);
  }
});

it('follow the slope of a roof: a metre up the slope is a metre of tiles', () => {
  const slope = Math.PI / 6;
  const up = [0, Math.sin(slope), -Math.cos(slope)];
  const [u0, v0, u1, v1] = places([[0, 0, 0], up], [0, Math.cos(slope), Math.sin(slope)]);
  expect(u1).toBeCloseTo(u0!, 5);
  expect(Math.abs(v1! - v0!) * unitsPerRepeat).toBeCloseTo(1000 / brick.height, 2);
});

it('lie square on floors', () => {
  const [u0, v0, u1, v1] = places(
    [
      [0, 0, 0],
      [1, 0, 0]
    ],
    [0, 1, 0]
  );
  expect(u1! - u0!).toBeCloseTo(1000 / brick.length / unitsPerRepeat, 4);
  expect(v1).toBeCloseTo(v0!, 6);
});
