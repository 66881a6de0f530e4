/** The cards of storeys and tracing sheets. */
import { storeysInOrder, type Storey } from '../../../core/kinds/storey/record';
import type { Project } from '../../../core/document/kind';
import { nameElement } from '../../../core/document/names';
import { wallsUnder } from '../../../core/kinds/alignment/lines';
import { gainOn } from '../../../core/kinds/storey/compare';
import { supportOn } from '../../../core/kinds/storey/support';
import { wallsOf } from '../../../core/kinds/wall/record';
import { lengthOf } from '../../../core/kernels/support/support';
import { formatArea } from '../../../core/units/area';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardAction, type CardMaker, type DetailsCard, type FieldGroup } from '../../details/card';

/** Outer walls of a storey that are kept over nothing, and could be. */
function looseWalls(project: Project, storey: string): string[] {
  const held = new Set([...project.tables.alignment.values()].map(({ upper }) => upper));
  return wallsOf(project, storey).flatMap((wall) =>
    wall.role === 'exterior' && !held.has(wall.id) && wallsUnder(project, wall).length > 0 ? [wall.id] : []
  );
}

/** What its walls stand on, and what its rooms gain by thinner walls than those below. */
function standingGroups({ editor }: CardMaker, { id }: Storey): FieldGroup[] {
  const { project, settings } = editor;
  const query = editor.model.at(project);
  const mm = (value: number) => formatLengthWithUnit(value, settings.units);
  const stands = query.get(supportOn, id).map(({ frame, stretches }) => {
    const [bears, carried, nothing] = (['bears', 'carried', 'nothing'] as const).map((one) =>
      lengthOf(stretches, one)
    );
    const gap = Math.min(...stretches.map((one) => one.gap));
    const parts = [
      ...(bears! > 1 ? [`bears over ${mm(bears!)}`] : []),
      ...(carried! > 1 ? [`${mm(carried!)} carried by the floor, ${mm(gap)} beside`] : []),
      ...(nothing! > 1
        ? [
            `${frame.wall.role === 'exterior' ? 'stands on nothing' : 'on the floor alone'} over ${mm(nothing!)}`
          ]
        : [])
    ];
    return fact(nameElement(project, frame.wall.id), parts.join('; '));
  });
  const gain = gainOn(query, id);
  const square = (mm2: number) => formatArea(mm2, settings.units);
  const gained = gain
    ? [
        fact('Within its outer walls', `${square(gain.area)}, ${square(gain.gain)} more`),
        ...gain.rooms.map(({ area, gain: more, sizes, wider }) =>
          fact(
            `Room of ${mm(sizes[0])} × ${mm(sizes[1])}, ${square(area)}`,
            `${square(more)} more: ${mm(wider[0])} and ${mm(wider[1])}`
          )
        )
      ]
    : [];
  return [
    ...(gained.length > 0
      ? [{ title: 'What is gained against walls as thick as below?', fields: gained }]
      : []),
    ...(stands.length > 0 ? [{ title: 'What stands on what?', fields: stands }] : [])
  ];
}

export function storeyCard(make: CardMaker, storey: Storey): DetailsCard {
  const { editor } = make;
  const order = storeysInOrder(editor.project);
  const at = order.findIndex((one) => one.id === storey.id);
  const set = (changes: object) => ({ name: 'setStorey', args: { id: storey.id, ...changes } });
  const loose = looseWalls(editor.project, storey.id);
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
      ...(loose.length > 0 ? [act('Keep outer walls over those below', 'alignWalls', { walls: loose })] : []),
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
      ...standingGroups(make, storey),
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
