import fc from 'fast-check';
import { expect, it } from 'vitest';
import { add } from '../../geometry/point';
import { at, framesOf, projectWith } from '../../testing/build';
import { planArb } from '../../testing/arbitraries';
import type { Wall } from '../../kinds/wall/record';
import { gatherNodes, type Node } from './gather';
import { nearWalls } from './near';
import { IslandMemory, islandsOf } from './islands';

const told = (nodes: readonly Node[]) =>
  nodes.map(({ key, point, members }) => [key, point, members.map(({ part, t }) => [part, t])]).sort();

it('islands have the nodes of the whole, whatever was moved, removed or brought back before', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(planArb(false), fc.nat(3)), { minLength: 1, maxLength: 3 }),
      // Which wall moves and how far: onto others, clear of them, or not at all; -1 takes it out.
      fc.array(fc.tuple(fc.nat(30), fc.constantFrom(-1, 0, 3, 40, 9000, 25_000)), { maxLength: 8 }),
      (plans, moves) => {
        const buildUps = plans[0]![0].records.filter(({ kind }) => kind === 'buildUp');
        const walls = plans.flatMap(([{ records }, apart], i) =>
          records.flatMap((one) => (one.kind === 'wall' ? [shifted(one, apart * 13_000, `h${i}`)] : []))
        );
        const memory = new IslandMemory();
        const check = (now: readonly Wall[]) => {
          const frames = framesOf(projectWith(...buildUps, ...now)).map((frame) => known(frame));
          const islands = islandsOf(frames, memory);
          expect(told(islands.flatMap(({ nodes }) => nodes))).toEqual(told(gatherNodes(nearWalls(frames))));
          expect(islandsOf(frames, memory)).toEqual(islands);
          expect(told(islandsOf(frames).flatMap(({ nodes }) => nodes))).toEqual(
            told(gatherNodes(nearWalls(frames)))
          );
        };
        // A wall that is as it was keeps its frame, as in a derivation.
        const frames = new Map<Wall, ReturnType<typeof framesOf>[number]>();
        const known = (frame: ReturnType<typeof framesOf>[number]) => {
          const old = frames.get(frame.wall);
          if (!old) frames.set(frame.wall, frame);
          return old ?? frame;
        };
        let now = walls;
        check(now);
        for (const [which, by] of moves) {
          const wall = walls[which % walls.length]!;
          const rest = now.filter(({ id }) => id !== wall.id);
          now = by < 0 ? rest : [...rest, by === 0 ? wall : shifted(wall, by, '')];
          check(now);
        }
      }
    ),
    { numRuns: Number(process.env.LAW_RUNS ?? 60) }
  );
});

const shifted = (wall: Wall, by: number, name: string): Wall => ({
  ...wall,
  ...{ id: `${name}${wall.id}`, a: add(wall.a, at(by, 0)), b: add(wall.b, at(by, 0)) }
});
