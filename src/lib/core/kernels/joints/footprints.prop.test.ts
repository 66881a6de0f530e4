import fc from 'fast-check';
import { describe, it, expect } from 'vitest';
import { jointCuts } from './override';
import type { Joint } from '../../kinds/joint/record';
import { at, buildUpOf, framesOf, projectWith, wallOf } from '../../testing/build';
import { jointArb, planArb, type RandomJoint } from '../../testing/arbitraries';
import { everydayArb, everydayKinds } from '../../testing/everyday';
import { starterBuildUps } from '../../kinds/starter';
import { degree } from '../../units/angle';
import { expectPartition } from '../../testing/partition';
import { deriveFootprints } from './footprints';

const runs = Number(process.env.LAW_RUNS ?? 60);
const solve = ({ records }: RandomJoint) => deriveFootprints(framesOf(projectWith(...records)));

const askedArb = fc.record({
  cut: fc.constantFrom(...jointCuts),
  through: fc.option(fc.nat(9), { nil: undefined }),
  plies: fc.array(fc.tuple(fc.nat(9), fc.nat(4), fc.boolean()), { maxLength: 3 })
});

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
  for (const arms of [2, 3, 4] as const)
    it(`${arms} arms with any cut asked for, and any plies through or stopped`, () => {
      fc.assert(
        fc.property(jointArb(arms, 25, true, true), askedArb, ({ records }, override) => {
          const frames = framesOf(projectWith(...records));
          const usual = deriveFootprints(frames);
          const node = usual.nodes.reduce((best, one) =>
            one.members.length > best.members.length ? one : best
          );
          const walls = node.members.map(({ frame }) => frame.wall.id);
          const joint: Joint = {
            id: 'j',
            kind: 'joint',
            storey: 'storey-1',
            members: node.members.map(({ frame, part }) => ({ wall: frame.wall.id, part })),
            cut: override.cut,
            through: override.through === undefined ? null : walls[override.through % walls.length]!,
            plies: override.plies.map(([wall, ply, runs]) => ({
              wall: walls[wall % walls.length]!,
              ply,
              runs
            }))
          };
          const footprints = deriveFootprints(frames, new Map([[node.key, joint]]));
          for (const wall of footprints.walls.values()) expect(wall.unsolved).toBe(false);
          for (const z of [500, 2000]) expectPartition(footprints, z);
        }),
        { numRuns: runs }
      );
    });
  for (const kind of everydayKinds)
    it(`everyday walls: ${kind}`, () => {
      fc.assert(
        fc.property(everydayArb(kind), (plan) => {
          const footprints = solve(plan);
          for (const wall of footprints.walls.values()) expect(wall.unsolved).toBe(false);
          expectPartition(footprints, 1000, true, 'meeting');
        }),
        { numRuns: runs }
      );
    });
  it('found: a tee on walls a third of a degree out of line, as a survey gives them', () => {
    const [stone, brick] = ['stone-cavity', 'brick-cavity'].map((id) =>
      starterBuildUps('mm').find((one) => one.id === id)!
    );
    const inner = { settingOut: 'inner' } as const;
    for (const outside of ['left', 'right'] as const)
      expectPartition(
        solve({
          records: [
            ...[stone!, brick!],
            wallOf('w0', at(-6000, 0), at(0, 0), 'stone-cavity', { ...inner, outside }),
            wallOf('w1', at(0, 0), at(5999.866, -40.11), 'stone-cavity', { ...inner, outside }),
            wallOf('w2', at(0, 4000), at(0, 0), 'brick-cavity', { settingOut: 'outer', outside })
          ]
        }),
        1000,
        true
      );
  });
  it('found: a short step between walls, and a thin stub within a thick wall', () => {
    const outer = { settingOut: 'outer' } as const;
    const step = [
      ...starterBuildUps('mm'),
      wallOf('w0', at(0, 0), at(4000, 0), 'brick-cavity', outer),
      wallOf('w1', at(4000, 0), at(4002.846, 246.879), 'brick-cavity', outer),
      wallOf('w2', at(4002.846, 246.879), at(9000, 246.879), 'brick-cavity', outer),
      wallOf('w3', at(4000, 0), at(4000, -4000), 'rendered-block')
    ];
    expectPartition(solve({ records: step }), 1000, true);
    const stub = [
      buildUpOf('thick', [500, 'structure']),
      buildUpOf('thin', [28, 'structure']),
      wallOf('w0', at(0, 0), at(5000, 0), 'thick'),
      wallOf('w1', at(2500, 0), at(2500, 150), 'thin')
    ];
    expectPartition(solve({ records: stub }), 1000, true);
  });
  it('found: a thick wall on a facet reaches over the next one but two', () => {
    const left = { outside: 'left' } as const;
    const curve = Array.from({ length: 6 }, (_, i) =>
      at(912.3 * Math.cos(i * 8.132 * degree), 912.3 * Math.sin(i * 8.132 * degree))
    );
    const records = [
      ...starterBuildUps('mm'),
      ...curve.slice(1).map((b, i) => wallOf(`w${i}`, curve[i]!, b, 'wet-room', left)),
      wallOf('w5', curve[3]!, at(0, 0), 'stone-cavity', { ...left, settingOut: 'structureInner' })
    ];
    expectPartition(solve({ records }), 1000, true, 'meeting');
  });
  it('whole plans with partitions', () => {
    fc.assert(
      fc.property(planArb(true), (plan) => {
        expectPartition(solve(plan), 1000, true);
      }),
      { numRuns: runs }
    );
  });
  it('found: a wall with two bad ends reaches into the sound tee beside one of them', () => {
    const r = 4330.127018922193;
    const outer = { settingOut: 'outer' } as const;
    const records = [
      buildUpOf('outer', [50, 'structure']),
      buildUpOf('inner', [10, 'structure'], [100, 'insulation']),
      wallOf('o0', at(5000, 0), at(-2500, r), 'outer', outer),
      wallOf('o1', at(-2500, r), at(-2500, -r), 'outer', outer),
      wallOf('o2', at(-2500, -r), at(5000, 0), 'outer', outer),
      wallOf('p0', at(-550, -3204.293994), at(3125, 1082.531755), 'inner'),
      wallOf('p1', at(-2500, 2165.06351), at(-625, -3247.595264), 'inner'),
      wallOf('p2', at(3050, 1125.833025), at(-2500, 2078.460969), 'inner')
    ];
    expectPartition(solve({ records }), 1000, true);
  });
});
