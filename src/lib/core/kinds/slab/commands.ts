/** Slabs by the walls' outline or by drawn points, of one material or of plies, with holes. */
import { checkBound, standsOrEndsAt } from '../wall/bound';
import { needFoundation } from '../footing/need';
import * as slabArgs from './args';
import * as s from '../../document/schemas';
import {
  after,
  command,
  done,
  freshOrGiven,
  need,
  needPositive,
  refuse,
  storedPoint
} from '../../document/command';
import {
  add,
  distance,
  dot,
  leftOf,
  meetLines,
  scale,
  subtract,
  unit,
  type Point
} from '../../geometry/point';
import { nameOf } from '../../document/names';
import type { ThickEdge } from '../../kernels/solids/thick-edge';
import { counterClockwise, isSimple, ringArea, type Ring } from '../../geometry/ring';
import { tolerances, toStored } from '../../geometry/tolerances';
import type { Project, Query } from '../../document/kind';
import { buildUpOf, plied } from '../build-up/plied';
import { isHoleOf, outlineOfSlab } from './rings';
import { measuredFrom, slabLevel } from './level';
import { checkThin } from './thin';
import { plainSlab, undersides, type Falls, type Slab, type SlabPad, type SlabOutline } from './record';
import { roomAt } from '../wall/rooms';
import { needOutline } from '../wall/need-outline';
import { usualMaterial } from '../material/usual';
import { usualSizes } from '../../units/usual';
import { settingsOf } from '../../document/project';

function slabOutline(
  query: Query,
  storey: string,
  face: 'outer' | 'structure' | 'inner' | undefined,
  points: readonly { x: number; y: number }[] | undefined,
  room: Point | undefined
): SlabOutline {
  if (room) {
    if (!roomAt(query, storey, room)) refuse(query.project, 'slab.no-room', { numbers: { ...room } });
    return { kind: 'room', at: storedPoint(room) };
  }
  if (!points) {
    needOutline(query, storey, face ?? 'outer');
    return { kind: 'walls', face: face ?? 'outer' };
  }
  const ring = points.map(storedPoint);
  if (!isSimple(ring) || ringArea(ring) === 0)
    refuse(query.project, 'outline.crosses', { texts: { thing: 'the slab' } });
  return { kind: 'drawn', points: counterClockwise(ring) };
}

/** Holes as they are stored, counter-clockwise; refused where one crosses itself or does not lie within. */
function slabHoles(project: Project, given: readonly (readonly Point[])[], outline: readonly Ring[]): Ring[] {
  return given.map((points, i) => {
    const ring = points.map(storedPoint);
    const texts = { thing: given.length > 1 ? `hole ${i + 1}` : 'the hole' };
    if (!isSimple(ring) || ringArea(ring) === 0) refuse(project, 'outline.crosses', { texts });
    if (!isHoleOf(outline, ring)) refuse(project, 'slab.hole', { texts });
    return counterClockwise(ring);
  });
}

const holeArgs = () =>
  s.array(s.array(s.point().required()).min(3).max(500).required()).max(200).default(undefined);

/** Deeper along its border: of real sizes, under a flat underside. */
function checkEdge(project: Project, slab: Slab) {
  const { id, edge, falls, underside } = slab;
  if (!edge) return;
  const thing = nameOf(project, slab);
  needPositive(project, 'width', `the edge of ${thing}`, edge.width);
  needPositive(project, 'depth', `the edge of ${thing}`, edge.depth);
  if (falls && underside === 'tilted')
    refuse(project, 'slab.edge-tilts', { subjects: [id], texts: { thing } });
}

const edgeOf = ({ edge }: Slab, given: ThickEdge | null | undefined): ThickEdge | null =>
  given ? { width: toStored(given.width), depth: toStored(given.depth) } : given === null ? null : edge;

/** A slab that is said; refused where falls would make the ply that varies too thin. */
export function checkedSlab(query: Query, given: Slab): Slab {
  const slab = plied(query.project, given);
  checkThin(query, slab, outlineOfSlab(query, slab));
  checkEdge(query.project, slab);
  checkBound(after(query.project, [slab]), standsOrEndsAt(slab.id));
  return slab;
}

export const addSlab = command({
  name: 'addSlab',
  about:
    "Lay a slab by the outline of the walls (outer, structure or inner face), by what they leave clear round a place (`room`), or by drawn points; its top is `offset` above the datum, or with `from` above the top of that footing's wall.",
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    face: slabArgs.slabFace(),
    points: s.array(s.point().required()).min(3).max(500).default(undefined),
    room: s.point().default(undefined),
    thickness: s.mm(),
    offset: s.mm(),
    from: s.id(),
    material: s.id(),
    buildUp: s.id(),
    holes: holeArgs(),
    guard: s.flag()
  }),
  example: { storey: 'storey-1', face: 'outer', thickness: 150, offset: 0 },
  run: (project, args, query) => {
    const storey = need(project, 'storey', args.storey);
    const thickness = toStored(
      args.thickness ?? (storey.floorDepth || usualSizes(settingsOf(project).units).slab)
    );
    needPositive(project, 'thickness', 'the slab', thickness);
    const slab: Slab = {
      id: freshOrGiven(project, 'slab', args.id),
      kind: 'slab',
      name: args.name ?? '',
      storey: storey.id,
      outline: slabOutline(query, storey.id, args.face, args.points, args.room),
      thickness,
      material: need(project, 'material', args.material ?? usualMaterial(project, 'slab')).id,
      offset: toStored(args.offset ?? 0),
      ...plainSlab,
      guard: args.guard ?? false,
      from: foundationOf(project, args.from ?? null),
      buildUp: args.buildUp === undefined ? null : need(project, 'buildUp', args.buildUp).id
    };
    const holed = { ...slab, holes: slabHoles(project, args.holes ?? [], outlineOfSlab(query, slab)) };
    return done(project, 'Lay a slab', [checkedSlab(query, holed)], [], [slab.id]);
  }
});

const foundationOf = (project: Project, id: string | null): string | null =>
  id === null ? null : needFoundation(project, id).id;

/** The ground under its thickness, with banks of 1 in 2, where nothing else is said. */
function padOf(
  { pad, thickness }: Slab,
  given: { drop?: number | undefined; run?: number | undefined } | null | undefined
): SlabPad | null {
  if (given === undefined) return pad;
  if (given === null) return null;
  return { drop: toStored(given.drop ?? pad?.drop ?? thickness), run: given.run ?? pad?.run ?? 2 };
}

export const setSlab = command({
  name: 'setSlab',
  about:
    'Change a slab: outline, holes (none: []), thickness or build-up, level (`from` a footing: above the top of its wall, from null: above the datum; without `offset` it stays as high), material; with falls whether its underside tilts with its top or stays flat, which ply then `varies` (the first is 0), and how thin it may become at `least`; `edge`: how much deeper its border is, over what width (none: null); `guard`: whether guards stand along it where one could fall; `pad`: whether the ground is brought to it, how far under its top, with banks that run out by so much for their height (none: null).',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    face: slabArgs.slabFace(),
    points: s.array(s.point().required()).min(3).max(500).default(undefined),
    room: s.point().default(undefined),
    thickness: s.mm(),
    offset: s.mm(),
    from: s.id().nullable(),
    material: s.id(),
    buildUp: s.id().nullable(),
    holes: holeArgs(),
    underside: s.oneOf(undersides),
    varies: s.number().integer().min(0).max(100),
    least: s.mm().min(0),
    guard: s.flag(),
    edge: s
      .object({ width: s.mm().required(), depth: s.mm().required() })
      .noUnknown(true)
      .nullable()
      .default(undefined),
    pad: s
      .object({ drop: s.mm().min(0), run: s.number().min(0.1).max(100) })
      .noUnknown(true)
      .nullable()
      .default(undefined)
  }),
  example: { id: 'slab-1', thickness: 200 },
  run: (project, args, query) => {
    const old = need(project, 'slab', args.id);
    if (args.thickness !== undefined) needPositive(project, 'thickness', 'the slab', args.thickness);
    const outline =
      args.face || args.points || args.room
        ? slabOutline(query, old.storey, args.face, args.points, args.room)
        : old.outline;
    const slab: Slab = {
      ...old,
      name: args.name ?? old.name,
      outline,
      thickness: args.thickness === undefined ? old.thickness : toStored(args.thickness),
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      offset: args.offset === undefined ? old.offset : toStored(args.offset),
      buildUp: buildUpOf(project, old, args),
      underside: args.underside ?? old.underside,
      varies: args.varies ?? old.varies,
      least: args.least === undefined ? old.least : toStored(args.least),
      guard: args.guard ?? old.guard,
      pad: padOf(old, args.pad),
      edge: edgeOf(old, args.edge),
      from: args.from === undefined ? old.from : foundationOf(project, args.from)
    };
    const placed =
      args.from !== undefined && args.offset === undefined
        ? measuredFrom(project, slab, slab.from, slabLevel(project, old))
        : slab;
    const holes = args.holes ? slabHoles(project, args.holes, outlineOfSlab(query, slab)) : old.holes;
    return done(project, 'Change a slab', [checkedSlab(query, { ...placed, holes })]);
  }
});

export const moveSlabEdge = command({
  name: 'moveSlabEdge',
  about:
    'Move an edge of a drawn slab (the first is 0) square to itself by what of a vector is that way; the edges beside it grow or shrink, and heights given at its corners go along.',
  args: s.object({
    id: s.id().required(),
    edge: s.number().integer().min(0).max(1000).required(),
    by: s.point().required()
  }),
  example: { id: 'slab-1', edge: 0, by: { x: 0, y: -500 } },
  run: (project, { id, edge, by }, query) => {
    const old = need(project, 'slab', id);
    const texts = { thing: nameOf(project, old) };
    const { outline } = old;
    if (outline.kind !== 'drawn') return refuse(project, 'slab.follows', { subjects: [id], texts });
    const n = outline.points.length;
    if (edge >= n)
      refuse(project, 'slab.edge', {
        subjects: [id],
        texts: { ...texts, given: String(edge + 1), count: String(n) }
      });
    const at = (i: number) => outline.points[(i + n) % n]!;
    const [a, b] = [at(edge), at(edge + 1)];
    const way = unit(subtract(b, a));
    const shift = scale(leftOf(way), dot(leftOf(way), by));
    // Where the edge beside it runs the same way, its corner goes along square.
    const corner = (p: Point, beside: Point) =>
      storedPoint(meetLines(add(p, shift), way, p, subtract(p, beside)) ?? add(p, shift));
    const moved = new Map([
      [a, corner(a, at(edge - 1))],
      [b, corner(b, at(edge + 2))]
    ]);
    const points = outline.points.map((p) => moved.get(p) ?? p);
    if (!isSimple(points) || ringArea(points) <= 0)
      refuse(project, 'outline.crosses', { subjects: [id], texts: { thing: texts.thing } });
    const follow = <T extends { readonly at: Point }>(level: T): T => {
      const to = [...moved].find(([from]) => distance(from, level.at) <= tolerances.joint)?.[1];
      return to ? { ...level, at: to } : level;
    };
    const falls: Falls | null =
      old.falls?.kind === 'levels'
        ? {
            ...old.falls,
            levels: old.falls.levels.map(follow),
            lines: old.falls.lines.map(({ from, to }) => ({ from: follow(from), to: follow(to) }))
          }
        : old.falls;
    const slab: Slab = { ...old, outline: { kind: 'drawn', points }, falls };
    return done(project, 'Move an edge of a slab', [checkedSlab(query, slab)]);
  }
});
