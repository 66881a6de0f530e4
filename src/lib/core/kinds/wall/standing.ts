/** From where to where walls and columns stand: on a datum, a foundation or a slab; to a height, a datum, a slab's underside or the roof. */
import type { Loss } from '../../document/kind';
import type { Rec, Tables } from '../../document/record';
import { toStored } from '../../geometry/tolerances';
import type { Heights } from '../../kernels/joints/frame';
import { slabLevel, slabOrigin, slabUnderside } from '../slab/level';
import { datumOf } from '../storey/record';
import type { StandsOn, WallTop } from './record';

/** What says from where to where something stands. */
export interface Standing {
  readonly storey: string;
  readonly on: StandsOn;
  readonly base: number;
  readonly top: WallTop;
}

/** What heights are read from. */
export interface Levels {
  readonly tables: Pick<Tables, 'storey' | 'slab' | 'footing'>;
}

/** What a base is measured from, above the datum of its storey. */
export function originOf({ tables }: Levels, { storey, on }: Pick<Standing, 'storey' | 'on'>): number {
  if (on === null) return 0;
  const own = datumOf({ tables }, storey);
  if (on.kind === 'foundation') return slabOrigin({ tables }, { storey, from: on.footing }) - own;
  const slab = tables.slab.get(on.slab);
  return slab ? slabLevel({ tables }, slab) - own : 0;
}

/** The base above the datum of the storey. */
export const baseOf = (project: Levels, standing: Pick<Standing, 'storey' | 'on' | 'base'>): number =>
  originOf(project, standing) + standing.base;

/** From where to where something stands above its storey's datum, Infinity for what is carried up; undefined without that storey. */
export function heightsOf({ tables }: Levels, standing: Standing): Heights | undefined {
  const own = tables.storey.get(standing.storey);
  if (!own) return undefined;
  const { top } = standing;
  const base = baseOf({ tables }, standing);
  switch (top.kind) {
    case 'height':
      return { base, top: base + top.height };
    case 'roof':
      return { base, top: Infinity };
    case 'datum':
      return { base, top: (tables.storey.get(top.storey)?.datum ?? own.datum) - own.datum + top.offset };
    case 'slab': {
      const slab = tables.slab.get(top.slab);
      return { base, top: slab ? slabUnderside({ tables }, slab) - own.datum : base };
    }
  }
}

type Bound = Extract<Rec, { kind: 'wall' | 'column' }>;

const standingOf = (record: Bound): Standing => (record.kind === 'wall' ? record : { ...record, on: null });

/** As high as it stood before what it was measured from or reached to was gone. */
export function standsAsBefore<R extends Bound>(record: R, { before, gone }: Loss): R {
  const { on, top } = standingOf(record);
  const was = before.project.tables[record.kind].get(record.id) ?? record;
  const heights = heightsOf(before.project, standingOf(was));
  if (!heights) return record;
  const isOff = on !== null && gone.has(on.kind === 'slab' ? on.slab : on.footing);
  const named = top.kind === 'datum' ? top.storey : top.kind === 'slab' ? top.slab : undefined;
  const height = toStored(Math.max(1, heights.top - heights.base));
  return {
    ...record,
    ...(isOff && { on: null, base: toStored(heights.base) }),
    ...(named !== undefined && gone.has(named) && { top: { kind: 'height', height } })
  };
}
