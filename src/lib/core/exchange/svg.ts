/** A display list as SVG in true millimetres of paper at a scale. The font is named, with plain fallbacks. */
import {
  drawingFont,
  hatchAt,
  pens,
  type Hatch,
  type Ink,
  type Mark,
  type PlainMark
} from '../display/marks';
import { marksBox } from '../display/box';
import { mixColours } from '../display/colours';
import type { Point } from '../geometry/point';
import type { Box } from '../geometry/ring';
import { plainMarks } from '../display/dimension';

export const inks: Record<Ink, string> = {
  slate: '#1F2B33',
  shale: '#5C6B73',
  tide: '#2C6E9B',
  chalk: '#FFFFFF',
  lichen: '#A9B48A'
};
/** Materials print lighter, so that lines and texts stay the loudest. */
export const paperFill = (colour: string): string =>
  colour in inks ? inks[colour as Ink] : mixColours(inks.chalk, colour, 0.75);

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
export const escapeXml = (text: string) => text.replace(/[&<>"]/g, (c) => escapes[c]!);
const n = (value: number) => String(Number(value.toFixed(3)));

export interface SvgPage {
  readonly box?: Box;
  /** mm of paper round it. */
  readonly margin?: number;
}

/** `scale`: 75 for 1:75. The page fits the marks (or shows `box`) with a margin of 10 mm; groups of marks become groups. */
export function writeSvg(drawn: readonly Mark[], scale: number, title: string, page: SvgPage = {}): string {
  const marks = plainMarks(drawn, scale);
  const box = page.box ?? marksBox(marks, scale) ?? { minX: 0, minY: 0, maxX: 1000, maxY: 1000 };
  const margin = page.margin ?? 10;
  const [width, height] = [
    (box.maxX - box.minX) / scale + 2 * margin,
    (box.maxY - box.minY) / scale + 2 * margin
  ];
  const at = (p: Point): [number, number] => [
    (p.x - box.minX) / scale + margin,
    height - margin - (p.y - box.minY) / scale
  ];
  const groups = new Map<string, string[]>();
  for (const mark of marks)
    groups.set(mark.group, [...(groups.get(mark.group) ?? []), writeMark(mark, at, scale)]);
  const hatches = new Set(
    marks.flatMap((mark) =>
      mark.kind === 'region' && mark.hatch && mark.hatch !== 'none' ? [mark.hatch] : []
    )
  );
  const patterns = [...hatches].sort().map((hatch) => writePattern(hatch, scale));
  const written = [...groups].map(
    ([group, lines]) => `<g id="${escapeXml(group.replaceAll(' ', '-'))}">\n${lines.join('\n')}\n</g>`
  );
  return [
    `<?xml version="1.0" encoding="UTF-8"?>`,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" data-scale="${scale}" font-family="'${drawingFont}', 'DejaVu Sans', sans-serif">`,
    `<title>${escapeXml(title)}, 1:${scale}</title>`,
    ...(patterns.length > 0 ? [`<defs>${patterns.join('')}</defs>`] : []),
    ...written,
    `</svg>`
  ].join('\n');
}

function writePattern(hatch: Exclude<Hatch, 'none'>, scale: number): string {
  const { size, lines } = hatchAt(hatch, scale);
  const side = size / scale;
  const d = lines
    .map(([x0, y0, x1, y1]) => `M${n(x0 * side)} ${n(y0 * side)}L${n(x1 * side)} ${n(y1 * side)}`)
    .join('');
  return `<pattern id="hatch-${hatch}" width="${n(side)}" height="${n(side)}" patternUnits="userSpaceOnUse"><path d="${d}" fill="none" stroke="${inks.shale}" stroke-width="${pens.thin.width}"/></pattern>`;
}

const pathOf = (points: readonly Point[], at: (p: Point) => [number, number]) =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${at(p).map(n).join(' ')}`).join('');

function stroke(mark: Extract<PlainMark, { pen?: unknown }>): string {
  if (!mark.pen) return 'stroke="none"';
  const { width, dash } = pens[mark.pen];
  const dashes = dash.length > 0 ? ` stroke-dasharray="${dash.join(' ')}"` : '';
  return `stroke="${inks[mark.ink]}" stroke-width="${width}" stroke-linecap="round"${dashes}`;
}

function writeMark(mark: PlainMark, at: (p: Point) => [number, number], scale: number): string {
  const subject = mark.subject ? ` data-id="${escapeXml(mark.subject)}"` : '';
  switch (mark.kind) {
    case 'region': {
      const d = mark.rings.map((ring) => `${pathOf(ring, at)}Z`).join('');
      const rule = mark.rings.length > 1 ? ' fill-rule="evenodd"' : '';
      const hatch =
        mark.hatch && mark.hatch !== 'none'
          ? `\n<path d="${d}"${rule} fill="url(#hatch-${mark.hatch})"/>`
          : '';
      return `<path${subject} d="${d}"${rule} fill="${paperFill(mark.fill)}" ${stroke(mark)}/>${hatch}`;
    }
    case 'stroke':
      return `<path${subject} d="${pathOf(mark.points, at)}${mark.closed ? 'Z' : ''}" fill="none" ${stroke(mark)}/>`;
    case 'lines': {
      const d = mark.points.map((p, i) => `${i % 2 === 0 ? 'M' : 'L'}${at(p).map(n).join(' ')}`).join('');
      return `<path${subject} d="${d}" fill="none" ${stroke(mark)}/>`;
    }
    case 'arc': {
      const end = (a: number) =>
        at({ x: mark.centre.x + mark.radius * Math.cos(a), y: mark.centre.y + mark.radius * Math.sin(a) })
          .map(n)
          .join(' ');
      const large = mark.a1 - mark.a0 > Math.PI ? 1 : 0;
      return `<path${subject} d="M${end(mark.a0)}A${n(mark.radius / scale)} ${n(mark.radius / scale)} 0 ${large} 0 ${end(mark.a1)}" fill="none" ${stroke(mark)}/>`;
    }
    case 'text': {
      const [x, y] = at(mark.at);
      const turn =
        mark.angle === 0 ? '' : ` transform="rotate(${n((-mark.angle * 180) / Math.PI)} ${n(x)} ${n(y)})"`;
      return `<text${subject} x="${n(x)}" y="${n(y)}"${turn} font-size="${n(mark.height * 1.37)}" text-anchor="middle" dominant-baseline="central" paint-order="stroke" stroke="#FFFFFF" stroke-width="${n(mark.height / 3)}" stroke-linejoin="round" fill="${inks[mark.ink]}">${escapeXml(mark.text)}</text>`;
    }
  }
}
