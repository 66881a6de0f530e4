/** The concrete of footings: prisms between ground and walls, each volume of one footing only. */
import { allCuts } from '../../document/cuts';
import type { Query } from '../../document/kind';
import { own, result, stage } from '../../document/stage';
import type { Cell } from '../../geometry/columns';
import { boxOf, type Ring } from '../../geometry/ring';
import { unionOf } from '../../geometry/union';
import { footingPrisms, ownCells, wallPrisms, type Prism } from '../../kernels/footings/strips';
import { datumOf } from '../storey/record';
import { footingLevels, footingOutlines, footingStandings, outlineWith, type Standing } from './shape';

export interface FootingPrisms {
  readonly strip: readonly Prism[];
  readonly wall: readonly Prism[];
}

const datumUnder = ({ project }: Query, id: string) =>
  datumOf(project, project.tables.footing.get(id)?.storey ?? '');

/** Rings of what stands on it, by where the foundation wall under it ends. */
function byTop(standing: readonly Standing[], top: number): Map<number, Ring[]> {
  const found = new Map<number, Ring[]>();
  for (const { rings, base, isPad } of standing) {
    const end = isPad ? base : Math.min(top, base);
    found.set(end, [...(found.get(end) ?? []), ...rings]);
  }
  return found;
}

export const footingSolids = stage(
  'prisms of footings',
  {
    footing: own('footing'),
    standing: result(footingStandings),
    outline: result(footingOutlines),
    levels: result(footingLevels),
    datum: datumUnder
  },
  ({ footing, standing, outline, levels, datum }): FootingPrisms => {
    if (!footing || !levels) return { strip: [], wall: [] };
    const { strips, steps } = levels;
    const strip = footingPrisms(outline, strips, steps, levels);
    if (!footing.wall) return { strip, wall: [] };
    const wall = [...byTop(standing, footing.wall.top)].flatMap(([top, rings]) =>
      wallPrisms(unionOf(rings), strips, steps, levels, datum + top)
    );
    return { strip, wall };
  }
);

/** What stands there before it: columns and chimneys, footings that come earlier. */
function before(query: Query, id: string): readonly Prism[] {
  const found: Prism[] = query
    .get(allCuts, '')
    .map(({ ring, box, z0, z1 }) => ({ ring, box, bottom: z0, top: z1 }));
  for (const other of query.project.tables.footing.keys()) {
    if (other === id) break;
    const { strip, wall } = query.get(footingSolids, other);
    found.push(...strip, ...wall);
  }
  return found;
}

export interface FootingCells {
  readonly strip: readonly Cell[];
  readonly wall: readonly Cell[];
}

export const footingCells = stage(
  'concrete of footings',
  { solids: result(footingSolids), before },
  ({ solids: { strip, wall }, before: others }): FootingCells => ({
    strip: ownCells(strip, others),
    wall: ownCells(wall, [...others, ...strip])
  })
);

/** What is dug for a footing, with room to work: prisms up to where they would end without ground. */
export const footingPits = stage(
  'pits of footings',
  { footing: own('footing'), standing: result(footingStandings), levels: result(footingLevels) },
  ({ footing, standing, levels }): readonly Prism[] => {
    if (!footing || !levels) return [];
    const { strips, steps } = levels;
    const wide = strips.map((strip) => ({
      ...strip,
      ...{ t0: strip.t0, t1: strip.t1, y0: strip.y0 - footing.working, y1: strip.y1 + footing.working }
    }));
    return footingPrisms(outlineWith(standing, footing.working), wide, steps, levels).map((one) => ({
      ...one,
      box: boxOf(one.ring)
    }));
  }
);
