/**
 * Storeys. A storey's height runs from its datum to the next one, so datums and heights are kept in step: a storey
 * that grows lifts all above it, a datum that moves takes those above along and the storey below takes up the change.
 */
import { checkBound } from '../wall/bound';
import * as s from '../../document/schemas';
import {
  after,
  command,
  done,
  freshOrGiven,
  need,
  needHouseSize,
  needPositive,
  refuse
} from '../../document/command';
import { nameOf } from '../../document/names';
import { storeysInOrder, type Storey } from './record';
import { toStored, tolerances } from '../../geometry/tolerances';
import type { Project } from '../../document/kind';
import type { Rec } from '../../document/record';
import { usualSizes } from '../../units/usual';
import { settingsOf } from '../../document/project';

export function checkStorey(project: Project, storey: Storey) {
  needPositive(project, 'height', nameOf(project, storey), storey.height);
  needHouseSize(project, 'height', nameOf(project, storey), storey.height);
  if (storey.floorDepth < 0) needPositive(project, 'floor depth', nameOf(project, storey), storey.floorDepth);
}

/** Storeys of which one was changed, put in step from the bottom up; refuses a storey left without height. */
function inStep(project: Project, changed: Storey): Storey[] {
  const order = storeysInOrder(project);
  const at = order.findIndex((storey) => storey.id === changed.id);
  const rise = changed.datum - order[at]!.datum;
  const puts = [changed];
  const below = order[at - 1];
  if (below && rise !== 0) puts.push({ ...below, height: toStored(changed.datum - below.datum) });
  const lift = rise + changed.height - order[at]!.height;
  for (const storey of order.slice(at + 1)) puts.push({ ...storey, datum: toStored(storey.datum + lift) });
  for (const storey of puts)
    if (!(storey.height > 0))
      refuse(project, 'storey.squeezed', {
        subjects: [storey.id],
        numbers: { height: storey.height },
        texts: { thing: nameOf(project, storey) }
      });
  return puts;
}

/** Under project zero a storey grows downwards: what stands above it, and the ground floor above all, stays. */
function grownDown(project: Project, changed: Storey): Storey[] {
  const order = storeysInOrder(project);
  const at = order.findIndex((storey) => storey.id === changed.id);
  const shift = order[at]!.height - changed.height;
  return [changed, ...order.slice(0, at)].map((storey) => ({
    ...storey,
    datum: toStored(storey.datum + shift)
  }));
}

/** Walls that reach to another storey's datum, or are measured from what lies on it, and their openings, must still stand. */
function checkReaching(project: Project, puts: readonly Rec[]) {
  const moved = new Set(puts.map(({ id }) => id));
  checkBound(
    after(project, puts),
    ({ top, on }) => (top.kind === 'datum' && moved.has(top.storey)) || top.kind === 'slab' || on !== null
  );
}

const storeyShape = { name: s.name().min(1), datum: s.mm(), height: s.mm(), floorDepth: s.mm() };

export const addStorey = command({
  name: 'addStorey',
  about: 'Add a storey on top of the highest, or under the lowest.',
  args: s.object({ id: s.id(), where: s.oneOf(['above', 'below'] as const), ...storeyShape }),
  example: { name: 'Attic', height: 2400, floorDepth: 250 },
  run: (project, args) => {
    const order = storeysInOrder(project);
    const [lowest, top] = [order[0]!, order.at(-1)!];
    const below = args.where === 'below';
    const height = toStored(args.height ?? (below ? lowest.height : top.height));
    const storey: Storey = {
      id: freshOrGiven(project, 'storey', args.id),
      kind: 'storey',
      name: args.name ?? (below ? 'Basement' : 'Upper'),
      datum: toStored(args.datum ?? (below ? lowest.datum - height : top.datum + top.height)),
      height,
      floorDepth: toStored(args.floorDepth ?? usualSizes(settingsOf(project).units).floorDepth)
    };
    checkStorey(project, storey);
    const other = order.find(({ datum }) => Math.abs(datum - storey.datum) < 1);
    if (other)
      refuse(project, 'storey.exists', {
        subjects: [other.id],
        numbers: { datum: storey.datum },
        texts: { other: nameOf(project, other) }
      });
    const under = order.filter(({ datum }) => datum < storey.datum).at(-1);
    const over = order.find(({ datum }) => datum > storey.datum);
    const puts: Storey[] = [over ? { ...storey, height: toStored(over.datum - storey.datum) } : storey];
    if (under) puts.push({ ...under, height: toStored(storey.datum - under.datum) });
    return done(project, `Add the storey ${storey.name}`, puts, [], [storey.id]);
  }
});

export const setStorey = command({
  name: 'setStorey',
  about:
    'Change a storey: name, datum, height, floor depth. A greater height lifts all above, or under project zero sinks all below; a moved datum takes those above along.',
  args: s.object({ id: s.id().required(), ...storeyShape }),
  example: { id: 'storey-1', height: 2880 },
  run: (project, args) => {
    const old = need(project, 'storey', args.id);
    const length = (value: number | undefined, before: number) =>
      value === undefined ? before : toStored(value);
    const storey: Storey = {
      ...old,
      name: args.name ?? old.name,
      datum: length(args.datum, old.datum),
      height: length(args.height, old.height),
      floorDepth: length(args.floorDepth, old.floorDepth)
    };
    checkStorey(project, storey);
    const isCellar = args.datum === undefined && old.datum + old.height <= tolerances.coincident;
    const puts = isCellar ? grownDown(project, storey) : inStep(project, storey);
    checkReaching(project, puts);
    return done(project, `Change the storey ${storey.name}`, puts);
  }
});

export const moveStorey = command({
  name: 'moveStorey',
  about: 'Change the order: a storey changes places with the one above or below it, each keeping its height.',
  args: s.object({ id: s.id().required(), to: s.oneOf(['up', 'down'] as const).required() }),
  example: { id: 'storey-2', to: 'down' },
  run: (project, { id, to }) => {
    const storey = need(project, 'storey', id);
    const order = storeysInOrder(project);
    const at = order.indexOf(storey);
    const [lower, upper] = to === 'up' ? [storey, order[at + 1]] : [order[at - 1], storey];
    if (!lower || !upper)
      refuse(project, 'storey.end', {
        subjects: [id],
        texts: { thing: nameOf(project, storey), end: to === 'up' ? 'top' : 'bottom' }
      });
    const puts = [
      { ...upper, datum: lower.datum },
      { ...lower, datum: toStored(lower.datum + upper.height) }
    ];
    checkReaching(project, puts);
    return done(project, `Move ${nameOf(project, storey)} ${to}`, puts);
  }
});
