/** Marks of openings in the plan: clear of walls, leaves, sizes and each other, at every scale. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { runScript, type Script } from '../commands/register';
import { plainMarks } from '../display/dimension';
import { characterWidth, type Mark } from '../display/marks';
import { along, type Point } from '../geometry/point';
import { boxHolds, edgesOf, segmentsCross, type Box, type Ring } from '../geometry/ring';
import { Model } from '../model/graph';
import { planDrawing } from './plan-drawing';

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
  it.each(['gannet-house', 'plover-cabin'])('of %s lie on nothing, at twelve scales', (name) => {
    const project = read(name);
    for (const paper of [5, 10, 20, 25, 50, 75, 100, 150, 200, 250, 400, 500])
      for (const storey of project.tables.storey.keys()) {
        const { things, tags, dimensions } = planDrawing(new Model().at(project), storey, { paper });
        const lines = [...things.flat(), ...plainMarks(dimensions, paper)].flatMap(linesOf);
        const boxes = tags.flatMap((mark) => {
          if (mark.kind !== 'text') return [];
          const { at, text, height } = mark;
          const [w, h] = [(text.length * height * characterWidth * paper) / 2, (height * paper) / 2];
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
  });
  it('are left out where there is no room', () => {
    const query = new Model().at(read('gannet-house'));
    const count = (paper: number) => planDrawing(query, 'storey-1', { paper }).tags.length;
    expect([count(75), count(250)]).toEqual([16, 0]);
  });
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
