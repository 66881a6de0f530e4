/** Survey runs: entered, held against their overall length, put right, and built. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Project } from '../../document/kind';
import { Model } from '../../model/graph';
import { reviewProject } from '../../review/review';
import { act, built, call, refusal } from '../../testing/house';
import { inch } from '../../units/length';
import { textEnds } from '../../display/marks';
import { planOfSurveys } from './plan';
import { surveyRows } from './schedule';

const at = { x: 1000, y: 2000 };
const entered = (lengths: readonly number[], more: object = {}): Project =>
  built(
    call('addSurveyRun', {
      ...{ storey: 'storey-1', at, angle: 0, overall: 7200, tape: 0, ...more },
      pieces: lengths.map((length, i) => ({
        ...{ kind: i % 2 ? 'opening' : 'wall', length },
        ...(i % 2 && { sill: i === 1 ? 0 : 900, head: 2100 })
      }))
    })
  );
const run = (project: Project) => project.tables.surveyRun.get('survey-1')!;
const row = (project: Project) => surveyRows(new Model().at(project))[0]!;
const lengths = (project: Project) => run(project).pieces.map(({ length }) => length);
const codes = (project: Project) =>
  reviewProject(new Model().at(project))
    .map(({ code }) => code)
    .filter((code) => code.startsWith('survey'));

describe('a survey run', () => {
  const short = entered([1300, 1790, 1610, 1200, 1200]);

  it('tells its sum, its closing error and what may have caused it; nothing is changed unasked', () => {
    expect(row(short)).toMatchObject({ sum: 7100, overall: 7200, closingError: 100 });
    expect(row(short).causes[0]).toMatchObject({ cause: 'off', change: 100, pieces: [] });
    expect(codes(short)).toEqual(['survey.off']);
    expect(codes(act(short, 'setSurveyRun', { id: 'survey-1', tape: 40 }))).toEqual([]);
    expect(row(act(short, 'setSurveyRun', { id: 'survey-1', overall: null }))).toMatchObject({
      ...{ closingError: null, causes: [] }
    });
  });
  it('is written at any scale so that no length meets the next; those without room are left out', () => {
    const texts = (paper: number) =>
      planOfSurveys(new Model().at(short), 'storey-1', 'measure', paper)
        .flat()
        .flatMap((mark) => (mark.kind === 'text' ? [mark] : []));
    expect(texts(50)).toHaveLength(5);
    expect(texts(2000)).toEqual([]);
    for (const paper of [50, 75, 100, 150, 200]) {
      const all = texts(paper).map((text) => textEnds(text, paper).map(({ x }) => x));
      all.slice(1).forEach(([from], i) => expect(from).toBeGreaterThanOrEqual(all[i]![1]!));
      expect(new Set(texts(paper).map((text) => Math.round(((2000 - text.at.y) / paper) * 10)))).toEqual(
        new Set([23])
      );
    }
  });
  it('is put right by a cause in a piece, by a piece left out or written twice, or by spreading', () => {
    const mend = (args: object, project = short) =>
      act(project, 'mendSurveyRun', { id: 'survey-1', ...args });
    expect(lengths(mend({ cause: 'off', change: 100, piece: 3 }))).toEqual([1300, 1790, 1710, 1200, 1200]);
    expect(codes(mend({ cause: 'off', change: 100, piece: 3 }))).toEqual([]);
    const left = mend({ cause: 'leftOut', change: 100, piece: 3 });
    expect(run(left).pieces[3]).toMatchObject({ kind: 'opening', length: 100, certainty: 'assumed' });
    const twice = entered([1300, 1300, 1710]);
    expect(lengths(mend({ cause: 'twice', change: -1300, piece: 2 }, twice))).toEqual([1300, 1710]);
    const spread = act(short, 'spreadSurveyRun', { id: 'survey-1' });
    expect(lengths(spread).reduce((sum, one) => sum + one, 0)).toBeCloseTo(7200, 6);
    expect(lengths(spread)[1]! / 1790).toBeCloseTo(7200 / 7100, 4);
    expect(lengths(act(short, 'spreadSurveyRun', { id: 'survey-1', piece: 5 }))).toEqual([
      ...[1300, 1790, 1610, 1200, 1300]
    ]);
  });
  it('read from one end: each length from the one before; a reading that goes back is refused', () => {
    const running = entered([1300, 3090, 4800], { running: true });
    expect([lengths(running), run(running).running]).toEqual([[1300, 1790, 1710], true]);
    const back = refusal(built(), 'addSurveyRun', {
      ...{ storey: 'storey-1', at, running: true },
      pieces: [{ length: 1300 }, { length: 1200 }]
    });
    expect(back).toContain('Piece 2 is read at 1\u00a0200');
  });
  it('becomes walls from gap to gap, with its doors, windows and piers where they were measured', () => {
    const project = act(short, 'setSurveyRun', {
      id: 'survey-1',
      name: 'street front',
      angle: 90,
      pieces: [
        { length: 1300 },
        { kind: 'opening', length: 900, sill: 0, head: 2100 },
        { length: 1500 },
        { kind: 'gap', length: 800 },
        { length: 600 },
        { kind: 'pier', length: 330, depth: 440 },
        { kind: 'opening', length: 1200, sill: 900, head: 2100 },
        { length: 700 }
      ]
    });
    const house = act(project, 'buildSurveyRun', { id: 'survey-1', thickness: 300, outside: 'right' });
    const walls = run(house).walls.map((id) => house.tables.wall.get(id)!);
    expect(walls.map(({ a, b, name }) => [a.y, b.y, name])).toEqual([
      [2000, 5700, 'street front'],
      [6500, 9330, 'street front']
    ]);
    const model = new Model();
    const places = [...model.storey(house, 'storey-1')!.places.values()].flat();
    expect(places.map(({ t0, t1, z0, z1, opening }) => [t0, t1, z0, z1, opening.filling])).toEqual([
      [1300, 2200, 0, 2100, 'door'],
      [930, 2130, 900, 2100, 'window']
    ]);
    const [pier] = [...house.tables.column.values()];
    expect(pier!.at).toEqual({ x: 1000 - 150, y: 6500 + 600 + 165 });
    expect(refusal(house, 'buildSurveyRun', { id: 'survey-1' })).toContain('built already');
    const without = act(house, 'deleteItems', { ids: run(house).walls });
    expect(run(without).walls).toEqual([]);
    expect(refusal(without, 'buildSurveyRun', { id: 'survey-1', thickness: 300 })).toBe('');
  });
  it.each([
    ['outer', 'left'],
    ['outer', 'right'],
    ['inner', 'left'],
    ['inner', 'right']
  ] as const)(
    'its recesses are thinner walls that share the far face, measured along the %s face',
    (face, outside) => {
      const project = act(short, 'setSurveyRun', {
        id: 'survey-1',
        thickness: 300,
        pieces: [
          { length: 1200 },
          { kind: 'recess', length: 800, depth: 120 },
          { kind: 'opening', length: 900, sill: 0, head: 2100, depth: 90, trim: 70 },
          { length: 700 }
        ]
      });
      const args = { id: 'survey-1', face, outside };
      const house = act(project, 'buildSurveyRun', args);
      const model = new Model().storey(house, 'storey-1')!;
      const bodies = run(house).walls.map((id) => {
        const { origin, left, length, y0, y1 } = model.frames.get(id)!;
        const [p, q] = [y0, y1].map((y) => (origin.y - at.y + left.y * y).toFixed(3)).sort();
        return [length, Math.min(Number(p), Number(q)), Math.max(Number(p), Number(q))];
      });
      // Into the wall from the line that was measured along.
      const into = (outside === 'left' ? -1 : 1) * (face === 'inner' ? -1 : 1);
      const between = (near: number) => [into * near + 0, into * 300].sort((p, q) => p - q);
      expect(bodies).toEqual([
        [1200, ...between(0)],
        [800, ...between(120)],
        [1600, ...between(0)]
      ]);
      const [door] = [...house.tables.opening.values()];
      const casing = { [face === 'outer' ? 'outside' : 'inside']: { width: 70, thickness: 20 } };
      expect(door!.overrides).toEqual(face === 'outer' ? { frame: { recess: 90 }, casing } : { casing });
      expect(refusal(project, 'buildSurveyRun', { ...args, thickness: 120 })).toContain(
        'Piece 2 is let in by 120\u00a0mm'
      );
    }
  );
  it('refuses a run of no length, a head under its sill, a piece that is not there, and leaves all as it was', () => {
    const says = (name: string, args: object) => refusal(short, name, { id: 'survey-1', ...args });
    expect(says('setSurveyRun', { pieces: [{ length: 0 }] })).toContain('length of piece 1');
    expect(
      says('setSurveyRun', { pieces: [{ kind: 'opening', length: 900, sill: 900, head: 800 }] })
    ).toContain('head');
    expect(says('setSurveyRun', { overall: -4 })).toContain('overall length');
    expect(says('mendSurveyRun', { cause: 'off', change: 10, piece: 9 })).toContain('has 5 pieces');
    expect(says('mendSurveyRun', { cause: 'off', change: 10 })).toContain('none');
    expect(says('mendSurveyRun', { cause: 'off', change: -1300, piece: 1 })).toContain('piece 1');
    const bare = act(short, 'setSurveyRun', { id: 'survey-1', pieces: [], overall: null });
    expect(refusal(bare, 'buildSurveyRun', { id: 'survey-1' })).toContain('no piece');
    expect(refusal(bare, 'spreadSurveyRun', { id: 'survey-1' })).toContain('no overall length');
  });
  it('in inches: the fraction that was dropped is the cause', () => {
    const feet = act(built(), 'setProject', { units: { system: 'ft', fineness: 8 } });
    const cabin = act(feet, 'addSurveyRun', {
      ...{ id: 'old', storey: 'storey-1', at, overall: 288 * inch, tape: 0 },
      pieces: [96, 36, 60.625, 48, 47].map((one) => ({ length: one * inch }))
    });
    expect(row(cabin).causes[0]).toMatchObject({ cause: 'fraction', change: 9.525, pieces: [1, 2, 4, 5] });
  });
  it('law: spread it closes, whatever was measured, and no piece changes more than its part', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 100, max: 5000 }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: -60, max: 60 }),
        (list, off) => {
          const sum = list.reduce((all, one) => all + one, 0);
          const project = entered(list, { overall: sum + off });
          const now = lengths(act(project, 'spreadSurveyRun', { id: 'survey-1' }));
          expect(now.reduce((all, one) => all + one, 0)).toBeCloseTo(sum + off, 4);
          now.forEach((one, i) => expect(Math.abs(one - list[i]! * (1 + off / sum))).toBeLessThan(0.02));
        }
      ),
      { numRuns: 50 }
    );
  });
});

describe('runs round a house', () => {
  const legs = [
    [0, 0, 0, 8400],
    [8400, 0, 90, 5200],
    [8400, 5200, 180, 8410],
    [-10, 5200, 270, 5215]
  ] as const;
  const round = built(
    ...legs.map(([x, y, angle, length], i) =>
      call('addSurveyRun', {
        ...{ id: `run-${i}`, storey: 'storey-1', at: { x, y }, angle },
        pieces: [{ length: 1000 }, { kind: 'opening', length: 1200 }, { length: length - 2200 }]
      })
    )
  );
  const rows = (project: Project) => surveyRows(new Model().at(project));
  const told = (project: Project) =>
    reviewProject(new Model().at(project)).filter(({ code }) => code === 'survey.ring');

  it('are found as a ring from any of them, with what is left over; a run that leads elsewhere is in none', () => {
    expect(rows(round).map(({ ring }) => ring?.over)).toEqual(Array(4).fill([-10, -15]));
    expect(rows(round)[2]!.ring!.runs).toEqual(['run-2', 'run-3', 'run-0', 'run-1']);
    expect(told(round)).toEqual([]);
    const slipped = act(round, 'setSurveyRun', { id: 'run-0', pieces: [{ length: 8300 }] });
    expect(told(slipped).map(({ numbers }) => Math.round(numbers.over!))).toEqual([
      Math.round(Math.hypot(-110, -15))
    ]);
    const open = act(round, 'deleteItems', { ids: ['run-2'] });
    expect(rows(open).every(({ ring }) => ring === null)).toBe(true);
    expect(refusal(open, 'closeSurveyRuns', { id: 'run-0', how: 'compass' })).toContain('in no ring');
  });

  it('come back by the compass rule as worked, or as of a square house, with what was measured in proportion', () => {
    const closed = act(round, 'closeSurveyRuns', { id: 'run-0', how: 'compass' });
    const starts = [0, 1, 2, 3].map((i) => closed.tables.surveyRun.get(`run-${i}`)!.at);
    const worked = [
      [0, 0],
      [8403.085, 4.628],
      [8404.995, 5207.493],
      [-1.916, 5212.127]
    ] as const;
    worked.forEach(([x, y], i) => {
      expect(starts[i]!.x).toBeCloseTo(x, 2);
      expect(starts[i]!.y).toBeCloseTo(y, 2);
    });
    expect(rows(closed)[0]!.ring!.over.every((off) => Math.abs(off) < 0.02)).toBe(true);
    const [piece] = closed.tables.surveyRun.get('run-0')!.pieces;
    expect(piece!.length).toBeCloseTo(1000 * (8403.086 / 8400), 2);
    const square = act(round, 'closeSurveyRuns', { id: 'run-0', how: 'square' });
    expect(
      [...square.tables.surveyRun.values()].map(
        ({ angle }) => Math.round((angle * 180) / Math.PI + 360) % 360
      )
    ).toEqual([0, 90, 180, 270]);
    expect(rows(square)[0]!.sum).toBeCloseTo(8404.997, 2);
  });
});
