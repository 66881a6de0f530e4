/** Texts of the automatic strings: none meets another, a line that is not its own, or a wall; every size is told once. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runScript, type Script } from '../commands/script';
import { placeOfSize, plainMarks, dimensionMark } from '../display/dimension';
import { textEnds, type DimensionString } from '../display/marks';
import type { Project } from '../document/kind';
import { add, cross, dot, fromAngle, leftOf, scale, subtract, type Point } from '../geometry/point';
import { edgesOf, ringHolds, segmentsCross, type Ring } from '../geometry/ring';
import type { SizeUnits } from './dimensions';
import { dimensionStrings } from './dimensions';
import { planDrawing } from './plan-drawing';
import { ringsOn } from '../document/cuts';
import { indexedRoofs } from '../kinds/roof/stages';
import { buildings } from '../kinds/wall/stages';
import { Model } from '../model/graph';
import { planArb } from '../testing/arbitraries';
import { at, projectWith } from '../testing/build';
import type { Wall } from '../kinds/wall/record';
import { placeAll, placeWell, spread } from './size-texts';

const scales = [5, 10, 20, 25, 50, 75, 100, 150, 200, 250, 400, 500];
const inches = { system: 'ft', fineness: 16 } as const;
const allUnits: readonly SizeUnits[] = [
  { units: { system: 'mm', fineness: 1 }, secondUnits: null },
  { units: inches, secondUnits: null },
  { units: { system: 'mm', fineness: 1 }, secondUnits: inches }
] as unknown as readonly SizeUnits[];

interface Written {
  readonly name: string;
  readonly box: Ring;
  readonly string: DimensionString;
  readonly row: number;
}

const stringsOf = (project: Project, units: SizeUnits, paper: number, storey = 'storey-1') => {
  const query = new Model().at(project);
  const model = new Model().storey(project, storey)!;
  const clear = [
    ...indexedRoofs(query, storey).flatMap(({ planes }) => planes.map(({ ring }) => ring)),
    ...ringsOn(project, storey).values()
  ];
  return {
    model,
    clear,
    found: dimensionStrings(model, query.get(buildings, storey), units, { paper, room: Infinity, clear })
  };
};

/** The first fault of a drawing's texts; undefined where there is none. */
function faultOf(project: Project, units: SizeUnits, paper: number, storey?: string): string | undefined {
  const { model, clear, found } = stringsOf(project, units, paper, storey);
  const written = found.flatMap((string) =>
    string.sizes.map((size): Written => {
      const { at, along, reach } = placeOfSize(string, size, paper);
      const [u, v] = [scale(along, reach - 0.01 * paper), scale(leftOf(along), 1.14 * paper)];
      const corner = (i: number, j: number) => add(at, add(scale(u, i), scale(v, j)));
      return {
        name: size.text,
        box: [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)],
        string,
        row: size.row
      };
    })
  );
  for (const [i, one] of written.entries())
    for (const other of written.slice(i + 1))
      if (meets(one.box, other.box)) return `${one.name} and ${other.name} lie on each other`;
  for (const string of found)
    for (const mark of plainMarks([dimensionMark(string)], paper)) {
      if (mark.kind !== 'lines') continue;
      for (let k = 0; k + 1 < mark.points.length; k += 2) {
        const line = [mark.points[k]!, mark.points[k + 1]!] as const;
        const hit = written.find(({ box }) => lineMeets(line, box));
        if (hit) return `a line of ${string.what} runs through ${hit.name}`;
      }
    }
  const walls = model.walls.flatMap(({ bands }) => bands.flatMap(({ outline }) => outline));
  for (const { name, box } of written)
    if ([...walls, ...clear].some((ring) => meets(ring, box)))
      return `${name} lies on a wall, a roof or a column`;
  return toldTwice(found);
}

function toldTwice(found: readonly DimensionString[]): string | undefined {
  const stretches = found.flatMap(({ along, out, stops, level, sizes }) =>
    sizes.map(({ text }, i) => ({ along, out, level, text, from: stops[i]!, to: stops[i + 1]! }))
  );
  for (const [i, p] of stretches.entries())
    for (const q of stretches.slice(i + 1)) {
      const turn = dot(p.along, q.along);
      if (Math.abs(cross(p.along, q.along)) > 1e-9) continue;
      const [from, to] = turn > 0 ? [q.from, q.to] : [-q.to, -q.from];
      if (Math.abs(p.from - from) < 0.01 && Math.abs(p.to - to) < 0.01) return `${p.text} is told twice`;
    }
  return undefined;
}

function meets(p: Ring, q: Ring): boolean {
  const crossed = edgesOf(p).some(([a, b]) => edgesOf(q).some(([c, d]) => segmentsCross(a, b, c, d)));
  return crossed || ringHolds(p, q[0]!) || ringHolds(q, p[0]!);
}

const lineMeets = ([a, b]: readonly [Point, Point], box: Ring) =>
  edgesOf(box).some(([c, d]) => segmentsCross(a, b, c, d)) ||
  ringHolds(box, add(a, scale(subtract(b, a), 0.5)));

const read = (name: string): Project => {
  const made = runScript(JSON.parse(readFileSync(`examples/${name}.json`, 'utf8')) as Script);
  if (!made.ok) throw new Error(made.problem.message);
  return made.project;
};

describe('texts of the strings', () => {
  it('what was placed by hand in Plover Cabin lies on no other text, down to 1 : 220', () => {
    const query = new Model().at(read('plover-cabin'));
    for (const paper of [20, 48, 96, 150, 192, 220]) {
      const { dimensions } = planDrawing(query, 'storey-1', { paper });
      const texts = plainMarks(dimensions, paper).filter((mark) => mark.kind === 'text');
      expect(texts.length).toBeGreaterThan(3);
      const boxes = texts.map((mark) => {
        const up = scale(leftOf(fromAngle(mark.angle)), (mark.height / 2) * paper);
        const [p, q] = textEnds(mark, paper);
        return { text: mark.text, ring: [subtract(p, up), subtract(q, up), add(q, up), add(p, up)] };
      });
      for (const [i, one] of boxes.entries())
        for (const other of boxes.slice(i + 1))
          expect(meets(one.ring, other.ring), `${one.text} and ${other.text} at ${paper}`).toBe(false);
    }
  });
  it.each(['gannet-house', 'plover-cabin', 'dunlin-net-stores'])(
    'of %s keep clear at every scale, in every unit',
    (name) => {
      const house = read(name);
      for (const paper of scales)
        for (const units of allUnits)
          for (const storey of house.tables.storey.keys())
            expect(faultOf(house, units, paper, storey), `1 : ${paper}, ${storey}`).toBeUndefined();
    }
  );
  it('of random plans keep clear: open ones too, and several buildings', () => {
    const plan = fc.record({
      ...{ one: planArb(false), other: fc.option(planArb(false), { nil: undefined }) },
      ...{ isOpen: fc.boolean(), x: fc.integer({ min: -40, max: 40 }), y: fc.integer({ min: -40, max: 40 }) }
    });
    fc.assert(
      fc.property(
        plan,
        fc.constantFrom(...scales),
        fc.constantFrom(...allUnits),
        ({ one, other, isOpen, x, y }, paper, units) => {
          const moved = ({ id, a, b, ...wall }: Wall): Wall => ({
            ...wall,
            ...{ id: `${id}b`, a: add(a, at(1000 * x, 1000 * y)), b: add(b, at(1000 * x, 1000 * y)) }
          });
          const second = (other?.records ?? []).flatMap((record) =>
            record.kind === 'wall' ? [moved(record)] : []
          );
          const first = isOpen ? one.records.filter(({ id }) => id !== 'o0') : one.records;
          const far = Math.hypot(x, y) > 28 ? second : [];
          expect(faultOf(projectWith(...first, ...far), units, paper)).toBeUndefined();
        }
      ),
      { numRuns: Number(process.env.LAW_RUNS ?? 60) }
    );
  });
  it('at a small scale the overall sizes are left, each once', () => {
    const { found } = stringsOf(read('gannet-house'), allUnits[0]!, 400);
    expect(found.map(({ what }) => what)).toEqual(['overall', 'overall']);
    expect(stringsOf(read('gannet-house'), allUnits[0]!, 20).found.length).toBeGreaterThan(8);
  });
});

describe('sizes in the row outside', () => {
  const width = (text: string) => text.length * 2.3 * 0.58;
  const stops = [0, 12, 14, 15.2, 40, 41, 60];
  const stretches = ['1200', '200', '120', '2480', '100', '1900'].map((text, i) => ({
    ...{ from: stops[i]!, to: stops[i + 1]! },
    width: width(text)
  }));
  it('are as near to their middles as they get', () => {
    const places = placeAll(stretches)!;
    expect(places.map(({ row }) => row)).toEqual([0, 1, 1, 0, 1, 0]);
    [6, 11.399, 16.201, 27.6, 40.5, 50.5].forEach((at, i) => expect(places[i]!.at).toBeCloseTo(at, 3));
  });
  it('make a string that is left out where they would be far away, or too many', () => {
    expect(placeWell(stretches, 0, 60)).toBeDefined();
    const tight = stretches.map((one) => ({ ...one, from: one.from / 6, to: one.to / 6 }));
    expect(placeWell(tight, 0, 10)).toBeUndefined();
  });
  it('move by the least sum of squares of all orders that keep them apart', () => {
    const text = fc.record({
      middle: fc.double({ min: 0, max: 60, noNaN: true }),
      width: fc.double({ min: 1, max: 9, noNaN: true })
    });
    fc.assert(
      fc.property(
        fc.array(text, { minLength: 1, maxLength: 8 }),
        fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (list, nudges) => {
          const texts = [...list].sort((p, q) => p.middle - q.middle);
          const at = spread(texts, 0.8)!;
          const isApart = (places: readonly number[]) =>
            places.every(
              (x, i) =>
                i === 0 || x - places[i - 1]! >= (texts[i]!.width + texts[i - 1]!.width) / 2 + 0.8 - 1e-9
            );
          const moved = (places: readonly number[]) =>
            places.reduce((sum, x, i) => sum + (x - texts[i]!.middle) ** 2, 0);
          expect(isApart(at)).toBe(true);
          // No other allowed order of places near by is better.
          for (const k of [0.01, 0.3, 1]) {
            const other = at.map((x, i) => x + k * nudges[i]!);
            if (isApart(other)) expect(moved(other)).toBeGreaterThanOrEqual(moved(at) - 1e-6);
          }
        }
      ),
      { numRuns: 300 }
    );
  });
});
