/**
 * Ways to bring a ridge under a limit of height: the steepest pitch that keeps it, that pitch to the next whole step, a
 * lower plate, or a ridge that is cut off. The ridge is solved for, whole roof by whole roof, as hips and edges of their own have no formula; of a plain
 * span s tan p + t / cos p = c (docs/architecture.md).
 */
import type { Query, Repair } from '../../document/kind';
import { applyPatch, patchOf } from '../../document/patch';
import { settingsOf } from '../../document/project';
import { tolerances } from '../../geometry/tolerances';
import { degree, formatPitch } from '../../units/angle';
import { formatLengthWithUnit } from '../../units/length';
import type { Roof } from './record';
import { roofModels } from './stages';

/** Flatter than this is no pitch to offer. */
const least = degree;

/** The ridge over its storey's datum if the roof were otherwise. */
function ridgeIf(query: Query, roof: Roof, changes: Partial<Roof>): number {
  const changed = applyPatch(query.project, patchOf(query.project, [{ ...roof, ...changes }]));
  return query.at(changed).get(roofModels, roof.id)?.ridge ?? Infinity;
}

/** The steepest pitch whose ridge is no higher than said; undefined where none is. Found by false position (Illinois). */
export function steepestWithin(query: Query, roof: Roof, height: number): number | undefined {
  const over = (pitch: number) => ridgeIf(query, roof, { pitch }) - height;
  let [low, high] = [least, roof.pitch];
  let [below, above] = [over(low), over(high)];
  if (below > 0) return undefined;
  if (above <= 0) return high;
  for (let i = 0; i < 60 && below < -tolerances.height; i++) {
    const middle = low - (below * (high - low)) / (above - below);
    const now = over(middle);
    if (now > 0) {
      [high, above] = [middle, now];
      below /= 2;
    } else {
      [low, below] = [middle, now];
      above /= 2;
    }
    if (high - low < tolerances.sameLine) break;
  }
  return low;
}

/** The next flatter pitch of the usual steps: whole degrees, or halves on twelve. */
function steppedDown(pitch: number, system: string): number {
  if (system !== 'ft') return Math.floor(pitch / degree + tolerances.sameLine) * degree;
  return Math.atan2(Math.floor(24 * Math.tan(pitch) + tolerances.sameLine) / 2, 12);
}

/** `height`: the ridge at most, over the storey's datum. */
export function waysUnder(query: Query, roof: Roof, height: number): Repair[] {
  const { units } = settingsOf(query.project);
  const set = (label: string, changes: object): Repair => ({
    label,
    call: { name: 'setRoof', args: { id: roof.id, ...changes } }
  });
  const steepest = steepestWithin(query, roof, height);
  const stepped = steepest && steppedDown(steepest, units.system);
  const plateLevel = Math.floor(roof.plateLevel - (ridgeIf(query, roof, {}) - height));
  const pitches = [stepped, steepest].flatMap((pitch, i) =>
    pitch !== undefined && pitch >= least
      ? [set(`${i === 1 ? 'Steepest: ' : ''}${formatPitch(pitch, units)}`, { pitch: pitch / degree })]
      : []
  );
  const isPlateAlone = ridgeIf(query, roof, { plateLevel }) <= height + tolerances.height;
  const plate = formatLengthWithUnit(plateLevel, units);
  const cutOff = Math.floor(height);
  const isCut = ridgeIf(query, roof, { cutOff }) <= height + tolerances.height;
  return [
    ...pitches,
    ...(isPlateAlone ? [set(`Plate at ${plate}`, { plateLevel })] : []),
    ...(isCut ? [set(`Cut off at ${formatLengthWithUnit(cutOff, units)}`, { cutOff })] : [])
  ];
}
