import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromAngle, scale } from '../../geometry/point';
import type { Opening, SetOutOrigin } from './record';
import type { Wall } from '../wall/record';
import { at, buildUpOf, framesOf, projectWith, wallOf } from '../../testing/build';
import { degree } from '../../units/angle';
import { meshVolume } from '../../geometry/mesh';
import { Model } from '../../model/graph';
import { act, built, call } from '../../testing/house';
import type { Project } from '../../document/kind';
import { wallBodies } from '../wall/body';
import { deriveFootprints } from '../../kernels/joints/footprints';
import { clearRange, distanceFor, originAt, placeOpening, setOutsOf } from './place';

const p200 = buildUpOf('p', [200, 'structure']);
const p300 = buildUpOf('q', [300, 'structure']);
const long = wallOf('w', at(0, 0), at(5000, 0), 'p', { outside: 'right' });
const opening = (more: Partial<Opening>): Opening => ({
  id: 'o',
  kind: 'opening',
  name: '',
  wall: 'w',
  filling: 'none',
  ...{ entry: null, overrides: null, mirrored: false, escape: false, through: false, ajar: null },
  floor: null,
  end: 'a',
  origin: { kind: 'line' },
  to: 'near',
  distance: 300,
  width: 900,
  height: 2100,
  sill: 0,
  mark: '',
  handing: { hinge: 'near', opens: 'inside' },
  certainty: 'measured',
  ...more
});
const solve = (...walls: Wall[]) => deriveFootprints(framesOf(projectWith(p200, p300, ...walls)));
const frames = (...walls: Wall[]) => solve(long, ...walls).walls;
const face: SetOutOrigin = { kind: 'face', wall: 'x', side: 'left' };
const range = (one: Opening, cross?: Wall) => {
  const walls = frames(...(cross ? [cross] : []));
  const { t0, t1 } = placeOpening(walls.get('w')!.frame, one, walls.get('x')?.frame);
  return [t0, t1];
};

describe('worked numbers of set-out', () => {
  const cross = (buildUp: string) => wallOf('x', at(0, -2000), at(0, 2000), buildUp);
  it('300 from the face of a cross wall of 200: 400 to 1 300; of 300: 450 to 1 350', () => {
    expect(range(opening({ origin: face }), cross('p'))).toEqual([400, 1300]);
    expect(range(opening({ origin: face }), cross('q'))).toEqual([450, 1350]);
  });
  it('by the far jamb 1 200, width 1 000, face at 100: 300 to 1 300', () => {
    expect(range(opening({ origin: face, to: 'far', distance: 1200, width: 1000 }), cross('p'))).toEqual([
      300, 1300
    ]);
  });
  it('from b, near jamb 3 700: 400 to 1 300; by its centre', () => {
    expect(range(opening({ end: 'b', distance: 3700 }))).toEqual([400, 1300]);
    expect(range(opening({ to: 'centre', distance: 2500, width: 1000 }))).toEqual([2000, 3000]);
  });
  it('a cross wall at 60 degrees: the face at 173.21 on the acute side, 57.74 on the obtuse', () => {
    const skew = wallOf('x', at(0, 0), scale(fromAngle(60 * degree), 3000), 'p');
    const walls = frames(skew);
    const { frame } = walls.get('w')!;
    const named = walls.get('x')!.frame;
    expect(originAt(frame, 'a', { ...face, side: 'left' }, named)).toBeCloseTo(173.205, 2);
    expect(originAt(frame, 'a', { ...face, side: 'right' }, named)).toBeCloseTo(57.735, 2);
  });
  it('a face along the wall is the one that looks the way the distance runs', () => {
    const branch = wallOf('x', at(2000, 0), at(2000, 3000), 'p');
    const walls = frames(branch);
    const [frame, named] = [walls.get('w')!.frame, walls.get('x')!.frame];
    expect(originAt(frame, 'a', face, named)).toBeCloseTo(2100, 6);
    expect(originAt(frame, 'b', face, named)).toBeCloseTo(1900, 6);
  });
  it('a parallel or missing wall falls back to the end of the line', () => {
    const walls = frames(wallOf('x', at(0, 3000), at(5000, 3000), 'p'));
    const { frame } = walls.get('w')!;
    expect(originAt(frame, 'b', face, walls.get('x')!.frame)).toBe(5000);
    expect(originAt(frame, 'a', face, undefined)).toBe(0);
  });
});

describe('what can be measured from', () => {
  it('both ends of the line, the faces at the ends and the branches along it', () => {
    const footprints = solve(
      long,
      wallOf('x', at(0, 0), at(0, 3000), 'p'),
      wallOf('m', at(2000, 0), at(2000, 3000), 'p'),
      wallOf('y', at(5000, 0), at(5000, 3000), 'q')
    );
    const list = setOutsOf(footprints.walls.get('w')!).map(({ end, origin, t }) => [
      end,
      origin.kind === 'face' ? origin.wall : 'line',
      Math.round(t)
    ]);
    expect(list).toContainEqual(['a', 'line', 0]);
    expect(list).toContainEqual(['b', 'line', 5000]);
    expect(list).toContainEqual(['a', 'x', 100]);
    expect(list).toContainEqual(['b', 'y', 4850]);
    expect(list).toContainEqual(['a', 'm', 2100]);
    expect(list).toContainEqual(['b', 'm', 1900]);
    expect(list).toHaveLength(6);
  });
  it('a wall in line with it is nothing to measure from', () => {
    const footprints = solve(long, wallOf('x', at(5000, 0), at(9000, 0), 'p'));
    expect(setOutsOf(footprints.walls.get('w')!)).toHaveLength(2);
  });
  it('the clear stretch lies between what joins the ends', () => {
    const footprints = solve(long, wallOf('x', at(0, 0), at(0, 3000), 'p'));
    const { frame, bands } = footprints.walls.get('w')!;
    const [t0, t1] = clearRange(frame, bands[0]!.outline);
    expect([Math.round(t0), Math.round(t1)]).toEqual([100, 5000]);
    // A wall that meets it on its way, and takes its plaster there, ends nothing.
    const [y0, y1] = [frame.y0, frame.y1];
    const notched = [
      at(0, y0),
      at(5000, y0),
      at(4800, y1),
      at(1700, y1),
      at(1690, y1 - 15),
      at(1600, y1 - 15),
      at(1590, y1),
      at(250, y1)
    ];
    expect(clearRange(frame, [notched])).toEqual([250, 4800]);
  });
});

it('the distance for a place gives that place back, from any end, origin and set-out point', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('a' as const, 'b' as const),
      fc.constantFrom('near' as const, 'centre' as const, 'far' as const),
      fc.boolean(),
      fc.integer({ min: 0, max: 4000 }),
      fc.integer({ min: 100, max: 1000 }),
      (end, to, byFace, t0, width) => {
        const walls = frames(wallOf('x', at(0, -2000), at(0, 2000), 'q'));
        const [frame, named] = [walls.get('w')!.frame, walls.get('x')!.frame];
        const one = opening({ end, to, width, ...(byFace && { origin: face }) });
        const distance = distanceFor(frame, one, named, t0);
        expect(placeOpening(frame, { ...one, distance }, named).t0).toBeCloseTo(t0, 6);
      }
    )
  );
});

describe('an opening that goes on through walls beside its own', () => {
  const lined = (gap: number, turn = 0) =>
    built(
      call('drawWall', {
        ...{ id: 'w', storey: 'storey-1', a: at(0, 0), b: at(6000, 0), thickness: 200, settingOut: 'centre' },
        role: 'partition'
      }),
      call('drawWall', {
        ...{
          id: 'x',
          storey: 'storey-1',
          a: at(5000, 150 + gap),
          b: at(500, 150 + gap + turn),
          thickness: 100
        },
        ...{ settingOut: 'centre', role: 'partition', height: 2000 }
      }),
      call('addOpening', { id: 'o', wall: 'w', filling: 'door', distance: 1000, width: 900, height: 2100 })
    );
  const volumeOf = (project: Project, id: string) =>
    new Model()
      .at(project)
      .get(wallBodies, id)!
      .parts.reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);
  const through = (project: Project) => act(project, 'setOpening', { id: 'o', through: true });

  it('takes as much of one that lines it as it is wide there, and nothing when it is not asked to', () => {
    for (const gap of [0, 60, 200]) {
      const house = lined(gap);
      expect(volumeOf(house, 'x')).toBeCloseTo(4500 * 100 * 2000, -1);
      // As high as the lining wall is.
      expect(volumeOf(through(house), 'x')).toBeCloseTo((4500 - 900) * 100 * 2000, -1);
      expect(volumeOf(through(house), 'w')).toBeCloseTo(volumeOf(house, 'w'), -1);
    }
  });
  it('leaves walls alone that stand off, cross it, or have an opening there already', () => {
    for (const house of [lined(300), lined(0, 900)])
      expect(volumeOf(through(house), 'x')).toBeCloseTo(volumeOf(house, 'x'), -1);
    const open = act(lined(0), 'addOpening', {
      id: 'p',
      wall: 'x',
      distance: 3000,
      width: 1000,
      height: 1900
    });
    expect(volumeOf(through(open), 'x')).toBeCloseTo(volumeOf(open, 'x'), -1);
  });
});
