/** Argument schemas that several commands share. Lengths in mm, angles in degrees, as scripts write them. */
import { array, boolean, mixed, number, object, string } from 'yup';
import {
  certainties,
  fillings,
  fireSides,
  layerKinds,
  roofEdgeKinds,
  setOutTos,
  settingOuts,
  slabFaces,
  wallRoles
} from '../project/records';

/** Farther from the origin than this is a slip of the finger, mm. */
export const farthest = 1_000_000;

export const id = () =>
  string()
    .min(1)
    .max(80)
    .matches(/^[\w.:-]+$/, '${path} may hold letters, digits, - . _ :');
export const name = () => string().max(120);
export const mm = () => number().min(-farthest).max(farthest);
export const degrees = () => number().min(-3600).max(3600);
export const point = () => object({ x: mm().required(), y: mm().required() }).noUnknown(true);
export const ids = () => array(id().required()).min(1).max(20_000);
export const oneOf = <T extends string>(values: readonly T[]) =>
  string().oneOf([...values]) as ReturnType<typeof string<T>>;
export const settingOut = () => oneOf(settingOuts);
export const side = () => oneOf(['left', 'right'] as const);
export const end = () => oneOf(['a', 'b'] as const);
export const role = () => oneOf(wallRoles);
export const filling = () => oneOf(fillings);
export const setOutTo = () => oneOf(setOutTos);
export const slabFace = () => oneOf(slabFaces);
export const edgeKind = () => oneOf(roofEdgeKinds);
export const flag = () => boolean();

/** A wall's top: a height above its base, another storey's datum, or carried up to the roof. */
export const top = () =>
  object({
    kind: oneOf(['height', 'datum', 'roof'] as const).required(),
    height: mm(),
    storey: id(),
    offset: mm()
  }).noUnknown(true);

export const section = () =>
  object({
    kind: oneOf(['rectangle', 'round'] as const).required(),
    width: mm(),
    depth: mm(),
    diameter: mm()
  }).noUnknown(true);

export const chimneyTop = () =>
  object({ kind: oneOf(['roof', 'height'] as const).required(), above: mm(), height: mm() }).noUnknown(true);

const fire = () =>
  object({
    side: oneOf(fireSides).required(),
    width: mm().required(),
    height: mm().required(),
    depth: mm().required(),
    reach: mm(),
    hearth: mm()
  }).noUnknown(true);

export const flues = () =>
  array(
    object({
      storey: id(),
      along: mm(),
      across: mm(),
      width: mm().required(),
      depth: mm().required(),
      fire: fire().nullable().default(undefined)
    })
      .noUnknown(true)
      .required()
  ).max(12);

export const origin = () =>
  object({ kind: oneOf(['line', 'face'] as const).required(), wall: id(), side: side() }).noUnknown(true);

export const handing = () =>
  object({
    hinge: oneOf(['near', 'far'] as const).required(),
    opens: oneOf(['inside', 'outside'] as const).required()
  }).noUnknown(true);

/** A face or the middle of a wall, a jamb or the middle of an opening: `low` is the one nearer end a of its wall. */
export const sizeEnd = () =>
  object({
    wall: id(),
    side: oneOf(['left', 'right', 'centre'] as const),
    opening: id(),
    jamb: oneOf(['low', 'high', 'centre'] as const)
  }).noUnknown(true);

export const layerKind = () => oneOf(layerKinds);
export const certainty = () => oneOf(certainties);

export const units = () =>
  object({
    system: oneOf(['mm', 'cm', 'm', 'ft'] as const).required(),
    fineness: number().positive().max(1000).required()
  }).noUnknown(true);

export { array, mixed, number, object, string };
