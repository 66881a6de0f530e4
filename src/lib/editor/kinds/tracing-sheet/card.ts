/** The card of a tracing sheet. */
import { fact, type CardMaker, type DetailsCard } from '../../details/card';
import type { TracingSheet } from '../../../core/kinds/tracing-sheet/record';

export function sheetCard(make: CardMaker, sheet: TracingSheet): DetailsCard {
  const set = (changes: object) => ({ name: 'setTracingSheet', args: { id: sheet.id, ...changes } });
  return {
    title: 'Tracing sheet',
    subtitle: sheet.name,
    groups: [
      {
        title: 'Show',
        fields: [
          {
            ...make.choice(
              'fade',
              'Strength',
              [String(sheet.fade)],
              [0.15, 0.3, 0.5, 0.75, 1].map((v) => ({ value: String(v), label: `${v * 100} %` })),
              (fade) => set({ fade: Number(fade) })
            )
          },
          make.flag('locked', 'Locked', sheet.locked, (locked) => set({ locked }))
        ]
      },
      { title: 'Scale', fields: [fact('One pixel is', `${Number(sheet.mmPerPixel.toFixed(3))} mm`)] }
    ]
  };
}
