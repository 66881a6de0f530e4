/** What becomes of a dimension when walls and openings that it lies between are gone. */
import { heirOf } from './ends';
import { borderOf, chainSizes } from './sizes';
import { placeAt } from './commands';
import { along } from '../../geometry/point';
import { toStored } from '../../geometry/tolerances';
import { tipAt } from './angles';
import { storedPoint } from '../../document/command';
import type { Dimension, DimensionForm } from './record';
import type { Loss } from '../../document/kind';

/** A dimension whose ends, or some of them, have new names; undefined where too few are left. */
export function homeDimension(dimension: Dimension, loss: Loss): Dimension | undefined {
  const form = homeForm(dimension.form, loss);
  return form && { ...dimension, form };
}

function homeForm(form: DimensionForm, loss: Loss): DimensionForm | undefined {
  const [project, after] = [loss.before.project, loss.after.project];
  switch (form.kind) {
    case 'chain': {
      const ends = form.ends.flatMap((end) => heirOf(end, loss) ?? []);
      if (ends.length < 2) return undefined;
      const sizes = chainSizes(after, ends);
      const old = borderOf(project, form.ends[0]!);
      if (!sizes || !old) return undefined;
      // The string stays where it was, whatever its first line now begins at.
      const place = placeAt(after, ends[0]!, along(old.point, old.direction, form.place));
      const all = ends.length === form.ends.length;
      return {
        ...form,
        ends,
        place,
        locked: form.locked && (all ? form.locked : sizes.map(toStored))
      };
    }
    case 'angle': {
      const arms = form.arms.flatMap((arm) => {
        const found = heirOf(arm, loss);
        return found && 'wall' in found && found.side !== 'centre'
          ? [{ ...arm, wall: found.wall, side: found.side }]
          : [];
      });
      return arms.length === 2 ? { ...form, arms: [arms[0]!, arms[1]!] } : undefined;
    }
    case 'note': {
      const at = tipAt(project, form.tip);
      return at && { ...form, tip: { kind: 'point', at: storedPoint(at) } };
    }
  }
}
