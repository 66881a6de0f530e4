/** Pointing without a tool: select, and drag walls, corners, openings and tracing sheets as a trial that is dropped once. */
import { add, dot, distance, leftOf, locate, scale, subtract, type Point } from '../core/geometry/point';
import { tolerances } from '../core/geometry/tolerances';
import { boxesMeet, boxOf, ringHolds, sideOf, type Box } from '../core/geometry/ring';
import { frameRectangle } from '../core/derive/frame';
import { tipAt } from '../core/derive/dimensions';
import { standingOn } from '../core/derive/standing';
import type { Call } from '../core/commands/register';
import { findRecord } from '../core/project/project';
import type { Editor } from './editor';
import { dimensionAt, guideAt, openingAt, wallAt } from './hits';

type Grip =
  | { readonly kind: 'wall'; readonly id: string }
  | { readonly kind: 'corner'; readonly at: Point }
  | { readonly kind: 'opening'; readonly id: string }
  | { readonly kind: 'standing'; readonly id: string }
  | { readonly kind: 'sheet'; readonly id: string }
  | { readonly kind: 'dimension'; readonly id: string }
  | { readonly kind: 'guide'; readonly id: string };

/** Steps that a dragged thing takes, mm; finer when zoomed in. */
const stepFor = (mmPerPixel: number) =>
  mmPerPixel > 20 ? 100 : mmPerPixel > 8 ? 50 : mmPerPixel > 2 ? 10 : 5;

export class Drag {
  private last: Call | undefined;

  private constructor(
    private readonly editor: Editor,
    private readonly grip: Grip,
    private readonly start: Point
  ) {}

  /** What is under the point: a corner of the selection first, then openings, what stands by itself, walls, unlocked sheets. */
  static begin(editor: Editor, p: Point, mmPerPixel: number): Drag | undefined {
    const model = editor.storeyModel;
    const corner = model?.footprints.nodes.find(
      ({ point, members }) =>
        distance(point, p) <= 9 * mmPerPixel &&
        members.some(({ frame, part }) => part !== 'body' && editor.selection.has(frame.wall.id))
    );
    if (corner) return new Drag(editor, { kind: 'corner', at: corner.point }, p);
    const id = hitAt(editor, p, mmPerPixel);
    const record = id === undefined ? undefined : findRecord(editor.project, id);
    if (record?.kind === 'opening') return new Drag(editor, { kind: 'opening', id: record.id }, p);
    if (record?.kind === 'column' || record?.kind === 'chimney')
      return new Drag(editor, { kind: 'standing', id: record.id }, p);
    if (record?.kind === 'dimension' || record?.kind === 'guide')
      return new Drag(editor, { kind: record.kind, id: record.id }, p);
    if (record?.kind === 'wall') return new Drag(editor, { kind: 'wall', id: record.id }, p);
    if (record?.kind === 'sheet' && !record.locked && editor.selection.has(record.id))
      return new Drag(editor, { kind: 'sheet', id: record.id }, p);
    return undefined;
  }

  /** The thing in hand, so that a press without a move selects it. */
  get subject(): string | undefined {
    return this.grip.kind === 'corner' ? undefined : this.grip.id;
  }

  move(p: Point, mmPerPixel: number) {
    const { editor, grip } = this;
    const step = stepFor(mmPerPixel);
    const call = this.callFor(grip, subtract(p, this.start), step);
    if (!call) return;
    const result = editor.attempt(call);
    if (result?.ok) this.last = call;
  }

  private callFor(grip: Grip, by: Point, step: number): Call | undefined {
    const { project } = this.editor;
    const round = (v: number) => Math.round(v / step) * step;
    switch (grip.kind) {
      case 'corner': {
        const to = add(grip.at, by);
        return {
          name: 'moveCorner',
          args: { storey: this.editor.storey, from: grip.at, to: { x: round(to.x), y: round(to.y) } }
        };
      }
      case 'wall': {
        const ids = this.editor.selection.has(grip.id)
          ? [...this.editor.selection].filter((id) => project.tables.wall.has(id))
          : [grip.id];
        const wall = project.tables.wall.get(grip.id)!;
        const normal = leftOf(scale(subtract(wall.b, wall.a), 1 / distance(wall.a, wall.b)));
        const off = round(dot(by, normal));
        const free = ids.length > 1 || standsFree(this.editor, grip.id);
        return {
          name: 'moveWalls',
          args: { ids, by: free ? { x: round(by.x), y: round(by.y) } : scale(normal, off) }
        };
      }
      case 'opening': {
        const opening = project.tables.opening.get(grip.id)!;
        const frame = this.editor.model.storey(project, this.editor.storey)?.frames.get(opening.wall);
        if (!frame) return undefined;
        const along = dot(by, frame.direction) * (opening.end === 'a' ? 1 : -1);
        return { name: 'setOpening', args: { id: grip.id, distance: round(opening.distance + along) } };
      }
      case 'standing': {
        const ids = this.editor.selection.has(grip.id) ? standingAmong(this.editor) : [grip.id];
        return { name: 'moveStanding', args: { ids, by: { x: round(by.x), y: round(by.y) } } };
      }
      case 'dimension':
        return this.dragDimension(grip.id, by);
      case 'guide':
        return this.dragGuide(grip.id, by, round);
      case 'sheet': {
        const sheet = project.tables.sheet.get(grip.id)!;
        return { name: 'setSheet', args: { id: grip.id, origin: add(sheet.origin, by) } };
      }
    }
  }

  /** A string or arc goes through the pointer; the words of a note keep their place in the hand. */
  private dragDimension(id: string, by: Point): Call {
    const { form } = this.editor.project.tables.dimension.get(id)!;
    const tip = form.kind === 'note' ? tipAt(this.editor.project, form.tip) : undefined;
    const at = form.kind === 'note' && tip ? add(add(tip, form.offset), by) : add(this.start, by);
    return { name: 'setDimension', args: { id, at } };
  }

  private dragGuide(id: string, by: Point, round: (v: number) => number): Call | undefined {
    const { line } = this.editor.project.tables.guide.get(id)!;
    if (line.kind === 'points') {
      const shift = { x: round(by.x), y: round(by.y) };
      return { name: 'setGuide', args: { id, a: add(line.a, shift), b: add(line.b, shift) } };
    }
    const wall = line.kind === 'face' ? this.editor.project.tables.wall.get(line.wall) : undefined;
    if (line.kind !== 'face' || !wall) return undefined;
    const normal = leftOf(scale(subtract(wall.b, wall.a), 1 / distance(wall.a, wall.b)));
    const off = dot(by, normal) * (line.side === 'left' ? 1 : -1);
    return { name: 'setGuide', args: { id, distance: round(line.distance + off) } };
  }

  /** Dropped: one entry of history, or nothing. */
  drop() {
    if (this.last) this.editor.perform(this.last);
    else this.editor.attempt(undefined);
  }

  cancel() {
    this.last = undefined;
    this.editor.attempt(undefined);
  }
}

function standsFree(editor: Editor, id: string): boolean {
  const nodes = editor.model.storey(editor.project, editor.storey)?.footprints.nodes ?? [];
  return nodes.every(
    ({ members }) => members.length === 1 || members.every(({ frame }) => frame.wall.id !== id)
  );
}

/** The topmost thing at a point of the plan. */
export function hitAt(editor: Editor, p: Point, mmPerPixel: number): string | undefined {
  const model = editor.storeyModel;
  const slack = 5 * mmPerPixel;
  const isHidden = (id: string) => editor.isHidden(id);
  const opening = openingAt(model, p, slack);
  return (
    (opening !== undefined && !isHidden(opening) ? opening : undefined) ??
    standingAt(editor, p) ??
    wallAt(model, p, slack, isHidden) ??
    dimensionAt(editor, p, mmPerPixel) ??
    guideAt(editor, p, slack) ??
    sheetAt(editor, p)
  );
}

function standingAt(editor: Editor, p: Point): string | undefined {
  for (const [id, ring] of standingOn(editor.shown, editor.storey))
    if (ringHolds(ring, p) && !editor.isHidden(id)) return id;
  return undefined;
}

/** Columns and chimneys among what is selected. */
function standingAmong(editor: Editor): string[] {
  const { column, chimney } = editor.project.tables;
  return [...editor.selection].filter((id) => column.has(id) || chimney.has(id));
}

function sheetAt(editor: Editor, p: Point): string | undefined {
  for (const sheet of [...editor.shown.tables.sheet.values()].reverse()) {
    if (sheet.storey !== editor.storey || sheet.locked || editor.isHidden(sheet.id)) continue;
    const direction = { x: Math.cos(sheet.angle), y: Math.sin(sheet.angle) };
    const { t, y } = locate(p, sheet.origin, direction);
    if (t >= 0 && y >= 0 && t <= sheet.widthPx * sheet.mmPerPixel && y <= sheet.heightPx * sheet.mmPerPixel)
      return sheet.id;
  }
  return undefined;
}

/**
 * Ids of walls, columns and chimneys in a box of the plan: those that it encloses, or all that it touches, as the
 * person chose; the way the box was drawn does not decide it.
 */
export function idsInBox(editor: Editor, p: Point, q: Point): string[] {
  const box = boxOf([p, q]);
  const takes = editor.boxTakes === 'touched' ? ringTouches : ringWithin;
  const rings: [string, readonly Point[]][] = [
    ...[...(editor.storeyModel?.frames.values() ?? [])].map((frame): [string, readonly Point[]] => [
      frame.wall.id,
      frameRectangle(frame, 0, frame.length, frame.y0, frame.y1)
    ]),
    ...standingOn(editor.shown, editor.storey)
  ];
  return rings.flatMap(([id, ring]) => (takes(ring, box) && !editor.isHidden(id) ? [id] : []));
}

const ringWithin = (ring: readonly Point[], box: Box) =>
  ring.every(({ x, y }) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY);

/** Convex rings: no side of the ring and no side of the box parts them. */
function ringTouches(ring: readonly Point[], box: Box): boolean {
  if (!boxesMeet(boxOf(ring), box)) return false;
  const corners = [
    { x: box.minX, y: box.minY },
    { x: box.maxX, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY }
  ];
  return ring.every((p, i) => corners.some((corner) => sideOf(p, ring[(i + 1) % ring.length]!, corner) >= 0));
}

/** Nudge the selected walls, columns, chimneys and openings by keys. */
export function nudge(editor: Editor, by: Point) {
  const walls = [...editor.selection].filter((id) => editor.project.tables.wall.has(id));
  const standing = standingAmong(editor);
  if (walls.length > 0) editor.perform({ name: 'moveWalls', args: { ids: walls, by } });
  if (standing.length > 0) editor.perform({ name: 'moveStanding', args: { ids: standing, by } });
  if (walls.length + standing.length > 0) return;
  for (const id of editor.selection) {
    const opening = editor.project.tables.opening.get(id);
    const frame = opening && editor.storeyModel?.frames.get(opening.wall);
    if (!opening || !frame) continue;
    const along = dot(by, frame.direction) * (opening.end === 'a' ? 1 : -1);
    if (Math.abs(along) > tolerances.coincident)
      editor.perform({ name: 'setOpening', args: { id, distance: opening.distance + along } });
  }
}
