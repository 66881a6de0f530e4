/** Tracing sheets: pictures under the plan. They are scaled and turned; the model never is. */
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse, storedPoint } from '../../document/command';
import { nameOf } from '../../document/names';
import { add, angleOf, distance, rotate, scale, subtract } from '../../geometry/point';
import { degree, normaliseAngle } from '../../units/angle';
import type { TracingSheet } from './record';

export const addTracingSheet = command({
  name: 'addTracingSheet',
  about:
    'Lay a tracing sheet (a stored picture) under the plan of a storey, its lower left corner at `origin`.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    blob: s.string().min(1).max(200).required(),
    mime: s.oneOf(['image/png', 'image/jpeg'] as const).required(),
    widthPx: s.number().integer().min(1).max(30_000).required(),
    heightPx: s.number().integer().min(1).max(30_000).required(),
    origin: s.point().default(undefined),
    mmPerPixel: s.number().positive().max(10_000)
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
    const mmPerPixel = args.mmPerPixel ?? 12_000 / args.widthPx;
    const sheet: TracingSheet = {
      id: freshOrGiven(project, 'tracingSheet', args.id),
      kind: 'tracingSheet',
      name: args.name ?? 'Tracing sheet',
      storey: need(project, 'storey', args.storey).id,
      blob: args.blob,
      mime: args.mime,
      widthPx: args.widthPx,
      heightPx: args.heightPx,
      origin: args.origin ? storedPoint(args.origin) : { x: 0, y: 0 },
      angle: 0,
      mmPerPixel,
      fade: 0.5,
      locked: false
    };
    return done(project, 'Lay a tracing sheet', [sheet], [], [sheet.id]);
  }
});

const leastSpan = 1;

export const trueUpTracingSheet = command({
  name: 'trueUpTracingSheet',
  about:
    'Give a tracing sheet its scale from two points on it and their true distance; with `angle` also its direction, and with `to` the place where p comes to lie. The model is never scaled.',
  args: s.object({
    id: s.id().required(),
    p: s.point().required(),
    q: s.point().required(),
    length: s.mm().required(),
    angle: s.degrees(),
    to: s.point().default(undefined)
  }),
  example: { id: 'tracing-sheet-1', p: { x: 1000, y: 1000 }, q: { x: 9000, y: 1000 }, length: 11400 },
  run: (project, { id, p, q, length, angle, to }) => {
    const old = need(project, 'tracingSheet', id);
    if (old.locked)
      refuse(project, 'tracing-sheet.locked', { subjects: [id], texts: { thing: nameOf(project, old) } });
    needPositive(project, 'length', 'the known stretch', length);
    const gap = distance(p, q);
    if (gap < leastSpan) refuse(project, 'tracing-sheet.points', { subjects: [id], numbers: { gap } });
    const k = length / gap;
    const turn = angle === undefined ? 0 : normaliseAngle(angle * degree - angleOf(subtract(q, p)));
    const trued = rotate(add(p, scale(subtract(old.origin, p), k)), turn, p);
    const origin = add(trued, subtract(to ?? p, p));
    return done(project, 'True up the tracing sheet', [
      { ...old, mmPerPixel: old.mmPerPixel * k, origin: storedPoint(origin), angle: old.angle + turn }
    ]);
  }
});

export const setTracingSheet = command({
  name: 'setTracingSheet',
  about:
    'Fade (0 clear to 1 full), lock, move or rename a tracing sheet. A locked sheet can only be unlocked or faded.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    fade: s.number().min(0).max(1),
    locked: s.flag(),
    origin: s.point().default(undefined)
  }),
  example: { id: 'tracing-sheet-1', fade: 0.3, locked: true },
  run: (project, args) => {
    const old = need(project, 'tracingSheet', args.id);
    if (args.origin && old.locked && args.locked !== false)
      refuse(project, 'tracing-sheet.locked', { subjects: [old.id], texts: { thing: nameOf(project, old) } });
    return done(project, 'Change the tracing sheet', [
      {
        ...old,
        name: args.name ?? old.name,
        fade: args.fade ?? old.fade,
        locked: args.locked ?? old.locked,
        origin: args.origin ? storedPoint(args.origin) : old.origin
      }
    ]);
  }
});
