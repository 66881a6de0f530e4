import { expect, it } from 'vitest';
import { leftOutWords, lineAt } from '../kernels/survey/line-drawing';
import { distance } from '../geometry/point';
import { example } from '../testing/house';
import { Model } from '../model/graph';
import { writePlanSvg } from './plan-svg';
import { readSvg } from './svg-read';

const drawing = (text: string) => {
  const read = readSvg(text);
  if (!read.ok) throw new Error(read.code);
  return read.drawing;
};
const page = (within: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="420mm" height="297mm" viewBox="0 0 420 297">${within}</svg>`;
const lengthOf = (text: string) => {
  const { layerOf, ...one } = drawing(text);
  return [...layerOf.keys()].reduce((sum, i) => sum + distance(...lineAt(one, i)), 0);
};

it('shapes of every kind, turned, scaled and in groups', () => {
  const within = [
    '<g id="walls" transform="translate(10 20) scale(2)"><rect x="1" y="2" width="30" height="20"/>',
    '<g transform="rotate(30)"><polygon points="0,0 10,0 10,10"/><line x1="0" y1="0" x2="0" y2="8"/></g></g>',
    '<g id="other"><circle cx="200" cy="100" r="10"/><path d="M50 50h10v10H50zM70 70A5 5 0 0 1 80 70"/>',
    '<text x="5" y="6" font-size="3">Kitchen &amp; hall</text></g>',
    '<defs><path d="M0 0L400 290"/></defs><g display="none"><path d="M0 0L400 290"/></g><image/>'
  ];
  const one = drawing(page(within.join('')));
  expect(one.layers.map(({ name }) => name)).toEqual(['walls', 'other']);
  const straight = 2 * (100 + 20 + Math.SQRT2 * 10 + 8) + 40;
  expect(lengthOf(page(within.join('')))).toBeCloseTo(straight + 25 * Math.PI, 1);
  expect(one.texts.map(({ text }) => text)).toEqual(['Kitchen & hall']);
  expect(one.leftOut).toEqual([{ name: 'pictures', count: 1 }]);
  expect(one.unit.mm).toBeCloseTo(1, 9);
});

it('what is drawn under a name is brought again, in its place and size; what is not there is left out and told', () => {
  const within = [
    '<defs><g id="leaf"><path d="M0 0h10"/></g></defs>',
    '<symbol id="bay" viewBox="0 0 10 10"><path d="M0 0v10"/></symbol>',
    '<use href="#leaf" x="20" y="30"/><g transform="scale(2)"><use xlink:href="#leaf" transform="rotate(90)"/></g>',
    '<use href="#bay" x="100" y="50" width="40" height="20"/><svg x="5" width="8" height="8" viewBox="0 0 4 4">',
    '<path d="M1 1h2"/></svg><use href="#nothing"/><path d="M1 1h90" visibility="hidden"/>'
  ];
  const one = drawing(page(within.join('')));
  const pieces = [...one.layerOf.keys()].map((i) => lineAt(one, i).map((p) => [p.x, p.y].map(Math.round)));
  const at = (...ends: [number, number][]) => ends.map(([x, y]) => [x, 70 - y]);
  expect(pieces).toEqual([
    at([20, 30], [30, 30]),
    at([0, 0], [0, 20]),
    at([110, 50], [110, 70]),
    at([7, 2], [11, 2])
  ]);
  expect(leftOutWords(one)).toBe('copies of what is not there (1)');
  const endless = '<g id="a"><path d="M0 0h1"/><use href="#a"/><use href="#a"/></g>';
  expect(readSvg(page(endless))).toEqual({ ok: false, code: 'svg.much' });
});

it('up is up, and from the lower left corner', () => {
  const { lines, width, height } = drawing(page('<path d="M100 200L300 50"/>'));
  expect([...lines]).toEqual([0, 0, 200, 150]);
  expect([width, height]).toEqual([200, 150]);
});

it('a plan of our own: its walls on their layer', () => {
  const svg = writePlanSvg(new Model().at(example('gannet-house')), 'storey-1', 75)!;
  const { layers } = drawing(svg);
  expect(layers.find(({ name }) => name === 'walls')!.count).toBeGreaterThan(100);
});

it('what is no drawing, or empty, is said', () => {
  for (const text of [
    '',
    'hello',
    '<html><body/></html>',
    '<svg',
    '<svg><path d="M0 0L',
    '<svg><path d="M0 0L9 9"/>'
  ])
    expect(readSvg(text)).toMatchObject({ ok: false });
  expect(readSvg(page('<path d="not a path"/>'))).toMatchObject({ ok: false });
  expect(readSvg(page('<text>only words</text>'))).toEqual({ ok: false, code: 'svg.empty' });
});
