/** Parts of a body: closed meshes that say what they are, so that sections, schedules and exports need not guess. */
import type { Mesh } from '../../geometry/mesh';

/** What a part of a body is for. */
export type PartRole =
  | 'ply'
  | 'frame'
  | 'lining'
  | 'leaf'
  | 'sash'
  | 'glass'
  /** Glass that is not seen through. */
  | 'obscured'
  | 'bar'
  | 'threshold'
  | 'casing'
  | 'ledge'
  | 'handle'
  | 'drip'
  | 'track'
  | 'slab'
  | 'slabEdge'
  | 'roof'
  | 'fascia'
  | 'bargeBoard'
  | 'soffit'
  | 'cheek'
  | 'shaft'
  | 'masonry'
  | 'cap'
  | 'hearth'
  | 'earth'
  | 'footing'
  | 'foundationWall'
  | 'tread'
  | 'riserBoard'
  | 'string'
  | 'flight'
  | 'handrail'
  | 'baluster'
  | 'newel'
  | 'guard';

export const isGlass = (role: PartRole) => role === 'glass' || role === 'obscured';

export interface Part {
  readonly role: PartRole;
  /** Which ply of the build-up it is of; null for what has none. */
  readonly ply: number | null;
  /** Material id; null where none is chosen, as for frames and glass. */
  readonly material: string | null;
  readonly mesh: Mesh;
}
