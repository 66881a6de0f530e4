/** Tracing sheets: pictures and drawings under the plan. They are scaled, stretched and turned; the model never is. */
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse, storedPoint } from '../../document/command';
import type { Project } from '../../document/kind';
import { nameOf } from '../../document/names';
import { isConvex } from '../../geometry/homography';
import { add, angleOf, distance, subtract, type Point } from '../../geometry/point';
import { degree, normaliseAngle } from '../../units/angle';
import { flatAt, flatOf, laid, onSheet } from './place';
import {
  isLines,
  mostLayers,
  mostLengths,
  sheetMimes,
  type KnownLength,
  type KnownRectangle,
  type TracingSheet
} from './record';

const hiddenLayers = () => s.array(s.string().max(300).defined()).max(mostLayers).default(undefined);

export const addTracingSheet = command({
  name: 'addTracingSheet',
  about:
    'Lay a tracing sheet (a stored picture, or a drawing of lines) under the plan of a storey, its lower left corner at `origin`. `widthPx` and `heightPx` in its own units: pixels, units of the drawing, or points of the `page` of a PDF, each `mmPerPixel` long; `hidden`: names of its layers that are not shown.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    blob: s.string().min(1).max(200).required(),
    mime: s.oneOf(sheetMimes).required(),
    page: s.number().integer().min(1).max(100_000),
    widthPx: s.number().positive().max(10_000_000).required(),
    heightPx: s.number().positive().max(10_000_000).required(),
    origin: s.point().default(undefined),
    mmPerPixel: s.number().positive().max(10_000),
    hidden: hiddenLayers()
  }),
  example: {
    storey: 'storey-1',
    name: 'Ground plan',
    blob: 'blob-1',
    mime: 'image/png',
    widthPx: 1200,
    heightPx: 800,
    mmPerPixel: 10
  },
  run: (project, args) => {
    const sheet: TracingSheet = {
      id: freshOrGiven(project, 'tracingSheet', args.id),
      kind: 'tracingSheet',
      name: args.name ?? 'Tracing sheet',
      storey: need(project, 'storey', args.storey).id,
      ...{
        blob: args.blob,
        mime: args.mime,
        page: args.page ?? 1,
        widthPx: args.widthPx,
        heightPx: args.heightPx
      },
      origin: args.origin ? storedPoint(args.origin) : { x: 0, y: 0 },
      angle: 0,
      mmPerPixel: args.mmPerPixel ?? 12_000 / args.widthPx,
      ...{ stretch: 1, rectangle: null, lengths: [] },
      ...{ fade: 0.5, locked: false, shown: true, greys: false, clearPaper: false },
      order: 1 + Math.max(0, ...orders(project)),
      crop: null,
      hidden: args.hidden ?? []
    };
    return done(project, 'Lay a tracing sheet', [sheet], [], [sheet.id]);
  }
});

const orders = ({ tables }: Project) => [...tables.tracingSheet.values()].map(({ order }) => order);

/** Points closer than this on the plan give no direction, mm. */
const leastSpan = 1;
/** Papers shrink and copies are stretched by less than this; more is a slip of a length. */
const mostStretch = 1.25;

/** One that may be moved. */
function needLoose(project: Project, id: string): TracingSheet {
  const sheet = need(project, 'tracingSheet', id);
  if (sheet.locked)
    refuse(project, 'tracing-sheet.locked', { subjects: [id], texts: { thing: nameOf(project, sheet) } });
  return sheet;
}

interface Stretch {
  readonly p: Point;
  readonly q: Point;
  readonly length: number;
}

function needSpan(project: Project, id: string, { p, q }: Pick<Stretch, 'p' | 'q'>): number {
  const gap = distance(p, q);
  if (gap < leastSpan) refuse(project, 'tracing-sheet.points', { subjects: [id], numbers: { gap } });
  return gap;
}

/** What is known of the sheet with one length more, as it lies on the sheet itself. */
function withLength(
  project: Project,
  sheet: TracingSheet,
  { p, q, length }: Stretch,
  use: KnownLength['use']
): readonly KnownLength[] {
  const others = sheet.lengths.filter((one) => use === 'check' || one.use !== use);
  if (others.length >= mostLengths)
    refuse(project, 'tracing-sheet.lengths', {
      subjects: [sheet.id],
      texts: { thing: nameOf(project, sheet), count: String(mostLengths) }
    });
  return [...others, { p: onSheet(sheet, p), q: onSheet(sheet, q), length, use }];
}

/** So that a point of the sheet lies at a place of the plan. */
const holding = (sheet: TracingSheet, flat: Point, to: Point): TracingSheet => ({
  ...sheet,
  origin: storedPoint(add(sheet.origin, subtract(to, laid(sheet, flat))))
});

const stretchArgs = () => ({ p: s.point().required(), q: s.point().required(), length: s.mm().required() });

export const trueUpTracingSheet = command({
  name: 'trueUpTracingSheet',
  about:
    'Give a tracing sheet its scale from two points on it and their true distance; with `angle` also its direction, and with `to` the place where p comes to lie. The model is never scaled.',
  args: s.object({
    id: s.id().required(),
    ...stretchArgs(),
    angle: s.degrees(),
    to: s.point().default(undefined)
  }),
  example: { id: 'tracing-sheet-1', p: { x: 1000, y: 1000 }, q: { x: 9000, y: 1000 }, length: 11400 },
  run: (project, { id, p, q, length, angle, to }) => {
    const old = needLoose(project, id);
    needPositive(project, 'length', 'the known stretch', length);
    const gap = needSpan(project, id, { p, q });
    const turn = angle === undefined ? 0 : normaliseAngle(angle * degree - angleOf(subtract(q, p)));
    const lengths = withLength(project, old, { p, q, length }, 'scale');
    const scaled = {
      ...old,
      mmPerPixel: (old.mmPerPixel * length) / gap,
      angle: old.angle + turn,
      // What it was stretched by stays; the length that was known for that is only held against it from now on.
      lengths: lengths.map((one) => (one.use === 'across' ? { ...one, use: 'check' as const } : one))
    };
    return done(project, 'True up the tracing sheet', [holding(scaled, flatAt(old, p), to ?? p)]);
  }
});

export const stretchTracingSheet = command({
  name: 'stretchTracingSheet',
  about:
    'Stretch a tracing sheet one way, so that a second known length, across the one it was trued up by, is met as well: copies shrink one way. The point p of the first length stays.',
  args: s.object({ id: s.id().required(), ...stretchArgs() }),
  example: { id: 'tracing-sheet-1', p: { x: 1000, y: 1000 }, q: { x: 1000, y: 7000 }, length: 6000 },
  run: (project, { id, p, q, length }) => {
    const old = needLoose(project, id);
    needPositive(project, 'length', 'the known stretch', length);
    needSpan(project, id, { p, q });
    const first = old.lengths.find(({ use }) => use === 'scale');
    if (!first)
      refuse(project, 'tracing-sheet.unscaled', { subjects: [id], texts: { thing: nameOf(project, old) } });
    const u = subtract(flatOf(old, first.q), flatOf(old, first.p));
    const v = subtract(flatAt(old, q), flatAt(old, p));
    // (a x)² + (b y)² = L² for both lengths, a and b the sizes of a unit along and up the sheet.
    const size = u.x ** 2 * v.y ** 2 - v.x ** 2 * u.y ** 2;
    const [l, m] = [first.length ** 2, length ** 2];
    const along = (l * v.y ** 2 - m * u.y ** 2) / size;
    const up = (m * u.x ** 2 - l * v.x ** 2) / size;
    const isClear = Math.abs(size) > 0.2 * (u.x ** 2 + u.y ** 2) * (v.x ** 2 + v.y ** 2);
    if (!isClear) refuse(project, 'tracing-sheet.alike', { subjects: [id] });
    const [mmPerPixel, across] = [Math.sqrt(Math.max(along, 0)), Math.sqrt(Math.max(up, 0))];
    const stretch = across / mmPerPixel;
    if (!(stretch < mostStretch && stretch > 1 / mostStretch))
      refuse(project, 'tracing-sheet.stretch', {
        subjects: [id],
        texts: {
          thing: nameOf(project, old),
          share: Number.isFinite(stretch) ? `${(100 * (stretch - 1)).toFixed(1)} %` : 'without end'
        }
      });
    const lengths = withLength(project, old, { p, q, length }, 'across');
    const flat = flatOf(old, first.p);
    const stretched = { ...old, mmPerPixel, stretch, lengths };
    return done(project, 'Stretch the tracing sheet', [holding(stretched, flat, laid(old, flat))]);
  }
});

export const checkTracingSheet = command({
  name: 'checkTracingSheet',
  about:
    'Hold a further known length against a tracing sheet: it stays as it is, and tells how far it is off there.',
  args: s.object({ id: s.id().required(), ...stretchArgs() }),
  example: { id: 'tracing-sheet-1', p: { x: 1000, y: 1000 }, q: { x: 4000, y: 5000 }, length: 5000 },
  run: (project, { id, p, q, length }) => {
    const old = need(project, 'tracingSheet', id);
    needPositive(project, 'length', 'the known stretch', length);
    needSpan(project, id, { p, q });
    return done(project, 'Check the tracing sheet', [
      { ...old, lengths: withLength(project, old, { p, q, length }, 'check') }
    ]);
  }
});

export const placeTracingSheet = command({
  name: 'placeTracingSheet',
  about:
    'Move a tracing sheet so that what it shows at p lies at `to`; and, with q, turn it about that so that the line from p to q runs by `angle` (left out: the nearest of 0, 90, 180 and 270).',
  args: s.object({
    id: s.id().required(),
    p: s.point().required(),
    to: s.point().default(undefined),
    q: s.point().default(undefined),
    angle: s.degrees()
  }),
  example: { id: 'tracing-sheet-1', p: { x: 1012, y: 988 }, to: { x: 0, y: 0 } },
  run: (project, { id, p, to, q, angle }) => {
    const old = needLoose(project, id);
    let turn = 0;
    if (q) {
      needSpan(project, id, { p, q });
      const now = angleOf(subtract(q, p));
      turn = (angle === undefined ? Math.round(now / (90 * degree)) * 90 * degree : angle * degree) - now;
    }
    const turned = { ...old, angle: old.angle + normaliseAngle(turn) };
    return done(project, q ? 'Square up the tracing sheet' : 'Place the tracing sheet', [
      holding(turned, flatAt(old, p), to ?? p)
    ]);
  }
});

export const rectifyTracingSheet = command({
  name: 'rectifyTracingSheet',
  about:
    'Put a photo of a drawing right: `corners` are the four corners of a rectangle on it, counter-clockwise from its lower left as it is to lie, `width` and `height` its true sides. The first corner stays where it is, and the side to the second lies level.',
  args: s.object({
    id: s.id().required(),
    corners: s.array(s.point().required()).length(4).required(),
    width: s.mm().required(),
    height: s.mm().required()
  }),
  example: {
    id: 'tracing-sheet-1',
    corners: [
      { x: 0, y: 0 },
      { x: 9000, y: 200 },
      { x: 8600, y: 6100 },
      { x: 300, y: 6000 }
    ],
    width: 9000,
    height: 6000
  },
  run: (project, { id, corners, width, height }) => {
    const old = needLoose(project, id);
    if (isLines(old))
      refuse(project, 'tracing-sheet.no-photo', { subjects: [id], texts: { thing: nameOf(project, old) } });
    needPositive(project, 'length', 'the rectangle', width);
    needPositive(project, 'height', 'the rectangle', height);
    const own = corners.map((p) => onSheet(old, p));
    const area = own.reduce((sum, p, k) => {
      const q = own[(k + 1) % 4]!;
      return sum + p.x * q.y - q.x * p.y;
    }, 0);
    if (!isConvex(own, 0.01) || area < 0) refuse(project, 'tracing-sheet.corners', { subjects: [id] });
    const rectangle = { corners: own, width, height };
    const origin = storedPoint(corners[0]!);
    // What it was scaled by before is only held against it from now on.
    const lengths = checksOf(old);
    return done(project, 'Put the photo right', [
      { ...old, rectangle, origin, angle: 0, mmPerPixel: 1, stretch: 1, lengths }
    ]);
  }
});

export const setTracingSheet = command({
  name: 'setTracingSheet',
  about:
    'Fade (0 clear to 1 full), show, lock, move or rename a tracing sheet; make it `greys` only or its paper clear; `crop` it (in its own units, null: all of it); lay it over (`front`) or under (`back`) the others; `hidden` layers of a drawing; `mmPerPixel`: how long its unit is, where its file did not tell; `width`, `height`: the true sides of the rectangle that a photo was put right by; `without` the known length of that number (the first is 1). A locked sheet is not moved.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    fade: s.number().min(0).max(1),
    ...{ locked: s.flag(), shown: s.flag(), greys: s.flag(), clearPaper: s.flag() },
    origin: s.point().default(undefined),
    mmPerPixel: s.number().positive().max(10_000),
    ...{ width: s.mm(), height: s.mm() },
    order: s.oneOf(['front', 'back'] as const),
    crop: s
      .object({
        minX: s.number().required(),
        minY: s.number().required(),
        maxX: s.number().required(),
        maxY: s.number().required()
      })
      .noUnknown(true)
      .nullable()
      .default(undefined),
    hidden: hiddenLayers(),
    without: s.number().integer().min(1).max(mostLengths)
  }),
  example: { id: 'tracing-sheet-1', fade: 0.3, locked: true },
  run: (project, { id, origin, order, crop, without, width, height, ...given }) => {
    const old = need(project, 'tracingSheet', id);
    const isMoved = [origin, given.mmPerPixel, width, height].some((one) => one !== undefined);
    if (isMoved && given.locked !== false) needLoose(project, id);
    const changed: TracingSheet = {
      ...old,
      ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
      origin: origin ? storedPoint(origin) : old.origin,
      rectangle:
        width === undefined && height === undefined
          ? old.rectangle
          : withSides(project, old, { width, height }),
      order: order === undefined ? old.order : orderAt(project, order),
      crop: crop === undefined ? old.crop : crop && cropOf(project, old, crop),
      lengths: without === undefined ? old.lengths : old.lengths.filter((_, k) => k !== without - 1)
    };
    // What it was scaled by before is only held against it from now on.
    if (changed.mmPerPixel !== old.mmPerPixel || changed.rectangle !== old.rectangle)
      return done(project, 'Change the tracing sheet', [{ ...changed, lengths: checksOf(changed) }]);
    return done(project, 'Change the tracing sheet', [changed]);
  }
});

/** The rectangle that a photo was put right by, other sides of it true; they are told as they lie in the plan. */
function withSides(
  project: Project,
  sheet: TracingSheet,
  { width, height }: { readonly width: number | undefined; readonly height: number | undefined }
): KnownRectangle {
  const { rectangle, mmPerPixel, stretch } = sheet;
  if (!rectangle)
    return refuse(project, 'tracing-sheet.no-rectangle', {
      subjects: [sheet.id],
      texts: { thing: nameOf(project, sheet) }
    });
  if (width !== undefined) needPositive(project, 'length', 'the rectangle', width);
  if (height !== undefined) needPositive(project, 'height', 'the rectangle', height);
  return {
    ...rectangle,
    width: width === undefined ? rectangle.width : width / mmPerPixel,
    height: height === undefined ? rectangle.height : height / (mmPerPixel * stretch)
  };
}

const checksOf = ({ lengths }: TracingSheet) => lengths.map((one) => ({ ...one, use: 'check' as const }));

const orderAt = (project: Project, place: 'front' | 'back') =>
  place === 'front' ? Math.max(0, ...orders(project)) + 1 : Math.min(0, ...orders(project)) - 1;

/** Within the sheet, and some of it. */
function cropOf(project: Project, sheet: TracingSheet, crop: NonNullable<TracingSheet['crop']>) {
  const within = (v: number, most: number) => Math.max(0, Math.min(most, v));
  const { widthPx: w, heightPx: h } = sheet;
  const cut = {
    minX: within(crop.minX, w),
    maxX: within(crop.maxX, w),
    minY: within(crop.minY, h),
    maxY: within(crop.maxY, h)
  };
  const check = (what: string, low: number, high: number, size: number) => {
    if (high - low >= size / 1000) return;
    const [one, other] = [low / size, 1 - high / size].map((share) => `${Math.round(100 * share)} %`);
    const texts = { thing: nameOf(project, sheet), what, one: one!, other: other! };
    refuse(project, 'tracing-sheet.crop', { subjects: [sheet.id], texts });
  };
  check('width', cut.minX, cut.maxX, w);
  check('height', cut.minY, cut.maxY, h);
  return cut;
}
