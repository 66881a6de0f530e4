/** Arguments that say how a door set or window unit is made: of an entry, and of an opening that has some otherwise. */
import { object } from 'yup';
import * as s from '../../document/schemas';
import { baySides, glazings, handles, leafStyles, lightWays, thresholdShapes } from './record';

const whole = (most = 12) => s.number().integer().min(0).max(most);
const length = () => s.mm().min(0);
const trim = () => object({ width: length(), thickness: length() }).noUnknown(true).default(undefined);
const lights = () => s.array(s.oneOf(lightWays).required()).min(1).max(48).default(undefined);
const ledge = () => object({ past: length(), thickness: length() }).noUnknown(true).default(undefined);

export const bodyArgs = () => ({
  leaves: whole().min(1),
  share: s.number().min(0.1).max(0.9),
  lights: lights(),
  rows: whole().min(1),
  leaf: object({
    style: s.oneOf(leafStyles),
    panels: whole().min(1),
    glazed: s.number().min(0).max(1),
    stile: s.mm().min(1),
    thickness: s.mm().min(1)
  })
    .noUnknown(true)
    .default(undefined),
  bars: object({ upright: whole(), level: whole() }).noUnknown(true).default(undefined),
  glass: s.mm().min(1),
  glazing: s.oneOf(glazings),
  handle: s.oneOf(handles),
  drip: length(),
  reveal: object({ outside: length(), inside: length() }).noUnknown(true).default(undefined),
  beside: object({ left: length(), right: length(), above: length() }).noUnknown(true).default(undefined),
  bay: object({ depth: length(), splay: length(), boards: length(), sides: s.oneOf(baySides) })
    .noUnknown(true)
    .default(undefined),
  corner: object({ width: length(), lights: lights() }).noUnknown(true).default(undefined),
  frame: object({
    width: s.mm().min(1),
    depth: s.mm().min(1).nullable(),
    recess: length().nullable()
  })
    .noUnknown(true)
    .default(undefined),
  threshold: length(),
  thresholdShape: s.oneOf(thresholdShapes),
  casing: object({ outside: trim(), inside: trim() }).noUnknown(true).default(undefined),
  ledge: object({ outside: ledge(), inside: ledge() }).noUnknown(true).default(undefined)
});
