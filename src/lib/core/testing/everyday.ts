/** Walls as houses and surveys have them, where joints are hard: each kind is a small plan, turned by any angle. */
import fc from 'fast-check';
import { degree } from '../units/angle';
import { rotate, type Point } from '../geometry/point';
import { starterBuildUps } from '../kinds/starter';
import { settingOuts, type Wall } from '../kinds/wall/record';
import type { RandomJoint } from './arbitraries';
import { at, buildUpOf, wallOf } from './build';

const buildUps = [
  ...starterBuildUps('mm'),
  buildUpOf('thin', [28, 'structure']),
  buildUpOf('thick', [500, 'structure'])
];

/** A line of walls, and what is asked of them: a build-up by number and where the line runs. */
type Sketch = readonly (readonly [Point, Point])[];

interface Numbers {
  /** Three numbers from 0 to 1 that the sketch is made from. */
  readonly u: number;
  readonly v: number;
  readonly w: number;
}

const long = 5000;
const mix = (a: number, b: number, k: number) => a + (b - a) * k;
const run = (...points: Point[]): Sketch => points.slice(1).map((b, i) => [points[i]!, b]);

/** Name of each kind, and its walls. */
const sketches: Readonly<Record<string, (n: Numbers) => Sketch>> = {
  'nearly in line, a tee between': ({ u, v, w }) => {
    const angle = mix(0.1, 0.9, u) * degree;
    const end = at(mix(3000, 6000, v) * Math.cos(angle), -mix(3000, 6000, v) * Math.sin(angle));
    return [...run(at(-6000, 0), at(0, 0), end), [at(mix(-400, 400, w), 4000), at(0, 0)]];
  },
  closet: ({ u, v, w }) => {
    const [deep, wide] = [mix(300, 900, u), mix(400, 1500, v)];
    const x = mix(500, 2500, w);
    return [
      ...run(at(0, 0), at(long, 0)),
      ...run(at(x, 0), at(x, deep), at(x + wide, deep), at(x + wide, 0))
    ];
  },
  nib: ({ u, v, w }) => [
    ...run(at(0, 0), at(long, 0), at(long, 4000)),
    [at(long - mix(100, 900, u), 0), at(long - mix(100, 900, u), mix(150, 700, v) * (w < 0.5 ? 1 : -1))]
  ],
  step: ({ u, v, w }) => {
    const [rise, slant] = [mix(40, 700, u), mix(-60, 60, v)];
    return [
      ...run(at(0, 0), at(4000, 0), at(4000 + slant, rise), at(9000, rise)),
      ...(w < 0.5 ? run(at(4000, 0), at(4000, -4000)) : [])
    ];
  },
  wedge: ({ u, v, w }) => {
    const angle = mix(8, 40, u) * degree;
    const size = mix(2500, 6000, v);
    return [
      ...run(at(long, 0), at(0, 0), at(size * Math.cos(angle), size * Math.sin(angle))),
      ...(w < 0.5 ? run(at(0, 0), at(-4000, mix(-500, 500, w))) : [])
    ];
  },
  bay: ({ u, v, w }) => {
    const [side, out, front] = [mix(300, 1200, u), mix(300, 900, v), mix(600, 2400, w)];
    return run(
      at(0, 0),
      at(2000, 0),
      at(2000 + side, out),
      at(2000 + side + front, out),
      at(2000 + 2 * side + front, 0),
      at(9000, 0)
    );
  },
  doubled: ({ u, v, w }) => {
    const [apart, from] = [mix(60, 900, u), mix(200, 1500, v)];
    return [
      ...run(at(0, 0), at(long, 0), at(long, 4000)),
      ...run(at(from, 4000), at(from, apart), at(long, mix(apart, apart + 40, w)))
    ];
  },
  'facets of a curve': ({ u, v, w }) => {
    const [radius, turn] = [mix(900, 5000, u), mix(8, 30, v) * degree];
    const points = Array.from({ length: 6 }, (_, i) =>
      at(radius * Math.cos(i * turn), radius * Math.sin(i * turn))
    );
    return [...run(...points), ...(w < 0.5 ? run(points[3]!, at(0, 0)) : [])];
  }
};

export const everydayKinds = Object.keys(sketches);

const oneIn = (list: readonly string[]) => fc.constantFrom(...list);

/** A plan of one of the kinds. */
export const everydayArb = (kind: string): fc.Arbitrary<RandomJoint> =>
  fc
    .record({
      numbers: fc.record({
        u: fc.integer({ min: 0, max: 1000 }),
        v: fc.integer({ min: 0, max: 1000 }),
        w: fc.integer({ min: 0, max: 1000 })
      }),
      turn: fc.integer({ min: 0, max: 3599 }),
      outer: oneIn(buildUps.map(({ id }) => id)),
      inner: oneIn(buildUps.map(({ id }) => id)),
      line: fc.constantFrom(...settingOuts),
      other: fc.constantFrom(...settingOuts),
      isLeft: fc.boolean()
    })
    .map(({ numbers: { u, v, w }, turn, outer, inner, line, other, isLeft }) => {
      const turned = (p: Point) => rotate(p, (turn / 10) * degree);
      const sketch = sketches[kind]!({ u: u / 1000, v: v / 1000, w: w / 1000 });
      const first = sketch.findIndex(([a], i) => i > 0 && a !== sketch[i - 1]![1]);
      const walls = sketch.map(([a, b], i): Wall => {
        const isFirst = first < 0 || i < first;
        return wallOf(`w${i}`, turned(a), turned(b), isFirst ? outer : inner, {
          settingOut: isFirst ? line : other,
          outside: isLeft ? 'left' : 'right'
        });
      });
      return { records: [...buildUps, ...walls] };
    });
