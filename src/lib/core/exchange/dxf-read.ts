/**
 * Drawings in the open DXF form, from release 12 on, as text: group codes and values on lines of their own. Read in one pass,
 * without a tree of all that stands there, as drawings have millions of lines. Blocks are set in place, nested, arrayed and
 * mirrored; what of a block lies on layer 0 is on the layer of what brings it. Written after the published reference of the form.
 */
import type { DrawnSize, DrawnText, LineDrawing } from '../kernels/survey/line-drawing';
import { mappedBy, sameAffine, withinAffine, type Affine } from '../geometry/affine';
import { distance, dot, fromAngle, subtract, type Point } from '../geometry/point';
import { degree } from '../units/angle';
import { inch } from '../units/length';
import { arcPoints, bulgePoints, ellipsePoints, splinePoints } from './curves';
import { mostPieces, Pieces, TooMuch } from './pieces';

type OnShare = (share: number) => void;

/** Listing what stands in a file takes so much of reading it. */
const listing = 0.6;

/** Blocks within blocks. */
const deepest = 24;

export type DxfRead =
  | { readonly ok: true; readonly drawing: LineDrawing }
  | {
      readonly ok: false;
      readonly code: 'dxf.broken' | 'dxf.cut' | 'dxf.empty' | 'dxf.much';
      readonly texts: Record<string, string>;
    };

/** The name of the code page that a text is written in, for a decoder: by its header, UTF-8 from release 2007 on. */
export function codePageOf(head: string): string {
  const at = (name: string) =>
    new RegExp(`\\$${name}\\s*\\r?\\n\\s*\\d+\\s*\\r?\\n\\s*(\\S+)`).exec(head)?.[1] ?? '';
  if (at('ACADVER') >= 'AC1021') return 'utf-8';
  const page = at('DWGCODEPAGE').toLowerCase();
  const number = /(\d+)$/.exec(page)?.[1] ?? '';
  const known: Readonly<Record<string, string>> = {
    '932': 'shift_jis',
    '936': 'gbk',
    '949': 'euc-kr',
    '950': 'big5'
  };
  if (known[number]) return known[number];
  return /^(874|125[0-8])$/.test(number) ? `windows-${number}` : 'windows-1252';
}

/** Codes of $INSUNITS with the length of the unit. */
const unitsByCode: Readonly<Record<number, { name: string; mm: number }>> = {
  1: { name: 'inches', mm: inch },
  2: { name: 'feet', mm: 12 * inch },
  4: { name: 'millimetres', mm: 1 },
  5: { name: 'centimetres', mm: 10 },
  6: { name: 'metres', mm: 1000 },
  10: { name: 'yards', mm: 36 * inch },
  14: { name: 'decimetres', mm: 100 }
};

/** By how far a drawing reaches: houses are some 5 to 80 m across. Of several that fit the first. */
function unitBySize(across: number): LineDrawing['unit'] {
  const fits = [unitsByCode[4]!, unitsByCode[6]!, unitsByCode[1]!, unitsByCode[5]!, unitsByCode[2]!].find(
    ({ mm }) => across * mm >= 4000 && across * mm <= 90_000
  );
  return { ...(fits ?? unitsByCode[4]!), isSaid: false };
}

type Group = readonly [code: number, value: string];
type Groups = readonly Group[];

/** The first value of a code; undefined where it does not stand there. */
const textOf = (groups: Groups, code: number) => groups.find(([one]) => one === code)?.[1];
const numberOf = (groups: Groups, code: number, usual = 0) => Number(textOf(groups, code) ?? usual);
const placeOf = (groups: Groups, code: number): Point => ({
  x: numberOf(groups, code),
  y: numberOf(groups, code + 10)
});

interface Entity {
  readonly type: string;
  readonly groups: Groups;
}

/** Pairs of lines. Stops where the text ends. */
function* groupsOf(text: string, onShare: OnShare): Generator<Group> {
  let at = 0;
  const line = () => {
    if (at >= text.length) return undefined;
    let end = text.indexOf('\n', at);
    if (end < 0) end = text.length;
    const found = text.slice(at, text.charCodeAt(end - 1) === 13 ? end - 1 : end);
    at = end + 1;
    return found;
  };
  for (let told = 0; ;) {
    const code = line();
    const value = line();
    if (at > told) {
      onShare(Math.min(1, at / text.length));
      told = at + text.length / 40;
    }
    if (code === undefined || value === undefined) return;
    yield [Number(code), value.trim()];
  }
}

interface Parts {
  /** Names of layers that the file does not show; of those that are frozen neither what blocks on them bring. */
  readonly off: Set<string>;
  readonly frozen: Set<string>;
  readonly header: Map<string, string>;
  readonly blocks: Map<string, { base: Point; entities: Entity[] }>;
  readonly entities: Entity[];
  /** The file breaks off within a section. */
  isCut: boolean;
}

/** What stands in the sections that are drawn from. */
function partsOf(text: string, onShare: OnShare): Parts | undefined {
  const parts: Parts = {
    off: new Set(),
    frozen: new Set(),
    header: new Map(),
    blocks: new Map(),
    entities: [],
    isCut: false
  };
  let section = '';
  let variable = '';
  let block: { base: Point; entities: Entity[] } | undefined;
  let open: { type: string; groups: Group[] } | undefined;
  const close = () => {
    if (!open) return;
    const { type, groups } = open;
    open = undefined;
    if (type === 'SECTION') section = textOf(groups, 2) ?? '';
    else if (type === 'ENDSEC') section = '';
    else if (section === 'TABLES') {
      if (type === 'LAYER') noteLayer(parts, groups);
    } else if (section === 'BLOCKS' && type === 'BLOCK') {
      block = { base: placeOf(groups, 10), entities: [] };
      parts.blocks.set((textOf(groups, 2) ?? '').toUpperCase(), block);
    } else if (section === 'BLOCKS' && type === 'ENDBLK') block = undefined;
    else if (section === 'BLOCKS') block?.entities.push({ type, groups });
    else if (section === 'ENTITIES') parts.entities.push({ type, groups });
  };
  let isFirst = true;
  for (const group of groupsOf(text, (share) => onShare(listing * share))) {
    const [code, value] = group;
    if (Number.isNaN(code)) return undefined;
    // Comments may stand before it all.
    if (isFirst && code !== 999) {
      if (code !== 0 || value !== 'SECTION') return undefined;
      isFirst = false;
    }
    if (code === 0) {
      close();
      open = { type: value, groups: [] };
    } else if (section === 'HEADER' || (open?.type === 'SECTION' && code === 9)) {
      if (open?.type === 'SECTION') close();
      if (code === 9) variable = value;
      else if (!parts.header.has(variable)) parts.header.set(variable, value);
    } else open?.groups.push(group);
  }
  close();
  parts.isCut = section !== '';
  return isFirst ? undefined : parts;
}

/** Off where its colour is negative, frozen where its flag says so. */
function noteLayer({ off, frozen }: Parts, groups: Groups) {
  const name = (textOf(groups, 2) ?? '').toUpperCase();
  const isFrozen = (numberOf(groups, 70) & 1) === 1;
  if (isFrozen) frozen.add(name);
  if (isFrozen || numberOf(groups, 62) < 0) off.add(name);
}

/** What is drawn seen from behind is mirrored: the arbitrary axes of the form for a normal of (0, 0, -1). */
const mirrored: Affine = [-1, 0, 0, 1, 0, 0];

class Reader {
  readonly pieces: Pieces;
  readonly texts: DrawnText[] = [];
  readonly sizes: DrawnSize[] = [];

  constructor(
    private readonly parts: Parts,
    most: number,
    private readonly onShare: OnShare
  ) {
    this.pieces = new Pieces(most, (name) => name.toUpperCase());
  }

  private path(points: readonly Point[], to: Affine, layer: string) {
    const known = this.pieces.layer(layer);
    const placed = points.map((p) => mappedBy(to, p));
    for (let k = 0; k + 1 < placed.length; k++) this.pieces.line(placed[k]!, placed[k + 1]!, known);
  }

  draw(entities: readonly Entity[], to: Affine, above: string | undefined, depth: number) {
    for (let k = 0; k < entities.length; k++) {
      if (depth === 0 && k % 5000 === 0) this.onShare(k / entities.length);
      const { type, groups } = entities[k]!;
      const number = (code: number, usual = 0) => numberOf(groups, code, usual);
      // In paper space is what is printed, not what is built; some is not to be seen at all.
      if (number(67) === 1 || number(60) === 1) continue;
      const own = textOf(groups, 8) ?? '0';
      const isBound = above !== undefined && (own === '0' || this.parts.frozen.has(above.toUpperCase()));
      const layer = isBound ? above : own;
      const seen = number(230, 1) < 0 ? withinAffine(to, mirrored) : to;
      const place = (code: number) => placeOf(groups, code);
      const put = (points: readonly Point[], by = seen) => this.path(points, by, layer);
      if (type === 'LINE') put([place(10), place(11)], to);
      else if (type === 'CIRCLE') put(arcPoints(place(10), number(40), 0, 2 * Math.PI));
      else if (type === 'ARC')
        put(arcPoints(place(10), number(40), number(50) * degree, number(51) * degree));
      else if (type === 'ELLIPSE')
        put(
          ellipsePoints(
            place(10),
            place(11),
            number(40, 1) * (number(230, 1) < 0 ? -1 : 1),
            number(41),
            number(42, 2 * Math.PI)
          ),
          to
        );
      else if (type === 'SPLINE') put(splinePoints(splineOf(groups)), to);
      else if (type === 'LWPOLYLINE') put(bulgePoints(verticesOf(groups), (number(70) & 1) === 1));
      else if (type === 'POLYLINE') {
        const vertices: { x: number; y: number; bulge: number }[] = [];
        const flags = number(70);
        while (entities[k + 1]?.type === 'VERTEX') {
          k += 1;
          const [vertex] = verticesOf(entities[k]!.groups);
          const of = numberOf(entities[k]!.groups, 70);
          // Control points of curves are not on them.
          if (vertex && (of & 16) === 0) vertices.push(vertex);
        }
        if ((flags & 80) === 0) put(bulgePoints(vertices, (flags & 1) === 1));
        else this.pieces.skip('meshes');
      } else if (type === 'SOLID' || type === 'TRACE' || type === '3DFACE') {
        const [a, b, c, d] = [
          place(10),
          place(11),
          place(12),
          textOf(groups, 13) === undefined ? place(12) : place(13)
        ];
        // Of a filled four-sided piece the last two corners stand crosswise.
        put(type === '3DFACE' ? [a, b, c, d, a] : [a, b, d, c, a], type === '3DFACE' ? to : seen);
      } else if (type === 'INSERT') this.insert(groups, to, layer, depth);
      else if (type === 'DIMENSION') this.dimension(groups, to, layer, depth);
      else if (type === 'TEXT' || type === 'MTEXT' || type === 'ATTRIB')
        this.text(type, groups, type === 'TEXT' ? seen : to, layer);
      else if (!/^(SEQEND|VERTEX|ATTDEF|VIEWPORT|POINT)$/.test(type)) this.pieces.skip(type.toLowerCase());
    }
  }

  private insert(groups: Groups, to: Affine, layer: string, depth: number) {
    const number = (code: number, usual: number) => numberOf(groups, code, usual);
    const block = this.blockOf(groups);
    if (!block || depth >= deepest) return this.pieces.skip('missing or endless blocks');
    const turn = number(50, 0) * degree;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const [sx, sy] = [number(41, 1), number(42, 1)];
    const base = number(230, 1) < 0 ? withinAffine(to, mirrored) : to;
    for (let row = 0; row < Math.max(1, number(71, 1)); row++)
      for (let column = 0; column < Math.max(1, number(70, 1)); column++) {
        const [dx, dy] = [column * number(44, 0), row * number(45, 0)];
        const at: Affine = [
          ...[cos * sx, sin * sx, -sin * sy, cos * sy],
          ...[number(10, 0) + cos * dx - sin * dy, number(20, 0) + sin * dx + cos * dy]
        ] as unknown as Affine;
        const from: Affine = [1, 0, 0, 1, -block.base.x, -block.base.y];
        this.draw(block.entities, withinAffine(base, withinAffine(at, from)), layer, depth + 1);
      }
  }

  private blockOf(groups: Groups) {
    return this.parts.blocks.get((textOf(groups, 2) ?? '').toUpperCase());
  }

  /** As it is drawn in its block; what it says, against the places that it is of. */
  private dimension(groups: Groups, to: Affine, layer: string, depth: number) {
    const block = this.blockOf(groups);
    const before = this.texts.length;
    if (block && depth < deepest) this.draw(block.entities, to, layer, depth + 1);
    const form = numberOf(groups, 70) & 15;
    if (form > 1 || textOf(groups, 13) === undefined || textOf(groups, 14) === undefined) return;
    const [p, q] = [mappedBy(to, placeOf(groups, 13)), mappedBy(to, placeOf(groups, 14))];
    const override = textOf(groups, 1) ?? '';
    const said = saidIn(override !== '' && override !== '<>' ? override : (this.texts[before]?.text ?? ''));
    if (said === undefined) return;
    if (form === 1) this.sizes.push({ p, q, said });
    else {
      // Measured along its own direction only: the second place is taken there.
      const way = fromAngle(numberOf(groups, 50) * degree);
      const far = dot(subtract(q, p), way);
      this.sizes.push({ p, q: { x: p.x + way.x * far, y: p.y + way.y * far }, said });
    }
  }

  private text(type: string, groups: Groups, to: Affine, layer: string) {
    const number = (code: number) => numberOf(groups, code);
    const has = (code: number) => textOf(groups, code) !== undefined;
    const said = groups
      .filter(([code]) => code === 3 || code === 1)
      .map(([, part]) => part)
      .join('');
    const words = plainText(said, type === 'MTEXT');
    if (words === '') return;
    const [share, raised] = alignmentOf(type, number);
    // What is aligned otherwise than left on its line tells its place a second time.
    const second = type !== 'MTEXT' && (number(72) !== 0 || number(73) !== 0) && has(11);
    const own = placeOf(groups, second ? 11 : 10);
    const at = mappedBy(to, own);
    const turn = type === 'MTEXT' && has(11) ? Math.atan2(number(21), number(11)) : number(50) * degree;
    const way = subtract(mappedBy(to, { x: own.x + Math.cos(turn), y: own.y + Math.sin(turn) }), at);
    this.texts.push({
      ...{
        at,
        text: words,
        angle: Math.atan2(way.y, way.x),
        layer: this.pieces.layer(layer).at,
        share,
        raised
      },
      height: number(40) * Math.hypot(way.x, way.y)
    });
  }
}

/** How far along it the place of a text is, and how far above its line: by codes 72 and 73, of several lines by 71. */
function alignmentOf(type: string, number: (code: number) => number): [number, number] {
  if (type !== 'MTEXT') return [[0, 0.5, 1, 0, 0.5, 0][number(72)] ?? 0, [0, 0, 0.35, 0.7][number(73)] ?? 0];
  const place = Math.max(1, number(71)) - 1;
  return [(place % 3) / 2, [0.7, 0.35, 0][Math.floor(place / 3)] ?? 0];
}

/** Codes within texts: %%d and the like, \U+00b0, and of several-line texts their forms. */
export function plainText(said: string, isFormed: boolean): string {
  const marks: Readonly<Record<string, string>> = { d: '°', p: '±', c: 'Ø', '%': '%' };
  const formed = isFormed
    ? said
        .replace(/\\[Pp]/g, ' ')
        .replace(/\\S([^;^#/]*)[#^/]([^;]*);/g, '$1/$2')
        .replace(/\\[ACFHQTWacfhqtw][^;\\{}]*;/g, '')
        .replace(/\\[LlOoKk~]/g, '')
        .replace(/[{}]/g, '')
    : said;
  return formed
    .replace(/%%([dpcDPC%])/g, (_, mark: string) => marks[mark.toLowerCase()]!)
    .replace(/%%[uUoOkK]/g, '')
    .replace(/\\U\+([0-9a-fA-F]{4})/g, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
    .trim();
}

/** The number that a size says, in units of the drawing; undefined where it is none, or in feet and inches. */
function saidIn(text: string): number | undefined {
  const clean = plainText(text, true).replace(/[\s\u00a0]/g, '');
  const found = /^(\d+(?:[.,]\d+)?)$/.exec(clean)?.[1];
  return found === undefined ? undefined : Number(found.replace(',', '.'));
}

function verticesOf(groups: Groups): { x: number; y: number; bulge: number }[] {
  const found: { x: number; y: number; bulge: number }[] = [];
  for (const [code, value] of groups) {
    if (code === 10) found.push({ x: Number(value), y: 0, bulge: 0 });
    const last = found.at(-1);
    if (!last) continue;
    if (code === 20) last.y = Number(value);
    if (code === 42) last.bulge = Number(value);
  }
  return found;
}

function splineOf(groups: Groups) {
  const all = (code: number) => groups.flatMap(([one, value]) => (one === code ? [Number(value)] : []));
  const points = (code: number) => {
    const ys = all(code + 10);
    return all(code).map((x, i) => ({ x, y: ys[i] ?? 0 }));
  };
  return {
    degree: all(71)[0] ?? 3,
    closed: ((all(70)[0] ?? 0) & 1) === 1,
    ...{ knots: all(40), weights: all(41), control: points(10), through: points(11) }
  };
}

/** Read a whole text. Never throws for bad input. `onShare`: told how much of it is read, now and then, from 0 to 1. */
export function readDxf(text: string, most = mostPieces, onShare: OnShare = () => undefined): DxfRead {
  // Some programs begin with a mark of the code page, whichever it is.
  const parts = partsOf(text.replace(/^(\ufeff|\u00ef\u00bb\u00bf)/, ''), onShare);
  if (!parts) return { ok: false, code: 'dxf.broken', texts: {} };
  const reader = new Reader(parts, most, (share) => onShare(listing + (1 - listing) * share));
  try {
    reader.draw(parts.entities, sameAffine, undefined, 0);
  } catch (fault) {
    if (!(fault instanceof TooMuch)) throw fault;
    return { ok: false, code: 'dxf.much', texts: { most: String(most) } };
  }
  if (reader.pieces.layerOf.length === 0)
    return { ok: false, code: parts.isCut ? 'dxf.cut' : 'dxf.empty', texts: {} };
  return { ok: true, drawing: drawingOf(reader, parts) };
}

/** Sizes may be told in other units than is drawn in: most of them agree by what. */
function inUnits(sizes: readonly DrawnSize[]): DrawnSize[] {
  const drawn = sizes.filter(({ p, q }) => distance(p, q) > 0);
  const shares = drawn.map(({ p, q, said }) => said / distance(p, q)).sort((a, b) => a - b);
  const middle = shares[shares.length >> 1] ?? 1;
  const factor =
    [1, 10, 100, 1000, 0.1, 0.01, 0.001, inch, 1 / inch, 1 / 12, 12].find(
      (one) => Math.abs(middle / one - 1) < 0.02
    ) ?? 1;
  return drawn.map((one) => ({ ...one, said: one.said / factor }));
}

function drawingOf({ pieces, texts, sizes }: Reader, { header, off, isCut }: Parts): LineDrawing {
  const lines = Float64Array.from(pieces.numbers);
  const { minX, minY, maxX, maxY } = pieces.box;
  for (let k = 0; k < lines.length; k += 2) {
    lines[k]! -= minX;
    lines[k + 1]! -= minY;
  }
  const down = ({ x, y }: Point): Point => ({ x: x - minX, y: y - minY });
  const said = unitsByCode[Number(header.get('$INSUNITS') ?? 0)];
  const [width, height] = [Math.max(maxX - minX, 1e-6), Math.max(maxY - minY, 1e-6)];
  return {
    ...{ width, height, lines, ...pieces.told((name) => off.has(name.toUpperCase()), isCut) },
    unit: said ? { ...said, isSaid: true } : unitBySize(Math.max(width, height)),
    texts: texts.map((one) => ({ ...one, at: down(one.at) })),
    sizes: inUnits(sizes).map(({ p, q, said }) => ({ p: down(p), q: down(q), said }))
  };
}
