/** Roofs: made over an outline, changed, their edges turned. */
import * as roofArgs from './args';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse } from '../../document/command';
import { nameOf } from '../../document/names';
import { wallsOf, type Wall } from '../wall/record';
import { frameOf, type WallFrame } from '../wall/frame';
import { tolerances, toStored } from '../../geometry/tolerances';
import type { Project, Query } from '../../document/kind';
import {
  asRoof,
  edgeWords,
  isBare,
  plainEnds,
  type Roof,
  type RoofEdge,
  type RoofSide,
  type Cheeks
} from './record';
import type { MadeEdge, RoofOutline } from './edges';
import { sidesOfCorners, sidesOfWalls } from './sides';
import { faceOf, roofOutlines } from './stages';
import { slabRings } from '../slab/rings';
import type { Storey } from '../storey/record';
import { fromFrame } from '../../kernels/joints/frame';
import { heightAt } from '../../geometry/plane';
import { edgesOf, ringHolds } from '../../geometry/ring';
import { locate, type Point } from '../../geometry/point';
import { atParapets, plateWithin } from './parapet';
import { needRoofOutline, pitchOf, refuseSides } from './need-outline';
import { deriveRoof } from './planes';
import { buildUpOf, plied } from '../build-up/plied';
import {
  changedEdge,
  checkEdges,
  needBoard,
  needSeat,
  plainEdge,
  turnedEdge,
  turnedMade,
  turnedSide,
  type EdgeGiven
} from './turned';
import { edgesOfForm, roofForms, type RoofForm } from './forms';
import { usualMaterial } from '../material/usual';
import { usualSizes } from '../../units/usual';
import { idMaker, settingsOf } from '../../document/project';
import { isPairForm, pairForms, pairFrom, sidesOfPair, type PairForm } from './pair';

/** What is said of an edge; null: as the roof has it. */
const edgeArgs = {
  kind: roofArgs.edgeKind(),
  pitch: s.degrees().nullable(),
  overhang: s.mm().nullable(),
  plateLevel: s.mm().nullable(),
  seat: s.mm().nullable(),
  second: s
    .object({ above: s.mm().required(), pitch: s.degrees().required() })
    .noUnknown(true)
    .nullable()
    .default(undefined),
  fascia: s.mm().nullable(),
  soffit: roofArgs.soffit().nullable()
};
const edge = () => s.object({ wall: s.id().required(), ...edgeArgs });

/** How it bears, and how it ends at its edges and at its ridge. */
const endArgs = {
  seat: s.mm(),
  cutOff: s.mm().nullable(),
  eaveCut: roofArgs.eaveCut(),
  fascia: s.mm(),
  soffit: roofArgs.soffit()
};

/** Outlines other than that of the storey's outer walls: one of these. */
const outlineArgs = {
  walls: s.ids().max(500).default(undefined),
  within: s.flag(),
  corners: s.array(s.point().required()).min(3).max(500).default(undefined),
  slab: s.id()
};

interface OutlineGiven {
  readonly walls?: readonly string[] | undefined;
  /** Within the walls, which are parapets, and not over them. */
  readonly within?: boolean | undefined;
  readonly corners?: readonly Point[] | undefined;
  readonly slab?: string | undefined;
}

type EdgesGiven = readonly (EdgeGiven & { readonly wall: string })[];

const edgesFrom = (project: Project, given: EdgesGiven) =>
  given.map(({ wall, ...rest }) => changedEdge<RoofEdge>(project, { wall, ...plainEdge }, rest));

/** The sides of an outline as given; null: the storey's own. */
function sidesGiven(
  query: Query,
  roof: Roof,
  { walls, within, corners, slab }: OutlineGiven
): RoofSide[] | null {
  const { project } = query;
  const { storey } = roof;
  if (walls) {
    for (const id of walls) {
      const wall = need(project, 'wall', id);
      if (wall.storey !== storey)
        refuse(project, 'roof.storey', {
          subjects: [id],
          texts: { wall: nameOf(project, wall), storey: nameOf(project, need(project, 'storey', storey)) }
        });
    }
    return sidesOfWalls(query, roof, [...new Set(walls)], within ?? false) ?? refuseSides(project, roof);
  }
  if (corners) return sidesOfCorners(query, corners);
  if (slab === undefined) return null;
  const [ring] = query.get(slabRings, need(project, 'slab', slab).id);
  return sidesOfCorners(query, ring ?? refuse(project, 'outline.none', { texts: { thing: 'the roof' } }));
}

/** A roof with the edges of a form, and then with those that are said. */
function formed(
  query: Query,
  roof: Roof,
  form: RoofForm,
  low: string | undefined,
  given: EdgesGiven | undefined
): Roof {
  const { rings, edges } = needRoofOutline(query, roof);
  const becomes = edgesOfForm(
    form,
    roof.pitch,
    rings,
    edges.map((ring) =>
      ring.map(({ kind, walls }) => ({ kind, isLow: low !== undefined && walls.includes(low) }))
    )
  ).map((ring) =>
    ring.map(({ kind, pitch, second }) => ({
      ...{ kind, pitch },
      second: second && { ...second, above: toStored(second.above) }
    }))
  );
  const said = edgesFrom(query.project, given ?? []);
  const bySide = new Map(
    edges.flatMap((ring, r) => ring.map((one, i) => [one.side, becomes[r]![i]!] as const))
  );
  const sides = roof.sides?.map((side, i): RoofSide => {
    const own = said.find(({ wall }) => wall === side.wall);
    return { ...side, ...(own ?? bySide.get(i)) };
  });
  if (sides) return { ...roof, sides };
  if (given) return { ...roof, edges: said };
  const otherwise = edges.flatMap((ring, r) =>
    ring.flatMap(({ walls: [wall] }, i): RoofEdge[] => {
      const edge = becomes[r]![i]!;
      const isPlain = edge.kind === 'eave' && !edge.second && edge.pitch === null;
      return wall === undefined || isPlain ? [] : [{ wall, ...asRoof, ...edge }];
    })
  );
  return { ...roof, edges: otherwise };
}

/**
 * The walls that a roof takes: those under its edges but for parapets that it lies within; of a drawn outline the outer
 * ones that stand within it, and all that one of its edges runs along, as one between two roofs.
 */
function wallsUnder(query: Query, roof: Roof, { rings, edges }: RoofOutline): Wall[] {
  const { project } = query;
  const isUnder = ({ kind, side }: MadeEdge) =>
    !isBare(kind) && !(side !== null && roof.sides?.[side]?.inner);
  const named = new Set(edges.flat().flatMap((one) => (isUnder(one) ? one.walls : [])));
  const isDrawn = roof.sides?.every(({ wall }) => wall === null) ?? false;
  return wallsOf(project, roof.storey).filter((wall) => {
    if (named.has(wall.id)) return true;
    const frame = isDrawn ? frameOf(project, wall) : undefined;
    if (!frame) return false;
    const middle = fromFrame(frame, frame.length / 2, (frame.y0 + frame.y1) / 2);
    const isWithin = wall.role === 'exterior' && rings.some((ring) => ringHolds(ring, middle));
    return isWithin || rings.some((ring) => edgesOf(ring).some((edge) => runsAlong(edge, frame)));
  });
}

type Located = ReturnType<typeof locate>;

/** Whether an edge lies along a wall, within its faces, for at least half its length. */
function runsAlong([from, to]: readonly [Point, Point], frame: WallFrame): boolean {
  const [p, q] = [from, to].map((one) => locate(one, frame.origin, frame.direction)) as [Located, Located];
  const isIn = ({ y }: Located) => y > frame.y0 - tolerances.joint && y < frame.y1 + tolerances.joint;
  const shared = Math.min(frame.length, Math.max(p.t, q.t)) - Math.max(0, Math.min(p.t, q.t));
  return isIn(p) && isIn(q) && shared > frame.length / 2;
}

/** Where its parapets stand up over it. */
function plateInside(query: Query, roof: Roof): number {
  const model = deriveRoof(roof, needRoofOutline(query, roof));
  return (model && plateWithin(roof, atParapets(query, model))) ?? roof.plateLevel;
}

/** The highest top of walls, or as high as its storey's walls usually are. */
function plateOver(project: Project, storey: Storey, walls: readonly Wall[]): number {
  const tops = walls.map((wall) => frameOf(project, wall)!.top).filter(Number.isFinite);
  return tops.length > 0 ? Math.max(...tops) : storey.height;
}

/** The walls that are carried up to a roof, but for those left out. */
function carriedTo({ project }: Query, walls: readonly Wall[], leave: readonly string[] | undefined): Wall[] {
  const left = new Set(leave);
  for (const id of left) need(project, 'wall', id);
  return walls.flatMap((wall): Wall[] =>
    left.has(wall.id) || wall.top.kind === 'roof' ? [] : [{ ...wall, top: { kind: 'roof' } }]
  );
}

/** Two roofs side by side over the outline of one, and then with the edges that are said. */
function pairOver(query: Query, roof: Roof, form: PairForm, given: EdgesGiven | undefined): Roof[] {
  const { project } = query;
  const outline = needRoofOutline(query, roof);
  const inner = ({ side }: MadeEdge) => roof.sides?.[side ?? -1]?.inner ?? false;
  const sides =
    sidesOfPair(form, outline, inner, (wall, isInner) => faceOf(query, wall, isInner)) ??
    refuse(project, 'roof.no-pair', {
      texts: { corners: String(outline.rings[0]?.length ?? 0) }
    });
  const said = edgesFrom(project, given ?? []);
  const withSaid = (side: RoofSide): RoofSide => ({
    ...side,
    ...said.find(({ wall }) => wall === side.wall)
  });
  const next = idMaker(project);
  const id = [next('roof'), next('roof')].find((one) => one !== roof.id)!;
  return pairFrom(roof, sides, id).map((one) => ({ ...one, sides: one.sides!.map(withSaid) }));
}

export const addRoof = command({
  name: 'addRoof',
  about:
    'Put a roof on: over the outline of a storey, over chosen walls (closed by lines where they do not meet; at a house that goes on behind such a line it runs into the roofs there), over drawn corners, or over what a slab covers now; `within` the inner faces of the walls, which are parapets and keep their tops, without an overhang. Hipped all round, with gables at its ends (half hipped, or with eaves of two pitches: gambrel), with two pitches all round (mansard), gabled with one side half as steep (saltbox: that over `low`), two gables side by side (mRoof) or two mono-pitches that fall to their middle (butterfly), each pair two roofs over a four-sided outline, or a mono-pitch or flat roof that falls to the wall `low` (else away from the house, or to its longest edge); listed edges as they are said instead. Its eaves are cut plumb, square to the slope or level; `fascia`: how deep boards at its edges are (0: none); `soffit`: what is under its overhangs. Its outer walls are carried up to it, but for those in `leave`.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    ...outlineArgs,
    form: s.oneOf([...roofForms, ...pairForms]),
    low: s.id(),
    pitch: s.degrees().required(),
    overhang: s.mm(),
    plateLevel: s.mm(),
    thickness: s.mm(),
    ...endArgs,
    material: s.id(),
    buildUp: s.id().nullable(),
    edges: s.array(edge().required()).max(500).default(undefined),
    leave: s.array(s.id().required()).max(20_000).default(undefined)
  }),
  example: {
    storey: 'storey-1',
    pitch: 32,
    overhang: 450,
    thickness: 200,
    edges: [{ wall: 'wall-2', kind: 'gable' }]
  },
  run: (project, args, query) => {
    const storey = need(project, 'storey', args.storey);
    const there = [...project.tables.roof.values()].find((roof) => roof.storey === storey.id && !roof.sides);
    const isOwn = args.walls !== undefined || args.corners !== undefined || args.slab !== undefined;
    if (there && !isOwn)
      refuse(project, 'roof.exists', {
        subjects: [there.id],
        texts: { storey: nameOf(project, storey), thing: nameOf(project, there) }
      });
    const usual = usualSizes(settingsOf(project).units);
    const overhang = toStored(args.overhang ?? (args.within ? 0 : usual.overhang));
    if (overhang < 0)
      refuse(project, 'length.not-positive', {
        numbers: { value: overhang },
        texts: { what: 'overhang', thing: 'the roof' }
      });
    const plain = plied<Roof>(project, {
      id: freshOrGiven(project, 'roof', args.id),
      kind: 'roof',
      name: args.name ?? '',
      storey: storey.id,
      pitch: pitchOf(project, args.pitch),
      overhang,
      plateLevel: 0,
      thickness: toStored(args.thickness ?? usual.roof),
      cutOff: plainEnds.cutOff,
      seat: toStored(args.seat ?? plainEnds.seat),
      eaveCut: args.eaveCut ?? plainEnds.eaveCut,
      fascia: toStored(args.fascia ?? plainEnds.fascia),
      soffit: args.soffit ?? plainEnds.soffit,
      cheeks: plainEnds.cheeks,
      material: need(project, 'material', args.material ?? usualMaterial(project, 'roof')).id,
      buildUp: args.buildUp == null ? null : need(project, 'buildUp', args.buildUp).id,
      edges: [],
      sides: null
    });
    needPositive(project, 'thickness', 'the roof', plain.thickness);
    needBoard(project, 'the roof', plain.fascia);
    needSeat(project, plain.seat);
    const bare: Roof = { ...plain, sides: sidesGiven(query, plain, args as OutlineGiven) };
    const given = args.edges as EdgesGiven | undefined;
    const named = [...(given ?? []).map(({ wall }) => wall), ...(args.low === undefined ? [] : [args.low])];
    checkEdges(query, bare, named);
    const walls = wallsUnder(query, bare, needRoofOutline(query, bare));
    const usualPlate = plateOver(project, storey, walls);
    const form = args.form ?? 'hip';
    const made: Roof = { ...bare, plateLevel: toStored(args.plateLevel ?? usualPlate) };
    const roofs = (
      isPairForm(form) ? pairOver(query, made, form, given) : [formed(query, made, form, args.low, given)]
    ).map((roof): Roof => {
      const isProposed = args.within && args.plateLevel === undefined;
      const seated = isProposed ? { ...roof, plateLevel: plateInside(query, roof) } : roof;
      return args.cutOff == null ? seated : cutOffAt(query, seated, toStored(args.cutOff));
    });
    return done(
      project,
      roofs.length === 1 ? 'Put a roof on' : 'Put two roofs on',
      [...roofs, ...carriedTo(query, walls, args.leave)],
      [],
      roofs.map(({ id }) => id)
    );
  }
});

/** Cheeks of another thickness; refused of a roof that is let into none. */
function cheeksOf(project: Project, roof: Roof, given: number): Cheeks {
  needPositive(project, 'thickness of the cheeks', 'the roof', given);
  return roof.cheeks
    ? { ...roof.cheeks, thickness: toStored(given) }
    : refuse(project, 'roof.no-cheeks', { subjects: [roof.id], texts: { thing: nameOf(project, roof) } });
}

/** With its ridge cut off at a height; refused under its eaves, where nothing would slope. */
function cutOffAt(query: Query, roof: Roof, cutOff: number): Roof {
  const { planes } = deriveRoof({ ...roof, cutOff: null }, needRoofOutline(query, roof)) ?? { planes: [] };
  const least = Math.min(...planes.flatMap(({ ring, top }) => ring.map((p) => heightAt(top, p))));
  if (cutOff <= least)
    refuse(query.project, 'roof.cut-low', {
      ...{ subjects: [roof.id], texts: { thing: nameOf(query.project, roof) } },
      numbers: { height: cutOff, least }
    });
  return { ...roof, cutOff };
}

export const setRoof = command({
  name: 'setRoof',
  about:
    'Change a roof: what it is made of (a build-up, from the covering down, gives its thickness and material; either of these by itself ends that), pitch, overhang, plate level, thickness, how thick its cheeks are, the height over the datum at which its ridge is cut off level (null: not), how its eaves are cut, boards, material, or all its listed edges.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    pitch: s.degrees(),
    overhang: s.mm(),
    plateLevel: s.mm(),
    thickness: s.mm(),
    cheeks: s.mm(),
    ...endArgs,
    material: s.id(),
    buildUp: s.id().nullable(),
    edges: s.array(edge().required()).max(500).default(undefined)
  }),
  example: { id: 'roof-1', pitch: 35 },
  run: (project, args, query) => {
    const old = need(project, 'roof', args.id);
    if (args.thickness !== undefined) needPositive(project, 'thickness', 'the roof', args.thickness);
    if (args.overhang !== undefined && args.overhang < 0)
      needPositive(project, 'overhang', 'the roof', args.overhang);
    if (args.fascia !== undefined) needBoard(project, 'the roof', args.fascia);
    if (args.seat !== undefined) needSeat(project, args.seat);
    const given = args.edges as EdgesGiven | undefined;
    const changed: Roof = {
      ...old,
      name: args.name ?? old.name,
      pitch: args.pitch === undefined ? old.pitch : pitchOf(project, args.pitch),
      overhang: args.overhang === undefined ? old.overhang : toStored(args.overhang),
      plateLevel: args.plateLevel === undefined ? old.plateLevel : toStored(args.plateLevel),
      thickness: args.thickness === undefined ? old.thickness : toStored(args.thickness),
      cheeks: args.cheeks === undefined ? old.cheeks : cheeksOf(project, old, args.cheeks),
      cutOff: args.cutOff === null ? null : old.cutOff,
      seat: args.seat === undefined ? old.seat : toStored(args.seat),
      eaveCut: args.eaveCut ?? old.eaveCut,
      fascia: args.fascia === undefined ? old.fascia : toStored(args.fascia),
      soffit: args.soffit ?? old.soffit,
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      buildUp: buildUpOf(project, old, args)
    };
    const named = (given ?? []).map(({ wall }) => wall);
    if (given) checkEdges(query, changed, named);
    const said = edgesFrom(project, given ?? []);
    const withSaid = (side: RoofSide): RoofSide => {
      const own = said.find(({ wall }) => wall === side.wall);
      if (own) return { ...side, ...own };
      return given && side.wall !== null ? { ...side, ...plainEdge } : side;
    };
    const shaped: Roof = {
      ...changed,
      edges: given && !changed.sides ? said : changed.edges,
      sides: changed.sides?.map(withSaid) ?? null
    };
    const cutOff = args.cutOff == null ? shaped.cutOff : toStored(args.cutOff);
    const isChecked = args.cutOff != null || query.get(roofOutlines, old.id) !== undefined;
    const roof = cutOff !== null && isChecked ? cutOffAt(query, shaped, cutOff) : shaped;
    return done(project, 'Change a roof', [roof]);
  }
});

export const setRoofEdge = command({
  name: 'setRoofEdge',
  about:
    'Change an edge of a roof, over one wall or by the number of its side (0 the first), or all that are of one kind now: eave, gable, abutment or running into other roofs, its pitch, overhang (of a gable: how far its verge projects), plate level, and a second slope from a height above the plate up (of a gable: a half hip). Null: as the roof has it, or without a second slope.',
  args: s.object({
    roof: s.id().required(),
    wall: s.id(),
    side: roofArgs.side(),
    all: roofArgs.edgeKind(),
    ...edgeArgs
  }),
  example: { roof: 'roof-1', wall: 'wall-2', kind: 'gable' },
  run: (project, { roof: id, wall, side, all, ...given }, query) => {
    const old = need(project, 'roof', id);
    if (all) {
      const edges = needRoofOutline(query, old)
        .edges.flat()
        .filter(({ kind }) => kind === all);
      if (edges.length === 0)
        refuse(project, 'roof.none-such', {
          subjects: [id],
          texts: { thing: nameOf(project, old), kind: edgeWords[all] }
        });
      const roof = edges.reduce((now, edge) => turnedMade(query, now, edge, given)?.roof ?? now, old);
      return done(project, `Change ${edges.length} edges of a roof`, [roof]);
    }
    const { made, was, roof } = old.sides
      ? turnedSide(query, old, old.sides, wall, side, given)
      : turnedEdge(query, old, wall ?? refuse(project, 'roof.no-edge', { subjects: [id] }), given);
    const turned = given.kind !== undefined && given.kind !== was;
    const label = turned ? `Turn an edge into ${edgeWords[made.kind]}` : 'Change the edge of a roof';
    return done(project, label, [roof]);
  }
});
