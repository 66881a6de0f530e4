import { expect, it } from 'vitest';
import { linesOfPage, type PageStep } from './page-lines';

const size = { width: 600, height: 400 };
const path = (...data: number[]): PageStep => ({ kind: 'path', data });
const lines = (...steps: PageStep[]) =>
  [...(linesOfPage(steps, [1, 0, 0, 1, 0, 0], size, [])?.lines ?? [])].map((v) => Number(v.toFixed(6)));

it('transforms are within each other, and are taken back', () => {
  const steps: PageStep[] = [
    { kind: 'save' },
    { kind: 'transform', by: [2, 0, 0, 2, 10, 20] },
    { kind: 'save' },
    { kind: 'transform', by: [0, 1, -1, 0, 0, 0] },
    path(0, 5, 0, 1, 5, 10),
    { kind: 'restore' },
    path(0, 0, 0, 1, 1, 1),
    { kind: 'restore' },
    path(0, 0, 0, 1, 3, 4)
  ];
  expect(lines(...steps)).toEqual([...[10, 30, -10, 30], ...[10, 20, 12, 22], ...[0, 0, 3, 4]]);
  // More taken back than was kept: the page itself stays.
  expect(lines({ kind: 'restore' }, path(0, 0, 0, 1, 1, 0))).toEqual([0, 0, 1, 0]);
});

it('rings are closed, bends end where they are to, and what is damaged ends the path', () => {
  expect(lines(path(0, 0, 0, 1, 9, 0, 1, 9, 9, 4))).toEqual([
    ...[0, 0, 9, 0],
    ...[9, 0, 9, 9],
    ...[9, 9, 0, 0]
  ]);
  const bend = lines(path(0, 0, 0, 2, 0, 5, 5, 10, 10, 10));
  expect(bend).toHaveLength(48);
  expect(bend.slice(-2)).toEqual([10, 10]);
  expect(lines(path(0, 0, 0, 1, 4, 0, 7, 1, 2))).toEqual([0, 0, 4, 0]);
});

it('a page without lines is a picture alone', () => {
  expect(linesOfPage([], [1, 0, 0, 1, 0, 0], size, [])).toBeUndefined();
  expect(linesOfPage([path(0, 1, 1)], [1, 0, 0, 1, 0, 0], size, [])).toBeUndefined();
});
