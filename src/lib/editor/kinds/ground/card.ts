/** The card of a piece of ground. */
import { nameElement } from '../../../core/document/names';
import { formatArea, formatVolume } from '../../../core/units/area';
import { ringArea } from '../../../core/geometry/ring';
import type { Ground } from '../../../core/kinds/ground/record';
import { groundSummary } from '../../../core/kinds/ground/schedule';
import { fact, type CardMaker, type DetailsCard, type Field, type FieldGroup } from '../../details/card';
import type { Setter } from '../../details/shared-fields';

export function groundCard(make: CardMaker, ground: Ground): DetailsCard {
  const set: Setter = (changes) => ({ name: 'setGround', args: { id: ground.id, ...changes } });
  const { editor } = make;
  const { cut, fill, banks } = groundSummary(editor.model.at(editor.project));
  const { units } = editor.settings;
  return {
    title: nameElement(editor.project, ground.id),
    subtitle: '',
    groups: [
      {
        title: 'Where, and how high?',
        fields: [
          make.text('name', 'Name', ground.name, (name) => set({ name })),
          ...shapeFields(make, ground, set)
        ]
      },
      ...cornerFields(make, ground, set),
      {
        title: 'What is moved of all the ground?',
        fields: [
          fact('Cut', formatVolume(cut, units, 2)),
          fact('Fill', formatVolume(fill, units, 2)),
          fact('Banks', formatArea(banks, units, 1))
        ]
      }
    ]
  };
}

/** More corners than this are shown when they are asked for. */
const shownCorners = 4;

function cornerFields(make: CardMaker, { shape }: Ground, set: Setter): FieldGroup[] {
  if (shape.kind !== 'plot') return [];
  const { points } = shape;
  const fields = points.flatMap((p, i) => {
    const put = (to: object) => set({ points: points.map((one, k) => (k === i ? { ...p, ...to } : one)) });
    return [
      make.length(`corner ${i} x`, `Corner ${i + 1}, across from zero`, [p.x], (x) => put({ x })),
      make.length(`corner ${i} y`, `Corner ${i + 1}, up from zero`, [p.y], (y) => put({ y }))
    ];
  });
  const folded = points.length > shownCorners ? { folded: `${points.length} corners` } : {};
  return [{ title: 'Where are its corners?', fields, ...folded }];
}

function shapeFields(make: CardMaker, { shape }: Ground, set: Setter): Field[] {
  const level = (name: 'z' | 'za' | 'zb', label: string, value: number) =>
    make.height(name, label, 'zero', [value], (z) => set({ [name]: z }));
  const place = (name: 'at' | 'a' | 'b', label: string, p: { x: number; y: number }) => [
    make.length(`${name}X`, `${label}, across from zero`, [p.x], (x) => set({ [name]: { ...p, x } })),
    make.length(`${name}Y`, `${label}, up from zero`, [p.y], (y) => set({ [name]: { ...p, y } }))
  ];
  if (shape.kind === 'level') return [level('z', 'Level', shape.z), ...place('at', 'Place', shape.at)];
  if (shape.kind === 'line')
    return [
      ...[level('za', 'Level at its start', shape.za), ...place('a', 'Start', shape.a)],
      ...[level('zb', 'Level at its end', shape.zb), ...place('b', 'End', shape.b)]
    ];
  return [fact('Area', formatArea(ringArea(shape.points), make.editor.settings.units, 1))];
}
