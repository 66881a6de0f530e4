/** Bodies of door sets and window units: closed, in their opening, as thick as said, none in another. */
import fc from 'fast-check';
import Module from 'manifold-3d';
import { beforeAll, describe, expect, it } from 'vitest';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { fillingParts } from '../opening/body';
import { plainDoor, plainWindow } from './plain';
import {
  doorForms,
  handles,
  leafStyles,
  lightWays,
  thresholdShapes,
  windowForms,
  type CatalogueEntry
} from './record';
import { starterEntries } from './starter';
import { clearOf } from './clear';
import type { Piece } from './parts';
import { piecesOf } from './pieces';
import { unitOf } from './planes';
import { leavesOf, type Hole, type Round } from './unit';

const wall = { y0: -180, y1: 120, core: [-40, 100] as const };
const holeOf = (width: number, height: number, more: Partial<Hole> = {}): Hole => ({
  ...{ t0: 500, t1: 500 + width, z0: 300, z1: 300 + height, ...wall },
  ...{ out: 1, opens: 1, hungLow: true },
  ...more
});

let oracle: Awaited<ReturnType<typeof Module>>;
beforeAll(async () => {
  oracle = await Module();
  oracle.setup();
});

/** How much a piece takes, and all of them together, by the library. */
function volumes(pieces: readonly Piece[]): [sum: number, union: number] {
  const { CrossSection, Manifold } = oracle;
  const block = ([t0, t1, z0, z1, y0, y1]: number[]) =>
    Manifold.cube([t1! - t0!, y1! - y0!, z1! - z0!]).translate([t0!, y0!, z0!]);
  const shut = ({ shape, bar, base, t0, t1, z0, z1, y0, y1 }: Piece) => {
    const section = base && new CrossSection([base.map(({ x, y }) => [x, y])]);
    if (section && shape === 'profile')
      return Manifold.extrude(section, t1 - t0)
        .rotate([90, 0, 90])
        .translate([t0, 0, 0]);
    if (section) return Manifold.extrude(section, z1 - z0).translate([0, 0, z0]);
    const whole = block([t0, t1, z0, z1, y0, y1]);
    if (shape === 'box') return whole;
    const foot = shape === 'ring' ? bar : -1;
    return whole.subtract(block([t0 + bar, t1 - bar, z0 + foot, z1 - bar, y0 - 1, y1 + 1]));
  };
  const solids = pieces.map((piece) =>
    (piece.turns ?? []).reduce((solid, { about, t, y, z, angle, by }) => {
      const degrees = (angle * 180) / Math.PI;
      const turn = about === 'upright' ? [0, 0, degrees] : [degrees, 0, 0];
      return solid
        .translate([-t, -y, -z])
        .rotate(turn as [number, number, number])
        .translate([t + by[0], y + by[1], z + by[2]]);
    }, shut(piece))
  );
  return [solids.reduce((sum, one) => sum + one.volume(), 0), Manifold.union(solids).volume()];
}

const entryArb: fc.Arbitrary<CatalogueEntry> = fc
  .record({
    isDoor: fc.boolean(),
    door: fc.constantFrom(...doorForms),
    window: fc.constantFrom(...windowForms),
    leaves: fc.integer({ min: 1, max: 6 }),
    share: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
    lights: fc.array(fc.constantFrom(...lightWays), { minLength: 1, maxLength: 6 }),
    rows: fc.integer({ min: 1, max: 3 }),
    handle: fc.constantFrom(...handles),
    drip: fc.integer({ min: 0, max: 40 }),
    reveal: fc.record({ outside: fc.integer({ min: 0, max: 30 }), inside: fc.integer({ min: 0, max: 30 }) }),
    beside: fc.record({
      left: fc.constantFrom(0, 300, 900),
      right: fc.constantFrom(0, 250),
      above: fc.constantFrom(0, 400)
    }),
    style: fc.constantFrom(...leafStyles),
    panels: fc.integer({ min: 1, max: 5 }),
    glazed: fc.double({ min: 0, max: 1, noNaN: true }),
    bars: fc.record({ upright: fc.integer({ min: 0, max: 3 }), level: fc.integer({ min: 0, max: 3 }) }),
    depth: fc.option(fc.integer({ min: 60, max: 300 })),
    recess: fc.option(fc.integer({ min: 0, max: 250 })),
    threshold: fc.integer({ min: 0, max: 40 }),
    thresholdShape: fc.constantFrom(...thresholdShapes),
    bay: fc.record({
      depth: fc.constantFrom(0, 0, 150, 700),
      splay: fc.integer({ min: 0, max: 900 }),
      boards: fc.constantFrom(0, 40),
      sides: fc.constantFrom('fixed' as const, 'hung' as const, 'top' as const)
    }),
    corner: fc.record({
      width: fc.constantFrom(0, 900),
      lights: fc.array(fc.constantFrom(...lightWays), { minLength: 1, maxLength: 4 })
    }),
    casing: fc.integer({ min: 0, max: 90 }),
    ledge: fc.integer({ min: 0, max: 40 })
  })
  .map(({ isDoor, door, window, style, panels, glazed, depth, recess, casing, ledge, ...rest }) => {
    const plain = isDoor ? plainDoor : plainWindow;
    const trim = { width: casing, thickness: 18 };
    const board = { past: 30, thickness: isDoor ? 0 : ledge };
    return {
      ...{ ...plain, ...rest, form: isDoor ? door : window, frame: { ...plain.frame, depth, recess } },
      leaf: { ...plain.leaf, style, panels, glazed },
      ...{ casing: { outside: trim, inside: trim }, ledge: { outside: board, inside: board } }
    };
  });
const sizeArb = fc.tuple(fc.integer({ min: 300, max: 4000 }), fc.integer({ min: 300, max: 2600 }));
const sideArb = fc.record({
  ...{ out: fc.constantFrom<1 | -1>(1, -1), opens: fc.constantFrom<1 | -1>(1, -1), hungLow: fc.boolean() }
});

/** A wall of the same section round a corner, turned by an angle, whichever ends meet. */
const atCorner =
  (degrees: number, width: number, isAtOwnEnd: boolean, isAtEnd: boolean) =>
  (hole: Hole): Round => {
    const angle = (degrees * Math.PI) / 180;
    const [start, away] = isAtEnd ? [4000, -1] : [0, 1];
    const at = isAtOwnEnd ? hole.t1 : hole.t0;
    const ends = [start, start + away * (width + 300)];
    const out = (hole.out * (isAtEnd === isAtOwnEnd ? -1 : 1)) as 1 | -1;
    // Its line meets the own line where that ends.
    const by = [at - start * Math.cos(angle), -start * Math.sin(angle), 0] as const;
    return {
      hole: { ...hole, t0: Math.min(...ends), t1: Math.max(...ends), out },
      turn: { about: 'upright', t: 0, y: 0, z: 0, angle, by },
      ...{ isAtOwnEnd, isAtEnd }
    };
  };
const roundArb = fc
  .tuple(
    fc.oneof(fc.constantFrom(90, -90, 60, -135), fc.integer({ min: 30, max: 150 })),
    ...([fc.integer({ min: 300, max: 2500 }), fc.boolean(), fc.boolean()] as const)
  )
  .map((given) => atCorner(...given));

function expectSound(entry: CatalogueEntry, hole: Hole) {
  const pieces = piecesOf(entry, hole);
  const [sum, union] = volumes(pieces);
  const isBent = unitOf(entry, hole) !== undefined;
  // What is turned meets what is beside it as near as the library rounds.
  expect(Math.abs(sum - union)).toBeLessThan(1 + sum * (isBent ? 1e-5 : 1e-6));
  for (const { role, t0, t1, z0, z1, y0, y1 } of pieces) {
    expect([role, t1 > t0, z1 > z0, y1 > y0]).toEqual([role, true, true, true]);
    if (
      isBent ||
      role === 'casing' ||
      (entry.form === 'barn' && ['leaf', 'handle', 'track', 'bar', 'glass'].includes(role))
    )
      continue;
    const isIn = t0 >= hole.t0 - 1e-6 && t1 <= hole.t1 + 1e-6 && z0 >= hole.z0 - 1e-6 && z1 <= hole.z1 + 1e-6;
    expect([role, isIn]).toEqual([role, true]);
    if (!['ledge', 'handle', 'drip'].includes(role))
      expect([role, y0 >= hole.y0 - 1e-6 && y1 <= hole.y1 + 1e-6]).toEqual([role, true]);
  }
  return { pieces, sum };
}

describe('door sets and window units', () => {
  it.each(starterEntries('mm').map((entry) => [entry.name, entry] as const))(
    '%s is sound at twenty sizes, and its meshes hold what its pieces do',
    (_, entry) => {
      fc.assert(
        fc.property(sizeArb, sideArb, ([width, height], sides) => {
          const hole = holeOf(width, height, sides);
          const { sum } = expectSound(entry, hole);
          expectSound(entry, { ...hole, round: atCorner(90, width, true, false)(hole) });
          const frame = {
            ...{ origin: { x: 0, y: 0 }, direction: { x: 1, y: 0 }, left: { x: 0, y: 1 }, ...wall },
            wall: { outside: sides.out > 0 ? ('left' as const) : ('right' as const) }
          };
          const opens = sides.opens > 0 === sides.out > 0 ? ('outside' as const) : ('inside' as const);
          const hinge = sides.hungLow ? ('near' as const) : ('far' as const);
          const opening = {
            filling: entry.filling,
            end: 'a' as const,
            handing: { hinge, opens },
            ajar: null
          };
          const { t0, t1, z0, z1 } = hole;
          const parts = fillingParts(frame, { t0, t1, z0, z1, opening }, 0, entry);
          for (const { mesh } of parts) expect(openEdges(mesh)).toBe(0);
          const built = parts.reduce((total, { mesh }) => total + meshVolume(mesh), 0);
          expect(Math.abs(built - sum)).toBeLessThan(1 + sum * 1e-4);
        }),
        { numRuns: 20 }
      );
    }
  );
  it('any entry is sound in any hole', () => {
    fc.assert(
      fc.property(entryArb, sizeArb, sideArb, roundArb, (entry, [width, height], sides, round) => {
        const hole = holeOf(width, height, sides);
        expectSound(entry, { ...hole, round: round(hole) });
      })
    );
  });
  it.each(['bay', 'corner'] as const)('a window with a %s is sound in any hole', (kind) => {
    let bent = 0;
    fc.assert(
      fc.property(entryArb, sizeArb, sideArb, roundArb, (one, [width, height], sides, round) => {
        const entry: CatalogueEntry = {
          // What stands out of two planes may meet in a sharp bend.
          ...{ ...one, filling: 'window', form: 'casement', threshold: 0, handle: 'none', drip: 0 },
          bay: { ...one.bay, depth: kind === 'bay' ? 150 + 3 * one.bay.splay : 0 },
          corner: { ...one.corner, width: 600 }
        };
        const hole = holeOf(width, height, sides);
        const all = { ...hole, round: round(hole) };
        if (unitOf(entry, all)) bent += 1;
        expectSound(entry, all);
      }),
      { numRuns: 80 }
    );
    expect(bent).toBeGreaterThan(60);
  });
  it('frames, leaves and glass are as thick as they are said to be, where there is room', () => {
    for (const entry of starterEntries('mm')) {
      const { size, frame, leaf, glass } = entry;
      const pieces = piecesOf(entry, holeOf(size.width, size.height));
      const outer = pieces[0]!;
      expect([entry.name, outer.bar, outer.y1 - outer.y0]).toEqual([
        entry.name,
        frame.width,
        frame.depth ?? 300
      ]);
      for (const piece of pieces) {
        const deep = piece.y1 - piece.y0;
        if (piece.shape === 'ring' && (piece.role === 'leaf' || piece.role === 'sash'))
          expect([entry.name, piece.bar, Math.round(deep)]).toEqual([entry.name, leaf.stile, leaf.thickness]);
        if (piece.role === 'glass') expect([entry.name, Math.round(deep)]).toEqual([entry.name, glass]);
      }
    }
  });
  it('worked: thresholds of 40 under a leaf that stands at the inner face of its frame, 100 deep', () => {
    const entry = {
      ...starterEntries('mm').find(({ form }) => form === 'hinged')!,
      ...{ threshold: 40, frame: { width: 30, depth: 100, recess: 0 } }
    };
    const leaf = { ...entry.leaf, thickness: 40 };
    const areaOf = (thresholdShape: CatalogueEntry['thresholdShape'], opens: 1 | -1) => {
      const hole = holeOf(1000, 2100, { opens });
      const pieces = piecesOf({ ...entry, leaf, thresholdShape }, hole);
      const [, volume] = volumes(pieces.filter(({ role }) => role === 'threshold'));
      return Number((volume / 940).toFixed(3));
    };
    const inwards = holeOf(1000, 2100).out > 0 ? -1 : 1;
    expect(areaOf('level', inwards)).toBe(4000);
    // 60 of it lie outside of the leaf: half as high; falling to a half; to a quarter on its one free side.
    expect(areaOf('stepped', inwards)).toBe(4000 - 60 * 20);
    expect(areaOf('weathered', inwards)).toBe(4000 - (60 * 20) / 2);
    expect(areaOf('ramped', inwards)).toBe(4000 - (60 * 30) / 2);
    // Opening outwards nothing of it lies outside.
    expect(areaOf('weathered', inwards === 1 ? -1 : 1)).toBe(4000);
  });
  it('worked: a door and a half of 1 350 hung low; a leaf of 68 in a hundred and the rest', () => {
    const entry = starterEntries('mm').find(({ name }) => name === 'Door and a half')!;
    const wide = (hungLow: boolean) =>
      leavesOf(entry, holeOf(1350, 2110, { hungLow })).map(({ t0, t1 }) => Number((t1 - t0).toFixed(3)));
    // 1 350 less two linings of 30.
    expect(wide(true)).toEqual([877.2, 412.8]);
    expect(wide(false)).toEqual([412.8, 877.2]);
    expect(clearOf(entry, holeOf(1350, 2110)).width).toBeCloseTo(1290 - 2 * 44, 6);
  });
  it('worked: two sliding leaves of 2 400 lie over each other by a stile, and leave one of them free', () => {
    const entry = starterEntries('mm').find(({ name }) => name === 'Sliding doors')!;
    const [first, second] = leavesOf(entry, holeOf(2400, 2110));
    // Between frames of 60: 2 280; each (2 280 + 95) / 2.
    expect([first!.t1 - first!.t0, first!.t1 - second!.t0]).toEqual([1187.5, 95]);
    expect(clearOf(entry, holeOf(2400, 2110)).width).toBeCloseTo(1092.5, 6);
  });
  it('lights are hung as seen from inside, on whichever side of the wall that is', () => {
    const entry = starterEntries('mm').find(({ name }) => name === 'Three lights')!;
    const hung = (out: 1 | -1) => leavesOf(entry, holeOf(1800, 1200, { out })).map(({ way }) => way);
    expect([hung(1), hung(-1)]).toEqual([
      ['left', 'fixed', 'right'],
      ['right', 'fixed', 'left']
    ]);
  });
});
