import fc from 'fast-check';
import { describe, it, expect } from 'vitest';
import { framesOf, projectWith } from '../testing/build';
import { jointArb, planArb, type Joint } from '../testing/arbitraries';
import { expectPartition } from '../testing/partition';
import { deriveFootprints } from './1-footprints';

const runs = Number(process.env.LAW_RUNS ?? 60);
const solve = ({ records }: Joint) => deriveFootprints(framesOf(projectWith(...records)));

describe('footprints partition their outline, at every height', () => {
  for (const many of [false, true])
    for (const [arms, gap] of [
      [2, 15],
      [3, 25],
      [4, 25],
      [5, 25]
    ] as const)
      it(`${arms} arms, ${many ? 'many plies' : 'one ply'}, any setting-out line`, () => {
        fc.assert(
          fc.property(jointArb(arms, gap, many, true), (joint) => {
            const footprints = solve(joint);
            for (const wall of footprints.walls.values()) expect(wall.unsolved).toBe(false);
            for (const z of [500, 2000]) expectPartition(footprints, z);
          }),
          { numRuns: runs }
        );
      });
  it('whole plans with partitions', () => {
    fc.assert(
      fc.property(planArb(true), (plan) => {
        expectPartition(solve(plan), 1000, true);
      }),
      { numRuns: runs }
    );
  });
});
