import { asRoof, plainEnds, type Roof } from '../roof/record';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { meshVolume, openEdges } from '../../geometry/mesh';
import { at, buildUpOf, framesOf, projectWith, wallOf } from '../../testing/build';
import { jointArb } from '../../testing/arbitraries';
import { judgeMesh, solidVolume, type Prism } from '../../testing/oracle';
import type { Opening } from '../opening/record';
import type { Rec } from '../../document/record';
import { deriveFootprints, type WallFootprint } from '../../kernels/joints/footprints';
import type { OpeningPlace } from '../opening/place';
import { deriveWallSolids } from './body';
import { overStorey } from '../roof/edges';
import { deriveRoof, type RoofModel } from '../roof/planes';
import { outlineOfParts, outlinesByPart } from './outline';
import { fromFrame } from '../../kernels/joints/frame';
import { degree } from '../../units/angle';

import { heightAt } from '../../geometry/plane';

const place = (t0: number, t1: number, z0: number, z1: number): OpeningPlace => ({
  opening: {} as Opening,
  t0,
  t1,
  z0,
  z1
});
const footprintOf = (records: Rec[], id = 'w') =>
  deriveFootprints(framesOf(projectWith(...records))).walls.get(id)!;
const solids = (footprint: WallFootprint, openings: OpeningPlace[] = [], roofs: RoofModel[] = [], foot = 0) =>
  deriveWallSolids(footprint, {
    ...{ datum: 0, height: 2500, openings, cuts: [], foot },
    planes: roofs.flatMap((roof) => roof.planes)
  });
const volume = (...args: Parameters<typeof solids>) =>
  solids(...args).reduce((sum, { mesh }) => {
    expect(openEdges(mesh)).toBe(0);
    return sum + meshVolume(mesh);
  }, 0);
const plain = (id: string, thickness: number) => buildUpOf(id, [thickness, 'structure']);

describe('worked numbers of wall solids', () => {
  const long = wallOf('w', at(0, 0), at(5000, 0), 'p', { settingOut: 'outer', outside: 'right' });
  it('(a) 5 000 x 200 x 2 500 with a hole of 1 000 x 1 200', () => {
    expect(volume(footprintOf([plain('p', 200), long]), [place(2000, 3000, 800, 2000)])).toBeCloseTo(
      2.26e9,
      -1
    );
  });
  it('(b) a hole across a mitred end takes only what is there', () => {
    const records = [
      plain('p', 200),
      long,
      wallOf('x', at(5000, 0), at(5000, 3000), 'p', { settingOut: 'outer', outside: 'right' })
    ];
    const footprint = footprintOf(records);
    expect(volume(footprint) - volume(footprint, [place(4700, 5200, 0, 1000)])).toBeCloseTo(4e7, -1);
  });
  it('(c) a hole open to a sloping top', () => {
    const slope = Math.atan(1000 / 4000);
    const roof = {
      roof: { storey: 'storey-1' },
      planes: [
        {
          name: 'p',
          ring: [at(-100, -100), at(4100, -100), at(4100, 300), at(-100, 300)],
          underside: { a: Math.tan(slope), b: 0, c: 2000 }
        }
      ]
    } as unknown as RoofModel;
    const short = wallOf('w', at(0, 0), at(4000, 0), 'p', { settingOut: 'outer', top: { kind: 'roof' } });
    const footprint = footprintOf([plain('p', 100), short]);
    expect(
      volume(footprint, [], [roof]) - volume(footprint, [place(1000, 2000, 1900, 2600)], [roof])
    ).toBeCloseTo(4.75e7, -1);
  });
});

describe('the outer ply into the jambs', () => {
  const make = buildUpOf('m', [100, 'cladding'], [50, 'cavity'], [140, 'structure'], [15, 'finish']);
  const asked = (more = {}) =>
    footprintOf([
      make,
      wallOf('w', at(0, 0), at(6000, 0), 'm', { settingOut: 'outer', returnJambs: true, ...more })
    ]);
  const byPly = (footprint: WallFootprint, openings: OpeningPlace[], roofs: RoofModel[] = []) => {
    const sums = [0, 0, 0, 0];
    for (const { ply, mesh } of solids(footprint, openings, roofs)) {
      expect(openEdges(mesh)).toBe(0);
      sums[ply]! += meshVolume(mesh) / 1e6;
    }
    return sums.map((sum) => Number(sum.toFixed(6)));
  };
  const window = place(2000, 3000, 800, 2000);
  it('covers all but the inner ply, as far along as it is thick, between sill and head', () => {
    const [without, returned] = [asked({ returnJambs: false }), asked()].map((one) => byPly(one, [window]));
    // Two jambs of 100 along over 50 and 140, 1 200 high.
    const side = (thick: number) => (2 * 100 * thick * 1200) / 1e6;
    expect(returned).toEqual([
      without![0]! + side(50) + side(140),
      without![1]! - side(50),
      without![2]! - side(140),
      without![3]!
    ]);
  });
  it('between near openings it goes half way; a wall of two plies has nothing to cover', () => {
    const near = [window, place(3120, 4000, 800, 2000)];
    const [without, returned] = [asked({ returnJambs: false }), asked()].map((one) => byPly(one, near));
    expect(returned![0]! - without![0]!).toBeCloseTo(((100 + 60 + 60 + 100) * 190 * 1200) / 1e6, 6);
    const two = footprintOf([
      buildUpOf('m', [100, 'cladding'], [140, 'structure']),
      wallOf('w', at(0, 0), at(6000, 0), 'm', { returnJambs: true })
    ]);
    expect(solids(two, [window])).toHaveLength(2);
  });
  it('under a roof that cuts the head, nothing is gained or lost', () => {
    const roof = {
      roof: { storey: 'storey-1' },
      planes: [
        {
          name: 'p',
          ring: [at(-100, -100), at(6100, -100), at(6100, 400), at(-100, 400)],
          underside: { a: -0.2, b: 0.1, c: 2400 }
        }
      ]
    } as unknown as RoofModel;
    const total = (returnJambs: boolean) =>
      byPly(asked({ returnJambs, top: { kind: 'roof' } }), [window], [roof]).reduce((sum, v) => sum + v);
    expect(total(true)).toBeCloseTo(total(false), 3);
  });
});

describe('over the edge of the floor', () => {
  const make = buildUpOf('m', [20, 'cladding'], [30, 'cavity'], [140, 'structure'], [15, 'finish']);
  const box = [at(0, 0), at(6000, 0), at(6000, 4000), at(0, 4000)];
  const ring = box.map((p, i) =>
    wallOf(`w${i}`, p, box[(i + 1) % 4]!, 'm', { settingOut: 'outer', coversFloor: true })
  );
  const parted = [make, ...ring, wallOf('x', at(3000, 200), at(3000, 3800), 'm', { role: 'partition' })];
  it('only what lies outside the structure goes down, as one body, closed', () => {
    const [plainly, covered] = [0, -330].map((foot) => {
      const sums = [0, 0, 0, 0];
      for (const { frame } of deriveFootprints(framesOf(projectWith(...parted))).walls.values())
        if (frame.wall.id !== 'x')
          for (const { ply, mesh } of solids(
            footprintOf(parted, frame.wall.id),
            [place(2000, 2900, 0, 2100)],
            [],
            foot
          )) {
            expect(openEdges(mesh)).toBe(0);
            sums[ply]! += meshVolume(mesh);
          }
      return sums;
    });
    const frame = (out: number) => (6000 - 2 * out) * (4000 - 2 * out);
    expect(covered![0]! - plainly![0]!).toBeCloseTo(330 * (frame(0) - frame(20)), -1);
    expect(covered![1]! - plainly![1]!).toBeCloseTo(330 * (frame(20) - frame(50)), -1);
    expect(covered!.slice(2)).toEqual(plainly!.slice(2));
  });
});

/** Openings that lie apart along a wall, some reaching past its ends or top. */
const openingsArb = fc
  .array(
    fc.record({
      gap: fc.integer({ min: 0, max: 1500 }),
      width: fc.integer({ min: 300, max: 2400 }),
      sill: fc.integer({ min: -100, max: 1500 }),
      height: fc.integer({ min: 300, max: 2200 })
    }),
    { maxLength: 3 }
  )
  .map((list) => {
    let t = -300;
    return list.map(({ gap, width, sill, height }) => {
      const t0 = t + gap;
      t = t0 + width;
      return place(t0, t, sill, sill + height);
    });
  });

const holePrisms = (footprint: WallFootprint, openings: OpeningPlace[]): Prism[] =>
  openings.map(({ t0, t1, z0, z1 }) => ({
    rings: [
      [
        [t0, -2000],
        [t1, -2000],
        [t1, 2000],
        [t0, 2000]
      ].map(([t, y]) => fromFrame(footprint.frame, t!, y!))
    ],
    z0,
    z1
  }));

describe('wall solids are closed and their volume is the oracle’s', () => {
  const runs = Number(process.env.LAW_RUNS ?? 60);
  it('flat tops, any joint, any openings', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 4 }).chain((n) => jointArb(n, 25, true, true)),
        openingsArb,
        fc.boolean(),
        ({ records }, openings, returnJambs) => {
          const asked = records.map((record) =>
            record.kind === 'wall' ? { ...record, returnJambs } : record
          );
          const footprint = footprintOf(asked, 'w0');
          const holes = holePrisms(footprint, openings);
          let wanted = 0;
          for (const { plies, z0, z1 } of footprint.bands)
            for (const rings of plies)
              for (const ring of rings) wanted += solidVolume({ rings: [ring], z0, z1 }, holes);
          expect(Math.abs(volume(footprint, openings) - wanted)).toBeLessThan(Math.max(1e3, wanted * 1e-6));
          for (const { mesh } of solids(footprint, openings))
            expect(judgeMesh(mesh).status).toMatch(/NoError|0/);
        }
      ),
      { numRuns: runs }
    );
  });
  it('tops cut by a hip roof', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: 50, max: 600 }),
        openingsArb,
        (pitch, overhang, thick, openings) => {
          const corners = [at(0, 0), at(9000, 0), at(9000, 6000), at(0, 6000)];
          const walls = corners.map((p, i) =>
            wallOf(`w${i}`, p, corners[(i + 1) % 4]!, 'p', { settingOut: 'outer', top: { kind: 'roof' } })
          );
          const footprints = deriveFootprints(framesOf(projectWith(plain('p', thick), ...walls)));
          const outline = outlineOfParts(outlinesByPart([footprints], 'outer'))!;
          const record: Roof = {
            id: 'r',
            kind: 'roof',
            name: '',
            storey: 'storey-1',
            pitch: pitch * degree,
            overhang,
            plateLevel: 2400,
            thickness: 200,
            ...plainEnds,
            material: 'slate',
            edges: [{ wall: 'w1', kind: 'gable', ...asRoof }],
            sides: null
          };
          const roof = deriveRoof(record, overStorey(record, outline))!;
          for (const id of ['w0', 'w1']) {
            const footprint = footprints.walls.get(id)!;
            const ring = footprint.bands[0]!.plies[0]![0]!;
            const top =
              Math.max(...roof.planes.flatMap((plane) => ring.map((p) => heightAt(plane.underside, p)))) + 10;
            // Undersides of a hip or gable roof over a rectangle are the least of their planes.
            const above = roof.planes.map(({ underside: { a, b, c } }) => ({
              normal: [-a, -b, 1] as [number, number, number],
              offset: c
            }));
            const wanted = solidVolume(
              { rings: [ring], z0: 0, z1: top },
              holePrisms(footprint, openings),
              above
            );
            expect(Math.abs(volume(footprint, openings, [roof]) - wanted)).toBeLessThan(
              Math.max(1e3, wanted * 1e-6)
            );
          }
        }
      ),
      { numRuns: runs }
    );
  });
});
