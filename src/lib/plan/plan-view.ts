/** The plan on a canvas: draws display lists, the selection, what is being drawn. Redraws once a frame, on demand. */
import { twinsOf } from '../core/kinds/twins/commands';
import { drawingFont, type DimensionMark, type Mark, type PlainMark } from '../core/display/marks';
import { marksBox } from '../core/display/box';
import type { Point } from '../core/geometry/point';
import { boxOf, ringHolds, type Box } from '../core/geometry/ring';
import { outlineOf } from '../core/kinds/tracing-sheet/place';
import { sheetsShown } from '../editor/kinds/tracing-sheet/snaps';
import type { WallFootprint } from '../core/kernels/joints/footprints';
import { frameRectangle, fromFrame, type Frame } from '../core/kernels/joints/frame';
import { ringsOn } from '../core/document/cuts';
import type { Editor } from '../editor/editor';
import type { Overlay } from '../editor/tool';
import { enters, obstaclesOf } from '../core/drawing/obstacles';
import { lookFor, paperPixels, setOutMarks } from '../editor/sizes';
import { heldValues } from '../editor/roof-values';
import { valueMarks, type RoofValue } from '../core/drawing/roof-values';
import { draftingScales } from '../core/units/scale';
import { onFrame } from '../frame-loop';
import { themes, toneFill, type Tokens } from '../tokens';
import { Batches, type Batch } from './batches';
import { DrawnSheets } from './drawn-sheets';
import { Hatches } from './hatches';
import { drawOverlay } from './overlay';
import { strokeLine, strokeRing, strokeSlabs, Underlay, type SheetPicture } from './underlay';
import { overPlan, planDrawing } from '../core/drawing/plan-drawing';
import { plainMarks } from '../core/display/dimension';

const cornersOf = (box: Box | undefined) =>
  box
    ? [
        { x: box.minX, y: box.minY },
        { x: box.maxX, y: box.maxY }
      ]
    : [];

/** Pixels for a mm of the building: no view is farther away. */
const leastPixels = 0.002;

export class PlanView {
  private readonly front: CanvasRenderingContext2D;
  /** What is drawn on: the ground, or over it in front. */
  private context: CanvasRenderingContext2D;
  private readonly ground = document.createElement('canvas').getContext('2d')!;
  /** What the ground was drawn from. */
  private drawnFrom: readonly unknown[] = [];
  private pixelsPerMm = 0.05;
  private centre: Point = { x: 4000, y: 3000 };
  private readonly hatches = new Hatches();
  private tokens: Tokens = themes.day;
  private sized = false;
  /** The whole is shown, and still is when the pane changes; until it is looked at otherwise. */
  private isFitted = true;
  private readonly pictures = new Map<string, SheetPicture>();
  private readonly drawnSheets = new DrawnSheets();
  /** What a drag without a tool shows. */
  pulled: Overlay | undefined;
  box: { from: Point; to: Point } | undefined;
  /** The time of the last drawing, ms: for the benchmark in the page. */
  lastDraw = 0;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly editor: Editor,
    private readonly onView: () => void
  ) {
    this.front = canvas.getContext('2d')!;
    this.context = this.front;
  }

  setTokens(tokens: Tokens) {
    this.tokens = tokens;
    this.hatches.forget();
    this.drawAnew();
  }

  get mmPerPixel(): number {
    return 1 / this.pixelsPerMm;
  }

  /** Scale on this screen, 1 : n. */
  get scale(): number {
    return this.mmPerPixel / (25.4 / 96);
  }

  resize(width: number, height: number) {
    const ratio = window.devicePixelRatio || 1;
    if (this.canvas.width === Math.round(width * ratio) && this.canvas.height === Math.round(height * ratio))
      return;
    this.canvas.width = Math.round(width * ratio);
    this.canvas.height = Math.round(height * ratio);
    this.sized = true;
    // The house is what the pane is for: its strings take a fifth of it at most.
    this.editor.giveStringRoom(Math.round(Math.min(width, height) / 5 / paperPixels));
    if (this.isFitted) this.fit();
    this.redraw();
  }

  private get size(): { width: number; height: number } {
    const ratio = window.devicePixelRatio || 1;
    return { width: this.canvas.width / ratio, height: this.canvas.height / ratio };
  }

  toModel(x: number, y: number): Point {
    const { width, height } = this.size;
    return {
      x: this.centre.x + (x - width / 2) / this.pixelsPerMm,
      y: this.centre.y - (y - height / 2) / this.pixelsPerMm
    };
  }

  toScreen({ x, y }: Point): [number, number] {
    const { width, height } = this.size;
    return [
      width / 2 + (x - this.centre.x) * this.pixelsPerMm,
      height / 2 - (y - this.centre.y) * this.pixelsPerMm
    ];
  }

  zoom(factor: number, x: number, y: number) {
    this.isFitted = false;
    const held = this.toModel(x, y);
    this.pixelsPerMm = Math.max(leastPixels, Math.min(5, this.pixelsPerMm * factor));
    const now = this.toModel(x, y);
    this.centre = { x: this.centre.x + held.x - now.x, y: this.centre.y + held.y - now.y };
    this.onView();
    this.redraw();
  }

  pan(dx: number, dy: number) {
    this.isFitted = false;
    this.centre = { x: this.centre.x - dx / this.pixelsPerMm, y: this.centre.y + dy / this.pixelsPerMm };
    this.redraw();
  }

  /** Show the whole storey with its dimension strings, or a given box. */
  fit(only?: { minX: number; minY: number; maxX: number; maxY: number }) {
    this.isFitted = only === undefined;
    const { width, height } = this.size;
    if (!this.sized || width < 10 || height < 10) return;
    const { seen, storey } = this.editor;
    const sheets = sheetsShown(this.editor).flatMap((sheet) => outlineOf(sheet));
    const drawing = planDrawing(seen, storey, { paper: 75, at: this.editor.stage });
    const drawn = marksBox(drawing.things.flat()) ?? marksBox(drawing.over.flat());
    // Where one measures, sheets are what is worked on.
    const isOfSheets = sheets.length > 0 && (this.editor.stage === 'measure' || !drawn);
    const around = only ??
      (isOfSheets ? boxOf([...sheets, ...cornersOf(drawn)]) : drawn) ?? {
        minX: 0,
        minY: 0,
        maxX: 12000,
        maxY: 9000
      };
    const [w, h] = [Math.max(500, around.maxX - around.minX), Math.max(500, around.maxY - around.minY)];
    const fits = (pixelsPerMm: number, margins: typeof around) =>
      w * pixelsPerMm + margins.minX + margins.maxX <= width &&
      h * pixelsPerMm + margins.minY + margins.maxY <= height;
    const narrow = { minX: 60, minY: 60, maxX: 60, maxY: 60 };
    // Dimension strings keep their size on screen, and fewer are drawn at smaller scales.
    const marginsAt = (pixelsPerMm: number) => (only ? narrow : this.dimensionRoom(around, pixelsPerMm));
    const scales = draftingScales(this.editor.settings.units.system)
      .map((scale) => 96 / 25.4 / scale)
      .filter((one) => one >= leastPixels);
    const chosen = scales.find((one) => fits(one, narrow) && fits(one, marginsAt(one))) ?? scales.at(-1)!;
    const margins = marginsAt(chosen);
    this.pixelsPerMm = chosen;
    this.centre = {
      x: (around.minX + around.maxX) / 2 + (margins.maxX - margins.minX) / 2 / this.pixelsPerMm,
      y: (around.minY + around.maxY) / 2 + (margins.maxY - margins.minY) / 2 / this.pixelsPerMm
    };
    this.onView();
    this.redraw();
  }

  /** Look so that all of this is seen, unless it is already. */
  reveal(points: readonly Point[]) {
    const { width, height } = this.size;
    const isSeen = points
      .map((p) => this.toScreen(p))
      .every(([x, y]) => x >= 0 && y >= 0 && x <= width && y <= height);
    if (!isSeen) this.fit(this.editor.stage === 'measure' ? undefined : boxOf(points));
  }

  /** Pixels that the dimension strings take on each side of a box. */
  private dimensionRoom(
    around: { minX: number; minY: number; maxX: number; maxY: number },
    pixelsPerMm: number
  ): typeof around {
    const { editor } = this;
    const look = lookFor(editor, 1 / pixelsPerMm);
    const marks = editor.hidesKind('dimension')
      ? []
      : planDrawing(this.query, editor.storey, look).dimensions;
    const box = marksBox(marks, look.paper) ?? around;
    const room = (mm: number) => Math.max(40, mm * pixelsPerMm + 22);
    return {
      minX: room(around.minX - box.minX),
      minY: room(around.minY - box.minY),
      maxX: room(box.maxX - around.maxX),
      maxY: room(box.maxY - around.maxY)
    };
  }

  setPicture(look: string, picture: SheetPicture) {
    this.pictures.set(look, picture);
    this.drawAnew();
  }

  hasPicture(look: string): boolean {
    return this.pictures.has(look);
  }

  /** In the frame that is being made, if one is; else in the next. */
  redraw() {
    onFrame(this.inFrame);
  }

  /** Something came that the drawing is made with: a picture, letters, colours. */
  drawAnew() {
    this.drawnFrom = [];
    this.drawnSheets.forget();
    this.redraw();
  }

  /** What could not be drawn before can be: all of it is shown, unless something is looked at or worked on already. */
  cameLate(isUntouched: boolean) {
    if (isUntouched && this.isFitted) this.fit();
    this.drawAnew();
  }

  private readonly inFrame = () => {
    const from = performance.now();
    this.draw();
    this.lastDraw = performance.now() - from;
  };

  /** A step of the pointer mostly changes what is in hand alone: what lies under that is kept as a picture. */
  private draw() {
    const { canvas, editor, front, ground } = this;
    const ratio = window.devicePixelRatio || 1;
    const setOut = this.sizesInHand();
    const from = this.groundFrom(ratio, setOut);
    if (from.length !== this.drawnFrom.length || from.some((one, i) => one !== this.drawnFrom[i])) {
      Object.assign(ground.canvas, { width: canvas.width, height: canvas.height });
      this.context = ground;
      this.drawGround(ratio, setOut);
      this.context = front;
      this.drawnFrom = from;
    }
    front.setTransform(1, 0, 0, 1, 0, 0);
    front.drawImage(ground.canvas, 0, 0);
    this.inModel(ratio);
    this.drawTrial();
    this.drawSelection();
    this.strokeBatches(this.batches.of(setOut));
    this.drawTexts(setOut, ratio);
    front.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawOverlay(
      { context: front, tokens: this.tokens, size: this.size, toScreen: (p) => this.toScreen(p) },
      editor.tool?.overlay?.() ?? this.pulled,
      this.box
    );
  }

  private values: { of: readonly RoofValue[]; marks: readonly PlainMark[] } = { of: [], marks: [] };

  /** How what is in hand was set out: an opening along its wall, a roof at its edges. */
  private sizesInHand(): readonly PlainMark[] {
    const { editor, mmPerPixel } = this;
    const of = heldValues(editor, mmPerPixel);
    if (of.length === 0) return setOutMarks(editor, mmPerPixel);
    if (this.values.of !== of) this.values = { of, marks: valueMarks(of, paperPixels * mmPerPixel) };
    return this.values.marks;
  }

  /** All that the ground is drawn from: while these are the same, so is it. */
  private groundFrom(ratio: number, setOut: readonly PlainMark[]): readonly unknown[] {
    const { canvas, editor, centre, pixelsPerMm } = this;
    const { shown, tool, trialIds } = editor;
    const { storey, ghost, selection, hover, veil, stage, isolated, worksShown } = editor.hand;
    return [
      ...[canvas.width, canvas.height, ratio, centre.x, centre.y, pixelsPerMm],
      ...[shown, trialIds, editor.stringRoom, tool !== undefined],
      ...[storey, ghost, selection, hover, veil, stage, isolated, worksShown, ...setOut]
    ];
  }

  private inModel(ratio: number) {
    const { context, centre, pixelsPerMm } = this;
    const { width, height } = this.size;
    const k = pixelsPerMm * ratio;
    const [x, y] = [width / 2 - centre.x * pixelsPerMm, height / 2 + centre.y * pixelsPerMm];
    context.setTransform(k, 0, 0, -k, x * ratio, y * ratio);
  }

  private drawGround(ratio: number, setOut: readonly PlainMark[]) {
    const { context, editor } = this;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = this.tokens.paper;
    context.fillRect(0, 0, this.canvas.width, this.canvas.height);
    this.inModel(ratio);
    const { tokens, pictures, drawnSheets, pixelsPerMm, centre, size } = this;
    const look = { tokens, pictures, drawnSheets, pixelsPerMm, centre, size };
    new Underlay(context, editor, look).draw();
    const veiled = editor.veil && (editor.selection.size > 0 || editor.isTrial);
    const drawing = planDrawing(this.query, editor.storey, lookFor(editor, this.mmPerPixel));
    for (const marks of drawing.things) {
      const shown = this.visible(marks as readonly PlainMark[]);
      context.globalAlpha = veiled && !isInHand(editor, shown) ? veilShare : 1;
      this.strokeBatches(this.batches.of(shown));
    }
    context.globalAlpha = veiled ? veilShare : 1;
    const over = drawing.over.map((marks) => this.visible(marks as readonly PlainMark[]));
    for (const marks of over) this.strokeBatches(this.batches.of(marks));
    this.drawTexts(over.flat(), ratio);
    this.inModel(ratio);
    const tags = this.clearOf(setOut, this.visible(drawing.tags as readonly PlainMark[]));
    this.strokeBatches(this.batches.of(tags));
    this.drawTexts(tags, ratio);
    this.inModel(ratio);
    const dims = this.dimensions(drawing.dimensions);
    this.strokeBatches(this.batches.of(dims));
    this.drawTexts(dims, ratio);
    context.globalAlpha = 1;
  }

  /** Tags that the sizes of what is in hand are not written over: the others give way to them. */
  private clearOf(sizes: readonly PlainMark[], tags: readonly PlainMark[]): readonly PlainMark[] {
    if (sizes.length === 0) return tags;
    const paper = paperPixels * this.mmPerPixel;
    const { lines } = obstaclesOf(sizes, paper);
    return tags.filter((tag) => !enters(lines, obstaclesOf([tag], paper).box!));
  }

  private readonly batches = new Batches();

  private readonly kept = new WeakMap<
    readonly PlainMark[],
    { hidden: string; marks: readonly PlainMark[] }
  >();

  /** Without what is hidden; the same list while nothing of it is. */
  private visible(marks: readonly PlainMark[]): readonly PlainMark[] {
    const { editor } = this;
    if (!editor.anyHidden) return marks;
    const hidden = new Set(
      marks.flatMap(({ subject }) => (subject && editor.isHidden(subject) ? [subject] : []))
    );
    if (hidden.size === 0) return marks;
    const key = [...hidden].join(' ');
    const old = this.kept.get(marks);
    if (old?.hidden === key) return old.marks;
    const shown = marks.filter(({ subject }) => !hidden.has(subject));
    this.kept.set(marks, { hidden: key, marks: shown });
    return shown;
  }

  private strokeBatches(list: readonly Batch[]) {
    const { context, pixelsPerMm, tokens } = this;
    const unit = paperPixels / pixelsPerMm;
    for (const { hatch, fill, stroke, width, dash, path } of list) {
      if (hatch) {
        const pattern = this.hatches.at(context, hatch, pixelsPerMm, tokens.shale);
        if (pattern) {
          context.fillStyle = pattern;
          context.fill(path);
        }
        continue;
      }
      if (fill) {
        context.fillStyle = toneFill(fill, this.tokens);
        context.fill(path);
      }
      if (stroke) {
        context.strokeStyle = this.tokens[stroke];
        context.lineWidth = Math.max(width * unit * 0.72, 0.75 / this.pixelsPerMm);
        context.setLineDash(dash.map((d) => d * unit * 0.8));
        context.stroke(path);
      }
    }
    context.setLineDash([]);
  }

  private get query() {
    return this.editor.seen;
  }

  private dims:
    | {
        of: readonly Mark[];
        paper: number;
        known: WeakMap<DimensionMark, readonly PlainMark[]>;
        marks: readonly PlainMark[];
      }
    | undefined;

  /** Dimensions at the scale of the screen; the same list while they are the same. */
  private dimensions(of: readonly Mark[]): readonly PlainMark[] {
    if (this.editor.hidesKind('dimension')) return [];
    if (this.dims?.of !== of) {
      const paper = paperPixels * this.mmPerPixel;
      const known: WeakMap<DimensionMark, readonly PlainMark[]> =
        this.dims?.paper === paper ? this.dims.known : new WeakMap();
      this.dims = { of, paper, known, marks: plainMarks(of, paper, known) };
    }
    return this.visible(this.dims.marks);
  }

  private drawTexts(marks: readonly PlainMark[], ratio: number) {
    const { context } = this;
    context.textAlign = 'center';
    context.textBaseline = 'middle';
    for (const mark of marks) {
      if (mark.kind !== 'text') continue;
      const [x, y] = this.toScreen(mark.at);
      context.setTransform(ratio, 0, 0, ratio, x * ratio, y * ratio);
      context.rotate(-mark.angle);
      context.font = `${Math.round(mark.height * paperPixels * 1.12)}px "${drawingFont}", "DejaVu Sans", sans-serif`;
      context.strokeStyle = this.tokens.paper;
      context.lineWidth = 3;
      context.lineJoin = 'round';
      context.strokeText(mark.text, 0, 0);
      context.fillStyle = this.inHand(mark.subject) ?? this.tokens[mark.ink];
      context.fillText(mark.text, 0, 0);
    }
  }

  /** A colour of its own for what is tried or selected. */
  private inHand(id: string): string | undefined {
    const { editor } = this;
    if (id === '') return undefined;
    if (editor.trialIds.has(id)) return this.tokens.gorse;
    return this.pointedInk(id);
  }

  /** Of what is selected, and another of what the pointer is over. */
  private pointedInk(id: string): string | undefined {
    const { editor, tokens } = this;
    return editor.selection.has(id) ? tokens.heather : editor.hover === id ? tokens.kelp : undefined;
  }

  private outlineOf(id: string): WallFootprint | undefined {
    return this.editor.storeyModel?.footprints.walls.get(id);
  }

  private drawTrial() {
    const { editor, context } = this;
    if (!editor.isTrial) return;
    for (const id of editor.trialIds) {
      const footprint = this.outlineOf(id);
      if (!footprint || editor.shown.tables.wall.get(id) === editor.project.tables.wall.get(id)) continue;
      context.fillStyle = `${this.tokens.gorse}55`;
      context.strokeStyle = this.tokens.gorse;
      context.lineWidth = 1.5 / this.pixelsPerMm;
      for (const ring of footprint.bands[0]?.outline ?? []) {
        strokeRing(this.context, ring);
        context.fill();
      }
    }
    this.outlineOpenings((id) => editor.trialIds.has(id), this.tokens.gorse);
    context.strokeStyle = this.tokens.gorse;
    for (const [id, ring] of ringsOn(editor.shown, editor.storey))
      if (editor.trialIds.has(id)) strokeRing(this.context, ring);
    strokeSlabs(context, editor, this.mmPerPixel, (id) =>
      editor.trialIds.has(id) ? this.tokens.gorse : undefined
    );
  }

  private outlineOpenings(which: (id: string) => boolean, colour: string) {
    const { editor, context } = this;
    const model = editor.storeyModel;
    context.strokeStyle = colour;
    context.lineWidth = 2 / this.pixelsPerMm;
    for (const [wall, places] of model?.places ?? [])
      for (const { opening, t0, t1 } of places) {
        if (!which(opening.id)) continue;
        const frame = model!.frames.get(wall)!;
        strokeRing(this.context, frameRectangle(frame, t0, t1, frame.y0, frame.y1));
      }
  }

  private drawSelection() {
    const { editor, context } = this;
    for (const id of [...editor.selection, ...(editor.hover ? [editor.hover] : [])]) {
      const footprint = this.outlineOf(id);
      const selected = editor.selection.has(id);
      context.strokeStyle = this.pointedInk(id)!;
      context.lineWidth = (selected ? 2 : 1.5) / this.pixelsPerMm;
      for (const ring of footprint?.bands[0]?.outline ?? []) strokeRing(this.context, ring);
      if (footprint && selected) this.drawSettingOut(footprint.frame);
    }
    strokeSlabs(context, editor, this.mmPerPixel, (id) => this.pointedInk(id));
    this.drawOver();
    this.drawTwins();
    this.outlineOpenings((id) => editor.hover === id, this.tokens.kelp);
    this.outlineOpenings((id) => editor.selection.has(id), this.tokens.heather);
    this.drawChosenDimensions();
    for (const [id, ring] of ringsOn(editor.shown, editor.storey)) {
      const ink = this.pointedInk(id);
      if (!ink) continue;
      context.strokeStyle = ink;
      context.lineWidth = (editor.selection.has(id) ? 2 : 1.5) / this.pixelsPerMm;
      strokeRing(this.context, ring);
    }
  }

  /** Lines of roofs, surveys and whatever else lies over the plan, where they are in hand; and the plane that was pointed at. */
  private drawOver() {
    const { editor, context } = this;
    if (editor.selection.size === 0 && editor.hover === undefined && !editor.isTrial) return;
    const over = overPlan(this.query, editor.storey, lookFor(editor, this.mmPerPixel));
    context.lineWidth = 1.5 / this.pixelsPerMm;
    for (const mark of over.flat()) {
      if (mark.kind !== 'lines' && mark.kind !== 'stroke') continue;
      const ink = !editor.isHidden(mark.subject) && this.inHand(mark.subject);
      if (!ink) continue;
      context.strokeStyle = ink;
      if (mark.kind === 'stroke' && mark.closed) strokeRing(context, mark.points);
      else
        for (let i = 0; i + 1 < mark.points.length; i += mark.kind === 'lines' ? 2 : 1)
          strokeLine(context, mark.points[i]!, mark.points[i + 1]!);
    }
    const [id] = editor.selection;
    const roof = editor.selection.size === 1 ? editor.shown.tables.roof.get(id!) : undefined;
    const { place } = editor;
    if (!roof || !place || editor.stage !== 'roof') return;
    const planes = editor.model.roof(editor.shown, roof)?.planes ?? [];
    const pointed = planes.find(({ ring }) => ringHolds(ring, place));
    context.strokeStyle = this.tokens.heather;
    context.fillStyle = `${this.tokens.heather}22`;
    for (const { ring, name } of planes)
      if (name === pointed?.name) {
        strokeRing(context, ring);
        context.fill();
      }
  }

  /** The twins of what is selected, in dots: they will follow. */
  private drawTwins() {
    const { context, editor } = this;
    if (editor.shown.tables.twins.size === 0) return;
    const px = 1 / this.pixelsPerMm;
    context.setLineDash([1.5 * px, 3 * px]);
    context.lineWidth = 1.5 * px;
    const held = [...editor.selection].flatMap((id) => twinsOf(editor.shown, id)?.twins.sets ?? []);
    for (const id of new Set(held.flatMap(({ items }) => items)))
      if (!editor.selection.has(id))
        for (const ring of this.outlineOf(id)?.bands[0]?.outline ?? []) strokeRing(this.context, ring);
    context.setLineDash([]);
  }

  /** Lines of dimensions in hand once more, in the colour of what is done to them. */
  private drawChosenDimensions() {
    const { context, editor } = this;
    if (editor.shown.tables.dimension.size === 0) return;
    const { dimensions } = planDrawing(this.query, editor.storey, lookFor(editor, this.mmPerPixel));
    for (const mark of this.dimensions(dimensions)) {
      const colour = mark.kind === 'text' ? undefined : this.inHand(mark.subject);
      if (!colour) continue;
      context.strokeStyle = colour;
      context.lineWidth = 1.6 / this.pixelsPerMm;
      context.beginPath();
      if (mark.kind === 'arc') context.arc(mark.centre.x, mark.centre.y, mark.radius, mark.a0, mark.a1);
      else if (mark.kind === 'lines')
        mark.points.forEach((p, i) => (i % 2 === 0 ? context.moveTo(p.x, p.y) : context.lineTo(p.x, p.y)));
      context.stroke();
    }
  }

  /** The setting-out line in dashes, its ends marked, short ticks on the outside. */
  private drawSettingOut(frame: Frame) {
    const { context } = this;
    const px = 1 / this.pixelsPerMm;
    context.lineWidth = 1.4 * px;
    context.setLineDash([6 * px, 4 * px]);
    strokeLine(this.context, frame.wall.a, frame.wall.b);
    context.setLineDash([]);
    const y = frame.wall.outside === 'left' ? frame.y1 : frame.y0;
    const out = (frame.wall.outside === 'left' ? 1 : -1) * 5 * px;
    for (let t = 14 * px; t < frame.length; t += 28 * px)
      strokeLine(this.context, fromFrame(frame, t, y), fromFrame(frame, t, y + out));
    context.fillStyle = this.tokens.heather;
    // The end that stays when a length is written is full, the other is open.
    for (const end of ['a', 'b'] as const) {
      const { x, y } = frame.wall[end];
      const box = [x - 3.5 * px, y - 3.5 * px, 7 * px, 7 * px] as const;
      if (this.editor.selection.size > 1 || this.editor.holds === end) context.fillRect(...box);
      else {
        context.strokeRect(...box);
      }
    }
  }
}

/** How much of what is not in hand the veil lets through. */
const veilShare = 0.22;

/** Whether one of these marks belongs to what is selected or tried. */
const isInHand = (editor: Editor, marks: readonly PlainMark[]) =>
  marks.some(({ subject }) => editor.selection.has(subject) || editor.trialIds.has(subject));
