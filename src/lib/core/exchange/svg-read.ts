/**
 * Drawings in SVG as lines: paths, lines, rings, rectangles, circles and ellipses in their groups, curves as points. A group
 * with a name is a layer. Units are those of the paper: how much they are in truth only files of our own tell.
 */
import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import type { DrawnText, LineDrawing } from '../kernels/survey/line-drawing';
import type { Point } from '../geometry/point';
import { inch } from '../units/length';
import { bendPoints, ellipsePoints } from './curves';
import { Pieces, TooMuch } from './pieces';

export type SvgRead =
  | { readonly ok: true; readonly drawing: LineDrawing }
  | { readonly ok: false; readonly code: 'svg.broken' | 'svg.empty' | 'svg.much' };

type Attributes = Readonly<Record<string, string>>;
type Node = Readonly<Record<string, readonly Node[] | string>> & { readonly ':@'?: Attributes };

/** What is not drawn where it stands. */
const apart =
  /^(defs|symbol|pattern|clipPath|mask|marker|style|metadata|title|desc|filter|linearGradient|radialGradient|script|\?xml)$/;
const hiding = /(display\s*:\s*none|visibility\s*:\s*hidden)/;
/** mm of the units that lengths of a page may have. */
const units: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: inch,
  pt: inch / 72,
  pc: inch / 6,
  px: inch / 96,
  '': inch / 96
};
/** Steps of a bent stretch. */
const steps = 16;

/** Brought again within what is brought again; and how often at most in all. */
const [deepest, mostBrought] = [24, 100_000];

const tagOf = (node: Node) => Object.keys(node).find((key) => key !== ':@');
const within = (node: Node, tag: string) => (Array.isArray(node[tag]) ? (node[tag] as readonly Node[]) : []);

/** What has a name, wherever it stands. */
function named(nodes: readonly Node[], found = new Map<string, Node>()): Map<string, Node> {
  for (const node of nodes) {
    const tag = tagOf(node);
    const id = node[':@']?.id;
    if (id !== undefined && !found.has(id)) found.set(id, node);
    if (tag) named(within(node, tag), found);
  }
  return found;
}

/** Where a picture within the picture stands: its own box in the one that is left for it, whole and in its middle. */
function boxTransform(own: Attributes, given: Attributes = own): string {
  const n = (name: string) => parseFloat(given[name] ?? own[name] ?? '');
  const [x, y, w, h] = (own.viewBox ?? '').split(/[\s,]+/).map(Number);
  const [wide, high] = [n('width'), n('height')];
  const at = `translate(${n('x') || 0} ${n('y') || 0})`;
  if (!(w! > 0 && h! > 0 && wide > 0 && high > 0)) return at;
  const scale = Math.min(wide / w!, high / h!);
  const [dx, dy] = [(wide - w! * scale) / 2, (high - h! * scale) / 2];
  return `${at} translate(${dx} ${dy}) scale(${scale}) translate(${-x!} ${-y!})`;
}

class Reader {
  readonly pieces = new Pieces();
  readonly texts: DrawnText[] = [];
  private depth = 0;
  private brought = 0;

  constructor(private readonly byName: ReadonlyMap<string, Node>) {}

  read(nodes: readonly Node[], transforms: readonly string[], layer: string) {
    for (const node of nodes) {
      const tag = tagOf(node);
      if (!tag || tag === '#text' || apart.test(tag)) continue;
      const own = node[':@'] ?? {};
      if (own.display === 'none' || own.visibility === 'hidden' || hiding.test(own.style ?? '')) continue;
      const placed = own.transform ? [...transforms, own.transform] : transforms;
      if (/^(g|svg|a|switch)$/.test(tag)) {
        const name = own['inkscape:label'] ?? own.id ?? layer;
        this.read(within(node, tag), tag === 'svg' ? [...placed, boxTransform(own)] : placed, name);
        continue;
      }
      if (tag === 'text') {
        this.text(own, textIn(node[tag]!), placed, layer);
        continue;
      }
      if (tag === 'use') {
        this.bring(own, placed, layer);
        continue;
      }
      const d = pathOf(tag, own);
      if (d === undefined) this.pieces.skip(tag);
      else this.path(d, placed, layer);
    }
  }

  /** What has been drawn elsewhere under a name, here once more. */
  private bring(own: Attributes, transforms: readonly string[], layer: string) {
    const node = this.byName.get((own.href ?? own['xlink:href'] ?? '').replace(/^#/, ''));
    const tag = node && tagOf(node);
    if (!tag || this.depth >= deepest) return this.pieces.skip('use');
    if ((this.brought += 1) > mostBrought) throw new TooMuch();
    this.depth += 1;
    const isBox = tag === 'symbol' || tag === 'svg';
    const placed = [...transforms, boxTransform(isBox ? (node[':@'] ?? {}) : {}, own)];
    this.read(isBox ? within(node, tag) : [node], placed, layer);
    this.depth -= 1;
  }

  private text(own: Attributes, text: string, transforms: readonly string[], layer: string) {
    if (text === '') return;
    const [x, y] = [parseFloat(own.x ?? '0'), parseFloat(own.y ?? '0')];
    const ends: Point[] = [];
    placed(`M${x || 0} ${y || 0}L${(x || 0) + 1} ${y || 0}`, transforms).iterate((segment) => {
      ends.push({ x: Number(segment[1]), y: Number(segment[2]) });
    });
    const [at, to] = [ends[0]!, ends[1]!];
    const height = (parseFloat(own['font-size'] ?? '3') || 3) * Math.hypot(to.x - at.x, to.y - at.y);
    this.texts.push({
      at,
      text,
      height,
      angle: Math.atan2(at.y - to.y, to.x - at.x),
      layer: this.pieces.layer(layer).at,
      share: own['text-anchor'] === 'middle' ? 0.5 : own['text-anchor'] === 'end' ? 1 : 0,
      raised: own['dominant-baseline'] === 'central' ? 0.35 : 0
    });
  }

  private path(d: string, transforms: readonly string[], layer: string) {
    const known = this.pieces.layer(layer);
    const line = (to: Point) => {
      this.pieces.line(at, to, known);
      at = to;
    };
    let [at, start]: [Point, Point] = [
      { x: 0, y: 0 },
      { x: 0, y: 0 }
    ];
    placed(d, transforms).iterate((segment) => {
      const [kind, ...n] = segment as [string, ...number[]];
      const bend = (...by: Point[]) => {
        for (const next of bendPoints([at, ...by], steps)) line(next);
      };
      const to = (x: number, y: number): Point => ({ x, y });
      if (kind === 'M') at = start = to(n[0]!, n[1]!);
      else if (kind === 'C') bend(to(n[0]!, n[1]!), to(n[2]!, n[3]!), to(n[4]!, n[5]!));
      else if (kind === 'Q') bend(to(n[0]!, n[1]!), to(n[2]!, n[3]!));
      else if (kind === 'H') line(to(n[0]!, at.y));
      else if (kind === 'V') line(to(at.x, n[0]!));
      else line(kind === 'L' ? to(n[0]!, n[1]!) : start);
    });
  }
}

const placed = (d: string, transforms: readonly string[]) =>
  transforms
    .reduceRight((path, one) => path.transform(one), svgpath(d).abs())
    .unarc()
    .unshort();

/** Shapes as paths; undefined for what is none. */
function pathOf(tag: string, own: Attributes): string | undefined {
  const n = (name: string) => parseFloat(own[name] ?? '0') || 0;
  if (tag === 'path') return own.d ?? '';
  if (tag === 'line') return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
  if (tag === 'polyline' || tag === 'polygon')
    return own.points?.trim() ? `M${own.points.trim()}${tag === 'polygon' ? 'Z' : ''}` : '';
  if (tag === 'rect') return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
  if (tag === 'circle' || tag === 'ellipse') {
    const [rx, ry] = tag === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
    const ring = ellipsePoints(
      { x: n('cx'), y: n('cy') },
      { x: rx, y: 0 },
      rx === 0 ? 0 : ry / rx,
      0,
      2 * Math.PI
    );
    return `M${ring.map(({ x, y }) => `${x} ${y}`).join('L')}Z`;
  }
  return undefined;
}

/** All words of a node, those of what is in it too. */
const textIn = (nodes: Node[string]): string =>
  Array.isArray(nodes)
    ? (nodes as readonly Node[])
        .map((node) =>
          typeof node['#text'] === 'string'
            ? node['#text']
            : Object.keys(node)
                .filter((key) => key !== ':@')
                .map((key) => textIn(node[key]!))
                .join('')
        )
        .join('')
        .trim()
    : '';

/** Read a whole text. Never throws for bad input. */
export function readSvg(text: string): SvgRead {
  let nodes: readonly Node[];
  try {
    const parser = new XMLParser({
      ignoreAttributes: false,
      preserveOrder: true,
      attributeNamePrefix: '',
      parseAttributeValue: false,
      parseTagValue: false,
      processEntities: true
    });
    nodes = parser.parse(text) as readonly Node[];
    const root = nodes.find((node) => 'svg' in node);
    if (!root || !Array.isArray(root.svg)) return { ok: false, code: 'svg.broken' };
    // What is cut off is read as if it ended there.
    if (!/<\/([\w.-]+:)?svg\s*>/.test(text)) return { ok: false, code: 'svg.broken' };
    const reader = new Reader(named(nodes));
    reader.read(root.svg as readonly Node[], [], 'drawing');
    return reader.pieces.layerOf.length === 0
      ? { ok: false, code: 'svg.empty' }
      : { ok: true, drawing: drawingOf(reader, root[':@'] ?? {}) };
  } catch (fault) {
    return { ok: false, code: fault instanceof TooMuch ? 'svg.much' : 'svg.broken' };
  }
}

function drawingOf({ pieces, texts }: Reader, own: Attributes): LineDrawing {
  const box = (own.viewBox ?? '').split(/[\s,]+/).map(Number);
  const page = /^([\d.]+)\s*([a-z]*)$/.exec((own.width ?? '').trim());
  const wide = page ? Number(page[1]) * (units[page[2]!] ?? units['']!) : NaN;
  const mm = box[2]! > 0 && wide > 0 ? wide / box[2]! : units['']!;
  // Drawings of our own tell their scale.
  const scale = Number(own['data-scale'] ?? 0);
  const { minX, minY, maxX, maxY } = pieces.box;
  // Pages run downwards, drawings of ours upwards.
  const lines = Float64Array.from(pieces.numbers, (v, k) => (k % 2 === 0 ? v - minX : maxY - v));
  return {
    ...{ width: Math.max(maxX - minX, 1e-6), height: Math.max(maxY - minY, 1e-6), lines },
    ...pieces.told(),
    unit:
      scale > 0
        ? { mm: mm * scale, name: `millimetres of paper at 1 : ${scale}`, isSaid: true }
        : { mm, name: 'units of the page', isSaid: false },
    texts: texts.map((one) => ({ ...one, at: { x: one.at.x - minX, y: maxY - one.at.y } })),
    sizes: []
  };
}
