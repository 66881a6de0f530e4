/** Arguments that commands about a stair share. */
import * as s from '../../document/schemas';
import { stairForms } from '../../kernels/stairs/pieces';
import { mostRisers, railSides, stairBodies, stairHoles } from './record';

const count = (least: number, most: number) => s.number().integer().min(least).max(most);

export const stairArgs = () => ({
  name: s.name(),
  /** Of the first nosing's middle; or of the last one's. */
  foot: s.point().default(undefined),
  head: s.point().default(undefined),
  /** The way up of its first flight. */
  angle: s.degrees(),
  form: s.oneOf(stairForms),
  turn: s.side(),
  width: s.mm(),
  risers: count(1, mostRisers),
  going: s.mm(),
  first: count(0, mostRisers),
  winders: count(2, 40),
  gap: s.mm().min(0),
  post: s.mm(),
  base: s.mm(),
  top: s.mm(),
  /** Slabs whose tops its foot and its head keep to. */
  footFloor: s.id().nullable(),
  headFloor: s.id().nullable(),
  body: s.oneOf(stairBodies),
  open: s.flag(),
  tread: s.mm(),
  waist: s.mm(),
  rails: s.oneOf(railSides),
  guard: s.flag(),
  hole: s.oneOf(stairHoles),
  material: s.id(),
  /** Room for its run. */
  within: s.mm()
});
