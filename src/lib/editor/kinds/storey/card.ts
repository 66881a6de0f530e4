/** The cards of storeys and tracing sheets. */
import { storeysInOrder, type Storey } from '../../../core/kinds/storey/record';
import type { CardAction, CardMaker, DetailsCard } from '../../details/card';

export function storeyCard(make: CardMaker, storey: Storey): DetailsCard {
  const { editor } = make;
  const order = storeysInOrder(editor.project);
  const at = order.findIndex((one) => one.id === storey.id);
  const set = (changes: object) => ({ name: 'setStorey', args: { id: storey.id, ...changes } });
  const act = (label: string, name: string, args: object): CardAction => ({
    label,
    run: () => {
      const made = editor.perform({ name, args });
      if (made?.[0]) editor.goTo(made[0]);
    }
  });
  return {
    title: 'Storey',
    subtitle: storey.name,
    actions: [
      act('Add above', 'addStorey', { where: 'above' }),
      act('Add below', 'addStorey', { where: 'below' }),
      act('Copy outer walls up', 'copyStorey', { storey: storey.id, which: 'outer' }),
      act('Copy outer walls down', 'copyStorey', { storey: storey.id, which: 'outer', to: 'below' }),
      ...(at < order.length - 1 ? [act('Move up', 'moveStorey', { id: storey.id, to: 'up' })] : []),
      ...(at > 0 ? [act('Move down', 'moveStorey', { id: storey.id, to: 'down' })] : [])
    ],
    groups: [
      {
        title: 'What is it called?',
        fields: [
          make.text('name', 'Name', storey.name, (name) => set({ name })),
          make.height('datum', 'Datum', 'zero', [storey.datum], (datum) => set({ datum })),
          make.length('height', 'Storey height', [storey.height], (height) => set({ height })),
          make.length('floorDepth', 'Floor depth', [storey.floorDepth], (floorDepth) => set({ floorDepth }))
        ]
      },
      {
        title: 'What shows under the plan?',
        fields: [
          {
            name: 'ghost',
            label: 'Ghost',
            kind: 'choice',
            value: editor.ghost,
            choices: [
              { value: 'below', label: 'the storey below' },
              { value: 'none', label: 'none' },
              ...order.map(({ id, name }) => ({ value: id, label: name }))
            ],
            set: (ghost) => {
              editor.showGhost(ghost);
              return undefined;
            }
          }
        ]
      }
    ]
  };
}
