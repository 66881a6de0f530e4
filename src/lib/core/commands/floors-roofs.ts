/** Slabs and roofs by the walls' outline. */
import { degree } from '../units/angle';
import { isSimple, ringArea } from '../geometry/ring';
import { toStored } from '../geometry/tolerances';
import { Model } from '../derive/graph';
import type { Project, Roof, Slab, SlabOutline, Wall } from '../project/records';
import { wallsOf } from '../project/project';
import { frameOf } from '../derive/frame';
import { command, done, nameOf, need, needPositive, refuse, type Command } from './command';
import * as s from './schemas';
import { freshOrGiven, storedPoint } from './walls';

const leastPitch = 1;
const mostPitch = 80;

function outlineOf(project: Project, storeyId: string, face: 'outer' | 'structure' | 'inner') {
  const storey = need(project, 'storey', storeyId);
  if (wallsOf(project, storeyId).length === 0)
    refuse(project, 'storey.no-walls', { subjects: [storeyId], texts: { thing: nameOf(storey), what: '' } });
  const outline = new Model().outline(project, storeyId, face);
  return (
    outline ?? refuse(project, 'outline.none', { subjects: [storeyId], texts: { thing: nameOf(storey) } })
  );
}

function slabOutline(
  project: Project,
  storey: string,
  face: 'outer' | 'structure' | 'inner' | undefined,
  points: readonly { x: number; y: number }[] | undefined
): SlabOutline {
  if (!points) {
    outlineOf(project, storey, face ?? 'outer');
    return { kind: 'walls', face: face ?? 'outer' };
  }
  const ring = points.map(storedPoint);
  if (!isSimple(ring) || ringArea(ring) === 0)
    refuse(project, 'outline.crosses', { texts: { thing: 'the slab' } });
  return { kind: 'drawn', points: ringArea(ring) > 0 ? ring : ring.reverse() };
}

const addSlab = command({
  name: 'addSlab',
  about:
    'Lay a slab by the outline of the walls (outer, structure or inner face) or by drawn points; its top is `offset` above the datum.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    face: s.slabFace(),
    points: s.array(s.point().required()).min(3).max(500).default(undefined),
    thickness: s.mm(),
    offset: s.mm()
  }),
  example: { storey: 'storey-1', face: 'outer', thickness: 150, offset: 0 },
  run: (project, args) => {
    const storey = need(project, 'storey', args.storey);
    const thickness = toStored(args.thickness ?? (storey.floorDepth || 150));
    needPositive(project, 'thickness', 'the slab', thickness);
    const slab: Slab = {
      id: freshOrGiven(project, 'slab', args.id),
      kind: 'slab',
      name: args.name ?? '',
      storey: storey.id,
      outline: slabOutline(project, storey.id, args.face, args.points),
      thickness,
      offset: toStored(args.offset ?? 0)
    };
    return done(project, 'Lay a slab', [slab], [], [slab.id]);
  }
});

const setSlab = command({
  name: 'setSlab',
  about: 'Change a slab: outline, thickness, level.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    face: s.slabFace(),
    points: s.array(s.point().required()).min(3).max(500).default(undefined),
    thickness: s.mm(),
    offset: s.mm()
  }),
  example: { id: 'slab-1', thickness: 200 },
  run: (project, args) => {
    const old = need(project, 'slab', args.id);
    if (args.thickness !== undefined) needPositive(project, 'thickness', 'the slab', args.thickness);
    const outline =
      args.face || args.points ? slabOutline(project, old.storey, args.face, args.points) : old.outline;
    const slab: Slab = {
      ...old,
      name: args.name ?? old.name,
      outline,
      thickness: args.thickness === undefined ? old.thickness : toStored(args.thickness),
      offset: args.offset === undefined ? old.offset : toStored(args.offset)
    };
    return done(project, 'Change a slab', [slab]);
  }
});

function pitchOf(project: Project, degrees: number): number {
  if (!(degrees >= leastPitch && degrees <= mostPitch))
    refuse(project, 'roof.pitch', {
      numbers: { pitch: degrees * degree, least: leastPitch * degree, most: mostPitch * degree }
    });
  return degrees * degree;
}

const edge = () => s.object({ wall: s.id().required(), kind: s.edgeKind().required() });

function checkEdges(project: Project, roof: Roof) {
  const carried = new Set(outlineOf(project, roof.storey, 'outer').walls.flat(2));
  for (const { wall } of roof.edges)
    if (!carried.has(wall))
      refuse(project, 'roof.edge', {
        subjects: [wall, roof.id],
        texts: { wall: nameOf(need(project, 'wall', wall)), thing: nameOf(roof) }
      });
}

const addRoof = command({
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
    edges: s.array(edge().required()).max(500).default(undefined)
  }),
  example: {
    storey: 'storey-1',
    pitch: 32,
    overhang: 450,
    thickness: 200,
    edges: [{ wall: 'wall-2', kind: 'gable' }]
  },
  run: (project, args) => {
    const storey = need(project, 'storey', args.storey);
    const there = [...project.tables.roof.values()].find((roof) => roof.storey === storey.id);
    if (there)
      refuse(project, 'roof.exists', {
        subjects: [there.id],
        texts: { storey: nameOf(storey), thing: nameOf(there) }
      });
    const carried = new Set(outlineOf(project, storey.id, 'outer').walls.flat(2));
    const walls = wallsOf(project, storey.id).filter((wall) => carried.has(wall.id));
    const tops = walls.map((wall) => frameOf(project, wall)!.top).filter(Number.isFinite);
    const overhang = toStored(args.overhang ?? 400);
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
      thickness: toStored(args.thickness ?? 200),
      edges: (args.edges as Roof['edges'] | undefined) ?? []
    };
    needPositive(project, 'thickness', 'the roof', roof.thickness);
    checkEdges(project, roof);
    const raised = walls.map((wall): Wall => ({ ...wall, top: { kind: 'roof' } }));
    return done(project, 'Put a roof on', [roof, ...raised], [], [roof.id]);
  }
});

const setRoof = command({
  name: 'setRoof',
  about: 'Change a roof: pitch, overhang, plate level, thickness, or all its listed edges.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    pitch: s.degrees(),
    overhang: s.mm(),
    plateLevel: s.mm(),
    thickness: s.mm(),
    edges: s.array(edge().required()).max(500).default(undefined)
  }),
  example: { id: 'roof-1', pitch: 35 },
  run: (project, args) => {
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
      edges: (args.edges as Roof['edges'] | undefined) ?? old.edges
    };
    if (args.edges) checkEdges(project, roof);
    return done(project, 'Change a roof', [roof]);
  }
});

const setRoofEdge = command({
  name: 'setRoofEdge',
  about: 'Turn the edge of a roof over one wall into a gable, or back into an eave.',
  args: s.object({ roof: s.id().required(), wall: s.id().required(), kind: s.edgeKind().required() }),
  example: { roof: 'roof-1', wall: 'wall-2', kind: 'gable' },
  run: (project, args) => {
    const old = need(project, 'roof', args.roof);
    const outline = outlineOf(project, old.storey, 'outer');
    // Walls in line under one edge turn together.
    const along = outline.walls.flat().find((walls) => walls.includes(args.wall)) ?? [args.wall];
    const others = old.edges.filter(({ wall }) => !along.includes(wall));
    const roof: Roof = {
      ...old,
      edges: args.kind === 'eave' ? others : [...others, { wall: args.wall, kind: 'gable' }]
    };
    checkEdges(project, { ...roof, edges: [{ wall: args.wall, kind: 'gable' }] });
    return done(project, args.kind === 'gable' ? 'Turn an edge into a gable' : 'Turn an edge into an eave', [
      roof
    ]);
  }
});

export const floorRoofCommands: Command[] = [addSlab, setSlab, addRoof, setRoof, setRoofEdge];
