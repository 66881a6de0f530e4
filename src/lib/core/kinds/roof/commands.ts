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
import type { Roof } from './record';
import { needOutline } from '../wall/need-outline';
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

const edge = () => s.object({ wall: s.id().required(), kind: roofArgs.edgeKind().required() });

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
    'Put a roof on the outline of a storey: hipped all round, listed edges turned into gables; its outer walls are carried up to it.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
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
    const carried = new Set(needOutline(query, storey.id, 'outer').walls.flat(2));
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
      edges: (args.edges as Roof['edges'] | undefined) ?? []
    };
    needPositive(project, 'thickness', 'the roof', roof.thickness);
    checkEdges(query, roof);
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
      edges: (args.edges as Roof['edges'] | undefined) ?? old.edges
    };
    if (args.edges) checkEdges(query, roof);
    return done(project, 'Change a roof', [roof]);
  }
});

export const setRoofEdge = command({
  name: 'setRoofEdge',
  about: 'Turn the edge of a roof over one wall into a gable, or back into an eave.',
  args: s.object({ roof: s.id().required(), wall: s.id().required(), kind: roofArgs.edgeKind().required() }),
  example: { roof: 'roof-1', wall: 'wall-2', kind: 'gable' },
  run: (project, args, query) => {
    const old = need(project, 'roof', args.roof);
    const outline = needOutline(query, old.storey, 'outer');
    // Walls in line under one edge turn together.
    const along = outline.walls.flat().find((walls) => walls.includes(args.wall)) ?? [args.wall];
    const others = old.edges.filter(({ wall }) => !along.includes(wall));
    const roof: Roof = {
      ...old,
      edges: args.kind === 'eave' ? others : [...others, { wall: args.wall, kind: 'gable' }]
    };
    checkEdges(query, { ...roof, edges: [{ wall: args.wall, kind: 'gable' }] });
    return done(project, args.kind === 'gable' ? 'Turn an edge into a gable' : 'Turn an edge into an eave', [
      roof
    ]);
  }
});
