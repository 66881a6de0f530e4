/** What tables say of tracing sheets: how they lie and how far known lengths are off on them. mm, degrees. */
import type { Query } from '../../document/kind';
import { degree } from '../../units/angle';
import { round } from '../../units/round';
import { residualsOf, stateOf } from './place';

export const sheetRows = (query: Query) =>
  [...query.project.tables.tracingSheet.values()].map((sheet) => {
    const { id, name, storey, mime, mmPerPixel, stretch, angle, origin, rectangle } = sheet;
    const rows = residualsOf(sheet);
    const offs = rows.filter(({ use }) => use === 'check').map(({ off }) => Math.abs(off));
    return {
      ...{ id, name, storey, mime, origin },
      /** mm a unit of the sheet along it, and how much more up it. */
      scale: round(mmPerPixel, 6),
      stretch: round(stretch, 6),
      angle: round(angle / degree, 6),
      isPutRight: rectangle !== null,
      state: stateOf(sheet),
      residuals: rows.map(({ length, use, is, off, share, picks }) => ({
        ...{ use, length },
        is: round(is),
        off: round(off),
        share: round(share, 6),
        picks: round(picks)
      })),
      largest: offs.length > 0 ? round(Math.max(...offs)) : null,
      mean: offs.length > 0 ? round(offs.reduce((sum, one) => sum + one, 0) / offs.length) : null
    };
  });
