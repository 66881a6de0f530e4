/** Slabs. */
import type { Declaration, Loss } from '../../document/kind';
import type { Level } from '../../kernels/falls/surface';
import { asThickAsPlies } from '../build-up/plied';
import { measuredFrom, slabLevel } from './level';
import { planOfEdges, planOfSlabs } from './plan';
import { schema, type Falls, type Slab, type SlabOutline } from './record';
import { storedPoint } from '../../document/command';
import { moved, turnedAngle, type Motion } from '../../geometry/motion';
import type { Point } from '../../geometry/point';

/** Mirrored points run clockwise: turned round, they run the right way again. */
const movedRing = (points: readonly Point[], motion: Motion): Point[] => {
  const ring = points.map((p) => storedPoint(moved(motion, p)));
  return motion.flips ? ring.reverse() : ring;
};

function movedOutline(outline: SlabOutline, motion: Motion): SlabOutline {
  if (outline.kind === 'drawn') return { kind: 'drawn', points: movedRing(outline.points, motion) };
  return outline.kind === 'room' ? { kind: 'room', at: storedPoint(moved(motion, outline.at)) } : outline;
}

function movedFalls(falls: Falls, motion: Motion): Falls {
  if (falls.kind === 'plane') return { ...falls, direction: turnedAngle(motion, falls.direction) };
  const level = ({ at, z }: Level): Level => ({ at: storedPoint(moved(motion, at)), z });
  return {
    ...falls,
    levels: falls.levels.map(level),
    lines: falls.lines.map(({ from, to }) => ({ from: level(from), to: level(to) }))
  };
}

function movedSlab(slab: Slab, motion: Motion): Slab {
  const { outline, holes, falls } = slab;
  if (outline.kind === 'walls' && holes.length === 0 && !falls) return slab;
  return {
    ...slab,
    outline: movedOutline(outline, motion),
    holes: holes.map((hole) => movedRing(hole, motion)),
    falls: falls && movedFalls(falls, motion)
  };
}

/** Without its foundation it stays as high as it was. */
const asHigh = (slab: Slab, { before, after }: Loss): Slab => {
  const was = before.project.tables.slab.get(slab.id) ?? slab;
  return measuredFrom(after.project, slab, null, slabLevel(before.project, was));
};

export const slab: Declaration<Slab> = {
  kind: 'slab',
  prefix: 'slab',
  words: { one: 'slab', title: () => 'Slab' },
  called: null,
  schema,
  storey: ({ storey }) => storey,
  layers: { all: [{ what: 'slab', label: 'Slabs' }], of: () => 'slab' },
  references: [
    { path: 'storey', to: 'storey', gone: 'goes' },
    { path: 'material', to: 'material', gone: 'refuses' },
    { path: 'buildUp', to: 'buildUp', gone: 'refuses' },
    { path: 'from', to: 'footing', gone: asHigh }
  ],
  moved: movedSlab,
  copying: 'stays',
  locks: { layer: true, sizes: false },
  keeps: null,
  leaves: null,
  law: asThickAsPlies('slab'),
  holds: null,
  ring: null,
  cuts: null,
  plan: planOfSlabs,
  planOver: planOfEdges
};
