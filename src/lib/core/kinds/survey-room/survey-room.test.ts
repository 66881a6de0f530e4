/** Survey rooms: measured length by length, by numbers worked by hand, and what cannot be. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { characterWidth, type TextMark } from '../../display/marks';
import type { Project } from '../../document/kind';
import { planDrawing } from '../../drawing/plan-drawing';
import { distance, dot, fromAngle, nearestOnSegment, subtract } from '../../geometry/point';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { sizesToMeasure } from '../../review/to-measure';
import { act, built, call, refusal } from '../../testing/house';
import { storeyModelIn } from '../storey/model';
import { mirrorIn } from '../../geometry/motion';
import { edgesOf, ringArea, ringHolds } from '../../geometry/ring';
import { declarationOf } from '../../document/project';
import { shapeRoom } from './shape';
import { surveyRoomRows } from './schedule';

const corners = (...list: [number, number][]) => list.map(([x, y]) => ({ x, y }));
const bare = built(
  call('setProject', { measuring: { by: 'R. Hale', on: '3 May' } }),
  call('addSurveyRoom', {
    id: 'room',
    storey: 'storey-1',
    // Pointed out clockwise, and a little off.
    corners: corners([1000, 2000], [1100, 5000], [5100, 5200], [5000, 2000])
  })
);
const measured = (project: Project, ...list: [string, number][]): Project =>
  list.reduce((now, [pair, length]) => {
    const [from, to] = [...pair].map((one) => one.charCodeAt(0) - 64);
    return act(now, 'measureRoom', { id: 'room', from, to, length });
  }, project);
const row = (project: Project) => surveyRoomRows(new Model().at(project))[0]!;
const told = (project: Project) =>
  reviewProject(new Model().at(project)).filter(({ code }) => code.startsWith('survey'));
const sides = measured(bare, ['AB', 4210], ['BC', 3105], ['CD', 4195], ['AD', 3090]);

describe('a room from its sides and diagonals', () => {
  it('has its letters outside, or where another lies beside it within, clear of its lines', () => {
    const shaped = measured(sides, ['AC', 5238]);
    const ring = row(shaped).corners.map(([x, y]) => ({ x, y }));
    const lettersOf = (project: Project) =>
      planDrawing(new Model().at(project), 'storey-1', { paper: 100, at: 'measure' })
        .over.flat()
        .flatMap((mark) =>
          mark.subject === 'room' && mark.kind === 'text' && mark.text.length === 1 ? [mark.at] : []
        );
    expect(lettersOf(shaped).map((p) => ringHolds(ring, p))).toEqual([false, false, false, false]);
    const beside = act(shaped, 'addSurveyRoom', {
      ...{ id: 'other', storey: 'storey-1' },
      corners: corners([5400, 2000], [8000, 2000], [8000, 5000], [5400, 5000])
    });
    const within = lettersOf(beside);
    expect(within.map((p) => ringHolds(ring, p))).toEqual([true, true, true, true]);
    const lines = [...edgesOf(ring), [ring[0]!, ring[2]!] as const];
    for (const p of within)
      for (const [a, b] of lines) expect(distance(p, nearestOnSegment(p, a, b))).toBeGreaterThan(160);
  });

  it('has no text over another at any scale, and all that there is room for', () => {
    const quarter = fc.integer({ min: 1500, max: 6000 });
    const named = (project: Project) => act(project, 'setSurveyRoom', { id: 'room', name: 'Store' });
    const textsAt = (project: Project, paper: number) =>
      planDrawing(new Model().at(project), 'storey-1', { paper, at: 'measure' })
        .over.flat()
        .flatMap((mark) => (mark.kind === 'text' && mark.subject === 'room' ? [mark] : []));
    expect(textsAt(named(measured(sides, ['AC', 5238], ['BD', 5212])), 50)).toHaveLength(11);
    // Two rectangles stand apart where one of their four ways parts them.
    const apart = (p: TextMark, q: TextMark, paper: number) =>
      [p, p, q, q].some(({ angle }, i) => {
        const way = fromAngle(angle + (i % 2) * (Math.PI / 2));
        const reach = ({ text, height, angle: own }: TextMark) =>
          (Math.abs(dot(fromAngle(own), way)) * text.length * characterWidth +
            Math.abs(dot(fromAngle(own + Math.PI / 2), way))) *
          ((height * paper) / 2);
        return Math.abs(dot(subtract(p.at, q.at), way)) > reach(p) + reach(q) - 0.01 * paper;
      });
    fc.assert(
      fc.property(
        quarter,
        quarter,
        quarter,
        quarter,
        fc.integer({ min: 15, max: 400 }),
        (a, b, c, d, paper) => {
          const ring = corners([0, 0], [a + b, 0], [a + b, c + d], [0, c]);
          const pairs = ['AB', 'BC', 'CD', 'AD', 'AC', 'BD'].map((pair): [string, number] => {
            const [p, q] = [...pair].map((one) => ring[one.charCodeAt(0) - 65]!);
            return [pair, Math.round(distance(p!, q!))];
          });
          const texts = textsAt(named(measured(bare, ...pairs)), paper);
          texts.forEach((p, i) =>
            texts.slice(i + 1).forEach((q) => expect([apart(p, q, paper), p.text, q.text]).toContain(true))
          );
        }
      ),
      { numRuns: 30 }
    );
  });

  it('goes round counter-clockwise from its first corner, and swings until a diagonal is measured', () => {
    expect(bare.tables.surveyRoom.get('room')!.corners[1]).toEqual({ x: 5000, y: 2000 });
    expect(row(sides)).toMatchObject({ state: 'open', missing: 1, wanted: ['A–C'], corners: [] });
    expect(told(sides)[0]!.message).toMatch(/may swing. A–C would hold it/);
    expect(refusal(sides, 'buildSurveyRoom', { id: 'room' })).toContain('not known yet');
  });

  it('has the shape that its lengths give, laid down where its first side was pointed out', () => {
    const one = measured(sides, ['AC', 5238]);
    expect(row(one).corners[0]).toEqual([1000, 2000]);
    expect(row(one).corners[2]).toEqual([5218.494, 5104.988]);
    const both = measured(one, ['BD', 5212]);
    expect(row(both).corners[2]).toEqual([5214.834, 5106.285]);
    expect(row(both).lengths.map(({ residual }) => residual)).toEqual([
      -1.746, -1.286, -1.752, -1.292, 2.178, 2.167
    ]);
    expect([row(both).worst, told(both)]).toEqual([[], []]);
    expect(row(both).lengths[0]).toMatchObject({
      between: 'A–B',
      certainty: 'measured',
      by: 'R. Hale',
      on: '3 May'
    });
  });

  it('names what may be off, and the one that is with more to tell by', () => {
    const off = measured(sides, ['AC', 5238], ['BD', 5260]);
    expect(row(off).worst).toHaveLength(6);
    expect(told(off).map(({ code }) => code)).toEqual(['survey.worst']);
  });

  it('refuses three lengths that cannot close by name, and changes nothing; what is not there, and what crosses itself', () => {
    expect(refusal(sides, 'measureRoom', { id: 'room', from: 1, to: 3, length: 7400 })).toMatch(
      /A–C of survey room room cannot be 7.400.mm: .*together are 7.315/i
    );
    expect(refusal(sides, 'measureRoom', { id: 'room', from: 1, to: 5, length: 100 })).toContain(
      '4 corners, A to D'
    );
    expect(refusal(sides, 'measureRoom', { id: 'room', from: 2, to: 2, length: 100 })).toContain('B–B');
    expect(refusal(sides, 'measureRoom', { id: 'room', from: 1, to: 2, length: 0 })).toContain(
      'more than zero'
    );
    const crossed = corners([0, 0], [4000, 3000], [4000, 0], [0, 3000]);
    expect(refusal(bare, 'addSurveyRoom', { storey: 'storey-1', corners: crossed })).toContain(
      'crosses itself'
    );
    const slanted = built(
      call('addSurveyRoom', {
        id: 'room',
        storey: 'storey-1',
        corners: corners([0, 0], [4000, 0], [2000, 3000])
      })
    );
    expect(refusal(slanted, 'setSurveyRoom', { id: 'room', square: true })).toContain('right angles');
  });

  it('measured anew it is known by whoever measures now; how it is known can be said by itself', () => {
    const later = act(sides, 'setProject', { measuring: { by: 'T. Crane', on: '9 June' } });
    const known = act(later, 'measureRoom', { id: 'room', from: 1, to: 2, certainty: 'assumed' });
    expect(row(known).lengths[0]).toMatchObject({ certainty: 'assumed', by: 'R. Hale' });
    const anew = measured(known, ['AB', 4212]);
    expect(row(anew).lengths[0]).toMatchObject({ certainty: 'measured', by: 'T. Crane', on: '9 June' });
    expect(row(measured(anew, ['AB', 4212])).lengths[0]).toMatchObject({ by: 'T. Crane' });
  });

  it('a slip that no other length shows is told by where corners were pointed out', () => {
    expect(told(measured(sides, ['AC', 5238])).map(({ code }) => code)).toEqual([]);
    const slipped = measured(sides, ['AC', 3238]);
    expect(told(slipped).map(({ code }) => code)).toContain('survey.unlike');
    expect(told(slipped).find(({ code }) => code === 'survey.unlike')!.message).toMatch(
      /A–C of 3.238.mm is least like it/
    );
  });

  it('what is assumed, and what would hold it, is to be measured', () => {
    const list = (project: Project) =>
      sizesToMeasure(new Model().at(project)).map(({ size, now, known, by }) =>
        [size, now, known, by].join('; ')
      );
    const assumed = act(sides, 'measureRoom', { id: 'room', from: 1, to: 2, certainty: 'assumed' });
    expect(list(assumed)).toEqual(['A–B; 4\u00a0210\u00a0mm; assumed; R. Hale', 'A–C; ; not measured; ']);
    expect(reviewProject(new Model().at(assumed)).map(({ code }) => code)).toContain('size.assumed');
    expect(list(measured(sides, ['AC', 5238]))).toEqual([]);
  });

  it('declared square it is known from sides alone, with what that costs', () => {
    const square = act(sides, 'setSurveyRoom', { id: 'room', square: true });
    expect(row(square)).toMatchObject({ state: 'known', squareCosts: null });
    expect(row(square).lengths.map(({ residual }) => Math.round(residual!))).toEqual([8, 8, -7, -7]);
    const denied = measured(square, ['AC', 5278]);
    expect(row(denied).squareCosts).toBeGreaterThan(9);
    expect(told(denied).map(({ code }) => code)).toEqual(['survey.askew']);
    // One side less is known from the others.
    const less = act(square, 'measureRoom', { id: 'room', from: 3, to: 4, length: null });
    expect(row(less)).toMatchObject({ state: 'known', wanted: [] });
  });

  it('is built with the inner faces of walls along it', () => {
    const shaped = measured(sides, ['AC', 5238]);
    const house = act(shaped, 'buildSurveyRoom', { id: 'room', thickness: 300 });
    const model = storeyModelIn(new Model().at(house), 'storey-1');
    expect(model.walls).toHaveLength(4);
    const clear = row(house).corners;
    for (const { frame } of model.walls) {
      const near = clear.filter(([x, y]) => {
        const off = (x - frame.origin.x) * frame.left.x + (y - frame.origin.y) * frame.left.y;
        return Math.min(Math.abs(off - frame.y0), Math.abs(off - frame.y1)) < 0.01;
      });
      expect(near.length).toBeGreaterThan(1);
    }
    expect(refusal(house, 'buildSurveyRoom', { id: 'room' })).toContain('built already');
  });

  it('turned over it goes round the other way, with the same lengths between the same corners', () => {
    const shaped = measured(sides, ['AC', 5238]);
    const over = mirrorIn({ x: 0, y: 0 }, { x: 0, y: 1000 });
    const room = shaped.tables.surveyRoom.get('room')!;
    const other = declarationOf(shaped, room).moved!(room, over);
    const [p, q] = [row(shaped).corners, shapeRoom(other).ring.map(({ x, y }) => [x, y] as const)];
    const gap = (list: readonly (readonly [number, number])[], i: number, k: number) =>
      distance({ x: list[i]![0], y: list[i]![1] }, { x: list[k]![0], y: list[k]![1] });
    expect(gap(q, 0, 1)).toBeCloseTo(gap(p, 0, 1), 2);
    expect(ringArea(q.map(([x, y]) => ({ x, y })))).toBeLessThan(0);
    expect(gap(q, 0, 2)).toBeCloseTo(gap(p, 0, 2), 2);
  });
});
