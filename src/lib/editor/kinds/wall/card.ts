/** The card of one wall or several. */
import { formatLengthWithUnit } from '../../../core/units/length';
import { distance } from '../../../core/geometry/point';
import { thicknessOf } from '../../../core/kernels/joints/frame';
import { nameElement, nameOf } from '../../../core/document/names';
import type { Footing } from '../../../core/kinds/footing/record';
import type { Slab } from '../../../core/kinds/slab/record';
import { settingOuts, wallRoles, type Wall } from '../../../core/kinds/wall/record';
import type { BuildUp } from '../../../core/kinds/build-up/record';
import { buildUpChoices, roleWords, settingOutWords } from '../../style';
import type { Editor } from '../../editor';
import { topChoiceFields } from '../../details/tops';
import { overFields } from '../alignment/card';
import { certaintyField } from '../../details/shared-fields';
import { selecting } from '../../details/sets';
import { CardMaker, type CardAction, type DetailsCard, type Field } from '../../details/card';

const pliesOf = ({ project, settings }: Editor, buildUp: BuildUp | undefined): string =>
  (buildUp?.plies ?? [])
    .map(({ material, thickness }) => {
      const name = project.tables.material.get(material)?.name ?? material;
      return `${name} ${formatLengthWithUnit(thickness, settings.units)}`;
    })
    .join(', ');

export function wallCard(make: CardMaker, walls: readonly Wall[]): DetailsCard {
  const { editor } = make;
  const first = walls[0]!;
  const one = walls.length === 1;
  const buildUp = editor.project.tables.buildUp.get(first.buildUp);
  const ids = walls.map(({ id }) => id);
  const set: WallSetter = (changes) => ({ name: 'setWalls', args: { ids, ...changes } });
  const over = one ? overFields(make, first) : [];
  return {
    title: one ? 'Wall' : `${walls.length} walls`,
    subtitle: one ? first.name || nameElement(editor.project, first.id) : '',
    note: walls.every((wall) => wall.buildUp === first.buildUp) ? pliesOf(editor, buildUp) : undefined,
    actions: selectors(editor, first),
    groups: [
      { title: 'Where does it stand?', fields: wallPlace(make, walls, set) },
      ...(over.length > 0 ? [{ title: 'What is it kept over?', fields: over }] : []),
      {
        title: 'How high is it, and how sure?',
        fields: [
          ...wallSize(make, walls, set),
          certaintyField(
            make,
            walls.map(({ certainty }) => certainty),
            set
          )
        ]
      },
      {
        title: 'What is it made of, how does it meet the others?',
        fields: [
          make.choice(
            'buildUp',
            'Build-up',
            walls.map((wall) => wall.buildUp),
            buildUpChoices(editor.project).slice(1),
            (value) => set({ buildUp: value })
          ),
          make.flag(
            'standsApart',
            'Stands apart',
            walls.every((wall) => wall.standsApart),
            (standsApart) => set({ standsApart })
          ),
          make.flag(
            'returnEnds',
            'Outer ply round free ends',
            walls.every((wall) => wall.returnEnds),
            (returnEnds) => set({ returnEnds })
          ),
          make.angle(
            'endCut',
            'Free ends out of square',
            walls.map((wall) => wall.endCut),
            (endCut) => set({ endCut })
          ),
          make.flag(
            'returnJambs',
            'Outer ply into jambs',
            walls.every((wall) => wall.returnJambs),
            (returnJambs) => set({ returnJambs })
          ),
          make.flag(
            'coversFloor',
            "Outer plies over the floor's edge",
            walls.every((wall) => wall.coversFloor),
            (coversFloor) => set({ coversFloor })
          ),
          make.flag(
            'throughRoofs',
            'Stands up through roofs',
            walls.every((wall) => wall.throughRoofs),
            (throughRoofs) => set({ throughRoofs })
          )
        ]
      }
    ]
  };
}

/** Select more by what this wall is. */
function selectors(editor: Editor, wall: Wall): CardAction[] {
  const select = (label: string, like: (one: Wall) => boolean) =>
    selecting(editor, label, editor.project.tables.wall, (one) => one.storey === wall.storey && like(one));
  return [
    select('Select all of this build-up', ({ buildUp }) => buildUp === wall.buildUp),
    select('Select all of this kind', ({ role }) => role === wall.role),
    select('Select all on this storey', () => true)
  ];
}

const heldEnds = [
  { value: 'a', label: 'its start' },
  { value: 'b', label: 'its end' }
];

type WallSetter = (changes: object) => { name: string; args: unknown };

function wallPlace(make: CardMaker, walls: readonly Wall[], set: WallSetter): Field[] {
  const first = walls[0]!;
  const { editor } = make;
  const single: Field[] = [
    make.text('name', 'Name', first.name, (name) => set({ name })),
    make.length('length', 'Length', [distance(first.a, first.b)], (length) => ({
      name: 'setWallLength',
      args: { id: first.id, length, hold: editor.holds }
    })),
    {
      ...{ name: 'hold', label: 'Held at', kind: 'choice', value: editor.holds, choices: heldEnds },
      set: (end) => {
        editor.holdEnd(end === 'b' ? 'b' : 'a');
        return undefined;
      }
    }
  ];
  return [
    ...(walls.length === 1 ? single : []),
    make.choice(
      'settingOut',
      'Set out on',
      walls.map((wall) => wall.settingOut),
      settingOuts.map((value) => ({ value, label: settingOutWords[value] })),
      (settingOut) => set({ settingOut })
    ),
    ...(walls.every(({ settingOut }) => settingOut === 'offset')
      ? [
          make.length(
            'settingOutOffset',
            'In from outer face',
            walls.map((wall) => wall.settingOutOffset),
            (settingOutOffset) => set({ settingOutOffset })
          )
        ]
      : []),
    make.choice(
      'outside',
      'Outside',
      walls.map((wall) => wall.outside),
      [
        { value: 'left', label: 'left of the run' },
        { value: 'right', label: 'right of the run' }
      ],
      (outside) => set({ outside })
    ),
    make.choice(
      'role',
      'Kind',
      walls.map((wall) => wall.role),
      wallRoles.map((value) => ({ value, label: roleWords[value] })),
      (role) => set({ role })
    )
  ];
}

/** Its base, and what that is measured from: the datum, the top of a foundation or of a slab. */
function baseFields(make: CardMaker, walls: readonly Wall[], set: WallSetter): Field[] {
  const { project } = make.editor;
  const origins = walls.map(({ on }) =>
    on ? `${on.kind} ${on.kind === 'slab' ? on.slab : on.footing}` : ''
  );
  const foundations = [...project.tables.footing.values()].filter(({ wall }) => wall !== null);
  const named = (kind: string, one: Footing | Slab) => ({
    value: `${kind} ${one.id}`,
    label: `the top of ${nameOf(project, one)}`
  });
  const choices = [
    ...foundations.map((one) => named('foundation', one)),
    ...[...project.tables.slab.values()].map((one) => named('slab', one))
  ];
  const from = choices.find(({ value }) => value === origins[0])?.label ?? 'the datum';
  const base = make.height(
    'base',
    'Base',
    origins.every((one) => one === origins[0]) ? from : 'what it stands on',
    walls.map((wall) => wall.base),
    (value) => set({ base: value })
  );
  if (choices.length === 0) return [base];
  return [
    base,
    make.choice('on', 'Measured from', origins, [{ value: '', label: 'the datum' }, ...choices], (value) => {
      const [kind, id] = value.split(' ');
      return set({ on: kind ? { kind, [kind === 'slab' ? 'slab' : 'footing']: id } : null });
    })
  ];
}

function wallSize(make: CardMaker, walls: readonly Wall[], set: WallSetter): Field[] {
  const { project } = make.editor;
  return [
    make.length(
      'thickness',
      'Thickness',
      walls.map((wall) => thicknessOf(project.tables.buildUp.get(wall.buildUp)!)),
      (thickness) => set({ thickness })
    ),
    ...baseFields(make, walls, set),
    ...topChoiceFields(
      make,
      walls.map(({ top }) => top),
      set
    )
  ];
}
