/** The concrete of footings: prisms between ground and walls, each volume of one footing only. */
import { allCuts } from '../../document/cuts';
import type { Query } from '../../document/kind';
import { sameValue } from '../../document/patch';
import { own, result, stage } from '../../document/stage';
import type { Cell } from '../../geometry/columns';
import { boxesMeet, boxOf, ringsHold, type Ring } from '../../geometry/ring';
import { heightOn } from '../../kernels/falls/surface';
import { cutsMeeting, type Cut } from '../../kernels/solids/cut';
import { unionOf } from '../../geometry/union';
import { footingPrisms, ownCells, wallPrisms, type Prism } from '../../kernels/footings/strips';
import { slabLevel } from '../slab/level';
import { slabRings } from '../slab/rings';
import { slabParts } from '../slab/shape';
import { datumOf } from '../storey/record';
import { footingLevels, footingOutlines, footingStandings, outlineWith, type Standing } from './shape';

export interface FootingPrisms {
  readonly strip: readonly Prism[];
  readonly wall: readonly Prism[];
}

const datumUnder = ({ project }: Query, id: string) =>
  datumOf(project, project.tables.footing.get(id)?.storey ?? '');

/** Nearer than this a column stands on a slab, mm. */
const onSlab = 1;

/** Where piers under columns that stand on a slab end: under it, above the storey's datum; by the column's id. */
function endsOfPiers(query: Query, id: string): (readonly [of: string, end: number])[] {
  const { project } = query;
  const datum = datumUnder(query, id);
  const pads = query.get(footingStandings, id).filter(({ isPad }) => isPad);
  const slabs = pads.length === 0 ? [] : [...project.tables.slab.values()];
  return pads.flatMap(({ of, frame: { origin }, base }) => {
    const ends = slabs.flatMap((slab): number[] => {
      if (!ringsHold(query.get(slabRings, slab.id), origin)) return [];
      const facets = query.get(slabParts, slab.id).flatMap(({ surface }) => surface.facets);
      const [fall, level] = [heightOn(facets, origin), slabLevel(project, slab) - datum];
      const under = level - slab.thickness + (slab.underside === 'tilted' ? fall : 0);
      return level + fall >= base - onSlab && under < base - onSlab ? [under] : [];
    });
    return ends.length > 0 ? [[of, Math.min(...ends)] as const] : [];
  });
}

const pierEnds = stage('ends of piers', { ends: endsOfPiers }, ({ ends }) => ends, sameValue);

/** Rings of what stands on it, by where the foundation wall or the pier under it ends. */
function byTop(
  standing: readonly Standing[],
  top: number,
  ends: readonly (readonly [of: string, end: number])[]
): Map<number, Ring[]> {
  const piers = new Map(ends);
  const found = new Map<number, Ring[]>();
  for (const { of, rings, base, isPad } of standing) {
    const end = isPad ? (piers.get(of) ?? base) : Math.min(top, base);
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
    datum: datumUnder,
    piers: result(pierEnds)
  },
  ({ footing, standing, outline, levels, datum, piers }): FootingPrisms => {
    if (!footing || !levels) return { strip: [], wall: [] };
    const { strips, steps } = levels;
    const strip = footingPrisms(outline, strips, steps, levels);
    if (!footing.wall) return { strip, wall: [] };
    const wall = [...byTop(standing, footing.wall.top, piers)].flatMap(([top, rings]) =>
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
