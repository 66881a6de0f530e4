/** What the tool in hand shows over the plan: points, lines, the size of what is drawn, snaps by name; the box. */
import type { Point } from '../core/geometry/point';
import type { Label, Overlay } from '../editor/tool';
import type { Tokens } from '../tokens';
import { strokeLine } from './underlay';

const chipFont = '12px "Instrument Sans Variable", sans-serif';
/** Labels stand so many rows off at most. */
const rows = 7;

/** A canvas in pixels of the screen. */
export interface Screen {
  readonly context: CanvasRenderingContext2D;
  readonly tokens: Tokens;
  readonly size: { readonly width: number; readonly height: number };
  readonly toScreen: (p: Point) => [number, number];
}

export function drawOverlay(
  screen: Screen,
  overlay: Overlay | undefined,
  box: { readonly from: Point; readonly to: Point } | undefined
) {
  const { context, tokens, toScreen } = screen;
  drawBands(screen, overlay);
  context.lineWidth = 1;
  context.strokeStyle = tokens.shale;
  context.setLineDash([9, 3, 2, 3]);
  for (const [p, q] of overlay?.lines ?? []) {
    context.beginPath();
    context.moveTo(...toScreen(p));
    context.lineTo(...toScreen(q));
    context.stroke();
  }
  context.setLineDash([]);
  context.strokeStyle = tokens.slate;
  for (const one of overlay?.outwards ?? []) arrowOut(screen, one);
  for (const p of overlay?.points ?? []) cross(context, ...toScreen(p));
  drawSnap(screen, overlay, drawLabel(screen, overlay));
  drawLabels(screen, overlay);
  if (box) drawBox(screen, box.from, box.to);
}

function drawBands({ context, tokens, toScreen }: Screen, overlay: Overlay | undefined) {
  context.strokeStyle = tokens.gorse;
  context.lineWidth = 2;
  context.fillStyle = `${tokens.gorse}55`;
  for (const { ring, isChosen } of overlay?.bands ?? []) {
    context.beginPath();
    for (const p of ring) context.lineTo(...toScreen(p));
    context.closePath();
    if (isChosen) context.fill();
    context.setLineDash(isChosen ? [] : [4, 4]);
    context.stroke();
  }
}

/** A short arrow out of a wall, past its thickness in most scales, with the word at its point. */
function arrowOut({ context, tokens, toScreen }: Screen, { at, towards }: { at: Point; towards: Point }) {
  const [x, y] = toScreen(at);
  const [dx, dy] = [towards.x, -towards.y];
  const [tipX, tipY] = [x + dx * 20, y + dy * 20];
  context.beginPath();
  context.moveTo(x + dx * 5, y + dy * 5);
  context.lineTo(tipX, tipY);
  for (const side of [-1, 1]) {
    context.moveTo(tipX - dx * 6 - dy * 4 * side, tipY - dy * 6 + dx * 4 * side);
    context.lineTo(tipX, tipY);
  }
  context.stroke();
  context.font = `11px "Instrument Sans Variable", sans-serif`;
  context.fillStyle = tokens.slate;
  context.textAlign = dx > 0.5 ? 'left' : dx < -0.5 ? 'right' : 'center';
  context.textBaseline = 'middle';
  context.fillText('outside', tipX + dx * 5, tipY + dy * 9);
}

/** Right below the pointer; further down where the length stands in the way. All candidates when they are listed. */
function drawSnap(screen: Screen, overlay: Overlay | undefined, avoid: { x: number; y: number } | undefined) {
  if (!overlay?.snap?.name) return;
  const { at, list, chosen, name } = overlay.snap;
  const [x, y] = screen.toScreen(at);
  const low = avoid && Math.abs(avoid.y - y - 22) < 24 && avoid.x > x - 90 && avoid.x < x + 160;
  const top = low ? avoid.y + 26 : y + 22;
  const { slate, paper, fog } = screen.tokens;
  (list ?? [name]).forEach((word, i) => {
    const [back, ink] = !list || i === chosen ? [slate, paper] : [fog, slate];
    chip(screen, x + 14, top + 21 * i, word, back, ink, false);
  });
}

/** The length of what is being drawn, beside the middle of its line; answers where it stands. */
function drawLabel(screen: Screen, overlay: Overlay | undefined): { x: number; y: number } | undefined {
  if (!overlay?.label) return undefined;
  const { at, text, beside } = overlay.label;
  const [x, y] = screen.toScreen(at);
  const place = { x: x + beside.x * 46, y: y - beside.y * 24 };
  chip(screen, place.x, place.y, text, screen.tokens.tide, screen.tokens.paper, true);
  return place;
}

/** A chip about a place of the screen. */
interface Chip {
  readonly x: number;
  readonly y: number;
  readonly half: number;
  readonly text: string;
}

/** Where a label has room: in its place or in rows farther out, in full or else in short. */
function roomFor(
  { context, toScreen, size }: Screen,
  { at, text, short, out }: Label,
  taken: readonly Chip[]
): Chip | undefined {
  const [x, y] = toScreen(at);
  const [u, v] = out ? toScreen({ x: at.x + out.x, y: at.y + out.y }) : [x, y];
  const far = Math.hypot(u - x, v - y) || 1;
  for (const written of short === undefined ? [text] : [text, short]) {
    const half = context.measureText(written).width / 2 + 7;
    const step = (Math.abs(v - y) * 24 + Math.abs(u - x) * (2 * half + 6)) / far;
    // Sideways it begins at its place, so that it does not lie over what it is of.
    const begin = (half * Math.abs(u - x)) / far;
    for (let row = 0; row < (out ? rows : 1); row++) {
      const by = (begin + row * step) / far;
      const within = Math.max(half + 4, Math.min(size.width - half - 4, x + by * (u - x)));
      const one = { x: within, y: y + by * (v - y), half, text: written };
      if (taken.every((p) => Math.abs(p.x - one.x) > p.half + half + 3 || Math.abs(p.y - one.y) > 22))
        return one;
    }
  }
  return undefined;
}

/** Ways to choose from, each where it would end, with a line to it where it stands farther out; the chosen one before all. */
function drawLabels(screen: Screen, overlay: Overlay | undefined) {
  const { context, toScreen } = screen;
  const { tide, paper, fog, slate, shale } = screen.tokens;
  const chips: Chip[] = [];
  const all = [...(overlay?.labels ?? [])].sort((p, q) => Number(q.isChosen) - Number(p.isChosen));
  context.font = chipFont;
  const placed = all.flatMap((label) => {
    const one = roomFor(screen, label, chips);
    if (one) chips.push(one);
    return one ? [{ one, label }] : [];
  });
  context.strokeStyle = shale;
  for (const { one, label } of placed) {
    const [x, y] = toScreen(label.at);
    strokeLine(context, { x, y }, one);
  }
  for (const { one, label } of placed)
    chip(screen, one.x, one.y, one.text, label.isChosen ? tide : fog, label.isChosen ? paper : slate, true);
}

function drawBox({ context, tokens, toScreen }: Screen, from: Point, to: Point) {
  const [x0, y0] = toScreen(from);
  const [x1, y1] = toScreen(to);
  context.strokeStyle = tokens.heather;
  context.setLineDash([4, 3]);
  context.strokeRect(Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0));
  context.setLineDash([]);
}

function cross(context: CanvasRenderingContext2D, x: number, y: number) {
  context.beginPath();
  context.moveTo(x - 6, y);
  context.lineTo(x + 6, y);
  context.moveTo(x, y - 6);
  context.lineTo(x, y + 6);
  context.stroke();
}

function chip(
  { context, size }: Screen,
  x: number,
  y: number,
  text: string,
  back: string,
  ink: string,
  centred: boolean
) {
  context.font = chipFont;
  const width = context.measureText(text).width + 14;
  const left = Math.max(4, Math.min(size.width - width - 4, centred ? x - width / 2 : x));
  const top = Math.max(4, Math.min(size.height - 24, y - 10));
  context.fillStyle = back;
  context.beginPath();
  context.roundRect(left, top, width, 20, 3);
  context.fill();
  context.fillStyle = ink;
  context.textAlign = 'left';
  context.textBaseline = 'middle';
  context.fillText(text, left + 7, top + 10.5);
}
