/** Slabs and roofs by the walls' outline. */
import * as roofArgs from './args';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse } from '../../document/command';
import { degree } from '../../units/angle';
import { nameOf } from '../../document/names';
import { wallsOf, type Wall } from '../wall/record';
import { frameOf } from '../wall/frame';
import { toStored } from '../../geometry/tolerances';
import type { Project, Query } from '../../document/kind';
import { asRoof, edgeWords, type Roof, type RoofEdge, type RoofEdgeKind } from './record';
import { sameValue } from '../../document/patch';
import { needOutline } from '../wall/need-outline';
import { edgesOfForm, roofForms } from './forms';
import { usualMaterial } from '../material/usual';
import { usualSizes } from '../../units/usual';
import { settingsOf } from '../../document/project';

const leastPitch = 1;

const mostPitch = 80;

function pitchOf(project: Project, degrees: number): number {
  if (!(degrees >= leastPitch && degrees <= mostPitch))
    refuse(project, 'roof.pitch', {
      numbers: { pitch: degrees * degree, least: leastPitch * degree, most: mostPitch * degree }
    });
  return degrees * degree;
}

/** What is said of an edge; null: as the roof has it. */
const edgeArgs = {
  kind: roofArgs.edgeKind(),
  pitch: s.degrees().nullable(),
  overhang: s.mm().nullable(),
  plateLevel: s.mm().nullable()
};
const edge = () => s.object({ wall: s.id().required(), ...edgeArgs });

interface EdgeGiven {
  readonly kind?: RoofEdgeKind | undefined;
  readonly pitch?: number | null | undefined;
  readonly overhang?: number | null | undefined;
  readonly plateLevel?: number | null | undefined;
}

const plainEdge: Omit<RoofEdge, 'wall'> = { kind: 'eave', ...asRoof };

/** An edge with what is said of it anew, checked. */
function changedEdge(project: Project, old: RoofEdge, given: EdgeGiven): RoofEdge {
  const length = (value: number | null | undefined, was: number | null) =>
    value === undefined ? was : value === null ? null : toStored(value);
  const made: RoofEdge = {
    wall: old.wall,
    kind: given.kind ?? old.kind,
    pitch:
      given.pitch === undefined ? old.pitch : given.pitch === null ? null : pitchOf(project, given.pitch),
    overhang: length(given.overhang, old.overhang),
    plateLevel: length(given.plateLevel, old.plateLevel)
  };
  if (made.overhang !== null && made.overhang < 0)
    needPositive(project, 'overhang', 'the edge of the roof', made.overhang);
  if (made.kind === 'abutment' && given.overhang)
    refuse(project, 'roof.abutment', { subjects: [old.wall], numbers: { overhang: given.overhang } });
  return made;
}

type EdgesGiven = readonly (EdgeGiven & { readonly wall: string })[];

const edgesFrom = (project: Project, given: EdgesGiven) =>
  given.map(({ wall, ...rest }) => changedEdge(project, { wall, ...plainEdge }, rest));

function checkEdges(query: Query, roof: Roof) {
  const { project } = query;
  const carried = new Set(needOutline(query, roof.storey, 'outer').walls.flat(2));
  for (const { wall } of roof.edges)
    if (!carried.has(wall))
      refuse(project, 'roof.edge', {
        subjects: [wall, roof.id],
        texts: { wall: nameOf(project, need(project, 'wall', wall)), thing: nameOf(project, roof) }
      });
}

export const addRoof = command({
  name: 'addRoof',
  about:
    'Put a roof on the outline of a storey: hipped all round, with gables at its ends, or a mono-pitch that falls to the wall `low` (else to its longest edge); listed edges as they are said instead. Its outer walls are carried up to it.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    form: s.oneOf(roofForms),
    low: s.id(),
    pitch: s.degrees().required(),
    overhang: s.mm(),
    plateLevel: s.mm(),
    thickness: s.mm(),
    material: s.id(),
    edges: s.array(edge().required()).max(500).default(undefined)
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
    const there = [...project.tables.roof.values()].find((roof) => roof.storey === storey.id);
    if (there)
      refuse(project, 'roof.exists', {
        subjects: [there.id],
        texts: { storey: nameOf(project, storey), thing: nameOf(project, there) }
      });
    const outline = needOutline(query, storey.id, 'outer');
    const carried = new Set(outline.walls.flat(2));
    const walls = wallsOf(project, storey.id).filter((wall) => carried.has(wall.id));
    const tops = walls.map((wall) => frameOf(project, wall)!.top).filter(Number.isFinite);
    const usual = usualSizes(settingsOf(project).units);
    const overhang = toStored(args.overhang ?? usual.overhang);
    if (overhang < 0)
      refuse(project, 'length.not-positive', {
        numbers: { value: overhang },
        texts: { what: 'overhang', thing: 'the roof' }
      });
    const roof: Roof = {
      id: freshOrGiven(project, 'roof', args.id),
      kind: 'roof',
      name: args.name ?? '',
      storey: storey.id,
      pitch: pitchOf(project, args.pitch),
      overhang,
      plateLevel: toStored(args.plateLevel ?? (tops.length > 0 ? Math.max(...tops) : storey.height)),
      thickness: toStored(args.thickness ?? usual.roof),
      material: need(project, 'material', args.material ?? usualMaterial(project, 'roof')).id,
      edges: args.edges
        ? edgesFrom(project, args.edges as EdgesGiven)
        : edgesOfForm(args.form ?? 'hip', outline, args.low)
    };
    needPositive(project, 'thickness', 'the roof', roof.thickness);
    const low = args.low === undefined ? [] : [{ wall: args.low, ...plainEdge }];
    checkEdges(query, { ...roof, edges: [...roof.edges, ...low] });
    const raised = walls.map((wall): Wall => ({ ...wall, top: { kind: 'roof' } }));
    return done(project, 'Put a roof on', [roof, ...raised], [], [roof.id]);
  }
});

export const setRoof = command({
  name: 'setRoof',
  about: 'Change a roof: pitch, overhang, plate level, thickness, material, or all its listed edges.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    pitch: s.degrees(),
    overhang: s.mm(),
    plateLevel: s.mm(),
    thickness: s.mm(),
    material: s.id(),
    edges: s.array(edge().required()).max(500).default(undefined)
  }),
  example: { id: 'roof-1', pitch: 35 },
  run: (project, args, query) => {
    const old = need(project, 'roof', args.id);
    if (args.thickness !== undefined) needPositive(project, 'thickness', 'the roof', args.thickness);
    if (args.overhang !== undefined && args.overhang < 0)
      needPositive(project, 'overhang', 'the roof', args.overhang);
    const roof: Roof = {
      ...old,
      name: args.name ?? old.name,
      pitch: args.pitch === undefined ? old.pitch : pitchOf(project, args.pitch),
      overhang: args.overhang === undefined ? old.overhang : toStored(args.overhang),
      plateLevel: args.plateLevel === undefined ? old.plateLevel : toStored(args.plateLevel),
      thickness: args.thickness === undefined ? old.thickness : toStored(args.thickness),
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      edges: args.edges ? edgesFrom(project, args.edges as EdgesGiven) : old.edges
    };
    if (args.edges) checkEdges(query, roof);
    return done(project, 'Change a roof', [roof]);
  }
});

export const setRoofEdge = command({
  name: 'setRoofEdge',
  about:
    'Change the edge of a roof over one wall: eave, gable or abutment, its pitch, overhang (of a gable: how far its verge projects) and plate level. Null: as the roof has it.',
  args: s.object({ roof: s.id().required(), wall: s.id().required(), ...edgeArgs }),
  example: { roof: 'roof-1', wall: 'wall-2', kind: 'gable' },
  run: (project, { roof: id, wall, ...given }, query) => {
    const old = need(project, 'roof', id);
    const outline = needOutline(query, old.storey, 'outer');
    // Walls in line under one edge turn together.
    const along = outline.walls.flat().find((walls) => walls.includes(wall)) ?? [wall];
    const others = old.edges.filter((one) => !along.includes(one.wall));
    const was = old.edges.find((one) => along.includes(one.wall)) ?? { wall, ...plainEdge };
    const made = changedEdge(project, { ...was, wall }, given);
    checkEdges(query, { ...old, edges: [made] });
    const isPlain = sameValue({ ...made }, { wall, ...plainEdge });
    const roof: Roof = { ...old, edges: isPlain ? others : [...others, made] };
    const turned = given.kind !== undefined && given.kind !== was.kind;
    return done(project, turned ? `Turn an edge into ${edgeWords[made.kind]}` : 'Change the edge of a roof', [
      roof
    ]);
  }
});
