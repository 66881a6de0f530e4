/** The ply that takes up falls over a flat underside must not become too thin. */
import { refuse } from '../../document/command';
import type { Query } from '../../document/kind';
import { nameOf } from '../../document/names';
import { heightAt } from '../../geometry/plane';
import type { Point } from '../../geometry/point';
import { loopsOf, type Ring } from '../../geometry/ring';
import { pliesOf } from '../build-up/plied';
import { outlineOn } from '../wall/stages';
import type { Slab } from './record';
import { surfaceWith, type SlabPart } from './shape';

/** Thinner is no ply, mm. */
const leastAtAll = 1;

/** The thickness of the ply that varies, where its falls are nothing. */
export const varyingOf = ({ project }: Query, slab: Slab): number =>
  pliesOf(project, slab)[slab.varies]?.thickness ?? slab.thickness;

export interface Lowest {
  readonly at: Point;
  readonly z: number;
}

/** The lowest place of the top, at a corner of a facet; undefined of a slab that lies nowhere. */
export const lowestOf = (parts: readonly Pick<SlabPart, 'surface'>[]): Lowest | undefined =>
  parts
    .flatMap(({ surface }) =>
      surface.facets.flatMap(({ ring, plane }) => ring.map((at) => ({ at, z: heightAt(plane, at) })))
    )
    .reduce<Lowest | undefined>((low, one) => (!low || one.z < low.z ? one : low), undefined);

export function checkThin(query: Query, slab: Slab, rings: readonly Ring[]) {
  const { project } = query;
  const plies = Math.max(1, pliesOf(project, slab).length);
  if (slab.varies >= plies)
    refuse(project, 'slab.no-ply', {
      subjects: [slab.id],
      texts: { thing: nameOf(project, slab), given: String(slab.varies + 1), count: String(plies) }
    });
  if (slab.underside !== 'flat' || !slab.falls) return;
  const house = outlineOn(query, slab.storey, 'outer')?.rings ?? [];
  const low = lowestOf(
    loopsOf(rings).map(([r]) => ({ surface: surfaceWith(slab.falls, rings[r!]!, house) }))
  );
  if (!low) return;
  const [thickness, least] = [varyingOf(query, slab), Math.max(leastAtAll, slab.least)];
  const left = thickness + low.z;
  if (left >= least - 1e-6) return;
  refuse(project, 'slab.thin', {
    subjects: [slab.id],
    numbers: {
      ...low.at,
      thickness,
      left,
      least,
      lack: least - left,
      enough: least - low.z,
      fall: thickness - least
    },
    texts: { thing: nameOf(project, slab) }
  });
}
