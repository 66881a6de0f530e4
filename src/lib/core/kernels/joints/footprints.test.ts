import { describe, expect, it } from 'vitest';
import { degree } from '../../units/angle';
import { fromAngle, scale } from '../../geometry/point';
import { ringArea } from '../../geometry/ring';
import { at, boarded, buildUpOf, framesOf, projectWith, stoneCavity, wallOf } from '../../testing/build';
import { expectPartition, plyRings } from '../../testing/partition';
import { deriveFootprints } from './footprints';
import { applyPatch, patchOf } from '../../document/patch';
import type { BuildUp } from '../../kinds/build-up/record';
import type { Wall } from '../../kinds/wall/record';
import { Model } from '../../model/graph';

const solve = (buildUps: BuildUp[], ...walls: Wall[]) =>
  deriveFootprints(framesOf(projectWith(...buildUps, ...walls)));
const areas = (footprints: ReturnType<typeof solve>, id: string) =>
  footprints.walls
    .get(id)!
    .bands[0]!.plies.map((rings) => rings.reduce((sum, ring) => sum + ringArea(ring), 0));
const plain = (id: string, thickness: number) => buildUpOf(id, [thickness, 'structure']);

describe('worked numbers of wall joints', () => {
  it('an equal corner of 425 mm, outer lengths 5 000', () => {
    const joint = solve(
      [stoneCavity],
      wallOf('w1', at(5000, 0), at(0, 0), 'stone', { settingOut: 'outer', outside: 'left' }),
      wallOf('w2', at(0, 0), at(0, 5000), 'stone', { settingOut: 'outer', outside: 'left' })
    );
    const wanted = [495000, 243750, 574800, 652400, 68737.5];
    for (const id of ['w1', 'w2']) {
      // Strips ascend in y of the wall; the outside lies to its left here.
      areas(joint, id)
        .reverse()
        .forEach((area, k) => expect(area).toBeCloseTo(wanted[k]!, 3));
    }
    expectPartition(joint);
  });

  it('an unlike corner: stone along x, boards along y', () => {
    const joint = solve(
      [stoneCavity, boarded],
      wallOf('x', at(0, 0), at(5000, 0), 'stone', { settingOut: 'outer', outside: 'right' }),
      wallOf('y', at(0, 4000), at(0, 0), 'boards', { settingOut: 'outer', outside: 'right' })
    );
    expect(areas(joint, 'x')[2]).toBeCloseTo(592800, 3);
    expect(areas(joint, 'y')[2]).toBeCloseTo(41030, 3);
    const total = [...areas(joint, 'x'), ...areas(joint, 'y')].reduce((p, q) => p + q, 0);
    expect(total).toBeCloseTo(3022325, 3);
    expectPartition(joint);
  });

  it('a free end out of square, set out on its outer face: that face keeps its length, the inner one is cut', () => {
    const one = (more: Partial<Wall>) =>
      solve(
        [stoneCavity],
        wallOf('w', at(0, 0), at(5000, 0), 'stone', { settingOut: 'outer', outside: 'right', ...more })
      );
    const sum = (list: number[]) => list.reduce((p, q) => p + q, 0);
    for (const returnEnds of [false, true])
      for (const [degrees, area] of [
        [0, 5000 * 425],
        [45, 5000 * 425 - 425 ** 2],
        [-45, 5000 * 425 + 425 ** 2]
      ] as const) {
        const solved = one({ returnEnds, endCut: degrees * degree });
        expect(sum(areas(solved, 'w'))).toBeCloseTo(area, 2);
        expectPartition(solved);
      }
    // The stone is 100 thick round an end at 45 degrees too.
    const across = (425 - 100 - 15) * Math.SQRT2;
    const gained =
      areas(one({ returnEnds: true, endCut: 45 * degree }), 'w')[0]! -
      areas(one({ endCut: 45 * degree }), 'w')[0]!;
    expect(gained / 100 / 2).toBeCloseTo(across, 6);
  });

  it('a branch where two walls meet in line needs no arrangement, and moving its far end keeps the cut', () => {
    const far = at(0, 4000);
    const walls = (end: typeof far) => [
      wallOf('w1', at(-4000, 0), at(0, 0), 'stone', { settingOut: 'centre', outside: 'right' }),
      wallOf('w2', at(0, 0), at(4000, 0), 'stone', { settingOut: 'centre', outside: 'right' }),
      wallOf('w3', at(0, 0), end, 'stone', { settingOut: 'centre', outside: 'right' })
    ];
    const [w1, w2, w3] = walls(far);
    const project = projectWith(stoneCavity, w1!, w2!, w3!);
    const model = new Model();
    const before = model.storey(project, 'storey-1')!.footprints;
    for (const wall of before.walls.values()) expect(wall.entangled).toBe(false);
    expectPartition(before);
    const longer = applyPatch(project, patchOf(project, [walls(at(0, 5000))[2]!]));
    const after = model.storey(longer, 'storey-1')!.footprints;
    expect(after.walls.get('w1')!.bands).toBe(before.walls.get('w1')!.bands);
    expect(areas(after, 'w3')[3]! - areas(before, 'w3')[3]!).toBeCloseTo(140_000, 3);
  });

  it('a tee: the branch passes the host finish to its block', () => {
    const host = buildUpOf('host', [15, 'finish'], [140, 'structure'], [15, 'finish']);
    const branch = buildUpOf('branch', [15, 'finish'], [90, 'structure'], [15, 'finish']);
    const joint = solve(
      [host, branch],
      wallOf('h', at(-2000, 0), at(2000, 0), 'host'),
      wallOf('b', at(0, 0), at(0, 3000), 'branch')
    );
    expect(areas(joint, 'h')[2]).toBeCloseTo(58425, 3);
    expect(areas(joint, 'h')[0]).toBeCloseTo(60000, 3);
    expect(plyRings(joint).filter(({ name }) => name === 'h/2')).toHaveLength(2);
    expectPartition(joint);
  });

  it('a corner at 60 degrees, 300 thick, on centre lines', () => {
    const joint = solve(
      [plain('p', 300)],
      wallOf('w1', at(0, 0), at(5000, 0), 'p'),
      wallOf('w2', at(0, 0), scale(fromAngle(60 * degree), 5000), 'p')
    );
    for (const id of ['w1', 'w2']) expect(areas(joint, id)[0]).toBeCloseTo(1500000, 3);
    const corner = plyRings(joint)[0]!.ring;
    for (const [x, y] of [
      [259.8076, 150],
      [-259.8076, -150]
    ] as const)
      expect(corner.some((p) => Math.hypot(p.x - x, p.y - y) < 0.001)).toBe(true);
    expectPartition(joint);
  });

  it('a spike at 5 degrees is cut at twice the thickness', () => {
    const joint = solve(
      [plain('p', 300)],
      wallOf('w1', at(0, 0), at(20000, 0), 'p'),
      wallOf('w2', at(0, 0), scale(fromAngle(5 * degree), 20000), 'p')
    );
    const inner = 150 / Math.sin(2.5 * degree);
    const bisector = fromAngle(2.5 * degree);
    const reach = plyRings(joint)
      .flatMap(({ ring }) => ring)
      .map((p) => inner - (p.x * bisector.x + p.y * bisector.y));
    expect(Math.max(...reach)).toBeCloseTo(600, 3);
    expectPartition(joint);
  });
});

describe('kinds of joints', () => {
  const p200 = plain('p', 200);
  it('crossing bodies: the thicker runs through', () => {
    const joint = solve(
      [p200, plain('thin', 100)],
      wallOf('w1', at(-2000, 0), at(2000, 0), 'thin'),
      wallOf('w2', at(0, -2000), at(0, 2000), 'p')
    );
    expect(plyRings(joint).filter(({ name }) => name === 'w1/0')).toHaveLength(2);
    expect(areas(joint, 'w2')[0]).toBeCloseTo(800000, 3);
    expectPartition(joint);
  });
  it('walls of unlike heights: the taller runs on above with a free end', () => {
    const joint = solve(
      [p200],
      wallOf('w1', at(0, 0), at(3000, 0), 'p'),
      wallOf('w2', at(0, 0), at(0, 3000), 'p', { top: { kind: 'height', height: 900 } })
    );
    expect(joint.walls.get('w1')!.bands).toHaveLength(2);
    const above = expectPartition(joint, 2000);
    expect(above).toBeCloseTo(600000, 3);
    expectPartition(joint, 500);
  });
  it('a splice of unequal walls in line, a star of five, and a wall standing apart', () => {
    expectPartition(
      solve(
        [p200, plain('thin', 100)],
        wallOf('w1', at(0, 0), at(3000, 0), 'p'),
        wallOf('w2', at(3000, 0), at(6000, 0), 'thin')
      )
    );
    const star = [0, 70, 140, 215, 290].map((angle, i) =>
      wallOf(`s${i}`, at(0, 0), scale(fromAngle(angle * degree), 3000), 'p')
    );
    const joint = solve([p200], ...star);
    expect(joint.nodes.filter((node) => node.members.length === 5)).toHaveLength(1);
    expectPartition(joint);
    const loose = solve(
      [p200],
      wallOf('w1', at(0, 0), at(3000, 0), 'p'),
      wallOf('w2', at(0, 0), at(0, 3000), 'p', { standsApart: true })
    );
    expect(areas(loose, 'w1')[0]).toBeCloseTo(600000, 3);
  });
  it('a very short wall between two that overlap is arranged', () => {
    const joint = solve(
      [p200],
      wallOf('w1', at(0, 0), at(3000, 0), 'p'),
      wallOf('w2', at(3000, 0), at(3000, 60), 'p'),
      wallOf('w3', at(3000, 60), at(0, 160), 'p')
    );
    expect(joint.walls.get('w1')!.entangled).toBe(true);
    expectPartition(joint);
  });
  it('does not depend on the order of records', () => {
    const walls = [
      wallOf('w1', at(0, 0), at(3000, 0), 'p'),
      wallOf('w2', at(3000, 0), at(3000, 3000), 'p'),
      wallOf('w3', at(3000, 3000), at(0, 0), 'p')
    ];
    const [p, q] = [solve([p200], ...walls), solve([p200], ...[...walls].reverse())];
    for (const id of ['w1', 'w2', 'w3']) expect(p.walls.get(id)!.bands).toEqual(q.walls.get(id)!.bands);
  });
});
