/** Marks of openings in the plan: clear of walls, leaves, sizes and each other, at every scale. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { runScript, type Script } from '../commands/script';
import { placeOfSize, plainMarks, textHeight } from '../display/dimension';
import { characterWidth, type Mark } from '../display/marks';
import { along, type Point } from '../geometry/point';
import { boxHolds, edgesOf, ringHolds, segmentsCross, type Box, type Ring } from '../geometry/ring';
import { Model } from '../model/graph';
import { act } from '../testing/house';
import { lookKey, planDrawing, stringsByHand } from './plan-drawing';

const read = (name: string) => {
  const built = runScript(JSON.parse(readFileSync(`examples/${name}.json`, 'utf8')) as Script);
  if (!built.ok) throw new Error(built.problem.message);
  return built.project;
};
const corners = ({ minX, minY, maxX, maxY }: Box): Ring => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY }
];
const meets = (box: Box, points: readonly (readonly [Point, Point])[]) =>
  points.some(
    ([a, b]) =>
      boxHolds(box, a) ||
      boxHolds(box, b) ||
      edgesOf(corners(box)).some(([p, q]) => segmentsCross(a, b, p, q))
  );
const linesOf = (mark: Mark): (readonly [Point, Point])[] => {
  if (mark.kind === 'region') return mark.rings.flatMap(edgesOf);
  if (mark.kind === 'stroke') return edgesOf(mark.points).slice(0, mark.closed ? undefined : -1);
  if (mark.kind === 'lines')
    return mark.points.flatMap((p, i) => (i % 2 ? [[mark.points[i - 1]!, p] as const] : []));
  if (mark.kind !== 'arc') return [];
  const on = (a: number) => along(mark.centre, { x: Math.cos(a), y: Math.sin(a) }, mark.radius);
  const step = (mark.a1 - mark.a0) / 30;
  return Array.from(
    { length: 30 },
    (_, i) => [on(mark.a0 + i * step), on(mark.a0 + (i + 1) * step)] as const
  );
};

describe('marks of openings in the plan', () => {
  it.each(['gannet-house', 'plover-cabin', 'dunlin-net-stores'])(
    'of %s lie on nothing, at twelve scales',
    (name) => {
      const project = read(name);
      for (const paper of [5, 10, 20, 25, 50, 75, 100, 150, 200, 250, 400, 500])
        for (const storey of project.tables.storey.keys()) {
          const { things, tags, dimensions } = planDrawing(new Model().at(project), storey, { paper });
          const lines = [...things.flat(), ...plainMarks(dimensions, paper)].flatMap(linesOf);
          const boxes = tags.flatMap((mark) => {
            if (mark.kind !== 'text') return [];
            const { at, text, height } = mark;
            const [long, high] = [(text.length * height * characterWidth * paper) / 2, (height * paper) / 2];
            // Those of stairs run up the page where the stair does.
            const isUp = project.tables.stair.has(mark.subject) && Math.abs(Math.cos(mark.angle)) < 0.5;
            const [w, h] = isUp ? [high, long] : [long, high];
            return [{ text, box: { minX: at.x - w, minY: at.y - h, maxX: at.x + w, maxY: at.y + h } }];
          });
          for (const [i, { text, box }] of boxes.entries()) {
            expect([paper, text, meets(box, lines)]).toEqual([paper, text, false]);
            expect(boxes.slice(i + 1).filter((one) => meets(box, edgesOf(corners(one.box))))).toEqual([]);
          }
          const marked = [...project.tables.opening.values()].filter(
            ({ mark, wall }) => mark && project.tables.wall.get(wall)!.storey === storey
          );
          if (paper <= 100) expect(boxes.length).toBeGreaterThanOrEqual(0.9 * marked.length);
        }
    }
  );
  it('are left out where there is no room', () => {
    const query = new Model().at(read('gannet-house'));
    const count = (paper: number) =>
      planDrawing(query, 'storey-1', { paper }).tags.filter(
        ({ group }) => group !== 'slab' && group !== 'stairs'
      ).length;
    expect([count(75), count(250)]).toEqual([16, 0]);
  });
});

describe('sizes of strings by hand', () => {
  it.each([10, 50, 75, 100, 150])(
    'lie on no wall, line or other size, wherever the string lies: 1 : %i',
    (paper) => {
      const ends = ['west', 'hall-west', 'hall-east', 'east'].flatMap((wall) =>
        ['left', 'right'].map((side) => ({ wall, side }))
      );
      const pairs = ends.flatMap((p, i) =>
        ends.slice(i + 1).flatMap((q) => (p.wall === q.wall ? [] : [[p, q]]))
      );
      // At small scales the steps of a stair leave no room between them.
      const whole = read('gannet-house');
      const house = paper > 100 ? act(whole, 'deleteItems', { ids: ['stair-1'] }) : whole;
      let [free, all] = [0, 0];
      for (let y = 150; y < 7700; y += 390) {
        const [first, second] = [pairs[y % pairs.length]!, pairs[(y * 7) % pairs.length]!];
        const project = [first, second].reduce(
          (at, pair, i) =>
            act(at, 'addDimension', { storey: 'storey-1', ends: pair, at: { x: 3000, y: y + i * 60 } }),
          house
        );
        const query = new Model().at(project);
        const { things, dimensions } = planDrawing(query, 'storey-1', { paper });
        const filled = things.flat().flatMap((mark) => (mark.kind === 'region' ? mark.rings : []));
        const placed = query.get(stringsByHand, lookKey('storey-1', { paper }));
        for (const string of placed)
          for (const size of string.sizes) {
            const { at } = placeOfSize(string, size, paper);
            // The strings of this house run square to the page.
            const w = (size.text.length * textHeight * characterWidth * paper) / 2;
            // A leader ends at its own text.
            const h = (0.98 * textHeight * paper) / 2;
            const [x, y] = string.along.x === 0 ? [h, w] : [w, h];
            const box = { minX: at.x - x, minY: at.y - y, maxX: at.x + x, maxY: at.y + y };
            const others = dimensions.flatMap((mark) =>
              plainMarks([mark], paper).filter((one) => one.kind !== 'text' || one.text !== size.text)
            );
            const lines = [...things.flat(), ...others].flatMap(linesOf);
            all++;
            if (!meets(box, lines) && !filled.some((ring) => ringHolds(ring, at))) free++;
          }
      }
      // Two strings a hair apart may leave no room for both.
      expect([free / all > 0.94, all > 30]).toEqual([true, true]);
    }
  );
});

describe('walls at small scales', () => {
  it('are one poché, dark where they bear, with their faces only', () => {
    const query = new Model().at(read('gannet-house'));
    const at = (paper: number) =>
      planDrawing(query, 'storey-1', { paper })
        .things.flat()
        .filter(({ group }) => group === 'walls');
    const fills = (paper: number) =>
      new Set(at(paper).flatMap((mark) => (mark.kind === 'region' ? [`${mark.fill} ${mark.hatch}`] : [])));
    expect(fills(200)).toEqual(new Set(['slate undefined', 'shale undefined']));
    expect(fills(100).size).toBeGreaterThan(4);
    expect(at(200).some((mark) => mark.kind === 'lines' && mark.pen === 'thin')).toBe(false);
    expect(planDrawing(query, 'storey-1', { paper: 200 }).things).toEqual(
      planDrawing(query, 'storey-1', { paper: 250 }).things
    );
  });
});
