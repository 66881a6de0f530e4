/** The ground of a project as it is, and the slabs that it is to be brought to. Heights above project zero. */
import type { Query } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { sameValue } from '../../document/patch';
import { result, stage, table } from '../../document/stage';
import { flat, heightAt, raise } from '../../geometry/plane';
import { boxOf, ringArea, type Ring } from '../../geometry/ring';
import { groundSurface, type GroundLine, type GroundSurface } from '../../kernels/ground/surface';
import type { Pad } from '../../kernels/ground/shaped';
import type { Level } from '../../kernels/falls/surface';
import { slabLevel } from '../slab/level';
import { slabParts } from '../slab/shape';

/** Where no plot is drawn: so much beyond all that lies on the ground. */
const beyond = 8000;

/** Slabs that the ground is brought to, those along walls first. */
const padsOf = (query: Query): readonly Pad[] => {
  const wanting = [...query.project.tables.slab.values()].filter(({ pad }) => pad !== null);
  const ordered = [
    ...wanting.filter(({ outline }) => outline.kind !== 'drawn'),
    ...wanting.filter(({ outline }) => outline.kind === 'drawn')
  ];
  return ordered.flatMap((slab): Pad[] =>
    query.get(slabParts, slab.id).map(({ outline, surface: { facets } }) => {
      const level = slabLevel(query.project, slab) - slab.pad!.drop;
      const heights = facets.flatMap(({ ring, plane }) => ring.map((p) => heightAt(plane, p)));
      // With one plane it falls as the slab does, else it is level under its lowest place.
      const own = facets.length === 1 ? facets[0]!.plane : flat(Math.min(0, ...heights));
      return { id: slab.id, ring: outline, plane: raise(own, level), slope: 1 / slab.pad!.run };
    })
  );
};

/** By an empty key. */
export const pads = stage(
  'pads of the ground',
  { pads: padsOf },
  (given): readonly Pad[] => given.pads,
  sameValue
);

/** Corners of all slabs, for a plot that is not drawn. */
const slabCorners = (query: Query) =>
  [...query.project.tables.slab.keys()].flatMap((id) =>
    query.get(slabParts, id).flatMap(({ outline }) => outline)
  );

/** Undefined where nothing is known of it, and nothing brings it anywhere: it is flat then. */
export const groundAsItIs = stage(
  'the ground as it is',
  {
    records: table('ground'),
    pads: result(pads, () => ''),
    corners: slabCorners,
    usual: ({ project }) => settingsOf(project).ground
  },
  ({ records, pads: given, corners, usual }): GroundSurface | undefined => {
    const shapes = [...records.values()].map(({ shape }) => shape);
    if (shapes.length === 0 && given.length === 0) return undefined;
    const levels = shapes.flatMap((one): Level[] => (one.kind === 'level' ? [{ at: one.at, z: one.z }] : []));
    const lines = shapes.flatMap((one): GroundLine[] =>
      one.kind === 'line' ? [{ from: { at: one.a, z: one.za }, to: { at: one.b, z: one.zb } }] : []
    );
    const drawn = shapes.find((one) => one.kind === 'plot');
    const places = [
      ...corners,
      ...levels.map(({ at }) => at),
      ...lines.flatMap(({ from, to }) => [from.at, to.at]),
      ...given.flatMap(({ ring }) => ring)
    ];
    const plot = drawn?.kind === 'plot' ? drawn.points : boxRound(places);
    return ringArea(plot) > 0 ? groundSurface(levels, lines, plot, usual) : undefined;
  },
  sameValue
);

/** By an empty key: what walls and slabs stand on, and some more round it; nothing where nothing stands. */
export const site = stage(
  'where the house stands',
  { corners: slabCorners, walls: table('wall') },
  ({ corners, walls }): Ring => {
    const places = [...corners, ...[...walls.values()].flatMap(({ a, b }) => [a, b])];
    return places.length > 0 ? boxRound(places) : [];
  },
  sameValue
);

function boxRound(places: readonly { x: number; y: number }[]): Ring {
  const { minX, minY, maxX, maxY } = boxOf(places);
  return [
    { x: minX - beyond, y: minY - beyond },
    { x: maxX + beyond, y: minY - beyond },
    { x: maxX + beyond, y: maxY + beyond },
    { x: minX - beyond, y: maxY + beyond }
  ];
}
