/** What lies under the drawing of the plan: tracing sheets, project zero, another storey, grid and guides. */
import { add, rotate, subtract, type Point } from '../core/geometry/point';
import { guideLines, stretchOf } from '../core/kinds/guide/lines';
import { ringsOn } from '../core/document/cuts';
import { storeysInOrder } from '../core/kinds/storey/record';
import type { Box } from '../core/geometry/ring';
import { lookOf, outlineOf, shownCorners } from '../core/kinds/tracing-sheet/place';
import { isLines } from '../core/kinds/tracing-sheet/record';
import type { Editor } from '../editor/editor';
import { sheetsShown } from '../editor/kinds/tracing-sheet/snaps';
import type { Tokens } from '../tokens';
import type { DrawnSheets, View } from './drawn-sheets';

export function strokeLine(context: CanvasRenderingContext2D, p: Point, q: Point) {
  context.beginPath();
  context.moveTo(p.x, p.y);
  context.lineTo(q.x, q.y);
  context.stroke();
}

export function strokeRing(context: CanvasRenderingContext2D, ring: readonly Point[]) {
  context.beginPath();
  ring.forEach((p, i) => (i === 0 ? context.moveTo(p.x, p.y) : context.lineTo(p.x, p.y)));
  context.closePath();
  context.stroke();
}

/** What slabs of the storey in hand cover, those that have a colour. */
export function strokeSlabs(
  context: CanvasRenderingContext2D,
  editor: Editor,
  mmPerPixel: number,
  inkOf: (id: string) => string | undefined
) {
  for (const slab of editor.shown.tables.slab.values()) {
    const ink = slab.storey === editor.storey ? inkOf(slab.id) : undefined;
    if (!ink) continue;
    [context.strokeStyle, context.fillStyle, context.lineWidth] = [ink, `${ink}22`, 2 * mmPerPixel];
    for (const ring of editor.model.slabRings(editor.shown, slab)) {
      strokeRing(context, ring);
      context.fill();
    }
  }
}

/** A picture as it is shown, and what it covers of its sheet put right. */
export interface SheetPicture {
  /** The finest first, each half as fine as the one before: thin lines are lost where a picture is drawn much smaller at once. */
  readonly pictures: readonly ImageBitmap[];
  readonly box: Box;
}

interface Look extends View {
  readonly tokens: Tokens;
  readonly pictures: ReadonlyMap<string, SheetPicture>;
  readonly drawnSheets: DrawnSheets;
}

export class Underlay {
  constructor(
    private readonly context: CanvasRenderingContext2D,
    private readonly editor: Editor,
    private readonly look: Look
  ) {}

  draw() {
    this.sheets();
    this.zero();
    this.ghost();
    this.guides();
  }

  private sheets() {
    const { context } = this;
    const { pixelsPerMm, centre, size, tokens, drawnSheets } = this.look;
    const look = { ink: tokens.slate, pixelsPerMm, centre, size, transform: context.getTransform() };
    const sheets = sheetsShown(this.editor);
    drawnSheets.keepOnly(new Set(sheets.map(({ id }) => id)));
    for (const sheet of sheets) {
      const picture = this.look.pictures.get(lookOf(sheet));
      const drawn = isLines(sheet) ? this.editor.drawings.get(sheet.blob) : undefined;
      context.save();
      context.translate(sheet.origin.x, sheet.origin.y);
      context.rotate(sheet.angle);
      context.scale(sheet.mmPerPixel, sheet.mmPerPixel * sheet.stretch);
      context.globalAlpha = sheet.fade;
      const [low, , high] = shownCorners(sheet);
      context.beginPath();
      context.rect(low!.x, low!.y, high!.x - low!.x, high!.y - low!.y);
      context.clip();
      if (drawn) {
        context.setTransform(1, 0, 0, 1, 0, 0);
        context.drawImage(drawnSheets.picture(sheet, drawn, look), 0, 0);
      } else if (picture) {
        const { minX, minY, maxX, maxY } = picture.box;
        context.scale(1, -1);
        const wide = (maxX - minX) * sheet.mmPerPixel * pixelsPerMm * window.devicePixelRatio;
        const one = picture.pictures.findLast(({ width }) => width >= wide) ?? picture.pictures[0]!;
        context.drawImage(one, minX, -maxY, maxX - minX, maxY - minY);
      }
      context.restore();
      if (!this.editor.selection.has(sheet.id)) continue;
      context.strokeStyle = tokens.heather;
      context.lineWidth = 2 / pixelsPerMm;
      strokeRing(context, outlineOf(sheet));
    }
  }

  /** The planning grid, where its lines stand apart; guides, endless. */
  private guides() {
    const { context, editor } = this;
    const { width, height } = this.look.size;
    const px = 1 / this.look.pixelsPerMm;
    const reach = (width + height) * px;
    const { grid } = editor.settings;
    if (grid?.shown && grid.module > 7 * px) {
      context.strokeStyle = `${this.look.tokens.shale}22`;
      context.lineWidth = px;
      const middle = rotate(subtract(this.look.centre, grid.origin), -grid.angle);
      const at = (x: number, y: number) => add(grid.origin, rotate({ x, y }, grid.angle));
      const half = reach / 2;
      const first = (v: number) => Math.ceil((v - half) / grid.module) * grid.module;
      for (let x = first(middle.x); x < middle.x + half; x += grid.module)
        strokeLine(context, at(x, middle.y - half), at(x, middle.y + half));
      for (let y = first(middle.y); y < middle.y + half; y += grid.module)
        strokeLine(context, at(middle.x - half, y), at(middle.x + half, y));
    }
    for (const guide of editor.shown.tables.guide.values()) {
      if (guide.storey !== editor.storey || editor.isHidden(guide.id)) continue;
      const chosen = editor.selection.has(guide.id) || editor.hover === guide.id;
      context.strokeStyle = editor.trialIds.has(guide.id)
        ? this.look.tokens.gorse
        : chosen
          ? this.look.tokens.heather
          : this.look.tokens.kelp;
      context.lineWidth = (chosen ? 1.6 : 0.9) * px;
      context.setLineDash([14 * px, 4 * px, 3 * px, 4 * px]);
      for (const line of guideLines(editor.shown, guide))
        strokeLine(context, ...stretchOf(line, this.look.centre, reach));
    }
    context.setLineDash([]);
  }

  /** Project zero: a small cross, only while the storey is empty or a tool is in hand. */
  private zero() {
    const { context, editor } = this;
    if (!editor.tool && (editor.storeyModel?.walls.length ?? 0) > 0) return;
    const size = 10 / this.look.pixelsPerMm;
    context.strokeStyle = this.look.tokens.shale;
    context.lineWidth = 1 / this.look.pixelsPerMm;
    context.beginPath();
    context.moveTo(-size, 0);
    context.lineTo(size, 0);
    context.moveTo(0, -size);
    context.lineTo(0, size);
    context.stroke();
  }

  /** Another storey, faintly, to line up with. */
  private ghost() {
    const { editor, context } = this;
    const order = storeysInOrder(editor.shown);
    const below = order[order.findIndex((storey) => storey.id === editor.storey) - 1];
    const id = editor.ghost === 'below' ? below?.id : editor.ghost;
    const model =
      id === undefined || id === editor.storey ? undefined : editor.model.storey(editor.shown, id);
    if (!model) return;
    context.strokeStyle = this.look.tokens.lichen;
    context.lineWidth = 1 / this.look.pixelsPerMm;
    for (const { bands } of model.walls)
      for (const ring of bands[0]?.outline ?? []) strokeRing(context, ring);
    for (const ring of ringsOn(editor.shown, id!).values()) strokeRing(context, ring);
  }
}
