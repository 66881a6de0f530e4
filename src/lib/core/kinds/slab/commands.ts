/** Slabs by the walls' outline or by drawn points. */
import * as slabArgs from './args';
import * as s from '../../document/schemas';
import { command, done, freshOrGiven, need, needPositive, refuse, storedPoint } from '../../document/command';
import { isSimple, ringArea } from '../../geometry/ring';
import { toStored } from '../../geometry/tolerances';
import type { Query } from '../../document/kind';
import type { Slab, SlabOutline } from './record';
import { needOutline } from '../wall/need-outline';
import { usualMaterial } from '../material/usual';
import { usualSizes } from '../../units/usual';
import { settingsOf } from '../../document/project';

function slabOutline(
  query: Query,
  storey: string,
  face: 'outer' | 'structure' | 'inner' | undefined,
  points: readonly { x: number; y: number }[] | undefined
): SlabOutline {
  if (!points) {
    needOutline(query, storey, face ?? 'outer');
    return { kind: 'walls', face: face ?? 'outer' };
  }
  const ring = points.map(storedPoint);
  if (!isSimple(ring) || ringArea(ring) === 0)
    refuse(query.project, 'outline.crosses', { texts: { thing: 'the slab' } });
  return { kind: 'drawn', points: ringArea(ring) > 0 ? ring : ring.reverse() };
}

export const addSlab = command({
  name: 'addSlab',
  about:
    'Lay a slab by the outline of the walls (outer, structure or inner face) or by drawn points; its top is `offset` above the datum.',
  args: s.object({
    id: s.id(),
    name: s.name(),
    storey: s.id().required(),
    face: slabArgs.slabFace(),
    points: s.array(s.point().required()).min(3).max(500).default(undefined),
    thickness: s.mm(),
    offset: s.mm(),
    material: s.id()
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
      outline: slabOutline(query, storey.id, args.face, args.points),
      thickness,
      material: need(project, 'material', args.material ?? usualMaterial(project, 'slab')).id,
      offset: toStored(args.offset ?? 0)
    };
    return done(project, 'Lay a slab', [slab], [], [slab.id]);
  }
});

export const setSlab = command({
  name: 'setSlab',
  about: 'Change a slab: outline, thickness, level, material.',
  args: s.object({
    id: s.id().required(),
    name: s.name(),
    face: slabArgs.slabFace(),
    points: s.array(s.point().required()).min(3).max(500).default(undefined),
    thickness: s.mm(),
    offset: s.mm(),
    material: s.id()
  }),
  example: { id: 'slab-1', thickness: 200 },
  run: (project, args, query) => {
    const old = need(project, 'slab', args.id);
    if (args.thickness !== undefined) needPositive(project, 'thickness', 'the slab', args.thickness);
    const outline =
      args.face || args.points ? slabOutline(query, old.storey, args.face, args.points) : old.outline;
    const slab: Slab = {
      ...old,
      name: args.name ?? old.name,
      outline,
      thickness: args.thickness === undefined ? old.thickness : toStored(args.thickness),
      material: args.material === undefined ? old.material : need(project, 'material', args.material).id,
      offset: args.offset === undefined ? old.offset : toStored(args.offset)
    };
    return done(project, 'Change a slab', [slab]);
  }
});
