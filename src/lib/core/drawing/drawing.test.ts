import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { columnRing } from '../kinds/column/shape';
import { commonArea } from '../testing/oracle';
import { type Call } from '../commands/register';
import { runScript } from '../commands/script';
import { Model } from '../model/graph';
import { settingsOf } from '../document/project';
import { dimensionStrings, endsOfSize } from './dimensions';
import { buildings } from '../kinds/wall/stages';
import { dimensionMark, placeOfSize, plainMarks } from '../display/dimension';
import { sizeNow } from '../kinds/dimension/sizes';
import { ringArea } from '../geometry/ring';
import { marksBox } from '../display/box';
import type { Mark } from '../display/marks';
import { act } from '../testing/house';
import type { Project, WorkStage } from '../document/kind';
import { planDrawing } from './plan-drawing';
import { setOutString } from './set-out';

const model = new Model();
const build = (...commands: Call[]) => {
  const result = runScript({ commands });
  if (!result.ok) throw new Error(result.problem.message);
  return result.project;
};
const rectangle = (more = {}): Call => ({
  name: 'drawRectangle',
  args: { storey: 'storey-1', corner: { x: 0, y: 0 }, width: 6000, depth: 4000, thickness: 200, ...more }
});
const opening = (filling: string, more = {}): Call => ({
  name: 'addOpening',
  args: { id: 'o', wall: 'wall-1', filling, distance: 2000, width: 1000, ...more }
});
const marksOf = (...commands: Call[]): Mark[] => {
  return planDrawing(model.at(build(...commands)), 'storey-1', { paper: 75 }).things.flat();
};
const lengthOf = (marks: Mark[], pen: string) =>
  marks
    .flatMap((mark) =>
      mark.kind === 'lines' && mark.pen === pen && mark.group === 'walls' ? [mark.points] : []
    )
    .flatMap((points) =>
      points.flatMap((p, i) => (i % 2 ? [Math.hypot(p.x - points[i - 1]!.x, p.y - points[i - 1]!.y)] : []))
    )
    .reduce((sum, v) => sum + v, 0);

describe('the plan', () => {
  it('strong lines run round the faces, outside and inside, and not across joints', () => {
    expect(lengthOf(marksOf(rectangle()), 'cut')).toBeCloseTo(20000 + 2 * (5600 + 3600), 6);
  });
  it('what only divides rooms is lighter than outer walls, and structure stronger than other plies', () => {
    const inside = marksOf(rectangle({ role: 'partition' }));
    expect([lengthOf(inside, 'cut'), lengthOf(inside, 'face')]).toEqual([0, 20000 + 18400]);
    const cavity = marksOf(rectangle({ buildUp: 'stone-cavity', thickness: undefined }));
    // Both borders of the block are drawn so, from both sides: 270 and 410 in from the outer face.
    const round = (depth: number) => 2 * (6000 + 4000 - 4 * depth);
    expect(lengthOf(cavity, 'face')).toBeCloseTo(2 * (round(270) + round(410)), 3);
  });
  it('a door takes its width out of both faces and adds two jambs', () => {
    const marks = marksOf(rectangle(), opening('door'));
    expect(lengthOf(marks, 'cut')).toBeCloseTo(20000 + 18400 - 2 * 1000 + 2 * 200, 6);
    const [swing] = marks.filter((mark) => mark.kind === 'arc');
    expect(swing).toMatchObject({ subject: 'o', radius: 940 });
    expect(swing?.kind === 'arc' ? swing.a1 - swing.a0 : NaN).toBeCloseTo(Math.PI / 2, 6);
  });
  it.each([
    ['near', 'inside', 2030, 200],
    ['far', 'inside', 2970, 200],
    ['near', 'outside', 2030, 0],
    ['far', 'outside', 2970, 0]
  ])('hung on the %s jamb, opening %s: the swing turns about %d, %d', (hinge, opens, x, y) => {
    const marks = marksOf(rectangle(), opening('door', { handing: { hinge, opens } }));
    const arc = marks.find((mark) => mark.kind === 'arc');
    expect(arc?.kind === 'arc' && [Math.round(arc.centre.x), Math.round(arc.centre.y)]).toEqual([x, y]);
  });
  it('a window shows its frame and glass; above the cut it is dashed', () => {
    const lines = (marks: Mark[]) =>
      marks.flatMap((mark) => (mark.subject === 'o' && mark.kind === 'stroke' ? [mark.pen] : []));
    expect(lines(marksOf(rectangle(), opening('window')))).toEqual(['face', 'face', 'fine', 'fine', 'fine']);
    const high = opening('window', { sill: 1500, height: 600 });
    expect(lines(marksOf(rectangle(), high))).toEqual(['overhead', 'overhead']);
    expect(lines(marksOf(rectangle(), opening('none')))).toEqual(['overhead', 'overhead']);
  });
  it('a low wall is drawn lighter, a free end is closed', () => {
    const low: Call = {
      name: 'drawWall',
      args: { storey: 'storey-1', a: { x: 0, y: 0 }, length: 3000, angle: 0, thickness: 200, height: 900 }
    };
    const marks = marksOf(low);
    expect(lengthOf(marks, 'cut')).toBe(0);
    expect(lengthOf(marks, 'face')).toBeCloseTo(2 * 3000 + 2 * 200, 6);
    expect(marks.filter((mark) => mark.group === 'walls low')).toHaveLength(1);
  });
  it('the same lists as long as nothing they show changed', () => {
    const project = build(rectangle(), opening('door'));
    const lists = (one: Project) => planDrawing(model.at(one), 'storey-1', { paper: 75 }).things;
    const moved = act(project, 'setOpening', { id: 'o', distance: 2500 });
    const named = act(project, 'setProject', { name: 'Otherwise' });
    expect(lists(named).every((list, i) => list === lists(project)[i])).toBe(true);
    expect(lists(moved).filter((list, i) => list !== lists(project)[i])).toHaveLength(1);
  });
  const fillOf = (marks: Mark[], which: (mark: Mark) => boolean) =>
    marks
      .filter((mark) => mark.kind === 'region' && which(mark))
      .flatMap((mark) => (mark.kind === 'region' ? mark.rings : []))
      .reduce((sum, ring) => sum + ringArea(ring), 0);
  it('a chimney: masonry without its fire, the flue dashed over it, the wall cut clear of it', () => {
    const flue = {
      ...{ across: -80, width: 200, depth: 200 },
      fire: { side: 'front', width: 700, height: 800, depth: 340 }
    };
    const chimney: Call = {
      name: 'addChimney',
      args: {
        ...{ id: 'c', storey: 'storey-1', at: { x: 3000, y: 400 }, width: 1200, depth: 600, flues: [flue] },
        top: { kind: 'height', height: 5000 }
      }
    };
    const marks = marksOf(rectangle(), chimney);
    expect(fillOf(marks, ({ subject }) => subject === 'c')).toBeCloseTo(1200 * 600 - 700 * 340, 3);
    const walls = fillOf(marksOf(rectangle()), () => true) - fillOf(marks, ({ group }) => group === 'walls');
    expect(walls).toBeCloseTo(1300 * (200 - 50), 3);
    const overhead = marks.flatMap((mark) =>
      mark.kind === 'stroke' && mark.pen === 'overhead' ? [mark] : []
    );
    expect(overhead.map(({ points }) => ringArea(points))).toEqual(
      [200 * 200].map((area) => expect.closeTo(area, 3))
    );
    // Both faces stop at the gap, and its three sides in the wall are cut.
    expect(lengthOf(marks, 'cut') - lengthOf(marksOf(rectangle()), 'cut')).toBeCloseTo(2 * 150, 3);
  });
  it('an outer ply turned into the jambs is filled as one, without a line inside it', () => {
    const cavity = rectangle({ buildUp: 'stone-cavity', thickness: undefined });
    const returned: Call = { name: 'setWalls', args: { ids: ['wall-1'], returnJambs: true } };
    const stone = (marks: Mark[]) =>
      fillOf(marks, (mark) => mark.kind === 'region' && mark.subject === 'wall-1' && mark.hatch === 'stone');
    const [plain, turned] = [
      marksOf(cavity, opening('window')),
      marksOf(cavity, opening('window'), returned)
    ];
    expect(stone(turned) - stone(plain)).toBeCloseTo(2 * 100 * (50 + 120 + 140), 3);
    const thin = (marks: Mark[]) => {
      const own = marks.filter(({ subject }) => subject === 'wall-1');
      return lengthOf(own, 'thin') + lengthOf(own, 'face');
    };
    // Gone: three lines of 100 at each jamb, drawn from both sides; new: where it meets the plies it covers.
    expect(thin(turned) - thin(plain)).toBeCloseTo(2 * (-6 * 100 + 310), 3);
  });
  it('law: a wall with a column in it, however turned, is filled to the column and no further', () => {
    const cavity = rectangle({ buildUp: 'stone-cavity', thickness: undefined });
    const whole = fillOf(marksOf(cavity), () => true);
    fc.assert(
      fc.property(
        fc.integer({ min: 800, max: 5200 }),
        fc.integer({ min: -300, max: 700 }),
        fc.integer({ min: 0, max: 90 }),
        fc.boolean(),
        (x, y, angle, round) => {
          const profile = round
            ? { kind: 'round', diameter: 300 }
            : { kind: 'rectangle', width: 400, depth: 200 };
          const post: Call = {
            name: 'addColumn',
            args: { id: 'post', storey: 'storey-1', at: { x, y }, angle, profile }
          };
          const marks = marksOf(cavity, post);
          const ring = columnRing(build(cavity, post).tables.column.get('post')!);
          const wall = [
            { x: -1e4, y: 0 },
            { x: 1e4, y: 0 },
            { x: 1e4, y: 425 },
            { x: -1e4, y: 425 }
          ];
          const taken = commonArea([ring], [wall]);
          const filled = fillOf(marks, ({ group }) => group === 'walls');
          expect(Math.abs(whole - filled - taken)).toBeLessThan(1);
        }
      ),
      { numRuns: Number(process.env.LAW_RUNS ?? 40) }
    );
  });
  it('a column that ends below the cut is drawn lighter, one that begins above it dashed', () => {
    const column = (more: object): Call => ({
      name: 'addColumn',
      args: { storey: 'storey-1', at: { x: 3000, y: 2000 }, ...more }
    });
    const penOf = (more: object) =>
      marksOf(column(more)).flatMap((mark) => (mark.kind === 'stroke' ? [mark.pen] : []));
    expect(penOf({})).toEqual(['cut']);
    expect(penOf({ top: { kind: 'height', height: 900 } })).toEqual(['face']);
    expect(penOf({ base: 1500 })).toEqual(['overhead']);
  });
  it('a roof is drawn once along each ridge, hip and eave, where one works on it; else its eaves', () => {
    const project = build(rectangle(), {
      name: 'addRoof',
      args: { storey: 'storey-1', pitch: 30, overhang: 0 }
    });
    const count = (at: WorkStage) =>
      planDrawing(model.at(project), 'storey-1', { paper: 75, at })
        .over.flat()
        .map((mark) => mark.kind === 'lines' && mark.points.length / 2);
    expect([count('roof'), count('walls')]).toEqual([[4, 4 + 1], [4]]);
    expect(marksBox([])).toBeUndefined();
  });
});

describe('automatic dimensions', () => {
  const strings = (paper: number, ...commands: Call[]) => {
    const project = build(...commands);
    const storey = model.storey(project, 'storey-1')!;
    const surrounds = model.at(project).get(buildings, 'storey-1');
    return dimensionStrings(storey, surrounds, settingsOf(project), { paper, room: Infinity });
  };
  const south = (paper: number, ...commands: Call[]) =>
    strings(paper, ...commands).filter(({ along, out }) => along.x > 0.9 && out.y < 0);
  it('openings, wall faces, overall: from the inside outwards', () => {
    const partition: Call = {
      name: 'drawWall',
      args: {
        storey: 'storey-1',
        a: { x: 4000, y: 0 },
        b: { x: 4000, y: 4000 },
        thickness: 100,
        settingOut: 'centre',
        role: 'partition'
      }
    };
    const list = south(75, rectangle(), opening('door'), partition);
    expect(list.map(({ what }) => what)).toEqual(['openings', 'faces', 'overall']);
    expect(list.map(({ stops }) => stops.map(Math.round))).toEqual([
      [0, 2000, 3000, 6000],
      [0, 200, 3950, 4050, 5800, 6000],
      [0, 6000]
    ]);
    // What the south side tells the north side does not tell again.
    const all = strings(75, rectangle(), opening('door'), partition);
    expect(all.filter(({ out }) => out.y > 0.9)).toEqual([]);
    expect(all.filter(({ along }) => along.y > 0.9).map(({ what }) => what)).toEqual(['faces', 'overall']);
    expect(list[0]!.level).toBeLessThan(list[1]!.level);
  });
  it('an opening set out from a face is told from that face, in the strings and by itself', () => {
    const faced: Call = {
      name: 'addOpening',
      args: {
        ...{
          wall: 'wall-1',
          filling: 'door',
          end: 'a',
          origin: { kind: 'face', wall: 'wall-4', side: 'left' }
        },
        ...{ to: 'near', distance: 1480, width: 1000 }
      }
    };
    const first = south(75, rectangle(), faced)[0]!;
    expect(first.sizes.map(({ text }) => text.replace('\u00a0', ''))).toContain('1480');
    const told = (...more: Call[]) => {
      const project = build(rectangle(), faced, ...more);
      const string = setOutString(model.storey(project, 'storey-1')!, 'opening-1', settingsOf(project), 75);
      return string?.sizes.map(({ text }) => text);
    };
    expect(told()).toEqual(['1\u00a0480', '1\u00a0000']);
    const centred: Call = { name: 'setOpening', args: { id: 'opening-1', to: 'centre', distance: 2345 } };
    expect(told(centred)).toEqual(['2\u00a0345']);
    expect(told({ name: 'deleteItems', args: { ids: ['opening-1'] } })).toBeUndefined();
  });
  it('a second unit stands in brackets beside the first', () => {
    const both: Call = { name: 'setProject', args: { secondUnits: { system: 'ft', fineness: 16 } } };
    const texts = south(75, rectangle(), both).flatMap(({ sizes }) => sizes.map(({ text }) => text));
    expect(texts.at(-1)).toBe(`6\u00a0000 [19'-8 1/4"]`);
  });
  it('each size lies where it is drawn, and tells what it is measured between', () => {
    const door = opening('door');
    const project = build(rectangle(), door);
    const storey = model.storey(project, 'storey-1')!;
    for (const string of strings(75, rectangle(), door)) {
      const texts = plainMarks([dimensionMark(string)], 75).filter((mark) => mark.kind === 'text');
      string.sizes.forEach((size, i) => {
        const { at } = placeOfSize(string, size, 75);
        expect(texts.some((mark) => mark.at.x === at.x && mark.at.y === at.y)).toBe(true);
        const ends = endsOfSize(storey, string, i)!;
        expect(sizeNow(project, ...ends)).toBeCloseTo(string.stops[i + 1]! - string.stops[i]!, 6);
      });
    }
  });
  it('every string sums to the overall', () => {
    for (const { stops, sizes } of south(75, rectangle(), opening('window'))) {
      const told = sizes.reduce((sum, { text }) => sum + Number(text.replaceAll('\u00a0', '')), 0);
      expect(told).toBe(Math.round(stops.at(-1)! - stops[0]!));
    }
  });
  it('in so much room: the innermost go first', () => {
    const project = build(rectangle(), opening('door'));
    const surrounds = model.at(project).get(buildings, 'storey-1');
    const within = (room: number) =>
      dimensionStrings(model.storey(project, 'storey-1')!, surrounds, settingsOf(project), {
        paper: 75,
        room
      })
        .filter(({ out }) => out.y < -0.9)
        .map(({ what }) => what);
    expect(within(40)).toEqual(['openings', 'faces', 'overall']);
    expect(within(12)).toEqual(['overall']);
    expect(within(4)).toEqual([]);
  });
  it('a turned house is dimensioned square to itself', () => {
    const corners = [
      [0, 0],
      [5196.152, 3000],
      [3196.152, 6464.102],
      [-2000, 3464.102]
    ].map(([x, y]) => ({ x: x!, y: y! }));
    const run: Call = {
      name: 'drawRun',
      args: { storey: 'storey-1', points: corners, close: true, thickness: 200 }
    };
    const overall = strings(75, run).filter(({ what }) => what === 'overall');
    expect(overall.map(({ stops }) => Math.round(stops.at(-1)! - stops[0]!)).sort()).toEqual([4000, 6000]);
  });
  it('an open run is told by its faces; marks carry ticks, lines and texts in one ink', () => {
    const wall: Call = {
      name: 'drawWall',
      args: { storey: 'storey-1', a: { x: 0, y: 0 }, length: 3000, angle: 0, thickness: 200 }
    };
    const texts = strings(75, wall).flatMap(({ sizes }) => sizes.map(({ text }) => text));
    expect(texts).toEqual(['3\u00a0000', '200']);
    const marks = plainMarks(
      south(75, rectangle()).map((one) => dimensionMark(one)),
      75
    );
    expect(new Set(marks.map(({ ink }) => ink))).toEqual(new Set(['tide']));
    expect(marks.filter(({ kind }) => kind === 'text').length).toBe(3 + 1);
  });
});
