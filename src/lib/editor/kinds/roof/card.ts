/** The card of a roof. */
import { nameElement } from '../../../core/document/names';
import { fact, type CardMaker, type DetailsCard, type Field, type FieldGroup } from '../../details/card';
import { eaveHeight, type MadeEdge } from '../../../core/kinds/roof/edges';
import type { RoofModel } from '../../../core/kinds/roof/planes';
import { degree, formatPitch } from '../../../core/units/angle';
import { pitchFor, plateFor } from '../../../core/kinds/roof/fit';
import { linesOfRoofs } from '../../../core/kinds/roof/line-stages';
import { slopeAt } from '../../../core/kinds/roof/slope';
import { drawnRoof, footFor } from '../../../core/kinds/roof/stages';
import { roofLengths, roofLineKinds } from '../../../core/kinds/roof/lines';
import { ringsArea } from '../../../core/geometry/ring';
import { volumeUnder } from '../../../core/kinds/roof/under';
import { formatArea, formatVolume } from '../../../core/units/area';
import { formatLengthWithUnit } from '../../../core/units/length';
import { materialField, type Setter } from '../../details/shared-fields';
import { edgesIn, edgeName, type HeldEdge } from './edges';
import {
  eaveCuts,
  edgeWords,
  isBare,
  roofEdgeKinds,
  soffits,
  type Roof
} from '../../../core/kinds/roof/record';

const lineWords = {
  ...{
    ridge: 'Ridges',
    hip: 'Hips',
    valley: 'Valleys',
    break: 'Changes of pitch',
    eave: 'Eaves',
    verge: 'Verges'
  },
  abutment: 'Against walls and roofs'
};
const labels = { eave: 'eave', gable: 'gable', abutment: 'abutment', meeting: 'ends in another roof' };
const kindWords = roofEdgeKinds.map((value) => ({ value, label: labels[value] }));

const cutLabels = {
  plumb: 'plumb',
  square: 'square to the slope',
  level: 'level, at its top edge or the plate'
};
const cutWords = eaveCuts.map((value) => ({ value, label: cutLabels[value] }));
const soffitLabels = { open: 'open', level: 'boarded level', sloped: 'boarded along the slope' };
const soffitWords = soffits.map((value) => ({ value, label: soffitLabels[value] }));

/** Whether an edge has a second slope, and which. One that is made begins half way up to the ridge, or as steep again. */
function secondFields(
  make: CardMaker,
  roof: Roof,
  { kind, pitch, second }: MadeEdge,
  ridge: number,
  set: SetEdge
): Field[] {
  const isEave = kind === 'eave';
  if (!isEave && kind !== 'gable') return [];
  const words = isEave ? ['one pitch', 'a second pitch above'] : ['upright to the top', 'a half hip above'];
  const above = Math.max(100, Math.round((ridge - roof.plateLevel) / 200) * 100);
  const proposed = { above, pitch: (isEave ? pitch / 2 : roof.pitch) / degree };
  const choices = words.map((label, i) => ({ value: i === 0 ? 'one' : 'two', label }));
  return [
    make.choice('second', 'Slope', [second ? 'two' : 'one'], choices, (value) =>
      set({ second: value === 'two' ? proposed : null })
    ),
    ...(second
      ? [
          {
            ...make.pitch('Second pitch', second.pitch, (value) =>
              set({ second: { above: second.above, pitch: value } })
            ),
            name: 'secondPitch'
          },
          make.length('secondAbove', 'From above the plate', [second.above], (value) =>
            set({ second: { above: value, pitch: second.pitch / degree } })
          )
        ]
      : [])
  ];
}

type SetEdge = (changes: object) => { name: string; args: object };

/** How each edge is made, over the wall that it is named by, or by its number; that of the slope that was pointed at comes first, and open. */
function edgeGroups(make: CardMaker, roof: Roof, solved: RoofModel | undefined) {
  const edges = edgesIn(roof, solved);
  const pointed = pointedEdge(make, roof, edges);
  const groups = edges.map((held, i) => edgeGroup(make, roof, solved, held, i, i === pointed));
  return { pointed: groups.filter((_, i) => i === pointed), others: groups.filter((_, i) => i !== pointed) };
}

/** Which of its edges the plane rises from that was pointed at. */
function pointedEdge({ editor }: CardMaker, roof: Roof, edges: readonly HeldEdge[]): number | undefined {
  const { place } = editor;
  const drawn = place && drawnRoof(editor.model.at(editor.shown), roof.id);
  const slope = drawn && slopeAt(drawn, place);
  if (!slope) return undefined;
  const { wall, side } = slope;
  const at = edges.findIndex(({ edge }) => (wall === null ? edge.side === side : edge.walls.includes(wall)));
  return at < 0 ? undefined : at;
}

function edgeGroup(
  make: CardMaker,
  roof: Roof,
  solved: RoofModel | undefined,
  { edge, named: which }: HeldEdge,
  i: number,
  isOpen: boolean
): FieldGroup {
  const { project, settings } = make.editor;
  const folded = ({ kind, pitch, second }: MadeEdge) => {
    if (kind !== 'eave') return `${edgeWords[kind]}${second ? ', half hipped' : ''}`;
    const then = second ? ` and ${formatPitch(second.pitch, settings.units)}` : '';
    return `${edgeWords.eave} at ${formatPitch(pitch, settings.units)}${then}`;
  };
  const { kind, pitch, overhang, plateLevel } = edge;
  const set: SetEdge = (changes) => ({ name: 'setRoofEdge', args: { ...which, ...changes } });
  const named = (field: Field): Field => ({ ...field, name: `${field.name} ${i}` });
  return {
    title: edge.walls.length > 0 ? `Over ${edgeName(project, roof, edge)}` : `Side ${edge.side! + 1}`,
    ...(!isOpen && { folded: folded(edge) }),
    fields: [
      make.choice('kind', 'Kind', [kind], kindWords, (value) => set({ kind: value })),
      ...(kind === 'eave' ? [make.pitch('Pitch', pitch, (value) => set({ pitch: value }))] : []),
      ...secondFields(make, roof, edge, solved?.ridge ?? roof.plateLevel, set),
      ...(isBare(kind)
        ? []
        : [
            make.length(
              'overhang',
              kind === 'gable' ? 'Verge past the wall' : 'Overhang',
              [overhang],
              (value) => set({ overhang: value })
            ),
            make.length('fascia', kind === 'gable' ? 'Barge board' : 'Fascia', [edge.fascia], (fascia) =>
              set({ fascia })
            ),
            make.choice('soffit', 'Underneath', [edge.soffit], soffitWords, (soffit) => set({ soffit }))
          ]),
      ...(kind === 'eave'
        ? [
            make.height('plateLevel', 'Plate', 'the datum', [plateLevel], (value) =>
              set({ plateLevel: value })
            ),
            make.length('seat', 'Plate in from the outer face', [edge.seat], (seat) => set({ seat }))
          ]
        : [])
    ].map(named)
  };
}

/** Whether its eaves are of one height, and to bring them there; nothing where they can be no other. */
function levelFields(make: CardMaker, roof: Roof, solved: RoofModel | undefined): Field[] {
  const eaves = (solved?.edges.flat() ?? []).filter(({ kind }) => kind === 'eave');
  const heights = eaves.map(eaveHeight);
  const isAlike = eaves.every(
    ({ pitch, plateLevel }) => pitch === roof.pitch && plateLevel === roof.plateLevel
  );
  if (eaves.length < 2 || isAlike) return [];
  const isLevel = Math.max(...heights) - Math.min(...heights) < 1;
  return [
    make.choice(
      'eaves',
      'Eaves',
      [isLevel ? 'level' : 'unlike'],
      isLevel
        ? [{ value: 'level', label: 'all of one height' }]
        : [
            { value: 'unlike', label: 'of unlike heights' },
            { value: 'level', label: 'of one height, by their overhangs' }
          ],
      () => ({ name: 'levelEaves', args: { roof: roof.id } })
    )
  ];
}

/** Other roofs whose foot it can continue without a step, each by its plate or by its pitch. */
function footFields(make: CardMaker, roof: Roof): Field[] {
  const { project, model, settings } = make.editor;
  const query = model.at(project);
  return [...project.tables.roof.values()].flatMap((other) => {
    const foot = other.id === roof.id ? undefined : footFor(query, roof.id, other.id);
    if (!foot) return [];
    const plate = plateFor(foot, roof);
    const pitch = pitchFor(foot, roof);
    const isMet = Math.abs(plate - roof.plateLevel) < 1;
    return [
      make.choice(
        `foot ${other.id}`,
        `Continues the foot of ${nameElement(project, other.id)}`,
        [isMet ? 'met' : 'apart'],
        [
          isMet ? { value: 'met', label: 'without a step' } : { value: 'apart', label: 'no: with a step' },
          ...(isMet
            ? []
            : [{ value: 'plate', label: `by its plate at ${formatLengthWithUnit(plate, settings.units)}` }]),
          ...(isMet || pitch === undefined
            ? []
            : [{ value: 'pitch', label: `by its pitch of ${formatPitch(pitch, settings.units)}` }])
        ],
        (by) => ({ name: 'fitRoof', args: { roof: roof.id, to: other.id, by } })
      )
    ];
  });
}

/** One covering and how thick, or a build-up. */
function madeOf(make: CardMaker, roof: Roof, set: Setter): Field[] {
  const { buildUp } = make.editor.project.tables;
  const { units } = make.editor.settings;
  const choices = [...buildUp.values()].map(({ id, name }) => ({ value: id, label: name }));
  return [
    make.choice(
      'buildUp',
      'Made of',
      [roof.buildUp ?? ''],
      [{ value: '', label: 'one covering' }, ...choices],
      (value) => set({ buildUp: value || null })
    ),
    ...(roof.buildUp === null
      ? [
          make.length('thickness', 'Thickness', [roof.thickness], (thickness) => set({ thickness })),
          materialField(make, roof, set, ['material', 'Covering'])
        ]
      : [fact('Thickness', formatLengthWithUnit(roof.thickness, units))])
  ];
}

export function roofCard(make: CardMaker, roof: Roof): DetailsCard {
  const { editor } = make;
  const { units } = editor.settings;
  const set = (changes: object) => ({ name: 'setRoof', args: { id: roof.id, ...changes } });
  const solved = editor.model.roof(editor.shown, roof);
  const datum = editor.project.tables.storey.get(roof.storey)?.datum ?? 0;
  const lengths = roofLengths(editor.model.at(editor.shown).get(linesOfRoofs, roof.id));
  const waste = editor.project.tables.material.get(roof.material)?.waste ?? 0;
  const edges = edgeGroups(make, roof, solved);
  // Two thirds of the way up to the ridge.
  const cutProposed = Math.round((roof.plateLevel + 2 * (solved?.ridge ?? roof.plateLevel)) / 30) * 10;
  const area = (solved?.planes ?? []).reduce((sum, plane) => sum + plane.area, 0);
  return {
    title: nameElement(editor.project, roof.id),
    subtitle: '',
    groups: [
      ...edges.pointed,
      {
        title: 'How does it run, what is it covered with?',
        fields: [
          make.text('name', 'Name', roof.name, (name) => set({ name })),
          make.pitch('Pitch', roof.pitch, (pitch) => set({ pitch })),
          make.length('overhang', 'Overhang', [roof.overhang], (overhang) => set({ overhang })),
          make.height('plateLevel', 'Plate', 'the datum', [roof.plateLevel], (plateLevel) =>
            set({ plateLevel })
          ),
          make.length('seat', 'Plate in from the outer face', [roof.seat], (seat) => set({ seat })),
          ...levelFields(make, roof, solved),
          ...footFields(make, roof),
          make.choice(
            'ridge',
            'Ridge',
            [roof.cutOff === null ? 'whole' : 'cut'],
            [
              { value: 'whole', label: 'as it comes of the slopes' },
              { value: 'cut', label: 'cut off level' }
            ],
            (value) => set({ cutOff: value === 'whole' ? null : cutProposed })
          ),
          ...(roof.cutOff === null
            ? []
            : [make.height('cutOff', 'Cut off at', 'the datum', [roof.cutOff], (cutOff) => set({ cutOff }))]),
          ...madeOf(make, roof, set),
          make.choice('eaveCut', 'Eaves cut', [roof.eaveCut], cutWords, (eaveCut) => set({ eaveCut })),
          make.length('fascia', 'Fascia, barge board', [roof.fascia], (fascia) => set({ fascia })),
          make.choice('soffit', 'Under overhangs', [roof.soffit], soffitWords, (soffit) => set({ soffit })),
          ...(roof.cheeks
            ? [make.length('cheeks', 'Cheeks', [roof.cheeks.thickness], (cheeks) => set({ cheeks }))]
            : [])
        ]
      },
      ...edges.others,
      {
        title: 'What comes of it?',
        fields: [
          fact('Ridge above zero', solved ? formatLengthWithUnit(datum + solved.ridge, units) : 'no outline'),
          fact('Planes', String(new Set(solved?.planes.map(({ name }) => name)).size)),
          fact('Area on the slope', formatArea(area, units)),
          ...(waste > 0
            ? [
                fact(
                  `Covering with ${Math.round(waste * 100)} % waste`,
                  formatArea(area * (1 + waste), units)
                )
              ]
            : []),
          fact('Area in plan', formatArea(ringsArea((solved?.planes ?? []).map(({ ring }) => ring)), units)),
          fact('Room under it, over the plate', formatVolume(solved ? volumeUnder(solved) : 0, units)),
          ...roofLineKinds.flatMap((kind) =>
            lengths[kind] > 1
              ? [fact(lineWords[kind], formatLengthWithUnit(Math.round(lengths[kind]), units))]
              : []
          )
        ]
      }
    ]
  };
}
