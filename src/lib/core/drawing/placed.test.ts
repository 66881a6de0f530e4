import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dot, scale } from '../geometry/point';
import { chainSizes } from '../kinds/dimension/sizes';
import { Model } from '../model/graph';
import { writePlanSvg } from '../exchange/plan-svg';
import { settingsOf } from '../document/project';
import type { Project } from '../document/kind';
import { reviewProject } from '../review/review';
import { act, twoRooms } from '../testing/house';
import { dimensionStrings } from './dimensions';
import { buildings } from '../kinds/wall/stages';
import { freeSizes } from './free-sizes';
import { drawNotes, placedStrings } from './placed';
import { marksBox } from '../display/box';
import { dimensionMark, plainMarks } from '../display/dimension';
import { planDrawing } from './plan-drawing';

const paper = 75;
const west = { wall: 'west', side: 'right' };
const east = { wall: 'east', side: 'right' };
const stringsOf = (project: Project) => placedStrings(project, 'storey-1', settingsOf(project), paper);
const marksOf = (project: Project) =>
  plainMarks(
    [
      ...stringsOf(project).map((string) => dimensionMark(string, string.dimension)),
      ...drawNotes(project, 'storey-1', paper)
    ],
    paper
  );
const place = (
  project: Project,
  at: { x: number; y: number },
  more: object = {},
  ends: object[] = [west, east]
) => act(project, 'addDimension', { storey: 'storey-1', ends, at, ...more });
const automatic = (project: Project) => {
  const model = new Model();
  const storey = model.storey(project, 'storey-1')!;
  const surrounds = model.at(project).get(buildings, 'storey-1');
  return dimensionStrings(
    storey,
    surrounds,
    settingsOf(project),
    { paper, room: Infinity },
    stringsOf(project)
  );
};
/** Strings along the south side: how far out, and their stops. */
const south = (project: Project) =>
  automatic(project).filter(({ out, along }) => out.y < -0.9 && along.x > 0.9);

describe('strings by hand', () => {
  it('their sizes are placed where a thing shows nothing, too', () => {
    const strings = stringsOf(place(twoRooms(), { x: 300, y: 1000 }));
    expect(freeSizes(strings, [[]], [], paper)).toHaveLength(1);
  });
  it('stops lie as far apart as the sizes, wherever and however the house lies', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6.2, noNaN: true }),
        fc.integer({ min: -5000, max: 12_000 }),
        (turn, y) => {
          const project = place(twoRooms(turn), { x: 300, y }, {}, [
            west,
            { wall: 'p', side: 'centre' },
            east
          ]);
          const [string] = stringsOf(project);
          const sizes = chainSizes(project, string!.ends)!;
          string!.stops
            .slice(1)
            .forEach((stop, i) => expect(stop - string!.stops[i]!).toBeCloseTo(sizes[i]!, 2));
          expect(Math.abs(dot(string!.along, string!.out))).toBeLessThan(1e-9);
        }
      ),
      { numRuns: 40 }
    ));
  it('extension lines begin at what is measured, and none is needed within it', () => {
    const [outside] = stringsOf(place(twoRooms(), { x: 0, y: -2000 }));
    expect(outside!.level - outside!.froms[0]!).toBeCloseTo(2000 - 1.5 * paper, 3);
    const [inside] = stringsOf(place(twoRooms(), { x: 0, y: 2500 }));
    expect(inside!.froms.map((from) => from - inside!.level)).toEqual([0, 0]);
  });
  it('walls moved past each other are told in the order in which they lie; askew ones not at all', () => {
    const ends = [west, { wall: 'p', side: 'left' }, { wall: 'q', side: 'right' }];
    const project = place(twoRooms(), { x: 0, y: 2500 }, { id: 'd' }, ends);
    const passed = act(act(project, 'deleteItems', { ids: ['r'] }), 'moveWalls', {
      ids: ['q'],
      by: { x: -3000, y: 0 }
    });
    const [string] = stringsOf(passed);
    expect(string!.ends.map((end) => 'wall' in end && end.wall)).toEqual(['west', 'q', 'p']);
    expect(string!.sizes.map(({ text }) => text)).toEqual(['2\u00a0660', '1\u00a0280']);
    const askew = act(passed, 'turnItems', { ids: ['q'], about: { x: 2600, y: 3000 }, angle: 6 });
    expect(stringsOf(askew)).toEqual([]);
    expect(marksOf(askew)).toEqual([]);
    const [lost] = reviewProject(new Model().at(askew)).filter(({ code }) => code === 'mark.askew');
    expect(lost!.message).toBe('Dimension d cannot be shown: what it lies between is not parallel any more.');
  });
  it('assumed sizes are dotted, unknown ones asked, locked ones framed', () => {
    const pens = (more: object) =>
      marksOf(place(twoRooms(), { x: 0, y: -2000 }, more)).flatMap((mark) =>
        mark.kind === 'lines' ? [mark.pen] : []
      );
    expect(pens({})).not.toContain('dotted');
    expect(pens({ certainty: 'assumed' })).toContain('dotted');
    const text = (more: object) =>
      marksOf(place(twoRooms(), { x: 0, y: -2000 }, more)).find((mark) => mark.kind === 'text')!;
    expect(text({ certainty: 'unknown' })).toMatchObject({ text: '? 9\u00a0000' });
    const thin = (more: object) =>
      marksOf(place(twoRooms(), { x: 0, y: -2000 }, more)).find(
        (mark) => mark.kind === 'lines' && mark.pen === 'thin'
      )!;
    const lines = (mark: ReturnType<typeof thin>) => (mark.kind === 'lines' ? mark.points.length / 2 : 0);
    expect(lines(thin({ locked: true })) - lines(thin({}))).toBe(4);
  });
  it('the automatic strings keep clear of them, and do not tell again what they tell', () => {
    const plain = twoRooms();
    const before = south(plain);
    expect(before.map(({ what }) => what)).toEqual(['faces', 'overall']);
    const told = south(place(plain, { x: 0, y: -500 }));
    expect(told.map(({ what }) => what)).toEqual(['faces']);
    const gap = 6.2 * paper;
    for (const y of [-300, -460, -800, -1000, -1500]) {
      const project = place(plain, { x: 0, y }, {}, [
        { wall: 'p', side: 'left' },
        { wall: 'q', side: 'right' }
      ]);
      const [own] = stringsOf(project);
      const level = dot(scale(own!.out, own!.level), { x: 0, y: -1 });
      for (const string of south(project))
        expect(Math.abs(string.level - level)).toBeGreaterThanOrEqual(gap - 1e-6);
    }
  });
  it('an angle has its arc and its size; a note its leader, and their words have room in the print', () => {
    let project = act(twoRooms(), 'addAngle', {
      ...{
        id: 'a',
        storey: 'storey-1',
        from: { wall: 'south', side: 'right' },
        to: { wall: 'west', side: 'right' }
      },
      at: { x: -1000, y: -1000 }
    });
    const arc = marksOf(project).find((mark) => mark.kind === 'arc')!;
    expect(arc.kind === 'arc' && [arc.centre, arc.a1 - arc.a0]).toEqual([
      { x: 0, y: 0 },
      expect.closeTo(Math.PI / 2, 9)
    ]);
    expect(marksOf(project).find((mark) => mark.kind === 'text')).toMatchObject({
      text: '90°',
      subject: 'a'
    });
    project = act(project, 'addNote', {
      storey: 'storey-1',
      wall: 'south',
      at: { x: 5000, y: 0 },
      to: { x: 6000, y: -3000 },
      text: 'Underpin in bays of a metre'
    });
    const box = marksBox(marksOf(project), paper)!;
    expect(box.maxX).toBeGreaterThan(6000 + 26 * 2.3 * 0.5 * paper);
    const svg = writePlanSvg(new Model().at(project), 'storey-1', paper)!;
    expect(svg).toContain('Underpin in bays of a metre');
    expect(svg).toContain('id="dimensions-placed"');
    expect(svg).not.toContain('guide');
  });
});

describe('what is not sure', () => {
  it('is dotted in the plan, in the strings that tell it, and listed to be measured again', () => {
    let project = act(twoRooms(), 'setWalls', { ids: ['p'], certainty: 'assumed' });
    project = act(project, 'setOpening', { id: 'window', certainty: 'unknown' });
    project = place(project, { x: 0, y: -2000 }, { id: 'd', certainty: 'assumed' });
    const model = new Model();
    const dotted = new Set(
      planDrawing(model.at(project), 'storey-1', { paper: 75 })
        .things.flat()
        .flatMap((mark) => ('pen' in mark && mark.pen === 'dotted' ? [mark.subject] : []))
    );
    expect(dotted).toEqual(new Set(['p', 'window']));
    const unsure = automatic(project).flatMap(({ sizes }) => sizes.filter((size) => size.unsure));
    expect(unsure.length).toBeGreaterThan(3);
    const found = reviewProject(model.at(project)).filter(({ code }) => code === 'size.assumed');
    expect(found.map(({ message }) => message.replace(/\s/g, ' '))).toEqual([
      'The sizes of wall p are assumed.',
      'The sizes of the 1 500 mm wide window W01 in wall north are not known.',
      'The sizes of dimension d are assumed.'
    ]);
    const sure = act(project, 'setWalls', { ids: ['p'], certainty: 'measured' });
    expect(
      planDrawing(model.at(sure), 'storey-1', { paper: 75 })
        .things.flat()
        .filter(({ subject }) => subject === 'p')
        .some((mark) => 'pen' in mark && mark.pen === 'dotted')
    ).toBe(false);
  });
});
