/** The concrete of footings: prisms between ground and walls, each volume of one footing only. */
import { allCuts } from '../../document/cuts';
import type { Query } from '../../document/kind';
import { own, result, stage } from '../../document/stage';
import type { Cell } from '../../geometry/columns';
import { boxesMeet, boxOf, type Ring } from '../../geometry/ring';
import { cutsMeeting, type Cut } from '../../kernels/solids/cut';
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

/** From its lowest to its highest place. */
const rangeOf = (prisms: readonly Prism[]) =>
  [Math.min(...prisms.map(({ bottom }) => bottom)), Math.max(...prisms.map(({ top }) => top))] as const;

/** Columns and chimneys that stand where it lies. */
function standingIn(query: Query, id: string): readonly Cut[] {
  const { strip, wall } = query.get(footingSolids, id);
  const own = [...strip, ...wall];
  if (own.length === 0) return [];
  const box = boxOf(own.flatMap(({ ring }) => ring));
  return cutsMeeting(query.get(allCuts, ''), box, ...rangeOf(own));
}

/** Footings that come earlier, where they meet it. */
function earlier(query: Query, id: string): readonly Prism[] {
  const own = query.get(footingOutlines, id).flat();
  const found: Prism[] = [];
  for (const other of query.project.tables.footing.keys()) {
    if (other === id) break;
    const { strip, wall } = query.get(footingSolids, other);
    if (own.length > 0 && strip.length > 0 && boxesMeet(boxOf(own), boxOf(strip.flatMap(({ ring }) => ring))))
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
  { solids: result(footingSolids), cuts: standingIn, earlier },
  ({ solids: { strip, wall }, cuts, earlier: others }): FootingCells => {
    const before = [
      ...cuts.map(({ ring, box, z0, z1 }): Prism => ({ ring, box, bottom: z0, top: z1 })),
      ...others
    ];
    return { strip: ownCells(strip, before), wall: ownCells(wall, [...before, ...strip]) };
  }
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
      ...{ y0: strip.y0 - footing.working, y1: strip.y1 + footing.working }
    }));
    return footingPrisms(outlineWith(standing, footing.working), wide, steps, levels);
  }
);
